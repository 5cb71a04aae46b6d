import type { IconLook } from '../../model/scene/state.js';
import { box, polygon, tag } from './svg.js';

/** Draws an application's picture into a square of `size` at x, y. */
export function drawIcon(look: IconLook, x: number, y: number, size: number): string {
  const { drawing, colour, sign } = look;
  if (drawing === 'flat') return drawShape({ ...look, sign: colour }, x, y, size);
  if (drawing === 'line') {
    const body = drawShape({ ...look, colour: 'none', sign: 'none' }, x, y, size);
    return tag(
      'g',
      { stroke: colour, 'stroke-width': Math.max(1, size * 0.07), 'stroke-linejoin': 'round' },
      body,
    );
  }
  const body = drawShape(look, x, y, size);
  if (drawing !== 'shaded') return body;
  // A lighter head and a darker foot, without a gradient that would need a name of its own.
  const band = (from: number, fill: string) =>
    box(x + size * 0.12, y + size * from, size * 0.76, size * 0.22, fill, { 'fill-opacity': 0.16 });
  return body + band(0.12, '#ffffff') + band(0.66, sign === '#000000' ? '#000000' : '#1a1a1a');
}

function drawShape(look: IconLook, x: number, y: number, size: number): string {
  const s = size;
  const at = (px: number, py: number): [number, number] => [x + px * s, y + py * s];
  const { colour, sign } = look;
  switch (look.shape) {
    case 'house':
      return (
        polygon([at(0.5, 0), at(1, 0.38), at(1, 1), at(0, 1), at(0, 0.38)], colour) +
        polygon([at(0.5, 0.46), at(0.72, 0.62), at(0.72, 1), at(0.28, 1), at(0.28, 0.62)], sign)
      );
    case 'disc':
      return (
        tag('circle', { cx: x + s / 2, cy: y + s / 2, r: s / 2, fill: colour }) +
        polygon([at(0.38, 0.26), at(0.76, 0.5), at(0.38, 0.74)], sign)
      );
    case 'square':
      return (
        box(x, y, s, s, colour) +
        [0.24, 0.44, 0.64]
          .map((t, i) => box(x + 0.2 * s, y + t * s, (0.6 - i * 0.14) * s, 0.1 * s, sign))
          .join('')
      );
    case 'lozenge':
      return (
        polygon([at(0.5, 0), at(1, 0.5), at(0.5, 1), at(0, 0.5)], colour) +
        polygon([at(0.5, 0.3), at(0.7, 0.5), at(0.5, 0.7), at(0.3, 0.5)], sign)
      );
    case 'ring':
      return (
        tag('circle', {
          cx: x + s / 2,
          cy: y + s / 2,
          r: s * 0.39,
          fill: 'none',
          stroke: colour,
          'stroke-width': s * 0.22,
        }) + box(x + s * 0.44, y, s * 0.12, s * 0.3, sign)
      );
    case 'notched square':
      return (
        polygon([at(0, 0), at(0.7, 0), at(1, 0.3), at(1, 1), at(0, 1)], colour) +
        polygon([at(0.7, 0), at(1, 0.3), at(0.7, 0.3)], sign) +
        box(x + 0.22 * s, y + 0.56 * s, 0.56 * s, 0.12 * s, sign)
      );
    case 'drop':
      return (
        tag('path', {
          d: `M${x + s / 2} ${y}L${x + s * 0.9} ${y + s * 0.58}A${s * 0.42} ${s * 0.42} 0 1 1 ${x + s * 0.1} ${y + s * 0.58}Z`,
          fill: colour,
        }) + box(x + 0.3 * s, y + 0.58 * s, 0.4 * s, 0.1 * s, sign)
      );
    case 'tablet':
      return (
        box(x, y + 0.14 * s, s, 0.72 * s, colour, { rx: s * 0.2 }) +
        [0.24, 0.44, 0.64].map((t) => box(x + t * s, y + 0.3 * s, 0.1 * s, 0.4 * s, sign)).join('')
      );
    case 'bare':
      return polygon([at(0.1, 0.5), at(0.5, 0.1), at(0.9, 0.5), at(0.66, 0.5), at(0.66, 0.9), at(0.34, 0.9), at(0.34, 0.5)], colour); // prettier-ignore
    case 'folded sheet':
      return (
        polygon([at(0, 0.12), at(0.42, 0.12), at(0.52, 0), at(1, 0), at(1, 1), at(0, 1)], colour) +
        polygon([at(0, 0.3), at(0.42, 0.3), at(0.42, 0.12), at(0, 0.12)], sign)
      );
    case 'box':
      return box(x, y, s, s, colour) + polygon([at(0, 0), at(0.16, 0.22), at(0.84, 0.22), at(1, 0)], sign);
    case 'drawer':
      return (
        box(x, y, s, s, colour, { rx: s * 0.1 }) + box(x + s * 0.34, y + s * 0.46, s * 0.32, s * 0.1, sign)
      );
    case 'plate':
      return box(x, y, s, s, colour) + box(x + s * 0.1, y + s * 0.84, s * 0.8, s * 0.06, sign);
    case 'bare outline':
      return box(x + s * 0.06, y + s * 0.06, s * 0.88, s * 0.88, 'none', {
        stroke: colour,
        'stroke-width': s * 0.12,
      });
  }
}
