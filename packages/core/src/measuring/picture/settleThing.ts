import { byteAt } from '../../ground/cells.js';
import { componentsOf, heightOf, widthOf, type Component } from './components.js';
import type { Pixels } from './pixels.js';
import { clip, type Rect } from './rect.js';

/** Further from the ground than this, in the channel that differs most, a place is part of a thing: noise of a packed picture is not. */
const APART = 24;
/** So much of what lies round it must be one colour, or there is no ground on which a thing could stand. */
const EVEN = 0.45;
/** A piece belongs to what was drawn from this share inside on, and does not up to that one; between them nobody can tell. */
const BELONGS = 0.55;
const STRANGE = 0.3;
/** Pieces of this share of the largest one count; smaller ones are noise. */
const SPECK = 0.02;
/** A thing begins sharply: within so many pixels it is this share of what it is soon after. A shadow does not. */
const SHARP_WITHIN = 2;
const SOON = 8;
const SHARP = 0.5;

interface Window {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
  readonly rgb: Uint8Array;
}

/**
 * Settles a rough region on a small thing that stands on an even ground, such as a window button or a launcher: on what differs
 * from that ground and lies mostly inside what was drawn, however near its neighbours are.
 *
 * @param reach how far a hand may be off, in pixels
 * @returns null where the ground is uneven, or the thing is larger than could be told or has no sharp side: then its sides may tell
 *   more; `'doubtful'` where a neighbour is as likely, or only a part of something was drawn round
 */
export function settleThing(pixels: Pixels, drawn: Rect, reach: number): Rect | 'doubtful' | null {
  const around = clip(
    {
      x: drawn.x - reach,
      y: drawn.y - reach,
      width: drawn.width + 2 * reach,
      height: drawn.height + 2 * reach,
    },
    pixels.width,
    pixels.height,
  );
  if (!around) return null;
  const window = windowOf(pixels, around);
  const ground = groundAround(window, drawn);
  if (!ground) return null;
  const distance = new Uint8Array(window.width * window.height);
  const mask = new Uint8Array(distance.length);
  for (let p = 0; p < distance.length; p++) {
    const d = Math.max(
      Math.abs(byteAt(window.rgb, p * 3) - ground[0]),
      Math.abs(byteAt(window.rgb, p * 3 + 1) - ground[1]),
      Math.abs(byteAt(window.rgb, p * 3 + 2) - ground[2]),
    );
    distance[p] = d;
    mask[p] = d > APART ? 1 : 0;
  }
  const pieces = componentsOf(mask, window.rgb, window.width, window.height);
  const inside = pieces.map((piece) => insideShare(piece, window, drawn));
  const mine = pieces.filter((_, i) => inside[i]! >= BELONGS);
  const most = Math.max(0, ...(mine.length > 0 ? mine : pieces).map((p) => p.area));
  const counted = mine.filter((p) => p.area > SPECK * most);
  const isDoubtful = pieces.some(
    (p, i) => p.area > 4 * SPECK * most && inside[i]! > STRANGE && inside[i]! < BELONGS,
  );
  if (isDoubtful) return 'doubtful';
  if (counted.length === 0 || counted.some((p) => isCut(p, window, pixels))) return null;
  const u0 = Math.min(...counted.map((p) => p.u0));
  const v0 = Math.min(...counted.map((p) => p.v0));
  const u1 = Math.max(...counted.map((p) => p.u1));
  const v1 = Math.max(...counted.map((p) => p.v1));
  const box = { x: u0, y: v0, width: u1 - u0, height: v1 - v0 };
  return hasSharpSides(distance, window, box)
    ? { x: window.x + u0, y: window.y + v0, width: u1 - u0, height: v1 - v0 }
    : null;
}

function windowOf({ data, width }: Pixels, around: Rect): Window {
  const rgb = new Uint8Array(around.width * around.height * 3);
  for (let y = 0, o = 0; y < around.height; y++)
    for (let x = 0, i = ((around.y + y) * width + around.x) * 4; x < around.width; x++, i += 4) {
      rgb[o++] = byteAt(data, i);
      rgb[o++] = byteAt(data, i + 1);
      rgb[o++] = byteAt(data, i + 2);
    }
  return { ...around, rgb };
}

/** The colour of most of what lies round a region, in bytes; null where nothing is most of it. */
function groundAround(window: Window, drawn: Rect): readonly [number, number, number] | null {
  const cells = new Map<number, { n: number; sum: [number, number, number] }>();
  const ring: number[] = [];
  for (let y = 0; y < window.height; y++)
    for (let x = 0; x < window.width; x++) {
      const [px, py] = [window.x + x, window.y + y];
      const isIn =
        px >= drawn.x && px < drawn.x + drawn.width && py >= drawn.y && py < drawn.y + drawn.height;
      if (isIn) continue;
      const p = (y * window.width + x) * 3;
      ring.push(p);
      const [r, g, b] = [byteAt(window.rgb, p), byteAt(window.rgb, p + 1), byteAt(window.rgb, p + 2)];
      const key = ((r >> 3) << 10) | ((g >> 3) << 5) | (b >> 3);
      const cell = cells.get(key) ?? { n: 0, sum: [0, 0, 0] };
      cell.n++;
      cell.sum[0] += r;
      cell.sum[1] += g;
      cell.sum[2] += b;
      cells.set(key, cell);
    }
  let best: { n: number; sum: [number, number, number] } | null = null;
  for (const cell of cells.values()) if (!best || cell.n > best.n) best = cell;
  if (!best) return null;
  const ground = [best.sum[0] / best.n, best.sum[1] / best.n, best.sum[2] / best.n] as const;
  const even = ring.filter(
    (p) =>
      Math.abs(byteAt(window.rgb, p) - ground[0]) <= APART &&
      Math.abs(byteAt(window.rgb, p + 1) - ground[1]) <= APART &&
      Math.abs(byteAt(window.rgb, p + 2) - ground[2]) <= APART,
  ).length;
  return even >= EVEN * ring.length ? ground : null;
}

/** The share of a piece's box that lies inside a region. */
function insideShare(piece: Component, window: Window, drawn: Rect): number {
  const across =
    Math.min(window.x + piece.u1, drawn.x + drawn.width) - Math.max(window.x + piece.u0, drawn.x);
  const down = Math.min(window.y + piece.v1, drawn.y + drawn.height) - Math.max(window.y + piece.v0, drawn.y);
  return (Math.max(0, across) * Math.max(0, down)) / (widthOf(piece) * heightOf(piece));
}

/** Whether a piece goes on beyond what is looked at, and not only to the picture's own end. */
function isCut(piece: Component, window: Window, { width, height }: Pixels): boolean {
  return (
    (piece.u0 === 0 && window.x > 0) ||
    (piece.v0 === 0 && window.y > 0) ||
    (piece.u1 === window.width && window.x + window.width < width) ||
    (piece.v1 === window.height && window.y + window.height < height)
  );
}

/** Whether what was found begins sharply on all four sides. */
function hasSharpSides(distance: Uint8Array, window: Window, box: Rect): boolean {
  const lineMost = (k: number, upright: boolean) => {
    let most = 0;
    const n = upright ? box.height : box.width;
    for (let i = 0; i < n; i++) {
      const p = upright ? (box.y + i) * window.width + k : k * window.width + box.x + i;
      most = Math.max(most, byteAt(distance, p));
    }
    return most;
  };
  const isSharp = (from: number, step: 1 | -1, length: number, upright: boolean) => {
    const profile = Array.from({ length: Math.min(SOON, length) }, (_, k) =>
      lineMost(from + k * step, upright),
    );
    const soon = Math.max(...profile);
    return Math.max(...profile.slice(0, SHARP_WITHIN + 1)) >= SHARP * soon;
  };
  return (
    isSharp(box.x, 1, box.width, true) &&
    isSharp(box.x + box.width - 1, -1, box.width, true) &&
    isSharp(box.y, 1, box.height, false) &&
    isSharp(box.y + box.height - 1, -1, box.height, false)
  );
}
