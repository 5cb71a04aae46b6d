import { describe, expect, it } from 'vitest';
import { fieldText, typedValue, withValue, type Column } from './columns';

const column = (type: Column['type'], more: Partial<Column> = {}): Column => ({
  key: 'k',
  label: 'Field',
  type,
  ...more,
});

describe('a field of a document', () => {
  it.each([
    [column('number'), 12.5, '12.5'],
    [column('words'), ['a', 'b c'], 'a, b c'],
    [column('words', { between: ' ' }), ['tool', 'get', '{package}'], 'tool get {package}'],
    [column('words', { between: ' ' }), ['say', 'a "b" \\ c', ''], 'say "a \\"b\\" \\\\ c" ""'],
    [column('price'), { amount: 7.5, currency: 'EUR' }, '7.5 EUR'],
    [column('json'), { type: 'flag' }, '{"type":"flag"}'],
    [column('text'), ' as typed ', ' as typed '],
    [column('lines'), ['one, with a comma', 'two'], 'one, with a comma\ntwo'],
    [column('pairs'), { pipit: 'tidebar', dunnock: 'tide-bar' }, 'pipit = tidebar\ndunnock = tide-bar'],
  ])('%j shows what it holds and gives it back', (c, value, text) => {
    expect(fieldText(c, value)).toBe(text);
    expect(typedValue(c, text)).toEqual({ ok: true, value });
  });
  it('takes a comma for a decimal point', () => {
    expect(typedValue(column('number'), '1,5')).toEqual({ ok: true, value: 1.5 });
    expect(typedValue(column('price'), '7,50 eur')).toEqual({
      ok: true,
      value: { amount: 7.5, currency: 'EUR' },
    });
  });
  it.each([
    [column('number'), 'wide'],
    [column('price'), '19'],
    [column('json'), '{'],
    [column('words', { between: ' ' }), 'say "open'],
    [column('pairs'), 'pipit'],
  ])('%j says what is wrong with %j', (c, text) => {
    const typed = typedValue(c, text);
    expect(typed.ok ? '' : typed.sentence).toMatch(/^Field: /);
  });
  it('left empty is null, nothing at all, or an empty text, as the column has it', () => {
    expect(typedValue(column('number', { empty: 'null' }), ' ')).toEqual({ ok: true, value: null });
    expect(typedValue(column('words', { empty: 'absent' }), '')).toEqual({ ok: true, value: undefined });
    expect(typedValue(column('text'), '')).toEqual({ ok: true, value: '' });
    expect(withValue({ a: 1, b: 2 }, 'a', undefined)).toEqual({ b: 2 });
  });
});
