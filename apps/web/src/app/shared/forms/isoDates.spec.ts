import fc from 'fast-check';
import { IsoDates } from './isoDates';

const dates = new IsoDates();
const day = fc
  .date({ min: new Date('1600-01-01'), max: new Date('2400-12-31'), noInvalidDate: true })
  .map((d) => d.toISOString().slice(0, 10));

describe('calendar days', () => {
  it('are read as they are written, whatever the zone', () => {
    fc.assert(
      fc.property(day, (d) => {
        expect(dates.parse(dates.format(d, 'day'))).toBe(d);
        expect(dates.createDate(dates.getYear(d), dates.getMonth(d), dates.getDate(d))).toBe(d);
      }),
    );
  });
  it('take noughts that are missing, and nothing that is no day', () => {
    expect(dates.parse(' 2026-1-5 ')).toBe('2026-01-05');
    expect(dates.parse('')).toBeNull();
    for (const wrong of ['2026-02-30', '2026-13-01', '26-01-01', '01/05/2026', 'soon'])
      expect(dates.isValid(dates.parse(wrong)!)).toBe(false);
  });
  it('go on by days and come back', () => {
    fc.assert(
      fc.property(day, fc.integer({ min: -4000, max: 4000 }), (d, n) => {
        expect(dates.addCalendarDays(dates.addCalendarDays(d, n), -n)).toBe(d);
      }),
    );
  });
  it('stay in their month where it is shorter', () => {
    expect(dates.addCalendarMonths('2026-01-31', 1)).toBe('2026-02-28');
    expect(dates.addCalendarYears('2028-02-29', 1)).toBe('2029-02-28');
    expect(dates.addCalendarMonths('2026-01-15', -2)).toBe('2025-11-15');
  });
  it('begin their weeks on Monday and know what day it is', () => {
    expect(dates.getFirstDayOfWeek()).toBe(1);
    expect(dates.getDayOfWeekNames('long')[dates.getDayOfWeek('2026-11-29')]).toBe('Sunday');
    expect(dates.getMonthNames('short')[1]).toBe('Feb');
  });
});
