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
/**
 * A busy ground has steps on every line. What a line has in common with both lines so many pixels beside it is ground
 * and not edge; a border of one pixel or more stays an edge, since one of its sides is quiet.
 */
const BESIDE = 1;
/** Lines within this of the strongest are as good, and then the nearest to what was drawn wins. */
const AS_GOOD = 0.08;

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
 * For every side, each line within `reach` is scored by the share of its length at which neighbouring pixels differ
 * by `STEP` or more, less what the lines on both sides have too, the picture's own edge by `BORDER`; the best line at or above `ALONG` takes the side, the nearest
 * of equals. Sides without an edge stay as drawn.
 *
 * @returns null when the region lies wholly outside the picture
 */
export function settleEdges(pixels: Pixels, drawn: Rect, reach = DEFAULT_REACH): SettledRegion | null {
  const rect = clip(drawn, pixels.width, pixels.height);
  if (!rect) return null;
  const inset = (from: number, to: number): [number, number] => {
    const by = Math.min(reach, Math.floor((to - from) / 4));
    return [from + by, to - by];
  };
  const [spanX0, spanX1] = inset(rect.x, rect.x + rect.width);
  const [spanY0, spanY1] = inset(rect.y, rect.y + rect.height);
  const middleX = rect.x + rect.width / 2;
  const middleY = rect.y + rect.height / 2;
  const left = side(pixels, 'x', rect.x, reach, spanY0, spanY1, 0, Math.ceil(middleX) - 1);
  const right = side(
    pixels,
    'x',
    rect.x + rect.width,
    reach,
    spanY0,
    spanY1,
    Math.floor(middleX) + 1,
    pixels.width,
  );
  const top = side(pixels, 'y', rect.y, reach, spanX0, spanX1, 0, Math.ceil(middleY) - 1);
  const bottom = side(
    pixels,
    'y',
    rect.y + rect.height,
    reach,
    spanX0,
    spanX1,
    Math.floor(middleY) + 1,
    pixels.height,
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

/** The line (0 to the picture's size, both included) that a side settles on, or null. */
function side(
  pixels: Pixels,
  axis: 'x' | 'y',
  drawn: number,
  reach: number,
  from: number,
  to: number,
  lowest: number,
  highest: number,
): number | null {
  const size = axis === 'x' ? pixels.width : pixels.height;
  const low = Math.max(1, lowest, drawn - reach);
  const high = Math.min(size - 1, highest, drawn + reach);
  const first = Math.max(1, low - BESIDE);
  const shares: number[] = [];
  for (let line = first; line <= Math.min(size - 1, high + BESIDE); line++)
    shares.push(stepShare(pixels, axis, line, from, to));
  const shareAt = (line: number) => shares[line - first] ?? 0;
  const scores: { line: number; score: number }[] = [];
  for (let line = low; line <= high; line++) {
    const score = shareAt(line) - Math.min(shareAt(line - BESIDE), shareAt(line + BESIDE));
    if (score >= ALONG) scores.push({ line, score });
  }
  if (drawn <= reach && lowest === 0) scores.push({ line: 0, score: BORDER });
  if (drawn >= size - reach && highest === size) scores.push({ line: size, score: BORDER });
  if (scores.length === 0) return null;
  const best = Math.max(...scores.map((s) => s.score));
  return scores
    .filter((s) => s.score >= best - AS_GOOD)
    .reduce((p, q) => (Math.abs(q.line - drawn) < Math.abs(p.line - drawn) ? q : p)).line;
}

/** Share of the places from `from` to `to` at which the pixels on both sides of a line differ by `STEP` or more. */
function stepShare(pixels: Pixels, axis: 'x' | 'y', line: number, from: number, to: number): number {
  const { data, width } = pixels;
  const back = axis === 'x' ? 4 : width * 4;
  let steps = 0;
  for (let k = from; k < to; k++) {
    const i = (axis === 'x' ? k * width + line : line * width + k) * 4;
    if (
      Math.abs(data[i]! - data[i - back]!) >= STEP ||
      Math.abs(data[i + 1]! - data[i - back + 1]!) >= STEP ||
      Math.abs(data[i + 2]! - data[i - back + 2]!) >= STEP
    )
      steps++;
  }
  return to > from ? steps / (to - from) : 0;
}
