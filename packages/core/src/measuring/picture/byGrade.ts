import { byteAt } from '../../ground/cells.js';
import { refused, type Result } from '../../ground/result.js';
import type { BarReading } from './readBar.js';
import type { InkReading } from './readInk.js';
import type { Pixels } from './pixels.js';
import type { GradeReading, PictureGrade } from './pictureGrade.js';
import { readRegion, type RegionReading } from './readRegion.js';
import type { TextReading } from './readText.js';

/** What is asked of a picture, apart from edges, shares and alignments, which stand whatever happened to it. */
type Asked = 'corners' | 'items' | 'opacity' | 'ink' | 'small' | 'colours' | 'lengths';

/** What happened to a picture, in words, and what that leaves of it. */
interface Wear {
  readonly word: string;
  /** For whoever looks at the picture: what can still be read off it, and how well. */
  readonly leaves: string;
  readonly spoils: readonly Asked[];
}

/** By grade. What each spoils was counted on desktops that a browser laid out: `npm run bench -- study-hard`. */
export const WEAR: Readonly<Record<PictureGrade, Wear>> = {
  exact: {
    word: 'to the pixel',
    leaves: 'Every pixel is one that a screen drew: lengths and colours are read as they are.',
    spoils: [],
  },
  compressed: {
    word: 'packed with loss',
    leaves:
      'Lengths are read to a pixel or two and flat colours well. Corners are blurred: they are not told.',
    spoils: ['corners'],
  },
  resized: {
    word: 'made smaller or larger',
    leaves:
      'Its pixels are not those of a screen: lengths hold on this picture alone, to a pixel or two. Corners and the contrast of type are not told.',
    spoils: ['corners', 'ink'],
  },
  softened: {
    word: 'soft, as a frame of a video',
    leaves:
      'Long sides and flat colours are still read, to two pixels. Small things, items, corners, opacities and type are not told.',
    spoils: ['corners', 'ink', 'items', 'opacity', 'small'],
  },
  photographed: {
    word: 'a photo of a screen',
    leaves:
      'Set straight, its long sides are read to two pixels. Colours are those of the camera; small things, items, corners, opacities and type are not told.',
    spoils: ['corners', 'ink', 'items', 'opacity', 'small', 'colours'],
  },
};

/** Of a photo that is askew. */
export const ASKEW =
  'The photo was taken from one side: lengths mean nothing on it until it is set straight by the four corners of the screen.';

type Graded = Pick<GradeReading, 'grade' | 'isAskew'>;

/** Whether what happened to a picture leaves nothing to go by for what is asked. */
export function isSpoilt({ grade, isAskew }: Graded, asked: Asked): boolean {
  if (isAskew && asked === 'lengths') return true;
  return grade !== null && WEAR[grade].spoils.includes(asked);
}

/** Refused for what happened to the picture, where that spoils what is asked; as it was told, where it does not. */
function told<T>(graded: Graded, asked: Asked, value: Result<T>): Result<T> {
  const { grade } = graded;
  return grade !== null && isSpoilt(graded, asked)
    ? refused('worn', `The picture is ${WEAR[grade].word}: it does not tell this.`)
    : value;
}

/** A thing up to this size is small, in pixels: what wears a picture takes its sides as a whole. */
const SMALL = 96;
const SIDES = ['left', 'top', 'right', 'bottom'] as const;
type Side = (typeof SIDES)[number];

/**
 * A region as far as the grade of its picture lets it be told: sides of worn pictures are half-way between what lies on both sides of
 * them; those of soft ones that are no clear edge, those of small things, and all of a photo that is askew are told as not found.
 */
export function regionByGrade(pixels: Pixels, reading: RegionReading, graded: Graded): RegionReading {
  const { grade } = graded;
  if (grade === null || grade === 'exact') return reading;
  const { x, y, width, height } = reading.rect;
  const none = { left: false, top: false, right: false, bottom: false };
  const isSmall = Math.max(width, height) <= SMALL;
  if (isSpoilt(graded, 'lengths') || (isSmall && isSpoilt(graded, 'small')))
    return { ...reading, found: none, rivals: [] };
  const mustBeClear = grade === 'softened' || grade === 'photographed';
  const at: Record<Side, number> = { left: x, top: y, right: x + width, bottom: y + height };
  const found: Record<Side, boolean> = { ...reading.found };
  for (const side of SIDES) {
    if (!reading.found[side]) continue;
    const place = halfWay(pixels, reading, side);
    if (place !== null) at[side] = Math.round(place);
    else if (mustBeClear || isSmall) found[side] = false;
  }
  const isDoubtful = isSmall && SIDES.some((side) => !found[side]);
  if (isDoubtful || at.right <= at.left || at.bottom <= at.top) return { ...reading, found: none };
  const rect = { x: at.left, y: at.top, width: at.right - at.left, height: at.bottom - at.top };
  return { ...readRegion(pixels, rect, { settle: false }), found, rivals: reading.rivals };
}

/**
 * What is looked at on each side of a line, in pixels: so much of what the region is across it, within these bounds; and which share
 * of that is the side itself and no longer the edge.
 */
const LEAST_REACH = 4;
const MOST_REACH = 7;
const REACH_SHARE = 0.35;
const PLATEAU_SHARE = 0.42;
/** A side is clear that rises by so many levels, between two sides that are as even, in levels or as a share of the rise. */
const LEAST_RISE = 14;
const EVEN = 7;
const EVEN_SHARE = 0.18;
/** Ends of a side are left out by this share: corners may be round. */
const ENDS = 0.12;
/** So far from where it was found a side is still the same one, in pixels. */
const NEAR = 3;

/** Where a side is half-way from what lies outside of it to what lies inside, between pixels; null where it is no clear edge. */
function halfWay(pixels: Pixels, { rect }: RegionReading, side: Side): number | null {
  const upright = side === 'left' || side === 'right';
  const size = upright ? pixels.width : pixels.height;
  const line = { left: rect.x, top: rect.y, right: rect.x + rect.width, bottom: rect.y + rect.height }[side];
  // The picture's own edge is where it is.
  if (line <= 0 || line >= size) return line;
  const across = upright ? rect.width : rect.height;
  const reach = Math.round(Math.min(MOST_REACH, Math.max(LEAST_REACH, across * REACH_SHARE)));
  const plateau = Math.max(2, Math.round(reach * PLATEAU_SHARE));
  if (line < reach || line + reach > size) return null;
  const [from, length] = upright ? [rect.y, rect.height] : [rect.x, rect.width];
  const start = Math.round(from + ENDS * length);
  const end = Math.round(from + (1 - ENDS) * length);
  const means = meansAcross(pixels, upright, [line, reach], start, end);
  const before = mean(means.slice(0, plateau));
  const after = mean(means.slice(-plateau));
  const rise = Math.hypot(after[0] - before[0], after[1] - before[1], after[2] - before[2]);
  if (rise < LEAST_RISE) return null;
  const share = (c: Colour) =>
    ((c[0] - before[0]) * (after[0] - before[0]) +
      (c[1] - before[1]) * (after[1] - before[1]) +
      (c[2] - before[2]) * (after[2] - before[2])) /
    (rise * rise);
  const shares = means.map(share);
  const even = Math.max(EVEN, EVEN_SHARE * rise) / rise;
  const isEven = (of: readonly number[]) => Math.max(...of) - Math.min(...of) <= even;
  if (!isEven(shares.slice(0, plateau)) || !isEven(shares.slice(-plateau))) return null;
  let sum = 0;
  let most = 0;
  for (const s of shares) {
    // Falling on its way up: a rim, or the edge of another thing.
    if (s < most - EVEN_SHARE) return null;
    most = Math.max(most, s);
    sum += 1 - Math.min(1, Math.max(0, s));
  }
  const place = line - reach + sum;
  return Math.abs(place - line) <= NEAR ? place : null;
}

type Colour = readonly [number, number, number];

/** The mean colours of so many lines on each side of a line. */
function meansAcross(
  { data, width }: Pixels,
  upright: boolean,
  [line, reach]: readonly [number, number],
  start: number,
  end: number,
): Colour[] {
  const out: Colour[] = [];
  for (let k = line - reach; k < line + reach; k++) {
    let [r, g, b] = [0, 0, 0];
    for (let along = start; along < end; along++) {
      const i = (upright ? along * width + k : k * width + along) * 4;
      r += byteAt(data, i);
      g += byteAt(data, i + 1);
      b += byteAt(data, i + 2);
    }
    const n = Math.max(1, end - start);
    out.push([r / n, g / n, b / n]);
  }
  return out;
}

function mean(colours: readonly Colour[]): Colour {
  const sum = (k: 0 | 1 | 2) => colours.reduce((s, c) => s + c[k], 0) / Math.max(1, colours.length);
  return [sum(0), sum(1), sum(2)];
}

/** A bar as far as the grade of its picture lets it be told. */
export function barByGrade(bar: Result<BarReading>, graded: Graded): Result<BarReading> {
  if (!bar.ok) return bar;
  const { cornerRadius, opacity, itemSize, spacing, padding, count, items } = bar.value;
  return {
    ok: true,
    value: {
      ...bar.value,
      cornerRadius: told(graded, 'corners', cornerRadius),
      opacity: told(graded, 'opacity', opacity),
      count: told(graded, 'items', count),
      itemSize: told(graded, 'items', itemSize),
      spacing: told(graded, 'items', spacing),
      padding: told(graded, 'items', padding),
      items: isSpoilt(graded, 'items') ? [] : items,
    },
  };
}

/** Type as far as the grade of its picture lets it be told. */
export const textByGrade = (text: Result<TextReading>, graded: Graded): Result<TextReading> =>
  told(graded, 'ink', text);

/** Ink and ground as far as the grade of their picture lets them be told. */
export const inkByGrade = (ink: Result<InkReading>, graded: Graded): Result<InkReading> =>
  told(graded, 'ink', ink);
