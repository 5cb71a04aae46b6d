import { nth } from './checked.js';

/** A moment as a wall clock shows it, without a zone. Months 1–12, days 1–31. */
export interface Civil {
  readonly year: number;
  readonly month: number;
  readonly day: number;
  readonly hour: number;
  readonly minute: number;
  readonly second: number;
}

/**
 * Days since 1970-01-01 in the Gregorian calendar, for any year.
 * Source: H. Hinnant, "chrono-Compatible Low-Level Date Algorithms", `days_from_civil`.
 */
export function daysOf(year: number, month: number, day: number): number {
  const y = month <= 2 ? year - 1 : year;
  const era = Math.floor(y / 400);
  const yearOfEra = y - era * 400;
  const dayOfYear = Math.floor((153 * (month + (month > 2 ? -3 : 9)) + 2) / 5) + day - 1;
  const dayOfEra = yearOfEra * 365 + Math.floor(yearOfEra / 4) - Math.floor(yearOfEra / 100) + dayOfYear;
  return era * 146097 + dayOfEra - 719468;
}

/** Days since 1970-01-01 of an ISO date. */
export function dayOf(date: string): number {
  const [year, month, day] = date.split('-').map(Number) as [number, number, number];
  return daysOf(year, month, day);
}

/**
 * The ISO date of a day since 1970-01-01, from the year 0 on.
 * Source: H. Hinnant, "chrono-Compatible Low-Level Date Algorithms", `civil_from_days`.
 */
export function dateOfDay(day: number): string {
  const z = day + 719468;
  const era = Math.floor(z / 146097);
  const ofEra = z - era * 146097;
  const yearOfEra = Math.floor(
    (ofEra - Math.floor(ofEra / 1460) + Math.floor(ofEra / 36524) - Math.floor(ofEra / 146096)) / 365,
  );
  const ofYear = ofEra - (365 * yearOfEra + Math.floor(yearOfEra / 4) - Math.floor(yearOfEra / 100));
  const mp = Math.floor((5 * ofYear + 2) / 153);
  const month = mp < 10 ? mp + 3 : mp - 9;
  const year = yearOfEra + era * 400 + (month <= 2 ? 1 : 0);
  const two = (n: number) => String(n).padStart(2, '0');
  return `${String(year).padStart(4, '0')}-${two(month)}-${two(ofYear - Math.floor((153 * mp + 2) / 5) + 1)}`;
}

/** Years from one ISO date to another, with fractions, of the Gregorian mean length; negative the other way round. */
export function yearsBetween(from: string, to: string): number {
  return (dayOf(to) - dayOf(from)) / 365.2425;
}

/** Day of the week: 0 Sunday to 6 Saturday. */
export function weekdayOf(year: number, month: number, day: number): number {
  return (((daysOf(year, month, day) + 4) % 7) + 7) % 7;
}

/** Milliseconds since 1970-01-01, as if the clock showed UTC. */
export function epochOf(c: Civil): number {
  return daysOf(c.year, c.month, c.day) * 86_400_000 + ((c.hour * 60 + c.minute) * 60 + c.second) * 1000;
}

const MONTH_DAYS = [31, 28, 31, 30, 31, 30, 31, 31, 30, 31, 30, 31];

/** How many days a month of the Gregorian calendar has. Months 1 to 12. */
export function monthDays(year: number, month: number): number {
  const leap = (year % 4 === 0 && year % 100 !== 0) || year % 400 === 0;
  return month === 2 && leap ? 29 : nth(MONTH_DAYS, month - 1);
}

/** ISO 8601 week of the year (1–53) and day of the year (1–366). */
export function weekOf(c: Civil): { readonly week: number; readonly dayOfYear: number } {
  const dayOfYear = daysOf(c.year, c.month, c.day) - daysOf(c.year, 1, 1) + 1;
  const weekday = weekdayOf(c.year, c.month, c.day) || 7;
  let week = Math.floor((dayOfYear - weekday + 10) / 7);
  const long = (year: number) => weekdayOf(year, 1, 1) === 4 || weekdayOf(year, 12, 31) === 4;
  if (week < 1) week = long(c.year - 1) ? 53 : 52;
  else if (week === 53 && !long(c.year)) week = 1;
  return { week, dayOfYear };
}
