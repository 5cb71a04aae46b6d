import { parseHex } from '../measuring/colour/srgb.js';
import type { Pixels } from '../measuring/picture/pixels.js';
import type { Rect } from '../measuring/picture/rect.js';

/** A picture of one colour, for tests. */
export function plainPicture(width: number, height: number, hex: string): Pixels & { data: Uint8Array } {
  const { r, g, b } = parseHex(hex)!;
  const data = new Uint8Array(width * height * 4);
  // Little-endian, as every machine that this runs on.
  new Uint32Array(data.buffer).fill(((255 << 24) | (b << 16) | (g << 8) | r) >>> 0);
  return { width, height, data };
}

/** Fills a rectangle. */
export function fill(pixels: Pixels & { data: Uint8Array }, rect: Rect, hex: string): void {
  const { r, g, b } = parseHex(hex)!;
  for (let y = rect.y; y < rect.y + rect.height; y++)
    for (let x = rect.x; x < rect.x + rect.width; x++)
      pixels.data.set([r, g, b, 255], (y * pixels.width + x) * 4);
}
