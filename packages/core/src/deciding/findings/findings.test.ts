import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { contrast, parseHex } from '../../measuring/colour/srgb.js';
import { type Command } from '../../doing/commands/commands.js';
import { handmadeOffer, type CoatRows, type TraitRow } from '../../model/coat/rows.js';
import { EMPTY_SURVEY } from '../../model/host/survey.js';
import type { Part } from '../../model/parts/part.js';
import { testCoat, testElement, testLayer, testMatch, testTrait, uuid } from '../../testing/coat.js';
import { choose, context } from '../../testing/findingContext.js';
import { testHost, testPart } from '../../testing/parts.js';
import type { FindingContext } from './context.js';
import { NEEDED_CONTRAST, readContrast, seenThrough } from './contrast.js';
import { sortFindings } from './finding.js';
import { findingsOf } from './findings.js';
import { reachOf } from './reach.js';
import { fitWays } from './wallpaper.js';
import { cases } from '../../testing/properties.js';

const setting = (key: string) => ({ key, place: 'p' });
const order = (start: string[], end: string[] = []) => ({ start, centre: [], end });

const sorts = (c: FindingContext) => findingsOf(c).map((f) => f.sort);
const find = (c: FindingContext, sort: string) => findingsOf(c).find((f) => f.sort === sort);

/** A coat whose clock stands on the rail of the picture, with one more target. */
function clockOnRail(target: TraitRow): CoatRows {
  const rows = testCoat();
  const [rail] = Object.values(rows.region);
  const region = {
    ...rail!,
    id: uuid('cr'),
    elementId: uuid('clock'),
    x: 1840,
    y: 10,
    width: 70,
    height: 40,
  };
  return {
    ...rows,
    trait: { ...rows.trait, [target.id]: target },
    region: { ...rows.region, [region.id]: region },
  };
}

/** A part with a clock of which one trait can be set to anything. */
const clocks = (trait: string): Part => {
  const supplies = { [trait]: { any: true as const, setting: setting('c') } };
  return testPart('Clocks', {
    offers: [{ id: 'clock', kind: 'clock', name: 'C', replaces: true, supplies }],
  });
};

/** A coat with two bars, each with items. */
function twoBars(): CoatRows {
  const rows = testCoat();
  const strip = testElement('strip', 'bar', { name: 'Strip', position: 2 });
  const traits = [
    testTrait('rail', 'items', order(['clock', 'launcher'])),
    testTrait('strip', 'items', order(['window list'])),
    testTrait('strip', 'edge', 'bottom'),
  ];
  return {
    ...rows,
    element: { ...rows.element, [strip.id]: strip },
    trait: { ...rows.trait, ...Object.fromEntries(traits.map((t) => [t.id, t])) },
  };
}
const bar = (name: string, items: string[], more: Partial<Part> = {}): Part =>
  testPart(name, more, { items: { fixed: order(items) }, edge: { fixed: 'right' } });

describe('edges', () => {
  it('of bars and docks that come together where the reference has them apart are told, with what sets them right', () => {
    const fixed = testPart('Fixed', {}, { edge: { fixed: 'bottom' } });
    const free = testPart(
      'Free',
      {},
      { edge: { oneOf: ['top', 'bottom', 'left', 'right'], setting: setting('edge') } },
    );
    const c = context([fixed, free], twoBars(), [choose('rail', fixed), choose('strip', free)]);
    const f = find(c, 'two things at one edge')!;
    expect(f.title).toBe('Rail and Strip come to lie at one edge');
    expect(f.cost).toContain('Both are at the bottom here');
    // Where they come to lie as the reference has them nothing is said.
    const apart = context([free], twoBars(), [choose('rail', free), choose('strip', free)]);
    expect(find(apart, 'two things at one edge')).toBeUndefined();
  });
});

describe('duties', () => {
  const settable = testPart('Settable', {}, { items: { any: true, setting: setting('items') } });
  it('that two bars do are found, and taken off one of them by the action', () => {
    const double = bar('Double', ['clock', 'window list']);
    const c = context([double, settable], twoBars(), [choose('rail', double), choose('strip', settable)]);
    const f = find(c, 'doubled duty')!;
    expect(f.title).toBe('window list stands on Rail and Strip');
    const action = f.actions.find((a) => 'commands' in a && a.label.endsWith('Strip'))!;
    const after = context([double, settable], c.ctx.rows, 'commands' in action ? action.commands : []);
    expect(sorts(after)).not.toContain('doubled duty');
  });
  it('that the host did and nothing does any more are missed, and put back by the action', () => {
    const defaults = { bar: { items: order(['clock'], ['status area']) } };
    const c = context(
      [settable],
      twoBars(),
      [choose('rail', settable), choose('strip', settable)],
      {},
      { defaults },
    );
    const f = find(c, 'missing duty')!;
    expect(f.title).toContain('status area');
    const [action] = f.actions;
    const after = context(
      [settable],
      c.ctx.rows,
      'commands' in action! ? action.commands : [],
      {},
      { defaults },
    );
    expect(sorts(after)).not.toContain('missing duty');
  });
  it('one setting that two elements want for themselves is found', () => {
    const c = context([], twoBars(), [choose('rail', null, 'bar-1'), choose('strip', null, 'bar-1')]);
    expect(find(c, 'setting wanted twice')!.elements).toEqual([uuid('rail'), uuid('strip')]);
  });
});

describe('what speaks against parts', () => {
  it('is told for everything that is chosen, each with what it costs', () => {
    const other = bar('Other', []);
    const bad = bar('Bad', ['clock'], {
      price: { amount: 9, currency: 'EUR' },
      account: true,
      trialDays: 14,
      excludes: [other.id],
      holds: ['dock'],
      brings: [{ what: 'A second browser.', remove: 'Remove it.' }],
      sideEffects: [{ what: 'A box under the dock.', counter: 'Set the blur to 0.' }],
      fits: [{ host: 'fernbank', versions: '<3.4', how: 'declared' }],
      sort: 'tool',
      memory: 12,
    });
    const dock = { ...other, holds: ['dock'] };
    const trials = [
      {
        id: uuid('t'),
        partId: bad.id,
        partRevision: 1,
        family: 'fernbank',
        hostVersion: '3.4',
        outcome: 'dropped' as const,
        flavour: null,
        why: 'It flickered.',
        tried: '2026-11-13',
      },
    ];
    const c = context([bad, dock], twoBars(), [choose('rail', bad), choose('strip', dock)], { trials });
    for (const sort of [
      'older than its host',
      'failed here before',
      'account or money',
      'trial running out',
      'side effect',
      'brought unasked',
      'helper must stay running',
      'parts that exclude each other',
      'conflict on a surface',
    ])
      expect(sorts(c), sort).toContain(sort);
    expect(find(c, 'trial running out')!.title).toContain('2 days');
    expect(
      sorts(context([bar('Good', ['clock'])], twoBars(), [choose('rail', bar('Good', ['clock']))])),
    ).not.toContain('account or money');
  });
  it('names what cannot be used on this host or goes against a limit', () => {
    const alien = bar('Alien', [], { fits: [{ host: 'elsewhere', versions: '*', how: 'declared' }] });
    expect(sorts(context([alien], twoBars(), [choose('rail', alien)]))).toContain('not for this host');
    const heavy = bar('Heavy', [], { memory: 90 });
    const limit: Command = {
      type: 'coat.limits',
      limits: {
        free: false,
        openLicence: false,
        noAccount: false,
        noAdmin: true,
        tested: false,
        memory: 50,
        age: null,
        breaks: null,
      },
    };
    const c = context([heavy], twoBars(), [limit, choose('rail', heavy)]);
    expect(findingsOf(c).map((f) => f.key)).toEqual(
      expect.arrayContaining([`account or money:${heavy.id}:noAdmin`, `account or money:${heavy.id}:memory`]),
    );
  });
});

describe('accepting', () => {
  it('keeps a finding quiet until its facts change', () => {
    const tool = bar('Tool', [], { sort: 'tool', memory: 5 });
    const c = context([tool], twoBars(), [choose('rail', tool)]);
    const f = find(c, 'helper must stay running')!;
    const accept: Command = {
      type: 'finding.accept',
      id: uuid('a'),
      finding: f.key,
      facts: f.facts,
      reason: 'It is small.',
      at: '2026-11-25T10:00:00.000Z',
    };
    const quiet = context([tool], c.ctx.rows, [accept]);
    const sorted = sortFindings(quiet.ctx.rows, findingsOf(quiet));
    expect(sorted.accepted.map((a) => a.row.reason)).toEqual(['It is small.']);
    expect(sorted.open.map((o) => o.key)).not.toContain(f.key);
    const larger = { ...tool, revision: 1, memory: 500, name: 'Tool 2' };
    const back = context([larger], quiet.ctx.rows, []);
    expect(sortFindings(back.ctx.rows, findingsOf(back)).open.map((o) => o.key)).toContain(f.key);
  });
});

describe('what is seen', () => {
  const hex = fc.integer({ min: 0, max: 0xffffff }).map((n) => `#${n.toString(16).padStart(6, '0')}`);
  it('contrast: what is proposed passes on four fifths of the pixels, or a plate is', () => {
    fc.assert(
      fc.property(hex, fc.array(hex, { minLength: 1, maxLength: 12 }), (ink, grounds) => {
        const r = readContrast(ink, grounds, NEEDED_CONTRAST.text);
        if (r.passing === null) {
          expect(r.plate).toMatch(/^#(000000|ffffff)$/);
          return;
        }
        const passed = parseHex(r.passing)!;
        const below = grounds.filter((g) => contrast(passed, parseHex(g)!) < NEEDED_CONTRAST.text).length;
        expect(below / grounds.length).toBeLessThanOrEqual(0.2);
      }),
      { numRuns: cases(300) },
    );
  });
  it('contrast is read against what shows through', () => {
    expect(seenThrough('#000000', 100, ['#ffffff'])).toEqual(['#000000']);
    expect(seenThrough('#000000', 0, ['#ffffff', '#101010'])).toEqual(['#ffffff', '#101010']);
    expect(readContrast('#777777', ['#ffffff'], 4.5).below).toBe(1);
    expect(readContrast('#767676', ['#ffffff'], 4.5).below).toBe(0);
  });
  it('unreadable clocks are found on the bar they stand on, with a colour that passes', () => {
    const all = clockOnRail(testTrait('clock', 'colour', '#e0c0b0'));
    const part = clocks('colour');
    const c = context([part, bar('B', [])], all, [
      choose('clock', part, 'clock'),
      choose('rail', null, 'bar-1'),
    ]);
    const f = find(c, 'contrast')!;
    expect(f.title).toContain('Clock');
    const after = context([part], c.ctx.rows, 'commands' in f.actions[0]! ? f.actions[0].commands : []);
    expect(sorts(after)).not.toContain('contrast');
  });
  it('proportions that a bound breaks are found', () => {
    const all = clockOnRail(testTrait('clock', 'size', 42));
    const part = clocks('size');
    const c = context([part], all, [choose('clock', part, 'clock'), choose('rail', null, 'bar-1')]);
    expect(find(c, 'proportion broken')!).toMatchObject({ title: 'Clock is too large for Rail' });
    expect(find(c, 'proportion broken')!.actions[0]!.label).toBe('Set text size to 32');
  });
  it('wallpapers: nothing is wrong at their own size; otherwise the least harm comes first', () => {
    const own = fitWays({ width: 1920, height: 1080 }, { width: 1920, height: 1080 });
    expect(own.every((w) => w.sentence === '' && w.harm < 1e-9)).toBe(true);
    const small = fitWays({ width: 640, height: 480 }, { width: 1920, height: 1080 });
    expect(small.find((w) => w.way === 'fill and crop')!.sentence).toContain('enlarged 3.0 times');
    expect(small.find((w) => w.way === 'stretch')!.sentence).toContain('stretched by 33 %');
    expect(small.map((w) => w.harm)).toEqual([...small.map((w) => w.harm)].sort((a, b) => a - b));
  });
  it('icons that a set lacks are named', () => {
    const rows = testCoat();
    const icons = testElement('icons', 'icon-set', { name: 'Icons' });
    const names = testTrait('icons', 'names', { names: { folder: 1, desk: 1 } });
    const all = {
      ...rows,
      element: { ...rows.element, [icons.id]: icons },
      trait: { ...rows.trait, [names.id]: names },
    };
    const set = testPart('Set', {
      offers: [
        {
          id: 'i',
          kind: 'icon-set',
          name: 'Set',
          replaces: false,
          supplies: { names: { fixed: { names: { folder: 1 } } } },
        },
      ],
    });
    expect(find(context([set], all, [choose('icons', set, 'i')]), 'icon coverage')!.cost).toContain('desk');
    // Of a set that nobody looked into nothing is lacking: it is not known.
    const unread = { ...set, offers: set.offers.map((o) => ({ ...o, supplies: {} })) };
    const f = find(context([unread], all, [choose('icons', unread, 'i')]), 'icon coverage')!;
    expect(f.title).toBe('Which of 2 icons Icons has is not known');
    expect(f.cost).not.toMatch(/desk|folder/);
  });
  it('of commands tell what breaks a launcher: the specification’s rules, and stray blanks', () => {
    const made = (command: string): CoatRows => {
      const rows = testCoat();
      const hand = {
        id: uuid('made'),
        elementId: uuid('rail'),
        kind: 'bar',
        name: 'My rail',
        supplies: { thickness: 84 },
        files: [],
        recipe: { command },
      };
      return {
        ...rows,
        match: { m: testMatch('m', uuid('rail')) },
        handmade: { [hand.id]: hand },
        layer: testLayer(handmadeOffer(hand.id)),
      };
    };
    const found = (command: string) => find(context([], made(command), []), 'faulty command')?.cost;
    expect(found('tidebar --menu')).toBeUndefined();
    expect(found('tidebar - m')).toContain('parts a dash');
    expect(found('tidebar | less')).toContain('outside quotes');
  });
});

describe('reach', () => {
  const survey = {
    ...EMPTY_SURVEY,
    applications: [
      { id: 'a', name: 'A', packaging: 'system' },
      { id: 'b', name: 'B', packaging: 'sandboxed' },
    ],
  };
  const routes = [
    { toolkit: 'Sorrel', sort: 'control theme', how: 'It asks.', except: ['sandboxed'] },
    { toolkit: 'Teasel', sort: null, how: 'It does not.', except: [] },
  ];
  it('is weighted by how much applications are used', () => {
    const host = testHost({ routes });
    expect(reachOf(host, survey, {}).share).toBe(0.5);
    expect(reachOf(host, survey, { a: 5, b: 0 }).share).toBe(1);
    expect(reachOf(host, survey, { a: 1, b: 4 }).share).toBe(0.2);
    expect(reachOf(host, null, {}).share).toBeNull();
    expect(reachOf(host, survey, {}).ends.map((e) => e.toolkit)).toEqual(['Teasel']);
  });
  it('tells of applications that take no notice, once a theme is chosen', () => {
    const theme = { ...bar('Theme', []), sort: 'theme' as const };
    const c = context([theme], twoBars(), [choose('rail', theme)], { survey }, { routes });
    expect(find(c, 'out of reach of the theme')!.title).toBe('B takes no notice of the theme');
  });
  it('tells of applications that a chosen part spoils, by how much they are used, and of no others', () => {
    const theme = {
      ...bar('Theme', []),
      spoils: [
        { application: 'b', what: 'Its track names are cut off.' },
        { application: 'Somewhere else', what: 'It cannot be read.' },
      ],
    };
    const spoilt = (uses: Record<string, number>) =>
      findingsOf(
        context([theme], twoBars(), [{ type: 'coat.uses', uses }, choose('rail', theme)], { survey }),
      ).filter((f) => f.sort === 'spoils an application');
    const app = survey.applications.find((a) => a.name === 'B')!;
    const [found, ...others] = spoilt({ [app.id]: 5 });
    expect(others).toEqual([]);
    expect(found).toMatchObject({ title: 'Theme spoils B', parts: [theme.id] });
    expect(found!.cost).toContain('Its track names are cut off.');
    expect(spoilt({ [app.id]: 1 })[0]!.weight).toBeLessThan(found!.weight);
    expect(spoilt({ [app.id]: 0 })).toEqual([]);
  });
});
