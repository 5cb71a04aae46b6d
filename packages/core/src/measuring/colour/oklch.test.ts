import { converter } from 'culori';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { oklchOf } from './oklch.js';
import { parseHex } from './srgb.js';
import { cases } from '../../testing/properties.js';

describe('OKLCH', () => {
  // CSS Color 4's own example values for the named colours of sRGB.
  it.each([
    ['#ff0000', 0.62796, 0.25768, 29.23],
    ['#00ff00', 0.86644, 0.29483, 142.5],
    ['#0000ff', 0.45201, 0.31321, 264.05],
    ['#ffffff', 1, 0, 0],
  ])('of %s', (hex, l, c, h) => {
    const got = oklchOf(parseHex(hex)!);
    expect(got.l).toBeCloseTo(l, 4);
    expect(got.c).toBeCloseTo(c, 4);
    if (c > 0) expect(got.h).toBeCloseTo(h, 1);
  });
  it('agrees with culori', () => {
    const theirs = converter('oklch');
    const byte = fc.integer({ min: 0, max: 255 });
    fc.assert(
      fc.property(byte, byte, byte, (r, g, b) => {
        const got = oklchOf({ r, g, b });
        const want = theirs({ mode: 'rgb', r: r / 255, g: g / 255, b: b / 255 });
        expect(got.l).toBeCloseTo(want.l, 5);
        expect(got.c).toBeCloseTo(want.c, 5);
      }),
      { numRuns: cases(300) },
    );
  });
});
