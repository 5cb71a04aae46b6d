import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { isInside } from '../../measuring/picture/rect.js';
import { expectedRect } from './expectedRect.js';

const FULL = { width: 2560, height: 1440 };

describe('where the reference would have an element', () => {
  it('is the same place on a picture of the same size', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 2500 }),
        fc.integer({ min: 0, max: 1400 }),
        fc.integer({ min: 1, max: 60 }),
        fc.integer({ min: 1, max: 40 }),
        (x, y, width, height) => {
          const rect = { x, y, width, height };
          expect(expectedRect(rect, FULL, FULL, 1)).toEqual(rect);
        },
      ),
    );
  });
  it('is carried by the factor where the shape of the screen is the same', () => {
    const rail = { x: 2464, y: 0, width: 96, height: 1440 };
    expect(expectedRect(rail, FULL, { width: 1280, height: 720 }, 0.5)).toEqual({
      x: 1232,
      y: 0,
      width: 48,
      height: 720,
    });
  });
  it('stays at its edge of a screen of another shape, as long as that edge', () => {
    const own = { width: 1920, height: 1200 };
    const rail = { x: 2464, y: 0, width: 96, height: 1440 };
    // Same share of the height: 1200 / 1440.
    expect(expectedRect(rail, FULL, own, 1200 / 1440)).toEqual({ x: 1840, y: 0, width: 80, height: 1200 });
    const strip = { x: 0, y: 1400, width: 2560, height: 40 };
    expect(expectedRect(strip, FULL, own, 1200 / 1440)).toEqual({ x: 0, y: 1167, width: 1920, height: 33 });
    const floating = { x: 1000, y: 1380, width: 560, height: 48 };
    // Twelve pixels above the foot, in the middle.
    expect(expectedRect(floating, FULL, own, 1)).toEqual({ x: 680, y: 1140, width: 560, height: 48 });
  });
  it('keeps its distance to the end of an edge that it stands near', () => {
    const start = { x: 8, y: 1408, width: 40, height: 32 };
    expect(expectedRect(start, FULL, { width: 1600, height: 1440 }, 1)).toMatchObject({ x: 8 });
    const end = { x: 2500, y: 1408, width: 40, height: 32 };
    expect(expectedRect(end, FULL, { width: 1600, height: 1440 }, 1)).toMatchObject({ x: 1540 });
  });
  it('lies inside the picture, or is nowhere', () => {
    fc.assert(
      fc.property(
        fc.record({
          x: fc.integer({ min: 0, max: 2500 }),
          y: fc.integer({ min: 0, max: 1400 }),
          width: fc.integer({ min: 1, max: 60 }),
          height: fc.integer({ min: 1, max: 40 }),
        }),
        fc.integer({ min: 1, max: 5000 }),
        fc.integer({ min: 1, max: 5000 }),
        fc.double({ min: 0.1, max: 4, noNaN: true }),
        (rect, width, height, factor) => {
          const found = expectedRect(rect, FULL, { width, height }, factor);
          if (found) expect(isInside(found, width, height)).toBe(true);
        },
      ),
    );
  });
});
