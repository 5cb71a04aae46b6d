import { overlap, type Rect } from '../picture/rect.js';
import type { Finding } from './takeApart.js';

/** Letters reach a little over what is told of a clock, in pixels. */
const AROUND = 2;
/** A strip's own rim, in pixels. */
const RIM = 2;

/**
 * Where the words of something that was found on a picture stand: all of a clock, and of a title strip the longer piece beside its
 * buttons. Null of what shows no words, and of strips that stand upright: what is written along them is not read.
 *
 * @param all what was found with it
 * @returns in pixels of the picture, and within it
 */
export function wordsOf(
  { what, rect, edge }: Finding,
  all: readonly Finding[],
  picture: { readonly width: number; readonly height: number },
): Rect | null {
  if (what === 'clock') {
    const [x, y] = [Math.max(0, rect.x - AROUND), Math.max(0, rect.y - AROUND)];
    return {
      x,
      y,
      width: Math.min(picture.width, rect.x + rect.width + AROUND) - x,
      height: Math.min(picture.height, rect.y + rect.height + AROUND) - y,
    };
  }
  if (what !== 'title' || (edge !== 'top' && edge !== 'bottom')) return null;
  const [left, right] = [rect.x + RIM, rect.x + rect.width - RIM];
  const on = all.filter((f) => f.what === 'buttons' && overlap(f.rect, rect) > 0).map((f) => f.rect);
  const ends = [left, ...on.flatMap((b) => [b.x - RIM, b.x + b.width + RIM]), right];
  let best: Rect | null = null;
  for (let i = 0; i + 1 < ends.length; i += 2) {
    const width = ends[i + 1]! - ends[i]!;
    if (width > (best?.width ?? 0))
      best = { x: ends[i]!, y: rect.y + RIM, width, height: rect.height - 2 * RIM };
  }
  return best !== null && best.height > 0 ? best : null;
}
