import { randomFrom } from '../../ground/random.js';
import { describe, expect, it } from 'vitest';
import { GAUSSIAN, meanSsim, WINDOW } from './ssim.js';

/** SSIM by its definition, window by window, with no separable filter: slow and plain. */
function plainSsim(a: readonly number[], b: readonly number[], width: number, height: number): number {
  let total = 0;
  let n = 0;
  for (let y = 0; y + WINDOW <= height; y++)
    for (let x = 0; x + WINDOW <= width; x++) {
      let [mx, my, xx, yy, xy] = [0, 0, 0, 0, 0];
      for (let j = 0; j < WINDOW; j++)
        for (let i = 0; i < WINDOW; i++) {
          const w = GAUSSIAN[i]! * GAUSSIAN[j]!;
          const p = a[(y + j) * width + x + i]!;
          const q = b[(y + j) * width + x + i]!;
          mx += w * p;
          my += w * q;
          xx += w * p * p;
          yy += w * q * q;
          xy += w * p * q;
        }
      const [c1, c2] = [6.5025, 58.5225];
      total +=
        ((2 * mx * my + c1) * (2 * (xy - mx * my) + c2)) /
        ((mx * mx + my * my + c1) * (xx - mx * mx + yy - my * my + c2));
      n++;
    }
  return total / n;
}

describe('SSIM', () => {
  const random = randomFrom(9);
  const noise = () => Array.from({ length: 24 * 20 }, () => Math.floor(random() * 256));
  it('has a window whose weights sum to 1', () => {
    expect(GAUSSIAN.reduce((x, y) => x + y, 0)).toBeCloseTo(1, 12);
  });
  it('of an image with itself is 1, and the same both ways', () => {
    const [a, b] = [noise(), noise()];
    expect(meanSsim(a, a, 24, 20)).toBeCloseTo(1, 12);
    expect(meanSsim(a, b, 24, 20)).toBeCloseTo(meanSsim(b, a, 24, 20), 12);
  });
  it('is what the definition gives', () => {
    const [a, b] = [noise(), noise()];
    const near = a.map((v) => Math.min(255, v + 9));
    expect(meanSsim(a, b, 24, 20)).toBeCloseTo(plainSsim(a, b, 24, 20), 9);
    expect(meanSsim(a, near, 24, 20)).toBeCloseTo(plainSsim(a, near, 24, 20), 9);
  });
});
