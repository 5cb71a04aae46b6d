import { byteAt, doubleAt, singleAt, wordAt } from '../../ground/cells.js';
import { contrast, toHex, type Rgb } from '../colour/srgb.js';
import type { Pixels } from './pixels.js';
import { isInside, type Rect } from './rect.js';
import { RegionError } from './readRegion.js';
import { refused, ok, type Result } from '../../ground/result.js';

/** Foreground and ground of a region with one ink on one ground, such as text. */
export interface InkReading {
  /** The purest ink that was seen; where strokes are too thin, lighter on its ground than the ink is. */
  readonly ink: string;
  readonly ground: string;
  /** WCAG contrast ratio of the two, 1 to 21. */
  readonly contrast: Result<number>;
  /** Share of the region that is wholly ink, 0–1. */
  readonly share: number;
}

/** The two colours, and how much of each pixel is ink (0–1), row by row. */
export interface InkMap {
  readonly ink: Rgb;
  readonly ground: Rgb;
  readonly width: number;
  readonly height: number;
  readonly coverage: Float32Array;
  /** Whether strokes are broad enough for some pixels to show the ink alone. */
  readonly pure: boolean;
}

/** Strokes must be this broad, in pixels, for the ink to be seen pure: in a clean picture, and in a compressed one. */
const BROAD = 1.28;
const BROAD_COMPRESSED = 2;

/** Ink nearer than this to its ground (largest channel) cannot be told from noise. */
const LEAST_CONTRAST = 24;
/** Levels of the cells in which colours are counted, as a shift. */
const SHIFT = 3;

interface Tally {
  n: number;
  r: number;
  g: number;
  b: number;
}

/** The fullest colour: the fullest cell, and the mean of the pixels in it and the cells beside it. */
function fullest(values: readonly number[] | Uint32Array, data: Pixels['data']): Rgb {
  const cells = new Map<number, Tally>();
  for (const i of values) {
    const key =
      ((byteAt(data, i) >> SHIFT) << 10) |
      ((byteAt(data, i + 1) >> SHIFT) << 5) |
      (byteAt(data, i + 2) >> SHIFT);
    let cell = cells.get(key);
    if (!cell) cells.set(key, (cell = { n: 0, r: 0, g: 0, b: 0 }));
    cell.n++;
    cell.r += byteAt(data, i);
    cell.g += byteAt(data, i + 1);
    cell.b += byteAt(data, i + 2);
  }
  const around = (key: number) => {
    const total: Tally = { n: 0, r: 0, g: 0, b: 0 };
    for (const dr of [-1, 0, 1])
      for (const dg of [-1, 0, 1])
        for (const db of [-1, 0, 1]) {
          const cell = cells.get(key + dr * 1024 + dg * 32 + db);
          if (!cell) continue;
          total.n += cell.n;
          total.r += cell.r;
          total.g += cell.g;
          total.b += cell.b;
        }
    return total;
  };
  let best: Tally = { n: 0, r: 0, g: 0, b: 0 };
  for (const key of cells.keys()) {
    const total = around(key);
    if (total.n > best.n) best = total;
  }
  return { r: best.r / best.n, g: best.g / best.n, b: best.b / best.n };
}

/** Below this noise of the ground (levels) a picture was not compressed with losses. */
const CLEAN = 0.6;
/** Where strokes are thin and the picture is noisy, the strongest pixels are the noisiest: so many times the noise less. */
const LUCKY = 1.5;

/** Spread of the ground's pixels along the ink's axis, in levels: 1.4826 times their median distance from it. */
function noiseOf(along: Float32Array, top: number): number {
  const ground = Array.from(
    along.filter((v) => Math.abs(v) < 0.3 * top),
    (v) => Math.abs(v),
  ).sort((a, b) => a - b);
  // Most of a region is plain ground; the ringing beside letters is what must be known, so the upper half counts.
  return ground.length === 0 ? 0 : ground[Math.floor(0.85 * (ground.length - 1))]! / 1.44;
}

/**
 * How far along its axis the pure ink lies. Of a clean picture that is what its strongest pixels show. In a noisy one
 * broad strokes have a heap of pixels around the ink, whose crest is looked for from the strongest downwards; without
 * a heap the strongest pixels count, less what their luck gave them.
 */
function reachOfInk(
  along: Float32Array,
  sorted: Float32Array,
  top: number,
  noise: number,
): { at: number; within: number } {
  const n = sorted.length;
  if (noise < CLEAN) return { at: singleAt(sorted, Math.max(0, n - 3)), within: 1 };
  const most = Math.ceil(singleAt(sorted, n - 1)) + 4;
  const counts = new Float64Array(most + 1);
  for (const v of along)
    if (v > 0.5 * top)
      counts[Math.min(most, Math.round(v))] = doubleAt(counts, Math.min(most, Math.round(v))) + 1;
  const width = Math.max(2, noise);
  const dense = Array.from(counts, (_, x) => {
    let sum = 0;
    for (let k = -Math.ceil(3 * width); k <= Math.ceil(3 * width); k++)
      sum += (counts[x + k] ?? 0) * Math.exp((-k * k) / (2 * width * width));
    return sum;
  });
  const crest = Math.max(...dense.slice(Math.round(0.6 * top)));
  for (let x = most - 1; x > 0.8 * top; x--)
    if (dense[x]! >= dense[x + 1]! && dense[x]! > dense[x - 1]! && dense[x]! > 0.35 * crest)
      return { at: x, within: 1.5 * width };
  return { at: top - LUCKY * noise, within: 1.5 * width };
}

/** The mean colour of the pixels that lie so far along the axis. */
function colourAlong(
  at: Uint32Array,
  along: Float32Array,
  place: number,
  within: number,
  data: Pixels['data'],
): Rgb {
  const sum = { n: 0, r: 0, g: 0, b: 0 };
  for (let reach = within; sum.n === 0; reach *= 2)
    for (let k = 0; k < at.length; k++) {
      if (Math.abs(singleAt(along, k) - place) > reach) continue;
      const i = wordAt(at, k);
      sum.n++;
      sum.r += byteAt(data, i);
      sum.g += byteAt(data, i + 1);
      sum.b += byteAt(data, i + 2);
    }
  return { r: sum.r / sum.n, g: sum.g / sum.n, b: sum.b / sum.n };
}

/**
 * Tells ink and ground apart. The ground is the fullest colour; the ink is the fullest colour among the pixels
 * furthest from it along the direction in which most of the drawing lies, so that anti-aliased rims, which lie
 * between the two, count for neither.
 *
 * @throws RegionError when the region does not lie inside the picture
 */
export function inkMap(pixels: Pixels, rect: Rect): Result<InkMap> {
  if (!isInside(rect, pixels.width, pixels.height))
    throw new RegionError('The region does not lie inside the picture.');
  const { data, width } = pixels;
  const n = rect.width * rect.height;
  const at = new Uint32Array(n);
  for (let y = 0, k = 0; y < rect.height; y++)
    for (let x = 0; x < rect.width; x++, k++) at[k] = ((rect.y + y) * width + rect.x + x) * 4;
  const ground = fullest(at, data);
  let dr = 0;
  let dg = 0;
  let db = 0;
  for (const i of at) {
    const r = byteAt(data, i) - ground.r;
    const g = byteAt(data, i + 1) - ground.g;
    const b = byteAt(data, i + 2) - ground.b;
    // Weighted by its cube, so that strong ink decides the direction and noise does not.
    const weight = Math.max(Math.abs(r), Math.abs(g), Math.abs(b)) ** 2;
    dr += r * weight;
    dg += g * weight;
    db += b * weight;
  }
  const size = Math.hypot(dr, dg, db);
  if (size === 0) return refused('plain', 'The region has one colour only: there is nothing drawn on it.');
  const axis = [dr / size, dg / size, db / size] as const;
  const along = new Float32Array(n);
  for (let k = 0; k < n; k++) {
    const i = wordAt(at, k);
    along[k] =
      (byteAt(data, i) - ground.r) * axis[0] +
      (byteAt(data, i + 1) - ground.g) * axis[1] +
      (byteAt(data, i + 2) - ground.b) * axis[2];
  }
  const sorted = Float32Array.from(along).sort();
  // A few pixels may ring past the ink; the thousandth from the top does not.
  const top = singleAt(sorted, Math.max(0, n - 1 - Math.max(2, Math.round(n / 1000))));
  if (top < LEAST_CONTRAST)
    return refused('plain', 'The region is plain, or its drawing is too faint to be told from noise.');
  const noise = noiseOf(along, top);
  const reach = reachOfInk(along, sorted, top, noise);
  const ink = colourAlong(at, along, reach.at, reach.within, data);
  const full = (ink.r - ground.r) * axis[0] + (ink.g - ground.g) * axis[1] + (ink.b - ground.b) * axis[2];
  const coverage = new Float32Array(n);
  for (let k = 0; k < n; k++) coverage[k] = Math.min(1, Math.max(0, singleAt(along, k) / full));
  const widths = crossings(coverage, rect.width, 0, rect.height);
  const stroke = widths[Math.floor(0.4 * widths.length)] ?? 0;
  const pure = stroke >= (noise < CLEAN ? BROAD : BROAD_COMPRESSED);
  return ok({ ink, ground, width: rect.width, height: rect.height, coverage, pure });
}

/** Of coverage, less than this is rim or noise. */
const RIM = 0.08;

/** Widths of everything crossed on some rows, ink summed over each crossing, narrowest first. In pixels. */
export function crossings(coverage: Float32Array, width: number, from: number, to: number): number[] {
  const widths: number[] = [];
  for (let y = from; y < to; y++) {
    let run = 0;
    for (let x = 0; x <= width; x++) {
      const c = x < width ? singleAt(coverage, y * width + x) : 0;
      if (c > RIM) run += c;
      else {
        if (run > 0.3) widths.push(run);
        run = 0;
      }
    }
  }
  return widths.sort((a, b) => a - b);
}

/** The contrast of an ink map, or why it cannot be told. */
function contrastOf({ ink, ground, pure }: InkMap): Result<number> {
  const ratio = contrast(ink, ground);
  return pure
    ? ok(ratio)
    : refused(
        'too-thin',
        `The strokes are too thin to show their ink pure: the contrast is at least ${(Math.floor(ratio * 10) / 10).toFixed(1)}.`,
      );
}

/** What a map tells of its two colours. */
export function inkOfMap(map: InkMap): InkReading {
  let full = 0;
  for (const c of map.coverage) if (c > 0.9) full++;
  return {
    ink: toHex(map.ink),
    ground: toHex(map.ground),
    contrast: contrastOf(map),
    share: full / map.coverage.length,
  };
}

/** Ink, ground and their contrast in a region. */
export function readInk(pixels: Pixels, rect: Rect): Result<InkReading> {
  const map = inkMap(pixels, rect);
  if (!map.ok) return map;
  return ok(inkOfMap(map.value));
}
