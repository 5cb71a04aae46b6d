import { doubleAt, singleAt, wordAt } from '../../ground/cells.js';
import { LINEAR_OF_BYTE } from '../../measuring/colour/srgb.js';
import { TO_XYZ_OF_WHITE, labResponse } from '../../measuring/colour/lab.js';
import { chromaStretch, chromaTurn, hueTurn, lightnessWeight } from '../../measuring/colour/ciede2000.js';

/**
 * CIEDE2000 of whole pictures. All that depends on one number alone (the cube root of Lab, the shift of a*, the weights, the
 * turn of blue hues) is read out of tables with straight lines between their entries, so that a pair of colours takes square
 * roots and nothing slower. Against the formula itself the difference is below 0.002 everywhere, which the tests hold.
 */

/** A function of one number as a table: `steps` straight pieces from `from` to `to`. */
function table(from: number, to: number, steps: number, f: (x: number) => number): Float64Array {
  return Float64Array.from({ length: steps + 2 }, (_, i) => f(from + ((to - from) * i) / steps));
}

/** Fine enough for the cube root near black, where it is steepest: 7 · 10⁻⁷ at most. */
const ROOT_STEPS = 16_384;
const ROOT = table(0, 1, ROOT_STEPS, labResponse);
/** Chroma inside sRGB stays below 140 and, stretched, below 200. */
const MOST_CHROMA = 256;
const CHROMA_STEPS = 8192;
const PER_CHROMA = CHROMA_STEPS / MOST_CHROMA;
const STRETCH = table(0, MOST_CHROMA, CHROMA_STEPS, chromaStretch);
const TURN = table(0, MOST_CHROMA, CHROMA_STEPS, chromaTurn);
const PER_LIGHTNESS = 32;
const LIGHTNESS = table(0, 100, 100 * PER_LIGHTNESS, (l) => 1 / lightnessWeight(l));
/** By the cosine of the angle to 275°, the hue around which blues are turned. */
const HUE_STEPS = 8192;
const HUE = table(-1, 1, HUE_STEPS, (cos) => hueTurn(275 + (Math.acos(Math.min(1, cos)) * 180) / Math.PI));
const COS275 = Math.cos((275 * Math.PI) / 180);
const SIN275 = Math.sin((275 * Math.PI) / 180);
const COS30 = Math.cos(Math.PI / 6);
const COS6 = Math.cos(Math.PI / 30);
const SIN6 = Math.sin(Math.PI / 30);
const COS63 = Math.cos((63 * Math.PI) / 180);
const SIN63 = Math.sin((63 * Math.PI) / 180);

const LINEAR = Float64Array.from(LINEAR_OF_BYTE);
const [XR, XG, XB, YR, YG, YB, ZR, ZG, ZB] = TO_XYZ_OF_WHITE;

/** Pairs that were seen lately are not worked out again: pictures repeat theirs. A power of two. */
const REMEMBERED = 1 << 13;

/** The colour of a pixel that is read as a little-endian word, without its alpha. */
const COLOUR = 0xffffff;

/**
 * Differences of some of the pixels of two pictures of one size.
 *
 * @param a, b pixels as little-endian words: red, green, blue from the lowest byte; alpha does not count
 * @param from, to the pixels to compare, from the first to before the last
 * @param out CIEDE2000 by pixel, from `out[from]` on
 */
export function differenceOfPixels(
  a: Uint32Array,
  b: Uint32Array,
  from: number,
  to: number,
  out: Float32Array,
): void {
  const firsts = new Int32Array(REMEMBERED).fill(-1);
  const seconds = new Int32Array(REMEMBERED).fill(-1);
  const known = new Float64Array(REMEMBERED);
  let lastP = -1;
  let lastQ = -1;
  let last = 0;
  for (let i = from; i < to; i++) {
    const p = wordAt(a, i) & COLOUR;
    const q = wordAt(b, i) & COLOUR;
    if (p === q) {
      out[i] = 0;
      continue;
    }
    if (p !== lastP || q !== lastQ) {
      lastP = p;
      lastQ = q;
      const at = (Math.imul(p, 0x9e3779b1) ^ Math.imul(q, 0x85ebca6b)) >>> 19;
      if (firsts[at] === p && seconds[at] === q) last = doubleAt(known, at);
      else {
        last = differenceOfWords(p, q);
        firsts[at] = p;
        seconds[at] = q;
        known[at] = last;
      }
    }
    out[i] = last;
  }
}

/** CIEDE2000 of two colours given as words, through the tables; the formula and its names are those of `ciede2000Numbers`. */
function differenceOfWords(p: number, q: number): number {
  const pr = doubleAt(LINEAR, p & 255);
  const pg = doubleAt(LINEAR, (p >> 8) & 255);
  const pb = doubleAt(LINEAR, (p >> 16) & 255);
  const qr = doubleAt(LINEAR, q & 255);
  const qg = doubleAt(LINEAR, (q >> 8) & 255);
  const qb = doubleAt(LINEAR, (q >> 16) & 255);

  let t = (XR * pr + XG * pg + XB * pb) * ROOT_STEPS;
  let n = t | 0;
  let foot = doubleAt(ROOT, n);
  const px = foot + (t - n) * (doubleAt(ROOT, n + 1) - foot);
  t = (YR * pr + YG * pg + YB * pb) * ROOT_STEPS;
  n = t | 0;
  foot = doubleAt(ROOT, n);
  const py = foot + (t - n) * (doubleAt(ROOT, n + 1) - foot);
  t = (ZR * pr + ZG * pg + ZB * pb) * ROOT_STEPS;
  n = t | 0;
  foot = doubleAt(ROOT, n);
  const pz = foot + (t - n) * (doubleAt(ROOT, n + 1) - foot);
  t = (XR * qr + XG * qg + XB * qb) * ROOT_STEPS;
  n = t | 0;
  foot = doubleAt(ROOT, n);
  const qx = foot + (t - n) * (doubleAt(ROOT, n + 1) - foot);
  t = (YR * qr + YG * qg + YB * qb) * ROOT_STEPS;
  n = t | 0;
  foot = doubleAt(ROOT, n);
  const qy = foot + (t - n) * (doubleAt(ROOT, n + 1) - foot);
  t = (ZR * qr + ZG * qg + ZB * qb) * ROOT_STEPS;
  n = t | 0;
  foot = doubleAt(ROOT, n);
  const qz = foot + (t - n) * (doubleAt(ROOT, n + 1) - foot);

  const a1 = 500 * (px - py);
  const b1 = 200 * (py - pz);
  const a2 = 500 * (qx - qy);
  const b2 = 200 * (qy - qz);
  const dl = 116 * (qy - py);
  const bb1 = b1 * b1;
  const bb2 = b2 * b2;

  t = (Math.sqrt(a1 * a1 + bb1) + Math.sqrt(a2 * a2 + bb2)) * (0.5 * PER_CHROMA);
  n = t | 0;
  foot = doubleAt(STRETCH, n);
  const stretch = foot + (t - n) * (doubleAt(STRETCH, n + 1) - foot);
  const ap1 = a1 * stretch;
  const ap2 = a2 * stretch;
  const c1 = Math.sqrt(ap1 * ap1 + bb1);
  const c2 = Math.sqrt(ap2 * ap2 + bb2);
  const dc = c2 - c1;
  const meanC = 0.5 * (c1 + c2);

  // Without chroma a colour has no hue: the other's counts alone. Greys come out of the tables with a trace of chroma.
  let cos = 0;
  let sin = 0;
  let dh = 0;
  const squared = (ap2 - ap1) * (ap2 - ap1) + (b2 - b1) * (b2 - b1) - dc * dc;
  if (squared > 0) dh = Math.sqrt(squared);
  if (ap1 * b2 < ap2 * b1) dh = -dh;
  const over1 = c1 > 0 ? 1 / c1 : 0;
  const over2 = c2 > 0 ? 1 / c2 : 0;
  const x = ap1 * over1 + ap2 * over2;
  const y = b1 * over1 + b2 * over2;
  const length = Math.sqrt(x * x + y * y);
  if (length > 1e-9) {
    cos = x / length;
    sin = y / length;
  }
  const cos2 = 2 * cos * cos - 1;
  const sin2 = 2 * sin * cos;
  const cos3 = cos2 * cos - sin2 * sin;
  const sin3 = sin2 * cos + cos2 * sin;
  const cos4 = 2 * cos2 * cos2 - 1;
  const sin4 = 2 * sin2 * cos2;
  const hueWeight =
    1 -
    0.17 * (cos * COS30 + sin * 0.5) +
    0.24 * cos2 +
    0.32 * (cos3 * COS6 - sin3 * SIN6) -
    0.2 * (cos4 * COS63 + sin4 * SIN63);

  // Mean L* is 58 (fy + fy') − 16.
  t = (58 * (py + qy) - 16) * PER_LIGHTNESS;
  n = t | 0;
  foot = doubleAt(LIGHTNESS, n);
  const ql = dl * (foot + (t - n) * (doubleAt(LIGHTNESS, n + 1) - foot));
  const qc = dc / (1 + 0.045 * meanC);
  const qh = dh / (1 + 0.015 * meanC * hueWeight);
  t = meanC * PER_CHROMA;
  n = t | 0;
  foot = doubleAt(TURN, n);
  const rc = foot + (t - n) * (doubleAt(TURN, n + 1) - foot);
  t = (cos * COS275 + sin * SIN275 + 1) * (HUE_STEPS / 2);
  n = t | 0;
  foot = doubleAt(HUE, n);
  const rt = -rc * (foot + (t - n) * (doubleAt(HUE, n + 1) - foot));
  const sum = ql * ql + qc * qc + qh * qh + rt * qc * qh;
  return sum > 0 ? Math.sqrt(sum) : 0;
}

/** What a map of differences comes to over a part of it: the mean, and the difference that 95 % of the pixels stay within. */
export interface DifferenceSum {
  readonly mean: number;
  readonly p95: number;
}

/** The 95th percentile is told to this width, by counting: fine enough for a number shown with one digit. */
const BIN = 0.02;
/** CIEDE2000 inside sRGB stays below 120. */
const BINS = 120 / BIN;

/**
 * Sums up differences.
 *
 * @param map CIEDE2000 by pixel, in rows of `width`
 * @param rect the part to look at, inside the map; null for all of it
 */
export function sumDifferences(
  map: Float32Array,
  width: number,
  rect: { readonly x: number; readonly y: number; readonly width: number; readonly height: number } | null,
): DifferenceSum {
  const { x, y, width: w, height: h } = rect ?? { x: 0, y: 0, width, height: map.length / width };
  const counts = new Uint32Array(BINS + 1);
  let sum = 0;
  for (let row = y; row < y + h; row++)
    for (let i = row * width + x, end = i + w; i < end; i++) {
      const d = singleAt(map, i);
      sum += d;
      counts[Math.min(BINS, Math.round(d / BIN))] = wordAt(counts, Math.min(BINS, Math.round(d / BIN))) + 1;
    }
  const wanted = Math.ceil(0.95 * w * h);
  let seen = 0;
  let bin = 0;
  for (; bin < BINS; bin++) if ((seen += wordAt(counts, bin)) >= wanted) break;
  return { mean: w * h === 0 ? 0 : sum / (w * h), p95: bin * BIN };
}
