import type { MenuState } from '../../scene/state.js';
import type { Furnished } from '../drawn.js';
import { readable } from '../look.js';
import { emOf, faceOf } from '../type/letters.js';
import { blurOf, inksOf, rowHeightOf } from './inks.js';

/** The menu of what is pointed at, else one on the windows: it stays in what the bars leave free. */
export function menuOf({ look, screen, letters, free, at }: Furnished): MenuState {
  const v = look.told('translucency');
  const { ground, ink, accent } = inksOf(look);
  const type = look.told('interface-type');
  const face = faceOf(type.text('style', 'sans'), type.number('weight', 400));
  const rowHeight = rowHeightOf(look, screen.unit);
  const entries = ['Open', 'Open beside', 'Keep here', 'Rename', 'Put away'];
  const [width, height] = [Math.round(190 * screen.unit), rowHeight * entries.length];
  const within = (from: number, room: number, size: number, wanted: number) =>
    Math.round(Math.max(from, Math.min(from + room - size, wanted)));
  return {
    x: within(free.x, free.width, width, at?.x ?? free.x + free.width * 0.44),
    y: within(free.y, free.height, height, at ? at.y - height : free.y + free.height * 0.4),
    width,
    rowHeight,
    entries,
    colour: ground,
    ink,
    accent,
    accentInk: readable(accent),
    opacity: v.number('menus', 100, 100),
    ...blurOf(v),
    cornerRadius: look.told('controls').number('cornerRadius', 0),
    face,
    textSize: emOf(type, face, letters, 14 * screen.unit),
  };
}
