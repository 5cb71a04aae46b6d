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
/** Where no line was found, the region goes on to it unless its sides step on less than this share of the way. */
const ENDS = 0.3;
/** A thing is small, and found by what it is rather than by its sides, up to so many times a hand's reach, at least so many pixels. */
const SMALL = 12;
const SMALL_PIXELS = 96;
/** What is small and was not found by its own pixels has sides within this share of itself, at least so many pixels, or none. */
const SMALL_REACH = 0.08;
const LEAST_REACH = 2;
/** Lines fainter than this share of the strongest are its echo. */
const ECHO = 0.25;
/** A line is as likely as the one that was found within this share of its length, and from this share of its strength on. */
const RIVAL = 0.2;
const RIVAL_STRENGTH = 0.3;
/** A side goes on beyond a region that goes on so far at least, in pixels. */
const LEAST_BEYOND = 16;
/** Sides up to this long may be mostly round corner: their middle third is looked at by itself. */
const SHORT_SIDE = 160;
/** The middle third speaks only when it is this sure. */
const MIDDLE_SURE = 0.8;

export type SideName = 'left' | 'top' | 'right' | 'bottom';

/** A side that may be at either of two lines: neither is chosen. */
export interface Rival {
  readonly side: SideName;
  /** Pixels from the picture's left or top, the nearer to what was drawn first. */
  readonly at: readonly [number, number];
}

export interface SettledRegion {
  readonly rect: Rect;
  /** Which sides were moved to an edge that is really there, or to the picture's own edge. */
  readonly found: Readonly<Record<SideName, boolean>>;
  readonly rivals: readonly Rival[];
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
  const isTiny = Math.max(rect.width, rect.height) <= SMALL_PIXELS;
  const thing = isSmall ? settleThing(pixels, rect, reach) : null;
  if (thing === 'doubtful') return unsettled(rect);
  if (thing) return { rect: thing, found: { left: true, top: true, right: true, bottom: true }, rivals: [] };
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
  const sidesTo = (rim: Rim) => ({
    left: side(pixels, 'x', x0, reachX, acrossX, [0, Math.ceil(middleX) - 1], -1, rim),
    right: side(pixels, 'x', x1, reachX, acrossX, [Math.floor(middleX) + 1, width], 1, rim),
    top: side(pixels, 'y', y0, reachY, acrossY, [0, Math.ceil(middleY) - 1], -1, rim),
    bottom: side(pixels, 'y', y1, reachY, acrossY, [Math.floor(middleY) + 1, height], 1, rim),
  });
  const outer = sidesTo('outer');
  const lines = isPart(pixels, outer) ? sidesTo('inner') : outer;
  const isWhole = (line: number, [from, to]: Span, axis: 'x' | 'y') =>
    (stepsAt(pixels, axis, line, line, from, to).shares[0] ?? 0) >= WHOLE_SIDE;
  const at = (name: SideName): number | null => {
    const upright = name === 'left' || name === 'right';
    const size = upright ? width : height;
    const isStart = name === 'left' || name === 'top';
    const from = { left: x0, right: x1, top: y0, bottom: y1 }[name];
    const line = lines[name];
    const border = isStart ? 0 : size;
    if (isRival(line)) return null;
    if (Math.abs(from - border) > (upright ? reachX : reachY)) return line;
    if (Math.abs((line ?? from) - border) <= RIM) return border;
    const across = upright ? [lines.top, lines.bottom] : [lines.left, lines.right];
    const far = upright ? height : width;
    const way: Span = isStart ? [0, line ?? from] : [line ?? from, size];
    const span = upright ? acrossY : acrossX;
    // One that is the picture's own edge, or its rim, says nothing: no picture steps there. Nor does that of a thing on the region.
    const shares = across.flatMap((l) =>
      typeof l !== 'number' || l <= RIM || l >= far - RIM || !isWhole(l, span, upright ? 'y' : 'x')
        ? []
        : [wayShare(pixels, upright ? 'y' : 'x', l, way)],
    );
    const least = shares.length > 0 ? Math.min(...shares) : null;
    if (line === null) return least === null || least >= ENDS ? border : null;
    if (least !== null) return least >= GOES_ON ? border : line;
    return isWhole(line, upright ? acrossX : acrossY, upright ? 'x' : 'y') ? line : border;
  };
  const [left, top, right, bottom] = [at('left'), at('top'), at('right'), at('bottom')];
  // Of a small thing that was not found by its own pixels, a side alone is another's as often as not.
  if (isTiny && [left, top, right, bottom].some((side) => side === null)) return unsettled(rect);
  const l = left ?? x0;
  const t = top ?? y0;
  const r = Math.max(l + 1, right ?? x1);
  const b = Math.max(t + 1, bottom ?? y1);
  return {
    rect: { x: l, y: t, width: r - l, height: b - t },
    found: { left: left !== null, top: top !== null, right: right !== null, bottom: bottom !== null },
    rivals: SIDE_NAMES.flatMap((side) => {
      const line = lines[side];
      return isRival(line) ? [{ side, at: line }] : [];
    }),
  };
}

const unsettled = (rect: Rect): SettledRegion => ({
  rect,
  found: { left: false, top: false, right: false, bottom: false },
  rivals: [],
});

/** A rectangle of which one side lies elsewhere: a pixel is left of it at least. */
export function withSide({ x, y, width, height }: Rect, side: SideName, at: number): Rect {
  const [right, low] = [x + width, y + height];
  switch (side) {
    case 'left':
      return { x: Math.min(at, right - 1), y, width: right - Math.min(at, right - 1), height };
    case 'top':
      return { x, y: Math.min(at, low - 1), width, height: low - Math.min(at, low - 1) };
    case 'right':
      return { x, y, width: Math.max(1, at - x), height };
    case 'bottom':
      return { x, y, width, height: Math.max(1, at - y) };
  }
}

/** The share of a way along a line, or along one beside it, at which neighbouring pixels step, and more than beside it. */
function wayShare(pixels: Pixels, axis: 'x' | 'y', line: number, [from, to]: Span): number {
  const size = axis === 'x' ? pixels.width : pixels.height;
  const first = Math.max(1, line - 2);
  const { shares, sharpest } = stepsAt(pixels, axis, first, Math.min(size - 1, line + 2), from, to);
  const n = Math.max(1, to - from);
  let most = 0;
  for (let l = Math.max(1, line - 1) - first; l <= Math.min(shares.length - 1, line + 1 - first); l++) {
    const alone = (shares[l] ?? 0) - Math.min(shares[l - 1] ?? 0, shares[l + 1] ?? 0);
    most = Math.max(most, alone, doubleAt(sharpest, l) / n);
  }
  return most;
}

type Span = readonly [from: number, to: number];
/** Of a rim, which of its two lines is the side. */
type Rim = 'outer' | 'inner';
/** A line (0 to the picture's size, both included); two where they are as likely, null where there is none. */
type Line = number | Rival['at'] | null;
type Sides = Readonly<Record<SideName, Line>>;
const SIDE_NAMES = ['left', 'top', 'right', 'bottom'] as const;
const isRival = (line: Line): line is Rival['at'] => line !== null && typeof line !== 'number';

/** Whether two opposite sides go on beyond the region on one hand: it is a part of something larger, as a title strip is. */
function isPart(pixels: Pixels, { left, right, top, bottom }: Sides): boolean {
  const goOn = (
    axis: 'x' | 'y',
    [a, b]: readonly [Line, Line],
    [from, to]: readonly [Line, Line],
  ): boolean => {
    if (typeof a !== 'number' || typeof b !== 'number' || typeof from !== 'number' || typeof to !== 'number')
      return false;
    const size = axis === 'x' ? pixels.height : pixels.width;
    const far = Math.max(LEAST_BEYOND, Math.round((to - from) / 2));
    const beyond: Span[] = [
      [Math.max(0, from - far), from - RIM],
      [to + RIM, Math.min(size, to + far)],
    ];
    return beyond.some(
      ([p, q]) =>
        q - p >= LEAST_BEYOND / 2 &&
        [a, b].every((line) => wayShare(pixels, axis, line, [p, q]) >= WHOLE_SIDE),
    );
  };
  return goOn('x', [left, right], [top, bottom]) || goOn('y', [top, bottom], [left, right]);
}

/** The line that a side settles on. */
function side(
  pixels: Pixels,
  axis: 'x' | 'y',
  drawn: number,
  reach: number,
  along: Span,
  allowed: Span,
  outwards: -1 | 1,
  rim: Rim,
): Line {
  const length = along[1] - along[0];
  const inset = Math.min(reach, Math.floor(length / 4));
  const best = (way: Span) => bestLine(pixels, axis, drawn, reach, way, allowed, outwards, rim);
  const most = best([along[0] + inset, along[1] - inset]);
  const told = (found: Best | null): Line => {
    if (found === null || found.rival === null) return found?.line ?? null;
    const isNearer = Math.abs(found.rival - drawn) < Math.abs(found.line - drawn);
    return isNearer ? [found.rival, found.line] : [found.line, found.rival];
  };
  if (length > SHORT_SIDE || length < 9) return told(most);
  const third = Math.floor(length / 3);
  const middle = best([along[0] + third, along[1] - third]);
  if (!middle || middle.score < MIDDLE_SURE) return told(most);
  if (!most) return told(middle);
  // Round corners move the edge of the whole side inwards, never outwards.
  return told((middle.line - most.line) * outwards > 0 ? middle : most);
}

interface Best {
  readonly line: number;
  readonly score: number;
  /** Another line that is as likely. */
  readonly rival: number | null;
}

function bestLine(
  pixels: Pixels,
  axis: 'x' | 'y',
  drawn: number,
  reach: number,
  [from, to]: Span,
  [lowest, highest]: Span,
  outwards: -1 | 1,
  rim: Rim,
): Best | null {
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
  // The rim of what lies along the picture's own edge is no side of what keeps off it by a whole line.
  const isAtEdge = (line: number) => line <= RIM || line >= size - RIM;
  const inner = seen.filter((f) => !isAtEdge(f.line));
  const held = inner.some((f) => f.score >= WHOLE_SIDE) ? inner : seen;
  const scores = held.filter(
    (f) =>
      !held.some(
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
  const away = rim === 'outer' ? outwards : -outwards;
  const chosen = scores
    .filter(({ line, strength }) => {
      const out = (line - nearest.line) * away;
      return out > 0 && out <= RIM && strength >= RIM_STRENGTH * nearest.strength;
    })
    .reduce((p, q) => ((q.line - p.line) * away > 0 ? q : p), nearest);
  const rivals = held.filter(
    (f) =>
      Math.abs(f.line - chosen.line) > RIM &&
      f.score >= Math.max(WHOLE_SIDE, chosen.score - RIVAL) &&
      f.strength >= RIVAL_STRENGTH * chosen.strength,
  );
  const rival = rivals.reduce<(typeof rivals)[number] | null>(
    (p, q) => (p && p.strength >= q.strength ? p : q),
    null,
  );
  return { line: chosen.line, score: chosen.score, rival: rival?.line ?? null };
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
