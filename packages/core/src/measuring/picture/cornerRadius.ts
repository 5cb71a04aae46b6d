import { byteAt } from '../../ground/cells.js';
import type { Pixels } from './pixels.js';
import type { Rect } from './rect.js';
import { refused, ok, type Result } from '../../ground/result.js';
import { median } from '../../ground/statistics.js';

/** Steps between the radii that are tried, in pixels. */
const STEP = 0.5;
/** What is thinner than twice this has no corners to be told, in pixels. */
const LEAST = 3;
/** The largest radius that is looked for, in pixels; more is a pill whose thickness already tells it. */
const MOST = 48;
/** Inside and outside of a corner must differ by this much in a channel, or the corner does not show. */
const SEEN = 18;
/** On its diagonal a quarter circle leaves 2 − √2 of its radius outside, counted along both sides. */
const TRIANGLE = 0.62;
/** How far beside the rectangle the ground outside is taken, in pixels. */
const BESIDE = 3;

/** Corners agree within so many pixels, or this share of their radius; so many of them must. */
const AGREE = 1;
const AGREE_SHARE = 0.1;
const MOST_OF_THEM = 0.7;

/** What is further off than this, in squared shares for each pixel of the radius, is no quarter circle. */
const MISFIT = 0.17;
const LEAST_CURVE = 3;

type Colour = readonly [number, number, number];
/** A corner's place, and the directions from it into the rectangle. */
type Corner = readonly [x: number, y: number, dx: 1 | -1, dy: 1 | -1];

/** What is seen of a rectangle's outer corners. */
export interface Corners {
  /** Their radius in pixels, 0 of square ones. */
  readonly radius: Result<number>;
  /** About how far they reach into it, in pixels: enough to leave out what lies beyond them, and no number to be told. */
  readonly reach: number;
}

/**
 * Reads the outer corners of a rectangle: their radius to about half a pixel.
 *
 * How much of each pixel near a corner belongs to the rectangle is told from its colour between the rectangle's
 * colour and the ground beside it; the radius whose quarter circle leaves the least squared difference is taken, and
 * the middle of the corners' answers. Corners on an edge of the picture are not looked at: nothing shows beside them.
 */
export function readCorners(pixels: Pixels, rect: Rect): Corners {
  const most = mostRadius(rect);
  const none = (radius: Result<number>): Corners => ({ radius, reach: 0 });
  if (most < LEAST) return none(refused('too-small', 'It is too thin to have corners that can be told.'));
  const corners = cornersOf(pixels, rect);
  if (corners.length === 0)
    return none(refused('no-corner', 'All its corners lie on an edge of the picture, so none can be told.'));
  const fits = corners.flatMap((corner) => bestFit(pixels, corner, most) ?? []);
  const reach = median(fits.map((fit) => fit.radius));
  if (reach === null)
    return none(refused('no-corner', 'Nothing beside its corners differs from it, so none can be told.'));
  return { radius: agreed(fits.filter((fit) => fit.isCurve).map((fit) => fit.radius)), reach };
}

/** The radius of a rectangle's outer corners in pixels. */
export const cornerRadius = (pixels: Pixels, rect: Rect): Result<number> => readCorners(pixels, rect).radius;

/** The middle of what the corners say, where most of them say so. */
function agreed(radii: readonly number[]): Result<number> {
  const radius = median(radii);
  if (radius === null) return refused('unsure', 'Its corners are no quarter circles.');
  const agree = radii.filter((r) => Math.abs(r - radius) <= Math.max(AGREE, AGREE_SHARE * radius)).length;
  return agree >= MOST_OF_THEM * radii.length
    ? ok(radius)
    : refused('unsure', 'Its corners do not agree in how round they are.');
}

const mostRadius = ({ width, height }: Rect) => Math.min(MOST, Math.floor(Math.min(width, height) / 2));

/** Its corners that are not on an edge of the picture. */
function cornersOf({ width, height }: Pixels, rect: Rect): Corner[] {
  const x1 = rect.x + rect.width;
  const y1 = rect.y + rect.height;
  const all: Corner[] = [
    [rect.x, rect.y, 1, 1],
    [x1, rect.y, -1, 1],
    [rect.x, y1, 1, -1],
    [x1, y1, -1, -1],
  ];
  const room = BESIDE + 1;
  return all.filter(([x, y]) => x >= room && y >= room && x <= width - room && y <= height - room);
}

interface Fit {
  readonly radius: number;
  /** Whether what is seen is a quarter circle at all. */
  readonly isCurve: boolean;
}

function bestFit(pixels: Pixels, corner: Corner, most: number): Fit | null {
  const [cx, cy, dx, dy] = corner;
  // The pixel `i` columns and `j` rows into the rectangle from the corner; negative ones lie outside.
  const at = (i: number, j: number): Colour => {
    const x = dx > 0 ? cx + i : cx - 1 - i;
    const y = dy > 0 ? cy + j : cy - 1 - j;
    const p =
      (Math.min(pixels.height - 1, Math.max(0, y)) * pixels.width +
        Math.min(pixels.width - 1, Math.max(0, x))) *
      4;
    return [byteAt(pixels.data, p), byteAt(pixels.data, p + 1), byteAt(pixels.data, p + 2)];
  };
  // Where the sides are straight: the middle of what may be corner, up to its end.
  const along = Array.from({ length: most - (most >> 1) }, (_, k) => (most >> 1) + k);
  const inside = middleColour(along.flatMap((k) => [at(k, 2), at(2, k), at(k, 3), at(3, k)]));
  const beside = [
    middleColour(along.map((k) => at(k, -BESIDE))),
    middleColour(along.map((k) => at(-BESIDE, k))),
    middleColour([at(-2, -2), at(-3, -3), at(-2, -3), at(-3, -2)]),
  ];
  // Beside both sides something else must show: a corner against a neighbour of its own colour tells nothing.
  if (beside.some((c) => difference(c, inside) < SEEN)) return null;
  const belongs: number[] = [];
  for (let j = 0; j < most; j++)
    for (let i = 0; i < most; i++) {
      const c = at(i, j);
      let least = 1;
      for (const ground of beside) {
        least = Math.min(least, shareOf(c, ground, inside));
      }
      belongs.push(least);
    }
  let best: { offs: number[]; n: number; off: number } | null = null;
  // At a fractional scale the sides themselves begin inside a pixel.
  for (const sx of SIDE_INSETS)
    for (const sy of SIDE_INSETS) {
      const offs: number[] = [];
      for (let n = 0; n * STEP <= most; n++) offs.push(misfit(belongs, most, n * STEP, sx, sy));
      const n = offs.indexOf(Math.min(...offs));
      if (!best || offs[n]! < best.off) best = { offs, n, off: offs[n]! };
    }
  const radius = refine(best!.offs, best!.n) * STEP;
  return { radius, isCurve: best!.off <= MISFIT * Math.max(LEAST_CURVE, radius) };
}

/** How far into its first pixel a side may begin. */
const SIDE_INSETS = [0, 0.5] as const;

/**
 * Squared difference between what was seen near a corner and what a radius would show. Only the triangle at the
 * corner is looked at, the same for every radius: what could be outside of a quarter circle lies in it but for its
 * thin ends, and items of the bar do not.
 */
function misfit(belongs: readonly number[], most: number, r: number, sx: number, sy: number): number {
  let off = 0;
  const reach = Math.ceil(TRIANGLE * most);
  for (let j = 0; j < reach; j++)
    for (let i = 0; i + j < reach; i++) {
      const wanted = covered(i - sx, j - sy, r) * Math.min(1, i + 1 - sx) * Math.min(1, j + 1 - sy);
      off += (belongs[j * most + i]! - wanted) ** 2;
    }
  return off;
}

/** The lowest point of a parabola through the best and its neighbours, in steps. */
function refine(offs: readonly number[], n: number): number {
  const a = offs[n - 1];
  const b = offs[n]!;
  const c = offs[n + 1];
  if (a === undefined || c === undefined) return n;
  const bend = a - 2 * b + c;
  return bend <= 0 ? n : n + Math.min(0.5, Math.max(-0.5, (a - c) / (2 * bend)));
}

/** How much of the pixel i, j from a corner lies inside a quarter circle of radius `r`: by distance, 0–1. */
function covered(i: number, j: number, r: number): number {
  const x = r - i - 0.5;
  const y = r - j - 0.5;
  if (x <= 0 || y <= 0) return 1;
  return Math.min(1, Math.max(0, r - Math.hypot(x, y) + 0.5));
}

function difference(a: Colour, b: Colour): number {
  return Math.max(Math.abs(a[0] - b[0]), Math.abs(a[1] - b[1]), Math.abs(a[2] - b[2]));
}

/** Where a colour lies from `ground` (0) to `inside` (1), along the straight line between. */
function shareOf(c: Colour, ground: Colour, inside: Colour): number {
  let dot = 0;
  let size = 0;
  for (const k of [0, 1, 2] as const) {
    dot += (c[k] - ground[k]) * (inside[k] - ground[k]);
    size += (inside[k] - ground[k]) ** 2;
  }
  return Math.min(1, Math.max(0, dot / size));
}

function middleColour(colours: readonly Colour[]): Colour {
  const middle = (k: 0 | 1 | 2) => {
    const sorted = colours.map((c) => c[k]).sort((a, b) => a - b);
    return sorted[sorted.length >> 1]!;
  };
  return [middle(0), middle(1), middle(2)];
}
