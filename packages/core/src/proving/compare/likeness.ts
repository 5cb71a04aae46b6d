import type { Likeness } from '../../model/coat/fields.js';
import type { Pixels } from '../../measuring/picture/pixels.js';
import type { Rect } from '../../measuring/picture/rect.js';
import { resample } from '../../measuring/picture/resample.js';
import { samplePicture } from '../../measuring/picture/samplePicture.js';
import { coloursCloseness } from '../../model/traits/pictureCloseness.js';
import { differenceOfPixels, sumDifferences } from './differenceMap.js';
import { ssimOfPixels } from './ssimOfPixels.js';

/** Pixels as little-endian words, over the same memory where it is aligned. */
export function wordsOf({ data }: Pixels): Uint32Array {
  return data.byteOffset % 4 === 0
    ? new Uint32Array(data.buffer, data.byteOffset, data.length / 4)
    : new Uint32Array(Uint8Array.from(data).buffer);
}

/** A part of a picture by itself, as it is. `rect` lies inside it. */
export function cropOf(pixels: Pixels, rect: Rect): Pixels {
  return resample(pixels, rect, rect.width, rect.height);
}

/** How much two pictures of one size look alike: differences of colour, structure, and the colours in use. */
export function likenessOf(a: Pixels, b: Pixels): Likeness {
  const map = new Float32Array(a.width * a.height);
  const [p, q] = [wordsOf(a), wordsOf(b)];
  differenceOfPixels(p, q, 0, map.length, map);
  const { sum, windows } = ssimOfPixels(p, q, a.width, a.height);
  return {
    ...sumDifferences(map, a.width, null),
    ssim: windows === 0 ? null : sum / windows,
    palette: coloursCloseness(samplePicture(a).colours, samplePicture(b).colours),
  };
}
