import { differenceCiede2000 } from 'culori';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { colourDifference } from '../../measuring/colour/ciede2000.js';
import { differenceOfPixels, sumDifferences } from './differenceMap.js';
import { cases } from '../../testing/properties.js';

const word = (r: number, g: number, b: number) => (255 << 24) | (b << 16) | (g << 8) | r;
const rgb = (w: number) => ({ r: w & 255, g: (w >> 8) & 255, b: (w >> 16) & 255 });
const byte = fc.integer({ min: 0, max: 255 });
const colour = fc.tuple(byte, byte, byte).map(([r, g, b]) => word(r, g, b));

function mapOf(a: readonly number[], b: readonly number[]): Float32Array {
  const out = new Float32Array(a.length);
  differenceOfPixels(Uint32Array.from(a), Uint32Array.from(b), 0, a.length, out);
  return out;
}

describe('differences of whole pictures', () => {
  it('are those of the formula to within 0.002, near colours and greys among them', () => {
    const near = fc.tuple(colour, byte, byte, byte).map(([w, x, y, z]): [number, number] => {
      const { r, g, b } = rgb(w);
      const off = (v: number, by: number) => Math.min(255, Math.max(0, v + (by % 5) - 2));
      return [w, word(off(r, x), off(g, y), off(b, z))];
    });
    const grey = byte.map((v) => word(v, v, v));
    const pair = fc.oneof(fc.tuple(colour, colour), near, fc.tuple(grey, colour), fc.tuple(grey, grey));
    fc.assert(
      fc.property(fc.array(pair, { minLength: 30, maxLength: 60 }), (pairs) => {
        const map = mapOf(
          pairs.map(([p]) => p),
          pairs.map(([, q]) => q),
        );
        pairs.forEach(([p, q], i) =>
          expect(Math.abs(map[i]! - colourDifference(rgb(p), rgb(q)))).toBeLessThan(0.002),
        );
      }),
    );
  });
  it('agree with an independent implementation to within 0.01', () => {
    const difference = differenceCiede2000();
    const as = (w: number) => {
      const { r, g, b } = rgb(w);
      return { mode: 'rgb' as const, r: r / 255, g: g / 255, b: b / 255 };
    };
    fc.assert(
      fc.property(colour, colour, (p, q) => {
        expect(Math.abs(mapOf([p], [q])[0]! - difference(as(p), as(q)))).toBeLessThan(0.01);
      }),
    );
  });
  it('are 0 for equals whatever their alpha, the same both ways, and the same whatever came before', () => {
    fc.assert(
      fc.property(fc.array(fc.tuple(colour, colour), { minLength: 1, maxLength: 20 }), (pairs) => {
        const twice = [...pairs, ...pairs].map(([p, q]): [number, number] => [p, q]);
        const map = mapOf(
          twice.map(([p]) => p),
          twice.map(([, q]) => q),
        );
        const back = mapOf(
          pairs.map(([, q]) => q),
          pairs.map(([p]) => p),
        );
        pairs.forEach(([p], i) => {
          expect(map[i + pairs.length]).toBe(map[i]);
          expect(back[i]).toBeCloseTo(map[i]!, 4);
          expect(mapOf([p], [p & 0xffffff])[0]).toBe(0);
        });
      }),
      { numRuns: cases(100) },
    );
  });
  it('are worked out for the part that was asked for, and nothing else is touched', () => {
    const out = new Float32Array(6).fill(-1);
    differenceOfPixels(
      new Uint32Array(6).fill(word(0, 0, 0)),
      new Uint32Array(6).fill(word(255, 255, 255)),
      2,
      4,
      out,
    );
    expect([...out].map((v) => Math.round(v))).toEqual([-1, -1, 100, 100, -1, -1]);
  });
});

describe('the sum of a map', () => {
  it('is its mean, and what 95 % of the pixels stay within', () => {
    const map = Float32Array.from({ length: 100 }, (_, i) => i / 10);
    const { mean, p95 } = sumDifferences(map, 10, null);
    expect(mean).toBeCloseTo(4.95, 4);
    expect(p95).toBeCloseTo(9.4, 1);
    // A part of it: rows 2 and 3, columns 5 to 9.
    expect(sumDifferences(map, 10, { x: 5, y: 2, width: 5, height: 2 }).mean).toBeCloseTo(3.2, 4);
  });
});
