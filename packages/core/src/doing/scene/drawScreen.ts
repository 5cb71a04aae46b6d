import type { Rect } from '../../measuring/picture/rect.js';
import { drawIcon } from './drawIcon.js';
import type { Lettering, ScreenState } from '../../model/scene/state.js';
import { box, polygon, tag } from './svg.js';

/** Draws what is seen before there is a desktop. */
export function drawScreen(
  s: ScreenState,
  width: number,
  height: number,
  unit: number,
  letters: Lettering,
  boxes: Record<string, Rect>,
): string {
  const write = (
    text: string,
    x: number,
    y: number,
    size: number,
    face: 'interface' | 'title' = 'interface',
  ) => {
    const drawn = letters.outline(face, text, size);
    return tag('path', {
      d: drawn.d,
      fill: s.ink,
      transform: `translate(${(x - drawn.width / 2).toFixed(2)} ${y.toFixed(2)})`,
    });
  };
  if (s.what === 'start-up') {
    const size = Math.round(height * 0.16);
    const [x, y] = [Math.round((width - size) / 2), Math.round((height - size) / 2)];
    boxes['start-up/mark'] = { x, y, width: size, height: size };
    const low = y + size + height * 0.1;
    const progress = {
      none: '',
      'turning mark': polygon([[width / 2 - 10 * unit, low], [width / 2 + 12 * unit, low + 8 * unit], [width / 2 - 4 * unit, low + 20 * unit]], s.ink), // prettier-ignore
      line:
        box(width * 0.4, low, width * 0.2, 4 * unit, s.ink, { 'fill-opacity': 0.3 }) +
        box(width * 0.4, low, width * 0.09, 4 * unit, s.ink),
      text: write('Starting the desk', width / 2, low + 10 * unit, 18 * unit),
    }[s.progress];
    return box(0, 0, width, height, s.background) + drawIcon(s.look, x, y, size) + progress;
  }
  const [ground, second, third] = s.palette;
  const w = Math.round(width * 0.2);
  const h = Math.round(height * 0.24);
  const middle = [Math.round((width - w) / 2), Math.round((height - h) / 2)] as const;
  const edge = Math.round(width * 0.06);
  const [x, y] = {
    middle,
    left: [edge, middle[1]] as const,
    right: [width - edge - w, middle[1]] as const,
    foot: [middle[0], height - edge - h] as const,
  }[s.place];
  boxes['sign-in/fields'] = { x, y, width: w, height: h };
  let out = box(0, 0, width, height, ground ?? '#808080');
  out += polygon([[0, height * 0.72], [width * 0.42, height * 0.58], [width, height * 0.8], [width, height], [0, height]], second ?? ground ?? '#808080'); // prettier-ignore
  out += box(x, y, w, h, third ?? second ?? '#808080');
  out += write('Desk', x + w / 2, y + h * 0.24, h * 0.11, 'title');
  for (const row of [0.36, 0.6])
    out += box(x + w * 0.1, y + h * row, w * 0.8, h * 0.17, 'none', {
      stroke: s.ink,
      'stroke-width': Math.max(1, unit),
    });
  out += box(x + w * 0.1, y + h * 0.82, w * 0.34, h * 0.12, s.ink);
  if (s.clock) out += write(s.clock, width / 2, height * 0.16, height * 0.07, 'title');
  return out;
}
