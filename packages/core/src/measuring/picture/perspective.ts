import { byteAt } from '../../ground/cells.js';
import { refused, ok, type Result } from '../../ground/result.js';
import type { Point } from './measureLine.js';
import type { Pixels } from './pixels.js';

/** The corners of a screen on a photo, in pixels, from the top left one clockwise. */
export type Corners = readonly [topLeft: Point, topRight: Point, bottomRight: Point, bottomLeft: Point];

/** A projective map of the plane: `x' = (a x + b y + c) / w`, `y' = (d x + e y + f) / w`, `w = g x + h y + 1`. */
interface Projection {
  readonly a: number;
  readonly b: number;
  readonly c: number;
  readonly d: number;
  readonly e: number;
  readonly f: number;
  readonly g: number;
  readonly h: number;
}

/** A straightened picture is at most so wide or high, in pixels. */
const MOST = 8192;
/** A screen smaller than this on its photo, in pixels along any side, shows nothing that could be measured. */
const LEAST_SIDE = 64;

/**
 * The map that takes the unit square to four corners.
 *
 * @see Heckbert, Fundamentals of Texture Mapping and Image Warping (1989), section 2.2.3
 */
export function ofUnitSquare([p0, p1, p2, p3]: Corners): Projection {
  const [dx1, dx2] = [p1.x - p2.x, p3.x - p2.x];
  const [dy1, dy2] = [p1.y - p2.y, p3.y - p2.y];
  const sx = p0.x - p1.x + p2.x - p3.x;
  const sy = p0.y - p1.y + p2.y - p3.y;
  const det = dx1 * dy2 - dx2 * dy1;
  const g = (sx * dy2 - dx2 * sy) / det;
  const h = (dx1 * sy - sx * dy1) / det;
  return {
    a: p1.x - p0.x + g * p1.x,
    b: p3.x - p0.x + h * p3.x,
    c: p0.x,
    d: p1.y - p0.y + g * p1.y,
    e: p3.y - p0.y + h * p3.y,
    f: p0.y,
    g,
    h,
  };
}

/** Where a projective map takes a point. */
export function project({ a, b, c, d, e, f, g, h }: Projection, { x, y }: Point): Point {
  const w = g * x + h * y + 1;
  return { x: (a * x + b * y + c) / w, y: (d * x + e * y + f) / w };
}

const lengthOf = (p: Point, q: Point) => Math.hypot(p.x - q.x, p.y - q.y);

/** Whether four corners go round clockwise without a dent: whether they can be those of a screen at all. */
export function isScreen(corners: Corners): boolean {
  return corners.every((p, i) => {
    const q = corners[(i + 1) % 4] ?? p;
    const r = corners[(i + 2) % 4] ?? p;
    return (q.x - p.x) * (r.y - q.y) - (q.y - p.y) * (r.x - q.x) > 0;
  });
}

/**
 * Sets the photo of a screen straight: as it would look from in front. No side gets fewer pixels than it has on the photo.
 *
 * @param proportion the screen's width over its height
 * @returns refused (`outside`) where the corners are none of a screen, or lie outside of the picture by more than half of it
 */
export function straighten(pixels: Pixels, corners: Corners, proportion: number): Result<Pixels> {
  const [p0, p1, p2, p3] = corners;
  const isNear = ({ x, y }: Point) =>
    x >= -pixels.width / 2 && y >= -pixels.height / 2 && x <= 1.5 * pixels.width && y <= 1.5 * pixels.height;
  if (!isScreen(corners) || !corners.every(isNear))
    return refused('outside', 'These four are not the corners of a screen, from the top left one clockwise.');
  if (!(proportion > 0.1 && proportion < 10))
    return refused('outside', 'The screen’s proportion is its width over its height, from 0.1 to 10.');
  const across = Math.max(lengthOf(p0, p1), lengthOf(p3, p2));
  const down = Math.max(lengthOf(p0, p3), lengthOf(p1, p2));
  if (Math.min(across, down) < LEAST_SIDE)
    return refused('too-small', `The screen is less than ${LEAST_SIDE} pixels wide or high on this photo.`);
  const most = Math.min(MOST, MOST * proportion);
  const width = Math.round(Math.min(most, Math.max(across, down * proportion)));
  const height = Math.max(1, Math.round(width / proportion));
  const map = ofUnitSquare(corners);
  const data = new Uint8Array(width * height * 4);
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const at = project(map, { x: (x + 0.5) / width, y: (y + 0.5) / height });
      blend(pixels, at.x - 0.5, at.y - 0.5, data, (y * width + x) * 4);
    }
  return ok({ width, height, data });
}

/** What a picture shows between its pixels, bilinear; beyond its border what is at it. */
function blend({ data, width, height }: Pixels, x: number, y: number, out: Uint8Array, to: number): void {
  const [u, v] = [Math.min(width - 1, Math.max(0, x)), Math.min(height - 1, Math.max(0, y))];
  const [x0, y0] = [Math.floor(u), Math.floor(v)];
  const [s, t] = [u - x0, v - y0];
  const right = x0 + 1 < width ? 4 : 0;
  const below = y0 + 1 < height ? width * 4 : 0;
  const i = (y0 * width + x0) * 4;
  for (let k = 0; k < 4; k++) {
    const above = byteAt(data, i + k) * (1 - s) + byteAt(data, i + right + k) * s;
    const beneath = byteAt(data, i + below + k) * (1 - s) + byteAt(data, i + below + right + k) * s;
    out[to + k] = Math.round(above * (1 - t) + beneath * t);
  }
}
