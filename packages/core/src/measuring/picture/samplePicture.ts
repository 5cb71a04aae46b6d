import { byteAt } from '../../ground/cells.js';
import { dominantColours } from './dominant.js';
import { toBase64 } from '../../ground/base64.js';
import type { Pixels } from './pixels.js';

/** What pictures are compared by: luma of a 64 × 64 square in base64, and up to six colours with their shares (0–1). */
export interface PictureSample {
  readonly luma: string;
  readonly colours: readonly { readonly hex: string; readonly share: number }[];
}
/** The side of the square in which pictures are compared, in pixels. */
export const SAMPLE = 64;
/** So many colours stand for a picture. */
const COLOURS = 6;
/** What pictures are drawn on for comparing: mid-grey. */
const GREY = 128;

/** Luma as the model has it: (77 R + 150 G + 29 B + 128) >> 8. */
export function luma(r: number, g: number, b: number): number {
  return (77 * r + 150 * g + 29 * b + 128) >> 8;
}

/** Draws a picture on mid-grey, its longest side fitted to 64 pixels, padded to a square: RGB bytes. Means over areas. */
export function fitted(pixels: Pixels): Pixels {
  const { width, height, data } = pixels;
  const k = SAMPLE / Math.max(width, height);
  const w = Math.max(1, Math.round(width * k));
  const h = Math.max(1, Math.round(height * k));
  const x0 = (SAMPLE - w) >> 1;
  const y0 = (SAMPLE - h) >> 1;
  const out = new Uint8Array(SAMPLE * SAMPLE * 4).fill(GREY);
  for (let i = 3; i < out.length; i += 4) out[i] = 255;
  for (let y = 0; y < h; y++)
    for (let x = 0; x < w; x++) {
      const fromX = (x * width) / w;
      const toX = ((x + 1) * width) / w;
      const fromY = (y * height) / h;
      const toY = ((y + 1) * height) / h;
      const sum = [0, 0, 0];
      let area = 0;
      for (let j = Math.floor(fromY); j < Math.min(height, Math.ceil(toY)); j++)
        for (let i = Math.floor(fromX); i < Math.min(width, Math.ceil(toX)); i++) {
          const part =
            (Math.min(toX, i + 1) - Math.max(fromX, i)) * (Math.min(toY, j + 1) - Math.max(fromY, j));
          const p = (j * width + i) * 4;
          const a = byteAt(data, p + 3) / 255;
          for (let c = 0; c < 3; c++) sum[c]! += part * (byteAt(data, p + c) * a + GREY * (1 - a));
          area += part;
        }
      const o = ((y0 + y) * SAMPLE + x0 + x) * 4;
      for (let c = 0; c < 3; c++) out[o + c] = Math.round(sum[c]! / area);
    }
  return { width: SAMPLE, height: SAMPLE, data: out };
}

/** What pictures are compared by: luma of the fitted square, and the picture's own dominant colours. */
export function samplePicture(pixels: Pixels): PictureSample {
  const square = fitted(pixels);
  const bytes = new Uint8Array(SAMPLE * SAMPLE);
  for (let i = 0; i < bytes.length; i++)
    bytes[i] = luma(
      byteAt(square.data, i * 4),
      byteAt(square.data, i * 4 + 1),
      byteAt(square.data, i * 4 + 2),
    );
  const colours = dominantColours(
    pixels,
    { x: 0, y: 0, width: pixels.width, height: pixels.height },
    COLOURS,
  );
  return {
    luma: toBase64(bytes),
    colours: colours.map(({ hex, share }) => ({ hex, share: Math.round(share * 1e4) / 1e4 })),
  };
}
