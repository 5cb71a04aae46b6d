import { nth } from '../../ground/checked.js';
import { weekOf, weekdayOf, type Civil } from '../../ground/calendar.js';
import { parseFormat, type FormatToken } from './format.js';
import { localeNames } from './localeNames.js';

const pad = (value: number, width: number) => String(value).padStart(width, '0');

/**
 * Writes a moment by a UTS #35 pattern in a locale. Fields: y, M/L, d, D, E, a, H, h, K, k, m, s, w; a field that is
 * not known is written as its letters, so that a preview shows what was not understood.
 */
export function writeDate(pattern: string, moment: Civil, locale: string): string {
  return parseFormat(pattern)
    .map((token) => ('literal' in token ? token.literal : writeField(token, moment, locale)))
    .join('');
}

function writeField(
  { field, width }: Extract<FormatToken, { field: string }>,
  c: Civil,
  locale: string,
): string {
  const names = localeNames(locale);
  switch (field) {
    case 'y':
      return width === 2 ? pad(c.year % 100, 2) : pad(c.year, width);
    case 'M':
    case 'L':
      if (width <= 2) return pad(c.month, width);
      if (width === 3) return nth(names.monthsShort, c.month - 1);
      return nth(field === 'M' ? names.months : names.monthsAlone, c.month - 1);
    case 'd':
      return pad(c.day, width);
    case 'D':
      return pad(weekOf(c).dayOfYear, width);
    case 'w':
      return pad(weekOf(c).week, width);
    case 'E': {
      const day = weekdayOf(c.year, c.month, c.day);
      return nth(width <= 3 ? names.daysShort : names.days, day);
    }
    case 'a':
      return names.halves[c.hour < 12 ? 0 : 1];
    case 'H':
      return pad(c.hour, width);
    case 'k':
      return pad(c.hour === 0 ? 24 : c.hour, width);
    case 'h':
      return pad(c.hour % 12 === 0 ? 12 : c.hour % 12, width);
    case 'K':
      return pad(c.hour % 12, width);
    case 'm':
      return pad(c.minute, width);
    case 's':
      return pad(c.second, width);
    default:
      return field.repeat(width);
  }
}

/** Moments that show what a pattern does: a single-digit day and hour, midnight, noon, an afternoon late in the year. */
export const TELLING_MOMENTS: readonly { readonly name: string; readonly moment: Civil }[] = [
  {
    name: 'single digits',
    moment: { year: 2027, month: 3, day: 5, hour: 9, minute: 7, second: 3 },
  },
  { name: 'midnight', moment: { year: 2026, month: 12, day: 31, hour: 0, minute: 0, second: 0 } },
  { name: 'noon', moment: { year: 2027, month: 5, day: 12, hour: 12, minute: 0, second: 0 } },
  { name: 'afternoon', moment: { year: 2026, month: 11, day: 24, hour: 14, minute: 5, second: 9 } },
];
