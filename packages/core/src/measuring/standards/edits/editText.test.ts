import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { EDIT_VECTORS } from '../../../testing/editVectors.js';
import { FILE_FORMATS } from './edit.js';
import { editText } from './editText.js';

describe.each(FILE_FORMATS)('an edit of a file: %s', (format) => {
  it.each(EDIT_VECTORS.filter((v) => v.format === format).map((v) => [v.of, v] as const))('%s', (_, v) => {
    const edited = editText(v.format, v.text, v.at, v.value);
    expect(edited.ok ? edited.text : { refused: edited.why }).toEqual(v.gives);
  });

  it('changes one stretch, can be taken back, and finds again what it wrote', () => {
    const mine = EDIT_VECTORS.filter((v) => v.format === format && v.value !== null);
    fc.assert(
      fc.property(fc.constantFrom(...mine), fc.stringMatching(/^[A-Za-z0-9.,%()ü-]{1,12}$/), (v, value) => {
        const first = editText(format, v.text, v.at, value);
        if (!first.ok) return;
        // Writing the same again changes nothing.
        const again = editText(format, first.text, v.at, value);
        expect(again).toMatchObject({ ok: true, text: first.text });
        // What was there before comes back to the letter.
        if (first.was === null || first.was === '') return;
        const raw =
          format === 'json' && first.was.startsWith('"') ? (JSON.parse(first.was) as string) : first.was;
        if (format === 'json' && !first.was.startsWith('"')) return;
        if (format === 'xml' && first.was.includes('&')) return;
        const back = editText(format, first.text, v.at, raw);
        expect(back).toMatchObject({ ok: true, text: v.text });
      }),
    );
  });

  it('never ends in an error, whatever the file', () => {
    const bits = fc.constantFrom(
      '{',
      '}',
      '"',
      "'",
      '[',
      ']',
      '<',
      '>',
      '/',
      '=',
      ':',
      ';',
      'a',
      'b',
      ' ',
      '\n',
      '\r\n',
      '\\',
      '/*',
      '*/',
      '#',
      ',',
      '1',
      '<!--',
      '@',
    );
    fc.assert(
      fc.property(
        fc.array(bits, { maxLength: 25 }),
        fc.constantFrom('a', 'a/b', 'a{b}', 'a@b', 'a =', 'b.a'),
        (text, at) => {
          const edited = editText(format, text.join(''), at, '7');
          if (edited.ok) expect(edited.text.length).toBeGreaterThan(0);
        },
      ),
      { numRuns: 2000 },
    );
  });
});

it('files that are no text are for a hand', () => {
  expect(editText('lines', 'a = 1\0', 'a =', '2')).toEqual({ ok: false, why: 'broken' });
  expect(editText('lines', 'a = 1', 'a =', '2\0')).toEqual({ ok: false, why: 'value' });
});
