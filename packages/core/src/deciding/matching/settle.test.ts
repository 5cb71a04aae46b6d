import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { lengthCloseness } from '../../model/traits/closeness.js';
import { settle } from './settle.js';
import { cases } from '../../testing/properties.js';

const setting = { key: 'k', place: 'p' };

describe('settling', () => {
  it('finds the best of all steps of a range, and the nearest among equals', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 60 }),
        fc.integer({ min: 0, max: 80 }),
        fc.constantFrom(0.5, 1, 2, 5, 8),
        fc.constantFrom(1, 1.25, 1.5, 2),
        fc.double({ min: 0, max: 220, noNaN: true }),
        (least, width, step, scale, target) => {
          const most = least + width;
          const settled = settle({ range: { least, most, step }, setting }, 'length', target, scale, 'light');
          const all: { c: number; off: number }[] = [];
          for (let v = least; v <= most + 1e-9; v += step)
            all.push({ c: lengthCloseness(v * scale, target), off: Math.abs(v * scale - target) });
          const best = Math.max(...all.map((a) => a.c));
          const nearest = Math.min(...all.filter((a) => a.c === best).map((a) => a.off));
          expect(settled.closeness).toBeCloseTo(best, 9);
          expect(Math.abs((settled.actual as number) - target)).toBeCloseTo(nearest, 6);
          const n = ((settled.setting as number) - least) / step;
          expect(Math.abs(n - Math.round(n))).toBeLessThan(1e-6);
        },
      ),
      { numRuns: cases(300) },
    );
  });

  it('says what bounded it', () => {
    const range = { least: 16, most: 64, step: 2 };
    expect(settle({ range, setting }, 'length', 84, 1, 'light')).toMatchObject({
      setting: 64,
      bound: 'at most 64',
    });
    expect(settle({ range, setting }, 'length', 5, 1, 'light')).toMatchObject({
      setting: 16,
      bound: 'at least 16',
    });
    expect(settle({ range, setting }, 'length', 33, 1, 'light')).toMatchObject({ bound: 'in steps of 2' });
    expect(settle({ range, setting }, 'length', 42, 1, 'light')).toMatchObject({
      setting: 42,
      bound: '',
      closeness: 1,
    });
    expect(settle({ range, setting }, 'length', 84, 2, 'light')).toMatchObject({
      setting: 42,
      actual: 84,
      bound: '',
    });
  });

  it('takes the nearest of a list, what is fixed for the variant, and the items that are allowed', () => {
    expect(settle({ oneOf: ['#ff0000', '#e0c0b0'], setting }, 'colour', '#e3c2b4', 1, 'light').setting).toBe(
      '#e0c0b0',
    );
    const supply = { fixed: '#111111', byVariant: { dark: '#eeeeee' } };
    expect(settle(supply, 'colour', '#eeeeee', 1, 'dark')).toMatchObject({
      actual: '#eeeeee',
      setting: null,
      closeness: 1,
    });
    expect(settle(supply, 'colour', '#111111', 1, 'light').actual).toBe('#111111');
    const target = { start: ['clock'], centre: ['desk', 'launcher'], end: [] };
    expect(settle({ itemsFrom: ['clock', 'launcher'], setting }, 'order', target, 1, 'light')).toMatchObject({
      setting: { start: ['clock'], centre: ['launcher'], end: [] },
      bound: 'without desk',
    });
    expect(settle({ any: true, setting }, 'length', 31, 1.25, 'light')).toMatchObject({
      setting: 24.8,
      actual: 31,
      closeness: 1,
    });
  });
});
