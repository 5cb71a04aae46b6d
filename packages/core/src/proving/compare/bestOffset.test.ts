import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { randomFrom } from '../../ground/random.js';
import { fill, plainPicture } from '../../testing/pictures.js';
import { bestOffset, REACH } from './bestOffset.js';
import { cropOf } from './likeness.js';
import { cases } from '../../testing/properties.js';

/** A plate with marks on it, somewhere on a wall, lighter or darker as a whole. */
function plateAt(x: number, y: number, wall = '#7f9aa6', plate = '#e3c2b4') {
  const pixels = plainPicture(400, 300, wall);
  fill(pixels, { x, y, width: 80, height: 40 }, plate);
  fill(pixels, { x: x + 10, y: y + 8, width: 14, height: 24 }, '#43203d');
  fill(pixels, { x: x + 50, y: y + 20, width: 20, height: 6 }, '#75801f');
  return pixels;
}

describe('the place where a patch fits best', () => {
  const patch = cropOf(plateAt(160, 120), { x: 150, y: 110, width: 100, height: 60 });
  it('is found to the pixel, however far it moved within reach', () => {
    const off = fc.integer({ min: -REACH, max: REACH });
    fc.assert(
      fc.property(off, off, (dx, dy) => {
        const own = plateAt(160 + dx, 120 + dy);
        expect(bestOffset(own, patch, { x: 150, y: 110 })).toEqual({ dx, dy });
      }),
      { numRuns: cases(8) },
    );
  });
  it('is its own place for a patch of the same picture, however near to an end of it', () => {
    const own = plainPicture(260, 180, '#7f9aa6');
    const random = randomFrom(11);
    const upTo = (n: number) => Math.floor(random() * n);
    for (let n = 0; n < 90; n++)
      fill(
        own,
        { x: upTo(236), y: upTo(166), width: 2 + upTo(22), height: 2 + upTo(12) },
        `#${upTo(0xffffff).toString(16).padStart(6, '0')}`,
      );
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 200 }),
        fc.integer({ min: 0, max: 150 }),
        fc.integer({ min: 12, max: 60 }),
        fc.integer({ min: 8, max: 30 }),
        (x, y, width, height) => {
          expect(bestOffset(own, cropOf(own, { x, y, width, height }), { x, y })).toEqual({ dx: 0, dy: 0 });
        },
      ),
      { numRuns: cases(12) },
    );
  });
  it('does not heed another brightness of the whole', () => {
    const own = plateAt(171, 114, '#92adb9', '#f6d5c7');
    expect(bestOffset(own, patch, { x: 150, y: 110 })).toEqual({ dx: 11, dy: -6 });
  });
  it('stays where everything fits equally well, and where it may not move', () => {
    const plain = plainPicture(400, 300, '#808080');
    expect(bestOffset(plain, patch, { x: 150, y: 110 })).toEqual({ dx: 0, dy: 0 });
    expect(bestOffset(plateAt(171, 114), patch, { x: 150, y: 110 }, { x: false, y: true }).dx).toBe(0);
  });
  it('finds thin things too', () => {
    const own = plainPicture(300, 200, '#7f9aa6');
    fill(own, { x: 60, y: 95, width: 120, height: 4 }, '#43203d');
    const thin = plainPicture(120, 10, '#7f9aa6');
    fill(thin, { x: 0, y: 3, width: 120, height: 4 }, '#43203d');
    expect(bestOffset(own, thin, { x: 60, y: 80 })).toMatchObject({ dy: 12 });
  });
});
