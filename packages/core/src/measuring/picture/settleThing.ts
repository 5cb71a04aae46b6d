import { byteAt } from '../../ground/cells.js';
import { componentsOf, heightOf, widthOf, type Component } from './components.js';
import type { Pixels } from './pixels.js';
import { clip, type Rect } from './rect.js';

/** Further from the ground than this, in the channel that differs most, a place is part of a thing: noise of a packed picture is not. */
const APART = 24;
/** So much of what lies there must be one colour for it to be a ground, and so many colours are tried as one. */
const EVEN = 0.12;
const GROUNDS = 3;
/** A piece belongs to what was drawn from this share inside on, and does not up to that one; between them nobody can tell. */
const BELONGS = 0.55;
const STRANGE = 0.3;
/** Pieces of this share of the largest one count; smaller ones are noise. */
const SPECK = 0.02;
/** A side is where a thing is half as far from its ground as soon after, within so many pixels; a shadow is not there yet. */
const SHARP_WITHIN = 3;
const SOON = 8;

/** A part of a picture that is looked at: where it lies, and three bytes a place. */
interface Window extends Rect {
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
  let isDoubtful = false;
  for (const ground of groundsOf(window)) {
    const thing = thingOn(ground, window, pixels, drawn);
    if (thing === 'doubtful') isDoubtful = true;
    else if (thing) return thing;
  }
  return isDoubtful ? 'doubtful' : null;
}

type Colour = readonly [number, number, number];

/** What stands on a ground of one colour, mostly inside what was drawn. */
function thingOn(ground: Colour, window: Window, pixels: Pixels, drawn: Rect): Rect | 'doubtful' | null {
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
  const sides = [
    sharpAt(distance, window, box, u0, 1, true),
    sharpAt(distance, window, box, u1 - 1, -1, true),
    sharpAt(distance, window, box, v0, 1, false),
    sharpAt(distance, window, box, v1 - 1, -1, false),
  ];
  const [left, right, top, bottom] = sides.map((side) => (side === null ? null : Math.round(side)));
  if (left == null || right == null || top == null || bottom == null) return null;
  if (right <= left || bottom <= top) return null;
  return { x: window.x + left, y: window.y + top, width: right - left, height: bottom - top };
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

/** The colours that most of a window is, in bytes, the fullest first: what a thing stands on is one of them. */
function groundsOf({ rgb }: Window): Colour[] {
  const cells = new Map<number, { n: number; sum: [number, number, number] }>();
  for (let p = 0; p < rgb.length; p += 3) {
    const [r, g, b] = [byteAt(rgb, p), byteAt(rgb, p + 1), byteAt(rgb, p + 2)];
    const key = ((r >> 3) << 10) | ((g >> 3) << 5) | (b >> 3);
    const cell = cells.get(key) ?? { n: 0, sum: [0, 0, 0] };
    cell.n++;
    cell.sum[0] += r;
    cell.sum[1] += g;
    cell.sum[2] += b;
    cells.set(key, cell);
  }
  return [...cells.values()]
    .filter(({ n }) => n * 3 >= EVEN * rgb.length)
    .sort((a, b) => b.n - a.n)
    .slice(0, GROUNDS)
    .map(({ n, sum }) => [sum[0] / n, sum[1] / n, sum[2] / n]);
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

/**
 * Where a side of what was found really is: half-way from its ground to what it is soon after, between pixels.
 *
 * @param from the outermost line of it, `step` the way inwards; `upright` for a line that stands
 * @returns the side's place in the window, or null where it does not begin within `SHARP_WITHIN` pixels
 */
function sharpAt(
  distance: Uint8Array,
  window: Window,
  box: Rect,
  from: number,
  step: 1 | -1,
  upright: boolean,
): number | null {
  const [n, lines] = upright ? [box.height, window.width] : [box.width, window.height];
  const most = (line: number) => {
    let far = 0;
    if (line < 0 || line >= lines) return 0;
    for (let i = 0; i < n; i++) {
      const p = upright ? (box.y + i) * window.width + line : line * window.width + box.x + i;
      far = Math.max(far, byteAt(distance, p));
    }
    return far;
  };
  const length = upright ? box.width : box.height;
  const half =
    Math.max(...Array.from({ length: Math.min(SOON, length) }, (_, k) => most(from + k * step))) / 2;
  for (let k = 0; k <= SHARP_WITHIN; k++) {
    const here = most(from + k * step);
    if (here < half) continue;
    // Nothing is outside of the picture: there a thing begins with its first line.
    const before =
      from + (k - 1) * step < 0 || from + (k - 1) * step >= lines ? 0 : most(from + (k - 1) * step);
    const back = here > before ? (here - half) / (here - before) : 0.5;
    return step === 1 ? from + k + 0.5 - back : from + 1 - k - 0.5 + back;
  }
  return null;
}
