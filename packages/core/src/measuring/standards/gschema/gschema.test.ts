import { describe, expect, it } from 'vitest';
import { LONGEST_SCHEMA_FILE, readSchemas } from './read.js';

const BAR = `<?xml version="1.0" encoding="UTF-8"?>
<schemalist gettext-domain="quayside">
  <enum id="org.quayside.Edge"><value nick="top" value="0"/><value nick="bottom" value="1"/></enum>
  <flags id="org.quayside.Marks"><value nick="dot" value="1"/><value nick="line" value="2"/></flags>
  <schema id="org.quayside.bar" path="/org/quayside/bar/">
    <key name="thickness" type="i"><default>32</default><range min="16" max="96"/>
      <summary>Thickness of the bar</summary>
      <description>How thick it is,
        in &lt;pixels&gt; &#8212; at scale 1.</description></key>
    <key name="edge" enum="org.quayside.Edge"><default>'bottom'</default></key>
    <key name="marks" flags="org.quayside.Marks"><default>['dot']</default></key>
    <key name="style" type="s"><choices><choice value="flat"/><choice value="round"/></choices><default>'flat'</default></key>
    <key name="opacity" type="d"><default>0.8</default><range min="0" max="1"/></key>
    <key name="colour" type="s"><default l10n="messages">"#aabbcc"</default></key>
    <key name="hides" type="b"><default>false</default></key>
    <key name="items" type="as"><default>[]</default></key>
    <key name="shape" type="(ii)"><default>(3, 4)</default></key>
  </schema>
  <schema id="org.quayside.bar.item"><key name="size" type="u"><default>16</default></key></schema>
  <schema id="org.quayside.bar.thin" extends="org.quayside.bar"><override name="thickness">20</override></schema>
</schemalist>`;
const file = (text: string, name = 'a.gschema.xml') => ({ name, text });
const keys = (id: string, ...args: Parameters<typeof readSchemas>) =>
  Object.fromEntries(
    readSchemas(...args)
      .schemas.find((s) => s.id === id)!
      .keys.map((k) => [k.name, k]),
  );

describe('settings schemas of a machine', () => {
  it('tell of each key what it takes, its first value and what it is for', () => {
    const bar = keys('org.quayside.bar', [file(BAR)]);
    expect(readSchemas([file(BAR)]).problems).toEqual([]);
    expect(bar['thickness']).toEqual({
      name: 'thickness',
      type: 'i',
      takes: { as: 'number', least: 16, most: 96, isWhole: true },
      first: '32',
      summary: 'Thickness of the bar',
      help: 'How thick it is, in <pixels> — at scale 1.',
    });
    expect(bar['edge']).toMatchObject({
      type: 's',
      takes: { as: 'choice', values: ['top', 'bottom'] },
      first: "'bottom'",
    });
    expect(bar['marks']).toMatchObject({ type: 'as', takes: { as: 'flags', values: ['dot', 'line'] } });
    expect(bar['style']?.takes).toEqual({ as: 'choice', values: ['flat', 'round'] });
    expect(bar['opacity']?.takes).toEqual({ as: 'number', least: 0, most: 1, isWhole: false });
    expect(bar['colour']?.first).toBe("'#aabbcc'");
    expect(bar['hides']?.takes).toEqual({ as: 'flag' });
    expect(bar['items']).toMatchObject({ takes: { as: 'texts' }, first: '@as []' });
    expect(bar['shape']?.takes).toEqual({ as: 'other' });
  });
  it('say where values are kept: nowhere of their own where they stand once a thing', () => {
    const { schemas } = readSchemas([file(BAR)]);
    expect(schemas.map(({ id, path }) => [id, path])).toEqual([
      ['org.quayside.bar', '/org/quayside/bar/'],
      ['org.quayside.bar.item', null],
      ['org.quayside.bar.thin', '/org/quayside/bar/'],
    ]);
  });
  it('extend others, with first values of their own', () => {
    const thin = keys('org.quayside.bar.thin', [file(BAR)]);
    expect(thin['thickness']?.first).toBe('20');
    expect(thin['opacity']?.first).toBe('0.80000000000000004');
  });
  it('take vendors’ first values, those for this desktop before others', () => {
    const vendor = [
      { name: '10', text: '[org.quayside.bar]\nthickness=40\nopacity=0.5\n' },
      { name: '20', text: "[org.quayside.bar:Harbour]\nthickness=48\n[org.quayside.bar]\nedge='top'\n" },
    ];
    const of = (desktop: string[]) => keys('org.quayside.bar', [file(BAR)], vendor, desktop);
    expect([of([])['thickness']?.first, of(['Harbour'])['thickness']?.first]).toEqual(['40', '48']);
    expect([of([])['edge']?.first, of([])['opacity']?.first]).toEqual(["'top'", '0.5']);
  });
  it('keep what can be read beside what cannot, and say what is wrong', () => {
    const bad = (text: string) => readSchemas([file(text, 'bad'), file(BAR, 'good')]);
    for (const [text, why] of [
      ['<schemalist><schema id="x"><key name="a" type="i"><default>1</default>', /^bad: Its XML is broken/],
      ['<!DOCTYPE s [<!ENTITY a "b">]><schemalist><schema id="x"/></schemalist>', /^bad: .*document type/],
      ['<schemalist>&a;</schemalist>', /^bad: Its XML is broken/],
      ['<svg/>', /^bad: It is XML of another kind/],
      ['not xml at all', /^bad: Its XML is broken/],
      [' '.repeat(LONGEST_SCHEMA_FILE + 1), /^bad: It is longer/],
      [
        '<schemalist><schema id="x"><key name="a" type="qq!"><default>1</default></key></schema></schemalist>',
        /^x a: Its type/,
      ],
      [
        '<schemalist><schema id="x"><key name="a" enum="none"><default>1</default></key></schema></schemalist>',
        /^x a: .*none, which is not there/,
      ],
    ] as const) {
      const { schemas, problems } = bad(text);
      expect(problems).toEqual([expect.stringMatching(why)]);
      expect(schemas.find((s) => s.id === 'org.quayside.bar')?.keys).toHaveLength(9);
    }
  });
  it('keep a key whose first value is none, without it', () => {
    const of = (inner: string) =>
      readSchemas([file(`<schemalist><schema id="x"><key name="a" ${inner}</key></schema></schemalist>`)]);
    for (const [inner, why] of [
      ['type="i"><default>big</default>', /stands in quotes/],
      ['type="i"><default>200</default><range min="0" max="100"/>', /outside of its range/],
      ["type=\"s\"><choices><choice value='a'/></choices><default>'b'</default>", /none of its choices/],
    ] as const) {
      const { schemas, problems } = of(inner);
      expect(problems[0]).toMatch(why);
      expect(schemas[0]?.keys[0]?.first).toBeNull();
    }
  });
  it('of one id are taken once, and circles of extending end', () => {
    const twice = readSchemas([file(BAR), file(BAR, 'again')]);
    expect(twice.schemas).toHaveLength(3);
    expect(twice.problems[0]).toMatch(/^again: The schema org.quayside.bar is there already/);
    const circle =
      '<schemalist><schema id="a" extends="b"><key name="k" type="b"><default>true</default></key></schema><schema id="b" extends="a"/></schemalist>';
    expect(readSchemas([file(circle)]).schemas.map((s) => s.path)).toEqual([null, null]);
  });
});
