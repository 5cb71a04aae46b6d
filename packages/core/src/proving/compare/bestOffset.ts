import { byteAt, doubleAt, wordAt } from '../../ground/cells.js';
import type { Pixels } from '../../measuring/picture/pixels.js';
import { luma } from '../../measuring/picture/samplePicture.js';

/** How far a patch may be from where it is expected, in pixels. Source: the product's model, "comparison of pictures". */
export const REACH = 32;
/** At most about so many pixels of a patch are looked at everywhere within reach. */
const TELLING = 2500;
/** About so many of those at every place first; where they fit best, at so many places, all of those. */
const FIRST_LOOK = 400;
const SECOND_LOOK = 250;
/** So many of the places at which those fit best are looked at by all of their pixels, or by so many of a large patch. */
const CANDIDATES = 8;
const LAST_LOOK = 40_000;
/** Equals are told apart by this much for each pixel of distance: what is the same everywhere has not moved. */
const STAYS = 0.02;
/** Less than this share of a patch on the picture would be told by what is not there. */
const LEAST_SHARE = 0.5;

/** Luma of every pixel, 0 to 255. */
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

/** Luma of what lies within bounds, both ends clipped to the picture. */
function greyOf({ data, width, height }: Pixels, x0: number, y0: number, x1: number, y1: number): Grey {
  const [left, top] = [Math.max(0, x0), Math.max(0, y0)];
  const w = Math.max(0, Math.min(width, x1) - left);
  const h = Math.max(0, Math.min(height, y1) - top);
  const values = new Float64Array(w * h);
  for (let y = 0, o = 0; y < h; y++) {
    let i = ((top + y) * width + left) * 4;
    for (let x = 0; x < w; x++, i += 4, o++)
      values[o] = luma(byteAt(data, i), byteAt(data, i + 1), byteAt(data, i + 2));
  }
  return { width: w, height: h, values };
}

/**
 * Pixels of a patch by which its place can be told: of each cell of a grid over it the one at which brightness changes most, and
 * its middle, so that plain ground speaks as well. Of a small patch, all.
 */
function tellingPixels({ width, height, values }: Grey): Int32Array {
  if (width * height <= TELLING) return Int32Array.from({ length: width * height }, (_, i) => i);
  const side = Math.sqrt((width * height * 2) / TELLING);
  const [columns, rows] = [Math.max(1, Math.round(width / side)), Math.max(1, Math.round(height / side))];
  const chosen = new Set<number>();
  for (let r = 0; r < rows; r++)
    for (let c = 0; c < columns; c++) {
      const [x0, x1] = [Math.floor((c * width) / columns), Math.floor(((c + 1) * width) / columns)];
      const [y0, y1] = [Math.floor((r * height) / rows), Math.floor(((r + 1) * height) / rows)];
      let best = ((y0 + y1) >> 1) * width + ((x0 + x1) >> 1);
      chosen.add(best);
      let most = -1;
      for (let y = y0; y < Math.min(y1, height - 1); y++)
        for (let x = x0, i = y * width + x0; x < Math.min(x1, width - 1); x++, i++) {
          const here = doubleAt(values, i);
          const change =
            Math.abs(doubleAt(values, i + 1) - here) + Math.abs(doubleAt(values, i + width) - here);
          if (change > most) {
            most = change;
            best = i;
          }
        }
      chosen.add(best);
    }
  return Int32Array.from(chosen);
}

/** Pixels of a patch, ready to be laid on another picture. */
interface Probe {
  readonly xs: Int32Array;
  readonly ys: Int32Array;
  readonly values: Float64Array;
}

function probeOf(patch: Grey, pixels: Int32Array): Probe {
  const ys = pixels.map((i) => Math.floor(i / patch.width));
  return {
    xs: pixels.map((i, k) => i - wordAt(ys, k) * patch.width),
    ys,
    values: Float64Array.from(pixels, (i) => doubleAt(patch.values, i)),
  };
}

/** How much two differ where they overlap, but for their mean brightness: the variance of the difference at a probe's pixels. */
function unlike(own: Grey, { xs, ys, values }: Probe, atX: number, atY: number): number {
  let [n, sum, squares] = [0, 0, 0];
  for (let k = 0; k < xs.length; k++) {
    const x = wordAt(xs, k) + atX;
    const y = wordAt(ys, k) + atY;
    if (x < 0 || y < 0 || x >= own.width || y >= own.height) continue;
    const d = doubleAt(own.values, y * own.width + x) - doubleAt(values, k);
    n++;
    sum += d;
    squares += d * d;
  }
  if (n < xs.length * LEAST_SHARE) return Infinity;
  return squares / n - (sum / n) * (sum / n);
}

/** Every so many-th of a list, from the first on. */
const thinned = (list: Int32Array, by: number) => list.filter((_, k) => k % by === 0);

/**
 * Where a patch fits best, within `REACH` of where it is expected: everywhere by its most telling pixels, then by all of them at
 * the places where those fit best, also where a part of it or of the reach lies beyond the picture. Another brightness of the whole does not count, and of places that fit equally well the nearest
 * wins.
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
  const [rx, ry] = [free.x ? REACH : 0, free.y ? REACH : 0];
  const left = Math.max(0, at.x - rx);
  const top = Math.max(0, at.y - ry);
  const ground = greyOf(own, left, top, at.x + patch.width + rx, at.y + patch.height + ry);
  if (ground.width < 1 || ground.height < 1) return { dx: 0, dy: 0 };
  const grey = greyOf(patch, 0, 0, patch.width, patch.height);
  const telling = tellingPixels(grey);
  const every = Int32Array.from({ length: grey.values.length }, (_, i) => i);
  let places: { readonly dx: number; readonly dy: number }[] = [];
  for (let dy = 0 - ry; dy <= ry; dy++) for (let dx = 0 - rx; dx <= rx; dx++) places.push({ dx, dy });
  // Few pixels at every place, more where those fit best, and nearly all of them at the last few.
  for (const [pixels, kept] of [
    [thinned(telling, Math.max(1, Math.round(telling.length / FIRST_LOOK))), SECOND_LOOK],
    [telling, CANDIDATES],
    [thinned(every, Math.max(1, Math.round(every.length / LAST_LOOK))), 1],
  ] as const) {
    const probe = probeOf(grey, pixels);
    places = places
      .map(({ dx, dy }) => ({
        dx,
        dy,
        cost: unlike(ground, probe, at.x + dx - left, at.y + dy - top) + STAYS * Math.hypot(dx, dy),
      }))
      .filter(({ cost }) => cost < Infinity)
      .sort((a, b) => a.cost - b.cost)
      .slice(0, kept);
  }
  const [best] = places;
  return { dx: best?.dx ?? 0, dy: best?.dy ?? 0 };
}
