import { describe, expect, it } from 'vitest';
import fc from 'fast-check';
import type { CoatRows, LayerRow, ReadingRow } from '../../model/coat/rows.js';
import { EMPTY_SURVEY } from '../../model/host/survey.js';
import { evaluateCoat } from '../../deciding/matching/evaluate.js';
import { indexOffers } from '../../deciding/matching/rank.js';
import { partKey, type MatchContext } from '../../deciding/matching/targets.js';
import { derivePlan } from '../../doing/plan/derive.js';
import { stepsOf } from '../../model/deeds/step.js';
import { KEPT, testCapture, testCoat, testElement, testMatch, uuid } from '../../testing/coat.js';
import { testHost, testPart } from '../../testing/parts.js';
import { withoutAccount } from './privacy.js';
import { PLAIN_CHOICE, sheetOf, type SheetChoice } from './sheet.js';
import { sheetBody, sheetPage } from './sheetHtml.js';
import { sheetMarkdown } from './sheetMarkdown.js';
import { cases } from '../../testing/properties.js';

const EVIL = '<img src=x onerror="alert(1)"> & | `x` [a](b)';
const TIDE = testPart(
  'Tide',
  {
    licence: 'GPL-3.0-or-later',
    channels: [
      {
        way: 'repository',
        from: 'https://code.example/t',
        script: '/home/mara/put.sh',
        flags: ['--user'],
        admin: false,
      },
    ],
  },
  {
    edge: { oneOf: ['left', 'right'], setting: { key: 'tide.edge', place: 'Tide › Edge' } },
    thickness: {
      range: { least: 20, most: 50, step: 1 },
      setting: { key: 'tide.thickness', place: 'Tide › Thickness' },
    },
    colour: { any: true, setting: { key: 'tide.colour', place: 'Tide › Colour' } },
  },
);

function sheetWith(more: Partial<CoatRows> = {}, choice: Partial<SheetChoice> = {}, name = 'My coat') {
  const layer: LayerRow = {
    id: 'l',
    matchId: 'm',
    position: 0,
    partId: TIDE.id,
    partRevision: 1,
    offer: 'bar',
    traits: null,
    settings: {},
  };
  const base = testCoat();
  const bin = testElement('bin', 'bin', { name: 'Bin', position: 2 });
  const rows: CoatRows = {
    ...base,
    coat: { [uuid('coat')]: { ...base.coat[uuid('coat')]!, name } },
    element: { ...base.element, [bin.id]: bin },
    match: {
      m: testMatch('m', uuid('rail'), { note: 'Ask Ines.' }),
      g: testMatch('g', uuid('clock'), { said: 'gap', reason: 'No clock has two lines.' }),
      a: testMatch('a', bin.id, { said: 'left alone', reason: 'Never used.' }),
    },
    layer: { l: layer },
    ...more,
  };
  const ctx: MatchContext = { rows, host: testHost(), parts: new Map([[partKey(TIDE.id, 1), TIDE]]) };
  const coat = evaluateCoat(ctx, indexOffers(ctx));
  const plan = derivePlan(ctx, coat);
  const [first] = stepsOf(plan);
  const ticked = {
    id: 'j',
    stepKey: first!.key,
    what: 'done' as const,
    at: '2026-11-20T20:00:00.000Z',
    title: 't',
    note: 'Took two tries in /home/mara/x.',
    pictures: [],
    step: KEPT,
  };
  return sheetOf(
    {
      ctx: { ...ctx, rows: { ...rows, journal: { j: ticked } } },
      coat,
      plan,
      survey: { ...EMPTY_SURVEY, system: { desktop: 'Fernbank' }, fonts: ['Weir Sans'] },
      today: '2026-11-25',
    },
    { ...PLAIN_CHOICE, ...choice },
  );
}

describe('a sheet', () => {
  it('says what is near and why, what is missing, and what was left alone', () => {
    const { elements } = sheetWith();
    expect(elements.map((e) => [e.name, e.nearness])).toEqual([
      ['Rail', 'near'],
      ['Clock', 'missing'],
      ['Bin', 'left alone'],
    ]);
    expect(elements[0]).toMatchObject({
      by: ['Tide: Tide bar'],
      why: expect.stringContaining('Thickness 50 px for 84 px') as string,
    });
    expect(elements[1]!.why).toContain('No clock has two lines.');
  });
  it('has every part with its licence and source, every setting with its place, and every step', () => {
    const sheet = sheetWith();
    expect(sheet.parts).toMatchObject([{ name: 'Tide', licence: 'GPL-3.0-or-later', elements: ['Rail'] }]);
    expect(sheet.settings).toContainEqual({
      element: 'Rail',
      trait: 'Thickness',
      variant: '',
      value: '50',
      where: 'Tide › Thickness',
    });
    const steps = sheet.sittings.flatMap((s) => s.steps);
    expect(steps.map((s) => s.n)).toEqual(steps.map((_, i) => i + 1));
    expect(steps[0]!.isDone).toBe(true);
  });
  it('has nothing private in it unless it is chosen', () => {
    const text = JSON.stringify(sheetWith());
    for (const word of ['/home/mara', 'Ask Ines', 'Took two tries', 'Weir Sans'])
      expect(text).not.toContain(word);
    expect(JSON.stringify(sheetWith({}, { notes: true }))).toContain('Took two tries in ~/x.');
    expect(JSON.stringify(sheetWith({}, { survey: true }))).toContain('Weir Sans');
    expect(JSON.stringify(sheetWith({}, { account: true }))).toContain('/home/mara/put.sh');
  });
  it('tells its readings in the words of the verdict', () => {
    const run = (i: number, phase: 'before' | 'after', mb: number): ReadingRow => ({
      id: `${phase}${i}`,
      surveyId: null,
      at: '',
      phase,
      load: 'idle',
      memory: [mb],
      processor: [2],
    });
    const runs = [0, 1, 2, 3, 4].flatMap((i) => [run(i, 'before', 1400 + i), run(i, 'after', 1500 + i)]);
    const { readings } = sheetWith({ reading: Object.fromEntries(runs.map((r) => [r.id, r])) });
    expect(readings[0]).toMatch(/^Memory: It uses 100 MB more memory/);
  });
});

describe('a sheet as a page', () => {
  it('lets no markup through, whoever wrote it', () => {
    const page = sheetPage(sheetWith({}, { notes: true }, EVIL), () => 'data:image/png;base64,AA==');
    expect(page).not.toContain('<img src=x');
    expect(page).toContain('&lt;img src=x');
    fc.assert(
      fc.property(fc.string({ maxLength: 40 }), (name) => {
        const body = sheetBody({ ...sheetWith(), title: name }, () => null);
        expect(body.match(/<h1>[^<]*<\/h1>/)).not.toBeNull();
      }),
      { numRuns: cases(60) },
    );
  });
  it('needs nothing else: no script, nothing that is fetched', () => {
    const page = sheetPage(sheetWith(), () => 'data:image/png;base64,AA==');
    expect(page).not.toMatch(/<script|<link|@import|src="(?!data:)|url\((?!#)/);
    expect(page).toContain("default-src 'none'");
    expect(page.match(/<figure>/g)).toHaveLength(1);
    expect(sheetBody(sheetWith(), () => null)).not.toContain('<figure>');
  });
  it('makes links of addresses of the web only', () => {
    const sheet = sheetWith();
    const with2 = { ...sheet, parts: [{ ...sheet.parts[0]!, home: 'javascript:alert(1)' }] };
    expect(sheetBody(with2, () => null)).not.toContain('href="javascript');
    expect(sheetBody(sheet, () => null)).toContain('href="https://parts.example/x"');
  });
  it('is Markdown that starts no markup of its own', () => {
    const text = sheetMarkdown(sheetWith({}, {}, EVIL));
    expect(text).toContain('# \\<img src=x');
    expect(text).toContain('| Rail | near |');
    expect(
      text
        .split('\n')
        .filter((l) => l.startsWith('| '))
        .every((l) => l.endsWith(' |')),
    ).toBe(true);
  });
});

describe('names of accounts', () => {
  it.each([
    ['/home/mara/.local/share/icons', '~/.local/share/icons'],
    ["cp -r x '/home/mara/a b'", "cp -r x '~/a b'"],
    ['/Users/mara/Desktop and C:\\Users\\Mara\\x', '~/Desktop and ~\\x'],
    ['file:///home/mara/x.png', 'file://~/x.png'],
    ['a home/of its own, /usr/share/home', 'a home/of its own, /usr/share/home'],
  ])('are taken out of folders: %s', (text, without) => {
    expect(withoutAccount(text)).toBe(without);
  });
});

describe('pictures of the own desktop on a sheet', () => {
  const captions = (...days: string[]) =>
    sheetWith(
      { capture: Object.fromEntries(days.map((at, n) => [`c${n}`, testCapture(`c${n}`, at)])) },
      { ownPictures: true },
    ).pictures[0]!.pictures.map((p) => p.caption);

  it('are called by their moment: before the first step that was done, or after it, and never the other way', () => {
    expect(captions('2026-11-19T10:00:00.000Z', '2026-11-22T10:00:00.000Z')).toEqual([
      'Before, 2026-11-19',
      'Reference: Light',
      'After, 2026-11-22',
    ]);
    // The only one is of afterwards.
    expect(captions('2026-11-22T10:00:00.000Z')).toEqual(['Reference: Light', 'After, 2026-11-22']);
    expect(captions('2026-11-18T10:00:00.000Z', '2026-11-19T10:00:00.000Z')).toEqual([
      'Before, 2026-11-18',
      'Reference: Light',
    ]);
  });
});
