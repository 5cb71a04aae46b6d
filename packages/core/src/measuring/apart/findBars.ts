import { median } from '../../ground/statistics.js';
import { byteAt } from '../../ground/cells.js';
import type { Pixels } from '../picture/pixels.js';
import { areaOf, overlap, type Rect } from '../picture/rect.js';
import type { ScreenEdge } from '../picture/readRegion.js';
import type { LongLine, LongLines } from './longLines.js';
import { LineIndex } from './lineIndex.js';

/** A bar or a dock that lies along an edge of the screen. */
export interface FoundBar {
  readonly edge: ScreenEdge;
  readonly rect: Rect;
  /** Whether it keeps off its edge. */
  readonly isFloating: boolean;
  /** 0–1: how much of its sides is really there. */
  readonly sure: number;
}

/** A bar is at least and at most so thick, as shares of the shorter side of the screen. */
const THIN = 0.018;
const THICK = 0.2;
/** A bar that floats keeps off its edge by this share of the shorter side at most. */
const OFF = 0.06;
/** One that floats is so many times as long as thick at least, and this share of its edge. */
const LONG = 1.8;
const SHARE = 0.05;
/** The side of one that is attached is seen on this share of the way between what it reaches to. */
const WHOLE = 0.6;
/** Its side goes one way: what lies beside is the wall on one hand and the bar on the other. */
const SAME_WAY = 0.3;
/** A side that goes all one way may be seen in pieces, one that does not is a pattern of the wall then. */
const ONE_WAY = 0.9;
/** This share of a side is there, and this of one that takes turns. */
const THERE = 0.42;
const MOSTLY = 0.85;
const FLOATS = 0.8;
/** Of one that takes a part of its edge alone this share of its side and of both ends is there. */
const PLAIN = 0.9;
/** Pieces of a side are no further apart than this share of the shorter side of the screen. */
const APART = 0.09;
/** So near to what it reaches a side may begin or end, in pixels, and this share of its edge where it fades. */
const FADES = 0.12;
/** Lines so near are the two sides of one rim. */
const RIM = 4;

/** A line across which something may begin, seen from an edge of the screen. */
interface Side {
  /** From the edge of the screen inwards. */
  readonly off: number;
  readonly from: number;
  readonly to: number;
  readonly there: number;
  readonly sameWay: number;
  readonly strength: number;
}

interface Candidate extends FoundBar {
  readonly from: number;
  readonly to: number;
  /** Whether it really ends there: a line across is there. Else its side may only fade. */
  readonly ends: Readonly<Record<'from' | 'to', boolean>>;
  readonly score: number;
}

/** The lines that go along an edge, those at one place joined, with how far inwards they lie. */
function sidesAlong(
  lines: readonly LongLine[],
  size: number,
  isFar: boolean,
  most: number,
  apart: number,
): Side[] {
  const by = new Map<number, LongLine[]>();
  for (const line of lines) {
    const off = isFar ? size - line.at : line.at;
    if (off < 1 || off > most + 1) continue;
    // Between two pixels a side steps now at this one, now at that.
    for (const at of [off - 1, off, off + 1]) {
      const there = by.get(at);
      if (there) there.push(line);
      else by.set(at, [line]);
    }
  }
  return [...by].flatMap(([off, pieces]) => {
    if (off < 2 || off > most || !pieces.some((l) => (isFar ? size - l.at : l.at) === off)) return [];
    const sorted = pieces.sort((a, b) => a.from - b.from);
    const sides: Side[] = [];
    let [from, to, long, weighed, strong] = [sorted[0]!.from, sorted[0]!.from, 0, 0, 0];
    const close = () => {
      const [there, sameWay, strength] = [long / (to - from), weighed / long, strong / long];
      if (there >= (sameWay >= ONE_WAY ? THERE : MOSTLY))
        sides.push({ off, from, to, there, sameWay, strength });
    };
    for (const line of sorted) {
      if (line.from - to > apart) {
        close();
        [from, to, long, weighed, strong] = [line.from, line.from, 0, 0, 0];
      }
      const more = Math.max(0, line.to - Math.max(to, line.from));
      long += more;
      weighed += line.sameWay * more;
      strong += line.strength * more;
      to = Math.max(to, line.to);
    }
    close();
    return sides;
  });
}

/** Bars and docks, at most one at each edge, the surest. */
export function findBars(pixels: Pixels, lines: LongLines): FoundBar[] {
  const { width, height } = pixels;
  const all = (['top', 'bottom', 'left', 'right'] as const).flatMap((edge) =>
    candidatesAt(edge, pixels, lines),
  );
  const found: Candidate[] = [];
  const lengthAt = (edge: ScreenEdge) => (edge === 'left' || edge === 'right' ? height : width);
  // What is attached ends at the border of the screen or at another bar: so these come one after the other. A short one that floats
  // comes last: a row of things on a long one looks like it.
  for (const isShort of [false, true])
    for (;;) {
      const free = all.flatMap((c) => {
        if (c.to - c.from < WHOLE * lengthAt(c.edge) !== isShort) return [];
        const at = c.isFloating || isShort ? c : reaching(c, found, width, height);
        if (!at || found.some((f) => f.edge === c.edge || overlap(f.rect, at.rect) > 0.02 * areaOf(at.rect)))
          return [];
        return [at];
      });
      const best = free.reduce<Candidate | null>((p, q) => (p && p.score >= q.score ? p : q), null);
      if (!best) break;
      // Of a rim its outer sides.
      found.push(
        free
          .filter((c) => c.edge === best.edge && c.isFloating === best.isFloating)
          .filter((c) => c.score >= best.score * 0.8 && around(c.rect, best.rect))
          .reduce((p, q) => (areaOf(q.rect) > areaOf(p.rect) ? q : p), best),
      );
    }
  return found.map(({ edge, rect, isFloating, sure }) => ({ edge, rect, isFloating, sure }));
}

/** What is attached, from the border of the screen, or the bar that keeps it off there, to the other; null where it reaches neither. */
function reaching(
  c: Candidate,
  found: readonly Candidate[],
  width: number,
  height: number,
): Candidate | null {
  const upright = c.edge === 'left' || c.edge === 'right';
  const length = upright ? height : width;
  const ends = (['from', 'to'] as const).map((end): number | null => {
    let here = end === 'from' ? c.from : length - c.to;
    const slack = c.ends[end] ? RIM : FADES * length;
    const at: ScreenEdge = upright ? (end === 'from' ? 'top' : 'bottom') : end === 'from' ? 'left' : 'right';
    const bar = found.find((f) => f.edge === at);
    const stops = [0];
    if (bar) {
      const { x, y, width: w, height: h } = bar.rect;
      const off = { top: y, bottom: height - y - h, left: x, right: width - x - w }[at];
      const thick = upright ? h : w;
      // A bar that floats keeps the same room on both hands.
      stops.push(off + thick, 2 * off + thick);
      // What goes on within another bar is something on that one.
      if (here > RIM && here < off + thick) here = off + thick;
    }
    const stop = stops.reduce((p, q) => (Math.abs(q - here) < Math.abs(p - here) ? q : p));
    if (here - stop <= slack && stop - here <= RIM) return end === 'from' ? stop : length - stop;
    // One that a line across closes ends there: something short may stand beyond.
    return c.ends[end] && here > stop ? (end === 'from' ? c.from : c.to) : null;
  });
  const [from, to] = [ends[0]!, ends[1]!];
  if (from === null || to === null) return null;
  const { x, y, width: w, height: h } = c.rect;
  const rect = upright
    ? { x, y: from, width: w, height: to - from }
    : { x: from, y, width: to - from, height: h };
  return { ...c, from, to, rect };
}

function candidatesAt(edge: ScreenEdge, pixels: Pixels, lines: LongLines): Candidate[] {
  const { width, height } = pixels;
  const least = Math.min(width, height);
  const thin = Math.ceil(THIN * least);
  const upright = edge === 'left' || edge === 'right';
  const isFar = edge === 'right' || edge === 'bottom';
  const [size, length] = upright ? [width, height] : [height, width];
  const along = upright ? lines.standing : lines.lying;
  const across = new LineIndex(upright ? lines.lying : lines.standing);
  // Where the wall is a pattern of lines, none of them is a bar's side.
  const middle = along.filter(
    (l) => l.at > THICK * least && l.at < size - THICK * least && l.to - l.from >= WHOLE * length,
  );
  const usual = {
    strength: median(middle.map((l) => l.strength)) ?? 0,
    sameWay: median(middle.map((l) => l.sameWay)) ?? 0,
  };
  const isPattern = (s: Side) =>
    middle.length >= 3 &&
    Math.abs(s.strength - usual.strength) <= 0.15 * usual.strength &&
    Math.abs(s.sameWay - usual.sameWay) <= 0.15;
  const sides = sidesAlong(along, size, isFar, (THICK + OFF) * least, APART * least).filter(
    (s) => s.to - s.from >= Math.max(2 * thin, SHARE * length),
  );
  const found: Candidate[] = [];
  const add = (
    isFloating: boolean,
    outer: number,
    inner: number,
    first: End,
    last: End,
    s: Side,
    more: number,
  ) => {
    const [from, to] = [first.at, last.at];
    found.push({
      edge,
      isFloating,
      from,
      to,
      ends: { from: first.there >= FLOATS, to: last.there >= FLOATS },
      rect: placed(edge, outer, inner, from, to, width, height),
      sure: s.there,
      score: s.there * s.there * (0.3 + 0.7 * s.sameWay) * Math.sqrt((to - from) / length) * more,
    });
  };
  for (const s of sides) {
    const before = isFar ? size - s.off : 0;
    const closed = (at: number): End => ({
      at,
      there: Math.max(...[-2, 0, 2].map((k) => across.covers(at + k, before + 2, before + s.off - 2) ?? 0)),
    });
    if (s.off < thin) continue;
    const isWhole = s.off <= THICK * least && s.to - s.from >= WHOLE * length;
    if (isWhole && s.sameWay >= SAME_WAY && !isPattern(s) && hasOwnGround(pixels, edge, s.off, -1, s))
      add(false, 0, s.off, closed(s.from), closed(s.to), s, 1);
    // One that takes a part of its edge has both ends, as plain as its side.
    const isPart = s.off <= THICK * least && s.to - s.from < WHOLE * length;
    if (isPart && s.to - s.from >= LONG * s.off && s.there >= PLAIN && s.sameWay >= SAME_WAY) {
      const [from, to] = [closed(s.from), closed(s.to)];
      const isClosed = Math.min(from.there, to.there) >= PLAIN && s.from > RIM && s.to < length - RIM;
      if (isClosed && hasOwnGround(pixels, edge, s.off, -1, s)) add(false, 0, s.off, from, to, s, 1);
    }
    for (const o of sides) {
      const thickness = s.off - o.off;
      if (Math.min(o.there, s.there) < FLOATS) continue;
      if (o.off > OFF * least || thickness < thin || thickness > THICK * least) continue;
      const room = thickness / 2 + RIM;
      if (Math.abs(o.from - s.from) > room || Math.abs(o.to - s.to) > room) continue;
      const [a, b] = [Math.min(o.from, s.from), Math.max(o.to, s.to)];
      if (b - a < LONG * thickness) continue;
      const first = isFar ? size - s.off : o.off;
      const [from, to] = [endOf(across, a, -1, first, thickness), endOf(across, b, 1, first, thickness)];
      if (from.at < 0 || to.at > length) continue;
      // A line at its end that goes on inwards is the side of something larger, whose head this is.
      const goesOn = [from.at, to.at].some((at) =>
        across.near(at, 2).some((l) => {
          const [near, far] = isFar ? [size - l.to, size - l.from] : [l.from, l.to];
          // One that takes turns is the wall's.
          const isSide = l.share >= MOSTLY && l.sameWay >= SAME_WAY;
          return isSide && near <= s.off + RIM && far > s.off + Math.max(8, thickness * 0.4);
        }),
      );
      if (goesOn) continue;
      const both = {
        ...s,
        there: Math.min(o.there, s.there),
        sameWay: Math.min(o.sameWay, s.sameWay),
      };
      // A pattern of the wall goes on to the border of the screen, or to what lies over it.
      if (
        both.sameWay < SAME_WAY &&
        (Math.min(from.there, to.there) < MOSTLY ||
          !hasOwnGround(pixels, edge, s.off, -1, s) ||
          !hasOwnGround(pixels, edge, o.off, 1, o))
      )
        continue;
      // Two sides say more than one, and ends that are there more than ends that are not.
      add(true, o.off, s.off, from, to, both, 0.7 + 0.35 * (from.there + to.there));
    }
  }
  return found;
}

/** So far from a side, in pixels, one is on this hand of it and on that. */
const ASIDE = 3;
/** Along its side a bar is no more uneven than this share of the wall beside it. */
const CALMER = 0.8;
/** So much of a bar's side is of its own colour. */
const FLAT = 0.6;
/** A wall that is no more uneven than this, in levels, says nothing. */
const CALM = 5;

/**
 * Whether what begins at a side has a ground of its own: where the wall beside it is uneven, less of that is seen in it. A line of a
 * wall's own pattern has as much on both hands.
 *
 * @param inwards from the side into the bar: 1 towards the middle of the screen, -1 towards its edge
 */
function hasOwnGround(
  pixels: Pixels,
  edge: ScreenEdge,
  off: number,
  inwards: -1 | 1,
  { from, to }: Side,
): boolean {
  const outside = unevenness(pixels, edge, off - inwards * ASIDE, from, to);
  if (outside <= CALM) return true;
  const within = seenAt(pixels, edge, off + inwards * ASIDE, from, to);
  // Where something stands at the very side of a bar, as an open window's entry does, most of that side is of one colour still.
  return unevennessOf(within) <= CALMER * outside || flatShare(within) >= FLAT;
}
/** The share of places, 0–1, that are of the colour that most of them have. */
function flatShare(seen: readonly (readonly number[])[]): number {
  const middle = seen.map((list) => median([...list]) ?? 0);
  const n = seen[0]?.length ?? 0;
  let flat = 0;
  for (let i = 0; i < n; i++)
    if (seen.every((list, c) => Math.abs((list[i] ?? 0) - (middle[c] ?? 0)) <= CALM)) flat++;
  return n === 0 ? 0 : flat / n;
}

/** How much what lies so far from an edge differs along it: the mean distance from its mean, in levels, of the channel that differs most. */
const unevenness = (...at: Parameters<typeof seenAt>): number => unevennessOf(seenAt(...at));

function unevennessOf(seen: readonly (readonly number[])[]): number {
  return Math.max(
    ...seen.map((list) => {
      const mean = list.reduce((a, b) => a + b, 0) / list.length;
      return list.reduce((sum, v) => sum + Math.abs(v - mean), 0) / list.length;
    }),
  );
}

/** What lies so far from an edge, along it: red, green and blue. */
function seenAt(pixels: Pixels, edge: ScreenEdge, off: number, from: number, to: number): number[][] {
  const { width, height, data } = pixels;
  const upright = edge === 'left' || edge === 'right';
  const size = upright ? width : height;
  const at = Math.min(size - 1, Math.max(0, edge === 'right' || edge === 'bottom' ? size - off : off));
  const step = Math.max(1, Math.floor((to - from) / 400));
  const seen: number[][] = [[], [], []];
  for (let u = from; u < to; u += step) {
    const i = (upright ? u * width + at : at * width + u) * 4;
    seen.forEach((list, c) => list.push(byteAt(data, i + c)));
  }
  return seen;
}

const around = (a: Rect, b: Rect) =>
  Math.abs(a.x - b.x) <= RIM &&
  Math.abs(a.y - b.y) <= RIM &&
  Math.abs(a.x + a.width - b.x - b.width) <= RIM &&
  Math.abs(a.y + a.height - b.y - b.height) <= RIM;

interface End {
  readonly at: number;
  /** Share of the line across that is there. */
  readonly there: number;
}

/** Where a bar ends: at the line across that is there, as far beyond its straight sides as a round corner takes it; else where these end. */
function endOf(across: LineIndex, at: number, way: -1 | 1, first: number, thickness: number): End {
  const third = Math.max(2, Math.floor(thickness / 3));
  let best = { at, there: 0 };
  for (let k = -2; k <= thickness / 2 + 2; k++) {
    const here = at + way * k;
    const there = across.covers(here, first + third, first + thickness - third) ?? 0;
    // The nearest of equals; of a rim its outer side.
    const isRim = best.there > 0 && Math.abs(here - best.at) <= RIM;
    if (there >= 0.5 && (there > best.there + 0.1 || (isRim && there >= best.there)))
      best = { at: here, there };
  }
  return { ...best, at: across.exactly(best.at, first + third, first + thickness - third) };
}

/** A box that lies so far from an edge, from one place along it to another. */
function placed(
  edge: ScreenEdge,
  outer: number,
  inner: number,
  from: number,
  to: number,
  width: number,
  height: number,
): Rect {
  const thick = inner - outer;
  switch (edge) {
    case 'top':
      return { x: from, y: outer, width: to - from, height: thick };
    case 'bottom':
      return { x: from, y: height - inner, width: to - from, height: thick };
    case 'left':
      return { x: outer, y: from, width: thick, height: to - from };
    case 'right':
      return { x: width - inner, y: from, width: thick, height: to - from };
  }
}
