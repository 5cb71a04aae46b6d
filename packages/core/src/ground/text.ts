import * as yup from 'yup';
import { monthDays } from './calendar.js';

/** Whether a text is free of control characters (a line break may be allowed): they break exports and terminals. */
export function hasNoControls(text: string, lineBreaks = false): boolean {
  for (const char of text) {
    const code = char.codePointAt(0)!;
    if (code === 10 && lineBreaks) continue;
    if (code < 32 || (code >= 127 && code < 160)) return false;
  }
  return true;
}

export const NAME_MAX = 200;
export const NOTE_MAX = 10_000;

/** A name: 1 to 200 characters after trimming, no control characters. */
export const nameSchema = yup
  .string()
  .strict()
  .trim('A name has no blanks at its ends.')
  .min(1, 'A name needs at least one character.')
  .max(NAME_MAX, `A name has at most ${NAME_MAX} characters.`)
  .test('controls', 'A name has no control characters.', (v) => v === undefined || hasNoControls(v))
  .required('A name is needed.');

/** A text of any length up to 10,000 characters, line breaks allowed, possibly empty. */
export const noteSchema = yup
  .string()
  .strict()
  .max(NOTE_MAX, `A text has at most ${NOTE_MAX.toLocaleString('en-GB')} characters.`)
  .test(
    'controls',
    'A text has no control characters.',
    (v) => v === undefined || hasNoControls(v.replace(/\t/g, ' '), true),
  )
  .defined('A text is needed, if an empty one.');

/** Whether a text is a day of the calendar, as 2026-11-25. */
export function isDate(text: string): boolean {
  const [, year, month, day] = /^(\d{4})-(\d\d)-(\d\d)$/.exec(text)?.map(Number) ?? [];
  if (!year || !month || !day || month > 12) return false;
  return day <= monthDays(year, month);
}

/** A day, as 2026-11-25. */
export const dateSchema = yup
  .string()
  .strict()
  .test('date', 'A date is written as 2026-11-25.', (v?: string | null) => v == null || isDate(v))
  .required('A date is needed.');
