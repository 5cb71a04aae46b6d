import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { fill, plainPicture } from '../../testing/pictures.js';
import { cases } from '../../testing/properties.js';
import type { Pixels } from '../picture/pixels.js';
import { lettersOn } from './lettersOn.js';

const ROOM = { x: 10, y: 10, width: 120, height: 60 };

/** Strokes like those of letters, on so many lines, in two colours. */
function written(ground: string, ink: string, lines = 1, height = 12): Pixels {
  const pixels = plainPicture(160, 90, ground);
  for (let line = 0; line < lines; line++)
    for (let letter = 0; letter < 6; letter++)
      fill(pixels, { x: 20 + letter * 9, y: 18 + line * (height + 7), width: 2 + (letter % 3), height }, ink);
  return pixels;
}
const letters = (pixels: Pixels) => {
  const read = lettersOn(pixels, ROOM);
  if (!read.ok) throw new Error(read.sentence);
  return read.value;
};
const greyAt = ({ width, data }: Pixels, x: number, y: number) => data[(y * width + x) * 4]!;

describe('letters made ready to be read', () => {
  it('are black on white, whatever their two colours are', () => {
    const colour = fc
      .tuple(
        fc.integer({ min: 0, max: 70 }),
        fc.integer({ min: 0, max: 70 }),
        fc.integer({ min: 0, max: 70 }),
      )
      .map((c) => c.map((v) => v.toString(16).padStart(2, '0')).join(''));
    fc.assert(
      fc.property(colour, fc.boolean(), (dark, isDarkOnLight) => {
        const [a, b] = isDarkOnLight ? ['#e8e2d6', `#${dark}`] : [`#${dark}`, '#e8e2d6'];
        const { pixels } = letters(written(a, b));
        const greys = Array.from({ length: pixels.width * pixels.height }, (_, i) => pixels.data[i * 4]!);
        expect(Math.min(...greys)).toBeLessThan(20);
        expect(greyAt(pixels, 2, 2)).toBe(255);
        expect(greys.filter((g) => g > 200).length).toBeGreaterThan(0.5 * greys.length);
      }),
      { numRuns: cases(60) },
    );
  });
  it('are as high as readers know them, whatever their size was, and keep their proportions', () => {
    for (const height of [8, 12, 20]) {
      const { pixels } = letters(written('#f4efe6', '#2a2430', 1, height));
      const rows = Array.from({ length: pixels.height }, (_, y) =>
        Array.from({ length: pixels.width }, (_unused, x) => greyAt(pixels, x, y)).some((g) => g < 128),
      );
      const inked = rows.filter(Boolean).length;
      expect(Math.abs(inked - 40)).toBeLessThanOrEqual(3);
      const times = inked / height;
      expect(Math.abs(pixels.width - 32 - ROOM.width * times)).toBeLessThan(12);
    }
  });
  it('stand on as many lines as there are', () => {
    for (const lines of [1, 2]) expect(letters(written('#f4efe6', '#2a2430', lines)).lines).toBe(lines);
  });
  it('are refused where there are none, and where there is more than a few lines’ room', () => {
    expect(lettersOn(plainPicture(160, 90, '#405060'), ROOM)).toMatchObject({ ok: false, code: 'plain' });
    const large = plainPicture(600, 500, '#405060');
    fill(large, { x: 20, y: 20, width: 90, height: 90 }, '#ffffff');
    expect(lettersOn(large, { x: 0, y: 0, width: 600, height: 500 })).toMatchObject({
      ok: false,
      code: 'many',
    });
    expect(() => lettersOn(plainPicture(50, 50, '#405060'), ROOM)).toThrow(RangeError);
  });
});
