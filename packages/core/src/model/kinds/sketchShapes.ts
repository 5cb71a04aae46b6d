import { contrast, parseHex } from '../../measuring/colour/srgb.js';

/** One shape of a sketch, in the sketch's own pixels. Colours are six-digit hex; opacity is 0 to 1. */
export type SketchShape =
  | {
      readonly is: 'rect';
      readonly x: number;
      readonly y: number;
      readonly w: number;
      readonly h: number;
      readonly r: number;
      readonly fill: string;
      readonly opacity: number;
      readonly stroke?: string;
    }
  | {
      readonly is: 'polygon';
      readonly points: readonly (readonly [number, number])[];
      readonly fill: string;
      readonly stroke?: string;
    }
  | {
      readonly is: 'text';
      readonly x: number;
      readonly y: number;
      readonly size: number;
      readonly fill: string;
      readonly text: string;
      readonly at: 'start' | 'middle';
      readonly weight?: number;
      readonly face?: 'serif' | 'sans-serif' | 'monospace';
    };

/** Width and height of every sketch. */
export const SKETCH = { width: 180, height: 150 };
/** Left free at a sketch's edges: a border and a shadow still show there. */
export const EDGE = 10;
/** Where a sketch has room within its edges. */
export const WITHIN = { x: EDGE, y: EDGE, w: SKETCH.width - 2 * EDGE, h: SKETCH.height - 2 * EDGE };
/** Words under a drawing: what it is called, and one thing more. Baseline and size; two lines of 12 fit above the edge. */
export const NAME_LINE = { y: 126, size: 12 };
export const MORE_LINE = { y: 142, size: 11 };
/** Words within a drawing: the smallest size that can be read, and how far a middle of such a word is above its baseline. */
export const WORD = { size: 12, rise: 4 };
/** Ink of words that belong to no drawing. */
export const WORDS = '#000000';

export const GREY = '#9a9a9a';
export const DARK = '#3d3d3d';
export const PALE = '#c9c9c9';
export const SHEET = '#f4f4f4';

/** Dark or pale, whichever is told better on a colour. */
export function inkOn(ground: string): string {
  const rgb = parseHex(ground);
  return rgb && contrast(rgb, parseHex(DARK)!) < contrast(rgb, parseHex(SHEET)!) ? SHEET : DARK;
}

/** A rectangle, its corners rounded as far as there is room. */
export const rect = (
  x: number,
  y: number,
  w: number,
  h: number,
  fill: string,
  more: { readonly r?: number; readonly opacity?: number; readonly stroke?: string } = {},
): SketchShape => ({
  is: 'rect',
  x,
  y,
  w: Math.max(0, w),
  h: Math.max(0, h),
  r: Math.max(0, Math.min(more.r ?? 0, w / 2, h / 2)),
  fill,
  opacity: more.opacity ?? 1,
  ...(more.stroke ? { stroke: more.stroke } : {}),
});

/** A short text of a sketch, its middle at x and its baseline at y, in the sketch's own units. */
export const write = (
  x: number,
  y: number,
  size: number,
  text: string,
  fill: string,
  at: 'start' | 'middle' = 'middle',
): SketchShape => ({
  is: 'text',
  x,
  y,
  size,
  fill,
  text: text.length > 26 ? `${text.slice(0, 25)}…` : text,
  at,
});

/** The screen small, in the middle of the sketch. */
export function screen(display: { readonly width: number; readonly height: number }) {
  const k = Math.min((SKETCH.width - 16) / display.width, (SKETCH.height - 16) / display.height);
  const [w, h] = [display.width * k, display.height * k];
  return { k, w, h, x: (SKETCH.width - w) / 2, y: (SKETCH.height - h) / 2 };
}

/** A button's or launcher's outline in a square. */
export function outline(shape: string, x: number, y: number, s: number, fill: string): SketchShape {
  const at = (points: readonly (readonly [number, number])[]): SketchShape => ({
    is: 'polygon',
    points: points.map(([px, py]) => [x + px * s, y + py * s] as const),
    fill,
  });
  switch (shape) {
    case 'disc':
    case 'ring':
    case 'all discs':
      return rect(x, y, s, s, fill, { r: s / 2 });
    case 'house':
      return at([[0.5, 0], [1, 0.38], [1, 1], [0, 1], [0, 0.38]]); // prettier-ignore
    case 'lozenge':
      return at([[0.5, 0], [1, 0.5], [0.5, 1], [0, 0.5]]); // prettier-ignore
    case 'notched':
    case 'notched square':
      return at([[0, 0], [0.7, 0], [1, 0.3], [1, 1], [0, 1]]); // prettier-ignore
    case 'tab':
      return at([[0.15, 0], [0.85, 0], [1, 1], [0, 1]]); // prettier-ignore
    case 'bevelled':
      return at([[0.2, 0], [0.8, 0], [1, 0.2], [1, 0.8], [0.8, 1], [0.2, 1], [0, 0.8], [0, 0.2]]); // prettier-ignore
    case 'bare sign':
    case 'bare signs':
      return rect(x + s * 0.2, y + s * 0.45, s * 0.6, Math.max(1.5, s * 0.12), fill);
    case 'all rounded squares':
      return rect(x, y, s, s, fill, { r: s * 0.25 });
    default:
      return rect(x, y, s, s, fill);
  }
}
