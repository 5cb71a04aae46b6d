import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { testHost, testPart } from '../../testing/parts.js';
import { readCoordinates, writeCoordinates } from './coordinates.js';
import { firstSteps, fitOf, nearestVersion } from '../parts/fit.js';
import { fromSyntax, toSyntax, type FormatSyntax } from './formatSyntax.js';
import { readPart, type Part } from '../parts/part.js';
import { trialDaysLeft } from '../parts/trialDays.js';

const CODES = [
  { field: 'EEE', code: '%w' },
  { field: 'EEEE', code: '%W' },
  { field: 'd', code: '%j' },
  { field: 'MMM', code: '%n' },
  { field: 'HH', code: '%U' },
  { field: 'mm', code: '%i' },
  { field: 'a', code: '%x' },
];
const PERCENT: FormatSyntax = {
  id: 'p',
  name: 'Percent',
  codes: CODES,
  literals: { how: 'doubled', sign: '%' },
  lineBreak: '%/',
};
const BRACES: FormatSyntax = {
  id: 'b',
  name: 'Braces',
  codes: CODES.map((c) => ({ ...c, code: `{${c.field}}` })),
  literals: { how: 'quoted', sign: '`' },
  lineBreak: null,
};
const BARE: FormatSyntax = {
  ...PERCENT,
  id: 'x',
  name: 'Bare',
  codes: CODES.map((c) => ({ ...c, code: c.field })),
  literals: { how: 'bare' },
};

describe('a format in a part’s own syntax', () => {
  it.each([
    [PERCENT, 'EEE d MMM\nHH:mm', '%w %j %n%/%U:%i', []],
    [PERCENT, "HH'h'mm 50%", '%Uh%i 50%%', []],
    [BRACES, "EEEE 'at' HH", '{EEEE} at {HH}', []],
    [BRACES, "'{'HH'}'", '`{`{HH}}', []],
    [BRACES, 'HH\nmm', '{HH} {mm}', ['The line break becomes a blank: Braces has one line.']],
    [PERCENT, 'HH:mm:ss', '%U:%i:', ['The second (ss) is left out: Percent has no code for it.']],
    [PERCENT, 'dd', '%j', ['The day of the month is written as d, since Percent has no dd.']],
    [
      BARE,
      "HH 'am'",
      'HH ',
      ['“a” is left out: Bare would read it as a code.', '“m” is left out: Bare would read it as a code.'],
    ],
  ])('%s: %j is written %j', (syntax, pattern, text, losses) => {
    expect(toSyntax(pattern, syntax)).toEqual({ text, losses });
  });
  it.each([
    [PERCENT, '%w %j%/%U:%i', 'EEE d\nHH:mm'],
    [PERCENT, 'at %% %q', "'at % %q'"],
    [BRACES, '`{HH}` {HH}', "'{HH} 'HH"],
    [BRACES, 'it``s {d}', "'it`s 'd"],
  ])('%s: %j is read as %j', (syntax, text, pattern) => {
    expect(fromSyntax(text, syntax).text).toBe(pattern);
  });
  it('comes back the same where nothing was lost', () => {
    const literal = fc.stringMatching(/^[ .:,%`{}'a-z/-]{1,5}$/).map((t) => `'${t.replace(/'/g, "''")}'`);
    const field = fc.constantFrom(...CODES.map((c) => c.field));
    const pattern = fc
      .array(fc.tuple(field, literal), { minLength: 1, maxLength: 5 })
      .map((p) => p.flat().join(''));
    fc.assert(
      fc.property(pattern, fc.constantFrom(PERCENT, BRACES), (p, syntax) => {
        const there = toSyntax(p, syntax);
        const back = toSyntax(fromSyntax(there.text, syntax).text, syntax);
        expect(there.losses).toEqual([]);
        expect(back).toEqual(there);
      }),
    );
  });
});

describe('a place on earth', () => {
  it.each([
    ['54.98, -1.61', 54.98, -1.61],
    ['54,98; -1,61', 54.98, -1.61],
    ['54° 58′ 48″ N, 1° 36′ 36″ W', 54.98, -1.61],
    ['54 58 48 N 1 36 36 W', 54.98, -1.61],
    ['33.86 S, 151.2 E', -33.86, 151.2],
  ])('%s', (text, latitude, longitude) => {
    const place = readCoordinates(text)!;
    expect(place.latitude).toBeCloseTo(latitude, 6);
    expect(place.longitude).toBeCloseTo(longitude, 6);
  });
  it.each(['', 'home', '91, 0', '0, 181', '1° 61′ N, 0 E', '5 E, 5 N', '1', '1, 2, 3', '-5 S, 0 E'])(
    '%j is none',
    (text) => expect(readCoordinates(text)).toBeNull(),
  );
  it('is the same place after being written either way', () => {
    const angle = (most: number) => fc.double({ min: -most, max: most, noNaN: true });
    fc.assert(
      fc.property(
        angle(90),
        angle(180),
        fc.constantFrom('decimal' as const, 'degrees' as const),
        (latitude, longitude, as) => {
          const back = readCoordinates(writeCoordinates({ latitude, longitude }, as))!;
          expect(Math.abs(back.latitude - latitude)).toBeLessThan(2e-5);
          expect(Math.abs(back.longitude - longitude)).toBeLessThan(2e-5);
        },
      ),
    );
  });
});

describe('what a part asks of a host', () => {
  const part = testPart('P', { asks: [{ fact: 'wordSize', oneOf: [32], why: 'It is old.' }] });
  it('speaks against it when the host has something else, with the reason', () => {
    const fit = fitOf(part, testHost({ facts: { wordSize: 64 } }), 'pipit');
    expect(fit).toMatchObject({ word: 'known not to', usable: false });
    expect(fit.sentence).toBe('It asks for word size: 32; this host has 64. It is old.');
  });
  it('says nothing where it is met, or where the profile does not tell', () => {
    expect(fitOf(part, testHost({ facts: { wordSize: 32 } }), 'pipit').usable).toBe(true);
    expect(fitOf(part, testHost(), 'pipit').usable).toBe(true);
  });
  it('offers the nearest version with the word on it', () => {
    const far = testPart('F', {
      fits: [
        { host: 'fernbank', versions: '2.x', how: 'declared' },
        { host: 'fernbank', versions: '3.3.x', how: 'reported' },
        { host: 'fernbank', versions: '3.4.x', how: 'known not to' },
      ],
    });
    expect(nearestVersion(far, testHost())).toEqual({ versions: '3.3.x', how: 'reported' });
    expect(nearestVersion(testPart('N', { fits: [] }), testHost())).toBeNull();
  });
});

describe('what a host asks to be done first', () => {
  const first = (sort: string) => ({ sort, what: 'w', place: 'p', command: null });
  const host = testHost({ first: [first('enabling'), first('icon set'), first('font')] });
  it('is what stands for the sort of the part’s archive, and for all that is enabled by an id', () => {
    const sorts = (part: Part) => firstSteps(part, host).map((f) => f.sort);
    expect(sorts(testPart('P'))).toEqual([]);
    expect(sorts(testPart('P', { enable: 'p' }))).toEqual(['enabling']);
    const archive = { way: 'archive', from: 'f', file: 'f', root: 'r', sort: 'icon set' } as const;
    expect(sorts(testPart('P', { channels: [archive] }))).toEqual(['icon set']);
  });
});

describe('a part’s own settings', () => {
  const setting = {
    id: 's',
    label: 'S',
    where: { window: 'W' },
    value: { type: 'flag' },
    initial: 'yes',
    reread: { after: 'none', command: null },
    help: '',
  };
  const raw = (settings: unknown, more: object = {}) => ({ ...testPart('P'), settings, ...more });
  it.each([
    [[{ ...setting, where: {} }], /window or in a file/],
    [[{ ...setting, value: { type: 'number', least: 5, most: 1, step: 1, unit: '' } }], /least ≤ most/],
    [[{ ...setting, value: { type: 'choice', values: [] } }], /lists its values/],
    [[{ ...setting, value: { type: 'format', syntax: 'none' } }], /no syntax none/],
    [[{ ...setting, value: { type: 'coordinates', as: 'miles' } }], /decimal or in degrees/],
  ])('that are wrong are told', (settings, sentence) => {
    expect(() => readPart(raw(settings))).toThrow(sentence);
  });
  it('that are right are read', () => {
    expect(readPart(raw([setting])).settings).toHaveLength(1);
  });
});

describe('days of trial', () => {
  it.each([
    [null, [], null],
    [14, [], 14],
    [14, ['2026-11-20'], 9],
    [14, ['2026-11-20', '2026-11-15'], 4],
    [14, ['2026-01-01'], 0],
    [14, ['2026-12-24'], 14],
  ])('of %j, tried %j, are %j on 25 November', (trialDays, tried, left) => {
    expect(
      trialDaysLeft(
        { trialDays },
        tried.map((t) => ({ tried: t })),
        '2026-11-25',
      ),
    ).toBe(left);
  });
});
