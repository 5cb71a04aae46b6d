import { randomFrom } from '../ground/random.js';
import { ofUnitSquare, project, type Corners } from '../measuring/picture/perspective.js';
import type { Pixels } from '../measuring/picture/pixels.js';
import { resample } from '../measuring/picture/resample.js';
import { fill, plainPicture } from './pictures.js';

/** A desktop for tests: a bar at each of two edges, and windows with titles, none of them where a block of 8 pixels begins. */
export function drawnDesktop(width = 640, height = 400): Pixels & { data: Uint8Array } {
  const desk = plainPicture(width, height, '#4d6b5a');
  fill(desk, { x: 0, y: 0, width, height: 27 }, '#efe4d2');
  fill(desk, { x: 0, y: height - 43, width, height: 43 }, '#2b2230');
  for (let i = 0; i < 9; i++)
    fill(desk, { x: 21 + i * 45, y: height - 36, width: 29, height: 29 }, i % 2 ? '#d8b45c' : '#b0596b');
  for (const [x, y, w, h] of [
    [53, 61, 243, 181],
    [331, 93, 269, 203],
  ] as const) {
    fill(desk, { x, y, width: w, height: h }, '#f7f3ec');
    fill(desk, { x, y, width: w, height: 29 }, '#7d4a63');
    for (let i = 0; i < 3; i++)
      fill(desk, { x: x + w - 25 - i * 22, y: y + 9, width: 13, height: 13 }, '#ead9b0');
    for (let i = 0; i < 5; i++)
      fill(desk, { x: x + 21, y: y + 45 + i * 24, width: w - 63, height: 11 }, '#53505c');
  }
  return desk;
}

/** A picture made smaller or larger, by means over areas or straight lines between pixels. */
export const scaledPicture = (pixels: Pixels, factor: number): Pixels =>
  resample(
    pixels,
    { x: 0, y: 0, width: pixels.width, height: pixels.height },
    Math.round(pixels.width * factor),
    Math.round(pixels.height * factor),
  );

/** Levels that are off by up to so many, evenly, the same ones from the same seed. */
export function noisy({ width, height, data }: Pixels, levels: number, seed = 1): Pixels {
  const random = randomFrom(seed);
  const out = new Uint8ClampedArray(data);
  for (let i = 0; i < out.length; i++)
    if (i % 4 !== 3) out[i] = (data[i] ?? 0) + (random() - 0.5) * 2 * levels;
  return { width, height, data: out };
}

/** The photo of a picture, with its corners where they are told and darkness around it. */
export function photoOf(pixels: Pixels, corners: Corners, width: number, height: number): Pixels {
  const out = plainPicture(width, height, '#14120f');
  const map = ofUnitSquare(corners);
  // Of what falls on a pixel of the photo the mean: finer than both pictures, so that none is left out.
  const sums = new Float64Array(width * height * 4);
  const steps = 2 * Math.max(pixels.width, pixels.height, width, height);
  for (let j = 0; j < steps; j++)
    for (let i = 0; i < steps; i++) {
      const [u, v] = [(i + 0.5) / steps, (j + 0.5) / steps];
      const { x, y } = project(map, { x: u, y: v });
      const [px, py] = [Math.floor(x), Math.floor(y)];
      if (px < 0 || py < 0 || px >= width || py >= height) continue;
      const from = (Math.floor(v * pixels.height) * pixels.width + Math.floor(u * pixels.width)) * 4;
      const to = (py * width + px) * 4;
      for (let k = 0; k < 3; k++) sums[to + k] = (sums[to + k] ?? 0) + (pixels.data[from + k] ?? 0);
      sums[to + 3] = (sums[to + 3] ?? 0) + 1;
    }
  for (let p = 0; p < sums.length; p += 4)
    if (sums[p + 3])
      for (let k = 0; k < 3; k++) out.data[p + k] = Math.round((sums[p + k] ?? 0) / (sums[p + 3] ?? 1));
  return out;
}
