import { describe, expect, it } from 'vitest';
import type { Finding } from './takeApart.js';
import { wordsOf } from './wordsOf.js';

const SIZE = { width: 800, height: 600 };
const found = (
  what: Finding['what'],
  x: number,
  y: number,
  width: number,
  height: number,
  edge: Finding['edge'],
) => ({ what, rect: { x, y, width, height }, sure: 1, edge, count: null }) satisfies Finding;

describe('where words stand', () => {
  it('is beside the buttons of a strip, on its longer side, and off its rim', () => {
    const strip = found('title', 100, 50, 400, 30, 'top');
    expect(wordsOf(strip, [strip, found('buttons', 110, 57, 60, 16, 'top')], SIZE)).toEqual({
      x: 172,
      y: 52,
      width: 326,
      height: 26,
    });
    expect(wordsOf(strip, [strip, found('buttons', 430, 57, 60, 16, 'top')], SIZE)).toMatchObject({
      x: 102,
      width: 326,
    });
    // Buttons of another window are not in its way.
    expect(wordsOf(strip, [strip, found('buttons', 110, 300, 60, 16, 'top')], SIZE)).toMatchObject({
      x: 102,
      width: 396,
    });
  });
  it('is nowhere on a strip that stands upright, nor on what shows none', () => {
    expect(wordsOf(found('title', 100, 50, 30, 400, 'left'), [], SIZE)).toBeNull();
    expect(wordsOf(found('bar', 0, 0, 800, 30, 'top'), [], SIZE)).toBeNull();
    expect(wordsOf(found('title', 0, 0, 3, 3, 'top'), [], SIZE)).toBeNull();
  });
  it('is all of a clock and a little more, within the picture', () => {
    expect(wordsOf(found('clock', 799, 0, 1, 20, 'top'), [], SIZE)).toEqual({
      x: 797,
      y: 0,
      width: 3,
      height: 22,
    });
  });
});
