import { singleAt } from '../../ground/cells.js';
import type { Pixels } from './pixels.js';
import { crossings, inkMap, inkOfMap, type InkMap, type InkReading } from './readInk.js';
import type { Rect } from './rect.js';
import { refused, ok, type Result } from '../../ground/result.js';

/** A length that is known within an interval, in pixels. */
export interface Measured {
  readonly value: number;
  readonly least: number;
  readonly most: number;
}

/** What one line of text says of its type, all in pixels of the picture. */
export interface TextReading {
  readonly letters: number;
  readonly baseline: number;
  readonly xHeight: Result<Measured>;
  /** Of capitals and figures; of a line without them, of its ascenders. */
  readonly capHeight: Result<Measured>;
  /** Width of upright strokes. */
  readonly stroke: Result<number>;
  /** Mean width of a letter's drawing. */
  readonly letterWidth: number;
  readonly ink: InkReading;
}

/** Fewer letters than this make no line that can be told. */
export const FEWEST_LETTERS = 5;
/** A place counts as drawn from this much ink on. */
const DRAWN = 0.3;
/** An x-height is at most this share of the capitals' height; what is higher is the same sort of letter. */
const HIGHEST_X = 0.86;
/** Round letters reach past flat ones by about this share of the small letters' height. */
const OVERSHOOT = 0.03;
/** A reading is never surer than this, in pixels: the rim of a letter is one anti-aliased line. */
const SUREST = 0.2;

interface Letter {
  readonly x0: number;
  readonly x1: number;
  readonly top: number;
  readonly bottom: number;
  readonly height: number;
}

function quantile(sorted: readonly number[], q: number): number {
  const at = q * (sorted.length - 1);
  const low = Math.floor(at);
  const k = at - low;
  return sorted[low]! * (1 - k) + sorted[Math.min(sorted.length - 1, low + 1)]! * k;
}

/** Rows that hold the fullest line of the region: the band of drawn rows with most ink. */
function fullestLine(map: InkMap): [number, number] | null {
  const { width, height, coverage } = map;
  const rows = Array.from({ length: height }, (_, y) => {
    let sum = 0;
    for (let x = 0; x < width; x++)
      sum += singleAt(coverage, y * width + x) > DRAWN ? singleAt(coverage, y * width + x) : 0;
    return sum;
  });
  let best: [number, number] | null = null;
  let most = 0;
  for (let y = 0; y < height;) {
    if (rows[y]! < 0.5) {
      y++;
      continue;
    }
    const from = y;
    let sum = 0;
    // A single empty row parts the dot of an i from its stem, not one line from the next.
    while (y < height && (rows[y]! >= 0.5 || (y + 1 < height && rows[y + 1]! >= 0.5 && y - from < 4)))
      sum += rows[y++]!;
    if (sum > most) {
      most = sum;
      best = [from, y];
    }
  }
  return best;
}

/** Letters by empty columns; of each its lowest body, so that the dot of an i does not make it tall. */
function lettersOf(map: InkMap, [y0, y1]: [number, number]): Letter[] {
  const { width, coverage } = map;
  const letters: Letter[] = [];
  const column = (x: number) => {
    let most = 0;
    for (let y = y0; y < y1; y++) most = Math.max(most, singleAt(coverage, y * width + x));
    return most;
  };
  for (let x = 0; x < width;) {
    if (column(x) < DRAWN) {
      x++;
      continue;
    }
    const x0 = x;
    while (x < width && column(x) >= DRAWN) x++;
    const row = (y: number) => {
      let most = 0;
      for (let i = x0; i < x; i++) most = Math.max(most, singleAt(coverage, y * width + i));
      return most;
    };
    let low = y1 - 1;
    while (low > y0 && row(low) < DRAWN) low--;
    let high = low;
    while (high > y0 && row(high - 1) >= DRAWN) high--;
    const bottom =
      low + edgeShare(row(low), low > high ? row(low - 1) : row(low)) + rest(low + 1 < y1 ? row(low + 1) : 0);
    const top =
      high +
      1 -
      edgeShare(row(high), low > high ? row(high + 1) : row(high)) -
      rest(high > y0 ? row(high - 1) : 0);
    letters.push({ x0, x1: x, top, bottom, height: bottom - top });
  }
  return letters;
}

/** How much of a rim row is drawn: against the row inside it, which is wholly drawn or as much as the stroke allows. */
const edgeShare = (rim: number, inside: number) => Math.min(1, rim / Math.max(rim, inside, 0.01));
/** What reaches into the row beyond the rim row. */
const rest = (outside: number) => (outside < DRAWN ? Math.max(0, outside - 0.06) : 0);

/** The height shared by most values: the centre of the fullest window. */
function mode(values: readonly number[], window: number): number[] {
  const sorted = [...values].sort((a, b) => a - b);
  let best: number[] = [];
  for (let i = 0; i < sorted.length; i++) {
    let j = i;
    while (j < sorted.length && sorted[j]! - sorted[i]! <= window) j++;
    if (j - i > best.length) best = sorted.slice(i, j);
  }
  return best;
}

/** The height of the flat letters among heights of one sort: low ones, but no lower than overshoot explains. */
function measured(sorted: readonly number[], q: number): Measured {
  const usual = quantile(sorted, q);
  const value = Math.max(quantile(sorted, 0.1), usual * (1 - OVERSHOOT));
  const spread = Math.max(SUREST, (quantile(sorted, 0.9) - quantile(sorted, 0.1)) / 2 + SUREST / 2);
  return { value, least: value - spread, most: value + spread };
}

/**
 * Reads one line of text: heights of its letters above their common baseline, to a fraction of a pixel.
 *
 * Round letters reach a little past flat ones on both sides; the values told are those of the flatter letters of
 * each sort, and the interval covers the rest.
 *
 * @param rect a rough region over one line; of several lines the fullest is read
 * @throws RegionError when the region does not lie inside the picture
 */
export function readText(pixels: Pixels, rect: Rect): Result<TextReading> {
  const map = inkMap(pixels, rect);
  if (!map.ok) return map;
  const band = fullestLine(map.value);
  if (!band) return refused('plain', 'There is no text in the region.');
  const all = lettersOf(map.value, band);
  const tallest = Math.max(0, ...all.map((l) => l.height));
  const letters = all.filter((l) => l.height >= 0.42 * tallest);
  if (letters.length < FEWEST_LETTERS)
    return refused(
      'few-letters',
      `Only ${letters.length === 1 ? 'one letter was' : `${letters.length} letters were`} found; at least ${FEWEST_LETTERS} are needed.`,
    );
  const window = Math.max(0.8, 0.06 * tallest);
  const feet = mode(
    letters.map((l) => l.bottom),
    window,
  );
  // Round letters reach below it; flat ones, the least low, stand on it.
  const baseline = Math.max(quantile(feet, 0.12), quantile(feet, 0.5) - OVERSHOOT * 0.7 * tallest);
  const standing = letters.filter((l) => Math.abs(l.bottom - baseline) <= window);
  // Letters with a tail still tell where their top is.
  const tops = letters.map((l) => baseline - l.top).sort((a, b) => a - b);
  const { low, tall } = partHeights(tops);
  const x = low ? measured(low, 0.35) : null;
  return ok({
    letters: letters.length,
    baseline: rect.y + baseline,
    xHeight: x
      ? ok(x)
      : refused(
          'no-x-height',
          'All letters are of one height, so small letters cannot be told from capitals.',
        ),
    capHeight:
      tall.length > 0
        ? ok(measured(tall, 0.35))
        : refused('few-letters', 'There is no capital, figure or ascender.'),
    stroke: strokeWidth(map.value, baseline, x?.value ?? measured(tall, 0.35).value),
    letterWidth: standing.reduce((sum, l) => sum + l.x1 - l.x0, 0) / Math.max(1, standing.length),
    ink: inkOfMap(map.value),
  });
}

/** Parts heights into the two that most letters share; `low` null where all are of one height. */
function partHeights(sorted: readonly number[]): { low: readonly number[] | null; tall: readonly number[] } {
  const most = sorted[sorted.length - 1]!;
  const window = Math.max(0.9, 0.08 * most);
  const first = mode(sorted, window);
  const rest = sorted.filter((h) => !first.includes(h));
  if (rest.length === 0) return { low: null, tall: sorted };
  const second = mode(rest, window);
  const [low, tall] = quantile(first, 0.5) < quantile(second, 0.5) ? [first, second] : [second, first];
  const apart = quantile(low, 0.5) <= HIGHEST_X * quantile(tall, 0.5);
  return apart && low.length >= 2 ? { low, tall } : { low: null, tall: sorted };
}

/** The usual width of what is crossed in the middle of the small letters: ink summed over each crossing. */
function strokeWidth(map: InkMap, baseline: number, xHeight: number): Result<number> {
  const from = Math.max(0, Math.round(baseline - 0.62 * xHeight));
  const to = Math.min(map.height, Math.round(baseline - 0.38 * xHeight) + 1);
  const widths = crossings(map.coverage, map.width, from, to);
  if (widths.length < 3) return refused('few-letters', 'Too few strokes are crossed to tell their width.');
  return ok(quantile(widths, 0.4));
}
