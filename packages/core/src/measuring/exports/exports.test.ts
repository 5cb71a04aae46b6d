import { describe, expect, it } from 'vitest';
import fc from 'fast-check';
import type { ExportedValue } from './export.js';
import { readExport, type ExportRead } from './readExport.js';
import { writeEntry, writeExport } from './writeExport.js';

const bytes = (text: string) => new TextEncoder().encode(text);
function read(text: string | Uint8Array): ExportRead {
  const answer = readExport({ name: 'desk.txt', bytes: typeof text === 'string' ? bytes(text) : text });
  if (!answer.ok) throw new Error(answer.sentence);
  return answer.read;
}
const values = ({ entries }: ExportRead) =>
  Object.fromEntries([...entries].map(([name, { value }]) => [name, value]));
/** What an export is with some of its values set: those alone. */
function only(told: ExportRead, set: Record<string, string>): string {
  const all = Object.entries(set).map(([name, value]) => {
    const entry = told.entries.get(name);
    if (!entry) throw new Error(`There is no ${name} among ${[...told.entries.keys()].join(', ')}.`);
    return { entry, value };
  });
  return new TextDecoder(told.form.encoding).decode(writeExport(told.form, all));
}

const SECTIONS =
  'Settings of the Fernhill desk, 3\r\n\r\n[Desk\\Bar]\r\n"Height"=dword:00000018\r\n"Name"="a \\"b\\" \\\\c"\r\n[Dock]\r\nicon size = 24\r\n';
const XML =
  '<?xml version="1.0"?><desk version="2"><bar name="one" size="3" edge="top"><t type="int">4</t></bar><set name="dock" type="flag" value="true"/></desk>';
const JSON_TEXT = '{"dock":{"edge":"left","size":24,"all":[1,"b"]},"on":true}';

describe('an export of settings', () => {
  it('is a file of the same form with the changed entries alone: sections keep head, quotes, types and line ends', () => {
    expect(only(read(SECTIONS), { 'Desk\\Bar › Height': '32', 'Desk\\Bar › Name': 'a "c"' })).toBe(
      'Settings of the Fernhill desk, 3\r\n\r\n[Desk\\Bar]\r\n"Height"=dword:00000020\r\n"Name"="a \\"c\\""\r\n',
    );
    expect(only(read(SECTIONS), { 'Dock › icon size': '48' })).toContain('[Dock]\r\nicon size = 48\r\n');
    expect(only(read('a = 1\n[B]\nc=2\n'), { a: '5', 'B › c': '6' })).toBe('a = 5\n\n[B]\nc=6\n');
  });
  it('of JSON keeps the path and the type', () => {
    expect(
      JSON.parse(only(read(JSON_TEXT), { 'dock › size': '32', 'dock › edge': 'top', on: 'false' })),
    ).toEqual({
      dock: { size: 32, edge: 'top' },
      on: false,
    });
  });
  it('of XML keeps what elements are called and typed, and no value beside those that are set', () => {
    const told = read(XML);
    expect(only(told, { 'desk › bar one › size': '5', 'desk › bar one › edge': 'left' })).toBe(
      '<?xml version="1.0"?>\n<desk version="2">\n  <bar name="one" size="5" edge="left"/>\n</desk>\n',
    );
    expect(only(told, { 'desk › bar one › t': '6', 'desk › set dock › value': 'a<b' })).toBe(
      '<?xml version="1.0"?>\n<desk version="2">\n  <bar name="one">\n    <t type="int">6</t>\n  </bar>\n  <set name="dock" type="flag" value="a&#60;b"/>\n</desk>\n',
    );
  });
  it('in UTF-16 is read by its byte order mark, and written so', () => {
    for (const isLittle of [true, false]) {
      const text = '\uFEFF[Tür]\r\n"Höhe"=dword:00000018\r\n';
      const wide = new Uint8Array(text.length * 2);
      const view = new DataView(wide.buffer);
      [...text].forEach((sign, i) => view.setUint16(2 * i, sign.charCodeAt(0), isLittle));
      const told = read(wide);
      expect(values(told)).toEqual({ 'Tür › Höhe': '24' });
      const entry = told.entries.get('Tür › Höhe')!;
      expect(writeExport(told.form, [{ entry, value: '24' }])).toEqual(wide);
    }
  });
  it('that is written is read again with these values, whatever they are: the law of all forms', () => {
    const word = fc.stringMatching(/^[A-Za-zä][A-Za-z0-9 ._-]{0,12}[A-Za-z]$/);
    // What no line can hold is refused, not written.
    const value = fc
      .string({ unit: 'grapheme', maxLength: 20 })
      .filter((v) => !/[\p{C}]/u.test(v) && v === v.trim() && v !== '');
    for (const text of [SECTIONS, XML, JSON_TEXT])
      fc.assert(
        fc.property(value, word, fc.nat(0xffff_ffff), (said, plain, number) => {
          const told = read(text);
          const fit = ({ way }: ExportedValue) =>
            way === 'sixteens'
              ? String(number)
              : way === 'JSON value'
                ? JSON.stringify([said])
                : way === 'bare'
                  ? plain
                  : said;
          const set = Object.fromEntries([...told.entries].map(([name, entry]) => [name, fit(entry)]));
          expect(values(read(only(told, set)))).toEqual(set);
        }),
      );
  });
  it('refuses values that its entry cannot hold', () => {
    expect(writeEntry({ way: 'sixteens' }, '#ff0000')).toBeNull();
    expect(writeEntry({ way: 'sixteens' }, '4294967296')).toBeNull();
    expect(writeEntry({ way: 'bare' }, 'a\nb')).toBeNull();
    expect(writeEntry({ way: 'JSON value' }, 'red')).toBeNull();
  });
  it.each([
    ['', /no settings/],
    ['{"a":', /breaks off/],
    ['<a><b></a>', /broken XML/],
    ['<!DOCTYPE a [<!ENTITY b "c">]><a x="1"/>', /document type/],
    ['a = 1\0', /no text/],
    ['just words', /no settings/],
  ])('%j is refused with a sentence', (text, sentence) => {
    const answer = readExport({ name: 'desk.txt', bytes: bytes(text) });
    expect(answer.ok ? 'taken' : answer.sentence).toMatch(sentence);
  });
});
