import { byteAt } from '../../ground/cells.js';
import { toHex } from '../colour/srgb.js';
import type { Pixels } from './pixels.js';
import { clip, type Rect } from './rect.js';

/** At most so many pixels of a region, on an even grid, as `#rrggbb`; none where it lies outside the picture. */
export function pickPixels(pixels: Pixels, rect: Rect, most: number): string[] {
  const inside = clip(rect, pixels.width, pixels.height);
  if (!inside || most < 1) return [];
  const step = Math.max(1, Math.ceil(Math.sqrt((inside.width * inside.height) / most)));
  const picked: string[] = [];
  for (let y = inside.y + (step >> 1); y < inside.y + inside.height; y += step)
    for (let x = inside.x + (step >> 1); x < inside.x + inside.width && picked.length < most; x += step) {
      const at = (y * pixels.width + x) * 4;
      picked.push(
        toHex({ r: byteAt(pixels.data, at), g: byteAt(pixels.data, at + 1), b: byteAt(pixels.data, at + 2) }),
      );
    }
  return picked;
}
