import { clip, type Rect } from '../../measuring/picture/rect.js';
import { edgeGap, screenEdge } from '../../measuring/picture/readRegion.js';

/** A picture's size in pixels. */
export interface Size {
  readonly width: number;
  readonly height: number;
}

/** What covers this share of an edge is as long as the edge: it stays so on an edge of another length. */
const WHOLE_EDGE = 0.96;
/** An end of something on an edge is near the end of that edge within this share of it: it keeps its distance to it. */
const NEAR_END = 0.03;

/** One axis: where a span of the reference comes to lie on an axis of another length. */
function along(start: number, length: number, from: number, to: number, factor: number): [number, number] {
  if (length >= WHOLE_EDGE * from) return [(start / from) * to, (length / from) * to];
  const after = from - start - length;
  if (start <= NEAR_END * from && start <= after) return [start * factor, length * factor];
  if (after <= NEAR_END * from) return [to - (after + length) * factor, length * factor];
  const middle = ((start + length / 2) / from) * to;
  return [middle - (length * factor) / 2, length * factor];
}

/**
 * Where the reference would have an element on a picture of another size: carried by a factor, anchored to the element's edge
 * of the screen, along which it stands at the same share. Source: the product's model, "comparison of pictures".
 *
 * @param rect the element on the reference
 * @param factor pixels of the own picture for one of the reference
 * @returns null where nothing of it would be on the picture
 */
export function expectedRect(rect: Rect, reference: Size, own: Size, factor: number): Rect | null {
  const edge = screenEdge(rect, reference.width, reference.height);
  const gap = edge === null ? 0 : edgeGap(edge, rect, reference.width, reference.height) * factor;
  let [x, width] = along(rect.x, rect.width, reference.width, own.width, factor);
  let [y, height] = along(rect.y, rect.height, reference.height, own.height, factor);
  if (edge === 'left' || edge === 'right') {
    width = rect.width * factor;
    x = edge === 'left' ? gap : own.width - gap - width;
  } else if (edge !== null) {
    height = rect.height * factor;
    y = edge === 'top' ? gap : own.height - gap - height;
  }
  // Whole pixels by their sides, so that neighbours stay neighbours.
  const x0 = Math.round(x);
  const y0 = Math.round(y);
  return clip(
    {
      x: x0,
      y: y0,
      width: Math.max(1, Math.round(x + width) - x0),
      height: Math.max(1, Math.round(y + height) - y0),
    },
    own.width,
    own.height,
  );
}
