import type { DesktopIcon, WidgetState } from '../../scene/state.js';
import { writeDate } from '../../traits/writeDate.js';
import { expectedOn } from '../applications/expected.js';
import { programsOf } from '../ownNames.js';
import type { Furnished } from '../drawn.js';
import { readable, UNTOLD } from '../look.js';
import { folderLook, iconFor } from '../pictures/icons.js';
import { emOf } from '../type/letters.js';
import { ValueReader } from '../valueReader.js';

/** What the folder on the desktop is called. */
const FOLDER = 'Reels';

/** What lies on the desktop, in its grid. */
export function desktopIcons({ look, screen, letters, free }: Furnished): DesktopIcon[] {
  const { unit } = screen;
  const items = look.told('desktop-items');
  const own = look.first('desktop-items')?.values;
  if (own?.has('shown') && !items.flag('shown')) return [];
  if (!look.has('desktop-items') && !look.has('icon-set') && !look.has('folder-icon')) return [];
  const size = Math.round(
    items.number(
      'size',
      look.told('icon-set').number('size', look.told('folder-icon').number('size', 48 * unit)),
    ),
  );
  const across = items.number('gridWidth', Math.max(size * 1.8, 90 * unit));
  const down = items.number('gridHeight', Math.max(size * 1.9, 96 * unit));
  const corner = items.text('corner', 'top left');
  const type = look.told('interface-type');
  const ground = look.told('wallpaper').colours('palette')[0] ?? UNTOLD.ground;
  const ink = items.text('inkColour', readable(ground, type.text('colour', UNTOLD.ink)));
  const em = emOf(type, 'interface', letters, 14 * unit);
  const margin = 24 * unit;
  const folder = look.has('folder-icon') ? [FOLDER] : [];
  const programs = programsOf(look);
  const usual =
    programs.length > 0 ? [...programs, ...folder] : ['Outside', 'Archive', 'Levels', ...folder, 'Letters'];
  const names = [...new Set([...usual, ...expectedOn(look, 'desktop')])];
  const rows = Math.max(1, Math.floor((free.height - margin) / down));
  return names.map((label, i) => {
    const [c, r] = [Math.floor(i / rows), i % rows];
    const x = corner.endsWith('right')
      ? free.x + free.width - margin - size - c * across
      : free.x + margin + c * across;
    const y = corner.startsWith('bottom')
      ? free.y + free.height - margin - size - em * 2 - r * down
      : free.y + margin + r * down;
    return {
      x: Math.round(x),
      y: Math.round(y),
      size,
      label,
      look: label === FOLDER ? folderLook(look) : iconFor(look, label),
      ink,
      textSize: em,
    };
  });
}

/** What is written on the desktop, each in its place, in device pixels of the screen. */
export function widgetsOf({ look, screen, free }: Furnished): WidgetState[] {
  return look.seen
    .filter((e) => e.kind === 'desktop-widget')
    .map((e) => {
      const v = new ValueReader(e.values);
      const [width, height] = [
        Math.round(v.number('width', 280 * screen.unit)),
        Math.round(v.number('height', 140 * screen.unit)),
      ];
      const place = v.place('place');
      const x = {
        start: free.x + 0.02 * free.width,
        centre: free.x + (free.width - width) / 2,
        end: free.x + free.width * 0.98 - width,
      }[place?.zone ?? 'end'];
      const y = free.y + (free.height * (place?.offset ?? 84)) / 100 - height / 2;
      const ground = look.told('wallpaper').colours('palette')[0] ?? UNTOLD.ground;
      const what = v.text('what', 'clock').toLowerCase();
      const text = what.includes('clock')
        ? writeDate('HH:mm', screen.moment, screen.language)
        : what.includes('forecast')
          ? '14°'
          : what;
      return {
        name: e.name,
        x: Math.round(x),
        y: Math.round(y),
        width,
        height,
        text,
        under: '',
        colour: v.text('colour', readable(ground)),
      };
    });
}
