import { daysOf } from '../../ground/calendar.js';

/** Names of months, days and halves of the day in one locale. */
export interface LocaleNames {
  readonly locale: string;
  /** Twelve each; stand-alone forms where they differ. */
  readonly months: readonly string[];
  readonly monthsShort: readonly string[];
  readonly monthsAlone: readonly string[];
  /** Seven each, Sunday first. */
  readonly days: readonly string[];
  readonly daysShort: readonly string[];
  readonly halves: readonly [am: string, pm: string];
}

/** Locales whose names are recognised in a clock; the person's own is tried first. */
export const CLOCK_LOCALES = [
  'en-GB',
  'en-US',
  'de',
  'fr',
  'es',
  'it',
  'nl',
  'pt',
  'sv',
  'da',
  'nb',
  'fi',
  'pl',
  'cs',
  'tr',
  'hu',
  'ro',
  'el',
  'ru',
  'uk',
  'ja',
  'zh',
  'ko',
] as const;

const DAY_MS = 86_400_000;
const cache = new Map<string, LocaleNames>();

function part(locale: string, options: Intl.DateTimeFormatOptions, type: string, ms: number): string {
  const parts = new Intl.DateTimeFormat(locale, { timeZone: 'UTC', ...options }).formatToParts(ms);
  return parts.find((p) => p.type === type)?.value ?? '';
}

/** The names of a locale, from the platform's own locale data (CLDR through `Intl`). */
export function localeNames(locale: string): LocaleNames {
  const known = cache.get(locale);
  if (known) return known;
  const month = (i: number) => daysOf(2026, i + 1, 12) * DAY_MS;
  // 2026-11-22 is a Sunday.
  const day = (i: number) => daysOf(2026, 11, 22 + i) * DAY_MS;
  const twelve = Array.from({ length: 12 }, (_, i) => i);
  const seven = Array.from({ length: 7 }, (_, i) => i);
  const half = (hour: number) =>
    part(
      locale,
      { hour: 'numeric', hourCycle: 'h12' },
      'dayPeriod',
      daysOf(2026, 11, 22) * DAY_MS + hour * 3_600_000,
    );
  const names: LocaleNames = {
    locale,
    months: twelve.map((i) => part(locale, { month: 'long', day: 'numeric' }, 'month', month(i))),
    monthsShort: twelve.map((i) => part(locale, { month: 'short', day: 'numeric' }, 'month', month(i))),
    monthsAlone: twelve.map((i) => part(locale, { month: 'long' }, 'month', month(i))),
    days: seven.map((i) => part(locale, { weekday: 'long' }, 'weekday', day(i))),
    daysShort: seven.map((i) => part(locale, { weekday: 'short' }, 'weekday', day(i))),
    halves: [half(9), half(15)],
  };
  cache.set(locale, names);
  return names;
}
