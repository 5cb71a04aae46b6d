import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { cases } from '../../testing/properties.js';
import { plainPicture } from '../../testing/pictures.js';
import { drawnDesktop, photoOf } from '../../testing/worn.js';
import { findScreen } from './findScreen.js';
import { isScreen, ofUnitSquare, project, straighten, type Corners } from './perspective.js';

const SIZE = { width: 800, height: 600 };
/** The corners of a screen that was photographed from a little to one side. */
const corners = fc
  .array(fc.integer({ min: 20, max: 110 }), { minLength: 8, maxLength: 8 })
  .map(([a, b, c, d, e, f, g, h]): Corners => {
    const { width, height } = SIZE;
    return [
      { x: a!, y: b! },
      { x: width - c!, y: d! },
      { x: width - e!, y: height - f! },
      { x: g!, y: height - h! },
    ];
  });
/** The mean difference of two pictures of the same size, in levels. */
function apart(a: Uint8Array | Uint8ClampedArray, b: Uint8Array | Uint8ClampedArray): number {
  expect(a.length).toBe(b.length);
  let sum = 0;
  for (let i = 0; i < a.length; i++) sum += Math.abs(a[i]! - b[i]!);
  return sum / a.length;
}

describe('the perspective of a photo', () => {
  it('takes the corners of the unit square to the corners of the screen', () => {
    fc.assert(
      fc.property(corners, (four) => {
        const map = ofUnitSquare(four);
        [
          { x: 0, y: 0 },
          { x: 1, y: 0 },
          { x: 1, y: 1 },
          { x: 0, y: 1 },
        ].forEach((p, i) => {
          const { x, y } = project(map, p);
          expect(x).toBeCloseTo(four[i]!.x, 6);
          expect(y).toBeCloseTo(four[i]!.y, 6);
        });
      }),
    );
  });
  it('keeps straight lines straight', () => {
    fc.assert(
      fc.property(corners, fc.float({ min: 0, max: 1, noNaN: true }), (four, t) => {
        const map = ofUnitSquare(four);
        const [p, q, r] = [0, 0.37, 1].map((x) => project(map, { x, y: t }));
        const cross = (q!.x - p!.x) * (r!.y - p!.y) - (q!.y - p!.y) * (r!.x - p!.x);
        expect(Math.abs(cross) / Math.hypot(r!.x - p!.x, r!.y - p!.y)).toBeLessThan(1e-6);
      }),
    );
  });
  it('is taken away again: what was photographed askew looks as it did', () => {
    const desk = drawnDesktop();
    fc.assert(
      fc.property(corners, (four) => {
        const photo = photoOf(desk, four, SIZE.width, SIZE.height);
        const straight = straighten(photo, four, desk.width / desk.height);
        if (!straight.ok) throw new Error(straight.sentence);
        const { width, height } = straight.value;
        expect(width / height).toBeCloseTo(desk.width / desk.height, 2);
        const same = drawnDesktop();
        // Compared at the size of the desktop: pixel by pixel nearest.
        const shrunk = new Uint8Array(same.data.length);
        for (let y = 0; y < same.height; y++)
          for (let x = 0; x < same.width; x++) {
            const i =
              (Math.floor(((y + 0.5) * height) / same.height) * width +
                Math.floor(((x + 0.5) * width) / same.width)) *
              4;
            shrunk.set(straight.value.data.subarray(i, i + 4), (y * same.width + x) * 4);
          }
        expect(apart(shrunk, same.data)).toBeLessThan(4);
      }),
      { numRuns: cases(4) },
    );
  });
  it('is refused of what can be no screen', () => {
    const photo = plainPicture(300, 200, '#555555');
    const crossed: Corners = [
      { x: 10, y: 10 },
      { x: 200, y: 150 },
      { x: 200, y: 10 },
      { x: 10, y: 150 },
    ];
    expect(isScreen(crossed)).toBe(false);
    expect(straighten(photo, crossed, 1.6)).toMatchObject({ ok: false, code: 'outside' });
    const small: Corners = [
      { x: 10, y: 10 },
      { x: 40, y: 10 },
      { x: 40, y: 30 },
      { x: 10, y: 30 },
    ];
    expect(straighten(photo, small, 1.6)).toMatchObject({ ok: false, code: 'too-small' });
    const whole: Corners = [
      { x: 0, y: 0 },
      { x: 300, y: 0 },
      { x: 300, y: 200 },
      { x: 0, y: 200 },
    ];
    expect(straighten(photo, whole, NaN)).toMatchObject({ ok: false });
    expect(straighten(photo, whole, 1.5)).toMatchObject({ ok: true, value: { width: 300, height: 200 } });
    const far: Corners = [{ x: -9000, y: 0 }, whole[1], whole[2], whole[3]];
    expect(straighten(photo, far, 1.5)).toMatchObject({ ok: false, code: 'outside' });
  });
});

describe('the screen on a photo', () => {
  it('is found by its four sides, within two pixels at each corner', () => {
    const desk = drawnDesktop();
    fc.assert(
      fc.property(corners, (four) => {
        const found = findScreen(photoOf(desk, four, SIZE.width, SIZE.height));
        if (!found.ok) throw new Error(found.sentence);
        found.value.forEach((p, i) => expect(Math.hypot(p.x - four[i]!.x, p.y - four[i]!.y)).toBeLessThan(2));
      }),
      { numRuns: cases(6) },
    );
  });
  it('is refused where there is none: an even picture, noise, a screen that fills its picture', () => {
    expect(findScreen(plainPicture(300, 200, '#8a6f4e'))).toMatchObject({ ok: false, code: 'no-corner' });
    expect(findScreen(drawnDesktop())).toMatchObject({ ok: false });
    expect(findScreen(plainPicture(1, 1, '#000000'))).toMatchObject({ ok: false });
  });
});
