import { byteAt, doubleAt } from '../../ground/cells.js';
import type { Pixels } from './pixels.js';
import type { Rect } from './rect.js';
import { clip } from './rect.js';

/** A step of this many levels in any channel between neighbouring pixels counts as an edge at that place. */
const STEP = 8;
/** A line is an edge when at least this share of it shows a step: text and icons do not reach it, frames do. */
const ALONG = 0.6;
/**
 * The picture's own edge counts as a line this strong: less than a clean frame, so that a floating bar near it keeps
 * its gap; more than a line that only part of the side shares, such as the end of a plate inside a bar.
 */
const BORDER = 0.9;
/** Lines within this of the strongest are as good, and then the nearest to what was drawn wins. */
const AS_GOOD = 0.08;
/** A line that steps on less than this share of the whole side is the edge of something on it, and counts so much at most. */
const WHOLE_SIDE = 0.8;
const PART_OF_SIDE = 0.8;
/** Lines fainter than this share of the strongest are its echo. */
const ECHO = 0.25;
/** Sides up to this long may be mostly round corner: their middle third is looked at by itself. */
const SHORT_SIDE = 160;
/** The middle third speaks only when it is this sure. */
const MIDDLE_SURE = 0.8;

export interface SettledRegion {
  readonly rect: Rect;
  /** Which sides were moved to an edge that is really there, or to the picture's own edge. */
  readonly found: Readonly<Record<'left' | 'top' | 'right' | 'bottom', boolean>>;
}

/**
 * How far from the drawn side an edge is looked for, in pixels: a hand at a fitted view is a few view pixels off.
 * The caller raises it when the picture is shown smaller than it is.
 */
export const DEFAULT_REACH = 8;

/**
 * Settles a roughly drawn region on the edges that are really there.
 *
 * For every side, each line within `reach` gets the share of its length at which neighbouring pixels differ by `STEP`
 * or more: less what the lines on both sides have too, or, where a compressed picture smears an edge over several
 * lines, counting a place only for the line at which it steps most. The picture's own edge counts `BORDER`. The best
 * line at or above `ALONG` takes the side, the nearest of equals; sides without an edge stay as drawn. A short side
 * with round corners has its edge in its middle third alone, which is looked at by itself.
 *
 * @returns null when the region lies wholly outside the picture
 */
export function settleEdges(pixels: Pixels, drawn: Rect, reach = DEFAULT_REACH): SettledRegion | null {
  const rect = clip(drawn, pixels.width, pixels.height);
  if (!rect) return null;
  const middleX = rect.x + rect.width / 2;
  const middleY = rect.y + rect.height / 2;
  const acrossX: Span = [rect.y, rect.y + rect.height];
  const acrossY: Span = [rect.x, rect.x + rect.width];
  const left = side(pixels, 'x', rect.x, reach, acrossX, [0, Math.ceil(middleX) - 1], -1);
  const right = side(
    pixels,
    'x',
    rect.x + rect.width,
    reach,
    acrossX,
    [Math.floor(middleX) + 1, pixels.width],
    1,
  );
  const top = side(pixels, 'y', rect.y, reach, acrossY, [0, Math.ceil(middleY) - 1], -1);
  const bottom = side(
    pixels,
    'y',
    rect.y + rect.height,
    reach,
    acrossY,
    [Math.floor(middleY) + 1, pixels.height],
    1,
  );
  const x0 = left ?? rect.x;
  const y0 = top ?? rect.y;
  const x1 = Math.max(x0 + 1, right ?? rect.x + rect.width);
  const y1 = Math.max(y0 + 1, bottom ?? rect.y + rect.height);
  return {
    rect: { x: x0, y: y0, width: x1 - x0, height: y1 - y0 },
    found: { left: left !== null, top: top !== null, right: right !== null, bottom: bottom !== null },
  };
}

type Span = readonly [from: number, to: number];

/** The line (0 to the picture's size, both included) that a side settles on, or null. */
function side(
  pixels: Pixels,
  axis: 'x' | 'y',
  drawn: number,
  reach: number,
  along: Span,
  allowed: Span,
  outwards: -1 | 1,
): number | null {
  const size = axis === 'x' ? pixels.width : pixels.height;
  const length = along[1] - along[0];
  const inset = Math.min(reach, Math.floor(length / 4));
  const most = bestLine(
    pixels,
    axis,
    drawn,
    reach,
    [along[0] + inset, along[1] - inset],
    allowed,
    size,
    along,
  );
  if (length > SHORT_SIDE || length < 9) return most?.line ?? null;
  const third = Math.floor(length / 3);
  const middle = bestLine(
    pixels,
    axis,
    drawn,
    reach,
    [along[0] + third, along[1] - third],
    allowed,
    size,
    along,
  );
  if (!middle || middle.score < MIDDLE_SURE) return most?.line ?? null;
  if (!most) return middle.line;
  // Round corners move the edge of the whole side inwards, never outwards.
  return (middle.line - most.line) * outwards > 0 ? middle.line : most.line;
}

function bestLine(
  pixels: Pixels,
  axis: 'x' | 'y',
  drawn: number,
  reach: number,
  [from, to]: Span,
  [lowest, highest]: Span,
  size: number,
  whole: Span,
): { line: number; score: number } | null {
  const low = Math.max(1, lowest, drawn - reach);
  const high = Math.min(size - 1, highest, drawn + reach);
  const first = Math.max(1, low - 1);
  const lines = stepsAt(pixels, axis, first, Math.min(size - 1, high + 1), from, to);
  const n = Math.max(1, to - from);
  const shareAt = (line: number) => lines.shares[line - first] ?? 0;
  const found: { line: number; score: number; strength: number }[] = [];
  for (let line = low; line <= high; line++) {
    const alone = shareAt(line) - Math.min(shareAt(line - 1), shareAt(line + 1));
    const score = Math.max(alone, doubleAt(lines.sharpest, line - first) / n);
    if (score >= ALONG) found.push({ line, score, strength: doubleAt(lines.strengths, line - first) });
  }
  // A compressed picture echoes an edge at the borders of its blocks, on the whole length but faintly.
  const strongest = Math.max(0, ...found.map((f) => f.strength));
  const scores: { line: number; score: number }[] = found.filter((f) => f.strength >= ECHO * strongest);
  const atStart = drawn <= reach && lowest === 0;
  const atEnd = drawn >= size - reach && highest === size;
  if (atStart || atEnd) {
    // An item near the end of a bar has an edge too, but not over the whole side: the picture's own edge is better.
    for (const s of scores) {
      const [share] = stepsAt(pixels, axis, s.line, s.line, whole[0], whole[1]).shares;
      if (share! < WHOLE_SIDE) s.score = Math.min(s.score, PART_OF_SIDE);
    }
    scores.push({ line: atStart ? 0 : size, score: BORDER });
  }
  if (scores.length === 0) return null;
  const best = Math.max(...scores.map((s) => s.score));
  return scores
    .filter((s) => s.score >= best - AS_GOOD)
    .reduce((p, q) => (Math.abs(q.line - drawn) < Math.abs(p.line - drawn) ? q : p));
}

/** For lines `first` to `last`: the share of places that step, how many step there more than on both lines beside, and how far they step in the mean. */
function stepsAt(
  pixels: Pixels,
  axis: 'x' | 'y',
  first: number,
  last: number,
  from: number,
  to: number,
): { shares: Float64Array; sharpest: Float64Array; strengths: Float64Array } {
  const { data, width } = pixels;
  const back = axis === 'x' ? 4 : width * 4;
  const n = Math.max(0, to - from);
  const lines = Math.max(0, last - first + 1);
  const steps = new Uint8Array(lines * n);
  const shares = new Float64Array(lines);
  const strengths = new Float64Array(lines);
  for (let l = 0; l < lines; l++) {
    let count = 0;
    let sum = 0;
    for (let k = 0; k < n; k++) {
      const i = (axis === 'x' ? (from + k) * width + first + l : (first + l) * width + from + k) * 4;
      const r = byteAt(data, i) - byteAt(data, i - back);
      const g = byteAt(data, i + 1) - byteAt(data, i - back + 1);
      const b = byteAt(data, i + 2) - byteAt(data, i - back + 2);
      const step = Math.max(r < 0 ? -r : r, g < 0 ? -g : g, b < 0 ? -b : b);
      steps[l * n + k] = step;
      sum += step;
      if (step >= STEP) count++;
    }
    shares[l] = n > 0 ? count / n : 0;
    strengths[l] = n > 0 ? sum / n : 0;
  }
  const sharpest = new Float64Array(lines);
  for (let l = 1; l < lines - 1; l++)
    for (let k = 0; k < n; k++) {
      const step = byteAt(steps, l * n + k);
      if (step >= STEP && step > byteAt(steps, (l - 1) * n + k) && step >= byteAt(steps, (l + 1) * n + k))
        sharpest[l] = doubleAt(sharpest, l) + 1;
    }
  return { shares, sharpest, strengths };
}
