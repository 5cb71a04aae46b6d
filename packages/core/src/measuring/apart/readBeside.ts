import { dominantColours } from '../picture/dominant.js';
import { readCorners } from '../picture/cornerRadius.js';
import type { Pixels } from '../picture/pixels.js';
import { readBar } from '../picture/readBar.js';
import type { ScreenEdge } from '../picture/readRegion.js';
import { areaOf, overlap, sameness, type Rect } from '../picture/rect.js';
import { ZONES, type Zone } from '../picture/zone.js';
import { seenOf } from './findTitle.js';
import type { Finding } from './takeApart.js';

/** What a region's place on the whole desktop says of it. What nobody can tell is null. */
export interface Beside {
  /** On the bar or dock that it lies on: the zone, and how far along that bar its middle is, 0–100. */
  readonly place: { readonly zone: Zone; readonly offset: number } | null;
  /** Of a title strip: the side of its window that it lies along. */
  readonly titleSide: ScreenEdge | null;
  /** Of what lies on a title strip: where along it. */
  readonly side: 'start' | 'centre' | 'end' | null;
  /** Of a title strip: the radius of its window's outer corners, in pixels. */
  readonly cornerRadius: number | null;
  /** Of the title strip of the uppermost window: the colour of that of a window beneath it. */
  readonly beneath: string | null;
}

/** What lies on a bar or a strip fills no more of it than this. */
const MOST_OF_IT = 0.7;
/** Where two rectangles are one. */
const SAME = 0.75;
/** A strip's window shares three of its sides, in pixels. */
const NEAR = 2;
/** Of a strip so much is seen at least to tell its colour. */
const SEEN = 0.15;
/** Corners are told to half a pixel. */
const HALVES = 2;

const isUpright = (edge: ScreenEdge | null) => edge === 'left' || edge === 'right';
const middle = ({ x, y, width, height }: Rect) => ({ x: x + width / 2, y: y + height / 2 });

function holds(outer: Rect, { x, y }: { readonly x: number; readonly y: number }): boolean {
  return x >= outer.x && x <= outer.x + outer.width && y >= outer.y && y <= outer.y + outer.height;
}

/** Whether one thing lies on another, and is not that other thing itself. */
const liesOn = (rect: Rect, on: Rect) =>
  holds(on, middle(rect)) &&
  areaOf(rect) <= MOST_OF_IT * areaOf(on) &&
  overlap(rect, on) > 0.6 * areaOf(rect);

/** How far along something the middle of what lies on it is, 0–1. */
function along(rect: Rect, on: Rect, edge: ScreenEdge | null): number {
  const at = middle(rect);
  return isUpright(edge) ? (at.y - on.y) / on.height : (at.x - on.x) / on.width;
}

/** The zone of the item of a bar that something is; by thirds of the bar where no item is told there. */
function placeOn(pixels: Pixels, rect: Rect, bar: Finding): Beside['place'] {
  const share = along(rect, bar.rect, bar.edge);
  const read = readBar(pixels, bar.rect, { settle: false });
  const there = read.ok ? read.value.items.filter((i) => overlap(i.box, rect) > 0.5 * areaOf(i.box)) : [];
  const zones = new Set(there.map((i) => i.zone));
  const third = ZONES[Math.min(2, Math.max(0, Math.floor(3 * share)))] ?? 'centre';
  const [zone = third, ...more] = zones;
  // What spans two zones stands in neither.
  return more.length > 0 ? null : { zone, offset: Math.round(1000 * share) / 10 };
}

/** The side of a title strip that what lies on it stands at; null of what reaches over most of it. */
function sideOn(rect: Rect, { rect: strip, edge }: Finding): Beside['side'] {
  const [length, whole] = isUpright(edge) ? [rect.height, strip.height] : [rect.width, strip.width];
  if (length > MOST_OF_IT * whole) return null;
  const share = along(rect, strip, edge);
  return share < 1 / 3 ? 'start' : share > 2 / 3 ? 'end' : 'centre';
}

const windowOf = (strip: Finding, all: readonly Finding[]): Finding | null =>
  all.find(({ what, rect: w }) => {
    if (what !== 'window') return false;
    const { rect: s } = strip;
    const off = [s.x - w.x, s.y - w.y, w.x + w.width - s.x - s.width, w.y + w.height - s.y - s.height];
    return off.filter((d) => Math.abs(d) <= NEAR).length === 3 && off.every((d) => d >= -NEAR);
  }) ?? null;

/** What lies over a window: bars, docks, and the windows that were told before it. */
function over(window: Finding, all: readonly Finding[]): Finding[] {
  const before = all.slice(0, all.indexOf(window));
  return before.filter(
    ({ what, rect }) => ['bar', 'dock', 'window'].includes(what) && overlap(rect, window.rect) > 0,
  );
}

/**
 * Reads what a region's place on its desktop tells: where on its bar something stands, at which side of its window a title strip lies, at
 * which end of it its buttons stand, how round the window's corners are, and the title colour of windows beneath.
 *
 * @param found what the whole picture was taken apart into, in its order: the uppermost windows first
 */
export function readBeside(pixels: Pixels, rect: Rect, found: readonly Finding[]): Beside {
  const bar = found.find(({ what, rect: on }) => (what === 'bar' || what === 'dock') && liesOn(rect, on));
  const strip = found.find(({ what, rect: is }) => what === 'title' && sameness(is, rect) >= SAME);
  const under = strip ? undefined : found.find(({ what, rect: on }) => what === 'title' && liesOn(rect, on));
  const window = strip ? windowOf(strip, found) : null;
  const isUppermost = window !== null && over(window, found).length === 0;
  const corners = isUppermost ? readCorners(pixels, window.rect).radius : null;
  const beneath = isUppermost
    ? found.find(({ what, rect: w }) => what === 'window' && w !== window.rect && overlap(w, window.rect) > 0)
    : undefined;
  const lower = beneath && found.find((f) => f.what === 'title' && windowOf(f, found) === beneath);
  return {
    place: bar ? placeOn(pixels, rect, bar) : null,
    titleSide: strip?.edge ?? null,
    side: under ? sideOn(rect, under) : null,
    cornerRadius: corners?.ok ? Math.round(corners.value * HALVES) / HALVES : null,
    beneath: lower ? colourOf(pixels, lower, over(beneath, found)) : null,
  };
}

/** The fullest colour of what is seen of a strip, where enough of it is seen. */
function colourOf(pixels: Pixels, { rect, edge }: Finding, hiding: readonly Finding[]): string | null {
  const seen = seenOf(
    rect,
    isUpright(edge),
    hiding.map((f) => f.rect),
  );
  return areaOf(seen) < SEEN * areaOf(rect) ? null : (dominantColours(pixels, seen, 1)[0]?.hex ?? null);
}
