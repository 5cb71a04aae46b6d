import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { layOver, parseHex, toHex, type Rgb } from '../colour/srgb.js';
import { fill, plainPicture } from '../../testing/pictures.js';
import { readOpacity, solveOpacity } from './opacity.js';
import { cases } from '../../testing/properties.js';

const byte = fc.integer({ min: 0, max: 255 });
const colour: fc.Arbitrary<Rgb> = fc.record({ r: byte, g: byte, b: byte });

describe('opacity', () => {
  it('is found again with its colour from any two grounds that are apart', () => {
    const [dark, light] = [parseHex('#2f4a4f')!, parseHex('#f6f1e4')!];
    fc.assert(
      fc.property(colour, fc.integer({ min: 20, max: 100 }), (own, opacity) => {
        const told = solveOpacity(
          [dark, light].map((ground) => ({ seen: layOver(own, ground, opacity), ground })),
        );
        expect(told.ok).toBe(true);
        if (!told.ok) return;
        expect(told.value.opacity).toBeCloseTo(opacity, 6);
        expect(told.value.colour).toBe(toHex(own));
        expect(told.value.residual).toBeCloseTo(0, 6);
      }),
      { numRuns: cases(300) },
    );
  });

  it('is not told where the grounds are too alike, or where one place alone is known', () => {
    const ground = parseHex('#808080')!;
    const near = parseHex('#868686')!;
    const seen = parseHex('#8f7f6f')!;
    expect(
      solveOpacity([
        { seen, ground },
        { seen, ground: near },
      ]),
    ).toMatchObject({ ok: false, code: 'grounds-alike' });
    expect(solveOpacity([{ seen, ground }])).toMatchObject({ ok: false });
  });

  it('is not told where what is seen does not follow the ground', () => {
    const [dark, light] = [parseHex('#101010')!, parseHex('#f0f0f0')!];
    const red = parseHex('#d02020')!;
    const green = parseHex('#20d020')!;
    expect(
      solveOpacity([
        { seen: red, ground: dark },
        { seen: green, ground: light },
      ]).ok,
    ).toBe(false);
  });

  it('is not told as solid of what is only blurred, and is of what stays as it is over a ground that changes slowly', () => {
    const bar = parseHex('#f4efe6')!;
    // Stripes of 12 px over a slow change from left to right: what is blurred shows the change alone.
    const over = (slow: number, seen: (mean: Rgb) => Rgb) => {
      const pixels = plainPicture(1200, 300, '#808080');
      for (let x = 0; x < 1200; x += 4) {
        const mean = 100 + (slow * x) / 1200;
        const stripe = Math.floor(x / 12) % 2 === 0 ? 45 : -45;
        const at = (v: number) => ({ r: v, g: v, b: v });
        fill(pixels, { x, y: 0, width: 4, height: 300 }, toHex(at(mean + stripe)));
        fill(pixels, { x, y: 0, width: 4, height: 40 }, toHex(seen(at(mean))));
      }
      return readOpacity(pixels, { x: 0, y: 0, width: 1200, height: 40 }, 'top');
    };
    expect(over(90, (mean) => layOver(bar, mean, 60)).ok).toBe(false);
    expect(over(0, (mean) => layOver(bar, mean, 60)).ok).toBe(false);
    const solid = over(90, () => bar);
    expect(solid.ok && solid.value.opacity).toBeGreaterThan(97);
    const slightly = over(14, () => bar);
    expect(slightly.ok && slightly.value.opacity).toBeGreaterThan(97);
  });

  it('is read along the inner side of a bar over a changing ground', () => {
    const pixels = plainPicture(800, 400, '#c9d6a8');
    const grounds = ['#c9d6a8', '#2f4a4f', '#e0c070', '#5d6b7f'];
    const bar = parseHex('#f4efe6')!;
    grounds.forEach((hex, i) => {
      fill(pixels, { x: i * 200, y: 0, width: 200, height: 400 }, hex);
      fill(pixels, { x: i * 200, y: 0, width: 200, height: 40 }, toHex(layOver(bar, parseHex(hex)!, 70)));
    });
    const told = readOpacity(pixels, { x: 0, y: 0, width: 800, height: 40 }, 'top');
    expect(told.ok && told.value.opacity).toBeCloseTo(70, 0);
    expect(told.ok && told.value.showsThrough).toBeGreaterThan(20);
  });

  /** A wall that changes from pixel to pixel along, from 40 to 215; a bar of 40 along its head. */
  const WIDE = 800;
  const groundAt = (x: number): Rgb => {
    const level = 128 + 60 * Math.sin(x / 90) + 27 * Math.sin(x / 3);
    return { r: level, g: 255 - level, b: level / 2 };
  };
  const overWall = (seenAt: (x: number) => Rgb, groundSeen: (x: number, y: number) => Rgb) => {
    const pixels = plainPicture(WIDE, 120, '#000000');
    for (let x = 0; x < WIDE; x++)
      for (let y = 0; y < 120; y++)
        fill(pixels, { x, y, width: 1, height: 1 }, toHex(y < 40 ? seenAt(x) : groundSeen(x, y)));
    return readOpacity(pixels, { x: 0, y: 0, width: WIDE, height: 40 }, 'top');
  };
  const bar = parseHex('#2c3238')!;

  it('is read over a ground full of detail', () => {
    const told = overWall((x) => layOver(bar, groundAt(x), 55), groundAt);
    expect(told.ok && told.value.opacity).toBeCloseTo(55, 0);
    expect(told.ok && told.value.colour).toBe('#2c3238');
  });

  it('is refused beside a shadow, which darkens the ground that it would be held against', () => {
    // Darkest beside the bar, gone 24 px off.
    const shaded = (x: number, y: number): Rgb => {
      const k = 1 - 0.5 * Math.max(0, 1 - (y - 40) / 24);
      const { r, g, b } = groundAt(x);
      return { r: r * k, g: g * k, b: b * k };
    };
    expect(overWall((x) => layOver(bar, groundAt(x), 55), shaded)).toMatchObject({
      ok: false,
      code: 'shadowed',
    });
    // A solid bar is solid whatever lies beside it.
    const solid = overWall(() => bar, shaded);
    expect(solid.ok && solid.value.opacity).toBeCloseTo(100, 0);
  });

  it('is refused where the ground comes through without its detail', () => {
    const blurred = (x: number): Rgb => {
      const level = 128 + 60 * Math.sin(x / 90);
      return layOver(bar, { r: level, g: 255 - level, b: level / 2 }, 55);
    };
    expect(overWall(blurred, groundAt)).toMatchObject({ ok: false, code: 'blurred' });
  });
});
