import { areaOf, overlap, sameness, type Rect } from '../picture/rect.js';
import { LineIndex } from './lineIndex.js';
import type { LongLine, LongLines } from './longLines.js';

/** A window, as its four sides tell it. */
export interface FoundWindow {
  readonly rect: Rect;
  /** 0–1: how much of its sides is there, of what no other window hides. */
  readonly sure: number;
  /** Windows that lie over it. */
  readonly over: readonly Rect[];
}

/** A window is at least so wide and high, as shares of the shorter side of the screen. */
const LEAST_WIDTH = 0.16;
const LEAST_HEIGHT = 0.12;
/** Round corners keep the ends of its sides apart by this share of the shorter side of the screen at most. */
const CORNER = 0.03;
/** This share of each side is there, and of all four together. */
const SIDE = 0.62;
const ALL = 0.82;
/** How much it counts that all of its sides is there. */
const WHOLE_COUNTS = 8;
/** Lines of a pattern of the wall go neither way. */
const ONE_WAY = 0.15;
/** Two boxes that share so much of both are one. */
const SAME = 0.8;
/** A box that lies within another by so much is taken for a pane or a strip of it; so is a dialog that lies wholly on its window. */
const PART = 0.97;
/** More corners than this are a pattern of the wall: the longest are looked at. */
const MOST = 160;
/** A side may go on beyond a corner for so many pixels, where it is soft or made so. */
const BEYOND = 6;
/** A title strip is at least and at most so thick, as shares of the shorter side of the screen; sides so near are one, in pixels. */
const STRIP = [0.018, 0.1] as const;
const BESIDE = 3;
/** This share of each side is there of a window of which a pane alone has plainer sides. */
const PANE = 0.86;
/** Of each side so much is seen at least, in pixels: one that another window hides may be anywhere. */
const LEAST_SEEN = 8;
/** A shadow's side steps by no more levels than this; the window's own by so many times as much, and by so many at least. */
const FAINT = 14;
const PLAINER = 2;
const LEAST_PLAIN = 12;
/** A line goes on in another that begins so near to its end, in pixels. */
const JOINS = 4;
/** Both are there all along, and go one way. */
const PLAIN = 0.95;
/** Of two windows that are alike so much of each side is seen, and so much of each lies beyond the other; so many are tried. */
const SEEN_OF_SIDE = 0.1;
const BEYOND_OTHER = 0.15;
const MOST_UPPER = 12;
const MOST_LOWER = 400;
/** How sure it is of the upper of such two, whose sides are not all seen. */
const UPPER_SURE = 0.9;
/** So many windows are told at most. */
const MOST_WINDOWS = 6;

interface Corner {
  readonly x: number;
  readonly y: number;
  readonly weight: number;
}

const endOf = (l: LongLine, isLast: boolean) => (isLast ? l.to : l.from);

/** Where a lying and a standing line end near each other: corners that open down or up, to the right or to the left. */
function cornersOf(
  lines: LongLines,
  reach: number,
  least: number,
  isRight: boolean,
  isLow: boolean,
): Corner[] {
  const standing = new LineIndex(lines.standing.filter((l) => l.to - l.from >= least));
  const found: Corner[] = [];
  for (const lying of lines.lying) {
    if (lying.to - lying.from < least) continue;
    const end = endOf(lying, isRight);
    for (let off = -BEYOND; off <= reach; off++) {
      const x = end + (isRight ? off : -off);
      for (const stands of standing.near(x, 0)) {
        const gap = (endOf(stands, isLow) - lying.at) * (isLow ? -1 : 1);
        if (gap < -BEYOND || gap > reach) continue;
        // Both ends are as far from the corner where it is round.
        if (Math.abs(gap - off) > Math.max(4, reach / 2)) continue;
        found.push({ x, y: lying.at, weight: lying.to - lying.from + stands.to - stands.from });
      }
    }
  }
  found.sort((a, b) => b.weight - a.weight);
  const kept: Corner[] = [];
  for (const c of found) if (!kept.some((k) => k.x === c.x && k.y === c.y)) kept.push(c);
  return kept.slice(0, MOST);
}

/**
 * Windows: boxes with corners and four sides that are there, the uppermost first. What lies beneath another is told by what that one
 * does not hide.
 *
 * @param bars these lie over windows
 */
export function findWindows(
  { width, height }: { readonly width: number; readonly height: number },
  all: LongLines,
  bars: readonly Rect[],
): FoundWindow[] {
  const lines = {
    lying: withJoined(all.lying.filter((l) => l.sameWay >= ONE_WAY)),
    standing: withJoined(all.standing.filter((l) => l.sameWay >= ONE_WAY)),
  };
  const least = Math.min(width, height);
  const reach = Math.round(CORNER * least);
  const short = Math.round(0.04 * least);
  const lying = new LineIndex(lines.lying);
  const standing = new LineIndex(lines.standing);
  const corners = (isRight: boolean, isLow: boolean) => cornersOf(lines, reach, short, isRight, isLow);
  const boxes: Rect[] = [];
  const add = (x0: number, y0: number, x1: number, y1: number) => {
    if (x1 - x0 < LEAST_WIDTH * least || y1 - y0 < LEAST_HEIGHT * least) return;
    // The whole screen is none.
    if (x1 - x0 > 0.98 * width && y1 - y0 > 0.98 * height) return;
    boxes.push({ x: x0, y: y0, width: x1 - x0, height: y1 - y0 });
  };
  const [topLeft, topRight, lowLeft, lowRight] = [
    corners(false, false),
    corners(true, false),
    corners(false, true),
    corners(true, true),
  ];
  for (const a of topLeft) for (const b of lowRight) add(a.x, a.y, b.x, b.y);
  for (const a of topRight) for (const b of lowLeft) add(b.x, a.y, a.x, b.y);
  const sidesOf = (rect: Rect, over: readonly Rect[], leastSeen = 0): (number | null)[] => {
    const { x, y } = rect;
    const [right, low] = [x + rect.width, y + rect.height];
    const inset = Math.min(reach, Math.floor(Math.min(rect.width, rect.height) / 6));
    const hiddenLying = (at: number) =>
      over
        .filter((o) => o.y - 2 <= at && o.y + o.height + 2 >= at)
        .map((o) => [o.x - 3, o.x + o.width + 3] as const);
    const hiddenStanding = (at: number) =>
      over
        .filter((o) => o.x - 2 <= at && o.x + o.width + 2 >= at)
        .map((o) => [o.y - 3, o.y + o.height + 3] as const);
    const [wide, high] = [
      Math.max(LEAST_SEEN, leastSeen * rect.width),
      Math.max(LEAST_SEEN, leastSeen * rect.height),
    ];
    return [
      lying.covers(y, x + inset, right - inset, hiddenLying(y), wide),
      lying.covers(low, x + inset, right - inset, hiddenLying(low), wide),
      standing.covers(x, y + inset, low - inset, hiddenStanding(x), high),
      standing.covers(right, y + inset, low - inset, hiddenStanding(right), high),
    ];
  };
  const scored = (rect: Rect, over: readonly Rect[]): Scored | null => {
    const sides = sidesOf(rect, over);
    const seen = sides.filter((s) => s !== null);
    if (seen.length < sides.length || Math.min(...seen) < SIDE) return null;
    const sure = seen.reduce((sum, s) => sum + s, 0) / seen.length;
    return sure < ALL ? null : { rect, sure, least: Math.min(...seen) };
  };
  const found: FoundWindow[] = [];
  const isKnown = (r: Rect) => found.some((f) => sameness(f.rect, r) >= SAME || inside(r, f.rect) >= PART);
  for (let round = 0; round < MOST_WINDOWS; round++) {
    const over = [...found.map((f) => f.rect), ...bars];
    const told = boxes
      .filter((r) => !isKnown(r) && !bars.some((b) => inside(r, b) > 0.5))
      .flatMap((r) => scored(r, over) ?? [])
      .sort((a, b) => worth(b) - worth(a));
    // A box around two windows has most of its sides as well, and never all of them.
    const isAll = (told[0]?.least ?? 0) >= PLAIN;
    const unknown = boxes.filter((r) => !isKnown(r));
    const pair = isAll ? null : upperOfTwo(unknown, over, sidesOf);
    const surest = pair ?? told[0];
    if (!surest) break;
    const best = pair ?? told.find((b) => isPartOf(surest.rect, b, least)) ?? surest;
    // What is found next is held against what is hidden now.
    const { sure } = best;
    const rect = withoutShadow(best.rect, lying, standing, Math.ceil(STRIP[0] * least) - 1);
    found.push({ rect, sure, over: found.map((f) => f.rect).filter((r) => overlap(r, rect) > 0) });
  }
  return found;
}

/**
 * The upper of two windows of which neither is told alone: they are of one colour, so that a side of the upper one is not seen where it lies
 * on the lower, and the lower's are hidden by the upper one. Each of them reaches far beyond the other, and all that can be seen of the sides
 * of both is there.
 *
 * @returns null where there are no such two
 */
function upperOfTwo(
  boxes: readonly Rect[],
  over: readonly Rect[],
  sidesOf: (rect: Rect, over: readonly Rect[], leastSeen?: number) => (number | null)[],
): Scored | null {
  const isPlain = (sides: readonly (number | null)[]) => sides.every((s) => s !== null && s >= PLAIN);
  // Of either two sides at least are seen whole.
  const half = boxes
    .filter((rect) => {
      const sides = sidesOf(rect, over).map((s) => s ?? 0);
      return sides.filter((s) => s >= PLAIN).length >= 2 && Math.min(...sides) >= SEEN_OF_SIDE;
    })
    .sort((a, b) => areaOf(b) - areaOf(a));
  for (const rect of half.slice(0, MOST_UPPER))
    for (const lower of half.slice(0, MOST_LOWER)) {
      const shared = overlap(rect, lower);
      if (shared === 0 || shared > (1 - BEYOND_OTHER) * Math.min(areaOf(rect), areaOf(lower))) continue;
      if (!isPlain(sidesOf(rect, [...over, lower], SEEN_OF_SIDE))) continue;
      if (!isPlain(sidesOf(lower, [...over, rect], SEEN_OF_SIDE))) continue;
      // Where the two share a place, lines are the upper one's: more of its sides is seen.
      const seen = (of: Rect) => sidesOf(of, over).reduce<number>((sum, side) => sum + (side ?? 0), 0);
      return { rect: seen(rect) >= seen(lower) ? rect : lower, sure: UPPER_SURE, least: PLAIN };
    }
  return null;
}
/**
 * Lines, and those that go on right beside where one ends: a rim steps outside along a dark strip and inside along
 * a light body.
 */
function withJoined(lines: readonly LongLine[]): LongLine[] {
  const plain = lines.filter((l) => l.sameWay >= PLAIN && l.share >= PLAIN);
  const index = new LineIndex(plain);
  const found = [...lines];
  for (const first of plain)
    for (const then of index.near(first.at)) {
      if (then.at === first.at || Math.abs(then.from - first.to) > JOINS || then.to <= first.to) continue;
      const [a, b] = [first.to - first.from, then.to - then.from];
      const mean = (of: (l: LongLine) => number) => (of(first) * a + of(then) * b) / (a + b);
      found.push({
        at: a >= b ? first.at : then.at,
        from: first.from,
        to: then.to,
        share: mean((l) => l.share),
        strength: mean((l) => l.strength),
        sameWay: mean((l) => l.sameWay),
        way: [mean((l) => l.way[0]), mean((l) => l.way[1]), mean((l) => l.way[2])],
      });
    }
  return found;
}
/**
 * A box without the shadow around it: a side that steps faintly moves in to one that steps plainly, as far as no title strip is thin.
 *
 * @param reach pixels
 */
function withoutShadow(rect: Rect, lying: LineIndex, standing: LineIndex, reach: number): Rect {
  const [right, low] = [rect.x + rect.width, rect.y + rect.height];
  const moved = (index: LineIndex, at: number, inwards: 1 | -1, from: number, to: number): number => {
    const faint = index.strengthAt(at, from, to);
    if (faint > FAINT) return at;
    let [best, most] = [at, Math.max(PLAINER * faint, LEAST_PLAIN)];
    for (let k = 1; k <= reach; k++) {
      const here = at + inwards * k;
      if ((index.covers(here, from, to) ?? 0) < PANE) continue;
      const strength = index.strengthAt(here, from, to);
      if (strength > most) [best, most] = [here, strength];
    }
    return best;
  };
  // Corners may be round, and shadows are.
  const [dx, dy] = [Math.floor(rect.width * 0.15), Math.floor(rect.height * 0.15)];
  const x0 = moved(standing, rect.x, 1, rect.y + dy, low - dy);
  const x1 = moved(standing, right, -1, rect.y + dy, low - dy);
  const y0 = moved(lying, rect.y, 1, rect.x + dx, right - dx);
  const y1 = moved(lying, low, -1, rect.x + dx, right - dx);
  return { x: x0, y: y0, width: x1 - x0, height: y1 - y0 };
}
interface Scored {
  readonly rect: Rect;
  readonly sure: number;
  /** How much of the side is there of which least is. */
  readonly least: number;
}
/**
 * Whether a box is a window without what stands along one of its sides: a title strip, or a pane, whose own side may be less plain
 * than the others.
 */
function isPartOf(part: Rect, { rect: whole, least: there }: Scored, least: number): boolean {
  const more = [
    part.x - whole.x,
    part.y - whole.y,
    whole.x + whole.width - part.x - part.width,
    whole.y + whole.height - part.y - part.height,
  ];
  const [strip = 0, ...rest] = more.sort((a, b) => b - a);
  if (strip < STRIP[0] * least || rest.some((d) => Math.abs(d) > BESIDE)) return false;
  return strip <= STRIP[1] * least || there >= PANE;
}
/** The larger of two that are as sure: panes and strips have sides as well. */
const worth = ({ rect, sure }: { rect: Rect; sure: number }) =>
  Math.sqrt(areaOf(rect)) * sure ** WHOLE_COUNTS;
const inside = (a: Rect, b: Rect) => overlap(a, b) / areaOf(a);
