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
    lying: all.lying.filter((l) => l.sameWay >= ONE_WAY),
    standing: all.standing.filter((l) => l.sameWay >= ONE_WAY),
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
  const scored = (rect: Rect, over: readonly Rect[]): { rect: Rect; sure: number } | null => {
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
    const sides = [
      lying.covers(y, x + inset, right - inset, hiddenLying(y)),
      lying.covers(low, x + inset, right - inset, hiddenLying(low)),
      standing.covers(x, y + inset, low - inset, hiddenStanding(x)),
      standing.covers(right, y + inset, low - inset, hiddenStanding(right)),
    ];
    const seen = sides.filter((s) => s !== null);
    if (seen.length < 3 || Math.min(...seen) < SIDE) return null;
    const sure = seen.reduce((sum, s) => sum + s, 0) / seen.length;
    return sure < ALL ? null : { rect, sure };
  };
  const found: FoundWindow[] = [];
  const isKnown = (r: Rect) => found.some((f) => sameness(f.rect, r) >= SAME || inside(r, f.rect) >= PART);
  for (let round = 0; round < MOST_WINDOWS; round++) {
    const over = [...found.map((f) => f.rect), ...bars];
    const [best] = boxes
      .filter((r) => !isKnown(r) && !bars.some((b) => inside(r, b) > 0.5))
      .flatMap((r) => scored(r, over) ?? [])
      .sort((a, b) => worth(b) - worth(a));
    if (!best) break;
    // What is found next is held against what is hidden now.
    const { rect, sure } = best;
    found.push({ rect, sure, over: found.map((f) => f.rect).filter((r) => overlap(r, rect) > 0) });
  }
  return found;
}
/** The larger of two that are as sure: panes and strips have sides as well. */
const worth = ({ rect, sure }: { rect: Rect; sure: number }) =>
  Math.sqrt(areaOf(rect)) * sure ** WHOLE_COUNTS;
const inside = (a: Rect, b: Rect) => overlap(a, b) / areaOf(a);
