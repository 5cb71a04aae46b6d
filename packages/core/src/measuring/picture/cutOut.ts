import { byteAt } from '../../ground/cells.js';
import type { Pixels } from './pixels.js';
import { isInside, type Rect } from './rect.js';
import { RegionError } from './readRegion.js';

export interface CutOut {
  /** The element alone, RGBA, cropped to what is drawn. */
  readonly pixels: Pixels & { readonly data: Uint8Array };
  /** Where it was cut, in pixels of the picture. */
  readonly rect: Rect;
  /** Whether the ground around it was flat and taken away; else it is cut with its ground. */
  readonly removed: boolean;
}

/** The rim of the region is flat when at least this share of it is near one colour. */
const FLAT_SHARE = 0.7;
/** Near: largest channel difference. */
const NEAR = 16;

function difference(data: Pixels['data'], i: number, g: readonly number[]): number {
  return Math.max(
    Math.abs(byteAt(data, i) - g[0]!),
    Math.abs(byteAt(data, i + 1) - g[1]!),
    Math.abs(byteAt(data, i + 2) - g[2]!),
  );
}

/** The median colour of the region's rim, and the share of the rim near it. */
function rimColour(pixels: Pixels, rect: Rect): { ground: [number, number, number]; share: number } {
  const places: number[] = [];
  const add = (x: number, y: number) => places.push(((rect.y + y) * pixels.width + rect.x + x) * 4);
  for (let x = 0; x < rect.width; x++) {
    add(x, 0);
    add(x, rect.height - 1);
  }
  for (let y = 1; y < rect.height - 1; y++) {
    add(0, y);
    add(rect.width - 1, y);
  }
  const ground = [0, 1, 2].map((c) => {
    const sorted = places.map((i) => byteAt(pixels.data, i + c)).sort((a, b) => a - b);
    return sorted[sorted.length >> 1]!;
  }) as [number, number, number];
  const near = places.filter((i) => difference(pixels.data, i, ground) <= NEAR).length;
  return { ground, share: near / places.length };
}

/**
 * Cuts an element out of a picture. Where the ground around it is flat it is taken away, from the rim of the region
 * inwards, and the anti-aliased line between gets the opacity and the colour that give what is seen on that ground.
 *
 * @throws RegionError when the region does not lie inside the picture
 */
export function cutOut(pixels: Pixels, rect: Rect): CutOut {
  if (!isInside(rect, pixels.width, pixels.height))
    throw new RegionError('The region does not lie inside the picture.');
  const { width: w, height: h } = rect;
  const data = new Uint8Array(w * h * 4);
  for (let y = 0; y < h; y++) {
    const from = ((rect.y + y) * pixels.width + rect.x) * 4;
    data.set(pixels.data.subarray(from, from + w * 4), y * w * 4);
  }
  const { ground, share } = rimColour(pixels, rect);
  if (share < FLAT_SHARE || w < 3 || h < 3)
    return { pixels: { width: w, height: h, data }, rect, removed: false };
  const away = flood(data, w, h, ground);
  softenRim(data, w, h, ground, away);
  for (let p = 0; p < w * h; p++) if (away[p]) data.fill(0, p * 4, p * 4 + 4);
  let x0 = w;
  let y0 = h;
  let x1 = 0;
  let y1 = 0;
  for (let p = 0; p < w * h; p++) {
    if (byteAt(data, p * 4 + 3) === 0) continue;
    x0 = Math.min(x0, p % w);
    x1 = Math.max(x1, (p % w) + 1);
    y0 = Math.min(y0, Math.floor(p / w));
    y1 = Math.max(y1, Math.floor(p / w) + 1);
  }
  if (x1 <= x0) {
    // Nothing but ground: then the ground is what was wanted.
    const whole = new Uint8Array(w * h * 4);
    for (let y = 0; y < h; y++) {
      const from = ((rect.y + y) * pixels.width + rect.x) * 4;
      whole.set(pixels.data.subarray(from, from + w * 4), y * w * 4);
    }
    return { pixels: { width: w, height: h, data: whole }, rect, removed: false };
  }
  const cw = x1 - x0;
  const ch = y1 - y0;
  const cropped = new Uint8Array(cw * ch * 4);
  for (let y = 0; y < ch; y++) {
    const from = ((y0 + y) * w + x0) * 4;
    cropped.set(data.subarray(from, from + cw * 4), y * cw * 4);
  }
  return {
    pixels: { width: cw, height: ch, data: cropped },
    rect: { x: rect.x + x0, y: rect.y + y0, width: cw, height: ch },
    removed: true,
  };
}

/** Places of the ground's colour that are reached from the rim without crossing anything drawn. */
function flood(data: Uint8Array, w: number, h: number, ground: readonly number[]): Uint8Array {
  const away = new Uint8Array(w * h);
  const stack: number[] = [];
  const visit = (p: number) => {
    if (away[p] || difference(data, p * 4, ground) > NEAR) return;
    away[p] = 1;
    stack.push(p);
  };
  for (let x = 0; x < w; x++) {
    visit(x);
    visit((h - 1) * w + x);
  }
  for (let y = 0; y < h; y++) {
    visit(y * w);
    visit(y * w + w - 1);
  }
  for (let p = stack.pop(); p !== undefined; p = stack.pop()) {
    const x = p % w;
    if (x > 0) visit(p - 1);
    if (x < w - 1) visit(p + 1);
    if (p >= w) visit(p - w);
    if (p < w * (h - 1)) visit(p + w);
  }
  return away;
}

/** Gives the places beside the ground the share of ink that explains them, with the ink of the places further in. */
function softenRim(
  data: Uint8Array,
  w: number,
  h: number,
  ground: readonly number[],
  away: Uint8Array,
): void {
  const before = data.slice();
  for (let p = 0; p < w * h; p++) {
    if (away[p]) continue;
    const x = p % w;
    const y = Math.floor(p / w);
    let beside = false;
    let ink = p;
    let furthest = difference(before, p * 4, ground);
    for (let j = Math.max(0, y - 2); j <= Math.min(h - 1, y + 2); j++)
      for (let i = Math.max(0, x - 2); i <= Math.min(w - 1, x + 2); i++) {
        const q = j * w + i;
        if (away[q]) {
          if (Math.abs(i - x) <= 1 && Math.abs(j - y) <= 1) beside = true;
          continue;
        }
        const d = difference(before, q * 4, ground);
        if (d > furthest) {
          furthest = d;
          ink = q;
        }
      }
    if (!beside) continue;
    const own = difference(before, p * 4, ground);
    const k = Math.min(1, own / furthest);
    if (k >= 0.98) continue;
    for (let c = 0; c < 3; c++) data[p * 4 + c] = byteAt(before, ink * 4 + c);
    data[p * 4 + 3] = Math.round(byteAt(before, p * 4 + 3) * k);
  }
}
