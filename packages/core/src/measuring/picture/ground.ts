import { byteAt, doubleAt, singleAt, wordAt } from '../../ground/cells.js';
import type { Strip } from './strip.js';

/**
 * What lies under the items of a strip, estimated for every place, and how far each place is from it.
 *
 * Three models are tried, the plainest first: one colour; one colour a row (a gradient across); and, where neither
 * explains the strip, the colours at its two long sides, which items seldom touch, joined by a straight line (a
 * gradient along, or a wallpaper that shows through). The one that leaves most places near the ground is taken.
 */
export interface Ground {
  readonly model: 'flat' | 'across' | 'sides';
  /** Largest channel difference from the ground, for every place. */
  readonly distance: Uint8Array;
  /** Places further than this are drawn on the ground rather than part of it. */
  readonly threshold: number;
  /** The ground's colour at a place, as three bytes. */
  colourAt(u: number, v: number): readonly [number, number, number];
}

/** A place this near to the ground is ground: anti-aliasing and JPEG noise stay below. */
const NEAR = 14;
/** A plainer model is kept unless the next one explains this much more of the strip (share of places). */
const BETTER = 0.03;
/** A place this far from the ground is clearly not ground. */
const CLEARLY_OFF = 40;
const MUCH = 0.4;
const FEW = 0.05;
/** Of the strip's thickness: how far in from each long side its colours are taken. */
const SIDE = 0.07;

type Colour = readonly [number, number, number];

/** Cells of 8 levels a channel, for counting colours. */
const CELLS = 1 << 15;
const counts = new Uint32Array(CELLS);
const sums = new Float64Array(CELLS * 3);

/** The fullest colour among places `from`, `from + step` …: the fullest cell's mean. */
function fullest(rgb: Uint8Array, from: number, to: number, step: number): Colour {
  const touched: number[] = [];
  let best = -1;
  for (let p = from; p < to; p += step) {
    const i = p * 3;
    const key = ((byteAt(rgb, i) >> 3) << 10) | ((byteAt(rgb, i + 1) >> 3) << 5) | (byteAt(rgb, i + 2) >> 3);
    if (counts[key]!++ === 0) touched.push(key);
    sums[key * 3] = doubleAt(sums, key * 3) + byteAt(rgb, i);
    sums[key * 3 + 1] = doubleAt(sums, key * 3 + 1) + byteAt(rgb, i + 1);
    sums[key * 3 + 2] = doubleAt(sums, key * 3 + 2) + byteAt(rgb, i + 2);
    if (best < 0 || wordAt(counts, key) > wordAt(counts, best)) best = key;
  }
  const n = best < 0 ? 1 : wordAt(counts, best);
  const colour: Colour =
    best < 0
      ? [0, 0, 0]
      : [doubleAt(sums, best * 3) / n, doubleAt(sums, best * 3 + 1) / n, doubleAt(sums, best * 3 + 2) / n];
  for (const key of touched) {
    counts[key] = 0;
    sums.fill(0, key * 3, key * 3 + 3);
  }
  return colour;
}

interface Fit {
  readonly d: Uint8Array;
  /** Shares of the places near the ground, and of those neither near it nor clearly off it. */
  readonly near: number;
  readonly unsure: number;
}

function distances(strip: Strip, colourAt: (u: number, v: number) => Colour): Fit {
  const { along, across, rgb } = strip;
  const d = new Uint8Array(along * across);
  let near = 0;
  let unsure = 0;
  for (let v = 0; v < across; v++)
    for (let u = 0; u < along; u++) {
      const p = v * along + u;
      const c = colourAt(u, v);
      const off = Math.max(
        Math.abs(byteAt(rgb, p * 3) - c[0]),
        Math.abs(byteAt(rgb, p * 3 + 1) - c[1]),
        Math.abs(byteAt(rgb, p * 3 + 2) - c[2]),
      );
      d[p] = Math.min(255, Math.round(off));
      if (off <= NEAR) near++;
      else if (off < CLEARLY_OFF) unsure++;
    }
  const n = along * across;
  return { d, near: near / n, unsure: unsure / n };
}

/** Mean colour of the places beside one long side, smoothed along so that a single mark does not count. */
function sideColours(strip: Strip, from: number, to: number): Float32Array {
  const { along, rgb } = strip;
  const out = new Float32Array(along * 3);
  for (let u = 0; u < along; u++)
    for (let v = from; v < to; v++)
      for (let c = 0; c < 3; c++)
        out[u * 3 + c] = singleAt(out, u * 3 + c) + byteAt(rgb, (v * along + u) * 3 + c) / (to - from);
  return out;
}

/**
 * The colour that a strip is laid out on, along it: the fullest where one colour is the ground, else a course of colours that
 * changes from place to place (a gradient, something that shows through).
 */
export function groundOf(strip: Strip): Ground {
  const { along, across } = strip;
  // Every place of a small strip; of a large one a fixed pattern of some hundred thousand.
  const n = along * across;
  const flat = fullest(strip.rgb, 0, n, Math.max(1, Math.floor(n / 120_000)) | 1);
  let chosen: { model: Ground['model']; colourAt: (u: number, v: number) => Colour } = {
    model: 'flat',
    colourAt: () => flat,
  };
  let fit = distances(strip, chosen.colourAt);
  // Where nearly everything is either ground or clearly not, one colour explains the strip.
  const plain = fit.near >= 0.9 || (fit.near >= MUCH && fit.unsure < FEW);
  if (!plain) {
    const rows = Array.from({ length: across }, (_, v) => fullest(strip.rgb, v * along, (v + 1) * along, 1));
    const byRow = (_u: number, v: number) => rows[v]!;
    const acrossFit = distances(strip, byRow);
    if (acrossFit.near > fit.near + BETTER && smooth(rows)) {
      chosen = { model: 'across', colourAt: byRow };
      fit = acrossFit;
    }
    const deep = Math.max(1, Math.round(across * SIDE));
    const skip = across > 8 ? 2 : 0;
    if (across > 2 * (deep + skip)) {
      const near = sideColours(strip, skip, skip + deep);
      const far = sideColours(strip, across - skip - deep, across - skip);
      const mid = [skip + deep / 2, across - skip - deep / 2] as const;
      const joined = (u: number, v: number): Colour => {
        const k = Math.min(1, Math.max(0, (v - mid[0]) / (mid[1] - mid[0])));
        const i = u * 3;
        return [
          singleAt(near, i) * (1 - k) + singleAt(far, i) * k,
          singleAt(near, i + 1) * (1 - k) + singleAt(far, i + 1) * k,
          singleAt(near, i + 2) * (1 - k) + singleAt(far, i + 2) * k,
        ];
      };
      const joinedFit = distances(strip, joined);
      if (joinedFit.near > fit.near + BETTER) {
        chosen = { model: 'sides', colourAt: joined };
        fit = joinedFit;
      }
    }
  }
  const threshold = chosen.model === 'sides' ? noiseThreshold(fit.d) : NEAR;
  return { model: chosen.model, distance: fit.d, threshold, colourAt: chosen.colourAt };
}

/** Rows at each long side that a rim or a shadow may take. */
const RIM_ROWS = 3;

/** Whether neighbouring rows differ as little as a gradient's do, rims aside: items make rows jump. */
function smooth(rows: readonly Colour[]): boolean {
  for (let v = RIM_ROWS + 1; v < rows.length - RIM_ROWS; v++)
    if (rows[v]!.some((c, i) => Math.abs(c - rows[v - 1]![i]!) > 12)) return false;
  return true;
}

/** Three times the median distance, held between the flat threshold and twice it: what shows through is not an item. */
function noiseThreshold(d: Uint8Array): number {
  const counts = new Uint32Array(256);
  for (const v of d) counts[v] = wordAt(counts, v) + 1;
  let sum = 0;
  let median = 0;
  while (median < 255 && (sum += wordAt(counts, median)) < d.length / 2) median++;
  return Math.min(2.4 * NEAR, Math.max(NEAR + 4, 3 * median));
}
