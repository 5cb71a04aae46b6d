import { byteAt, doubleAt } from '../../ground/cells.js';
import type { Pixels } from './pixels.js';
import type { Rect } from './rect.js';
import { clip } from './rect.js';
import { settleThing } from './settleThing.js';

/** A step of this many levels in any channel between neighbouring pixels counts as an edge at that place. */
const STEP = 8;
/** A line is an edge when at least this share of it shows a step: text and icons do not reach it, frames do. */
const ALONG = 0.6;
/** A line so near to the picture's own edge is the rim of what lies along it, and so near outside of another one the rim's outer side. */
const RIM = 3;
/** A line outside of the one that was found is its rim's outer side from this share of its strength on. */
const RIM_STRENGTH = 0.35;
/** Lines within this of the strongest are as good, and then the nearest to what was drawn wins. */
const AS_GOOD = 0.08;
/** A line that steps on less than this share of the whole side is the edge of something on it. */
const WHOLE_SIDE = 0.8;
/** A side of a region goes on to the picture's own edge where it steps on this share of the way. */
const GOES_ON = 0.6;
/** A thing is small, and found by what it is rather than by its sides, up to so many times a hand's reach, at least so many pixels. */
const SMALL = 12;
const SMALL_PIXELS = 96;
/** What is small and was not found by its own pixels has sides within this share of itself, at least so many pixels, or none. */
const SMALL_REACH = 0.08;
const LEAST_REACH = 2;
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
 * A small thing on an even ground is found by its own pixels (`settleThing`). Of anything else, for every side, each line within
 * reach gets the share of its length at which neighbouring pixels differ by `STEP` or more: less what the lines on both sides have
 * too, or, where a compressed picture smears an edge over several lines, counting a place only for the line at which it steps most.
 * The best line at or above `ALONG` takes the side, the nearest of equals, and of a rim its outer side; sides without an edge stay
 * as drawn. The picture's own edge is taken where it is within reach and the region goes on to it: where the sides across go on
 * beyond the line that was found, or that line is no more than a rim, or steps on a part of the side alone. A short side with round
 * corners has its edge in its middle third alone, which is looked at by itself.
 *
 * @returns null when the region lies wholly outside the picture
 */
export function settleEdges(pixels: Pixels, drawn: Rect, reach = DEFAULT_REACH): SettledRegion | null {
  const rect = clip(drawn, pixels.width, pixels.height);
  if (!rect) return null;
  const isSmall = Math.max(rect.width, rect.height) <= Math.max(SMALL_PIXELS, SMALL * reach);
  const thing = isSmall ? settleThing(pixels, rect, reach) : null;
  if (thing === 'doubtful') return { rect, found: { left: false, top: false, right: false, bottom: false } };
  if (thing) return { rect: thing, found: { left: true, top: true, right: true, bottom: true } };
  const within = (length: number) =>
    isSmall ? Math.min(reach, Math.max(LEAST_REACH, Math.floor(length * SMALL_REACH))) : reach;
  const [reachX, reachY] = [within(rect.width), within(rect.height)];
  const middleX = rect.x + rect.width / 2;
  const middleY = rect.y + rect.height / 2;
  const acrossX: Span = [rect.y, rect.y + rect.height];
  const acrossY: Span = [rect.x, rect.x + rect.width];
  const { width, height } = pixels;
  const [x0, x1] = [rect.x, rect.x + rect.width];
  const [y0, y1] = [rect.y, rect.y + rect.height];
  const lines = {
    left: side(pixels, 'x', x0, reachX, acrossX, [0, Math.ceil(middleX) - 1], -1),
    right: side(pixels, 'x', x1, reachX, acrossX, [Math.floor(middleX) + 1, width], 1),
    top: side(pixels, 'y', y0, reachY, acrossY, [0, Math.ceil(middleY) - 1], -1),
    bottom: side(pixels, 'y', y1, reachY, acrossY, [Math.floor(middleY) + 1, height], 1),
  };
  const at = (name: 'left' | 'top' | 'right' | 'bottom'): number | null => {
    const upright = name === 'left' || name === 'right';
    const size = upright ? width : height;
    const isStart = name === 'left' || name === 'top';
    const from = { left: x0, right: x1, top: y0, bottom: y1 }[name];
    const line = lines[name];
    const border = isStart ? 0 : size;
    if (Math.abs(from - border) > (upright ? reachX : reachY)) return line;
    if (line === null || Math.abs(line - border) <= RIM) return border;
    const across = upright ? [lines.top, lines.bottom] : [lines.left, lines.right];
    const way: Span = isStart ? [0, line] : [line, size];
    const shares = across.flatMap((l) => (l === null ? [] : [wayShare(pixels, upright ? 'y' : 'x', l, way)]));
    if (shares.length > 0) return Math.max(...shares) >= GOES_ON ? border : line;
    const [whole] = stepsAt(pixels, upright ? 'x' : 'y', line, line, ...(upright ? acrossX : acrossY)).shares;
    return (whole ?? 0) < WHOLE_SIDE ? border : line;
  };
  const [left, top, right, bottom] = [at('left'), at('top'), at('right'), at('bottom')];
  const l = left ?? x0;
  const t = top ?? y0;
  const r = Math.max(l + 1, right ?? x1);
  const b = Math.max(t + 1, bottom ?? y1);
  return {
    rect: { x: l, y: t, width: r - l, height: b - t },
    found: { left: left !== null, top: top !== null, right: right !== null, bottom: bottom !== null },
  };
}

/** The share of a way along a line, or along one beside it, at which neighbouring pixels step. */
function wayShare(pixels: Pixels, axis: 'x' | 'y', line: number, [from, to]: Span): number {
  const size = axis === 'x' ? pixels.width : pixels.height;
  const { shares } = stepsAt(pixels, axis, Math.max(1, line - 1), Math.min(size - 1, line + 1), from, to);
  return Math.max(0, ...shares);
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
  const length = along[1] - along[0];
  const inset = Math.min(reach, Math.floor(length / 4));
  const most = bestLine(pixels, axis, drawn, reach, [along[0] + inset, along[1] - inset], allowed, outwards);
  if (length > SHORT_SIDE || length < 9) return most?.line ?? null;
  const third = Math.floor(length / 3);
  const middle = bestLine(
    pixels,
    axis,
    drawn,
    reach,
    [along[0] + third, along[1] - third],
    allowed,
    outwards,
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
  outwards: -1 | 1,
): { line: number; score: number } | null {
  const size = axis === 'x' ? pixels.width : pixels.height;
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
  const seen = found.filter((f) => f.strength >= ECHO * strongest);
  // A line beyond a stronger one is another thing's: it is never reached over that.
  const scores = seen.filter(
    (f) =>
      !seen.some(
        (g) =>
          (g.line - drawn) * (f.line - drawn) > 0 &&
          Math.abs(g.line - drawn) < Math.abs(f.line - drawn) - RIM &&
          g.strength > f.strength,
      ),
  );
  if (scores.length === 0) return null;
  const best = Math.max(...scores.map((s) => s.score));
  const nearest = scores
    .filter((s) => s.score >= best - AS_GOOD)
    .reduce((p, q) => (Math.abs(q.line - drawn) < Math.abs(p.line - drawn) ? q : p));
  return scores
    .filter(({ line, strength }) => {
      const out = (line - nearest.line) * outwards;
      return out > 0 && out <= RIM && strength >= RIM_STRENGTH * nearest.strength;
    })
    .reduce((p, q) => ((q.line - p.line) * outwards > 0 ? q : p), nearest);
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
