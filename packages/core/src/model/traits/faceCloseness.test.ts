import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { PLAIN_FACE } from '../../testing/faces.js';
import type { FaceMetrics } from '../../measuring/type/face.js';
import { closeness } from './closeness.js';
import { metricsCloseness } from './faceCloseness.js';
import { valueProblem, type FaceValue } from './value.js';

const metrics = fc.record({
  family: fc.constant('F'),
  style: fc.constant(''),
  xHeight: fc.double({ min: 0.3, max: 0.7, noNaN: true }),
  capHeight: fc.double({ min: 0.5, max: 0.9, noNaN: true }),
  advance: fc.double({ min: 0.3, max: 0.7, noNaN: true }),
  inkWidth: fc.constant(0.4),
  stem: fc.constant(null),
  weight: fc.integer({ min: 100, max: 900 }),
  width: fc.integer({ min: 1, max: 9 }),
  italic: fc.double({ min: -20, max: 20, noNaN: true }),
  fixed: fc.boolean(),
  serif: fc.option(fc.boolean()),
}) as fc.Arbitrary<FaceMetrics>;
const face = (m: FaceMetrics, pixels: number | null = null): FaceValue => ({
  family: m.family,
  metrics: m,
  pixels,
});

describe('faces', () => {
  it('are as close as can be to themselves, symmetric, and between 0 and 1', () => {
    fc.assert(
      fc.property(metrics, metrics, (a, b) => {
        expect(metricsCloseness(a, a)).toBe(1);
        const c = metricsCloseness(a, b);
        expect(c).toBe(metricsCloseness(b, a));
        expect(c).toBeGreaterThanOrEqual(0);
        expect(c).toBeLessThanOrEqual(1);
      }),
    );
  });
  it('come no nearer by moving a metric further away', () => {
    fc.assert(
      fc.property(
        metrics,
        fc.double({ min: 0, max: 0.1, noNaN: true }),
        fc.double({ min: 0, max: 0.1, noNaN: true }),
        (a, d, more) => {
          const near = metricsCloseness({ ...a, xHeight: a.xHeight + d }, a);
          expect(metricsCloseness({ ...a, xHeight: a.xHeight + d + more }, a)).toBeLessThanOrEqual(
            near + 1e-12,
          );
        },
      ),
    );
  });
  it('weigh x-height and advance 3 of 14, and count the size of small letters as a length', () => {
    const a: FaceMetrics = { ...PLAIN_FACE, family: 'A', serif: false };
    expect(metricsCloseness({ ...a, xHeight: 0.58 }, a)).toBeCloseTo(11 / 14, 9);
    expect(metricsCloseness({ ...a, weight: 550 }, a)).toBeCloseTo(13 / 14, 9);
    expect(closeness('face', face(a, 40), face(a, 20))).toBeLessThan(1);
    expect(closeness('face', face(a, 20.4), face(a, 20))).toBe(1);
    expect(valueProblem('face', face(a))).toBeNull();
    expect(valueProblem('face', { ...face(a), pixels: -1 })).toMatch(/face/);
  });
});

describe('icon names', () => {
  it('count by where they were found, weighted, and a missing one counts nothing', () => {
    const target = { names: { folder: 1, desk: 3 } };
    expect(closeness('icons', { names: { folder: 1, desk: 1, more: 1 } }, target)).toBe(1);
    expect(closeness('icons', { names: { folder: 0.5 } }, target)).toBeCloseTo(0.5 / 4, 12);
    expect(closeness('icons', { names: { desk: 0.25 } }, target)).toBeCloseTo(0.75 / 4, 12);
    expect(valueProblem('icons', { names: {} })).toMatch(/names/);
  });
});
