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
/** Of the strip's thickness: how far in from each long side its colours are taken. */
const SIDE = 0.07;

type Colour = readonly [number, number, number];

/** The fullest colour among places: mode in cells of 16 levels, then the mean of the pixels in that cell. */
function fullest(rgb: Uint8Array, places: Iterable<number>): Colour {
  const counts = new Map<number, [number, number, number, number]>();
  for (const p of places) {
    const i = p * 3;
    const key = ((rgb[i]! >> 3) << 10) | ((rgb[i + 1]! >> 3) << 5) | (rgb[i + 2]! >> 3);
    const cell = counts.get(key);
    if (cell) {
      cell[0]++;
      cell[1] += rgb[i]!;
      cell[2] += rgb[i + 1]!;
      cell[3] += rgb[i + 2]!;
    } else counts.set(key, [1, rgb[i]!, rgb[i + 1]!, rgb[i + 2]!]);
  }
  let best: [number, number, number, number] | null = null;
  for (const cell of counts.values()) if (!best || cell[0] > best[0]) best = cell;
  return best ? [best[1] / best[0], best[2] / best[0], best[3] / best[0]] : [0, 0, 0];
}

function* rowPlaces(strip: Strip, v: number): Generator<number> {
  for (let u = 0; u < strip.along; u++) yield v * strip.along + u;
}

function* allPlaces(strip: Strip): Generator<number> {
  // Every place of a small strip; of a large one a fixed pattern of some hundred thousand.
  const n = strip.along * strip.across;
  const step = Math.max(1, Math.floor(n / 120_000)) | 1;
  for (let p = 0; p < n; p += step) yield p;
}

function distances(strip: Strip, colourAt: (u: number, v: number) => Colour): { d: Uint8Array; near: number } {
  const { along, across, rgb } = strip;
  const d = new Uint8Array(along * across);
  let near = 0;
  for (let v = 0; v < across; v++)
    for (let u = 0; u < along; u++) {
      const p = v * along + u;
      const c = colourAt(u, v);
      const off = Math.max(
        Math.abs(rgb[p * 3]! - c[0]),
        Math.abs(rgb[p * 3 + 1]! - c[1]),
        Math.abs(rgb[p * 3 + 2]! - c[2]),
      );
      d[p] = Math.min(255, Math.round(off));
      if (off <= NEAR) near++;
    }
  return { d, near: near / (along * across) };
}

/** Mean colour of the places beside one long side, smoothed along so that a single mark does not count. */
function sideColours(strip: Strip, from: number, to: number): Float32Array {
  const { along, rgb } = strip;
  const out = new Float32Array(along * 3);
  for (let u = 0; u < along; u++)
    for (let v = from; v < to; v++)
      for (let c = 0; c < 3; c++) out[u * 3 + c]! += rgb[(v * along + u) * 3 + c]! / (to - from);
  return out;
}

export function groundOf(strip: Strip): Ground {
  const { along, across } = strip;
  const flat = fullest(strip.rgb, allPlaces(strip));
  let chosen: { model: Ground['model']; colourAt: (u: number, v: number) => Colour } = {
    model: 'flat',
    colourAt: () => flat,
  };
  let fit = distances(strip, chosen.colourAt);
  // A strip that is nearly all ground needs no other model.
  if (fit.near < 0.9) {
    const rows = Array.from({ length: across }, (_, v) => fullest(strip.rgb, rowPlaces(strip, v)));
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
          near[i]! * (1 - k) + far[i]! * k,
          near[i + 1]! * (1 - k) + far[i + 1]! * k,
          near[i + 2]! * (1 - k) + far[i + 2]! * k,
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
  void along;
  return { model: chosen.model, distance: fit.d, threshold, colourAt: chosen.colourAt };
}

/** Whether neighbouring rows differ as little as a gradient's do. */
function smooth(rows: readonly Colour[]): boolean {
  let jumps = 0;
  for (let v = 1; v < rows.length; v++)
    if (rows[v]!.some((c, i) => Math.abs(c - rows[v - 1]![i]!) > 12)) jumps++;
  return jumps <= 4;
}

/** Three times the median distance, held between the flat threshold and twice it: what shows through is not an item. */
function noiseThreshold(d: Uint8Array): number {
  const counts = new Uint32Array(256);
  for (const v of d) counts[v]!++;
  let sum = 0;
  let median = 0;
  while (median < 255 && (sum += counts[median]!) < d.length / 2) median++;
  return Math.min(2.4 * NEAR, Math.max(NEAR + 4, 3 * median));
}
