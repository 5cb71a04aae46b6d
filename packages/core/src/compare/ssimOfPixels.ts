import { C1, C2, GAUSSIAN, WINDOW } from './ssim.js';

/** Columns that are worked on together: few enough to stay in the nearest cache, many enough to pay for their overlap. */
const TILE = 64;
const REACH = WINDOW - 1;
const [W0, W1, W2, W3, W4, W5] = GAUSSIAN as unknown as [number, number, number, number, number, number];

/** What windows come to: their structural similarity added up, and how many they are. */
export interface SsimSum {
  readonly sum: number;
  readonly windows: number;
}

/** Luma of a colour given as a little-endian word: (77 R + 150 G + 29 B + 128) >> 8. */
function luma(word: number): number {
  return (77 * (word & 255) + 150 * ((word >> 8) & 255) + 29 * ((word >> 16) & 255) + 128) >> 8;
}

/** One filtered line of the window, symmetric round its middle: values `at` to `at + 10`. */
function across(v: Float64Array, at: number): number {
  return (
    W0 * (v[at]! + v[at + 10]!) +
    W1 * (v[at + 1]! + v[at + 9]!) +
    W2 * (v[at + 2]! + v[at + 8]!) +
    W3 * (v[at + 3]! + v[at + 7]!) +
    W4 * (v[at + 4]! + v[at + 6]!) +
    W5 * v[at + 5]!
  );
}

/**
 * Structural similarity of two pictures over the windows that begin in rows `from` to before `to`: the same numbers as
 * `meanSsim`, made for large pictures. It works on sum and difference of the two, which need four filters in place of
 * five, and passes over windows in which nothing differs: there the similarity is 1.
 *
 * @param a, b pixels as little-endian words: red, green, blue from the lowest byte; alpha does not count
 * @param from, to rows of windows, 0 to `height` − 10
 */
export function ssimOfPixels(
  a: Uint32Array,
  b: Uint32Array,
  width: number,
  height: number,
  from = 0,
  to = height - REACH,
): SsimSum {
  const across0 = width - REACH;
  if (across0 < 1 || to <= from) return { sum: 0, windows: 0 };
  const tiles = Math.ceil(width / TILE);
  // Of the last eleven rows: sum and difference of the lumas, and in which tiles anything differs. Whole numbers below 2²⁴,
  // the squares too, are exact in 32 bits.
  const ring = () => Array.from({ length: WINDOW }, () => new Float32Array(width));
  const [s, d] = [ring(), ring()];
  const differs = Array.from({ length: WINDOW }, () => new Uint8Array(tiles));
  const dirty = new Uint32Array(tiles + 1);
  const take = (row: number) => {
    const at = row % WINDOW;
    const [sr, dr, flags] = [s[at]!, d[at]!, differs[at]!];
    for (let t = 0; t < tiles; t++) dirty[t]! -= flags[t]!;
    flags.fill(0);
    for (let x = 0, i = row * width; x < width; x++, i++) {
      const p = luma(a[i]!);
      const q = luma(b[i]!);
      sr[x] = p + q;
      dr[x] = p - q;
      if (p !== q) flags[(x / TILE) | 0] = 1;
    }
    for (let t = 0; t < tiles; t++) dirty[t]! += flags[t]!;
  };
  const [vs, vd, vss, vdd] = [0, 0, 0, 0].map(() => new Float64Array(TILE + REACH)) as [
    Float64Array,
    Float64Array,
    Float64Array,
    Float64Array,
  ];
  /** Filters values and their squares down the eleven rows, the oldest first, for columns `x0` to before `x1`. */
  const down = (
    rows: readonly Float32Array[],
    first: number,
    x0: number,
    x1: number,
    out: Float64Array,
    squares: Float64Array,
  ) => {
    const row = (k: number) => rows[(first + k) % WINDOW]!;
    const [r0, r1, r2, r3, r4] = [row(0), row(1), row(2), row(3), row(4)];
    const [r5, r6, r7, r8, r9, r10] = [row(5), row(6), row(7), row(8), row(9), row(10)];
    for (let x = x0, i = 0; x < x1; x++, i++) {
      const v0 = r0[x]!;
      const v1 = r1[x]!;
      const v2 = r2[x]!;
      const v3 = r3[x]!;
      const v4 = r4[x]!;
      const v5 = r5[x]!;
      const v6 = r6[x]!;
      const v7 = r7[x]!;
      const v8 = r8[x]!;
      const v9 = r9[x]!;
      const v10 = r10[x]!;
      out[i] = W0 * (v0 + v10) + W1 * (v1 + v9) + W2 * (v2 + v8) + W3 * (v3 + v7) + W4 * (v4 + v6) + W5 * v5;
      squares[i] =
        W0 * (v0 * v0 + v10 * v10) +
        W1 * (v1 * v1 + v9 * v9) +
        W2 * (v2 * v2 + v8 * v8) +
        W3 * (v3 * v3 + v7 * v7) +
        W4 * (v4 * v4 + v6 * v6) +
        W5 * v5 * v5;
    }
  };

  for (let row = from; row < from + REACH; row++) take(row);
  let sum = 0;
  for (let y = from; y < to; y++) {
    take(y + REACH);
    for (let x0 = 0, t = 0; x0 < across0; x0 += TILE, t++) {
      const windows = Math.min(TILE, across0 - x0);
      if (dirty[t] === 0 && dirty[t + 1] === 0) {
        sum += windows;
        continue;
      }
      const x1 = x0 + windows + REACH;
      down(s, y, x0, x1, vs, vss);
      down(d, y, x0, x1, vd, vdd);
      for (let i = 0; i < windows; i++) {
        const ms = across(vs, i);
        const md = across(vd, i);
        // With s = x + y, d = x − y: 4 x̄ȳ = s̄² − d̄², 2 (x̄² + ȳ²) = s̄² + d̄², and so for the variances.
        const ms2 = ms * ms;
        const md2 = md * md;
        const vars = across(vss, i) - ms2;
        const vard = across(vdd, i) - md2;
        sum +=
          (((ms2 - md2) * 0.5 + C1) * ((vars - vard) * 0.5 + C2)) /
          (((ms2 + md2) * 0.5 + C1) * ((vars + vard) * 0.5 + C2));
      }
    }
  }
  return { sum, windows: across0 * (to - from) };
}
