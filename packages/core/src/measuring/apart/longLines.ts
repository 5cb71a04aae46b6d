import { byteAt, doubleAt, wordAt } from '../../ground/cells.js';
import type { Pixels } from '../picture/pixels.js';

/** A straight line along which a picture steps from one side to the other: between pixel `at - 1` and pixel `at`. */
export interface LongLine {
  readonly at: number;
  /** First pixel along it, and the one behind the last. */
  readonly from: number;
  readonly to: number;
  /** Share of its length on which it steps. */
  readonly share: number;
  /** How far it steps in the mean where it does, 0–255. */
  readonly strength: number;
  /** How much of its steps goes one way: 1 between two plain sides, 0 where what lies beside it takes turns. */
  readonly sameWay: number;
  /** That way: how far it steps in the mean in red, green and blue, with signs. */
  readonly way: readonly [number, number, number];
}

export interface LongLines {
  /** Lines that lie, by their y; lines that stand, by their x. */
  readonly lying: readonly LongLine[];
  readonly standing: readonly LongLine[];
}

/** Neighbouring pixels that differ by this much in a channel step. */
const STEP = 4;
/** A place where a line does not step weighs so many times one where it does: along noise, which steps on a third of it, none goes on. */
const MISS = 1.5;
/** A line that loses so much has ended where it was best. */
const DROP = 12;
/** A line is whole from this share on; one that is not goes one way, or is none. */
const WHOLE = 0.8;
const ONE_WAY = 0.7;

/** What a line has gathered so far, for each place across it. */
class Runs {
  readonly lines: LongLine[] = [];
  private readonly first: Int32Array;
  private readonly last: Int32Array;
  private readonly scores: Float64Array;
  /** As far as the line was best: up to where, and what it had gathered by then. */
  private readonly bests: Float64Array;
  private readonly ends: Int32Array;
  private readonly kept: Float64Array;
  private readonly open: Float64Array;

  constructor(
    places: number,
    private readonly least: number,
  ) {
    this.first = new Int32Array(places).fill(-1);
    this.last = new Int32Array(places);
    this.scores = new Float64Array(places);
    this.bests = new Float64Array(places);
    this.ends = new Int32Array(places);
    this.kept = new Float64Array(places * SUMS);
    this.open = new Float64Array(places * SUMS);
  }

  /** At this place across, the picture steps here along it, by so much: from the pixel at one byte to that at another. */
  hit(at: number, here: number, step: number, data: Pixels['data'], from: number, to: number): void {
    const { scores, bests, open } = this;
    if (wordAt(this.first, at) >= 0) {
      const score = doubleAt(scores, at) - MISS * (here - wordAt(this.last, at) - 1);
      if (score < 0 || doubleAt(bests, at) - score > DROP) this.close(at);
      else scores[at] = score;
    }
    if (wordAt(this.first, at) < 0) {
      this.first[at] = here;
      scores[at] = 0;
      bests[at] = 0;
      this.kept.fill(0, at * SUMS, at * SUMS + SUMS);
      open.fill(0, at * SUMS, at * SUMS + SUMS);
    }
    this.last[at] = here;
    const r = byteAt(data, to) - byteAt(data, from);
    const g = byteAt(data, to + 1) - byteAt(data, from + 1);
    const b = byteAt(data, to + 2) - byteAt(data, from + 2);
    const i = at * SUMS;
    open[i] = doubleAt(open, i) + 1;
    open[i + 1] = doubleAt(open, i + 1) + step;
    open[i + 2] = doubleAt(open, i + 2) + r;
    open[i + 3] = doubleAt(open, i + 3) + g;
    open[i + 4] = doubleAt(open, i + 4) + b;
    open[i + 5] = doubleAt(open, i + 5) + Math.sqrt(r * r + g * g + b * b);
    const score = doubleAt(scores, at) + 1;
    scores[at] = score;
    if (score < doubleAt(bests, at)) return;
    bests[at] = score;
    this.ends[at] = here + 1;
    for (let k = 0; k < SUMS; k++) this.kept[i + k] = doubleAt(open, i + k);
  }

  private close(at: number): void {
    const from = wordAt(this.first, at);
    if (from < 0) return;
    this.first[at] = -1;
    const to = wordAt(this.ends, at);
    if (to - from < this.least) return;
    const [hits, sum, r, g, b, length] = this.kept.subarray(at * SUMS, at * SUMS + SUMS) as unknown as Six;
    const line = {
      at,
      from,
      to,
      share: hits / (to - from),
      strength: sum / hits,
      sameWay: Math.hypot(r, g, b) / length,
      way: [r / hits, g / hits, b / hits] as const,
    };
    // Noise lines up now and then, for a short while, this way and that.
    if (line.share >= WHOLE || line.sameWay >= ONE_WAY) this.lines.push(line);
  }

  closeAll(): readonly LongLine[] {
    for (let at = 0; at < this.first.length; at++) this.close(at);
    return this.lines;
  }
}
/** Places that step, by how much in all, by how much in red, green and blue with their signs, and how far through all three. */
const SUMS = 6;
type Six = readonly [number, number, number, number, number, number];

/**
 * All straight lines of a picture, lying and standing, that are at least so long. A place belongs to the line at which it steps more
 * than beside it, so that noise, where every pixel steps, has none.
 *
 * @param least pixels
 */
export function longLines({ width, height, data }: Pixels, least: number): LongLines {
  const lying = new Runs(height + 1, least);
  const standing = new Runs(width + 1, least);
  // Steps down from the row above, for three rows: a row's are held against those beside it.
  let steps = [new Int32Array(width), new Int32Array(width), new Int32Array(width)];
  const across = new Int32Array(width + 1);
  const row = width * 4;
  for (let y = 0; y < height; y++) {
    // Standing lines: steps from the pixel on the left.
    for (let x = 1; x < width; x++) across[x] = stepOf(data, y * row + x * 4, 4);
    across[width] = 0;
    for (let x = 1; x < width; x++) {
      const size = wordAt(across, x);
      if (size < STEP) continue;
      if (size > wordAt(across, x - 1) && size >= wordAt(across, x + 1))
        standing.hit(x, y, size, data, y * row + x * 4 - 4, y * row + x * 4);
    }
    const next = steps[0]!;
    if (y > 0) for (let x = 0; x < width; x++) next[x] = stepOf(data, y * row + x * 4, row);
    steps = [steps[1]!, steps[2]!, next];
    if (y > 0) middle(y - 1);
  }
  steps = [steps[1]!, steps[2]!, new Int32Array(width)];
  middle(height - 1);

  function middle(y: number): void {
    const [above, here, below] = [steps[0]!, steps[1]!, steps[2]!];
    for (let x = 0; x < width; x++) {
      const size = wordAt(here, x);
      if (size < STEP) continue;
      if (size > wordAt(above, x) && size >= wordAt(below, x))
        lying.hit(y, x, size, data, (y - 1) * row + x * 4, y * row + x * 4);
    }
  }
  return { lying: lying.closeAll(), standing: standing.closeAll() };
}

/** The largest step of a channel from the pixel so many bytes before. */
function stepOf(data: Pixels['data'], i: number, back: number): number {
  const r = byteAt(data, i) - byteAt(data, i - back);
  const g = byteAt(data, i + 1) - byteAt(data, i - back + 1);
  const b = byteAt(data, i + 2) - byteAt(data, i - back + 2);
  return Math.max(r < 0 ? -r : r, g < 0 ? -g : g, b < 0 ? -b : b);
}
