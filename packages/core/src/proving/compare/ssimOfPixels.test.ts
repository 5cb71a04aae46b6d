import { randomFrom } from '../../ground/random.js';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { luma } from '../../measuring/picture/samplePicture.js';
import { meanSsim } from '../../measuring/picture/ssim.js';
import { ssimOfPixels } from './ssimOfPixels.js';
import { cases } from '../../testing/properties.js';

const lumaOf = (words: Uint32Array) =>
  Array.from(words, (w) => luma(w & 255, (w >> 8) & 255, (w >> 16) & 255));

/** Two pictures: noise, and the same with only some of it changed. */
function pair(seed: number, width: number, height: number, changed: number) {
  const random = randomFrom(seed);
  const a = Uint32Array.from({ length: width * height }, () => Math.floor(random() * 2 ** 32));
  const b = a.map((v) => (random() < changed ? Math.floor(random() * 2 ** 32) : v));
  return { a, b };
}

describe('SSIM of whole pictures', () => {
  it('is the mean over all windows by the definition, wherever the pictures differ', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 11, max: 150 }),
        fc.integer({ min: 11, max: 40 }),
        fc.integer({ min: 1, max: 1e6 }),
        fc.constantFrom(0, 0.0005, 0.01, 1),
        (width, height, seed, changed) => {
          const { a, b } = pair(seed, width, height, changed);
          const { sum, windows } = ssimOfPixels(a, b, width, height);
          expect(windows).toBe((width - 10) * (height - 10));
          expect(sum / windows).toBeCloseTo(meanSsim(lumaOf(a), lumaOf(b), width, height), 9);
        },
      ),
      { numRuns: cases(60) },
    );
  });
  it('adds up from bands of rows, as workers share it', () => {
    const { a, b } = pair(3, 90, 60, 0.2);
    const whole = ssimOfPixels(a, b, 90, 60);
    const bands = [
      [0, 17],
      [17, 18],
      [18, 50],
    ].map(([from, to]) => ssimOfPixels(a, b, 90, 60, from, to));
    expect(bands.reduce((s, x) => s + x.sum, 0)).toBeCloseTo(whole.sum, 8);
    expect(bands.reduce((s, x) => s + x.windows, 0)).toBe(whole.windows);
  });
  it('has no windows where a picture is smaller than one', () => {
    const { a, b } = pair(4, 10, 30, 1);
    expect(ssimOfPixels(a, b, 10, 30)).toEqual({ sum: 0, windows: 0 });
    expect(ssimOfPixels(a, b, 30, 10)).toEqual({ sum: 0, windows: 0 });
  });
});
