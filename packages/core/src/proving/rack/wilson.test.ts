import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { wilsonLower } from './wilson.js';

describe('the lower bound of the Wilson interval', () => {
  // Newcombe 1998, table I, method 3.
  it.each([
    [81, 263, 0.2553],
    [15, 148, 0.0624],
    [0, 20, 0],
    [1, 29, 0.0061],
  ])('of %i in %i is as published', (yes, all, lower) => {
    expect(wilsonLower(yes, all)).toBeCloseTo(lower, 4);
  });
  it('is none without votes', () => {
    expect(wilsonLower(0, 0)).toBeNull();
  });
  it('lies below the share, rises with each vote for, falls with each against, and with more of the same comes nearer', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 400 }), fc.integer({ min: 0, max: 400 }), (yes, no) => {
        fc.pre(yes + no > 0);
        const now = wilsonLower(yes, yes + no)!;
        const share = yes / (yes + no);
        expect(now).toBeGreaterThanOrEqual(0);
        expect(now).toBeLessThanOrEqual(share);
        expect(wilsonLower(yes + 1, yes + no + 1)!).toBeGreaterThan(now);
        expect(wilsonLower(yes, yes + no + 1)!).toBeLessThanOrEqual(now);
        expect(share - wilsonLower(2 * yes, 2 * (yes + no))!).toBeLessThanOrEqual(share - now + 1e-12);
      }),
    );
  });
});
