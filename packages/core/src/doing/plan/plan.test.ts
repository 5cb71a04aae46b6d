import { surveysBefore } from '../../model/coat/surveys.js';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { CoatRows, JournalRow, LayerRow } from '../../model/coat/rows.js';
import { hostNow } from '../../model/host/now.js';
import type { HostProfile } from '../../model/host/profile.js';
import { EMPTY_SURVEY } from '../../model/host/survey.js';
import { evaluateCoat } from '../../deciding/matching/evaluate.js';
import { indexOffers } from '../../deciding/matching/rank.js';
import { partKey, type MatchContext } from '../../deciding/matching/targets.js';
import type { Part } from '../../model/parts/part.js';
import { differences, startState } from '../simulation/hostState.js';
import { lookOf } from '../rehearsal/look.js';
import { rehearse, stateAfter } from '../rehearsal/rehearse.js';
import { KEPT, testCoat, testElement, testMatch, testTrait, uuid } from '../../testing/coat.js';
import { testHost, testPart } from '../../testing/parts.js';
import { randomCoat } from '../../testing/randomCoat.js';
import { closeness } from '../../model/traits/closeness.js';
import type { Order, TraitValue } from '../../model/traits/value.js';
import { deedOfCommand, readTemplate } from '../../model/deeds/deed.js';
import { isDeed } from '../../model/deeds/deedSchema.js';
import { derivePlan } from './derive.js';
import { withTakingBack } from './difference.js';
import { decodeSetting, encodeSetting } from '../../model/traits/encode.js';
import { doneByJournal, doneSteps, keptStep, minutesWorked, notesOf, stepEntries } from './journal.js';
import { leftovers } from './leftovers.js';
import { applyMoves, beginningOf, whyNotMove } from './moves.js';
import { withoutImplied } from './reduction.js';
import { orderChanges } from './setValues.js';
import { stepsOf, type OrderedPlan, type Step } from '../../model/deeds/step.js';
import { switchPlan, variantSettings } from './switchVariant.js';
import { verify } from './verify.js';
import { survivesRestore, wayBack } from './wayBack.js';
import { deedOf } from '../../model/deeds/written.js';
import { cases } from '../../testing/properties.js';

const setting = (key: string, more = {}) => ({ key, place: `Settings › ${key}`, ...more });

/** A coat whose rail is matched with a part, or with the host's own bar. */
function rowsWith(part: Part | null, more: Partial<CoatRows> = {}): CoatRows {
  const layer: LayerRow = {
    id: 'l',
    matchId: 'm',
    position: 0,
    partId: part?.id ?? null,
    partRevision: part ? 1 : null,
    offer: part ? 'bar' : 'bar-1',
    traits: null,
    settings: {},
  };
  return { ...testCoat(), match: { m: testMatch('m', uuid('rail')) }, layer: { l: layer }, ...more };
}
function planOf(
  rows: CoatRows,
  parts: readonly Part[] = [],
  host: HostProfile = testHost(),
  surveys: Parameters<typeof hostNow>[1] = [],
) {
  const ctx: MatchContext = { rows, host, parts: new Map(parts.map((p) => [partKey(p.id, 1), p])) };
  const coat = evaluateCoat(ctx, indexOffers(ctx));
  const now = hostNow(host, surveys);
  const plan = derivePlan(ctx, coat, { now });
  if (!plan.ok) throw new Error(plan.sentence);
  return {
    ctx,
    coat,
    now,
    plan,
    steps: stepsOf(plan),
    world: { host, mirror: {} },
    start: startState(host, now),
  };
}
const titles = (steps: readonly Step[]) => steps.map((s) => s.title);
const lock = (what: string, value: string) => ({
  what,
  place: 'Settings',
  command: ['fern', 'set', 'bar.locked', value],
});
/** A host whose bars are locked, and have to be unlocked while they are changed. */
const LOCKED = testHost({
  pairs: [{ around: ['bar.'], first: lock('Unlock the bars', 'false'), last: lock('Lock the bars', 'true') }],
});
const thickness = {
  thickness: { range: { least: 20, most: 200, step: 1 }, setting: setting('tide.thickness') },
};

describe('items of a bar of which one is not known here', () => {
  const items = (start: string[], end: string[] = []): Order => ({ start, centre: [], end });
  const base = testHost();
  const host = testHost({
    offers: base.offers.map((o) => ({
      ...o,
      supplies: {
        ...o.supplies,
        items: { itemsFrom: ['launcher', 'clock', 'status area'], setting: setting('bar.items') },
      },
    })),
    defaults: { bar: { ...base.defaults['bar'], items: items(['launcher'], ['status area']) } },
  });
  const wanted = testTrait('rail', 'items', items(['launcher', 'stat corner'], ['clock']));
  const told = (hand: boolean) => {
    const rows = rowsWith(null, { trait: { [wanted.id]: wanted } });
    const settings: LayerRow['settings'] = hand ? { all: { items: items(['clock']) } } : {};
    const layer = { ...rows.layer['l']!, settings };
    const { coat, steps } = planOf({ ...rows, layer: { l: layer } }, [], host);
    const scored = Object.values(coat.elements.find((e) => e.element.name === 'Rail')!.perVariant)[0]!;
    const score = scored.traits.find((t) => t.target.spec.id === 'items')!;
    return { score, step: steps.find((s) => s.sort === 'arrange items')! };
  };
  it('are promised as they are set: what stays is on the bar, and counts', () => {
    const { score, step } = told(false);
    expect(score.actual).toEqual(items(['launcher'], ['clock', 'status area']));
    expect(score.bound).toBe('without stat corner; status area stays');
    expect(score.credit).toBe(closeness('order', score.actual!, wanted.target!, {}));
    expect(step.deeds).toMatchObject([{ do: 'set', value: encodeSetting('order', score.actual!) }]);
  });
  it('are set as a hand typed them, and nothing stays that it left out', () => {
    const { score, step } = told(true);
    expect(score.actual).toEqual(items(['clock']));
    expect(step.why).not.toMatch(/stays/);
    expect(step.value).toContain('clock');
    expect(step.value).not.toContain('status area');
  });
});

describe('values as commands take them', () => {
  const name = fc.string({ minLength: 1, maxLength: 12, unit: 'grapheme' }).filter((s) => s.trim() !== '');
  it('come back from what was written', () => {
    const names = fc.uniqueArray(name, { maxLength: 6 });
    fc.assert(
      fc.property(names, fc.nat(6), (all, cut) => {
        const order: Order = { start: all.slice(0, cut), centre: [], end: all.slice(cut) };
        expect(decodeSetting('order', encodeSetting('order', order))).toEqual(order);
      }),
    );
    const others: [Parameters<typeof encodeSetting>[0], TraitValue][] = [
      ['length', 46.5],
      ['share', 0],
      ['flag', true],
      ['flag', false],
      ['colour', '#e3c2b4'],
      ['choice', 'fill and crop'],
      ['format', 'HH:mm\nEEE d'],
      ['place', { zone: 'centre', offset: 50 }],
      ['palette', { first: '#8c3d2f' }],
    ];
    for (const [type, value] of others)
      expect(decodeSetting(type, encodeSetting(type, value))).toEqual(value);
  });
  it('are refused where they are none', () => {
    expect(decodeSetting('length', 'wide')).toBeNull();
    expect(decodeSetting('length', '')).toBeNull();
    expect(decodeSetting('order', 'clock')).toBeNull();
    expect(decodeSetting('place', '{')).toBeNull();
    expect(decodeSetting('flag', 'maybe')).toBeNull();
  });
});

describe('items of a bar', () => {
  it('are told as what is taken off, put on and moved', () => {
    const before: Order = { start: ['clock'], centre: ['window list', 'search'], end: ['launcher'] };
    const after: Order = { start: [], centre: ['launcher', 'window list', 'desk'], end: ['clock'] };
    expect(orderChanges(before, after)).toEqual([
      'take off search',
      'add desk in the centre, after window list',
      'move launcher first in the centre',
      'move clock first in the end',
    ]);
    expect(orderChanges(before, before)).toEqual([]);
  });
});

describe('what a plan is made of', () => {
  it('starts with the safe point and readings, keeps downloads together, and ends with checks and cleaning up', () => {
    const archive = (name: string) =>
      testPart(
        name,
        {
          channels: [
            {
              way: 'archive',
              from: `https://x.example/${name}.tar.xz`,
              file: `${name}.tar.xz`,
              root: name,
              sort: 'icon set',
            },
          ],
        },
        thickness,
      );
    const [a, b] = [archive('Ay'), archive('Bee')];
    const extra = testElement('extra', 'bar', { addition: true });
    const base = rowsWith(a);
    const { steps } = planOf(
      {
        ...base,
        element: { ...base.element, [extra.id]: extra },
        match: { ...base.match, n: testMatch('n', extra.id) },
        layer: { ...base.layer, k: { ...base.layer['l']!, id: 'k', matchId: 'n', partId: b.id } },
      },
      [a, b],
    );
    const sorts = steps.map((s) => s.sort);
    expect(sorts.slice(0, 3)).toEqual(['safe point', 'reading', 'note values']);
    expect(sorts.slice(3, 5)).toEqual(['fetch', 'fetch']);
    expect(sorts.slice(-3)).toEqual(['check', 'reading', 'clean up']);
    expect(steps.at(-1)!.expected).toContain('are gone');
  });

  it('names what must stay where it is', () => {
    const reed = testPart(
      'Reed',
      {
        channels: [
          {
            way: 'repository',
            from: 'https://code.example/reed',
            script: 'put.sh',
            flags: [],
            admin: false,
            stays: true,
          },
        ],
      },
      thickness,
    );
    const { steps } = planOf(rowsWith(reed), [reed]);
    expect(steps.at(-1)).toMatchObject({ title: 'Leave what must stay where it is', deeds: [] });
    expect(steps.at(-1)!.expected).toContain('Reed runs from it.');
  });

  it('puts paired steps around what they serve, once', () => {
    const { steps } = planOf(rowsWith(null), [], LOCKED);
    const at = (t: string) => titles(steps).indexOf(t);
    expect(
      titles(steps).filter((t) => t.includes('lock the bars') || t.includes('Lock the bars')),
    ).toHaveLength(2);
    for (const s of steps.filter((x) => x.sort === 'set a value')) {
      expect(steps.indexOf(s)).toBeGreaterThan(at('Unlock the bars'));
      expect(steps.indexOf(s)).toBeLessThan(at('Lock the bars'));
    }
  });

  it('breaks no session where a reload is enough, and leaves the reload out where a break follows anyway', () => {
    const host = testHost({
      offers: testHost().offers.map((o) => ({
        ...o,
        supplies: {
          thickness: {
            range: { least: 24, most: 64, step: 2 },
            setting: setting('bar.thickness', { effect: 'reload' }),
          },
        },
      })),
      commands: { ...testHost().commands, reload: ['fern', 'reload'] },
    });
    const { plan, steps } = planOf(rowsWith(null), [], host);
    expect(plan.breaks).toBe(0);
    expect(steps.filter((s) => s.sort === 'draw anew').map((s) => s.commands)).toEqual([
      [['fern', 'reload']],
    ]);
    // Another step shows only after a new session: that draws everything anew.
    const late = {
      ...host,
      offers: host.offers.map((o) => ({
        ...o,
        supplies: {
          ...o.supplies,
          edge: { oneOf: ['right'], setting: setting('bar.edge', { effect: 'session' }) },
        },
      })),
    };
    const broken = planOf(rowsWith(null), [], late);
    expect(broken.plan.breaks).toBe(1);
    expect(broken.steps.filter((s) => s.sort === 'draw anew')).toEqual([]);
  });

  it('puts a whole look before what it would overwrite, and sets again what it spoils', () => {
    const look = testPart('Weirhouse', {
      overwrites: ['bar', 'frame'],
      offers: [
        {
          id: 'bar',
          kind: 'frame',
          name: 'Weirhouse',
          replaces: false,
          supplies: { titleHeight: { fixed: 30 } },
          choose: { key: 'look', place: 'Settings › Look', value: 'Weirhouse' },
        },
      ],
    });
    const frame = testElement('frame', 'frame', { position: 2 });
    const base = rowsWith(null);
    // The rail wants what the host shows by itself: only because of the look it has to be set.
    const same = testTrait('rail', 'edge', 'left');
    const rows: CoatRows = {
      ...base,
      element: { ...base.element, [frame.id]: frame },
      trait: { ...base.trait, [same.id]: same, f: testTrait('frame', 'titleHeight', 30) },
      match: { ...base.match, n: testMatch('n', frame.id) },
      layer: {
        ...base.layer,
        k: {
          ...base.layer['l']!,
          id: 'k',
          matchId: 'n',
          partId: look.id,
          partRevision: 1,
          offer: 'bar',
        },
      },
    };
    const { steps } = planOf(rows, [look]);
    const at = (t: string) => titles(steps).indexOf(t);
    // It is called as what it offers is: what it is chosen for is said instead.
    const chosen = at('Choose Weirhouse as window frame');
    expect(chosen).toBeGreaterThanOrEqual(0);
    expect(at('Set Rail: edge to left')).toBeGreaterThan(chosen);
    expect(at('Set Rail: thickness to 64')).toBeGreaterThan(chosen);
    expect(titles(planOf(rowsWith(null, { trait: rows.trait })).steps)).not.toContain(
      'Set Rail: edge to left',
    );
  });

  it('edits a part’s own file, and makes the part read it', () => {
    const file = { path: '~/.config/reed.conf', format: 'lines' as const, at: 'thick =' };
    const reed = testPart(
      'Reed',
      {
        settings: [
          {
            id: 't',
            label: 'Thick',
            where: { file },
            value: { type: 'text' },
            initial: '',
            reread: { after: 'reload', command: ['reed', 'again'] },
            help: '',
          },
        ],
      },
      { thickness: { range: { least: 20, most: 200, step: 1 }, setting: setting('', { file }) } },
    );
    const step = planOf(rowsWith(reed), [reed]).steps.find((s) => s.sort === 'edit a file')!;
    expect(step.deeds).toEqual([
      { do: 'edit', file, value: '84' },
      { do: 'show', after: 'reload', command: ['reed', 'again'], what: 'Make Reed read its file again' },
    ]);
    expect(step).toMatchObject({
      value: 'thick = 84',
      effect: 'none',
      where: '~/.config/reed.conf, thick =',
    });
  });

  describe('a clock’s text in a part that has words of its own for it', () => {
    const file = { path: '~/.config/reed.conf', format: 'lines' as const, at: 'clock =' };
    const reed = (lineBreak: string | null) =>
      testPart('Reed', {
        syntaxes: [
          {
            id: 's',
            name: 'Reed',
            codes: [
              { field: 'HH', code: '{h}' },
              { field: 'mm', code: '{m}' },
              { field: 'd', code: '{d}' },
            ],
            literals: { how: 'bare' },
            lineBreak,
          },
        ],
        settings: [
          {
            id: 'c',
            label: 'Clock',
            where: { file },
            value: { type: 'format', syntax: 's' },
            initial: '{h}',
            reread: { after: 'reload', command: ['reed', 'again'] },
            help: '',
          },
        ],
        offers: [
          {
            id: 'clock',
            kind: 'clock',
            name: 'Reed clock',
            replaces: true,
            supplies: { format: { any: true, setting: setting('reed.clock', { file }) } },
          },
        ],
      });
    const clockRows = (part: Part, format: string) => {
      const base = rowsWith(part);
      const [clock] = Object.values(base.element).filter((e) => e.kind === 'clock');
      const asked = Object.values(base.trait).find((t) => t.elementId === clock!.id && t.trait === 'format')!;
      return {
        ...base,
        match: { m: testMatch('m', clock!.id) },
        layer: { l: { ...base.layer['l']!, offer: 'clock' } },
        trait: { ...base.trait, [asked.id]: { ...asked, target: format } },
      };
    };

    it('is written in those words, and read back from them', () => {
      const part = reed('{line}');
      const { steps, ctx, coat, plan, start, world } = planOf(clockRows(part, 'HH:mm\nd'), [part]);
      const step = steps.find((s) => s.sort === 'edit a file')!;
      expect(step.value).toBe('clock = {h}:{m}{line}{d}');
      expect(step.expected).toContain('HH:mm');
      const { end } = rehearse(world, plan, start);
      const variants = variantSettings(ctx, coat, ctx.host!);
      const look = lookOf({ ctx, coat, readyOf: plan.readyOf, variants }, end);
      expect(look.closeness).toBeCloseTo(coat.chosen!, 9);
    });

    it('loses what has no word, is worth less for it, and says so in the step', () => {
      const exact = planOf(clockRows(reed(null), 'HH:mm'), [reed(null)]);
      const lossy = planOf(clockRows(reed(null), 'HH:mm EEE'), [reed(null)]);
      const credit = ({ coat }: typeof exact) =>
        coat.elements
          .find((e) => e.element.kind === 'clock')!
          .perVariant[uuid('light')]!.traits.find((t) => t.target.spec.id === 'format')!;
      expect(credit(exact).credit).toBe(1);
      expect(credit(lossy).credit).toBeLessThan(1);
      expect(credit(lossy).bound).toContain('Reed');
      expect(lossy.steps.find((s) => s.sort === 'edit a file')!.troubles.join()).toContain('weekday');
    });
  });

  it('leaves a text of several lines to the hand where a file has one line for it', () => {
    const file = { path: '~/.config/reed.conf', format: 'lines' as const, at: 'name =' };
    const place = { key: 'reed.name', place: 'Reed › Name', file };
    expect(deedOf(place, 'one', [])).toEqual({ do: 'edit', file, value: 'one' });
    expect(deedOf(place, 'one\ntwo', [])).toMatchObject({ do: 'by hand' });
    const json = { ...place, file: { ...file, format: 'json' as const } };
    expect(deedOf(json, 'one\ntwo', [])).toMatchObject({ do: 'edit', value: 'one\ntwo' });
    expect(deedOf({ key: '', place: 'Reed › Name' }, 'one', [])).toBeNull();
  });

  it('sets side effects right and removes what came unasked, unless the finding was taken as it is', () => {
    const tide = testPart(
      'Tide',
      {
        sideEffects: [{ what: 'It doubles the clock.', counter: 'Take the clock off the host bar.' }],
        brings: [
          { what: 'A watcher.', remove: 'Remove the watcher.', file: '~/.config/autostart/watch.desktop' },
        ],
        autostart: 'tide --hidden',
      },
      thickness,
    );
    const { steps } = planOf(rowsWith(tide), [tide]);
    expect(titles(steps)).toContain('Take the clock off the host bar');
    expect(steps.find((s) => s.title === 'Remove the watcher')!.deeds).toEqual([
      { do: 'delete', path: '~/.config/autostart/watch.desktop' },
    ]);
    expect(steps.find((s) => s.sort === 'autostart')!.deeds[0]).toMatchObject({
      to: '~/.config/autostart/tide.desktop',
      text: expect.stringContaining('Exec=tide --hidden') as string,
    });
    const accepted = {
      a: {
        id: 'a',
        finding: `side effect:${tide.id}:It doubles the clock.`,
        facts: '',
        reason: '',
        at: '2026-11-20T10:00:00Z',
      },
    };
    expect(titles(planOf(rowsWith(tide, { accepted }), [tide]).steps)).not.toContain(
      'Take the clock off the host bar',
    );
  });

  it('installs another desktop beside the one that runs, enters it, and says what stands twice then', () => {
    const host = testHost({
      installing: { packages: { pipit: 'fernbank' }, session: 'Fernbank', doubles: ['terminal'] },
    });
    const runs = (desktop: string) => [
      { ...EMPTY_SURVEY, takenAt: '2026-11-20T10:00:00Z', system: { desktop } },
    ];
    const { steps, plan } = planOf(rowsWith(null), [], host, runs('Oxbow'));
    const enter = steps.find((s) => s.sort === 'enter a desktop')!;
    expect(titles(steps)).toContain('Install Fernbank 3.4 beside Oxbow');
    expect(enter.effect).toBe('session');
    expect(plan.sittings[0]!.steps.map((s) => s.sort)).not.toContain('set a value');
    expect(titles(steps)).toContain('Decide which terminal stays in the launcher');
    expect(titles(planOf(rowsWith(null), [], host, runs('fernbank')).steps).join()).not.toContain('beside');
    // A desktop of the same descent has settings by the same names, but they are its own.
    const theirs = runs('Oxbow').map((s) => ({
      ...s,
      settings: { 'bar/edge': 'right', 'bar/thickness': '84' },
    }));
    const ours = runs('Fernbank').map((s) => ({ ...s, settings: theirs[0]!.settings }));
    const edge = (surveys: typeof theirs) =>
      titles(planOf(rowsWith(null), [], host, surveys).steps).filter((t) => t.includes('edge'));
    expect(edge(ours)).toEqual([]);
    expect(edge(theirs)).toEqual(['Set Rail: edge to right']);
  });

  it('takes what the survey tells over what the host came with', () => {
    const told = [{ ...EMPTY_SURVEY, settings: { 'bar/edge': 'right', 'bar/thickness': '64' } }];
    const set = planOf(rowsWith(null), [], testHost(), told).steps.filter((s) => s.sort === 'set a value');
    expect(titles(set)).toEqual(['Set Rail: colour to #e3c2b4']);
  });

  it('makes a short plan that switches between the variants afterwards', () => {
    const base = rowsWith(null);
    const dark = testTrait('rail', 'colour', '#4c352c', { variantId: uuid('dark') });
    const rows = { ...base, trait: { ...base.trait, [dark.id]: dark }, picture: {} };
    const host = testHost({
      variants: { ...setting('look', { effect: 'reopen' }), values: { light: 'pale', dark: 'deep' } },
    });
    const { ctx, coat } = planOf(rows, [], host);
    const variant = (name: string) => rows.variant[uuid(name)]!;
    const set = (name: string) =>
      stepsOf(switchPlan(ctx, coat, variant(name))).flatMap((s) =>
        s.deeds.flatMap((d) => (d.do === 'set' ? [[d.key, d.value]] : [])),
      );
    expect(set('dark')).toEqual([
      ['look', 'deep'],
      ['bar.colour', '#4c352c'],
    ]);
    expect(set('light')).toEqual([
      ['look', 'pale'],
      ['bar.colour', '#e3c2b4'],
    ]);
    expect(variantSettings(ctx, coat, host).map((v) => v.resource)).toEqual([
      'setting look',
      'setting bar.colour',
    ]);
  });
});

describe('commands as deeds', () => {
  it('are read back from a profile’s template, so that they can be taken back', () => {
    expect(readTemplate(['fern', 'set', '{key}', '{value}'], ['fern', 'set', 'a', 'b c'])).toEqual({
      key: 'a',
      value: 'b c',
    });
    expect(readTemplate(['fern', 'set', '{key}'], ['fern', 'get', 'a'])).toBeNull();
    expect(deedOfCommand(testHost(), ['fern', 'set', 'a', 'b'])).toMatchObject({
      do: 'set',
      key: 'a',
      value: 'b',
    });
    expect(deedOfCommand(testHost(), ['fern', 'dance'])).toEqual({ do: 'call', command: ['fern', 'dance'] });
  });
});

describe('deeds over the wire', () => {
  it('are taken as every plan makes them, and refused when anything in them is another', () => {
    const wrong = [undefined, 5, null, {}, [5], 'x'.repeat(30_000)];
    let refused = 0;
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 1e9 }), fc.nat(), fc.nat(), (seed, at, how) => {
        const { ctx, now } = randomCoat(seed);
        const made = derivePlan(ctx, evaluateCoat(ctx, indexOffers(ctx)), { now });
        const deeds = stepsOf(made).flatMap((s) => s.deeds);
        for (const deed of deeds)
          expect([deed, isDeed(JSON.parse(JSON.stringify(deed)))]).toEqual([deed, true]);
        if (deeds.length === 0) return;
        const deed = deeds[at % deeds.length]!;
        const keys = Object.keys(deed);
        const bad = { ...deed, [keys[at % keys.length]!]: wrong[how % wrong.length] };
        if (JSON.stringify(bad) === JSON.stringify(deed)) return;
        const isNullable = wrong[how % wrong.length] === null;
        if (!isNullable) {
          expect([bad, isDeed(bad)]).toEqual([bad, false]);
          refused++;
        }
        expect(isDeed({ ...deed, odd: 1 })).toBe(false);
      }),
      { numRuns: cases(100) },
    );
    expect(refused).toBeGreaterThan(30);
    expect([isDeed(null), isDeed({ do: 'constructor' }), isDeed({ do: 'dance' })]).toEqual([
      false,
      false,
      false,
    ]);
  });
});

describe('moving a step by hand', () => {
  const { plan, steps } = planOf(rowsWith(null));
  const key = (title: string) => steps.find((s) => s.title === title)!.key;
  const edge = key('Set Rail: edge to right');
  const colour = key('Set Rail: colour to #e3c2b4');

  it('goes where the edges allow, and stays there', () => {
    const move = { key: colour, after: key('Note 3 values before changing them') };
    expect(whyNotMove(plan, move)).toBeNull();
    const moved = stepsOf(applyMoves(plan, [move]));
    expect(moved.map((s) => s.key).indexOf(colour)).toBe(moved.map((s) => s.key).indexOf(edge) - 1);
    expect([...moved].sort((a, b) => (a.key < b.key ? -1 : 1))).toEqual(
      [...steps].sort((a, b) => (a.key < b.key ? -1 : 1)),
    );
  });
  it('says why not where they do not, and passes over a move that no longer fits', () => {
    const move = { key: colour, after: beginningOf(0) };
    expect(whyNotMove(plan, move)).toMatch(/needs “(Make a safe point|Take readings|Note 3 values).*” first/);
    expect(stepsOf(applyMoves(plan, [move, { key: 'gone', after: edge }]))).toEqual(steps);
    expect(whyNotMove(plan, { key: 'gone', after: edge })).toMatch(/not in the plan/);
  });
  it('keeps every edge of any plan, whatever is tried', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 1e9 }),
        fc.array(fc.tuple(fc.nat(), fc.nat()), { maxLength: 12 }),
        (seed, tries) => {
          const { ctx, now } = randomCoat(seed);
          const made = derivePlan(ctx, evaluateCoat(ctx, indexOffers(ctx)), { now });
          if (!made.ok) return;
          const all = stepsOf(made);
          fc.pre(all.length > 1);
          const moves = tries.map(([a, b]) => ({
            key: all[a % all.length]!.key,
            after: all[b % all.length]!.key,
          }));
          const moved = applyMoves(made, moves) as OrderedPlan;
          const order = stepsOf(moved).map((s) => s.key);
          expect([...order].sort()).toEqual(all.map((s) => s.key).sort());
          for (const e of made.edges) expect(order.indexOf(e.from)).toBeLessThan(order.indexOf(e.to));
          // As it was arranged it still works.
          const world = { host: ctx.host, mirror: {} };
          expect(rehearse(world, moved, startState(ctx.host, now)).complete).toBe(true);
        },
      ),
      { numRuns: cases(100) },
    );
  });
});

describe('edges for drawing', () => {
  it('say the same with as few lines as can be', () => {
    const pairs = fc.array(fc.tuple(fc.nat(8), fc.nat(8)), { maxLength: 30 });
    const reach = (edges: readonly { from: string; to: string }[]) => {
      const found = new Set(edges.map((e) => `${e.from} ${e.to}`));
      for (let k = 0; k < 9; k++)
        for (let i = 0; i < 9; i++)
          for (let j = 0; j < 9; j++)
            if (found.has(`${i} ${k}`) && found.has(`${k} ${j}`)) found.add(`${i} ${j}`);
      return found;
    };
    fc.assert(
      fc.property(pairs, (all) => {
        const edges = [
          ...new Map(
            all
              .filter(([a, b]) => a < b)
              .map(([a, b]) => [`${a} ${b}`, { from: String(a), to: String(b), afterEffect: true }]),
          ).values(),
        ];
        const fewer = withoutImplied(edges);
        expect(reach(fewer)).toEqual(reach(edges));
        for (const e of fewer) expect(reach(fewer.filter((o) => o !== e))).not.toEqual(reach(edges));
      }),
    );
  });
});

const entry = (
  n: number,
  stepKey: string,
  what: JournalRow['what'],
  more: Partial<JournalRow> = {},
): JournalRow => ({
  id: uuid(`entry ${n}`),
  stepKey,
  what,
  at: `2026-11-21T10:${String(n).padStart(2, '0')}:00.000Z`,
  title: stepKey,
  note: '',
  pictures: [],
  step: what === 'done' ? KEPT : null,
  ...more,
});
const journal = (...entries: JournalRow[]) => Object.fromEntries(entries.map((e) => [e.id, e]));

describe('the journal', () => {
  it('tells how each step stands by its last word, and keeps what was noted', () => {
    const rows = {
      ...testCoat(),
      journal: journal(
        entry(1, 'a', 'done'),
        entry(2, 'b', 'failed', { note: 'It broke off.' }),
        entry(3, 'c', 'skipped', { note: 'Not wanted.' }),
        entry(4, 'a', 'withdrawn'),
        entry(5, 'b', 'done'),
        entry(6, 'b', 'noted', { note: 'Second try.', pictures: ['f'.repeat(64)] }),
      ),
    };
    expect([...doneSteps(rows)]).toEqual(['b']);
    expect(stepEntries(rows).get('b')).toMatchObject({
      what: 'done',
      note: 'It broke off.\nSecond try.',
      pictures: ['f'.repeat(64)],
    });
    expect(stepEntries(rows).get('c')!.what).toBe('skipped');
    expect(stepEntries(rows).has('a')).toBe(false);
    expect(notesOf(rows, 'b').map((n) => n.note)).toEqual(['It broke off.', 'Second try.']);
  });
  it('takes a step as no longer done once it was taken back, until the taking back is withdrawn', () => {
    const undo = (n: number, what: JournalRow['what'], step: JournalRow['step']) =>
      entry(n, 'undo:a', what, { step });
    const entries = [
      entry(1, 'a', 'done'),
      entry(2, 'b', 'done'),
      undo(3, 'done', { ...KEPT, voids: ['a'] }),
    ];
    const done = (...more: JournalRow[]) =>
      [...doneSteps({ ...testCoat(), journal: journal(...entries, ...more) })].sort();
    expect(done()).toEqual(['b', 'undo:a']);
    expect(done(undo(4, 'withdrawn', null))).toEqual(['a', 'b']);
    expect(done(entry(4, 'a', 'done'))).toEqual(['a', 'b', 'undo:a']);
  });
  it('counts the time that was worked, and not the days between', () => {
    const rows = {
      ...testCoat(),
      journal: journal(
        entry(0, 'a', 'done'),
        entry(10, 'b', 'done'),
        entry(11, 'c', 'done', { at: '2026-11-28T09:00:00.000Z' }),
        entry(12, 'd', 'done', { at: '2026-11-28T09:20:30.000Z' }),
      ),
    };
    expect(minutesWorked(rows)).toBeCloseTo(30.5, 9);
  });
  it('finds the surveys from before anything was done', () => {
    const survey = (id: string, at: string, what: 'survey' | 'settings' = 'survey') => ({
      id,
      name: id,
      at,
      what,
      blob: id,
    });
    const all = {
      a: survey('a', '2026-11-19T10:00:00Z'),
      b: survey('b', '2026-11-20T10:00:00Z'),
      c: survey('c', '2026-11-22T10:00:00Z'),
      d: survey('d', '2026-11-23T10:00:00Z', 'settings'),
    };
    const rows = { ...testCoat(), survey: all, journal: journal(entry(1, 'a', 'done')) };
    expect(surveysBefore(rows).map((s) => s.id)).toEqual(['b']);
    expect(surveysBefore({ ...rows, journal: {} }).map((s) => s.id)).toEqual(['c', 'd']);
  });
});

describe('changing a match later', () => {
  const tide = testPart('Tide', { enable: 'tide' }, thickness);
  const reed = testPart(
    'Reed',
    { enable: 'reed' },
    { thickness: { range: { least: 20, most: 200, step: 1 }, setting: setting('reed.thickness') } },
  );

  it('keeps what was done and does only the difference: what is no longer wanted is taken back first', () => {
    const first = planOf(rowsWith(tide), [tide, reed]);
    const ticked = first.steps.filter((s) => /Tide|thickness/.test(s.title));
    const entries = ticked.map((s, i) => entry(i, s.key, 'done', { title: s.title, step: keptStep(s) }));
    const rows = rowsWith(reed, { journal: journal(...entries) });
    const second = planOf(rows, [tide, reed]);
    const { done } = doneByJournal(second.world, second.start, rows);
    expect(done.map((d) => d.step.title)).toEqual(ticked.map((s) => s.title));
    const { plan, takesBack } = withTakingBack(
      second.ctx.host!,
      second.world,
      second.start,
      second.plan,
      done,
      (id) => id,
    );
    if (!plan.ok) throw new Error(plan.sentence);
    const steps = stepsOf(plan);
    const undo = steps.filter((s) => takesBack.has(s.key));
    expect(titles(undo)).toEqual([
      'Take Rail: thickness back to as if it had never been set',
      'Disable tide',
      'Remove the package tide',
    ]);
    const at = (t: string) => titles(steps).indexOf(t);
    expect(at('Install Reed 1.0')).toBeGreaterThan(at('Remove the package tide'));
    // Rehearsed from a host that has what is to be taken back, all of it works without a word of warning.
    const { from } = withTakingBack(
      second.ctx.host!,
      second.world,
      second.start,
      second.plan,
      done,
      (id) => id,
    );
    expect(rehearse(second.world, plan, from).frames.filter((f) => f.how !== 'done')).toEqual([]);
    // Once the taking back is done, it is not asked for again, and what it took back counts as never done.
    const after = {
      ...rows,
      journal: {
        ...rows.journal,
        ...journal(...undo.map((s, i) => entry(20 + i, s.key, 'done', { step: keptStep(s) }))),
      },
    };
    for (const s of ticked) expect(doneSteps(after).has(s.key)).toBe(false);
    const then = doneByJournal(second.world, second.start, after).done;
    expect(
      withTakingBack(second.ctx.host!, second.world, second.start, second.plan, then, (id) => id).takesBack
        .size,
    ).toBe(0);
    // Nothing that was done and is still wanted is asked for again or taken back.
    expect(titles(steps)).toContain('Make a safe point to return to');
    const same = withTakingBack(first.ctx.host!, first.world, first.start, first.plan, done, (id) => id);
    expect(same.takesBack.size).toBe(0);
  });

  it('takes nothing back that the new plan sets anyway', () => {
    const first = planOf(rowsWith(tide), [tide]);
    const set = first.steps.find((s) => s.title === 'Set Rail: thickness to 84')!;
    const rows = rowsWith(tide, { journal: journal(entry(1, set.key, 'done', { step: keptStep(set) })) });
    const thinner = {
      ...rows,
      trait: Object.fromEntries(
        Object.entries(rows.trait).map(([id, t]) => [id, t.trait === 'thickness' ? { ...t, target: 40 } : t]),
      ),
    };
    const second = planOf(thinner, [tide]);
    const { done } = doneByJournal(second.world, second.start, thinner);
    const { plan, takesBack } = withTakingBack(
      second.ctx.host!,
      second.world,
      second.start,
      second.plan,
      done,
      (id) => id,
    );
    expect(takesBack.size).toBe(0);
    expect(titles(stepsOf(plan))).toContain('Set Rail: thickness to 40');
  });
});

describe('the way back, in words', () => {
  it('leaves nothing over where only what a pair encloses was ticked, and not the pair', () => {
    const { steps, world, start } = planOf(rowsWith(null), [], LOCKED);
    const set = steps.find((s) => /thickness/.test(s.title))!;
    expect(titles(steps)).toContain('Unlock the bars');
    const rows = rowsWith(null, { journal: journal(entry(1, set.key, 'done', { step: keptStep(set) })) });
    const { done, state } = doneByJournal(world, start, rows);
    const back = wayBack(LOCKED, done).plan;
    expect(titles(stepsOf(back))).toContain('Unlock the bars');
    if (!back.ok) throw new Error(back.sentence);
    const gone = rehearse(world, back, state);
    expect(differences(start, stateAfter(gone, gone.frames.length))).toEqual([]);
  });
  it('returns values to what the survey had, keeps shared parts, and names what a safe point would leave', () => {
    const told = [{ ...EMPTY_SURVEY, settings: { 'bar/edge': 'right', 'bar/thickness': '52' } }];
    const { plan, world, start, ctx } = planOf(rowsWith(null), [], testHost(), told);
    const { frames } = rehearse(world, plan, start);
    const back = stepsOf(wayBack(ctx.host!, frames).plan);
    expect(titles(back)).toContain('Set Rail: thickness back to 52');
    expect(survivesRestore('file ~/.config/autostart/x.desktop')).toBe(true);
    expect(survivesRestore('package pipit tide')).toBe(false);

    const tide = testPart('Tide', {}, thickness);
    const other = testElement('other', 'bar', { name: 'Other', position: 3 });
    const base = rowsWith(tide);
    const shared = planOf(
      {
        ...base,
        element: { ...base.element, [other.id]: other },
        match: { ...base.match, n: testMatch('n', other.id) },
        layer: { ...base.layer, k: { ...base.layer['l']!, id: 'k', matchId: 'n' } },
      },
      [tide],
    );
    const went = rehearse(shared.world, shared.plan, shared.start).frames;
    const one = wayBack(shared.ctx.host!, went, new Set([uuid('rail')]), (id) =>
      id === other.id ? 'Other' : id,
    );
    expect(titles(stepsOf(one.plan))).not.toContain('Remove the package tide');
    expect(one.stays).toEqual(['Remove the package tide: not yet, Other needs it.']);
  });
});

describe('a survey held against what was ticked', () => {
  const icons = testPart(
    'Samphire',
    {
      channels: [
        {
          way: 'archive',
          from: 'https://x.example/s.tar.xz',
          file: 's.tar.xz',
          root: 'Samphire',
          sort: 'icon set',
        },
      ],
    },
    thickness,
  );
  const { plan, world, start, ctx } = planOf(rowsWith(icons), [icons]);
  const { frames } = rehearse(world, plan, start);
  const done = frames.map(({ step, touches }) => ({ step, touches }));
  const home = { directories: { dataHome: ['/home/x/.local/share'] }, takenAt: '2026-11-25T10:00:00Z' };
  const proofOf = (sort: string, more: object) => {
    const proofs = verify(hostNow(ctx.host!, [{ ...EMPTY_SURVEY, ...home, ...more }]), done);
    return proofs.get(frames.find((f) => f.step.sort === sort)!.step.key);
  };
  const at = (path: string) => [{ id: path.split('/').at(-1)!, name: path.split('/').at(-1)!, path }];

  it('proves what shows', () => {
    expect(proofOf('unpack', { iconThemes: at('/home/x/.local/share/icons/Samphire') })).toEqual({
      is: 'proven',
    });
    // A survey without icon themes at all says nothing of them.
    expect(proofOf('unpack', { unavailable: [{ probe: 'icon themes', why: 'x' }] })).toEqual({
      is: 'not seen',
    });
    expect(proofOf('safe point', {})).toEqual({ is: 'not seen' });
  });
  it('proves a folder of fonts by a family of its name, and takes no other name for a proof or against it', () => {
    const slab = testPart(
      'Pan Slab',
      {
        channels: [
          {
            way: 'archive',
            from: 'https://x.example/p.tar.xz',
            file: 'p.tar.xz',
            root: 'PanSlab',
            sort: 'font',
          },
        ],
      },
      thickness,
    );
    const p = planOf(rowsWith(slab), [slab], testHost({ folders: { font: '~/.local/share/fonts' } }));
    const went = rehearse(p.world, p.plan, p.start).frames.map(({ step, touches }) => ({ step, touches }));
    const copied = went.find((d) => d.touches.some((t) => t.resource.includes('/fonts/')))!;
    const withFonts = (...fonts: string[]) =>
      verify(hostNow(p.ctx.host!, [{ ...EMPTY_SURVEY, ...home, fonts }]), went).get(copied.step.key);
    expect(withFonts('Pan Slab', 'Weir Sans')).toEqual({ is: 'proven' });
    expect(withFonts('Weir Sans')).toEqual({ is: 'not seen' });
  });
  it.each([
    [
      '/home/x/.local/share/icons/Samphire/Samphire',
      /one folder too deep, in ~\/\.local\/share\/icons\/Samphire\/Samphire/,
    ],
    ['/home/x/.icons/Samphire', /another folder: ~\/\.icons\/Samphire/],
    ['/home/x/.local/share/icons/samphire', /another name there: samphire/],
    ['/home/x/.local/share/icons/Other', /is not in the survey/],
  ])('says why what was ticked does not show: %s', (path, why) => {
    expect(proofOf('unpack', { iconThemes: at(path) })).toMatchObject({
      is: 'missing',
      sentence: expect.stringMatching(why) as string,
    });
  });
  it('says that a new session is due, or that the value is another one', () => {
    const late = testHost({
      offers: testHost().offers.map((o) => ({
        ...o,
        supplies: {
          ...o.supplies,
          edge: { oneOf: ['left', 'right'], setting: setting('bar.edge', { effect: 'session' }) },
        },
      })),
    });
    const p = planOf(rowsWith(null), [], late);
    const went = rehearse(p.world, p.plan, p.start).frames.map(({ step, touches }) => ({ step, touches }));
    const proofs = verify(
      hostNow(late, [
        { ...EMPTY_SURVEY, settings: { 'bar/edge': 'left', 'bar/thickness': '60', 'bar/colour': '#e3c2b4' } },
      ]),
      went,
    );
    const of = (title: string) => proofs.get(went.find((d) => d.step.title === title)!.step.key);
    expect(of('Set Rail: edge to right')).toMatchObject({
      sentence: expect.stringMatching(/still left.*new session/) as string,
    });
    expect(of('Set Rail: thickness to 64')).toMatchObject({ sentence: 'It is 60 there, and not 64.' });
    expect(of('Set Rail: colour to #e3c2b4')).toEqual({ is: 'proven' });
  });
});

describe('the leftover check', () => {
  it('finds what is still there and what the plan never named, and nothing in the same survey', () => {
    const { plan, world, start, ctx } = planOf(rowsWith(null));
    const { frames } = rehearse(world, plan, start);
    const before = {
      ...EMPTY_SURVEY,
      takenAt: '2026-11-20T10:00:00Z',
      settings: { 'bar/edge': 'left', 'other/key': '1' },
    };
    expect(leftovers(ctx.host!, before, before, frames)).toEqual([]);
    const after = {
      ...before,
      settings: { 'bar/edge': 'right', 'other/key': '2' },
      autostart: [{ id: 'x.desktop', name: 'X', exec: 'x', on: true }],
      disk: { '/tmp': 5 },
    };
    expect(leftovers(ctx.host!, before, after, frames).map((l) => [l.change.id, l.step])).toEqual([
      ['x.desktop', null],
      ['bar/edge', 'Set Rail: edge to right'],
      ['other/key', null],
    ]);
  });
});
