import { byteAt, doubleAt } from '../../ground/cells.js';
import type { Pixels } from '../../measuring/picture/pixels.js';
import type { Rect } from '../../measuring/picture/rect.js';
import { luma } from '../../measuring/picture/samplePicture.js';

/** How far a patch may be from where it is expected, in pixels. Source: the product's model, "comparison of pictures". */
export const REACH = 32;
/** The first, rough look is on pictures with so many times fewer pixels on each side. */
const ROUGH = 4;
/** Equals are told apart by this much for each pixel of distance: what is the same everywhere has not moved. */
const STAYS = 0.02;

/** Luma on a grid, 0 to 255. */
interface Grey {
  readonly width: number;
  readonly height: number;
  readonly values: Float64Array;
}

/** Which ways a patch may move. What touches an edge of the screen stays at it. */
export interface Free {
  readonly x: boolean;
  readonly y: boolean;
}

function greyOf({ data, width }: Pixels, rect: Rect, by: number): Grey {
  const w = Math.max(1, Math.floor(rect.width / by));
  const h = Math.max(1, Math.floor(rect.height / by));
  const values = new Float64Array(w * h);
  const n = Math.min(by, rect.width) * Math.min(by, rect.height);
  for (let y = 0; y < h; y++)
    for (let x = 0; x < w; x++) {
      let sum = 0;
      for (let v = 0; v < Math.min(by, rect.height); v++)
        for (let u = 0; u < Math.min(by, rect.width); u++) {
          const i = ((rect.y + y * by + v) * width + rect.x + x * by + u) * 4;
          sum += luma(byteAt(data, i), byteAt(data, i + 1), byteAt(data, i + 2));
        }
      values[y * w + x] = sum / n;
    }
  return { width: w, height: h, values };
}

/** How much the two differ where they overlap, but for their mean brightness: the variance of the difference. */
function unlike(own: Grey, patch: Grey, atX: number, atY: number): number {
  const x0 = Math.max(0, -atX);
  const x1 = Math.min(patch.width, own.width - atX);
  const y0 = Math.max(0, -atY);
  const y1 = Math.min(patch.height, own.height - atY);
  const n = (x1 - x0) * (y1 - y0);
  // Less than half of it would be told by what is not there.
  if (x1 <= x0 || y1 <= y0 || n * 2 < patch.values.length) return Infinity;
  let sum = 0;
  let squares = 0;
  for (let y = y0; y < y1; y++) {
    let i = y * patch.width + x0;
    let j = (y + atY) * own.width + x0 + atX;
    for (let x = x0; x < x1; x++, i++, j++) {
      const d = doubleAt(own.values, j) - doubleAt(patch.values, i);
      sum += d;
      squares += d * d;
    }
  }
  return squares / n - (sum / n) * (sum / n);
}

/**
 * Where a patch fits best, within `REACH` of where it is expected: roughly on smaller pictures first, then to the pixel. Another
 * brightness of the whole does not count, and of places that fit equally well the nearest wins.
 *
 * @param at where it is expected, its top left corner on the own picture
 * @returns how far it is off, in pixels
 */
export function bestOffset(
  own: Pixels,
  patch: Pixels,
  at: { readonly x: number; readonly y: number },
  free: Free = { x: true, y: true },
): { readonly dx: number; readonly dy: number } {
  const around: Rect = {
    x: Math.max(0, at.x - REACH),
    y: Math.max(0, at.y - REACH),
    width: 0,
    height: 0,
  };
  const x1 = Math.min(own.width, at.x + patch.width + REACH);
  const y1 = Math.min(own.height, at.y + patch.height + REACH);
  const area = { ...around, width: x1 - around.x, height: y1 - around.y };
  if (area.width < 1 || area.height < 1) return { dx: 0, dy: 0 };
  const whole = { x: 0, y: 0, width: patch.width, height: patch.height };
  const search = (by: number, from: { dx: number; dy: number }, reach: number) => {
    const ground = greyOf(own, area, by);
    const grey = greyOf(patch, whole, by);
    let best = { dx: from.dx, dy: from.dy };
    let least = Infinity;
    const [rx, ry] = [free.x ? reach : 0, free.y ? reach : 0];
    for (let dy = from.dy - ry; dy <= from.dy + ry; dy += by)
      for (let dx = from.dx - rx; dx <= from.dx + rx; dx += by) {
        if (Math.max(Math.abs(dx), Math.abs(dy)) > REACH) continue;
        const x = Math.round((at.x + dx - area.x) / by);
        const y = Math.round((at.y + dy - area.y) / by);
        const cost = unlike(ground, grey, x, y) + STAYS * Math.hypot(dx, dy);
        if (cost < least) {
          least = cost;
          best = { dx, dy };
        }
      }
    return best;
  };
  // What is thinner than a few rough pixels would be lost in them.
  const isThin = Math.min(patch.width, patch.height) < ROUGH * 4;
  if (isThin) return search(1, { dx: 0, dy: 0 }, REACH);
  return search(1, search(ROUGH, { dx: 0, dy: 0 }, REACH), ROUGH);
}
