import * as yup from 'yup';
import { held, untouched } from './shape/shape.js';

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

/** A name: 1 to 200 characters, none of them a control character, no blanks at its ends. */
export const nameSchema = held(
  held(
    untouched(yup.string())
      .defined('A name is needed.')
      .min(1, 'A name needs at least one character.')
      .max(NAME_MAX, `A name has at most ${NAME_MAX} characters.`),
    'ends',
    (name) => (name === name.trim() ? null : 'A name has no blanks at its ends.'),
    { pattern: String.raw`^(\S([\s\S]*\S)?)?$` },
  ),
  'controls',
  (name) => (hasNoControls(name) ? null : 'A name has no control characters.'),
  { pattern: String.raw`^[^\u0000-\u001f\u007f-\u009f]*$` },
);

/** A text of any length up to 10,000 characters, line breaks allowed, possibly empty. */
export const noteSchema = held(
  untouched(yup.string())
    .defined('A text is needed, if an empty one.')
    .max(NOTE_MAX, `A text has at most ${NOTE_MAX.toLocaleString('en-GB')} characters.`),
  'controls',
  (note) => (hasNoControls(note.replace(/\t/g, ' '), true) ? null : 'A text has no control characters.'),
  { pattern: String.raw`^[^\u0000-\u0008\u000b-\u001f\u007f-\u009f]*$` },
);

/** The days of the Gregorian calendar, from the year 1 on: months of 31, of 30, of 28 days, and the 29th of leap years. */
const DATE = new RegExp(
  String.raw`^(?!0000)(\d{4}-((0[13578]|1[02])-(0[1-9]|[12]\d|3[01])|(0[469]|11)-(0[1-9]|[12]\d|30)|02-(0[1-9]|1\d|2[0-8]))` +
    String.raw`|(\d\d(0[48]|[2468][048]|[13579][26])|([02468][048]|[13579][26])00)-02-29)$`,
);

/** Whether a text is a day of the calendar, as 2026-11-25. */
export function isDate(text: string): boolean {
  return DATE.test(text);
}

/** A day, as 2026-11-25. */
export const dateSchema = untouched(yup.string())
  .defined('A date is needed.')
  .matches(DATE, 'A date is written as 2026-11-25.');
