import { byteAt } from '../../ground/cells.js';
import { median } from '../../ground/statistics.js';
import type { Pixels } from './pixels.js';
import { luma } from './samplePicture.js';

/** A clear straight edge between two calm sides, as a bar or a window has one, and no letter. */
export interface ClearEdge {
  /** Whether it stands upright, and so lies at an x; else at a y. */
  readonly upright: boolean;
  /** Where it lies, from the border of the picture, in pixels and parts of them: what is this far off is as much one side as the other. */
  readonly at: number;
  /** Pixels from a tenth to nine tenths of its height: 0.8 for a step from one pixel to the next. */
  readonly width: number;
  /** How far it shoots beyond its sides, as a share of its height: what filters of scaling leave. */
  readonly beyond: number;
  /** Whether nothing at all differs on one of its sides from where it ends: what neither packing, nor filters, nor a lens leave. */
  readonly isCrisp: boolean;
  /** Whether nothing differs on one of its sides some pixels off: filters of scaling do not reach there, and packing does. */
  readonly isCalm: boolean;
  /** How far it drifts to one side, in pixels for each pixel that it goes on: not at all but in photos. */
  readonly drift: number;
  /** Over how many pixels it was followed. */
  readonly length: number;
}

/** A clear edge rises by this much, in levels, between two sides that are calm. */
const RISE = 24;
/** Pixels on either side of the place in which an edge rises, and in which its sides are calm then. */
const HALF = 4;
const SIDE = 3;
/** So uneven, in levels and as a share of the rise, may a side be. */
const CALM = 9;
const CALM_SHARE = 0.1;
/** An edge is long that is the same on so many lines one after the other, looked at by every `STRIDE`. */
const STRIDE = 5;
const LINES = 4;
/** Of one edge so far from line to line, in pixels: a photo is askew. */
const ASKEW = 0.8;

/** So much of its rise, as a share, an edge has not begun or is over. */
const ENDS = 0.06;

interface Place {
  readonly at: number;
  readonly rise: number;
  readonly width: number;
  readonly beyond: number;
  readonly isCrisp: boolean;
  readonly isCalm: boolean;
}

/** Clear edges along both axes; each once, however long. */
export function clearEdges(pixels: Pixels): ClearEdge[] {
  return [...edgesAlong(pixels, true), ...edgesAlong(pixels, false)];
}

function edgesAlong(pixels: Pixels, upright: boolean): ClearEdge[] {
  const count = upright ? pixels.height : pixels.width;
  const edges: ClearEdge[] = [];
  /** Edges that go on: what was seen of each line after line. */
  let open: Place[][] = [];
  const close = (places: readonly Place[]) => {
    if (places.length < LINES) return;
    const of = (pick: (p: Place) => number) => median(places.map(pick)) ?? 0;
    edges.push({
      upright,
      at: of((p) => p.at),
      width: of((p) => p.width),
      beyond: of((p) => p.beyond),
      isCrisp: places.filter((p) => p.isCrisp).length * 2 > places.length,
      isCalm: places.filter((p) => p.isCalm).length * 2 > places.length,
      drift: Math.abs((places.at(-1)?.at ?? 0) - (places[0]?.at ?? 0)) / (STRIDE * (places.length - 1)),
      length: STRIDE * places.length,
    });
  };
  for (let n = STRIDE >> 1; n < count; n += STRIDE) {
    const found = edgesOn(lineOf(pixels, n, upright));
    const next: Place[][] = [];
    let from = 0;
    for (const places of open) {
      const last = places[places.length - 1];
      if (!last) continue;
      while (from < found.length && (found[from]?.at ?? 0) < last.at - ASKEW)
        next.push([found[from++] as Place]);
      const goesOn = found[from];
      if (goesOn && Math.abs(goesOn.at - last.at) <= ASKEW && goesOn.rise * last.rise > 0) {
        next.push([...places, goesOn]);
        from++;
      } else close(places);
    }
    for (const place of found.slice(from)) next.push([place]);
    open = next;
  }
  open.forEach(close);
  return edges;
}

/** Luma along one row or column. */
function lineOf({ data, width, height }: Pixels, n: number, isRow: boolean): Float32Array {
  const length = isRow ? width : height;
  const out = new Float32Array(length);
  const step = isRow ? 4 : width * 4;
  for (let k = 0, i = isRow ? n * width * 4 : n * 4; k < length; k++, i += step)
    out[k] = luma(byteAt(data, i), byteAt(data, i + 1), byteAt(data, i + 2));
  return out;
}

const at = (line: Float32Array, i: number) => line[i] ?? 0;

/** The clear edges that one line crosses, in order. */
function edgesOn(line: Float32Array): Place[] {
  const places: Place[] = [];
  for (let k = HALF + SIDE; k + HALF + SIDE < line.length; k++) {
    // The steepest step of its surroundings, between pixels k and k + 1.
    const step = Math.abs(at(line, k + 1) - at(line, k));
    if (step < RISE / 5) continue;
    if (step < Math.abs(at(line, k) - at(line, k - 1)) || step <= Math.abs(at(line, k + 2) - at(line, k + 1)))
      continue;
    const place = edgeAt(line, k);
    if (place === null) continue;
    places.push(place);
    k += HALF;
  }
  return places;
}

function edgeAt(line: Float32Array, k: number): Place | null {
  const before = sideOf(line, k - HALF - SIDE + 1, k - HALF + 1);
  const after = sideOf(line, k + HALF + 1, k + HALF + SIDE + 1);
  const rise = after.level - before.level;
  const height = Math.abs(rise);
  if (height < RISE) return null;
  const calm = Math.max(CALM, CALM_SHARE * height);
  if (before.unrest > calm || after.unrest > calm) return null;
  let sum = 0;
  let [least, most] = [0, 1];
  const [from, to] = [k - HALF + 1, k + HALF];
  let last = 0;
  // The last pixel of the one side and the first of the other.
  let [lastOf, firstOf] = [from - 1, to + 1];
  for (let i = from; i <= to; i++) {
    const share = (at(line, i) - before.level) / rise;
    // Falling on its way up: a line or a letter, no edge.
    if (share < last - 0.25) return null;
    last = share;
    if (share < ENDS) lastOf = i;
    else if (share > 1 - ENDS) firstOf = Math.min(firstOf, i);
    sum += 1 - share;
    least = Math.min(least, share);
    most = Math.max(most, share);
  }
  const low = crossing(line, from, to, before.level + 0.1 * rise, rise > 0);
  const high = crossing(line, from, to, before.level + 0.9 * rise, rise > 0);
  return {
    at: from + sum,
    rise,
    width: Math.max(0, high - low),
    beyond: Math.max(-least, most - 1),
    isCalm: before.unrest === 0 || after.unrest === 0,
    isCrisp: isEven(line, k - HALF - SIDE + 1, lastOf) || isEven(line, firstOf, k + HALF + SIDE + 1),
  };
}

/** Where a line first passes a level within a range, in pixels and parts of them. */
function crossing(line: Float32Array, from: number, to: number, level: number, isRising: boolean): number {
  for (let i = from; i <= to; i++) {
    const [a, b] = [at(line, i - 1), at(line, i)];
    if (isRising ? b >= level : b <= level)
      return a === b ? i : i - 1 + Math.min(1, Math.max(0, (level - a) / (b - a)));
  }
  return to;
}

function sideOf(line: Float32Array, from: number, to: number): { level: number; unrest: number } {
  let [least, most, sum] = [Infinity, -Infinity, 0];
  for (let i = from; i < to; i++) {
    const v = at(line, i);
    least = Math.min(least, v);
    most = Math.max(most, v);
    sum += v;
  }
  return { level: sum / (to - from), unrest: most - least };
}

/** Whether pixels are exactly alike, from one to the last. */
function isEven(line: Float32Array, from: number, last: number): boolean {
  if (last - from < SIDE) return false;
  for (let i = from + 1; i <= last; i++) if (at(line, i) !== at(line, i - 1)) return false;
  return true;
}
