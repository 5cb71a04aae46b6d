import { nth } from '../../ground/checked.js';
import { randomFrom } from '../../ground/random.js';
import type { WallpaperState } from '../../model/scene/state.js';
import { box, polygon } from './svg.js';

/** Fields across the width of the screen: few enough to read as a landscape, many enough to look irregular. */
const COLUMNS = 9;

/** Draws the wallpaper over the whole screen. */
export function drawWallpaper(w: WallpaperState, width: number, height: number): string {
  const ground = w.palette[0] ?? '#808080';
  const parts = [box(0, 0, width, height, ground)];
  if (w.pattern === 'pans') parts.push(drawPans(w, width, height));
  if (w.pattern === 'strata') parts.push(drawStrata(w, width, height));
  return parts.join('');
}

/** Angular pans: a grid whose corners are pushed about, its fields split or joined at random. */
function drawPans(w: WallpaperState, width: number, height: number): string {
  const random = randomFrom(w.seed);
  const step = width / COLUMNS;
  const rows = Math.ceil(height / step) + 2;
  const corners: [number, number][][] = [];
  for (let r = 0; r <= rows; r++) {
    const line: [number, number][] = [];
    for (let c = 0; c <= COLUMNS + 2; c++) {
      const shift = r % 2 === 0 ? 0 : step / 2;
      line.push([
        (c - 1) * step + shift + (random() - 0.5) * step * 0.62,
        (r - 0.7) * step * 0.9 + (random() - 0.5) * step * 0.5,
      ]);
    }
    corners.push(line);
  }
  const fields = w.palette.slice(1);
  const line = w.ridge
    ? { stroke: w.ridge, 'stroke-width': Math.max(1, step / 90), 'stroke-linejoin': 'bevel' }
    : {};
  let out = '';
  for (let r = 0; r < rows; r++)
    for (let c = 0; c < COLUMNS + 2; c++) {
      const quad = [
        nth(corners[r]!, c),
        nth(corners[r]!, c + 1),
        nth(corners[r + 1]!, c + 1),
        nth(corners[r + 1]!, c),
      ];
      const colour = nth(fields, Math.floor(random() * fields.length));
      out += polygon(quad, colour, line);
      if (random() < 0.34) {
        const other = nth(fields, Math.floor(random() * fields.length));
        out += polygon([nth(quad, 0), nth(quad, 1), nth(quad, 3)], other, line);
      }
    }
  return out;
}

/** Broad slanted layers. */
function drawStrata(w: WallpaperState, width: number, height: number): string {
  const random = randomFrom(w.seed);
  const fields = w.palette.slice(1);
  let out = '';
  let y = height * 0.15;
  for (let i = 0; y < height * 1.2; i++) {
    const lift = (random() - 0.5) * height * 0.22;
    const colour = nth(fields, i % fields.length);
    out += polygon(
      [
        [0, y + lift],
        [width * (0.3 + random() * 0.4), y - lift],
        [width, y + lift / 2],
        [width, height],
        [0, height],
      ],
      colour,
    );
    y += height * (0.09 + random() * 0.1);
  }
  return out;
}
