import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { bestTransport } from './transport.js';
import { cases } from '../../testing/properties.js';

const share = fc.integer({ min: 1, max: 20 });

/** The best of all ways to carry whole units, by trying each assignment of the units. */
function byHand(
  from: readonly number[],
  to: readonly number[],
  gain: (i: number, j: number) => number,
): number {
  const units = from.flatMap((n, i) => new Array<number>(n).fill(i));
  const seen = new Map<string, number>();
  const walk = (k: number, left: readonly number[]): number => {
    if (k === units.length) return 0;
    const key = `${k}:${left.join()}`;
    const known = seen.get(key);
    if (known !== undefined) return known;
    let best = -Infinity;
    left.forEach((room, j) => {
      if (room === 0) return;
      best = Math.max(
        best,
        gain(units[k]!, j) +
          walk(
            k + 1,
            left.map((v, x) => (x === j ? v - 1 : v)),
          ),
      );
    });
    seen.set(key, best);
    return best;
  };
  return walk(0, to) / units.length;
}

describe('the best transport', () => {
  it('of shares onto themselves gains all where likes gain 1', () => {
    fc.assert(
      fc.property(fc.array(share, { minLength: 1, maxLength: 6 }), (shares) => {
        expect(bestTransport(shares, shares, (i, j) => (i === j ? 1 : 0.3))).toBeCloseTo(1, 9);
      }),
      { numRuns: cases(200) },
    );
  });
  it('is as good as the best found by trying everything', () => {
    const gains = fc.array(fc.double({ min: 0, max: 1, noNaN: true }), { minLength: 9, maxLength: 9 });
    const three = fc.tuple(fc.integer({ min: 0, max: 4 }), fc.integer({ min: 0, max: 4 }));
    fc.assert(
      fc.property(gains, three, three, (g, [a, b], [c, d]) => {
        // Both sides hold eight units.
        const from = [a, b, 8 - a - b];
        const to = [c, d, 8 - c - d];
        const gain = (i: number, j: number) => g[i * 3 + j]!;
        expect(bestTransport(from, to, gain)).toBeCloseTo(byHand(from, to, gain), 7);
      }),
      { numRuns: cases(300) },
    );
  });
  it('gains nothing where one side is empty', () => {
    expect(bestTransport([], [1], () => 1)).toBe(0);
    expect(bestTransport([0, 0], [1], () => 1)).toBe(0);
  });
});
