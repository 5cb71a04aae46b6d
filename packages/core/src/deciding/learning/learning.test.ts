import * as fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { cases } from '../../testing/properties.js';
import { TRAITS } from './targets.js';
import { utf8Bytes } from '../../ground/utf8.js';
import { readProfile } from '../../model/host/profile.js';
import type { CoatRows } from '../../model/coat/rows.js';
import { coverageOf, sayTarget } from './coverage.js';
import { isLearnt, learnFrom, readChanges, takesBy } from './byDoing.js';
import { learnFromExports } from './exports.js';
import { lineOf } from './lineOf.js';
import { editText } from '../../measuring/standards/edits/editText.js';
import { choiceWords } from './choiceWords.js';
import type { DescribedSetting } from './described.js';
import { makeProfile } from './makeProfile.js';
import { NO_MACHINE, readMachine, type Machine, type MachineSetting } from './machine.js';
import { seenOnPictures, seenOnScreen } from './seen.js';
import { suggest } from './suggest.js';
import { readAs, writeAs } from '../../model/offers/writes.js';
import { carriedOver } from './carriedOver.js';
import { itemsOf, supplyOf } from './supplyOf.js';
import { findPhrases, phrasesOf, wordsOf } from './tokens.js';

const setting = (told: Partial<DescribedSetting>): DescribedSetting => ({
  key: `${told.group ?? 'x'} ${told.name ?? 'y'}`,
  group: 'x',
  name: 'y',
  label: '',
  help: '',
  takes: { as: 'number', least: 0, most: 200, isWhole: true },
  first: null,
  now: null,
  ...told,
});
const best = (
  told: Partial<DescribedSetting>,
  ...args: [seen?: Parameters<typeof suggest>[1], scale?: number]
) => suggest([setting(told)], ...args)[0]!.guesses[0]?.target ?? null;

describe('what a setting most likely is', () => {
  it('is none of looks where its words are of something else', () => {
    for (const label of [
      'Delay before the panel comes back',
      'Volume of the alarm of the clock',
      'Size of the mail window',
      'Keys to show the launcher',
    ])
      expect([label, best({ label })]).toEqual([label, null]);
  });
  it('is the thing behind “of”, and the longest name that is found', () => {
    expect(best({ label: 'Size of the menu button' })).toBe('launcher-button.size');
    expect(best({ label: 'Width of the menu' })).toBe('launcher.width');
  });
  it('must be able to take what the trait has', () => {
    const text = { as: 'text' } as const;
    expect(best({ label: 'Height of the panel', takes: text, first: 'tall' })).toBeNull();
    expect(best({ label: 'Colour of the clock', takes: text, first: '#aabbcc' })).toBe('clock.colour');
    expect(best({ label: 'Format of the clock', takes: text, first: '#aabbcc' })).not.toBe('clock.format');
  });
  it('is sure of no pattern where nothing is written, and of nothing that is said to be used no longer', () => {
    const text = { as: 'text' } as const;
    const told = (label: string, first: string, help = '') =>
      suggest([setting({ group: 'x.clock', name: 'format', label, help, takes: text, first })])[0]!;
    expect(told('Format of the clock', '%H:%M').isSure).toBe(true);
    expect(told('Format of the clock', '').isSure).toBe(false);
    expect(told('Locale for dates, their format', '').isSure).toBe(false);
    expect(told('Format of the clock', '%H:%M', 'This key is deprecated and ignored.').isSure).toBe(false);
  });
  it('follows what is seen: the value that a picture tells speaks for itself, at the display’s scale too', () => {
    const two = [
      setting({ key: 'a', name: 'size', label: 'Size of the panel', first: '30', now: '30' }),
      setting({ key: 'b', name: 'height', label: 'Height of the panel', first: '16', now: '16' }),
    ];
    const seen = [{ kind: 'bar', trait: 'thickness', value: 32 }];
    const likely = (all: ReturnType<typeof suggest>) =>
      all.map((s) => s.guesses.find((g) => g.target === 'bar.thickness')?.likely ?? 0);
    const [a, b] = likely(suggest(two, seen, 2));
    expect(b).toBeGreaterThan(a!);
    expect(suggest(two, seen, 2)[1]!.why.join(' ')).toContain('as is seen');
    expect(suggest(two, seen, 2)[0]!.why.join(' ')).toContain('not what is seen');
  });
  it('is held against nothing that may be another kind’s', () => {
    const size = setting({ name: 'thickness', label: 'Thickness of the dock', first: '56' });
    const told = (maybe: boolean) =>
      suggest([size], [{ kind: 'dock', trait: 'thickness', value: 32, maybe }])[0]!.why.join(' ');
    expect(told(false)).toContain('not what is seen');
    expect(told(true)).not.toContain('seen');
  });
  it('is not sure where two settings claim one thing alike', () => {
    const two = ['a', 'b'].map((name) =>
      setting({ key: name, group: name, name: 'thickness', label: 'Thickness of the panel' }),
    );
    expect(suggest(two.slice(0, 1))[0]!.isSure).toBe(true);
    expect(suggest([two[0]!, { ...two[1]!, name: 'thick' }]).map((s) => s.isSure)).toEqual([false, false]);
  });
});

describe('words of names', () => {
  const phrases = phrasesOf([
    ['bar', ['panel', 'task bar']],
    ['button', ['menu button']],
    ['menu', ['menu']],
    ['size', ['icon size']],
    ['active', ['active + colour']],
  ]);
  const found = (text: string) => findPhrases(wordsOf(text, phrases.words), phrases).map((f) => f.means);
  it('are parted at signs, capitals and digits, whole for pieces of them, in one spelling', () => {
    expect(found('pnl_icosz')).toEqual(['bar', 'size']);
    expect(found('TaskBar')).toEqual(['bar']);
    expect(found('taskbarIconSize')).toEqual(['bar', 'size']);
    expect(found('Panels')).toEqual(['bar']);
  });
  it('count for the longest that they make', () => {
    expect(found('The menu button')).toEqual(['button']);
    expect(found('The menu')).toEqual(['menu']);
  });
  it('may stand apart where the table says so', () => {
    expect(found('Color of the focused window')).toEqual(['active']);
    expect(found('Color of the window')).toEqual([]);
  });
});

describe('choices of a trait in a desktop’s words', () => {
  it('are told by what the trade calls them, each word for one choice', () => {
    expect(choiceWords(['top', 'right', 'bottom', 'left'], ['n', 's', 'e', 'w'])).toEqual({
      top: 'n',
      right: 'e',
      bottom: 's',
      left: 'w',
    });
    expect(choiceWords(['fill and crop', 'fit whole', 'tile'], ['zoomed', 'scaled', 'mosaic'])).toEqual({
      'fill and crop': 'zoomed',
      'fit whole': 'scaled',
    });
    expect(choiceWords(['top'], ['something'])).toEqual({});
  });
});

const own = (told: Partial<MachineSetting>): MachineSetting => ({
  ...setting(told),
  type: 'i',
  file: null,
  ...told,
});
const machine = (settings: readonly MachineSetting[], commands = ['gsettings', 'pkcon']): Machine => ({
  ...NO_MACHINE,
  desktop: 'Quayside',
  settings,
  commands,
});
const TOLD = { id: '00000000-0000-4000-8000-000000000001', revision: 1, name: 'Mine', version: '1' };

describe('a profile that is made of what was learnt', () => {
  it('offers numbers in the trait’s own measure, within bounds', () => {
    const share = own({
      takes: { as: 'number', least: 0, most: 1, isWhole: false },
      type: 'd',
      first: '0.8',
    });
    expect(supplyOf(share, 'bar.opacity')).toMatchObject({
      ok: true,
      supply: { range: { least: 0, most: 100, step: 1 }, setting: { writes: { factor: 0.01, type: 'd' } } },
    });
    const free = own({ takes: { as: 'number', least: -1e12, most: 1e12, isWhole: true } });
    expect(supplyOf(free, 'bar.thickness')).toMatchObject({
      supply: { range: { least: 0, most: 4000, step: 1 } },
    });
  });
  it('refuses what nobody can write, with the reason', () => {
    const text = { as: 'text' } as const;
    expect(supplyOf(own({ takes: text, first: 'big' }), 'bar.colour')).toMatchObject({ ok: false });
    expect(supplyOf(own({ takes: text, first: 'M:NXC', type: 's' }), 'window-buttons.order')).toMatchObject({
      ok: false,
      sentence: expect.stringContaining('single letters') as string,
    });
    // What the letters are somebody says, and then they are written as they stand.
    const letters = own({ takes: text, first: 'M:NXC', type: 's' });
    const said = { M: 'menu', N: 'fold', X: 'widen', C: 'shut' };
    const known = supplyOf(letters, 'window-buttons.order', said);
    if (!known.ok) throw new Error(known.sentence);
    const order = { start: ['shut'], centre: [], end: ['fold', 'widen'] };
    expect(writeAs(known.writes, 'order', order).text).toBe("'C:NX'");
    expect(readAs(known.writes, 'order', "'C:NX'")).toEqual(order);
    expect(itemsOf(letters, 'window-buttons.order', { M: 'menu' })).toEqual([
      { item: 'M', means: 'menu' },
      { item: 'N', means: null },
      { item: 'X', means: null },
      { item: 'C', means: null },
    ]);
    expect(itemsOf(letters, 'bar.edge', {})).toBeNull();
    // What somebody says of an item counts before what its name tells.
    const row = own({ takes: text, first: 'clock;gap;q7', type: 's' });
    const asked = supplyOf(row, 'bar.items', { gap: '', q7: 'launcher' });
    expect(asked.ok && asked.writes.words).toEqual({ launcher: 'q7' });
    expect(supplyOf(own({ takes: { as: 'choice', values: ['foo', 'bah'] } }), 'bar.edge').ok).toBe(false);
    expect(supplyOf(own({ takes: text, first: '/a.png', type: 's' }), 'wallpaper.picture').ok).toBe(false);
  });
  it('writes an order with the signs of its value: what stands between items, and what parts the ends', () => {
    const written = (first: string) => {
      const setting = own({ takes: { as: 'text' }, first, type: 's' });
      const answer = supplyOf(setting, 'bar.items');
      if (!answer.ok) return answer.sentence;
      const order = { start: ['launcher', 'window list'], centre: [], end: ['clock'] };
      const named = { ...answer.writes, words: { launcher: 'menu', 'window list': 'tasks', clock: 'time' } };
      return writeAs(named, 'order', order).text;
    };
    expect(written('menu,tasks;status,clock')).toBe(`'menu,tasks;time'`);
    expect(written('menu|tasks,status|clock')).toBe(`'menu|tasks,time'`);
    expect(written('menu;tasks|status;clock')).toBe(`'menu;tasks|time'`);
    expect(written('menu:clock')).toBe(`'menu,tasks:time'`);
    expect(written('menu,tasks,clock')).toBe(`'menu,tasks,time'`);
    for (const unclear of ['menu', 'menu,a;b,c;clock,d', 'menu,a;b|c'])
      expect(written(unclear)).toMatch(/^(No value|Its items|Three signs)/);
  });
  it('tells of a later version what came, went, moved, and has other bounds', () => {
    const bar = (name: string, most: number) =>
      own({
        key: `q.bar ${name}`,
        group: 'q.bar',
        name,
        takes: { as: 'number', least: 16, most, isWhole: true },
      });
    const profile = (all: readonly (readonly [MachineSetting, string])[]) =>
      makeProfile(machine(all.map(([s]) => s)), new Map(all.map(([s, is]) => [s.key, is])), TOLD).profile;
    const before = profile([
      [bar('height', 64), 'bar.thickness'],
      [bar('radius', 40), 'bar.cornerRadius'],
      [bar('gap', 40), 'bar.margin'],
    ]);
    const after = profile([
      [bar('height', 96), 'bar.thickness'],
      [bar('rounding', 40), 'bar.cornerRadius'],
      [bar('blur', 40), 'bar.blur'],
    ]);
    expect(carriedOver(before, before)).toEqual([]);
    expect(carriedOver(before, after)).toEqual([
      { what: 'range', target: 'bar.thickness', key: 'q.bar height', says: 'took 16 to 64, takes 16 to 96' },
      { what: 'moved', target: 'bar.cornerRadius', key: 'q.bar rounding', says: 'was q.bar radius' },
      { what: 'came', target: 'bar.blur', key: 'q.bar blur', says: '' },
      { what: 'went', target: 'bar.margin', key: 'q.bar gap', says: '' },
    ]);
    // Back again, what came went.
    expect(
      carriedOver(after, before)
        .map((c) => c.what)
        .sort(),
    ).toEqual(['came', 'moved', 'range', 'went']);
  });
  it('turns a switch round that says the opposite', () => {
    const hides = own({ name: 'hide-icons', takes: { as: 'flag' }, type: 'b', first: 'true' });
    expect(supplyOf(hides, 'desktop-items.shown')).toMatchObject({
      writes: { words: { true: 'false', false: 'true' } },
    });
  });
  it('has an offer a thing, first values of the schemas and none of what is set now, and passes every check', () => {
    const bars = ['/one/', '/two/'].flatMap((path) => [
      own({ key: `q.bar:${path} size`, group: `q.bar:${path}`, name: 'size', first: '30', now: '77' }),
    ]);
    const secret = own({
      key: 'q.look motto',
      group: 'q.look',
      name: 'motto',
      takes: { as: 'text' },
      type: 's',
      first: 'plain',
      now: 'my own words',
    });
    const { profile, leftOut } = makeProfile(
      machine([...bars, secret]),
      new Map(bars.map((b) => [b.key, 'bar.thickness'])),
      TOLD,
    );
    expect(leftOut).toEqual([]);
    expect(readProfile(JSON.parse(JSON.stringify(profile)))).toEqual(profile);
    expect(profile.offers.map((o) => o.id)).toEqual(['bar', 'bar-2']);
    expect(profile.surfaces).toEqual({ bar: 2 });
    expect(profile.defaults).toEqual({ bar: { thickness: 30 } });
    expect(JSON.stringify(profile)).not.toMatch(/77|my own words/);
    expect(profile.settings?.map((s) => s.key)).toEqual(['q.look motto']);
    expect(profile.channels.map((c) => c.id)).toEqual(['packagekit', 'by-hand']);
  });
  it('says which of two settings for one thing it could not take', () => {
    const two = [own({ key: 'q a', group: 'q', name: 'a' }), own({ key: 'q b', group: 'q', name: 'b' })];
    const { profile, leftOut } = makeProfile(
      machine(two),
      new Map(two.map((s) => [s.key, 'bar.thickness'])),
      TOLD,
    );
    expect(Object.keys(profile.offers[0]!.supplies)).toEqual(['thickness']);
    expect(leftOut.map((l) => [l.setting.key, l.sentence])).toEqual([
      ['q b', 'Another setting is that already.'],
    ]);
  });
  it('passes every check whatever a machine tells and whatever is said of it, and cuts off no key', () => {
    const texts = fc.string({ unit: 'binary', maxLength: 250 });
    const takes = fc.oneof(
      fc.record({
        as: fc.constant('number' as const),
        least: fc.integer(),
        most: fc.integer(),
        isWhole: fc.boolean(),
      }),
      fc.record({
        as: fc.constant('choice' as const),
        values: fc.array(fc.oneof(texts, fc.constantFrom('top', 'left', 'dark', 'light')), { maxLength: 4 }),
      }),
      fc.constantFrom(
        { as: 'flag' as const },
        { as: 'text' as const },
        { as: 'texts' as const },
        { as: 'other' as const },
      ),
    );
    const values = fc.option(
      fc.oneof(texts, fc.constantFrom('#aabbcc', '12', '0.5', '%H:%M', 'Sans 10', 'a:b,c', 'true')),
    );
    const settings = fc.array(
      fc.record({
        key: texts,
        group: texts,
        name: texts,
        label: texts,
        help: texts,
        takes,
        first: values,
        now: values,
        type: fc.constantFrom(null, 'i', 's', 'd', 'as', 'b', 'u'),
        file: fc.option(
          fc.record({
            path: fc.constant('~/.config/a'),
            format: fc.constantFrom('key file' as const, 'json' as const),
            at: texts,
          }),
        ),
      }),
      { maxLength: 12 },
    );
    const targets = fc.oneof(
      fc.constantFrom(...TRAITS.map((t) => t.target)),
      fc.constantFrom('variants', 'list:icon set', 'list:sound theme', 'list:window theme'),
    );
    fc.assert(
      fc.property(
        settings,
        fc.array(targets, { minLength: 12, maxLength: 12 }),
        texts,
        fc.boolean(),
        fc.array(fc.record({ id: texts, name: texts }), { maxLength: 4 }),
        fc.array(fc.record({ parent: texts, name: texts, holds: fc.array(texts, { maxLength: 4 }) }), {
          maxLength: 4,
        }),
        (all, said, desktop, has, icons, themes) => {
          const decisions = new Map(all.map(({ key }, i) => [key, said[i]!]));
          const { profile } = makeProfile(
            {
              ...machine(all, has ? ['gsettings'] : []),
              desktop,
              installed: { 'icon set': icons },
              themes: [...themes, ...all.map(({ now }) => ({ ...themes[0]!, name: now ?? '' }))].slice(
                0,
                themes.length === 0 ? 0 : undefined,
              ),
            },
            decisions,
            TOLD,
          );
          expect(readProfile(JSON.parse(JSON.stringify(profile)))).toEqual(profile);
          const keys = new Set(all.map(({ key }) => key));
          for (const { key } of profile.settings ?? []) expect(keys).toContain(key);
        },
      ),
      { numRuns: cases(200) },
    );
  });
  it('says after which break each setting shows, where that was said', () => {
    const late = own({ key: 'org.q thickness', group: 'org.q', name: 'thickness' });
    const { profile } = makeProfile(
      machine([late]),
      new Map([[late.key, 'bar.thickness']]),
      TOLD,
      new Map([[late.key, { shows: 'session' }]]),
    );
    expect(profile.offers[0]?.supplies['thickness']).toMatchObject({ setting: { effect: 'session' } });
    expect(readProfile(JSON.parse(JSON.stringify(profile)))).toEqual(profile);
  });
  it('is for a hand where there is no command to set anything', () => {
    const { profile } = makeProfile(machine([own({})], []), new Map(), TOLD);
    expect(profile.commands.set[0]).toBe('echo');
    expect(profile.channels.map((c) => c.id)).toEqual(['by-hand']);
  });
});

describe('what is learnt from two exports of settings', () => {
  const learn = (first: string, then: string, name = 'desk.txt') =>
    learnFromExports(null, { name: 'before.txt', bytes: utf8Bytes(first) }, { name, bytes: utf8Bytes(then) });
  it('is the places that became another, in sections, JSON and XML', () => {
    const changed = (first: string, then: string) => {
      const answer = learn(first, then);
      return answer.ok
        ? answer.learnt.machine.settings.map((s) => [s.key, s.takes.as, s.now])
        : answer.sentence;
    };
    expect(
      changed(
        '[Software\\Desk\\Bar]\r\n"Height"=dword:00000018\r\n"Edge"="bottom"\r\n; no\r\n',
        '\uFEFF[Software\\Desk\\Bar]\r\n"Height"=dword:00000020\r\n"Edge"="bottom"\r\n',
      ),
    ).toEqual([['desk.txt › Software\\Desk\\Bar › Height', 'number', '32']]);
    expect(changed('a = 1\n[Dock]\nicon size = 24\n', 'a = 1\n[Dock]\nicon size = 32\n')).toEqual([
      ['desk.txt › Dock › icon size', 'number', '32'],
    ]);
    expect(
      changed('{"dock": {"edge": "left", "all": [1]}}', '{"dock": {"edge": "top", "all": [1]}}'),
    ).toEqual([['desk.txt › dock › edge', 'choice', 'top']]);
    expect(
      changed(
        '<d><bar name="one" size="3"><t>x</t></bar></d>',
        '<d><bar name="one" size="4"><t>x</t></bar></d>',
      ),
    ).toEqual([['desk.txt › d › bar one › size', 'number', '4']]);
  });
  it('leaves out what looks private, by its name or by its value, and says how many', () => {
    const of = (password: string, id: string, mail: string, size: string) =>
      `[Desk]\npassword = ${password}\nid = ${id}\nsender = ${mail}\nsize = ${size}\n`;
    const answer = learn(
      of('pumpkin', 'a1b2c3d4e5f6a7b8c9d0e1f2a3', 'me@here.example', '24'),
      of('turnip', 'b1b2c3d4e5f6a7b8c9d0e1f2a3', 'you@here.example', '32'),
    );
    if (!answer.ok) throw new Error(answer.sentence);
    const { machine } = answer.learnt;
    expect(machine.settings.map((s) => s.name)).toEqual(['size']);
    expect(machine.leftOut).toBe(3);
    expect(JSON.stringify(machine)).not.toMatch(/pumpkin|turnip|b1b2c3|here\.example/);
  });
  it('becomes a profile for a hand, and none that a command would set wrongly', () => {
    const answer = learn('[Dock]\nicon size = 24\n', '[Dock]\nicon size = 32\n');
    if (!answer.ok) throw new Error(answer.sentence);
    const told = answer.learnt.machine;
    const decisions = new Map([[told.settings[0]!.key, 'dock.iconSize']]);
    const { profile, leftOut } = makeProfile(told, decisions, TOLD);
    expect(leftOut).toEqual([]);
    expect(readProfile(JSON.parse(JSON.stringify(profile)))).toEqual(profile);
    expect(profile.commands.set[0]).toBe('echo');
    expect(makeProfile({ ...told, commands: ['gsettings'] }, decisions, TOLD).leftOut[0]?.sentence).toContain(
      'by hand',
    );
  });
  it('is refused with a sentence where there is nothing to learn from', () => {
    for (const [first, then, why] of [
      ['[A]\na=1\n', '[A]\na=1\n', /Nothing is another/],
      ['words', '[A]\na=1\n', /before.txt holds no settings/],
      ['{"a": 1', '{"a": 1}', /before.txt begins like JSON/],
      ['<a', '<a/>', /before.txt is broken XML/],
      ['<!DOCTYPE a><a b="1"/>', '<a b="2"/>', /document type/],
      ['a\0b', 'a=1', /no text in UTF-8/],
    ] as const) {
      const answer = learn(first, then);
      expect(answer.ok ? '' : answer.sentence).toMatch(why);
    }
  });
});

describe('a clock that tells hours to 24 or to 12', () => {
  const clock = (told: Partial<MachineSetting>) =>
    own({ key: 'k', group: 'org.q.clock', name: 'format', label: 'Format of the clock', type: 's', ...told });
  it('is a format of two patterns, by the values of a choice or the name of a switch', () => {
    const chosen = clock({ takes: { as: 'choice', values: ['24h', '12h'] }, first: '24h' });
    const switched = clock({
      name: 'use-24-hour',
      label: 'Use a 24-hour clock',
      takes: { as: 'flag' },
      type: 'b',
      first: 'true',
    });
    for (const [told, on12] of [
      [chosen, "'12h'"],
      [switched, 'false'],
    ] as const) {
      const answer = supplyOf(told, 'clock.format');
      if (!answer.ok) throw new Error(answer.sentence);
      expect(answer.supply).toMatchObject({ oneOf: ['HH:mm', 'h:mm a'] });
      expect(writeAs(answer.writes, 'format', 'h:mm a').text).toBe(on12);
      expect(readAs(answer.writes, 'format', on12)).toBe('h:mm a');
      const { profile, leftOut } = makeProfile(machine([told]), new Map([['k', 'clock.format']]), TOLD);
      expect(leftOut).toEqual([]);
      expect(profile.defaults['clock']).toEqual({ format: 'HH:mm' });
      expect(readProfile(JSON.parse(JSON.stringify(profile)))).toEqual(profile);
    }
    expect(suggest([chosen])[0]!.guesses[0]?.target).toBe('clock.format');
  });
  it('is none where nothing says which is which', () => {
    expect(supplyOf(clock({ takes: { as: 'flag' } }), 'clock.format').ok).toBe(false);
    expect(supplyOf(clock({ takes: { as: 'choice', values: ['long', 'short'] } }), 'clock.format').ok).toBe(
      false,
    );
    expect(
      supplyOf(clock({ takes: { as: 'choice', values: ['24h', '24h with seconds', '12h'] } }), 'clock.format')
        .ok,
    ).toBe(false);
  });
});

describe('a number with its unit', () => {
  it('is a number, and is written with its unit again', () => {
    expect(takesBy(['24px', '32px', '48px'])).toEqual({ as: 'number', least: 24, most: 48, isWhole: true });
    expect(takesBy(['24px', '2em']).as).toBe('text');
    const high = own({ type: null, takes: takesBy(['24px', '32px']), now: '32px' });
    const answer = supplyOf(high, 'bar.thickness');
    if (!answer.ok) throw new Error(answer.sentence);
    expect(writeAs(answer.writes, 'length', 40).text).toBe('40px');
    expect(readAs(answer.writes, 'length', '40px')).toBe(40);
    // Seconds are a thousand milliseconds; what is no measure of the trait is refused, not taken for one.
    const slow = supplyOf(
      own({ type: null, takes: takesBy(['1.5s', '2s']), now: '2s' }),
      'minimise-effect.duration',
    );
    if (!slow.ok) throw new Error(slow.sentence);
    expect(writeAs(slow.writes, 'duration', 250).text).toBe('0.25s');
    expect(readAs(slow.writes, 'duration', '0.25s')).toBe(250);
    for (const [target, now] of [
      ['bar.thickness', '2em'],
      ['bar.thickness', '24pt'],
      ['bar.opacity', '40px'],
    ] as const)
      expect(supplyOf(own({ type: null, takes: takesBy([now]), now }), target).ok).toBe(false);
  });
  it('has the first value that somebody says where no schema tells one', () => {
    const high = own({
      key: 'k',
      name: 'bar height',
      type: null,
      takes: takesBy(['24px', '32px']),
      now: '32px',
    });
    const made = (first?: string) =>
      makeProfile(
        machine([high], []),
        new Map([['k', 'bar.thickness']]),
        TOLD,
        new Map([['k', first === undefined ? {} : { first }]]),
      ).profile;
    const of = (first?: string) => made(first).defaults['bar'];
    const summary = (first?: string) => made(first).summary;
    expect(of()).toBeUndefined();
    expect(of('28px')).toEqual({ thickness: 28 });
    expect(summary('28px')).toContain('1 were said by hand');
    expect(summary()).not.toContain('by hand');
    expect(of('much')).toBeUndefined();
  });
});

describe('what is seen of a desktop', () => {
  it('is told by the work area where no window keeps room, and by how many workspaces there are', () => {
    const seen = seenOnScreen({
      screen: [1920, 1080],
      windows: [],
      workArea: [0, 0, 1920, 1036],
      workspaces: [4],
    });
    expect(seen).toContainEqual({ kind: 'bar', trait: 'thickness', value: 44, maybe: true });
    expect(seen).toContainEqual({ kind: 'bar', trait: 'edge', value: 'bottom', maybe: true });
    expect(seen).toContainEqual({ kind: 'workspace-switcher', trait: 'count', value: 4 });
    expect(seen.filter((s) => s.trait === 'edge' && s.value !== 'bottom')).toEqual([]);
    // A work area of another screen says nothing of this one.
    expect(seenOnScreen({ screen: [1280, 800], windows: [], workArea: [0, 0, 3200, 1036] })).toEqual([]);
  });
  const dock = (strut: number[], type = 'dock') => ({ type, strut, frame: [] });
  it('is told by the windows of a screen: edge, thickness and length of each dock, title and border of frames', () => {
    const seen = seenOnScreen({
      screen: [1920, 1080],
      windows: [
        dock([0, 0, 0, 44, 0, 0, 0, 0, 0, 0, 480, 1439]),
        dock([60, 0, 0, 0, 0, 1079, 0, 0, 0, 0, 0, 0]),
        dock([0, 0, 30, 0], 'normal'),
        { type: 'normal', strut: [], frame: [2, 2, 31, 2] },
      ],
    });
    const of = (kind: string) => seen.filter((s) => s.kind === kind).map((s) => `${s.trait} ${s.value}`);
    expect(of('bar')).toEqual([
      'edge bottom',
      'thickness 44',
      'edgeShare 50',
      'edge left',
      'thickness 60',
      'edgeShare 100',
    ]);
    expect(of('dock')).toEqual(of('bar'));
    expect(of('frame')).toEqual(['titleHeight 31', 'border 2']);
  });
  it('is nothing where a survey tells nonsense', () => {
    for (const raw of [
      null,
      5,
      {},
      { windows: 5 },
      { windows: [null, { type: 'dock', strut: ['x', 1, 2, 3] }, { type: 'dock', strut: [1] }] },
    ])
      expect(seenOnScreen(raw)).toEqual([]);
  });
  it('is told by pictures of it that were brought in, and by none that was drawn', () => {
    const sighting = (id: string, captureId: string) => ({
      id,
      captureId,
      elementId: 'a',
      values: { thickness: 40, items: { start: [] } },
    });
    const rows = {
      element: { a: { id: 'a', kind: 'bar' } },
      capture: { p: { how: 'brought in' }, d: { how: 'drawn' } },
      sighting: { x: sighting('x', 'p'), y: sighting('y', 'd') },
    } as unknown as CoatRows;
    expect(seenOnPictures(rows)).toEqual([{ kind: 'bar', trait: 'thickness', value: 40 }]);
  });
});

describe('what is learnt by doing', () => {
  const learnt = (...changes: object[]) =>
    JSON.stringify({ learnt: 1, desktop: 'Quayside', rounds: 3, changes });
  const changesOf = (...changes: object[]) => {
    const read = readChanges(learnt(...changes));
    if (!read.ok) throw new Error(read.sentence);
    return read.changes;
  };
  const line = (
    round: number,
    group: string,
    from: string | null,
    to: string,
    path = '~/.config/bar/rc',
  ) => ({
    round,
    in: path,
    line: 3,
    group,
    from,
    to,
  });
  it('makes settings of lines that changed, with what they take by the values that they had', () => {
    const { machine, changed } = learnFrom(
      null,
      'Quayside',
      changesOf(
        line(1, 'Dock', 'size=24', 'size=32'),
        line(2, 'Dock', 'size=32', 'size=96'),
        line(3, 'Dock', 'hide=no', 'hide=yes'),
        line(3, '', 'edge = top', 'edge = left'),
        line(3, '', 'edge = left', 'edge = bottom'),
        line(3, 'Look', 'colour=#aabbcc', 'colour=#112233'),
      ),
    );
    expect(machine.settings.map((s) => [s.file?.format, s.file?.at, s.takes, s.now])).toEqual([
      ['key file', 'Dock/size', { as: 'number', least: 24, most: 96, isWhole: true }, '96'],
      ['key file', 'Dock/hide', { as: 'flag' }, 'yes'],
      ['lines', 'edge =', { as: 'choice', values: ['top', 'left', 'bottom'] }, 'bottom'],
      ['key file', 'Look/colour', { as: 'text' }, '#112233'],
    ]);
    expect([...changed]).toEqual([
      ['~/.config/bar/rc Dock/size', 2],
      ['~/.config/bar/rc Dock/hide', 1],
      ['~/.config/bar/rc edge =', 1],
      ['~/.config/bar/rc Look/colour', 1],
    ]);
  });
  it('finds the place inside files of every sort, by what a line lies in', () => {
    const place = (from: string, to: string, within: string[] = [], group = '') => {
      const found = lineOf({ in: '~/.config/f', key: group, within, from, to });
      return found && [found.file.format, found.file.at, found.name, found.from, found.to];
    };
    expect(place('    "size": 24,', '    "size": 32,', ['{', '"dock": {'])).toEqual([
      'json',
      'dock.size',
      'size',
      '24',
      '32',
    ]);
    expect(place('  "edge": "top"', '  "edge": "le\\"ft"', ['{'])).toEqual([
      'json',
      'edge',
      'edge',
      'top',
      'le"ft',
    ]);
    expect(place('  "a": 1', '  "a": 2', ['{', '"all": ['])).toBeNull();
    expect(place('  color: #fff;', '  color: #abc;', ['.panel {'])).toEqual([
      'css',
      '.panel{color}',
      'color',
      '#fff',
      '#abc',
    ]);
    expect(place('  color: #fff;', '  color: #abc;', ['@media x {', '.panel {'])).toBeNull();
    expect(
      place(
        '    <property name="size" type="int" value="24"/>',
        '    <property name="size" type="int" value="32"/>',
        ['<channel name="panel" version="1.0">'],
      ),
    ).toEqual(['xml', 'channel[name=panel]/property[name=size]@value', 'size', '24', '32']);
    expect(place('  <size>24</size>', '  <size>32</size>', ['<desk>'])).toEqual([
      'xml',
      'desk/size',
      'size',
      '24',
      '32',
    ]);
    expect(place('  <a x="1" y="2"/>', '  <a x="2" y="3"/>', ['<desk>'])).toBeNull();
    expect(place('size = 1', 'size = 2', [], 'Dock')).toEqual(['key file', 'Dock/size', 'size', '1', '2']);
    expect(place('a plain line', 'another plain line')).toBeNull();
  });
  it('finds places that an edit finds again, and that keep every other byte', () => {
    for (const [format, text, from, to, within, value, after] of [
      [
        'json',
        '{\n  "dock": {\n    "size": 24,\n    "on": true\n  }\n}\n',
        '    "size": 24,',
        '    "size": 32,',
        ['{', '"dock": {'],
        '40',
        '"size": 40,',
      ],
      [
        'css',
        '.panel {\n  color: #fff;\n}\n',
        '  color: #fff;',
        '  color: #abc;',
        ['.panel {'],
        '#112233',
        'color: #112233;',
      ],
      [
        'xml',
        '<c name="p">\n  <property name="s" value="1"/>\n</c>\n',
        '  <property name="s" value="1"/>',
        '  <property name="s" value="2"/>',
        ['<c name="p">'],
        '9',
        '<property name="s" value="9"/>',
      ],
    ] as const) {
      const found = lineOf({ in: '~/.config/f', key: '', within, from, to })!;
      expect(found.file.format).toBe(format);
      const edited = editText(found.file.format, text, found.file.at, value);
      expect(edited.ok && edited.text).toBe(text.replace(from.trim(), after));
    }
  });
  it('says nothing of bounds where a number was tried twice', () => {
    const { machine } = learnFrom(null, '', changesOf(line(1, 'Dock', 'size=24', 'size=32')));
    expect(machine.settings[0]?.takes).toMatchObject({ least: -1e12, most: 1e12 });
  });
  it('ties what changed to the settings that a survey told, things that stand more than once too, and counts the rest', () => {
    const told = machine([
      own({ key: 'q.bar size', group: 'q.bar', name: 'size', first: '3', now: '3' }),
      own({ key: 'q.thing:/q/one/ size', group: 'q.thing:/q/one/', name: 'size', first: '3', now: '3' }),
    ]);
    const {
      machine: after,
      changed,
      unplaced,
    } = learnFrom(
      told,
      '',
      changesOf(
        { round: 1, in: 'settings', key: 'q.bar size', from: '3', to: '5' },
        { round: 1, in: 'settings', key: '/q/bar size', from: null, to: '5' },
        { round: 2, in: 'settings', key: '/q/one size', from: '3', to: '7' },
        line(2, '', '  3,', '  7,', '~/.config/a.json'),
        line(2, '', 'a = 1', 'b = 2'),
        line(2, '', null, 'a = 1', '/etc/../x'),
      ),
    );
    expect([...changed.keys()]).toEqual(['q.bar size', 'q.thing:/q/one/ size']);
    expect(after.settings[0]).toMatchObject({ first: '3', now: '5', takes: told.settings[0]!.takes });
    expect(unplaced).toBe(3);
  });
  it('is refused with a sentence where it is none or nothing changed', () => {
    for (const [raw, why] of [
      ['{"learnt": 1, "changes": [', /breaks off/],
      ['{"learnt": 2}', /not what learn.sh writes/],
      [learnt(), /Nothing changed/],
      [learnt({ round: 1 }, 5 as unknown as object), /Nothing changed/],
    ] as const) {
      const answer = readChanges(raw);
      expect(answer.ok ? '' : answer.sentence).toMatch(why);
    }
    expect(isLearnt(learnt())).toBe(true);
    expect(isLearnt('{"survey": 1}')).toBe(false);
  });
});

describe('how much of a coat a desktop can set', () => {
  const trait = (id: string, elementId: string, name: string) => ({
    id,
    elementId,
    trait: name,
    target: 1,
    variantId: null,
  });
  const rows = {
    element: {
      a: { id: 'a', kind: 'bar', name: 'Rail', weight: 5, rules: {}, addition: false },
      b: { id: 'b', kind: 'icon-set', name: 'Icons', weight: 2, rules: {}, addition: false },
      c: {
        id: 'c',
        kind: 'clock',
        name: 'Clock',
        weight: 1,
        rules: { format: { importance: 'ignored' } },
        addition: false,
      },
      d: { id: 'd', kind: 'dock', name: 'Extra', weight: 5, rules: {}, addition: true },
    },
    trait: Object.fromEntries(
      [
        trait('1', 'a', 'thickness'),
        trait('2', 'a', 'thickness'),
        trait('3', 'a', 'edge'),
        trait('4', 'b', 'size'),
        trait('5', 'c', 'format'),
        trait('6', 'd', 'edge'),
      ].map((t) => [t.id, t]),
    ),
  } as unknown as CoatRows;
  it('counts each trait once that matters, and names what is missing, the weightiest first', () => {
    const none = coverageOf(rows, new Set());
    expect([none.settable, none.all]).toEqual([0, 3]);
    expect(none.missing.map((m) => m.target)).toEqual(['bar.thickness', 'bar.edge', 'icon-set.size']);
    const some = coverageOf(rows, new Set(['bar.thickness', 'list:icon set']));
    expect([some.settable, some.missing.map((m) => m.element)]).toEqual([2, ['Rail']]);
  });
  it('says targets as people do', () => {
    expect(['clock.format', 'list:icon set', 'variants'].map(sayTarget)).toEqual([
      'Clock: format',
      'Choice of the icon set',
      'Switch between light and dark',
    ]);
  });
});

describe('what a machine tells', () => {
  const survey = (more: object) =>
    JSON.stringify({
      survey: 1,
      takenAt: '2026-11-30T10:00:00Z',
      system: { desktop: 'Quayside' },
      directories: { dataHome: ['/home/a/.local/share'] },
      ...more,
    });
  const file = (name: string, lines: string[]) => ({ name, lines });
  it('is read from key files of every sort: keys with blanks and signs, groups or none', () => {
    expect(
      readMachine(survey({ system: { desktop: 'not said' }, machine: { files: [file('/etc/a', ['a=1'])] } })),
    ).toMatchObject({
      machine: { desktop: '' },
    });
    const answer = readMachine(
      survey({
        machine: {
          commands: [],
          files: [
            file('/home/a/.config/bar/rc', [
              'top=1',
              '[Bar]',
              'icon_size = 24',
              'Back Color=#aabbcc',
              '# no=1',
              '[a/b]',
              'x=1',
              'not a line',
            ]),
          ],
        },
      }),
    );
    expect(answer.ok && answer.machine.settings.map((s) => [s.file?.at, s.now, s.takes.as])).toEqual([
      ['top=', '1', 'number'],
      ['Bar/icon_size', '24', 'number'],
      ['Bar/Back Color', '#aabbcc', 'text'],
    ]);
  });
  it('is read from lines without any group: quotes stay outside, and what stands twice is left out', () => {
    const text = ['# shelf', 'edge = "left"', 'bind = a', 'bind = b', 'colour=#aabbcc', 'wide=yes'];
    const answer = readMachine(survey({ machine: { files: [file('/home/a/.config/shelf/rc', text)] } }));
    if (!answer.ok) throw new Error(answer.sentence);
    expect(answer.machine.settings.map((s) => [s.file?.format, s.file?.at, s.now])).toEqual([
      ['lines', 'edge =', 'left'],
      ['lines', 'colour=', '#aabbcc'],
      ['lines', 'wide=', 'yes'],
    ]);
    // It is the same place that learn.sh finds, and an edit keeps every other byte.
    const { at } = answer.machine.settings[0]!.file!;
    expect(
      lineOf({ in: '~/.config/shelf/rc', key: '', within: [], from: 'edge = "left"', to: 'edge = "top"' }),
    ).toMatchObject({ file: { at, format: 'lines' }, from: 'left', to: 'top' });
    expect(editText('lines', text.join('\n'), at, 'top')).toMatchObject({
      ok: true,
      text: text.join('\n').replace('left', 'top'),
    });
  });
  it('tells which look a desktop prefers, and that speaks for the switch that agrees', () => {
    const schema = (now: string) =>
      readMachine(
        survey({
          settings: { 'org.q.look scheme': now },
          machine: {
            schemas: [
              {
                name: 'a',
                text: `<schemalist><enum id="e"><value nick="plain" value="0"/><value nick="night" value="1"/></enum><schema id="org.q.look" path="/org/q/look/"><key name="scheme" enum="e"><default>'plain'</default><summary>Colour scheme</summary></key></schema></schemalist>`,
              },
            ],
            portal: `({'org.freedesktop.appearance': {'color-scheme': <uint32 1>}},)`,
          },
        }),
      );
    const likely = (now: string) => {
      const answer = schema(now);
      if (!answer.ok) throw new Error(answer.sentence);
      expect(answer.machine.appearance).toEqual(['a dark look is preferred']);
      const [told] = suggest(answer.machine.settings, answer.machine.seen);
      return told!.guesses.find((g) => g.target === 'variants')?.likely ?? 0;
    };
    expect(likely("'night'")).toBeGreaterThan(likely("'plain'"));
  });
  it('asks about a theme whose folder lies there, where no word says of which sort it is', () => {
    const seen = [{ kind: 'list:control theme', trait: '', value: 'Sedge', maybe: true }];
    const themed = (now: string, label = 'Sedgewick theme') =>
      suggest([setting({ name: 'sw-theme', label, takes: { as: 'text' }, now })], seen)[0]!;
    expect(themed('Sedge').guesses[0]?.target).toBe('list:control theme');
    expect(themed('Sedge').isSure).toBe(false);
    expect(themed('Rush').guesses[0]?.target).not.toBe('list:control theme');
    // Where words say of which sort it is they count.
    expect(themed('Sedge', 'Icon theme').guesses[0]?.target).toBe('list:icon set');
  });
  it('tells a thing that stands several times by the schema that has its keys, and not where two have them', () => {
    const schema = (id: string) =>
      `<schema id="${id}"><key name="size" type="i"><default>3</default></key></schema>`;
    const of = (text: string) =>
      readMachine(
        survey({
          machine: {
            schemas: [{ name: 'a', text: `<schemalist>${text}</schemalist>` }],
            set: ['[org/q/one]', 'size=5'],
            files: [file('/home/a/.config/r', ['[A]', 'a=1'])],
          },
        }),
      );
    const one = of(schema('org.q.thing'));
    expect(one.ok && one.machine.settings[0]).toMatchObject({
      key: 'org.q.thing:/org/q/one/ size',
      now: '5',
      first: '3',
    });
    const two = of(schema('org.q.thing') + schema('org.q.other'));
    expect(two.ok && two.machine.settings.map((s) => s.file?.at)).toEqual(['A/a']);
  });
  it('is refused with a sentence where it is none, and kept where a part of it is damaged', () => {
    for (const [raw, why] of [
      ['', /no JSON/],
      ['{"survey": 1, "machine": {', /breaks off/],
      ['[1,2]', /no survey/],
      ['{"survey": 2}', /no survey/],
      [survey({}), /--settings/],
      [survey({ machine: {} }), /no setting/],
      [survey({ machine: { schemas: 5, files: 'x', set: [null, 3] } }), /no setting/],
    ] as const) {
      const answer = readMachine(raw);
      expect([raw.slice(0, 30), answer.ok ? '' : answer.sentence]).toEqual([
        raw.slice(0, 30),
        expect.stringMatching(why),
      ]);
    }
    const damaged = readMachine(
      survey({
        machine: {
          schemas: [
            { name: 'bad', text: '<schemalist><schema' },
            { name: 'long', text: '' },
          ],
          files: [file('/home/a/.config/r', ['a=1'])],
        },
      }),
    );
    expect(damaged.ok && damaged.machine.problems).toEqual([
      expect.stringContaining('long: It is longer'),
      expect.stringContaining('bad: Its XML is broken'),
    ]);
    expect(damaged.ok && damaged.machine.settings).toHaveLength(1);
  });
});
