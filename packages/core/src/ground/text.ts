import * as yup from 'yup';
import { monthDays } from './calendar.js';
import { hasNoControls } from '../model/traits/value.js';

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

const UUID = /^[0-9a-f]{8}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{12}$/;

/** A UUID in lower case, made by whoever makes the object. */
export const idSchema = yup
  .string()
  .strict()
  .matches(UUID, 'An id is a UUID in lower case.')
  .required('An id is needed.');

/** A SHA-256 in lower-case hex. */
export const shaSchema = yup
  .string()
  .strict()
  .matches(/^[0-9a-f]{64}$/, 'A SHA-256 has 64 hex digits.')
  .required('A SHA-256 is needed.');

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

/** Whether a text is a UUID as this application writes them. */
export function isId(text: string): boolean {
  return UUID.test(text);
}
