import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { fill, plainPicture } from '../../testing/pictures.js';
import { readRegion, RegionError } from './readRegion.js';
import { cases } from '../../testing/properties.js';

function desktop() {
  const pixels = plainPicture(640, 400, '#c0d0b0');
  fill(pixels, { x: 590, y: 0, width: 50, height: 400 }, '#e3c2b4');
  fill(pixels, { x: 0, y: 380, width: 590, height: 20 }, '#704050');
  fill(pixels, { x: 600, y: 20, width: 30, height: 8 }, '#201020');
  return pixels;
}

describe('reading a region', () => {
  it('settles a rough region on the bar that is there and measures it', () => {
    const reading = readRegion(desktop(), { x: 586, y: 3, width: 52, height: 395 }, { settle: true });
    expect(reading.rect).toEqual({ x: 590, y: 0, width: 50, height: 400 });
    expect(reading).toMatchObject({ edge: 'right', thickness: 50, edgeShare: 100, margin: 0 });
    expect(reading.colours[0]!.hex).toBe('#e3c2b4');
    expect(reading.ink).toBe('#201020');
    expect(reading.found).toEqual({ left: true, top: true, right: true, bottom: true });
  });

  it('finds the bar wherever the hand drew, within reach', () => {
    const off = fc.integer({ min: -7, max: 7 });
    fc.assert(
      fc.property(off, off, off, off, (l, t, r, b) => {
        const x = Math.max(0, l);
        const reading = readRegion(
          desktop(),
          { x, y: 380 + t, width: 590 - x + r, height: 20 - t + Math.min(b, 0) },
          { settle: true },
        );
        expect(reading.rect).toEqual({ x: 0, y: 380, width: 590, height: 20 });
        expect(reading.edge).toBe('bottom');
      }),
      { numRuns: cases(100) },
    );
  });

  it('takes the edge of the screen before the end of a plate inside a bar', () => {
    const pixels = plainPicture(640, 400, '#c8d2bc');
    fill(pixels, { x: 0, y: 0, width: 640, height: 45 }, '#7a4fa3');
    fill(pixels, { x: 560, y: 8, width: 70, height: 29 }, '#f2e6c9');
    const reading = readRegion(pixels, { x: 4, y: 5, width: 632, height: 43 }, { settle: true, reach: 17 });
    expect(reading.rect).toEqual({ x: 0, y: 0, width: 640, height: 45 });
  });

  it('finds a small thing among its neighbours, by what lies inside what was drawn', () => {
    const pixels = plainPicture(300, 60, '#7a2f5b');
    const at = (n: number) => ({ x: 200 + n * 18, y: 20, width: 12, height: 12 });
    for (const n of [0, 1, 2]) fill(pixels, at(n), ['#e8ddcf', '#75801f', '#9fb8d8'][n]!);
    const off = fc.integer({ min: -4, max: 4 });
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 2 }), off, off, off, off, (n, l, t, r, b) => {
        const { x, y, width, height } = at(n);
        const drawn = { x: x + l, y: y + t, width: width - l + r, height: height - t + b };
        const reading = readRegion(pixels, drawn, { settle: true, reach: 13 });
        const { rect, found } = reading;
        // A side is found to the pixel, or not at all: never a neighbour's.
        if (found.left) expect(rect.x).toBe(x);
        if (found.right) expect(rect.x + rect.width).toBe(x + width);
        if (found.top) expect(rect.y).toBe(y);
        if (found.bottom) expect(rect.y + rect.height).toBe(y + height);
        const isRoundIt = l <= 0 && t <= 0 && r >= 0 && b >= 0;
        if (isRoundIt) expect(found).toEqual({ left: true, top: true, right: true, bottom: true });
      }),
      { numRuns: cases(60) },
    );
  });

  it('does not choose between two small things that are as likely', () => {
    const pixels = plainPicture(300, 60, '#7a2f5b');
    fill(pixels, { x: 200, y: 20, width: 12, height: 12 }, '#e8ddcf');
    fill(pixels, { x: 216, y: 20, width: 12, height: 12 }, '#e8ddcf');
    const { found } = readRegion(
      pixels,
      { x: 206, y: 17, width: 16, height: 18 },
      { settle: true, reach: 13 },
    );
    expect(found).toMatchObject({ left: false, right: false });
  });

  it('leaves a floating bar its gap, and takes an attached one to the edge of the screen, over its rim', () => {
    const floating = plainPicture(640, 400, '#7f9aa6');
    fill(floating, { x: 9, y: 7, width: 622, height: 40 }, '#e3c2b4');
    const drawn = { x: 4, y: 2, width: 630, height: 50 };
    expect(readRegion(floating, drawn, { settle: true, reach: 13 }).rect).toEqual({
      x: 9,
      y: 7,
      width: 622,
      height: 40,
    });
    const attached = plainPicture(640, 400, '#7f9aa6');
    fill(attached, { x: 0, y: 0, width: 640, height: 47 }, '#55303f');
    fill(attached, { x: 2, y: 2, width: 636, height: 43 }, '#e3c2b4');
    expect(readRegion(attached, drawn, { settle: true, reach: 13 }).rect).toEqual({
      x: 0,
      y: 0,
      width: 640,
      height: 47,
    });
  });

  it('leaves a floating dock its gap where one of its sides goes on in another line', () => {
    const pixels = plainPicture(640, 400, '#7f9aa6');
    fill(pixels, { x: 200, y: 15, width: 240, height: 60 }, '#e3c2b4');
    // A line of the wall in line with its left side, up to the edge of the screen.
    fill(pixels, { x: 200, y: 0, width: 1, height: 15 }, '#2f4a4f');
    const { rect } = readRegion(
      pixels,
      { x: 196, y: 7, width: 250, height: 72 },
      { settle: true, reach: 13 },
    );
    expect(rect).toEqual({ x: 200, y: 15, width: 240, height: 60 });
  });

  it('takes what a bar floats before for its side, and not the last row of the picture that scaling left half drawn', () => {
    const pixels = plainPicture(640, 400, '#7f9aa6');
    fill(pixels, { x: 0, y: 399, width: 640, height: 1 }, '#303a40');
    fill(pixels, { x: 60, y: 350, width: 520, height: 40 }, '#e3c2b4');
    const { rect } = readRegion(
      pixels,
      { x: 56, y: 346, width: 528, height: 51 },
      { settle: true, reach: 13 },
    );
    expect(rect).toEqual({ x: 60, y: 350, width: 520, height: 40 });
  });

  it('leaves the rim of a window to the window, where a part of it is drawn round', () => {
    const pixels = plainPicture(640, 400, '#c9d6a8');
    fill(pixels, { x: 100, y: 80, width: 400, height: 240 }, '#1d2126');
    fill(pixels, { x: 102, y: 82, width: 396, height: 236 }, '#f1ece2');
    fill(pixels, { x: 102, y: 82, width: 396, height: 32 }, '#7a2f5b');
    const strip = { x: 96, y: 84, width: 405, height: 27 };
    const title = readRegion(pixels, strip, { settle: true, reach: 10 });
    expect(title.rect).toEqual({ x: 102, y: 82, width: 396, height: 32 });
    const whole = readRegion(pixels, { x: 97, y: 83, width: 400, height: 240 }, { settle: true, reach: 10 });
    expect(whole.rect).toEqual({ x: 100, y: 80, width: 400, height: 240 });
  });

  it('does not choose between two sides that are as likely', () => {
    const pixels = plainPicture(640, 400, '#c9d6a8');
    fill(pixels, { x: 60, y: 150, width: 520, height: 60 }, '#52637a');
    fill(pixels, { x: 60, y: 150, width: 520, height: 50 }, '#8c5340');
    const { rect, found, rivals } = readRegion(
      pixels,
      { x: 57, y: 148, width: 526, height: 57 },
      { settle: true, reach: 10 },
    );
    expect(found).toEqual({ left: true, top: true, right: true, bottom: false });
    expect(rivals).toEqual([{ side: 'bottom', at: [200, 210] }]);
    // Where it was drawn.
    expect(rect.y + rect.height).toBe(205);
  });

  it('finds a bar on a ground where every pixel differs from the next, and a border of one pixel', () => {
    const noisy = plainPicture(300, 200, '#000000');
    for (let i = 0; i < noisy.data.length; i += 4) noisy.data[i] = (i * 7919) % 251;
    fill(noisy, { x: 0, y: 160, width: 300, height: 40 }, '#7a4fa3');
    expect(readRegion(noisy, { x: 2, y: 154, width: 296, height: 44 }, { settle: true }).rect).toEqual({
      x: 0,
      y: 160,
      width: 300,
      height: 40,
    });
    const framed = plainPicture(300, 200, '#c0c0c0');
    fill(framed, { x: 50, y: 50, width: 120, height: 60 }, '#202020');
    fill(framed, { x: 51, y: 51, width: 118, height: 58 }, '#f0f0f0');
    expect(readRegion(framed, { x: 47, y: 48, width: 127, height: 64 }, { settle: true }).rect).toEqual({
      x: 50,
      y: 50,
      width: 120,
      height: 60,
    });
  });

  it('stays where it was drawn when told not to settle, and on a plain ground', () => {
    const drawn = { x: 586, y: 3, width: 50, height: 390 };
    expect(readRegion(desktop(), drawn, { settle: false }).rect).toEqual(drawn);
    const middle = { x: 200, y: 100, width: 80, height: 60 };
    const reading = readRegion(desktop(), middle, { settle: true });
    expect(reading.rect).toEqual(middle);
    expect(reading.found).toEqual({ left: false, top: false, right: false, bottom: false });
    expect(reading).toMatchObject({ edge: null, margin: 0, ink: null });
  });

  it('tells the ground beside the region from a ring of 16 px', () => {
    const reading = readRegion(desktop(), { x: 300, y: 100, width: 60, height: 60 }, { settle: false });
    expect(reading.ground).toBe('#c0d0b0');
    const whole = readRegion(desktop(), { x: 0, y: 0, width: 640, height: 400 }, { settle: false });
    expect(whole.ground).toBeNull();
  });

  it('tells a floating bar by its margin and its alignment', () => {
    const pixels = plainPicture(640, 400, '#ffffff');
    fill(pixels, { x: 220, y: 360, width: 200, height: 34 }, '#223344');
    const reading = readRegion(pixels, { x: 218, y: 362, width: 203, height: 30 }, { settle: true });
    expect(reading).toMatchObject({
      edge: 'bottom',
      margin: 6,
      thickness: 34,
      alignment: 'centre',
      edgeShare: 31.25,
    });
  });

  it.each([
    { x: -1, y: 0, width: 10, height: 10 },
    { x: 635, y: 0, width: 10, height: 10 },
    { x: 0, y: 0, width: 0, height: 10 },
    { x: 5000, y: 5000, width: 10, height: 10 },
  ])('refuses a region outside the picture: %j', (rect) => {
    expect(() => readRegion(desktop(), rect)).toThrow(RegionError);
  });
});
