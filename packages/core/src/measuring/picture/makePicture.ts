import { byteAt } from '../../ground/cells.js';
import { parseHex } from '../colour/srgb.js';
import type { Pixels } from './pixels.js';

export interface PictureRecipe {
  /** Longer side of the result in pixels, padding counted. */
  readonly size: number;
  /** Share of the side that stays bare on every side, 0 to 0.4. */
  readonly padding: number;
  /** A square with the drawing in its middle, or only as large as the drawing. */
  readonly isSquare: boolean;
  /** Every pixel in this colour, its strength kept: for marks of one colour. Null: colours as they are. */
  readonly recolour: string | null;
}

/**
 * A picture made of another: scaled by the mean of what falls on each pixel (weighted by opacity, so that bare pixels
 * lend no colour), padded, and recoloured. RGBA in, RGBA out.
 */
export function makePicture(source: Pixels, recipe: PictureRecipe): Pixels {
  const side = Math.max(1, Math.round(recipe.size));
  const pad = Math.round(side * Math.min(0.4, Math.max(0, recipe.padding)));
  const inner = Math.max(1, side - 2 * pad);
  const scale = inner / Math.max(source.width, source.height);
  const w = Math.max(1, Math.round(source.width * scale));
  const h = Math.max(1, Math.round(source.height * scale));
  const width = recipe.isSquare ? side : w + 2 * pad;
  const height = recipe.isSquare ? side : h + 2 * pad;
  const left = Math.floor((width - w) / 2);
  const top = Math.floor((height - h) / 2);
  const ink = recipe.recolour === null ? null : parseHex(recipe.recolour);
  const data = new Uint8Array(width * height * 4);
  for (let y = 0; y < h; y++)
    for (let x = 0; x < w; x++) {
      const [r, g, b, a] = meanOf(
        source,
        (x * source.width) / w,
        (y * source.height) / h,
        ((x + 1) * source.width) / w,
        ((y + 1) * source.height) / h,
      );
      const at = ((y + top) * width + x + left) * 4;
      data[at] = Math.round(ink ? ink.r : r);
      data[at + 1] = Math.round(ink ? ink.g : g);
      data[at + 2] = Math.round(ink ? ink.b : b);
      data[at + 3] = Math.round(a);
    }
  return { width, height, data };
}

type Rgba = readonly [number, number, number, number];

/** Mean colour and opacity of a rectangle with fractional sides. */
function meanOf({ width, height, data }: Pixels, x0: number, y0: number, x1: number, y1: number): Rgba {
  let [r, g, b, a, area] = [0, 0, 0, 0, 0];
  for (let y = Math.floor(y0); y < Math.min(height, Math.ceil(y1)); y++) {
    const dy = Math.min(y + 1, y1) - Math.max(y, y0);
    for (let x = Math.floor(x0); x < Math.min(width, Math.ceil(x1)); x++) {
      const share = (Math.min(x + 1, x1) - Math.max(x, x0)) * dy;
      const at = (y * width + x) * 4;
      const alpha = byteAt(data, at + 3) * share;
      r += byteAt(data, at) * alpha;
      g += byteAt(data, at + 1) * alpha;
      b += byteAt(data, at + 2) * alpha;
      a += alpha;
      area += share;
    }
  }
  return a === 0 ? [0, 0, 0, 0] : [r / a, g / a, b / a, a / area];
}
