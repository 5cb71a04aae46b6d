import { byteAt } from '../../ground/cells.js';
import type { Rgb } from '../colour/srgb.js';
import type { Pixels } from './pixels.js';
import { RegionError } from './readRegion.js';

/** Sides of the square that a picked colour may be averaged over, in pixels. */
export const SAMPLE_SIDES = [1, 3, 5, 11] as const;
export type SampleSide = (typeof SAMPLE_SIDES)[number];

export interface SampledColour {
  readonly mean: Rgb;
  /** Largest channel difference from the mean inside the square, 0–255: how even the place is. */
  readonly spread: number;
  /** Mean opacity of the pixels, 0–255. */
  readonly alpha: number;
}

/**
 * The mean of the encoded bytes in a square around a pixel; the part of it outside the picture does not count.
 * @throws RegionError when the pixel lies outside the picture
 */
export function sampleColour(pixels: Pixels, x: number, y: number, side: SampleSide): SampledColour {
  const { width, height, data } = pixels;
  if (x < 0 || y < 0 || x >= width || y >= height)
    throw new RegionError('That pixel lies outside the picture.');
  const reach = (side - 1) / 2;
  const sum = [0, 0, 0, 0];
  const places: number[] = [];
  for (let j = Math.max(0, y - reach); j <= Math.min(height - 1, y + reach); j++)
    for (let i = Math.max(0, x - reach); i <= Math.min(width - 1, x + reach); i++) {
      const p = (j * width + i) * 4;
      places.push(p);
      for (let c = 0; c < 4; c++) sum[c]! += byteAt(data, p + c);
    }
  const [r, g, b, alpha] = sum.map((s) => s / places.length) as [number, number, number, number];
  let spread = 0;
  for (const p of places)
    spread = Math.max(
      spread,
      Math.abs(byteAt(data, p) - r),
      Math.abs(byteAt(data, p + 1) - g),
      Math.abs(byteAt(data, p + 2) - b),
    );
  return { mean: { r, g, b }, spread, alpha };
}
