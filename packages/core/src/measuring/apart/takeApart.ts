import { colourDifference } from '../colour/ciede2000.js';
import { isBetween } from '../colour/isBetween.js';
import { parseHex } from '../colour/srgb.js';
import { dominantColours } from '../picture/dominant.js';
import type { Pixels } from '../picture/pixels.js';
import { readBar, type BarItem, type BarReading } from '../picture/readBar.js';
import type { ScreenEdge } from '../picture/readRegion.js';
import { clip, type Rect } from '../picture/rect.js';
import { findBars, type FoundBar } from './findBars.js';
import { findTitle } from './findTitle.js';
import { findWindows } from './findWindows.js';
import { longLines, type LongLines } from './longLines.js';
import { withoutTiles } from './tiles.js';

/** What a picture of a whole desktop was taken apart into. */
export const FOUND = ['bar', 'dock', 'window', 'title', 'buttons', 'clock', 'launcher'] as const;
export type FoundKind = (typeof FOUND)[number];

export interface Finding {
  readonly what: FoundKind;
  /** Pixels of the picture. */
  readonly rect: Rect;
  /** 0–1: how much of what makes it one is really there. */
  readonly sure: number;
  /** The edge of the screen that a bar lies at, the side of its window that a title is at; null of the rest. */
  readonly edge: ScreenEdge | null;
  /** How many there are, of buttons. */
  readonly count: number | null;
}

/** Shorter lines than this, in pixels, are nobody's side. */
const SHORT = 10;
/** What floats and is no longer than this share of its edge is a dock. */
const DOCK = 0.75;
/** So is what touches its edge and takes no more than this share of it. */
const ATTACHED = 0.6;
/** So many things stand on such a one at least. */
const FEWEST_ON_DOCK = 2;
/** A line of type is so much higher than its figures, above and in all, and so much wider at each end, for their height. */
const ABOVE = 0.22;
const LINE = 1.48;
const BESIDE = 0.08;
/** Colours of an item that fill less of its box than this are its rim. */
const FULL = 0.08;
/** From the bar's own colour on, CIEDE2000, it is drawn. */
const DRAWN = 9;
/** Colours further apart than this are plainly two: more says nothing. */
const PLAINLY = 60;
/** A launcher is drawn in one colour more often than what it starts, as much as if that stood so far apart. */
const ONE_COLOUR = 30;
/** As much as if it stood so far apart counts that it is the only picture without a title. */
const ONLY = 30;
/** A launcher stands out so much from what is beside it, and so much more than the first thing of another bar. */
const STANDS_OUT = 45;
const BETTER = 8;
/** It is no smaller than this share of its bar's thickness. */
const LEAST = 0.3;

/** The long lines of a picture that may be somebody's sides. */
export const sidesOf = (pixels: Pixels): LongLines => longLines(pixels, SHORT);

/**
 * Takes a picture of a whole desktop apart by its straight lines: bars and docks along its edges, windows with their title strips and
 * buttons, the clock and the launcher. Never more than one finding for one thing. What cannot be told is left out.
 *
 * @param all its long lines, where they are known already
 */
export function takeApart(pixels: Pixels, all = sidesOf(pixels)): Finding[] {
  const lines = withoutTiles(all);
  const read = findBars(pixels, lines).flatMap((bar): ReadBar[] => {
    const reading = readBar(pixels, bar.rect, { settle: false });
    const told = reading.ok ? reading.value : null;
    return isStrip(bar, told, pixels) ? [{ bar, reading: told }] : [];
  });
  const bars = read.map(({ bar }) => bar);
  const rects = bars.map((b) => b.rect);
  const windows = findWindows(pixels, lines, rects);
  const found: Finding[] = bars.map((b) => ({
    what: isDock(b, pixels) ? 'dock' : 'bar',
    rect: b.rect,
    sure: b.sure,
    edge: b.edge,
    count: null,
  }));
  for (const window of windows) {
    const { rect, sure } = window;
    found.push({ what: 'window', rect, sure, edge: null, count: null });
    const title = findTitle(pixels, lines, window, [...window.over, ...rects]);
    if (!title) continue;
    const { side: edge, buttons } = title;
    found.push({ what: 'title', rect: title.rect, sure: Math.min(sure, title.sure), edge, count: null });
    if (buttons.length > 0)
      found.push({ what: 'buttons', rect: union(buttons), sure: title.sure, edge, count: buttons.length });
  }
  const told = read.flatMap(({ bar, reading }) => (reading ? [{ bar, reading }] : []));
  return [...found, ...clockOn(pixels, told), ...launcherOn(pixels, told)];
}

/** The title strip of a window that was drawn round, at whichever side it is; null where none is told. */
export function titleStripOf(pixels: Pixels, window: Rect): Rect | null {
  return findTitle(pixels, sidesOf(pixels), { rect: window, sure: 1, over: [] }, [])?.rect ?? null;
}

interface ReadBar {
  readonly bar: FoundBar;
  /** Null where it tells nothing. */
  readonly reading: BarReading | null;
}
interface ToldBar extends ReadBar {
  readonly reading: BarReading;
}

const shareOfEdge = ({ edge, rect }: FoundBar, { width, height }: Pixels): number =>
  edge === 'left' || edge === 'right' ? rect.height / height : rect.width / width;

/** Whether a bar is one: what touches its edge and takes a part of it may be anything, unless things stand in a row on it. */
function isStrip(bar: FoundBar, reading: BarReading | null, pixels: Pixels): boolean {
  if (bar.isFloating || shareOfEdge(bar, pixels) > ATTACHED) return true;
  return (reading?.items.length ?? 0) >= FEWEST_ON_DOCK;
}

const isDock = (bar: FoundBar, pixels: Pixels): boolean =>
  shareOfEdge(bar, pixels) <= (bar.isFloating ? DOCK : ATTACHED);

/** Across a bar that stands upright a line of type is so much wider than high, and so much lower than the pictures beside it. */
const WIDE = 2.2;
const LOW = 0.75;

/** Whether an item of a bar is a line of type. On a bar that stands upright it lies across it, as a picture does, and is known by its shape. */
function isType({ what, box }: BarItem, { bar, reading }: ToldBar): boolean {
  if (what === 'text') return true;
  if (what !== 'picture' || bar.edge === 'top' || bar.edge === 'bottom') return false;
  const highest = Math.max(...reading.items.map((i) => (i.box === box ? 0 : i.box.height)));
  return box.width >= WIDE * box.height && box.height <= LOW * highest;
}

/** Whether an item of a bar can be one line of type: what fills the bar, or half of its length, is more than that. */
function isOnOneLine({ box }: BarItem, bar: FoundBar): boolean {
  return box.height < thicknessOf(bar) && box.width <= Math.max(bar.rect.width, bar.rect.height) / 2;
}

/** Of all text on bars that which stands furthest at an end. */
function clockOn(pixels: Pixels, bars: readonly ToldBar[]): Finding[] {
  const texts = bars.flatMap(({ bar, reading }) =>
    reading.items
      .filter((i) => isType(i, { bar, reading }) && isOnOneLine(i, bar))
      .map((i) => ({ bar, box: i.box, worth: i.at / 100 + (i.zone === 'end' ? 1 : 0) })),
  );
  const best = texts.reduce<(typeof texts)[number] | null>((p, q) => (p && p.worth >= q.worth ? p : q), null);
  if (!best) return [];
  const { x, y, width, height } = best.box;
  const line = {
    x: x - BESIDE * height,
    y: y - ABOVE * height,
    width: width + 2 * BESIDE * height,
    height: LINE * height,
  };
  const rect = clip(line, pixels.width, pixels.height) ?? best.box;
  // Text that stands elsewhere than at an end may be a menu.
  return [{ what: 'clock', rect, sure: best.worth > 1 ? 1 : 0.6, edge: best.bar.edge, count: null }];
}

/** The first thing on a bar, where it stands out from the others: in one colour, that none of them has. */
function launcherOn(pixels: Pixels, bars: readonly ToldBar[]): Finding[] {
  const firsts = bars.flatMap(({ bar, reading }) => {
    const at = reading.items.findIndex((i) => i.what === 'picture');
    const first = reading.items[at];
    if (!first || at > 1 || Math.min(first.box.width, first.box.height) < LEAST * thicknessOf(bar)) return [];
    const inks = (i: BarItem) => inksOf(pixels, i, reading.colour);
    const [mine, ...more] = inks(first);
    if (mine === undefined) return [];
    const others = reading.items.filter((i) => i !== first && i.what === 'picture').flatMap(inks);
    const off = others.map((hex) => apart(hex, mine));
    const alone = off.length === 0 ? 0 : Math.min(PLAINLY, ...off);
    // In a row that is drawn in one colour, that it has but one says nothing.
    const isOne = more.length === 0 && (off.length === 0 || Math.max(...off) > DRAWN);
    // A picture alone before the open windows, which have their titles with them, is no window's.
    const isOnly = off.length === 0 && reading.items[at + 1]?.what === 'picture and title';
    return [{ bar, box: first.box, worth: alone + (isOne ? ONE_COLOUR : 0) + (isOnly ? ONLY : 0) }];
  });
  firsts.sort((a, b) => b.worth - a.worth);
  const [best, next] = firsts;
  if (!best) return [];
  const isBetter = !next || best.worth - next.worth >= BETTER;
  const standsOut = best.worth >= STANDS_OUT && isBetter;
  // Where no first thing of several bars stands out it is left out: any of them may be the one. Else it comes first on its bar.
  if (!isBetter) return [];
  return [
    { what: 'launcher', rect: best.box, sure: standsOut ? 0.9 : 0.6, edge: best.bar.edge, count: null },
  ];
}

const thicknessOf = ({ rect }: FoundBar) => Math.min(rect.width, rect.height);

/** The colours in which an item is drawn, fullest first; those of its rim, between one of them and the bar's, are none. */
function inksOf(pixels: Pixels, { box }: BarItem, ground: string): string[] {
  const inks: string[] = [];
  for (const { hex, share } of dominantColours(pixels, box))
    if (share > FULL && apart(hex, ground) > DRAWN && !inks.some((ink) => isBetween(hex, ink, ground)))
      inks.push(hex);
  return inks;
}

function apart(a: string, b: string): number {
  const [x, y] = [parseHex(a), parseHex(b)];
  return x && y ? colourDifference(x, y) : 0;
}

function union(rects: readonly Rect[]): Rect {
  const x = Math.min(...rects.map((r) => r.x));
  const y = Math.min(...rects.map((r) => r.y));
  return {
    x,
    y,
    width: Math.max(...rects.map((r) => r.x + r.width)) - x,
    height: Math.max(...rects.map((r) => r.y + r.height)) - y,
  };
}
