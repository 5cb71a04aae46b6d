import * as fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { readGVariant } from './read.js';
import { WHOLE, isType } from './type.js';
import type { GVariant } from './value.js';
import { quoteText, writeGVariant } from './write.js';

const said = fc.string({ unit: 'binary' });
const texts = said.filter((s) => !s.includes('\0'));

/** Values of a type, all of them. */
function valuesOf(type: string): fc.Arbitrary<GVariant> {
  const sign = type[0]!;
  const bounds = WHOLE[sign];
  if (bounds)
    return fc
      .bigInt({ min: bounds.least, max: bounds.most })
      .map((value) => ({ type, is: 'whole', value }) as const);
  if (sign === 'b') return fc.boolean().map((value) => ({ type, is: 'flag', value }) as const);
  if (sign === 'd') return fc.double().map((value) => ({ type, is: 'double', value }) as const);
  if (sign === 's') return texts.map((value) => ({ type, is: 'text', value }) as const);
  if (sign === 'o') return fc.constant({ type, is: 'text', value: '/org/invented/Thing_1' } as const);
  if (sign === 'g') return fc.constant({ type, is: 'text', value: 'a{sv}i' } as const);
  if (sign === 'v')
    return types(1)
      .chain(valuesOf)
      .map((value) => ({ type, is: 'variant', value }) as const);
  if (sign === 'm')
    return fc.option(valuesOf(type.slice(1))).map((value) => ({ type, is: 'maybe', value }) as const);
  if (sign === 'a')
    return fc
      .array(valuesOf(type.slice(1)), { maxLength: 4 })
      .map((items) => ({ type, is: 'list', items }) as const);
  const inner: string[] = [];
  for (let at = 1; at < type.length - 1;) {
    let end = at + 1;
    while (!isType(type.slice(at, end))) end++;
    inner.push(type.slice(at, end));
    at = end;
  }
  return fc.tuple(...inner.map(valuesOf)).map((items) => ({ type, is: 'list', items }) as const);
}
function types(depth: number): fc.Arbitrary<string> {
  const single = fc.constantFrom(...'bynqiuxtdsog');
  if (depth <= 0) return single;
  const deeper = types(depth - 1);
  return fc.oneof(
    single,
    fc.constant('v'),
    deeper.map((t) => `a${t}`),
    deeper.map((t) => `m${t}`),
    fc.array(deeper, { maxLength: 3 }).map((ts) => `(${ts.join('')})`),
    fc.tuple(single, deeper).map(([k, t]) => `a{${k}${t}}`),
  );
}
const values = types(2).chain(valuesOf);
const read = (text: string, type?: string) => {
  const answer = readGVariant(text, type);
  return answer.ok ? writeGVariant(answer.value) : answer.sentence;
};

describe('values of settings as GLib writes them', () => {
  it('come back as they were, told their type or not', () => {
    fc.assert(
      fc.property(values, (value) => {
        const text = writeGVariant(value);
        expect(readGVariant(text, value.type)).toEqual({ ok: true, value });
        expect(readGVariant(text)).toEqual({ ok: true, value });
      }),
    );
  });
  it('are read in every way in which they are written by hand', () => {
    for (const [text, type, right] of [
      ['32', 'u', 'uint32 32'],
      ['  uint32   32 ', undefined, 'uint32 32'],
      ['0x1f', 'i', '31'],
      ['017', 'i', '15'],
      ['1', 'd', '1.0'],
      ['0.8', 'd', '0.80000000000000004'],
      ['1e-7', 'd', '9.9999999999999995e-08'],
      ['1e20', 'd', '1e+20'],
      ['-inf', 'd', '-inf'],
      ['[1, 2.5]', undefined, '[1.0, 2.5]'],
      ['@as []', undefined, '@as []'],
      ['[]', 'as', '@as []'],
      [`["it's", 'a "b"']`, 'as', `["it's", 'a "b"']`],
      [String.raw`'a\'b\\\n\u00e9'`, 's', String.raw`"a'b\\\né"`],
      ["{'a': <1>, 'b': <'x'>}", 'a{sv}', "{'a': <1>, 'b': <'x'>}"],
      ['@a{sv} {}', undefined, '@a{sv} {}'],
      ['(1, true)', undefined, '(1, true)'],
      ["('x',)", undefined, "('x',)"],
      ['nothing', 'mi', '@mi nothing'],
      ['5', 'mi', '@mi just 5'],
      ["b'ab'", undefined, '[byte 0x61, 0x62, 0x00]'],
      ['[uint32 1, 2]', undefined, '[uint32 1, 2]'],
      ["[('a', uint32 3)]", undefined, "[('a', uint32 3)]"],
    ] as const)
      expect([text, read(text, type)]).toEqual([text, right]);
  });
  it('are refused with the reason where they are none, and whatever is thrown at it, it says something', () => {
    for (const [text, type, why] of [
      ['', 'i', /breaks off/],
      ['bottom', 's', /stands in quotes/],
      ["'open", 's', /closing quote/],
      ['300', 'y', /outside/],
      ['1.5', 'i', /no value of the type i/],
      ["'x'", 'i', /no value of the type i/],
      ['uint32 3', 'i', /of the type u, not i/],
      ['[]', undefined, /type is not told/],
      ['1 2', 'i', /goes on after/],
      ['(1)', '(i)', /comma/],
      ['not a path', 'o', /.+/],
      ["'not a path'", 'o', /path/],
      ['1', 'zz', /no type/],
      ['['.repeat(500), undefined, /deeper/],
    ] as const)
      expect([text, read(text, type)]).toEqual([text, expect.stringMatching(why)]);
    fc.assert(
      fc.property(fc.string({ unit: fc.constantFrom(...'[](){}<>@\'"\\,: 0123456789abuinst-.') }), (text) => {
        const answer = readGVariant(text);
        if (answer.ok) expect(readGVariant(writeGVariant(answer.value))).toEqual(answer);
        else expect(answer.sentence).toMatch(/\.$/);
      }),
    );
  });
  it('stand in the quotes that they do not hold', () => {
    expect(quoteText('plain')).toBe("'plain'");
    expect(quoteText("it's")).toBe('"it\'s"');
    expect(quoteText('tab\tand bell\u0007')).toBe(String.raw`'tab\tand bell\a'`);
  });
});
