import { describe, expect, it } from 'vitest';
import { fill, plainPicture } from '../../testing/pictures.js';
import type { Rect } from '../picture/rect.js';
import { readBeside } from './readBeside.js';
import { takeApart } from './takeApart.js';
import { readRegion } from '../picture/readRegion.js';

const [WIDTH, HEIGHT] = [960, 600];
const BAR: Rect = { x: 0, y: 0, width: WIDTH, height: 32 };
const UPPER: Rect = { x: 330, y: 190, width: 480, height: 300 };
const LOWER: Rect = { x: 110, y: 90, width: 500, height: 300 };
const STRIP = 28;

/** A bar along the head with things at both ends, and two windows over each other, whose buttons stand at one end. */
function picture(buttonsAt: 'start' | 'end', foot = false) {
  const pixels = plainPicture(WIDTH, HEIGHT, '#7f968c');
  fill(pixels, BAR, '#263238');
  for (let i = 0; i < 4; i++) fill(pixels, { x: 12 + 28 * i, y: 7, width: 18, height: 18 }, '#d8b35a');
  fill(pixels, { x: WIDTH - 34, y: 7, width: 18, height: 18 }, '#a8c6e0');
  const stripOf = ({ x, y, width, height }: Rect): Rect => ({
    x,
    y: foot ? y + height - STRIP : y,
    width,
    height: STRIP,
  });
  const buttonsOf = (window: Rect): Rect => {
    const strip = stripOf(window);
    const from = buttonsAt === 'start' ? strip.x + 10 : strip.x + strip.width - 70;
    return { x: from, y: strip.y + 8, width: 60, height: 12 };
  };
  for (const [window, colour] of [
    [LOWER, '#9aa7b4'],
    [UPPER, '#7a2f5b'],
  ] as const) {
    fill(pixels, window, '#f4efe6');
    fill(pixels, stripOf(window), colour);
    const { x, y } = buttonsOf(window);
    for (let i = 0; i < 3; i++) fill(pixels, { x: x + 24 * i, y, width: 12, height: 12 }, '#e6cf63');
  }
  return { pixels, strip: stripOf(UPPER), buttons: buttonsOf(UPPER) };
}

describe('what the place of a region on its desktop tells', () => {
  it('is where on its bar something stands', () => {
    const { pixels } = picture('start');
    const found = takeApart(pixels);
    const at = (rect: Rect) => readBeside(pixels, rect, found).place;
    expect(at({ x: 12, y: 7, width: 18, height: 18 })).toEqual({ zone: 'start', offset: 2.2 });
    expect(at({ x: WIDTH - 34, y: 7, width: 18, height: 18 })).toEqual({ zone: 'end', offset: 97.4 });
    // The bar itself, and what lies on the wall, stand on no bar.
    expect(at(BAR)).toBeNull();
    expect(at({ x: 30, y: 400, width: 18, height: 18 })).toBeNull();
  });
  it('is the side of a title strip, and where its buttons stand on it', () => {
    for (const end of ['start', 'end'] as const)
      for (const isFoot of [false, true]) {
        const { pixels, strip, buttons } = picture(end, isFoot);
        const found = takeApart(pixels);
        expect(readBeside(pixels, strip, found)).toMatchObject({
          titleSide: isFoot ? 'bottom' : 'top',
          cornerRadius: 0,
          beneath: '#9aa7b4',
        });
        expect(readBeside(pixels, buttons, found)).toMatchObject({ titleSide: null, side: end });
      }
  });
  it('says nothing of the title colour beneath where no window lies beneath, nor of corners that another hides', () => {
    const { pixels } = picture('start');
    const found = takeApart(pixels);
    const lower = { ...LOWER, height: STRIP };
    expect(readBeside(pixels, lower, found)).toMatchObject({ cornerRadius: null, beneath: null });
    const alone = plainPicture(WIDTH, HEIGHT, '#7f968c');
    fill(alone, UPPER, '#f4efe6');
    fill(alone, { ...UPPER, height: STRIP }, '#7a2f5b');
    const strip = { ...UPPER, height: STRIP };
    expect(readBeside(alone, strip, takeApart(alone))).toMatchObject({ titleSide: 'top', beneath: null });
  });
});

describe('the main colour of what is drawn', () => {
  it('is that of buttons whose region lies close round them, though they fill most of it', () => {
    const { pixels, buttons } = picture('start');
    const read = readRegion(pixels, buttons, { settle: false });
    expect(read.main).toBe('#e6cf63');
  });
  it('is that of one picture, drawn round with or without the ground around it', () => {
    const { pixels } = picture('start');
    for (const by of [0, 3, 5]) {
      const rect = { x: 12 - by, y: 7 - by, width: 18 + 2 * by, height: 18 + 2 * by };
      expect(readRegion(pixels, rect, { settle: false }).main).toBe('#d8b35a');
    }
  });
  it('is none where nothing differs from what lies around', () => {
    const { pixels } = picture('start');
    expect(readRegion(pixels, { x: 30, y: 400, width: 40, height: 40 }, { settle: false }).main).toBeNull();
  });
});
