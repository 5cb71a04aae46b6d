import { parseHex } from './srgb.js';

/** What lies so near to the way between two colours, in levels, is mixed of them. */
const MIXED = 14;

/** Whether a colour lies on the straight way between two others, in encoded sRGB as rims are mixed. @param hex `#rrggbb`, as the others */
export function isBetween(hex: string, a: string, b: string): boolean {
  const [c, p, q] = [hex, a, b].map((h) => parseHex(h));
  if (!c || !p || !q) return false;
  const way = { r: q.r - p.r, g: q.g - p.g, b: q.b - p.b };
  const length = way.r ** 2 + way.g ** 2 + way.b ** 2;
  const t = ((c.r - p.r) * way.r + (c.g - p.g) * way.g + (c.b - p.b) * way.b) / Math.max(1, length);
  const off = Math.hypot(c.r - p.r - t * way.r, c.g - p.g - t * way.g, c.b - p.b - t * way.b);
  return t > 0 && t < 1 && off <= MIXED;
}
