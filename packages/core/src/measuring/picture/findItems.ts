import { byteAt } from '../../ground/cells.js';
import { componentsOf, heightOf, widthOf, type Component } from './components.js';
import { groundOf, type Ground } from './ground.js';
import type { Rect } from './rect.js';
import { boxOnPicture, type Strip } from './strip.js';

/** One thing on a bar, as its pixels show it. */
export interface FoundItem {
  readonly box: Rect;
  /** Its ends along the bar, from the bar's start, to a fraction of a pixel. */
  readonly from: number;
  readonly to: number;
  readonly what: 'picture' | 'text' | 'picture and title';
  /** Mean colour of what is drawn, `#rrggbb` bytes. */
  readonly colour: readonly [number, number, number];
}

interface Box {
  u0: number;
  v0: number;
  u1: number;
  v1: number;
}

/** A piece is letters when its strokes are at most this thick for its height (twice the area over the rim). */
const STROKE = 0.34;
/** Letters of one line are at most so far apart, for the tallest of them. */
const LETTER_GAP = 0.6;
/** Words of one line are at most so far apart, for the line's height; entries of a menu are further. */
const WORD_GAP = 1.15;
/** Dots and accents are at most so far from the letters they belong to. */
const DOT_GAP = 0.4;
/** Lines of one text are at most so far apart, for the taller of them. */
const LINE_GAP = 1.4;
/** Letters of one line agree in colour within this, in the channel that differs most. */
const SAME_INK = 70;
/** Pieces of one picture: joined they are at most this much longer than the larger was. */
const SQUARE = 1.25;
/** Strokes of one drawing stand over each other for this share of the shorter one, and no further apart than this share of a side. */
const STACKED = 0.5;
const STROKES_APART = 0.45;
/** A drawing of several strokes is about as large as the things on a bar usually are: the one this far up among them. */
const USUAL_UP = 0.8;
const USUAL_ROOM = 1.15;
/** More pieces than this are a pattern or noise, not strokes; each would be held against each. */
const MOST_STROKES = 240;
/** Halves of one drawing are at most so wide for their height: what is as wide as high stands alone. */
const HALF = 0.62;
/** A line across the bar no thicker than this share of it, and so many times as long as thick, parts items and is none. */
const PARTS = 0.08;
const PARTS_LONG = 5;
/** A picture this many times as long as high is a plate with a title. */
const TITLED = 2.5;
/** Pieces smaller than this, in pixels of their longer side, are noise. */
const LEAST = 3;

/** A place is drawn when it is further from the ground than this share of the furthest place within reach. */
const RINGING = 0.27;
const RING_REACH = 6;
/** What is left of a round end lies within this share of the bar's thickness of it. */
const ROUND_END = 0.05;
/** Where the ground is uneven, an item must reach this many times the threshold somewhere. */
const STRONG = 1.6;

/** Everything here works in picture directions: x to the right, y down, whatever way the bar lies. */
interface Piece extends Box {
  readonly component: Component;
  readonly stroke: number;
}

const joinBoxes = (a: Box, b: Box): Box => ({
  u0: Math.min(a.u0, b.u0),
  v0: Math.min(a.v0, b.v0),
  u1: Math.max(a.u1, b.u1),
  v1: Math.max(a.v1, b.v1),
});
const area = (b: Box) => widthOf(b) * heightOf(b);
const shared = (a: Box, b: Box) =>
  Math.max(0, Math.min(a.u1, b.u1) - Math.max(a.u0, b.u0)) *
  Math.max(0, Math.min(a.v1, b.v1) - Math.max(a.v0, b.v0));

/** Groups of things joined by a relation, as lists of indices. */
function groups(n: number, related: (i: number, j: number) => boolean): number[][] {
  const parent = Array.from({ length: n }, (_, i) => i);
  const find = (a: number): number => (parent[a] === a ? a : (parent[a] = find(parent[a]!)));
  for (let i = 0; i < n; i++)
    for (let j = i + 1; j < n; j++) if (find(i) !== find(j) && related(i, j)) parent[find(j)] = find(i);
  const by = new Map<number, number[]>();
  for (let i = 0; i < n; i++) by.set(find(i), [...(by.get(find(i)) ?? []), i]);
  return [...by.values()];
}

/** Gap between two spans; negative where they overlap. */
const gapOf = (a0: number, a1: number, b0: number, b1: number) => Math.max(a0, b0) - Math.min(a1, b1);

/** A strip's place as picture directions: of an upright strip u and v change places. */
const turned = (b: Box, upright: boolean): Box => (upright ? { u0: b.v0, v0: b.u0, u1: b.v1, v1: b.u1 } : b);

function isLetters(pieces: readonly Piece[]): boolean {
  if (pieces.length < 2) return false;
  const tallest = Math.max(...pieces.map(heightOf));
  const tall = pieces.filter((p) => heightOf(p) > tallest * 0.45);
  if (tall.length < 2) return false;
  // A row of equal squares is a row of icons, however thin their lines.
  const first = tall[0]!;
  const alike = tall.every(
    (p) =>
      Math.abs(widthOf(p) / heightOf(p) - 1) < 0.25 &&
      Math.abs(widthOf(p) - widthOf(first)) <= 0.12 * widthOf(first),
  );
  if (alike) return false;
  // Bars and boxes alone are a sign, not a word.
  if (!tall.some((p) => p.component.area / area(p) < 0.82)) return false;
  return tall.length >= 3 || Math.abs(heightOf(tall[0]!) - heightOf(tall[1]!)) <= 0.2 * tallest;
}

function linesOf(pieces: readonly Piece[]): { lines: Box[]; used: Set<number> } {
  const slim = pieces.map((p) => p.stroke <= STROKE || heightOf(p) <= 3);
  const related = (i: number, j: number) => {
    const a = pieces[i]!;
    const b = pieces[j]!;
    if (!slim[i] || !slim[j]) return false;
    const tall = Math.max(heightOf(a), heightOf(b));
    const overlap = -gapOf(a.v0, a.v1, b.v0, b.v1);
    if (overlap < 0.5 * Math.min(heightOf(a), heightOf(b))) return false;
    if (gapOf(a.u0, a.u1, b.u0, b.u1) > LETTER_GAP * tall) return false;
    const ca = a.component;
    const cb = b.component;
    return Math.max(Math.abs(ca.r - cb.r), Math.abs(ca.g - cb.g), Math.abs(ca.b - cb.b)) <= SAME_INK;
  };
  const used = new Set<number>();
  const lines: Box[] = [];
  for (const group of groups(pieces.length, related)) {
    if (!isLetters(group.map((i) => pieces[i]!))) continue;
    group.forEach((i) => used.add(i));
    lines.push(group.map((i): Box => pieces[i]!).reduce(joinBoxes));
  }
  // Dots and accents stand a little outside the line they belong to; a letter may be too stout to be told as one.
  pieces.forEach((p, i) => {
    if (used.has(i)) return;
    const l = lines.findIndex((line) => {
      const tall = heightOf(line);
      const level = p.v0 >= line.v0 - 0.4 * tall && p.v1 <= line.v1 + 0.4 * tall;
      const gap = gapOf(p.u0, p.u1, line.u0, line.u1);
      const small = heightOf(p) <= 0.5 * tall && gap <= DOT_GAP * tall;
      const letter = heightOf(p) <= tall && widthOf(p) <= tall && p.stroke <= 0.42 && gap <= DOT_GAP * tall;
      // A word of one letter, or a figure by itself, stands on the line.
      const word =
        heightOf(p) > 0.5 * tall &&
        heightOf(p) <= tall + 1 &&
        widthOf(p) <= tall &&
        p.stroke <= 0.42 &&
        Math.abs(p.v1 - line.v1) <= 0.15 * tall &&
        gap <= WORD_GAP * tall;
      return level && (small || letter || word);
    });
    if (l < 0) return;
    used.add(i);
    lines[l] = joinBoxes(lines[l]!, p);
  });
  return { lines: wordsToLines(lines), used };
}

/** Words of one line: level with each other, and no further apart than a blank of the line's height may be. */
function wordsToLines(words: readonly Box[]): Box[] {
  const related = (i: number, j: number) => {
    const a = words[i]!;
    const b = words[j]!;
    const level = -gapOf(a.v0, a.v1, b.v0, b.v1) >= 0.5 * Math.min(heightOf(a), heightOf(b));
    return level && gapOf(a.u0, a.u1, b.u0, b.u1) <= WORD_GAP * Math.max(heightOf(a), heightOf(b));
  };
  return groups(words.length, related).map((group) => group.map((i) => words[i]!).reduce(joinBoxes));
}

interface Thing extends Box {
  what: FoundItem['what'];
}

/** Pieces of one picture: nested ones, and near ones that together are still about as square as before. */
function picturesOf(pieces: readonly Piece[]): Thing[] {
  let things: Thing[] = pieces.map(({ u0, v0, u1, v1 }) => ({ u0, v0, u1, v1, what: 'picture' }));
  for (let changed = true; changed;) {
    changed = false;
    things.sort((a, b) => area(b) - area(a));
    outer: for (let i = 0; i < things.length; i++)
      for (let j = i + 1; j < things.length; j++) {
        const a = things[i]!;
        const b = things[j]!;
        const size = Math.max(widthOf(a), heightOf(a), widthOf(b), heightOf(b));
        const nested = shared(a, b) >= 0.6 * area(b);
        const gap = Math.max(gapOf(a.u0, a.u1, b.u0, b.u1), gapOf(a.v0, a.v1, b.v0, b.v1));
        const together = joinBoxes(a, b);
        const square = Math.max(widthOf(together), heightOf(together)) <= SQUARE * size;
        const smaller = Math.min(Math.max(widthOf(a), heightOf(a)), Math.max(widthOf(b), heightOf(b)));
        if (!nested && !(square && gap <= Math.max(2, 0.22 * smaller))) continue;
        things = things.filter((_, k) => k !== i && k !== j);
        things.push({ ...together, what: 'picture' });
        changed = true;
        break outer;
      }
  }
  return things;
}

/** How far two colours are apart, in the channel that differs most. */
const inkApart = (a: Inked, b: Inked) => Math.max(...a.ink.map((c, i) => Math.abs(c - b.ink[i]!)));

interface Inked extends Thing {
  readonly ink: readonly [number, number, number];
}

/**
 * Strokes of one colour that make one drawing: bars over each other, halves beside each other. Together they are no larger than
 * things on this bar usually are, so that a row of drawings of one colour stays a row.
 */
function withStrokes(
  things: readonly Thing[],
  inkOf: (box: Box) => readonly [number, number, number],
  upright: boolean,
): Thing[] {
  const join = (all: readonly Inked[], isOne: (a: Inked, b: Inked) => boolean): Inked[] => {
    let left = [...all];
    for (;;) {
      let best: { a: Inked; b: Inked; gap: number } | null = null;
      for (let i = 0; i < left.length; i++)
        for (let j = i + 1; j < left.length; j++) {
          const [a, b] = [left[i]!, left[j]!];
          if (inkApart(a, b) > SAME_INK || !isOne(a, b)) continue;
          const gap = Math.max(gapOf(a.u0, a.u1, b.u0, b.u1), gapOf(a.v0, a.v1, b.v0, b.v1));
          if (!best || gap < best.gap) best = { a, b, gap };
        }
      if (!best) return left;
      const { a, b } = best;
      left = [...left.filter((t) => t !== a && t !== b), { ...joinBoxes(a, b), what: 'picture', ink: a.ink }];
    }
  };
  // Along the bar and across it, whichever way it lies: boxes here are in directions of the picture.
  const along = (b: Box) => (upright ? ([b.v0, b.v1] as const) : ([b.u0, b.u1] as const));
  const across = (b: Box) => (upright ? ([b.u0, b.u1] as const) : ([b.v0, b.v1] as const));
  const length = ([from, to]: readonly [number, number]) => to - from;
  const drawings = things.filter((t) => t.what === 'picture');
  if (drawings.length > MOST_STROKES) return [...things];
  const pictures = drawings.map((t): Inked => ({ ...t, ink: inkOf(t) }));
  const stacked = join(pictures, (a, b) => {
    const over = -gapOf(...along(a), ...along(b));
    if (over < STACKED * Math.min(length(along(a)), length(along(b)))) return false;
    const gap = gapOf(...across(a), ...across(b));
    return gap <= STROKES_APART * Math.max(length(along(a)), length(along(b)));
  });
  const sizes = stacked.map((t) => length(across(t))).sort((a, b) => a - b);
  const usual = sizes[Math.floor(USUAL_UP * (sizes.length - 1))] ?? 0;
  const whole = join(stacked, (a, b) => {
    const together = joinBoxes(a, b);
    const isHalf = [a, b].some((t) => length(along(t)) <= HALF * length(across(together)));
    return (
      isHalf &&
      gapOf(...along(a), ...along(b)) <= STROKES_APART * length(across(together)) &&
      length(along(together)) <= USUAL_ROOM * usual &&
      length(across(together)) <= USUAL_ROOM * usual
    );
  });
  return [
    ...things.filter((t) => t.what !== 'picture'),
    ...whole.map(({ u0, v0, u1, v1, what }) => ({ u0, v0, u1, v1, what })),
  ];
}

/** A picture with a line of text just behind it, more than once along a bar, is a list of open programmes. */
function withTitles(things: readonly Thing[], upright: boolean): Thing[] {
  if (upright) return [...things];
  const sorted = [...things].sort((a, b) => a.u0 - b.u0);
  const pairs: number[] = [];
  for (let i = 0; i + 1 < sorted.length; i++) {
    const a = sorted[i]!;
    const b = sorted[i + 1]!;
    const level = -gapOf(a.v0, a.v1, b.v0, b.v1) > 0;
    if (a.what === 'picture' && b.what === 'text' && level && b.u0 - a.u1 <= heightOf(a)) pairs.push(i);
  }
  const plates = sorted.filter((t) => t.what === 'picture and title').length;
  if (pairs.length + plates < 2) return sorted;
  const out: Thing[] = [];
  for (let i = 0; i < sorted.length; i++) {
    if (pairs.includes(i)) {
      out.push({ ...joinBoxes(sorted[i]!, sorted[i + 1]!), what: 'picture and title' });
      i++;
    } else out.push(sorted[i]!);
  }
  return out;
}

export interface ItemsOnStrip {
  readonly items: readonly FoundItem[];
  readonly ground: Ground;
}

/**
 * Finds what stands on a strip: pieces that differ from the ground, letters put together to lines and lines to
 * texts, pieces of one picture put together, marks along the outer and inner side left out.
 *
 * @param radius of the bar's outer corners in pixels: what shows beyond them is not on it
 * @param showsThrough how far what lies beneath moves the ground of a translucent bar, in levels: what differs no more
 *   is not on it either
 */
export function findItems(strip: Strip, radius = 0, showsThrough = 0): ItemsOnStrip {
  const { along, across, upright } = strip;
  const ground = groundOf(strip);
  const { distance } = ground;
  const threshold = Math.max(ground.threshold, showsThrough);
  const mask = drawnOn(distance, threshold, along, across);
  dropRims(mask, along, across);
  dropCorners(mask, along, across, radius);
  const least = Math.max(LEAST, 0.08 * across);
  const pieces: Piece[] = [];
  for (const component of componentsOf(mask, strip.rgb, along, across)) {
    const box = turned(component, upright);
    if (isSideMark(component, along, across)) continue;
    if (
      (ground.model === 'sides' || showsThrough > 0) &&
      strongestIn(ground, component, along) < STRONG * threshold
    )
      continue;
    pieces.push({ ...box, component, stroke: (2 * component.area) / component.rim / heightOf(box) });
  }
  const { lines, used } = linesOf(pieces);
  const texts: Thing[] = groups(lines.length, (i, j) => {
    const a = lines[i]!;
    const b = lines[j]!;
    const level = -gapOf(a.u0, a.u1, b.u0, b.u1) >= 0.3 * Math.min(widthOf(a), widthOf(b));
    const gap = gapOf(a.v0, a.v1, b.v0, b.v1);
    return level && gap <= LINE_GAP * Math.max(heightOf(a), heightOf(b));
  }).map((group) => ({ ...group.map((i) => lines[i]!).reduce(joinBoxes), what: 'text' }));
  const inkOf = (box: Box) => inkMean(strip, mask, turned(box, upright));
  const pictures = withStrokes(picturesOf(pieces.filter((_, i) => !used.has(i))), inkOf, upright).filter(
    (t) => Math.max(widthOf(t), heightOf(t)) >= least && !isParting(turned(t, upright), across),
  );
  const things: Thing[] = [...pictures];
  for (const text of texts) {
    const plate = things.find((t) => shared(t, text) >= 0.9 * area(text));
    if (plate) plate.what = 'picture and title';
    else things.push(text);
  }
  // A plate several times as long as it is high carries a title; its letters are part of it and not seen apart.
  for (const t of things)
    if (!upright && t.what === 'picture' && widthOf(t) > TITLED * heightOf(t)) t.what = 'picture and title';
  const nested = things.filter(
    (t) => !things.some((o) => o !== t && area(o) > area(t) && shared(o, t) >= 0.6 * area(t)),
  );
  const items = withTitles(nested, upright).map((t): FoundItem => {
    const box = turned(t, upright);
    const [from, to] = fineEnds(strip, ground, box);
    return { box: boxOnPicture(strip, box), from, to, what: t.what, colour: inkMean(strip, mask, box) };
  });
  return { items: items.sort((a, b) => a.from - b.from), ground };
}

/**
 * What is drawn: places further from the ground than the threshold and than a share of the furthest place nearby.
 * Compressed pictures ring around every drawing; the ring is weaker than what it surrounds.
 */
function drawnOn(distance: Uint8Array, threshold: number, along: number, across: number): Uint8Array {
  const strongest = windowMost(windowMost(distance, along, across, true), along, across, false);
  const mask = new Uint8Array(distance.length);
  for (let p = 0; p < mask.length; p++) {
    const d = byteAt(distance, p);
    mask[p] = d > threshold && d > RINGING * byteAt(strongest, p) ? 1 : 0;
  }
  return mask;
}

/** The most within `RING_REACH` along one axis, for every place: windows of 2, 4 and 8 places, then two of those. */
function windowMost(values: Uint8Array, along: number, across: number, rows: boolean): Uint8Array {
  const out = new Uint8Array(values.length);
  const [lines, n, step, jump] = rows ? [across, along, 1, along] : [along, across, along, 1];
  const room = n + 2 * RING_REACH + 8;
  const most = new Uint8Array(room);
  for (let l = 0; l < lines; l++) {
    most.fill(0);
    for (let k = 0; k < n; k++) most[k + RING_REACH] = values[l * jump + k * step] ?? 0;
    for (const reach of [1, 2, 4])
      for (let k = 0; k + reach < room; k++) {
        const ahead = most[k + reach] ?? 0;
        if (ahead > (most[k] ?? 0)) most[k] = ahead;
      }
    // Eight from six before, and eight up to six behind: thirteen places together.
    for (let k = 0; k < n; k++) {
      const a = most[k] ?? 0;
      const b = most[k + 5] ?? 0;
      out[l * jump + k * step] = a > b ? a : b;
    }
  }
  return out;
}

/** Takes away what lies beyond round corners, and a pixel more for their anti-aliased line. */
function dropCorners(mask: Uint8Array, along: number, across: number, radius: number): void {
  const r = Math.min(radius, across / 2, along / 2);
  if (r < 1) return;
  const reach = Math.ceil(r);
  for (let v = 0; v < reach; v++)
    for (let u = 0; u < reach; u++) {
      if (Math.hypot(r - u - 0.5, r - v - 0.5) <= r - 1.5) continue;
      for (const row of [v, across - 1 - v])
        for (const column of [u, along - 1 - u]) mask[row * along + column] = 0;
    }
}

/** A line of one or two places along a long side is the bar's rim, not an item. */
function dropRims(mask: Uint8Array, along: number, across: number): void {
  const full = (v: number) => {
    let n = 0;
    for (let u = 0; u < along; u++) n += byteAt(mask, v * along + u);
    return n > 0.8 * along;
  };
  for (const rows of [
    [0, 1, 2],
    [across - 1, across - 2, across - 3],
  ])
    for (const v of rows) {
      if (v < 0 || v >= across || !full(v)) break;
      mask.fill(0, v * along, (v + 1) * along);
    }
}

/** A thin piece along a long side of the bar tells that a programme is open; it is no item of its own. */
function isSideMark(c: Component, along: number, across: number): boolean {
  const thin = heightOf(c) <= Math.max(4, 0.1 * across);
  const beside = c.v0 <= 0.06 * across + 1 || c.v1 >= across - 0.06 * across - 1;
  if (thin && beside && widthOf(c) >= 2 * heightOf(c)) return true;
  // What is left of an anti-aliased or round end.
  const near = Math.max(1, ROUND_END * across);
  const end = c.u0 <= near || c.u1 >= along - near;
  return end && widthOf(c) <= Math.max(4, 0.12 * across) && heightOf(c) >= 2 * widthOf(c);
}

/** A thin line across the bar, between two groups of items. */
function isParting(b: Box, across: number): boolean {
  return widthOf(b) <= Math.max(2, PARTS * across) && heightOf(b) >= PARTS_LONG * widthOf(b);
}

function strongestIn({ distance }: Ground, c: Component, along: number): number {
  let most = 0;
  for (let v = c.v0; v < c.v1; v++)
    for (let u = c.u0; u < c.u1; u++) most = Math.max(most, byteAt(distance, v * along + u));
  return most;
}

/** The ends of a box along the strip to a fraction of a pixel. */
function fineEnds(strip: Strip, ground: Ground, box: Box): [number, number] {
  const { along } = strip;
  const column = (u: number) => {
    let most = 0;
    let sum = 0;
    if (u >= 0 && u < along)
      for (let v = box.v0; v < box.v1; v++) {
        const d = byteAt(ground.distance, v * along + u);
        most = Math.max(most, d);
        if (d > 4) sum += d;
      }
    return { most, sum };
  };
  const end = (edge: number, inwards: 1 | -1) => {
    const first = inwards === 1 ? edge : edge - 1;
    const [before, rim, second, third] = [-1, 0, 1, 2].map((k) => column(first + k * inwards)) as [
      ReturnType<typeof column>,
      ReturnType<typeof column>,
      ReturnType<typeof column>,
      ReturnType<typeof column>,
    ];
    const whole = Math.max(rim.most, second.most, third.most);
    if (whole === 0) return edge;
    // A pointed end grows by the same step from column to column; its tip lies where that line meets nothing.
    const step = third.sum - second.sum;
    const firstStep = second.sum - rim.sum;
    const grows = step > 0 && second.sum > 2.2 * rim.sum && Math.abs(step - firstStep) <= 0.25 * step;
    const depth = grows
      ? second.sum / step - 0.5
      : Math.min(1, rim.most / whole) + Math.min(1, before.most / whole);
    const drawn = Math.min(2, Math.max(0.3, depth));
    return inwards === 1 ? edge + 1 - drawn : edge - 1 + drawn;
  };
  return [end(box.u0, 1), end(box.u1, -1)];
}

function inkMean(strip: Strip, mask: Uint8Array, box: Box): [number, number, number] {
  const { along, rgb } = strip;
  const sum = [0, 0, 0];
  let n = 0;
  for (let v = box.v0; v < box.v1; v++)
    for (let u = box.u0; u < box.u1; u++) {
      const p = v * along + u;
      if (!mask[p]) continue;
      for (let c = 0; c < 3; c++) sum[c]! += byteAt(rgb, p * 3 + c);
      n++;
    }
  return sum.map((s) => (n === 0 ? 0 : s / n)) as [number, number, number];
}
