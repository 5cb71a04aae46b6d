import { byteAt } from '../../ground/cells.js';
import { refused, ok, type Result } from '../../ground/result.js';
import { median } from '../../ground/statistics.js';
import type { Point } from './measureLine.js';
import { isScreen, type Corners } from './perspective.js';
import type { Pixels } from './pixels.js';
import { luma } from './samplePicture.js';

/** The screen is looked for on the photo made so small, in pixels of its longer side. */
const SMALL = 400;
/** What differs from what surrounds it by fewer levels than this is surroundings as well. */
const LEAST_APART = 14;
/** A screen takes up at least this share of its photo. */
const LEAST_SHARE = 0.1;
/** What was found is four-sided where the four corners hold so little that is no screen, as a share of it. */
const MOST_BESIDE = 0.06;
/** Each side is followed at so many places, between these shares of it: corners may be round. */
const PLACES = 96;
const ENDS = 0.06;
/** How far from where a side was found on the small photo it is looked for on the whole one, in pixels of the small one. */
const NEAR = 5;
/** Of a side at least this share of places must lie on one straight line, this near in pixels. */
const ON_LINE = 0.5;
const LINE_NEAR = 1.5;

/**
 * Finds the four corners of the screen on a photo: what lies within it is told apart from what surrounds it, a straight line is laid
 * along each of its sides, and where two of them meet is a corner.
 *
 * @returns refused (`no-edge`, `no-corner`) where nothing four-sided stands out from what surrounds it
 */
export function findScreen(pixels: Pixels): Result<Corners> {
  const factor = Math.max(1, Math.max(pixels.width, pixels.height) / SMALL);
  const small = smaller(pixels, factor);
  const rough = roughCorners(small);
  if (!rough)
    return refused('no-corner', 'No four-sided screen stands out on this photo: set its corners by hand.');
  const sides = rough.map((from, i) =>
    sideLine(pixels, scaled(from, factor), scaled(rough[(i + 1) % 4] ?? from, factor), NEAR * factor),
  );
  const corners: Point[] = [];
  for (let i = 0; i < 4; i++) {
    const [before, after] = [sides[(i + 3) % 4], sides[i]];
    const meet = before && after ? meeting(before, after) : null;
    if (!meet)
      return refused(
        'no-edge',
        'A side of the screen is no straight line on this photo: set its corners by hand.',
      );
    corners.push(meet);
  }
  const found = corners as unknown as Corners;
  return isScreen(found)
    ? ok(found)
    : refused('no-corner', 'No four-sided screen stands out on this photo: set its corners by hand.');
}

const scaled = ({ x, y }: Point, factor: number): Point => ({ x: x * factor, y: y * factor });

/** Luma of a picture made smaller by means over areas. */
interface Grey {
  readonly width: number;
  readonly height: number;
  readonly values: Float32Array;
}

function smaller({ data, width, height }: Pixels, factor: number): Grey {
  const [w, h] = [Math.max(1, Math.floor(width / factor)), Math.max(1, Math.floor(height / factor))];
  const values = new Float32Array(w * h);
  for (let y = 0; y < h; y++)
    for (let x = 0; x < w; x++) {
      let [sum, n] = [0, 0];
      for (let j = Math.floor(y * factor); j < Math.min(height, (y + 1) * factor); j++)
        for (let i = Math.floor(x * factor); i < Math.min(width, (x + 1) * factor); i++) {
          const at = (j * width + i) * 4;
          sum += luma(byteAt(data, at), byteAt(data, at + 1), byteAt(data, at + 2));
          n++;
        }
      values[y * w + x] = n === 0 ? 0 : sum / n;
    }
  return { width: w, height: h, values };
}

/** The corners of what lies within the surroundings of a small photo: where it reaches furthest to each corner. */
function roughCorners({ width, height, values }: Grey): [Point, Point, Point, Point] | null {
  const rim: number[] = [];
  for (let x = 0; x < width; x++) rim.push(values[x] ?? 0, values[(height - 1) * width + x] ?? 0);
  for (let y = 0; y < height; y++) rim.push(values[y * width] ?? 0, values[y * width + width - 1] ?? 0);
  const around = median(rim) ?? 0;
  const spread = median(rim.map((v) => Math.abs(v - around))) ?? 0;
  const apart = Math.max(LEAST_APART, 4 * spread);
  // What can be reached from the rim without a step is surroundings; whatever else is not, holes and all.
  const outside = new Uint8Array(width * height);
  const queue: number[] = [];
  const visit = (x: number, y: number) => {
    const p = y * width + x;
    if (x < 0 || y < 0 || x >= width || y >= height || outside[p]) return;
    if (Math.abs((values[p] ?? 0) - around) > apart) return;
    outside[p] = 1;
    queue.push(p);
  };
  for (let x = 0; x < width; x++) {
    visit(x, 0);
    visit(x, height - 1);
  }
  for (let y = 0; y < height; y++) {
    visit(0, y);
    visit(width - 1, y);
  }
  for (let p = queue.pop(); p !== undefined; p = queue.pop()) {
    const [x, y] = [p % width, Math.floor(p / width)];
    visit(x - 1, y);
    visit(x + 1, y);
    visit(x, y - 1);
    visit(x, y + 1);
  }
  const furthest = (of: (x: number, y: number) => number): Point => {
    let best: Point = { x: 0, y: 0 };
    let most = -Infinity;
    for (let y = 0; y < height; y++)
      for (let x = 0; x < width; x++) {
        if (outside[y * width + x] || !isSolid(x, y)) continue;
        const far = of(x, y);
        if (far > most) [most, best] = [far, { x: x + 0.5, y: y + 0.5 }];
      }
    return best;
  };
  // A speck alone is none of it.
  const isSolid = (x: number, y: number) => {
    let n = 0;
    for (let j = -1; j <= 1; j++)
      for (let i = -1; i <= 1; i++) {
        const [u, v] = [x + i, y + j];
        if (u >= 0 && v >= 0 && u < width && v < height && !outside[v * width + u]) n++;
      }
    return n >= 4;
  };
  const corners: [Point, Point, Point, Point] = [
    furthest((x, y) => -x - y),
    furthest((x, y) => x - y),
    furthest((x, y) => x + y),
    furthest((x, y) => y - x),
  ];
  if (!isScreen(corners)) return null;
  let [within, beside, all] = [0, 0, 0];
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const isIn = !outside[y * width + x];
      const isQuad = corners.every((p, i) => {
        const q = corners[(i + 1) % 4] ?? p;
        return (
          (q.x - p.x) * (y + 0.5 - p.y) - (q.y - p.y) * (x + 0.5 - p.x) >= -Math.hypot(q.x - p.x, q.y - p.y)
        );
      });
      if (isQuad) all++;
      if (isQuad && isIn) within++;
      if (isQuad !== isIn) beside++;
    }
  if (all < LEAST_SHARE * width * height || all > 0.985 * width * height) return null;
  return within > 0 && beside <= MOST_BESIDE * all ? corners : null;
}

/** A straight line: a point on it, and its direction of length 1. */
interface Line {
  readonly at: Point;
  readonly along: Point;
}

/** The line along a side, from where the picture steps most across it at each of many places; null where they lie on none. */
function sideLine(pixels: Pixels, from: Point, to: Point, reach: number): Line | null {
  const length = Math.hypot(to.x - from.x, to.y - from.y);
  if (length < 1) return null;
  const along = { x: (to.x - from.x) / length, y: (to.y - from.y) / length };
  // Out of the screen: to the left of the way round it, clockwise.
  const out = { x: along.y, y: -along.x };
  const points: Point[] = [];
  for (let k = 0; k < PLACES; k++) {
    const t = ENDS + ((1 - 2 * ENDS) * k) / (PLACES - 1);
    const p = { x: from.x + t * (to.x - from.x), y: from.y + t * (to.y - from.y) };
    const off = stepAcross(pixels, p, out, reach);
    if (off !== null) points.push({ x: p.x + off * out.x, y: p.y + off * out.y });
  }
  return lineThrough(points, Math.max(LINE_NEAR, reach / 8));
}

/** Where across a line the picture steps most, in pixels outwards from a point, between pixels; null where it does not. */
function stepAcross(pixels: Pixels, p: Point, out: Point, reach: number): number | null {
  const r = Math.ceil(reach);
  const values: number[] = [];
  for (let k = -r - 2; k <= r + 2; k++) values.push(greyAt(pixels, p.x + k * out.x, p.y + k * out.y));
  let best = 0;
  let at: number | null = null;
  const value = (i: number) => values[Math.min(values.length - 1, Math.max(0, i))] ?? 0;
  const step = (i: number) => Math.abs(value(i + 1) + value(i + 2) - value(i - 1) - value(i));
  for (let i = 1; i < values.length - 2; i++) {
    if (step(i) <= best) continue;
    best = step(i);
    at = i;
  }
  if (at === null || best < LEAST_APART) return null;
  // The top of a parabola through the step and its neighbours.
  const [a, b, c] = [step(at - 1), best, step(at + 1)];
  const bend = a - 2 * b + c;
  const shift = bend < 0 ? (a - c) / (2 * bend) : 0;
  return at + 0.5 + Math.min(0.5, Math.max(-0.5, shift)) - r - 2;
}

function greyAt({ data, width, height }: Pixels, x: number, y: number): number {
  const [u, v] = [Math.min(width - 1, Math.max(0, x - 0.5)), Math.min(height - 1, Math.max(0, y - 0.5))];
  const [x0, y0] = [Math.floor(u), Math.floor(v)];
  const at = (i: number, j: number) => {
    const p = (Math.min(height - 1, j) * width + Math.min(width - 1, i)) * 4;
    return luma(byteAt(data, p), byteAt(data, p + 1), byteAt(data, p + 2));
  };
  const [s, t] = [u - x0, v - y0];
  return (
    (at(x0, y0) * (1 - s) + at(x0 + 1, y0) * s) * (1 - t) +
    (at(x0, y0 + 1) * (1 - s) + at(x0 + 1, y0 + 1) * s) * t
  );
}

/** The line that most of some points lie on, by least squares through those; null where too few do. */
function lineThrough(points: readonly Point[], near: number): Line | null {
  const off = ({ at, along }: Line, p: Point) => Math.abs((p.x - at.x) * along.y - (p.y - at.y) * along.x);
  let best: readonly Point[] = [];
  // Every line through two points that are far apart is tried: there are few.
  for (let i = 0; i < points.length; i += 3)
    for (let j = i + (points.length >> 2); j < points.length; j += 3) {
      const [p, q] = [points[i], points[j]];
      if (!p || !q) continue;
      const length = Math.hypot(q.x - p.x, q.y - p.y);
      if (length < 1) continue;
      const line = { at: p, along: { x: (q.x - p.x) / length, y: (q.y - p.y) / length } };
      const on = points.filter((r) => off(line, r) <= near);
      if (on.length > best.length) best = on;
    }
  if (best.length < ON_LINE * PLACES) return null;
  const n = best.length;
  const [mx, my] = [best.reduce((s, p) => s + p.x, 0) / n, best.reduce((s, p) => s + p.y, 0) / n];
  let [xx, xy, yy] = [0, 0, 0];
  for (const p of best) {
    xx += (p.x - mx) ** 2;
    xy += (p.x - mx) * (p.y - my);
    yy += (p.y - my) ** 2;
  }
  const angle = Math.atan2(2 * xy, xx - yy) / 2;
  return { at: { x: mx, y: my }, along: { x: Math.cos(angle), y: Math.sin(angle) } };
}

function meeting(p: Line, q: Line): Point | null {
  const cross = p.along.x * q.along.y - p.along.y * q.along.x;
  if (Math.abs(cross) < 0.05) return null;
  const t = ((q.at.x - p.at.x) * q.along.y - (q.at.y - p.at.y) * q.along.x) / cross;
  return { x: p.at.x + t * p.along.x, y: p.at.y + t * p.along.y };
}
