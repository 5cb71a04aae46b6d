import { doubleAt, wordAt } from '../../ground/cells.js';
import { labOfBytes, type Lab } from '../colour/lab.js';
import { toHex } from '../colour/srgb.js';
import type { Pixels } from './pixels.js';
import type { Rect } from './rect.js';

/** A colour and the share (0–1) of the region's pixels that belong to it. */
export interface Dominant {
  readonly hex: string;
  readonly share: number;
}

/** Five bits a channel: fine enough to keep neighbours of a desktop's palette apart, small enough to count fast. */
const BITS = 5;
const CELLS = 1 << (3 * BITS);
/** Cells nearer than this (CIE76 in Lab) are one colour to a person looking at a desktop. */
const SAME = 9;
/** Pixels nearer than this to the fullest cell of a cluster are the flat colour itself, not its blurred rim. */
const FLAT = 2.3;

interface Cell {
  readonly key: number;
  readonly n: number;
  readonly r: number;
  readonly g: number;
  readonly b: number;
  readonly lab: Lab;
}

function distance(x: Lab, y: Lab): number {
  return Math.hypot(x.l - y.l, x.a - y.a, x.b - y.b);
}

/**
 * The dominant colours of a region, fullest first.
 *
 * Deterministic: pixels are counted in cells of encoded sRGB, cells are taken fullest first (ties by key), and each
 * joins the first cluster whose fullest cell is within `SAME` in Lab. The colour told is the mean of the cluster's
 * pixels within `FLAT` of its fullest cell, so that a flat colour comes out exact whatever its edges do.
 * Pixels that are wholly transparent are not counted.
 *
 * @param rect region in pixels; it is clipped to the picture
 * @param most how many colours at most
 */
export function dominantColours(pixels: Pixels, rect: Rect, most = 5): Dominant[] {
  const counts = new Uint32Array(CELLS);
  const sums = new Float64Array(CELLS * 3);
  const { data, width, height } = pixels;
  const x0 = Math.max(0, Math.floor(rect.x));
  const y0 = Math.max(0, Math.floor(rect.y));
  const x1 = Math.min(width, Math.ceil(rect.x + rect.width));
  const y1 = Math.min(height, Math.ceil(rect.y + rect.height));
  let total = 0;
  for (let y = y0; y < y1; y++) {
    for (let i = (y * width + x0) * 4, end = (y * width + x1) * 4; i < end; i += 4) {
      if (data[i + 3] === 0) continue;
      const r = data[i]!;
      const g = data[i + 1]!;
      const b = data[i + 2]!;
      const key = ((r >> 3) << 10) | ((g >> 3) << 5) | (b >> 3);
      counts[key]!++;
      sums[key * 3]! += r;
      sums[key * 3 + 1]! += g;
      sums[key * 3 + 2]! += b;
      total++;
    }
  }
  if (total === 0) return [];
  const cells: Cell[] = [];
  for (let key = 0; key < CELLS; key++) {
    const n = wordAt(counts, key);
    if (n === 0) continue;
    const r = doubleAt(sums, key * 3) / n;
    const g = doubleAt(sums, key * 3 + 1) / n;
    const b = doubleAt(sums, key * 3 + 2) / n;
    cells.push({ key, n, r, g, b, lab: labOfBytes(Math.round(r), Math.round(g), Math.round(b)) });
  }
  cells.sort((p, q) => q.n - p.n || p.key - q.key);

  interface Cluster {
    head: Cell;
    n: number;
    flat: number;
    r: number;
    g: number;
    b: number;
  }
  const clusters: Cluster[] = [];
  for (const cell of cells) {
    let near: Cluster | undefined;
    let best = SAME;
    for (const cluster of clusters) {
      const d = distance(cluster.head.lab, cell.lab);
      if (d < best) {
        best = d;
        near = cluster;
      }
    }
    if (!near) {
      near = { head: cell, n: 0, flat: 0, r: 0, g: 0, b: 0 };
      clusters.push(near);
      best = 0;
    }
    near.n += cell.n;
    if (best <= FLAT) {
      near.flat += cell.n;
      near.r += cell.r * cell.n;
      near.g += cell.g * cell.n;
      near.b += cell.b * cell.n;
    }
  }
  return clusters
    .sort((p, q) => q.n - p.n || p.head.key - q.head.key)
    .slice(0, most)
    .map((c) => ({ hex: toHex({ r: c.r / c.flat, g: c.g / c.flat, b: c.b / c.flat }), share: c.n / total }));
}
