import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { fill, plainPicture } from '../../testing/pictures.js';
import { cases } from '../../testing/properties.js';
import type { Pixels } from './pixels.js';
import { findItems, type FoundItem } from './findItems.js';
import { stripOf } from './strip.js';

const BAR = '#e3c2b4';
const INK = '#43203d';
type Square = readonly [at: number, size: number];

/** A strip of 400 × 40 with squares in its middle, lying or standing: what is along is x or y. */
function strip(squares: readonly Square[], upright: boolean) {
  const [width, height] = upright ? [40, 400] : [400, 40];
  const pixels = plainPicture(width, height, BAR);
  for (const [at, size] of squares) {
    const across = (40 - size) >> 1;
    fill(pixels, { x: upright ? across : at, y: upright ? at : across, width: size, height: size }, INK);
  }
  return { pixels, strip: stripOf(pixels, { x: 0, y: 0, width, height }, upright) };
}
/** The same picture with x and y changed. */
function turnedPicture({ width, height, data }: Pixels): Pixels {
  const out = new Uint8Array(data.length);
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++)
      out.set(data.subarray((y * width + x) * 4, (y * width + x) * 4 + 4), (x * height + y) * 4);
  return { width: height, height: width, data: out };
}
const ends = (items: readonly FoundItem[]) => items.map((i) => [Math.round(i.from), Math.round(i.to)]);

/** Squares that do not touch, in their order along the strip. */
const squares = fc
  .array(fc.tuple(fc.integer({ min: 8, max: 26 }), fc.integer({ min: 8, max: 24 })), {
    minLength: 1,
    maxLength: 8,
  })
  .map((list) => {
    let at = 10;
    return list.flatMap(([gap, size]): Square[] => {
      const from = at + gap;
      if (from + size > 385) return [];
      at = from + size;
      return [[from, size]];
    });
  });

describe('what stands on a strip', () => {
  it('is found where it is drawn, whatever stands beside it, and the same on a strip that stands upright', () => {
    fc.assert(
      fc.property(squares, (list) => {
        const lying = findItems(strip(list, false).strip).items;
        const standing = findItems(strip(list, true).strip).items;
        expect(ends(lying)).toEqual(list.map(([at, size]) => [at, at + size]));
        expect(ends(standing)).toEqual(ends(lying));
        for (const [n, item] of standing.entries()) {
          const { x, y, width, height } = item.box;
          expect({ x: y, y: x, width: height, height: width }).toEqual(lying[n]!.box);
          expect(item.colour.map(Math.round)).toEqual([0x43, 0x20, 0x3d]);
        }
      }),
      { numRuns: cases(150) },
    );
  });

  it('is one thing where several strokes of one colour make it, and a row of one colour stays a row', () => {
    const { pixels } = strip([], false);
    const bars = (x: number) =>
      [0, 9, 18].forEach((y) => fill(pixels, { x, y: 8 + y, width: 24, height: 5 }, INK));
    const halves = (x: number) =>
      [0, 14].forEach((dx) =>
        [0, 14].forEach((dy) => fill(pixels, { x: x + dx, y: 8 + dy, width: 10, height: 10 }, INK)),
      );
    bars(20);
    halves(56);
    for (const x of [92, 128, 164]) fill(pixels, { x, y: 8, width: 24, height: 24 }, INK);
    halves(200);
    // A thin line across the bar parts items and is none.
    fill(pixels, { x: 236, y: 8, width: 1, height: 24 }, INK);
    fill(pixels, { x: 250, y: 8, width: 24, height: 24 }, INK);
    for (const upright of [false, true]) {
      const laid = upright ? turnedPicture(pixels) : pixels;
      const { width, height } = laid;
      const { items } = findItems(stripOf(laid, { x: 0, y: 0, width, height }, upright));
      expect(ends(items)).toEqual([20, 56, 92, 128, 164, 200, 250].map((x) => [x, x + 24]));
    }
  });

  it('is nothing on a bare bar, and no speck, rim or mark of what runs is an item', () => {
    expect(findItems(strip([], false).strip).items).toEqual([]);
    const { pixels } = strip([[100, 20]], false);
    fill(pixels, { x: 200, y: 20, width: 2, height: 2 }, INK);
    fill(pixels, { x: 0, y: 0, width: 400, height: 1 }, INK);
    fill(pixels, { x: 104, y: 37, width: 12, height: 3 }, INK);
    const { items } = findItems(stripOf(pixels, { x: 0, y: 0, width: 400, height: 40 }, false));
    expect(ends(items)).toEqual([[100, 120]]);
  });

  it('is read inside its own rectangle of the picture, and told in places of the picture', () => {
    const pixels = plainPicture(500, 200, '#7f9aa6');
    fill(pixels, { x: 50, y: 100, width: 400, height: 40 }, BAR);
    fill(pixels, { x: 150, y: 110, width: 20, height: 20 }, INK);
    fill(pixels, { x: 150, y: 20, width: 20, height: 20 }, INK);
    const { items } = findItems(stripOf(pixels, { x: 50, y: 100, width: 400, height: 40 }, false));
    expect(items.map((i) => i.box)).toEqual([{ x: 150, y: 110, width: 20, height: 20 }]);
    expect(ends(items)).toEqual([[100, 120]]);
  });
});
