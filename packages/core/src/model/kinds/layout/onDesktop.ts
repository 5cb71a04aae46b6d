import { ValueReader } from '../valueReader.js';
import type { Rect } from '../../../measuring/picture/rect.js';
import { writeDate } from '../../traits/writeDate.js';
import type { DesktopIcon, Lettering, WallpaperState, WidgetState } from '../../scene/state.js';
import type { Screen } from './bars.js';
import { emOf, folderLook, iconFor, pick, readable, UNTOLD, type Look } from '../look.js';

export function wallpaperOf(look: Look): WallpaperState {
  const v = look.told('wallpaper');
  const [first = UNTOLD.ground, second = first, third = second] = v.colours('palette');
  const name = v.text('picture', '');
  // The fullest colour is the ground and half of the fields, so that it is read back as the fullest.
  const fields = [first, first, first, second, second, third];
  const pattern = /pan|salt/i.test(name) ? 'pans' : name === '' ? 'plain' : 'strata';
  return {
    pattern: first === second ? 'plain' : pattern,
    seed: 1 + pick(name, 90),
    palette: [first, ...fields],
    ridge: null,
  };
}

/** Applications that belong to the look and are started from a place, by their names. */
export const expectedOn = (look: Look, shown: string): string[] =>
  look.seen.flatMap((e) => {
    const v = new ValueReader(e.values);
    return e.kind === 'expected-app' && v.text('shown', 'nowhere') === shown ? [v.text('name', e.name)] : [];
  });

export function desktopIcons(look: Look, screen: Screen, letters: Lettering, free: Rect): DesktopIcon[] {
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
  const names = [
    'Outside',
    'Archive',
    'Levels',
    ...(look.has('folder-icon') ? ['Reels'] : []),
    'Letters',
    ...expectedOn(look, 'desktop'),
  ];
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
      look: label === 'Reels' ? folderLook(look) : iconFor(look, label),
      ink,
      textSize: em,
    };
  });
}

export function widgetsOf(look: Look, screen: Screen, free: Rect): WidgetState[] {
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
