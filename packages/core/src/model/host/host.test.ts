import { median } from '../../ground/statistics.js';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { ReadingRow } from '../coat/rows.js';
import { testHost } from '../../testing/parts.js';
import { uuid } from '../../testing/coat.js';
import { sumReadings } from '../../proving/readings/sums.js';
import { settingsOf, tieSettings } from './settings.js';
import { EMPTY_SURVEY, compareSurveys, readSurvey, type Survey } from './survey.js';

const HOST = testHost({
  settings: [
    {
      key: 'fern.gap',
      label: 'Gap',
      place: 'file',
      file: { path: '~/f', format: 'lines', at: 'gap =' },
      takes: { type: 'number', least: 0, most: 9, step: 1 },
      initial: 2,
    },
    {
      key: 'fern.motion',
      label: 'Motion',
      place: 'Settings',
      takes: { type: 'flag' },
      initial: true,
      effect: 'session',
    },
    { key: 'bar.edge', label: 'again', place: 'x', takes: { type: 'text' }, initial: null },
  ],
});

describe('the settings of a host', () => {
  it('are those of its offers, with their defaults, and those that stand by themselves, each key once', () => {
    const lines = settingsOf(HOST);
    expect(lines.map((l) => l.key)).toEqual([
      'bar.edge',
      'bar.thickness',
      'bar.colour',
      'fern.gap',
      'fern.motion',
    ]);
    expect(lines[1]).toMatchObject({
      takes: '24 to 64, by 2',
      initial: 46,
      serves: { kind: 'bar', trait: 'thickness' },
    });
    expect(lines[4]).toMatchObject({ takes: 'yes, no', effect: 'session', serves: null });
  });
  it('are tied to a dump by key or by their place in a file; what differs from the default is told', () => {
    const { tied, unknown } = tieSettings(
      HOST,
      new Map([
        ['bar/thickness', '46'],
        ['Bar.Edge', 'right'],
        ['bar/colour', '#22302A'],
        ['gap =', '5'],
        ['fern.motion', 'on'],
        ['other', '1'],
      ]),
    );
    expect(Object.fromEntries(tied.map((t) => [t.key, [t.now, t.changed]]))).toEqual({
      'bar.edge': ['right', true],
      'bar.thickness': ['46', false],
      'bar.colour': ['#22302A', false],
      'fern.gap': ['5', true],
      'fern.motion': ['on', false],
    });
    expect(unknown).toEqual(['other']);
  });
});

describe('what is dropped in', () => {
  it('as a key file is a settings dump, quotes taken off', () => {
    const answer = readSurvey("[bar1]\nthickness=46\ncolour='#dfe8e0'\n");
    expect(answer).toMatchObject({
      ok: true,
      what: 'settings',
      survey: { settings: { 'bar1/thickness': '46', 'bar1/colour': '#dfe8e0' } },
    });
  });
  it('as JSON is a settings dump, with the path to each value', () => {
    const answer = readSurvey('{"bar1": {"thickness": 46, "items": ["a"]}, "on": true}');
    expect(answer).toMatchObject({
      ok: true,
      survey: { settings: { 'bar1.thickness': '46', 'bar1.items': '["a"]', on: 'true' } },
    });
  });
  it.each([
    ['', /empty/],
    ['{"survey":1', /breaks off/],
    ['hello', /neither JSON nor a key file/],
    ['[empty]', /no settings/],
    ['{}', /no settings/],
    ['x'.repeat(9_000_000), /longer than 8 MB/],
    [`${'{"a":'.repeat(30)}1${'}'.repeat(30)}`, /nested deeper/],
    ['{"survey":1,"takenAt":"yesterday"}', /damaged/],
  ])('%.20s … is refused with a sentence', (text, sentence) => {
    const answer = readSurvey(text);
    expect(answer.ok ? '' : answer.sentence).toMatch(sentence);
  });
  it('of any kind never takes it down, and names like __proto__ stay names', () => {
    fc.assert(fc.property(fc.oneof(fc.string(), fc.json()), (text) => void readSurvey(text)));
    const answer = readSurvey('{"__proto__": {"polluted": 1}}');
    expect(answer.ok && Object.keys(answer.survey.settings)).toEqual(['__proto__.polluted']);
    expect(({} as Record<string, unknown>)['polluted']).toBeUndefined();
  });
});

const survey = (more: Partial<Survey>): Survey => ({
  ...EMPTY_SURVEY,
  takenAt: '2026-11-25T00:00:00Z',
  ...more,
});
const thing = (id: string, name = id) => ({ id, name, path: `/i/${id}` });

describe('two surveys', () => {
  it('tell what came, went and changed', () => {
    const before = survey({ iconThemes: [thing('A'), thing('B')], fonts: ['x'], disk: { '/i': 10 } });
    const after = survey({ iconThemes: [thing('B', 'B2'), thing('C')], fonts: ['x'], disk: { '/i': 2048 } });
    expect(compareSurveys(before, after)).toEqual([
      { section: 'icon themes', id: '/i/A', how: 'went', before: 'A', after: '' },
      { section: 'icon themes', id: '/i/B', how: 'changed', before: 'B', after: 'B2' },
      { section: 'icon themes', id: '/i/C', how: 'came', before: '', after: 'C' },
      { section: 'disk', id: '/i', how: 'changed', before: '10 kB', after: '2.0 MB' },
    ]);
  });
  it('say nothing of what one of them was not asked', () => {
    const before = survey({ displays: [{ name: 'D', width: 1, height: 1 }] });
    const after = survey({ unavailable: [{ probe: 'displays', why: 'w' }] });
    expect(compareSurveys(before, after)).toEqual([]);
    const dump: Survey = { ...EMPTY_SURVEY, settings: { a: '1' } };
    expect(compareSurveys(survey({ fonts: ['x'] }), dump)).toEqual([]);
  });
  it('differ in nothing from themselves, and the other way round what came is what went', () => {
    const ids = fc.uniqueArray(fc.constantFrom('a', 'b', 'c', 'd', 'e'));
    fc.assert(
      fc.property(ids, ids, (a, b) => {
        const [one, two] = [
          survey({ iconThemes: a.map((i) => thing(i)) }),
          survey({ iconThemes: b.map((i) => thing(i)) }),
        ];
        expect(compareSurveys(one, one)).toEqual([]);
        const turned = { came: 'went', went: 'came', changed: 'changed' } as const;
        const key = (c: { id: string; how: string }) => `${c.id} ${c.how}`;
        expect(compareSurveys(one, two).map(key).sort()).toEqual(
          compareSurveys(two, one)
            .map((c) => key({ id: c.id, how: turned[c.how] }))
            .sort(),
        );
      }),
    );
  });
});

describe('readings', () => {
  it('have a median that no outlier moves', () => {
    expect(median([])).toBeNull();
    expect(median([3, 1, 2])).toBe(2);
    expect(median([1, 2, 3, 1000])).toBe(2.5);
  });
  it('count a run once, however many samples it has', () => {
    const run = (n: number, phase: 'before' | 'after', memory: number[]): ReadingRow => ({
      id: uuid(`r${n}`),
      surveyId: null,
      at: '',
      phase,
      load: 'idle',
      memory,
      processor: memory.map(() => 1),
    });
    expect(
      sumReadings([run(1, 'before', [100, 100, 100, 100]), run(2, 'before', [200]), run(3, 'after', [300])]),
    ).toEqual([
      { phase: 'before', load: 'idle', runs: 2, memory: 150, processor: 1 },
      { phase: 'after', load: 'idle', runs: 1, memory: 300, processor: 1 },
    ]);
  });
});
