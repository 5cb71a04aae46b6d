import { doubleAt } from '../../ground/cells.js';

/** Gaussian window of 11 with σ 1.5, and the two constants. Source: Wang, Bovik, Sheikh, Simoncelli 2004. */
export const WINDOW = 11;
const SIGMA = 1.5;
export const C1 = (0.01 * 255) ** 2;
export const C2 = (0.03 * 255) ** 2;

/** The window's weights along one axis; their sum is 1. */
export const GAUSSIAN: Float64Array = (() => {
  const half = (WINDOW - 1) / 2;
  const weights = Float64Array.from({ length: WINDOW }, (_, i) =>
    Math.exp(-((i - half) ** 2) / (2 * SIGMA ** 2)),
  );
  const sum = weights.reduce((a, b) => a + b, 0);
  return weights.map((w) => w / sum);
})();

/** Filters an image with the window, valid places only. */
function filtered(image: Float64Array, width: number, height: number): Float64Array {
  const w = width - WINDOW + 1;
  const h = height - WINDOW + 1;
  const rows = new Float64Array(w * height);
  for (let y = 0; y < height; y++)
    for (let x = 0; x < w; x++) {
      let sum = 0;
      for (let k = 0; k < WINDOW; k++) sum += doubleAt(GAUSSIAN, k) * doubleAt(image, y * width + x + k);
      rows[y * w + x] = sum;
    }
  const out = new Float64Array(w * h);
  for (let y = 0; y < h; y++)
    for (let x = 0; x < w; x++) {
      let sum = 0;
      for (let k = 0; k < WINDOW; k++) sum += doubleAt(GAUSSIAN, k) * doubleAt(rows, (y + k) * w + x);
      out[y * w + x] = sum;
    }
  return out;
}

/**
 * Mean structural similarity of two luma images of one size, −1 to 1: valid windows, no downsampling.
 *
 * @param a, b luma 0–255, row by row, at least `WINDOW` on each side
 */
export function meanSsim(a: ArrayLike<number>, b: ArrayLike<number>, width: number, height: number): number {
  const n = width * height;
  const x = Float64Array.from(a);
  const y = Float64Array.from(b);
  const product = (p: Float64Array, q: Float64Array) => {
    const out = new Float64Array(n);
    for (let i = 0; i < n; i++) out[i] = doubleAt(p, i) * doubleAt(q, i);
    return filtered(out, width, height);
  };
  const mx = filtered(x, width, height);
  const my = filtered(y, width, height);
  const xx = product(x, x);
  const yy = product(y, y);
  const xy = product(x, y);
  let sum = 0;
  for (let i = 0; i < mx.length; i++) {
    const u = doubleAt(mx, i);
    const v = doubleAt(my, i);
    const top = (2 * u * v + C1) * (2 * (doubleAt(xy, i) - u * v) + C2);
    const foot = (u * u + v * v + C1) * (doubleAt(xx, i) - u * u + doubleAt(yy, i) - v * v + C2);
    sum += top / foot;
  }
  return sum / mx.length;
}
