import { byteAt } from '../../ground/cells.js';
import type { Pixels } from './pixels.js';
import { isInside, type Rect } from './rect.js';

/** Channel differences up to this are compression and not another look. */
const NOISE = 6;
/** A region is another when more than this share of its pixels is. */
const OTHER = 0.005;

/** Whether a region shows the same on two pictures: inside both, and but for noise the same pixels. */
export function sameRegion(a: Pixels, b: Pixels, rect: Rect): boolean {
  if (!isInside(rect, a.width, a.height) || !isInside(rect, b.width, b.height)) return false;
  // Another size of the whole means another scale of everything on it.
  if (a.width !== b.width || a.height !== b.height) return false;
  let others = 0;
  const most = OTHER * rect.width * rect.height;
  for (let y = rect.y; y < rect.y + rect.height; y++)
    for (let i = (y * a.width + rect.x) * 4, end = i + rect.width * 4; i < end; i += 4) {
      const off = Math.max(
        Math.abs(byteAt(a.data, i) - byteAt(b.data, i)),
        Math.abs(byteAt(a.data, i + 1) - byteAt(b.data, i + 1)),
        Math.abs(byteAt(a.data, i + 2) - byteAt(b.data, i + 2)),
      );
      if (off > NOISE && ++others > most) return false;
    }
  return true;
}
