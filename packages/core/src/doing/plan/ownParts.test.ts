import { describe, expect, it } from 'vitest';
import type { CoatRows } from '../../model/coat/rows.js';
import { hostNow } from '../../model/host/now.js';
import type { HostProfile } from '../../model/host/profile.js';
import { evaluateCoat } from '../../deciding/matching/evaluate.js';
import { indexOffers } from '../../deciding/matching/rank.js';
import { partKey, type MatchContext } from '../../deciding/matching/targets.js';
import type { Part } from '../../model/parts/part.js';
import { differences, startState } from '../simulation/hostState.js';
import { rehearse } from '../rehearsal/rehearse.js';
import { testCoat, testElement, testMatch, testTrait, uuid } from '../../testing/coat.js';
import { testHost, testPart } from '../../testing/parts.js';
import { derivePlan } from './derive.js';
import { stepsOf, type Step } from '../../model/deeds/step.js';
import { wayBack } from './wayBack.js';

const LOOKS = { key: 'frame.theme', place: 'Settings › Frames' };
const HOST = testHost({
  folders: { 'window theme': '~/.local/share/looks' },
  lists: { 'window theme': LOOKS },
});

/** The steps of a plan with one part, after they were rehearsed to the end. */
function rehearsed(part: Part, host: HostProfile = HOST): Step[] {
  const rows: CoatRows = {
    ...testCoat(),
    match: { m: testMatch('m', uuid('rail')) },
    layer: {
      l: {
        id: 'l',
        matchId: 'm',
        position: 0,
        partId: part.id,
        partRevision: 1,
        offer: 'bar',
        traits: null,
        settings: {},
      },
    },
  };
  const ctx: MatchContext = { rows, host, parts: new Map([[partKey(part.id, 1), part]]) };
  const plan = derivePlan(ctx, evaluateCoat(ctx, indexOffers(ctx)));
  if (!plan.ok) throw new Error(plan.sentence);
  const went = rehearse({ host, mirror: {} }, plan, startState(host, hostNow(host, [])));
  expect(went.frames.filter((f) => f.how === 'fails').map((f) => f.sentence)).toEqual([]);
  expect(went.complete).toBe(true);
  return stepsOf(plan);
}

const archive = (more: object) => ({
  channels: [
    {
      way: 'archive' as const,
      from: 'https://parts.example/drops.zip',
      file: 'drops.zip',
      root: 'deep/Drops',
      sort: 'window theme',
      ...more,
    },
  ],
});
/** A part whose offer is chosen in a list under a name. */
function listed(value: string, more: object = {}): Part {
  const part = testPart('Harbour Drops', archive(more), { edge: { fixed: 'right' } });
  return { ...part, offers: part.offers.map((o) => ({ ...o, choose: { ...LOOKS, value } })) };
}

describe('parts of one’s own', () => {
  it('are chosen by the name of their folder, also where they say the name in the list', () => {
    for (const value of ['Harbour Drops', 'Drops']) {
      const steps = rehearsed(listed(value));
      const choose = steps.find((s) => s.sort === 'choose')!;
      expect(choose.deeds).toMatchObject([{ do: 'set', key: 'frame.theme', value: 'Drops' }]);
    }
  });

  it('of several themes in one archive each is chosen by what it says', () => {
    const part = listed('Drops');
    const both = {
      ...part,
      offers: [
        { ...part.offers[0]!, choose: { ...LOOKS, value: 'Drops Dark' } },
        ...part.offers.map((o) => ({ ...o, id: 'other' })),
      ],
    };
    const rows = {
      ...testCoat(),
      match: { m: testMatch('m', uuid('rail')) },
      layer: {
        l: {
          id: 'l',
          matchId: 'm',
          position: 0,
          partId: both.id,
          partRevision: 1,
          offer: 'bar',
          traits: null,
          settings: {},
        },
      },
    };
    const ctx: MatchContext = { rows, host: HOST, parts: new Map([[partKey(both.id, 1), both]]) };
    const plan = derivePlan(ctx, evaluateCoat(ctx, indexOffers(ctx)));
    expect(stepsOf(plan).find((s) => s.sort === 'choose')!.deeds).toMatchObject([{ value: 'Drops Dark' }]);
  });

  it.each([
    ['kept here', true, 'Save drops.zip from the page of Harbour Drops under Parts, into ~/Downloads.'],
    ['not kept', false, 'Put drops.zip, of which Harbour Drops was made, into ~/Downloads.'],
  ])(
    'made of a file from one’s disk, which is %s, ask a hand for it instead of fetching it from nowhere',
    (_, kept, words) => {
      const steps = rehearsed(listed('Drops', { from: 'drops.zip', kept }));
      expect(steps.flatMap((s) => s.deeds).some((d) => d.do === 'fetch')).toBe(false);
      const save = steps.find((s) => s.title === 'Put drops.zip where downloads lie')!;
      expect(save.deeds[0]).toMatchObject({ do: 'by hand', what: words });
      expect(save.commands.flat()).not.toContain('curl');
    },
  );

  it('with a repository that has no address say by hand, and where', () => {
    const part = testPart(
      'Lone',
      { channels: [{ way: 'repository', from: 'lone.zip', script: 'put.sh', flags: [], admin: false }] },
      { edge: { fixed: 'right' } },
    );
    const steps = rehearsed(part);
    expect(steps.find((s) => s.sort === 'install')!.deeds).toMatchObject([{ do: 'by hand' }]);
  });

  it('with a setting in their own window say by hand and where, and no command of the host sets it', () => {
    const part = testPart(
      'Tide',
      {
        settings: [
          {
            id: 'thick',
            label: 'Thickness',
            where: { window: 'Tide › Size' },
            value: { type: 'number', least: 20, most: 200, step: 1, unit: 'px' },
            initial: '30',
            reread: { after: 'none', command: null },
            help: '',
          },
        ],
      },
      {
        thickness: {
          range: { least: 20, most: 200, step: 1 },
          setting: { key: 'tide.thick', place: 'Tide › Size' },
        },
      },
    );
    const step = rehearsed(part).find((s) => s.title.includes('thickness'))!;
    expect(step.deeds).toMatchObject([{ do: 'by hand', what: 'Set Rail: thickness to 84.' }]);
    expect([step.where, step.check]).toEqual(['Tide › Size', '']);
  });
});

describe('a second bar', () => {
  const bar = (n: number) => ({
    id: `bar-${n}`,
    kind: 'bar',
    name: `Bar ${n}`,
    replaces: false,
    supplies: {
      edge: {
        oneOf: ['left', 'right', 'bottom'],
        setting: { key: `bar${n}.edge`, place: `Settings › Bar ${n} › Edge` },
      },
    },
  });
  const host = testHost({
    surfaces: { bar: 2 },
    offers: [bar(1), bar(2)],
    commands: { ...testHost().commands, reset: ['fern', 'reset', '{key}'] },
  });
  const rows: CoatRows = {
    ...testCoat(),
    element: Object.fromEntries(
      [testElement('rail', 'bar'), testElement('strip', 'bar')].map((e) => [e.id, e]),
    ),
    trait: Object.fromEntries(
      [testTrait('rail', 'edge', 'right'), testTrait('strip', 'edge', 'bottom')].map((t) => [t.id, t]),
    ),
    match: { m: testMatch('m', uuid('rail')), n: testMatch('n', uuid('strip')) },
    layer: Object.fromEntries(
      ['m', 'n'].map((m, i) => [
        m,
        {
          id: m,
          matchId: m,
          position: 0,
          partId: null,
          partRevision: null,
          offer: `bar-${i + 1}`,
          traits: null,
          settings: {},
        },
      ]),
    ),
  };
  const ctx: MatchContext = { rows, host, parts: new Map() };
  const plan = derivePlan(ctx, evaluateCoat(ctx, indexOffers(ctx)));

  it('is added before anything of it is set, and taken off on the way back, at no edge of another bar', () => {
    const titles = stepsOf(plan).map((s) => s.title);
    expect(titles).toContain('Add another bar: Bar 2');
    expect(titles.filter((t) => t.startsWith('Add another bar'))).toHaveLength(1);
    const order = (title: string) => titles.indexOf(title);
    expect(order('Add another bar: Bar 2')).toBeLessThan(order('Set strip: edge to bottom'));
    if (!plan.ok) throw new Error(plan.sentence);
    const start = startState(host, hostNow(host, []));
    const went = rehearse({ host, mirror: {} }, plan, start);
    expect(went.complete).toBe(true);
    const back = wayBack(host, went.frames).plan;
    const deeds = stepsOf(back).flatMap((s) => s.deeds);
    expect(deeds).toContainEqual({ do: 'set', key: 'bar2.edge', value: null, of: [], listed: null });
    expect(deeds).toContainEqual({ do: 'set', key: 'bar1.edge', value: 'left', of: [], listed: null });
    expect(stepsOf(back).map((s) => s.title)).toContain('Take off again: another bar: Bar 2');
    if (!back.ok) throw new Error(back.sentence);
    expect(differences(start, rehearse({ host, mirror: {} }, back, went.end).end)).toEqual([]);
  });
});
