import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { dateOfDay, dayOf } from './calendar.js';

describe('days', () => {
  it('and their dates are each other’s inverse, one after the other', () => {
    fc.assert(
      fc.property(fc.integer({ min: -700_000, max: 2_900_000 }), (day) => {
        expect(dayOf(dateOfDay(day))).toBe(day);
        expect(dateOfDay(day + 1) > dateOfDay(day)).toBe(true);
      }),
    );
  });
  it.each([
    [0, '1970-01-01'],
    [11_016, '2000-02-29'],
    [20_788, '2026-12-01'],
    [-1, '1969-12-31'],
  ])('%i is %s', (day, date) => expect(dateOfDay(day)).toBe(date));
});
