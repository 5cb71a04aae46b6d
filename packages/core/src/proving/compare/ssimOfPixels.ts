import { byteAt, doubleAt, wordAt } from '../../ground/cells.js';
import { C1, C2, GAUSSIAN, WINDOW } from '../../measuring/picture/ssim.js';

/** Columns that are worked on together: few enough to stay in the nearest cache, many enough to pay for their overlap. */
const TILE = 128;
const REACH = WINDOW - 1;
/** Rows that are at hand: those of two windows, one below the other. */
const AT_HAND = WINDOW + 1;
const [W0 = 0, W1 = 0, W2 = 0, W3 = 0, W4 = 0, W5 = 0] = GAUSSIAN;

/** What windows come to: their structural similarity added up, and how many they are. */
export interface SsimSum {
  readonly sum: number;
  readonly windows: number;
}

/** A line of values filtered downwards, and the same of their squares. */
interface Filtered {
  readonly values: Float64Array;
  readonly squares: Float64Array;
}
const lineOf = (): Filtered => ({
  // One more than a tile needs, since windows are taken two at a time.
  values: new Float64Array(TILE + REACH + 1),
  squares: new Float64Array(TILE + REACH + 1),
});

/** Luma of a colour given as a little-endian word: (77 R + 150 G + 29 B + 128) >> 8. */
function luma(word: number): number {
  return (77 * (word & 255) + 150 * ((word >> 8) & 255) + 29 * ((word >> 16) & 255) + 128) >> 8;
}

/**
 * Filters twelve rows downwards to two lines, one a row below the other, for columns `x0` to before `x1`. Each pixel is
 * read, and squared, once for both.
 *
 * @param rows the rows at hand, of which `first` is the upmost
 */
function filterDown(
  rows: readonly Float64Array[],
  first: number,
  x0: number,
  x1: number,
  upper: Filtered,
  lower: Filtered,
): void {
  const row = (k: number) => rows[(first + k) % AT_HAND]!;
  const [r0, r1, r2, r3, r4, r5] = [row(0), row(1), row(2), row(3), row(4), row(5)];
  const [r6, r7, r8, r9, r10, r11] = [row(6), row(7), row(8), row(9), row(10), row(11)];
  const { values: up, squares: upSquares } = upper;
  const { values: low, squares: lowSquares } = lower;
  for (let x = x0, i = 0; x < x1; x++, i++) {
    const v0 = doubleAt(r0, x);
    const v1 = doubleAt(r1, x);
    const v2 = doubleAt(r2, x);
    const v3 = doubleAt(r3, x);
    const v4 = doubleAt(r4, x);
    const v5 = doubleAt(r5, x);
    const v6 = doubleAt(r6, x);
    const v7 = doubleAt(r7, x);
    const v8 = doubleAt(r8, x);
    const v9 = doubleAt(r9, x);
    const v10 = doubleAt(r10, x);
    const v11 = doubleAt(r11, x);
    up[i] = W0 * (v0 + v10) + W1 * (v1 + v9) + W2 * (v2 + v8) + (W3 * (v3 + v7) + W4 * (v4 + v6) + W5 * v5);
    low[i] = W0 * (v1 + v11) + W1 * (v2 + v10) + W2 * (v3 + v9) + (W3 * (v4 + v8) + W4 * (v5 + v7) + W5 * v6);
    const q1 = v1 * v1;
    const q2 = v2 * v2;
    const q3 = v3 * v3;
    const q4 = v4 * v4;
    const q5 = v5 * v5;
    const q6 = v6 * v6;
    const q7 = v7 * v7;
    const q8 = v8 * v8;
    const q9 = v9 * v9;
    const q10 = v10 * v10;
    upSquares[i] =
      W0 * (v0 * v0 + q10) + W1 * (q1 + q9) + W2 * (q2 + q8) + (W3 * (q3 + q7) + W4 * (q4 + q6) + W5 * q5);
    lowSquares[i] =
      W0 * (q1 + v11 * v11) + W1 * (q2 + q10) + W2 * (q3 + q9) + (W3 * (q4 + q8) + W4 * (q5 + q7) + W5 * q6);
  }
}

/** Filters a line along, two windows at a time: `out` gets as many values as there are windows, and perhaps one more. */
function filterAlong(v: Float64Array, windows: number, out: Float64Array): void {
  for (let i = 0; i < windows; i += 2) {
    const v1 = doubleAt(v, i + 1);
    const v2 = doubleAt(v, i + 2);
    const v3 = doubleAt(v, i + 3);
    const v4 = doubleAt(v, i + 4);
    const v5 = doubleAt(v, i + 5);
    const v6 = doubleAt(v, i + 6);
    const v7 = doubleAt(v, i + 7);
    const v8 = doubleAt(v, i + 8);
    const v9 = doubleAt(v, i + 9);
    const v10 = doubleAt(v, i + 10);
    out[i] =
      W0 * (doubleAt(v, i) + v10) +
      W1 * (v1 + v9) +
      W2 * (v2 + v8) +
      (W3 * (v3 + v7) + W4 * (v4 + v6) + W5 * v5);
    out[i + 1] =
      W0 * (v1 + doubleAt(v, i + 11)) +
      W1 * (v2 + v10) +
      W2 * (v3 + v9) +
      (W3 * (v4 + v8) + W4 * (v5 + v7) + W5 * v6);
  }
}

/** The means and mean squares of sum and difference over windows, filled anew for every tile. */
const means = { s: new Float64Array(TILE + 1), d: new Float64Array(TILE + 1) };
const meanSquares = { s: new Float64Array(TILE + 1), d: new Float64Array(TILE + 1) };

/** The similarity of the windows of a tile, added up, from the filtered sum `s` and difference `d` of the two pictures. */
function similarity(s: Filtered, d: Filtered, windows: number): number {
  filterAlong(s.values, windows, means.s);
  filterAlong(d.values, windows, means.d);
  filterAlong(s.squares, windows, meanSquares.s);
  filterAlong(d.squares, windows, meanSquares.d);
  let sum = 0;
  for (let i = 0; i < windows; i++) {
    // With s = x + y, d = x − y: 4 x̄ȳ = s̄² − d̄², 2 (x̄² + ȳ²) = s̄² + d̄², and so for the variances.
    const ms = doubleAt(means.s, i);
    const md = doubleAt(means.d, i);
    const ms2 = ms * ms;
    const md2 = md * md;
    const vars = doubleAt(meanSquares.s, i) - ms2;
    const vard = doubleAt(meanSquares.d, i) - md2;
    sum +=
      (((ms2 - md2) * 0.5 + C1) * ((vars - vard) * 0.5 + C2)) /
      (((ms2 + md2) * 0.5 + C1) * ((vars + vard) * 0.5 + C2));
  }
  return sum;
}

/**
 * Structural similarity of two pictures over the windows that begin in rows `from` to before `to`: the same numbers as
 * `meanSsim`, made for large pictures. It works on sum and difference of the two, which need four filters in place of
 * five, takes two windows at a time in both directions, and passes over windows in which nothing differs: there the
 * similarity is 1.
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
  const across = width - REACH;
  if (across < 1 || to <= from) return { sum: 0, windows: 0 };
  const tiles = Math.ceil(width / TILE);
  // Of the rows at hand: sum and difference of the lumas, and in which tiles anything differs.
  const ring = () => Array.from({ length: AT_HAND }, () => new Float64Array(width));
  const [s, d] = [ring(), ring()];
  const differs = Array.from({ length: AT_HAND }, () => new Uint8Array(tiles));
  const dirty = new Uint32Array(tiles + 1);
  const take = (row: number) => {
    const at = row % AT_HAND;
    const [sr, dr, flags] = [s[at]!, d[at]!, differs[at]!];
    for (let t = 0; t < tiles; t++) dirty[t] = wordAt(dirty, t) - byteAt(flags, t);
    flags.fill(0);
    for (let x = 0, i = row * width; x < width; x++, i++) {
      const p = luma(wordAt(a, i));
      const q = luma(wordAt(b, i));
      sr[x] = p + q;
      dr[x] = p - q;
      if (p !== q) flags[(x / TILE) | 0] = 1;
    }
    for (let t = 0; t < tiles; t++) dirty[t] = wordAt(dirty, t) + byteAt(flags, t);
  };
  const [upperS, upperD, lowerS, lowerD] = [lineOf(), lineOf(), lineOf(), lineOf()];

  for (let row = from; row < from + REACH; row++) take(row);
  let sum = 0;
  for (let y = from; y < to; y += 2) {
    take(y + REACH);
    // Under the last row there may be none: the one at hand is then of before, and its windows are not counted.
    const isPair = y + 1 < to;
    if (isPair) take(y + WINDOW);
    for (let x0 = 0, t = 0; x0 < across; x0 += TILE, t++) {
      const windows = Math.min(TILE, across - x0);
      if (dirty[t] === 0 && dirty[t + 1] === 0) {
        sum += isPair ? 2 * windows : windows;
        continue;
      }
      filterDown(s, y, x0, x0 + windows + REACH, upperS, lowerS);
      filterDown(d, y, x0, x0 + windows + REACH, upperD, lowerD);
      sum += similarity(upperS, upperD, windows);
      if (isPair) sum += similarity(lowerS, lowerD, windows);
    }
  }
  return { sum, windows: across * (to - from) };
}
