import { singleAt, wordAt } from '../../ground/cells.js';
import { luma } from '../../measuring/picture/samplePicture.js';

/**
 * The scale of a picture of differences: from which CIEDE2000 on a shade is used, in words, and the shade. The steps are
 * those of the closeness of colours. Each shade is darker than the one before, so that the scale is read without its hue.
 */
export const DIFFERENCE_SCALE = [
  { from: 0, words: 'not to be seen', shade: null },
  { from: 1, words: 'side by side', shade: [176, 214, 206] },
  { from: 5, words: 'at a glance', shade: [92, 164, 154] },
  { from: 10, words: 'another colour', shade: [22, 98, 92] },
  { from: 25, words: 'nothing in common', shade: [4, 26, 26] },
] as const;

/** What does not differ is the own picture in faint greys, from this level up, so that one sees where one is. */
const FAINTEST = 205;
const GREYS = 50;

/**
 * Paints differences by their scale, over the own picture in faint greys.
 *
 * @param map CIEDE2000 by pixel
 * @param own the own picture's pixels as little-endian words
 * @param out four bytes a pixel
 */
export function paintDifferences(map: Float32Array, own: Uint32Array, out: Uint8ClampedArray): void {
  const [, side, glance, other, nothing] = DIFFERENCE_SCALE;
  for (let i = 0, o = 0; i < map.length; i++, o += 4) {
    const d = singleAt(map, i);
    if (d < side.from) {
      const w = wordAt(own, i);
      const grey = FAINTEST + (GREYS * luma(w & 255, (w >> 8) & 255, (w >> 16) & 255)) / 255;
      out[o] = out[o + 1] = out[o + 2] = grey;
    } else {
      const step = d < glance.from ? side : d < other.from ? glance : d < nothing.from ? other : nothing;
      const { shade } = step;
      out[o] = shade[0];
      out[o + 1] = shade[1];
      out[o + 2] = shade[2];
    }
    out[o + 3] = 255;
  }
}
