import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { parseHex } from '../colour/srgb.js';
import { fill, plainPicture } from '../../testing/pictures.js';
import { cornerRadius } from './cornerRadius.js';
import { cutOut } from './cutOut.js';
import { measureLine } from './measureLine.js';
import { inkMap, readInk } from './readInk.js';
import { readText } from './readText.js';
import { sameRegion } from './sameRegion.js';
import { sampleColour } from './sampleColour.js';
import { samplePicture } from './samplePicture.js';
import { cases } from '../../testing/properties.js';

/** A rounded rectangle with exact coverage at its corners, by sampling each pixel 16 times 16. */
function rounded(radius: number, hex: string, ground: string) {
  const pixels = plainPicture(200, 120, ground);
  const [ink, back] = [parseHex(hex)!, parseHex(ground)!];
  const [x0, y0, w, h] = [40, 30, 110, 60];
  const inside = (x: number, y: number) => {
    const dx = Math.max(x0 + radius - x, x - (x0 + w - radius), 0);
    const dy = Math.max(y0 + radius - y, y - (y0 + h - radius), 0);
    return x >= x0 && x <= x0 + w && y >= y0 && y <= y0 + h && Math.hypot(dx, dy) <= radius;
  };
  for (let y = y0; y < y0 + h; y++)
    for (let x = x0; x < x0 + w; x++) {
      let n = 0;
      for (let j = 0; j < 16; j++)
        for (let i = 0; i < 16; i++) if (inside(x + (i + 0.5) / 16, y + (j + 0.5) / 16)) n++;
      const k = n / 256;
      const mix = (a: number, b: number) => Math.round(a * k + b * (1 - k));
      pixels.data.set([mix(ink.r, back.r), mix(ink.g, back.g), mix(ink.b, back.b), 255], (y * 200 + x) * 4);
    }
  return { pixels, rect: { x: x0, y: y0, width: w, height: h } };
}

describe('the radius of corners', () => {
  it.each([0, 3, 6, 10, 16, 24])('is told as %d px', (radius) => {
    const { pixels, rect } = rounded(radius, '#efe7da', '#3f6f68');
    const told = cornerRadius(pixels, rect);
    expect(told.ok && Math.abs(told.value - radius)).toBeLessThanOrEqual(0.6);
  });
  it('is not told where they do not agree, or are no quarter circles', () => {
    const { pixels, rect } = rounded(16, '#efe7da', '#3f6f68');
    for (const x of [rect.x, rect.x + rect.width - 16])
      fill(pixels, { x, y: rect.y, width: 16, height: 16 }, '#efe7da');
    expect(cornerRadius(pixels, rect)).toMatchObject({ ok: false, code: 'unsure' });
    // Steps of six pixels.
    const cut = rounded(0, '#efe7da', '#3f6f68');
    for (const [i, width] of [18, 12, 6].entries())
      for (const [right, low] of [
        [false, false],
        [true, false],
        [false, true],
        [true, true],
      ] as const)
        fill(
          cut.pixels,
          {
            x: right ? rect.x + rect.width - width : rect.x,
            y: low ? rect.y + rect.height - 6 * (i + 1) : rect.y + 6 * i,
            width,
            height: 6,
          },
          '#3f6f68',
        );
    expect(cornerRadius(cut.pixels, rect).ok).toBe(false);
  });
  it('is not told where no corner shows', () => {
    const pixels = plainPicture(100, 40, '#efe7da');
    expect(cornerRadius(pixels, { x: 0, y: 0, width: 100, height: 40 })).toMatchObject({
      ok: false,
      code: 'no-corner',
    });
    expect(cornerRadius(pixels, { x: 20, y: 10, width: 60, height: 20 })).toMatchObject({
      ok: false,
      code: 'no-corner',
    });
    expect(cornerRadius(pixels, { x: 20, y: 10, width: 60, height: 4 })).toMatchObject({
      ok: false,
      code: 'too-small',
    });
  });
});

describe('ink and ground', () => {
  it('are told apart, with their contrast', () => {
    const pixels = plainPicture(120, 40, '#ffffff');
    for (let i = 0; i < 8; i++) fill(pixels, { x: 10 + i * 12, y: 8, width: 4, height: 20 }, '#000000');
    expect(readInk(pixels, { x: 0, y: 0, width: 120, height: 40 })).toMatchObject({
      ok: true,
      value: { ink: '#000000', ground: '#ffffff', contrast: { ok: true, value: 21 } },
    });
  });
  it('are not told of a plain or too faint region', () => {
    const pixels = plainPicture(60, 40, '#808080');
    const rect = { x: 0, y: 0, width: 60, height: 40 };
    expect(inkMap(pixels, rect)).toMatchObject({ ok: false, code: 'plain' });
    fill(pixels, { x: 10, y: 10, width: 20, height: 10 }, '#888888');
    expect(readInk(pixels, rect)).toMatchObject({ ok: false, code: 'plain' });
  });
  it('give no contrast where strokes are thinner than a pixel', () => {
    const pixels = plainPicture(120, 40, '#ffffff');
    for (let i = 0; i < 12; i++) fill(pixels, { x: 6 + i * 9, y: 8, width: 1, height: 20 }, '#777777');
    const told = readInk(pixels, { x: 0, y: 0, width: 120, height: 40 });
    expect(told.ok && told.value.contrast).toMatchObject({ ok: false, code: 'too-thin' });
  });
});

describe('a line of type', () => {
  /** Letters as frames: low ones 10 high, tall ones 15, of strokes 2 wide. */
  function line(heights: readonly number[]) {
    const pixels = plainPicture(20 + heights.length * 12, 40, '#f4ece0');
    heights.forEach((h, i) => {
      const x = 8 + i * 12;
      fill(pixels, { x, y: 28 - h, width: 8, height: h }, '#3a2a36');
      fill(pixels, { x: x + 2, y: 30 - h, width: 4, height: h - 4 }, '#f4ece0');
    });
    return { pixels, rect: { x: 0, y: 0, width: pixels.width, height: 40 } };
  }
  it('tells the heights of small letters and capitals, and the stroke', () => {
    const { pixels, rect } = line([15, 10, 10, 15, 10, 10, 10]);
    const told = readText(pixels, rect);
    expect(told.ok && told.value.xHeight.ok && told.value.xHeight.value.value).toBeCloseTo(10, 0);
    expect(told.ok && told.value.capHeight.ok && told.value.capHeight.value.value).toBeCloseTo(15, 0);
    expect(told.ok && told.value.stroke).toMatchObject({ ok: true, value: 2 });
    if (told.ok && told.value.xHeight.ok) {
      const { value, least, most } = told.value.xHeight.value;
      expect(least).toBeLessThan(value);
      expect(most).toBeGreaterThan(value);
    }
  });
  it('is not told from fewer than five letters, and has no x-height when all are of one height', () => {
    const few = line([15, 10, 10]);
    expect(readText(few.pixels, few.rect)).toMatchObject({ ok: false, code: 'few-letters' });
    const same = line([15, 15, 15, 15, 15, 15]);
    const told = readText(same.pixels, same.rect);
    expect(told.ok && told.value.xHeight).toMatchObject({ ok: false, code: 'no-x-height' });
  });
});

describe('cutting out', () => {
  it('takes a flat ground away and crops to what is drawn, but not holes that are drawn', () => {
    const pixels = plainPicture(60, 60, '#d9cbb8');
    fill(pixels, { x: 20, y: 18, width: 20, height: 24 }, '#75801f');
    fill(pixels, { x: 26, y: 26, width: 6, height: 6 }, '#d9cbb8');
    const cut = cutOut(pixels, { x: 5, y: 5, width: 50, height: 50 });
    expect(cut).toMatchObject({ removed: true, rect: { x: 20, y: 18, width: 20, height: 24 } });
    const at = (x: number, y: number) => [
      ...cut.pixels.data.subarray((y * 20 + x) * 4, (y * 20 + x) * 4 + 4),
    ];
    expect(at(0, 0)).toEqual([0x75, 0x80, 0x1f, 255]);
    expect(at(8, 10)).toEqual([0xd9, 0xcb, 0xb8, 255]);
  });
  it('gives anti-aliased rims the opacity that explains them', () => {
    const { pixels, rect } = rounded(16, '#20262b', '#f4efe6');
    const cut = cutOut(pixels, {
      x: rect.x - 6,
      y: rect.y - 6,
      width: rect.width + 12,
      height: rect.height + 12,
    });
    const alphas = new Set(Array.from(cut.pixels.data).filter((_, i) => i % 4 === 3));
    expect(alphas.size).toBeGreaterThan(5);
    // Laid back on the same ground it looks as before.
    for (let y = 0; y < cut.rect.height; y++)
      for (let x = 0; x < cut.rect.width; x++) {
        const i = (y * cut.rect.width + x) * 4;
        const p = ((cut.rect.y + y) * 200 + cut.rect.x + x) * 4;
        const a = cut.pixels.data[i + 3]! / 255;
        const back = cut.pixels.data[i]! * a + 0xf4 * (1 - a);
        expect(Math.abs(back - pixels.data[p]!)).toBeLessThanOrEqual(18);
      }
  });
  it('keeps a ground that is not flat, and a region that is all ground', () => {
    const pixels = plainPicture(40, 40, '#d9cbb8');
    expect(cutOut(pixels, { x: 0, y: 0, width: 40, height: 40 }).removed).toBe(false);
    for (let i = 0; i < 40; i++)
      fill(pixels, { x: i, y: 0, width: 1, height: 40 }, i % 2 ? '#000000' : '#ffffff');
    expect(cutOut(pixels, { x: 2, y: 2, width: 30, height: 30 })).toMatchObject({ removed: false });
    expect(() => cutOut(pixels, { x: 30, y: 30, width: 30, height: 30 })).toThrow('inside');
  });
});

describe('picking a colour', () => {
  it('averages over a square and says how even it is; outside the picture is no colour', () => {
    const pixels = plainPicture(9, 9, '#000000');
    fill(pixels, { x: 4, y: 4, width: 1, height: 1 }, '#ffffff');
    expect(sampleColour(pixels, 4, 4, 1)).toMatchObject({ mean: { r: 255 }, spread: 0 });
    expect(sampleColour(pixels, 4, 4, 3).mean.r).toBeCloseTo(255 / 9, 9);
    expect(sampleColour(pixels, 0, 0, 11)).toMatchObject({ alpha: 255 });
    expect(() => sampleColour(pixels, 9, 0, 1)).toThrow('outside');
  });
});

describe('a ruler', () => {
  it('tells distance, share of the height and angle, and is as long both ways', () => {
    expect(measureLine({ x: 0, y: 0 }, { x: 30, y: -40 }, 500)).toMatchObject({
      distance: 50,
      share: 10,
      dx: 30,
      dy: -40,
    });
    expect(measureLine({ x: 0, y: 0 }, { x: 10, y: -10 }, 100).angle).toBeCloseTo(45, 9);
    expect(measureLine({ x: 3, y: 3 }, { x: 3, y: 3 }, 100)).toMatchObject({ distance: 0, angle: 0 });
    const point = fc.record({ x: fc.integer({ min: 0, max: 4000 }), y: fc.integer({ min: 0, max: 4000 }) });
    fc.assert(
      fc.property(point, point, (a, b) => {
        expect(measureLine(a, b, 1000).distance).toBe(measureLine(b, a, 1000).distance);
      }),
      { numRuns: cases(300) },
    );
  });
});

describe('a region on a replaced picture', () => {
  it('is the same but for noise, and another where it changed or the picture has another size', () => {
    const a = plainPicture(60, 40, '#808080');
    const b = plainPicture(60, 40, '#838383');
    const rect = { x: 5, y: 5, width: 30, height: 20 };
    expect(sameRegion(a, b, rect)).toBe(true);
    fill(b, { x: 10, y: 10, width: 8, height: 8 }, '#101010');
    expect(sameRegion(a, b, rect)).toBe(false);
    expect(sameRegion(a, b, { x: 40, y: 0, width: 15, height: 15 })).toBe(true);
    expect(sameRegion(a, plainPicture(61, 40, '#808080'), rect)).toBe(false);
  });
});

describe('a sample of a picture', () => {
  it('is the same for the same picture at another size, nearly', () => {
    const small = plainPicture(32, 32, '#e3c2b4');
    fill(small, { x: 8, y: 8, width: 16, height: 16 }, '#43203d');
    const large = plainPicture(128, 128, '#e3c2b4');
    fill(large, { x: 32, y: 32, width: 64, height: 64 }, '#43203d');
    expect(samplePicture(small)).toEqual(samplePicture(large));
  });
});
