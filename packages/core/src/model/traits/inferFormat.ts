import { nth } from '../../ground/checked.js';
import { monthDays, weekdayOf } from '../../ground/calendar.js';
import { CLOCK_LOCALES, localeNames } from './localeNames.js';

/** A pattern that can produce what a clock shows. */
export interface FormatGuess {
  /** UTS #35. */
  readonly pattern: string;
  readonly locale: string;
  /** The less the likelier; differences below `CLOSE` are no reason to be sure. */
  readonly cost: number;
}

export interface FormatAnswer {
  /** Likeliest first; empty when nothing fits. */
  readonly guesses: readonly FormatGuess[];
  /** What the samples leave open, and what a second sample should show; empty when nothing is. */
  readonly open: readonly string[];
}

/** Guesses this near to the best are as likely. */
const CLOSE = 1;
/** So many guesses are worth a look. */
const MOST = 8;
const LONGEST_SAMPLE = 120;
/** What costs more is no explanation. */
const DEAREST = 9;
/** A long hostile sample has very many readings; so many are enough to choose from. */
const MOST_FOUND = 4000;

/**
 * How unusual a reading is, 0 being what clocks mostly show. Only their order and their sums matter: 0.5 and less tells two usual
 * ways apart, 1 to 3 is what few clocks do, 6 is for when nothing else explains the sample. Chosen so that every usual pattern is
 * found again from what it writes, first (the tests hold that over all of them).
 */
const COST = {
  /** From 10 on a number looks the same with and without a leading zero: what it would be without one. */
  bareHour: 0.6,
  /** One digit: an hour of twelve is the likelier. */
  oneDigitHour: 0.2,
  twoDigitTwelve: 0.1,
  /** A leading zero that does not show in this number. */
  hiddenZero: 0.5,
  hiddenZeroOfMonth: 0.25,
  /** A number may be a day before it is a month. */
  twoDigitMonth: 0.3,
  oneDigitMonth: 0.2,
  shortYear: 0.4,
  week: 3,
  /** Hours and minutes with nothing between. */
  runTogether: 1.5,
  /** A number that stands for nothing. */
  bareNumber: 6,
  /** Written otherwise than the locale does: capitals, a full stop. */
  otherSpelling: 0.5,
  /** A month whose short name is its whole one. */
  wholeOrShort: 0.5,
  standingAlone: 0.3,
  latinHalf: 0.4,
  /** One letter between numbers is a separator; a word that is no name is a word. */
  oneLetter: 0.5,
  word: 3,
  oddSeparator: 1.5,
  /** A word before a number makes it a week's. */
  weekAfterWord: -2,
  /** A two-digit year before any month. */
  shortYearFirst: 2.5,
  twelveWithoutHalf: 2,
  hourAlone: 2.5,
  hourAloneWithHalf: 0.5,
  /** A colon parts hours, minutes and seconds, and no date. */
  colonAstray: 3,
  yearWithoutMonth: 1.5,
  monthAlone: 1,
  /** Numbers of one date are written alike: with their zeros or without. */
  mixedZeros: 0.9,
  /** A short weekday with a whole month, or the other way round. */
  mixedNames: 0.3,
  /** Day before month where the locale has the month first, or the other way round. */
  foreignOrder: 0.6,
  yearFirst: 0.1,
  /** Year first is the international way, which always writes both digits. */
  missingDigit: 0.6,
} as const;

type Piece =
  | { readonly what: 'digits'; readonly text: string }
  | { readonly what: 'word'; readonly text: string }
  | { readonly what: 'other'; readonly text: string };

function piecesOf(sample: string): Piece[] {
  const pieces: Piece[] = [];
  for (const [text] of sample.matchAll(/\d+|[\p{L}\p{M}]+(?:\.[\p{L}\p{M}]+)*\.?|[^\d\p{L}\p{M}]/gu)) {
    if (/^\d/.test(text)) pieces.push({ what: 'digits', text });
    else if (/^\p{L}/u.test(text)) pieces.push({ what: 'word', text });
    else pieces.push({ what: 'other', text });
  }
  return pieces;
}

/** A field that a piece may be: its letters, its number where it is one, and how unusual it is. */
interface Reading {
  readonly field: string;
  readonly kind:
    'hour' | 'minute' | 'second' | 'day' | 'month' | 'year' | 'weekday' | 'half' | 'week' | 'literal';
  readonly value: number;
  readonly cost: number;
}

/** Signs that say what the number before them is, in scripts that write them behind it. */
const UNITS: Readonly<Record<string, Reading['kind']>> = {
  年: 'year',
  月: 'month',
  日: 'day',
  時: 'hour',
  时: 'hour',
  分: 'minute',
  秒: 'second',
  년: 'year',
  월: 'month',
  일: 'day',
  시: 'hour',
  분: 'minute',
  초: 'second',
};

const quoted = (text: string) => (/[A-Za-z']/.test(text) ? `'${text.replaceAll("'", "''")}'` : text);

function digitReadings(text: string): Reading[] {
  const n = Number(text);
  const out: Reading[] = [];
  const add = (field: string, kind: Reading['kind'], cost: number, value = n) =>
    out.push({ field, kind, value, cost });
  if (text.length <= 2) {
    const two = text.length === 2;
    const zero = text.startsWith('0');
    // From 10 on a number looks the same with and without a leading zero: the usual way is the likelier.
    if (n <= 23) {
      if (two) add('HH', 'hour', 0);
      if (!two || (n >= 10 && !zero)) add('H', 'hour', two ? COST.bareHour : COST.oneDigitHour);
    }
    if (n >= 1 && n <= 12) {
      if (!zero) add('h', 'hour', two ? COST.twoDigitTwelve : 0);
      if (two) add('hh', 'hour', zero ? 0 : COST.hiddenZero);
    }
    if (two && n <= 59) {
      add('mm', 'minute', 0);
      add('ss', 'second', 0);
    }
    if (n >= 1 && n <= 31) {
      if (!zero) add('d', 'day', 0);
      if (two) add('dd', 'day', zero ? 0 : COST.hiddenZero);
    }
    if (n >= 1 && n <= 12) {
      if (!zero) add('M', 'month', two ? COST.twoDigitMonth : COST.oneDigitMonth);
      if (two) add('MM', 'month', zero ? 0 : COST.hiddenZeroOfMonth);
    }
    if (two) add('yy', 'year', COST.shortYear, 2000 + n);
    if (n >= 1 && n <= 53) add(two ? 'ww' : 'w', 'week', COST.week);
  } else if (text.length === 4) {
    if (n >= 1900 && n <= 2199) add('yyyy', 'year', 0);
    const hour = Number(text.slice(0, 2));
    const minute = Number(text.slice(2));
    if (hour <= 23 && minute <= 59) add('HHmm', 'hour', COST.runTogether, hour);
  }
  out.push({ field: text, kind: 'literal', value: 0, cost: COST.bareNumber });
  return out;
}

const plain = (text: string) => text.toLocaleLowerCase('und').replace(/\.$/, '');

function wordReadings(text: string, locale: string): Reading[] {
  const names = localeNames(locale);
  const out: Reading[] = [];
  const seek = (list: readonly string[], field: string, kind: Reading['kind'], cost: number, from = 0) => {
    const exact = list.indexOf(text);
    const at = exact >= 0 ? exact : list.findIndex((name) => plain(name) === plain(text));
    if (at >= 0 && (text.length > 1 || !/^\p{Script=Latin}/u.test(text)))
      out.push({ field, kind, value: at + from, cost: cost + (exact >= 0 ? 0 : COST.otherSpelling) });
  };
  seek(names.days, 'EEEE', 'weekday', 0);
  seek(names.daysShort, 'EEE', 'weekday', 0);
  seek(
    names.months,
    'MMMM',
    'month',
    names.months.some((m, i) => plain(m) === plain(nth(names.monthsShort, i)) && plain(m) === plain(text))
      ? COST.wholeOrShort
      : 0,
    1,
  );
  seek(names.monthsShort, 'MMM', 'month', 0, 1);
  if (!names.months.includes(text)) seek(names.monthsAlone, 'LLLL', 'month', COST.standingAlone, 1);
  seek(names.halves, 'a', 'half', 0);
  if (out.length === 0) {
    // Every locale's clock may say AM and PM in Latin letters.
    const half = /^(am|a\.m|pm|p\.m)$/.exec(plain(text));
    if (half)
      out.push({ field: 'a', kind: 'half', value: half[0].startsWith('a') ? 0 : 1, cost: COST.latinHalf });
  }
  out.push({
    field: quoted(text),
    kind: 'literal',
    value: 0,
    cost: text.length === 1 ? COST.oneLetter : COST.word,
  });
  return out;
}

/** How unlikely it is that this reading follows those before it, or Infinity. */
function followCost(
  chosen: readonly { reading: Reading; piece: Piece }[],
  reading: Reading,
  before: string,
): number {
  if (reading.kind === 'literal') return 0;
  if (chosen.some((c) => c.reading.kind === reading.kind)) return Infinity;
  const has = (kind: Reading['kind']) => chosen.find((c) => c.reading.kind === kind);
  const last = chosen.filter((c) => c.piece.what === 'digits').at(-1)?.reading.kind;
  switch (reading.kind) {
    case 'minute':
      return last === 'hour' && !has('hour')!.reading.field.endsWith('mm')
        ? /^[:.h]$/.test(before)
          ? 0
          : COST.oddSeparator
        : Infinity;
    case 'second':
      return last === 'minute' ? (/^[:.分분]$/.test(before) ? 0 : COST.oddSeparator) : Infinity;
    case 'week':
      return chosen.at(-1)?.piece.what === 'word' && chosen.at(-1)!.reading.kind === 'literal'
        ? COST.weekAfterWord
        : 0;
    case 'year':
      // A two-digit year comes after a month, or stands alone with nothing else.
      return reading.field === 'yy' && !has('month') ? COST.shortYearFirst : 0;
    case 'hour':
      return last === 'hour' ? Infinity : 0;
    default:
      return 0;
  }
}

/** What a whole assignment says of itself: how odd, or Infinity when it cannot be. */
function wholeCost(list: readonly Reading[], separators: readonly string[], locale: string): number {
  const get = (kind: Reading['kind']) => list.find((r) => r.kind === kind);
  const index = (kind: Reading['kind']) => list.findIndex((r) => r.kind === kind);
  let cost = 0;
  const hour = get('hour');
  const half = get('half');
  const twelve = hour !== undefined && /^h/.test(hour.field);
  if (half && !hour) return Infinity;
  if (half && !twelve) return Infinity;
  if (twelve && !half) cost += COST.twelveWithoutHalf;
  if (hour && !get('minute') && !hour.field.endsWith('mm'))
    cost += half ? COST.hourAloneWithHalf : COST.hourAlone;
  if (hour && separators[list.indexOf(hour)] === ':' && !get('minute')) cost += COST.colonAstray;
  const [day, month, year, weekday] = [get('day'), get('month'), get('year'), get('weekday')];
  if (day && month && day.value > monthDays(year?.value ?? 2024, month.value)) return Infinity;
  if (day && month && year && weekday && weekdayOf(year.value, month.value, day.value) !== weekday.value)
    return Infinity;
  if (year && !month) cost += COST.yearWithoutMonth;
  if (month && !day && !year) cost += COST.monthAlone;
  if (day && month && /^\D{1,2}$/.test(month.field) && day.field.length !== month.field.length)
    cost += COST.mixedZeros;
  for (const one of [day, month, year]) {
    const at = one ? list.indexOf(one) : -1;
    if (one && /^\D+$/.test(one.field) && (separators[at] === ':' || separators[at - 2] === ':'))
      cost += COST.colonAstray;
  }
  if (weekday && month && month.field.length >= 3)
    cost += (weekday.field === 'EEEE') === (month.field.length === 4) ? 0 : COST.mixedNames;
  if (day && month && year) {
    const at = [index('day'), index('month'), index('year')] as const;
    const order = ['d', 'M', 'y']
      .map((f, i) => [f, nth(at, i)] as const)
      .sort((a, b) => a[1] - b[1])
      .map(([f]) => f)
      .join('');
    const american = locale === 'en-US';
    const common = {
      dMy: american ? COST.foreignOrder : 0,
      Mdy: american ? 0 : COST.foreignOrder,
      yMd: COST.yearFirst,
    }[order];
    if (common === undefined) return Infinity;
    cost += common;
    if (at[2] === Math.min(...at) && month.field.length <= 2)
      cost += COST.missingDigit * (4 - month.field.length - day.field.length);
    // A separator of numbers is the same on both sides.
    const [first, second] = [...at]
      .sort((a, b) => a - b)
      .slice(0, 2)
      .map((i) => separators[i]);
    if (month.field.length <= 2 && first !== second) cost += COST.oddSeparator;
  } else if (day && month && month.field.length <= 2) {
    const dayFirst = index('day') < index('month');
    cost += dayFirst === (locale !== 'en-US') ? 0 : COST.foreignOrder;
  }
  return cost;
}

/** The readings that agree with a sign behind the number, or all where there is none. */
function withUnit(readings: Reading[], behind: string | undefined): Reading[] {
  const kind = UNITS[behind ?? ''];
  return kind ? readings.filter((r) => r.kind === kind) : readings;
}

function guessesFor(sample: string, locale: string): FormatGuess[] {
  const pieces = piecesOf(sample);
  const found: FormatGuess[] = [];
  const readings = pieces.map((p, i): Reading[] =>
    p.what === 'digits'
      ? withUnit(digitReadings(p.text), pieces[i + 1]?.text)
      : UNITS[p.text] && pieces[i - 1]?.what === 'digits'
        ? [{ field: p.text, kind: 'literal', value: 0, cost: 0 }]
        : p.what === 'word'
          ? wordReadings(p.text, locale)
          : [{ field: quoted(p.text), kind: 'literal', value: 0, cost: 0 }],
  );
  // What stands behind each piece, for comparing separators.
  const behind = pieces.map((_, i) => (pieces[i + 1]?.what === 'other' ? nth(pieces, i + 1).text : ''));
  const walk = (i: number, chosen: { reading: Reading; piece: Piece }[], cost: number): void => {
    if (cost > DEAREST || found.length > MOST_FOUND) return;
    if (i === pieces.length) {
      const list = chosen.map((c) => c.reading);
      const whole = wholeCost(list, behind, locale);
      if (cost + whole > DEAREST || list.every((r) => r.kind === 'literal')) return;
      found.push({ pattern: joinFields(list.map((r) => r.field)), locale, cost: cost + whole });
      return;
    }
    const before = i > 0 && nth(pieces, i - 1).what !== 'digits' ? nth(pieces, i - 1).text : '';
    for (const reading of nth(readings, i)) {
      const extra = followCost(chosen, reading, before);
      if (extra === Infinity) continue;
      chosen.push({ reading, piece: nth(pieces, i) });
      walk(i + 1, chosen, cost + reading.cost + extra);
      chosen.pop();
    }
  };
  walk(0, [], 0);
  return found;
}

/** Joins fields; quoted texts that meet become one. */
function joinFields(fields: readonly string[]): string {
  return fields.join('').replace(/([^'])''([^'])/g, '$1$2');
}

const NAMES_OF: Readonly<Record<string, string>> = {
  d: 'the day',
  h: 'the hour',
  H: 'the hour',
  M: 'the month',
};

/** What the likeliest guesses disagree in, as sentences. */
function openQuestions(guesses: readonly FormatGuess[]): string[] {
  const best = guesses[0];
  if (!best) return [];
  const near = guesses.filter((g) => g.cost <= best.cost + CLOSE && g.pattern !== best.pattern);
  const letters = (pattern: string) =>
    pattern
      .replace(/'[^']*'/g, '')
      .replace(/[^A-Za-z]/g, '')
      .replaceAll('L', 'M')
      .replace(/(.)\1+/g, '$1');
  const open = new Set<string>();
  for (const g of near) {
    const a = letters(best.pattern);
    const b = letters(g.pattern);
    if (a === b) {
      const wider = [...a].find((f) => width(best.pattern, f) !== width(g.pattern, f));
      if (wider && NAMES_OF[wider])
        open.add(`Whether ${NAMES_OF[wider]} has a leading zero: show a moment at which it is below 10.`);
    } else if ([...a].sort().join('') === [...b].sort().join(''))
      open.add('Day and month may change places: show a date whose day is above 12.');
    else if (a.replaceAll('h', 'H') === b.replaceAll('h', 'H'))
      open.add('Whether it counts 12 or 24 hours: show an afternoon.');
    else open.add('What some of the numbers mean: show another moment.');
  }
  return [...open];
}

const width = (pattern: string, field: string) =>
  (pattern.replace(/'[^']*'/g, '').match(new RegExp(`${field}+`)) ?? [''])[0].length;

/**
 * The UTS #35 patterns that can produce what a clock shows, likeliest first.
 *
 * @param samples one or more moments as the same clock showed them; every guess explains all of them
 * @param locale  tried first; names of months and days are then sought in the other known locales
 */
export function inferFormat(samples: readonly string[], locale: string = CLOCK_LOCALES[0]): FormatAnswer {
  const texts = samples.map((s) => s.trim()).filter((s) => s !== '' && s.length <= LONGEST_SAMPLE);
  if (texts.length === 0) return { guesses: [], open: [] };
  const best = new Map<string, FormatGuess>();
  const locales = [locale, ...CLOCK_LOCALES.filter((l) => l !== locale)];
  locales.forEach((l, rank) => {
    let shared: Map<string, FormatGuess> | null = null;
    for (const text of texts) {
      const mine = new Map<string, FormatGuess>();
      for (const guess of guessesFor(text, l)) {
        const known = mine.get(guess.pattern);
        if (!known || guess.cost < known.cost) mine.set(guess.pattern, guess);
      }
      if (shared === null) shared = mine;
      else {
        // A pattern must explain every sample; what each one costs adds up, and its literals must be the same.
        const both = new Map<string, FormatGuess>();
        for (const [pattern, guess] of shared) {
          const other = mine.get(pattern);
          if (other) both.set(pattern, { ...guess, cost: guess.cost + other.cost });
        }
        shared = both;
      }
    }
    for (const guess of shared?.values() ?? []) {
      const cost = guess.cost + (rank === 0 ? 0 : 0.2);
      const known = best.get(guess.pattern);
      if (!known || cost < known.cost) best.set(guess.pattern, { ...guess, cost });
    }
  });
  const guesses = [...best.values()].sort(
    (a, b) => a.cost - b.cost || a.pattern.length - b.pattern.length || (a.pattern < b.pattern ? -1 : 1),
  );
  return { guesses: guesses.slice(0, MOST), open: openQuestions(guesses) };
}
