import { randomFrom } from '../../ground/random.js';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { fill, plainPicture } from '../../testing/pictures.js';
import { resample } from './resample.js';
import { cases } from '../../testing/properties.js';

function noise(width: number, height: number, seed: number) {
  const random = randomFrom(seed);
  return { width, height, data: Uint8Array.from({ length: width * height * 4 }, () => random() * 256) };
}

describe('a part of a picture at another size', () => {
  it('is the part itself at its own size', () => {
    const pixels = noise(12, 9, 1);
    const part = resample(pixels, { x: 3, y: 2, width: 5, height: 4 }, 5, 4);
    for (let y = 0; y < 4; y++)
      expect(part.data.slice(y * 20, y * 20 + 20)).toEqual(
        pixels.data.slice(((y + 2) * 12 + 3) * 4, ((y + 2) * 12 + 8) * 4),
      );
  });
  it('keeps the mean of what it covers, and never leaves its range', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 1000 }),
        fc.integer({ min: 2, max: 30 }),
        fc.integer({ min: 2, max: 30 }),
        fc.integer({ min: 1, max: 40 }),
        (seed, width, height, to) => {
          const pixels = noise(width, height, seed);
          const out = resample(pixels, { x: 0, y: 0, width, height }, to, to);
          expect(out.data).toHaveLength(to * to * 4);
          const least = Math.min(...pixels.data);
          const most = Math.max(...pixels.data);
          expect(Math.min(...out.data)).toBeGreaterThanOrEqual(least);
          expect(Math.max(...out.data)).toBeLessThanOrEqual(most);
        },
      ),
      { numRuns: cases(60) },
    );
    const half = resample(noise(40, 40, 7), { x: 0, y: 0, width: 40, height: 40 }, 20, 20);
    const mean = (d: ArrayLike<number>) => Array.from(d).reduce((a, b) => a + b, 0) / d.length;
    expect(mean(half.data)).toBeCloseTo(mean(noise(40, 40, 7).data), 0);
  });
  it('takes a part between pixels as the mean of both', () => {
    const pixels = plainPicture(4, 1, '#000000');
    fill(pixels, { x: 2, y: 0, width: 2, height: 1 }, '#ffffff');
    const out = resample(pixels, { x: 1.5, y: 0, width: 1, height: 1 }, 1, 1);
    expect([...out.data]).toEqual([128, 128, 128, 255]);
  });
  it('refuses a size without pixels', () => {
    expect(() => resample(noise(3, 3, 1), { x: 0, y: 0, width: 3, height: 3 }, 0, 2)).toThrow(RangeError);
  });
});
