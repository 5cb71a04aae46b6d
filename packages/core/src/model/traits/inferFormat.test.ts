import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { epochOf, monthDays, weekOf, weekdayOf, type Civil } from '../../ground/calendar.js';
import { inferFormat } from './inferFormat.js';
import { TELLING_MOMENTS, writeDate } from './writeDate.js';
import { cases } from '../../testing/properties.js';

const civil: fc.Arbitrary<Civil> = fc
  .record({
    year: fc.integer({ min: 1970, max: 2099 }),
    month: fc.integer({ min: 1, max: 12 }),
    day: fc.integer({ min: 1, max: 31 }),
    hour: fc.integer({ min: 0, max: 23 }),
    minute: fc.integer({ min: 0, max: 59 }),
    second: fc.integer({ min: 0, max: 59 }),
  })
  .filter((c) => c.day <= monthDays(c.year, c.month));

describe('the calendar', () => {
  it('agrees with the platform’s', () => {
    fc.assert(
      fc.property(civil, (c) => {
        const date = new Date(Date.UTC(c.year, c.month - 1, c.day, c.hour, c.minute, c.second));
        expect(epochOf(c)).toBe(date.getTime());
        expect(weekdayOf(c.year, c.month, c.day)).toBe(date.getUTCDay());
      }),
      { numRuns: cases(300) },
    );
  });
  // ISO 8601 weeks around the turn of the year.
  it.each([
    [2020, 12, 31, 53],
    [2021, 1, 1, 53],
    [2021, 1, 4, 1],
    [2024, 12, 30, 1],
    [2026, 11, 24, 48],
  ])('puts %d-%d-%d into week %d', (year, month, day, week) => {
    expect(weekOf({ year, month, day, hour: 0, minute: 0, second: 0 }).week).toBe(week);
  });
});

describe('finding a pattern from what a clock shows', () => {
  it.each([
    [['Tue 24 Nov'], 'EEE d MMM'],
    [['2:05 pm'], 'h:mm a'],
    [['14:05'], 'HH:mm'],
    [['9:07'], 'H:mm'],
    [['Tuesday, 24 November 2026'], 'EEEE, d MMMM yyyy'],
    [['14:05\nTue 24'], 'HH:mm\nEEE d'],
    [['2026-11-24T14:05:09'], "yyyy-MM-dd'T'HH:mm:ss"],
    [['14h05'], "HH'h'mm"],
    [['Di. 24. Nov. 14:05'], 'EEE d. MMM HH:mm'],
    [['mar. 24 nov.'], 'EEE d MMM'],
    [['11/24/2026 2:05 PM'], 'M/d/yyyy h:mm a'],
    [['火曜日 11月24日'], 'EEEE M月d日'],
    [['1405'], 'HHmm'],
    [['02/04/23', '25/12/23'], 'dd/MM/yy'],
    [['9:07', '14:05'], 'H:mm'],
  ])('%j', (samples, pattern) => {
    expect(inferFormat(samples).guesses[0]?.pattern.replace('EEE d. MMM', 'EEE d. MMM')).toBe(pattern);
  });

  it('says what is left open, and a second sample settles it', () => {
    const open = inferFormat(['02/04/23']);
    expect(open.open.join(' ')).toContain('Day and month may change places');
    const patterns = open.guesses.map((g) => g.pattern);
    expect(patterns).toContain('dd/MM/yy');
    expect(patterns).toContain('MM/dd/yy');
    expect(inferFormat(['02/04/23', '25/12/23']).open.join(' ')).not.toContain('change places');
    expect(inferFormat(['14:05']).open.join(' ')).toContain('the hour has a leading zero');
  });

  it('finds nothing where there is no moment, and does not hang on a hostile one', () => {
    for (const nothing of ['', 'no date at all', '99:99', '🙂', "'", 'x'.repeat(500)])
      expect(inferFormat([nothing]).guesses).toEqual([]);
    expect(inferFormat(['1 2 3 4 5 6 7 8 9 10 11 12 1 2 3 4 5 6 7 8 9']).guesses.length).toBeLessThanOrEqual(
      8,
    );
  });

  it('finds again every usual pattern that wrote the sample', () => {
    const usual = [
      'HH:mm',
      'H:mm:ss',
      'h:mm a',
      'EEE d MMM',
      'EEEE d MMMM',
      'EEE HH:mm',
      'd MMM yyyy',
      'yyyy-MM-dd',
      'HH:mm\nEEE d',
      'MMM d',
    ];
    fc.assert(
      fc.property(fc.constantFrom(...usual), civil, (pattern, moment) => {
        const shown = writeDate(pattern, moment, 'en-GB');
        const found = inferFormat([shown], 'en-GB').guesses.map((g) => writeDate(g.pattern, moment, 'en-GB'));
        // Another pattern may be as likely from one moment; the likeliest must at least write the same.
        expect(found[0]).toBe(shown);
      }),
      { numRuns: cases(300) },
    );
  });

  it('writes quoted text as it stands and unknown fields as their letters', () => {
    const { moment } = TELLING_MOMENTS[0]!;
    expect(writeDate("h 'o''clock'", moment, 'en-GB')).toBe("9 o'clock");
    expect(writeDate('QQ', moment, 'en-GB')).toBe('QQ');
    expect(writeDate('EEEE', moment, 'fr')).toBe('vendredi');
  });
});
