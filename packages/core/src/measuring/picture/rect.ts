/** A rectangle in whole pixels of a picture: left, top, width, height. */
export interface Rect {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}

/** The part of `rect` inside a picture of the given size, on whole pixels; null when nothing of it is inside. */
export function clip(rect: Rect, width: number, height: number): Rect | null {
  const x0 = Math.max(0, Math.round(rect.x));
  const y0 = Math.max(0, Math.round(rect.y));
  const x1 = Math.min(width, Math.round(rect.x + rect.width));
  const y1 = Math.min(height, Math.round(rect.y + rect.height));
  return x1 > x0 && y1 > y0 ? { x: x0, y: y0, width: x1 - x0, height: y1 - y0 } : null;
}

/** Whether `rect` has an area and lies wholly inside a picture of the given size. */
export function isInside(rect: Rect, width: number, height: number): boolean {
  return (
    rect.width >= 1 &&
    rect.height >= 1 &&
    rect.x >= 0 &&
    rect.y >= 0 &&
    rect.x + rect.width <= width &&
    rect.y + rect.height <= height
  );
}

/** Pixels of a rectangle. */
export const areaOf = (r: Rect): number => r.width * r.height;

/** Pixels that two rectangles have in common. */
export const overlap = (a: Rect, b: Rect): number =>
  Math.max(0, Math.min(a.x + a.width, b.x + b.width) - Math.max(a.x, b.x)) *
  Math.max(0, Math.min(a.y + a.height, b.y + b.height) - Math.max(a.y, b.y));

/** How much two rectangles are one: what they have in common over what both cover, 0–1. */
export function sameness(a: Rect, b: Rect): number {
  const both = overlap(a, b);
  return both / (areaOf(a) + areaOf(b) - both);
}
