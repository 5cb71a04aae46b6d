import { byteAt } from '../../ground/cells.js';
import type { Pixels } from './pixels.js';
import type { Rect } from './rect.js';

/**
 * A region turned so that one axis lies along its bar: `u` runs along (left to right, or top to bottom), `v` across
 * from the outer side of the screen inwards. Three bytes a place, rows of constant `v`.
 */
export interface Strip {
  readonly along: number;
  readonly across: number;
  readonly upright: boolean;
  readonly rgb: Uint8Array;
  readonly rect: Rect;
}

/** Copies a region into a strip. `rect` lies inside the picture. */
export function stripOf(pixels: Pixels, rect: Rect, upright: boolean): Strip {
  const along = upright ? rect.height : rect.width;
  const across = upright ? rect.width : rect.height;
  const rgb = new Uint8Array(along * across * 3);
  const { data, width } = pixels;
  for (let v = 0; v < across; v++)
    for (let u = 0; u < along; u++) {
      const x = rect.x + (upright ? v : u);
      const y = rect.y + (upright ? u : v);
      const from = (y * width + x) * 4;
      const to = (v * along + u) * 3;
      rgb[to] = byteAt(data, from);
      rgb[to + 1] = byteAt(data, from + 1);
      rgb[to + 2] = byteAt(data, from + 2);
    }
  return { along, across, upright, rgb, rect };
}

/** A box in strip places, back on the picture. */
export function boxOnPicture(strip: Strip, box: { u0: number; v0: number; u1: number; v1: number }): Rect {
  const { rect, upright } = strip;
  return upright
    ? { x: rect.x + box.v0, y: rect.y + box.u0, width: box.v1 - box.v0, height: box.u1 - box.u0 }
    : { x: rect.x + box.u0, y: rect.y + box.v0, width: box.u1 - box.u0, height: box.v1 - box.v0 };
}
