import { describe, expect, it } from 'vitest';
import { applyChanges } from '../../model/coat/changes.js';
import { type Command, execute } from '../../doing/commands/commands.js';
import type { CoatRows, JournalRow, LayerRow, SightingRow } from '../../model/coat/rows.js';
import { evaluateCoat } from './evaluate.js';
import { indexOffers } from './rank.js';
import { partKey, type MatchContext } from './targets.js';
import type { Part } from '../../model/parts/part.js';
import { KEPT, testCapture, testCoat, testMatch, uuid } from '../../testing/coat.js';
import { testHost, testPart } from '../../testing/parts.js';
import type { TraitValue } from '../../model/traits/value.js';
import { adviceFor } from '../../proving/compare/advice.js';
import { overTime } from '../../proving/compare/overTime.js';
import { provenAbove, sayProvenAbove } from './provenAbove.js';
import { provingCaptures } from './proof.js';
import { settingThen } from '../../proving/compare/settingThen.js';

const place = (key: string) => ({ key, place: `Settings › ${key}` });
/** A bar that reaches the wanted 84, in even numbers. */
const TIDE = testPart(
  'Tide',
  {},
  {
    edge: { oneOf: ['left', 'right'], setting: place('tide.edge') },
    thickness: { range: { least: 20, most: 200, step: 2 }, setting: place('tide.thickness') },
    colour: { any: true, setting: place('tide.colour') },
  },
);

const sighting = (
  captureId: string,
  values: Record<string, TraitValue>,
  more: Partial<SightingRow> = {},
): SightingRow => ({
  id: `of ${captureId}`,
  captureId,
  elementId: uuid('rail'),
  x: 1836,
  y: 0,
  width: 84,
  height: 1080,
  how: 'found',
  sure: 0.9,
  why: 'It looks like it.',
  dx: 0,
  dy: 0,
  likeness: { mean: 1, p95: 2, ssim: 0.9, palette: 0.9 },
  values,
  against: '',
  ...more,
});
const done = (key: string, value: string, at: string, what: JournalRow['what'] = 'done'): JournalRow => ({
  id: `${key} ${at}`,
  stepKey: key,
  what,
  at,
  title: key,
  note: '',
  pictures: [],
  step: {
    ...KEPT,
    elements: [uuid('rail')],
    deeds: [{ do: 'set', key: 'tide.thickness', value, of: [], listed: null }],
  },
});
const by = <T extends { readonly id: string }>(...rows: T[]) =>
  Object.fromEntries(rows.map((r) => [r.id, r]));

function evaluate(
  more: Partial<CoatRows>,
  {
    settings = {},
    now,
    part = TIDE,
  }: { settings?: LayerRow['settings']; now?: Map<string, string>; part?: Part } = {},
) {
  const layer: LayerRow = {
    id: 'l',
    matchId: 'm',
    position: 0,
    partId: part.id,
    partRevision: 1,
    offer: 'bar',
    traits: null,
    settings,
  };
  const rows: CoatRows = {
    ...testCoat(),
    match: { m: testMatch('m', uuid('rail')) },
    layer: { l: layer },
    ...more,
  };
  const ctx: MatchContext = {
    rows,
    host: testHost(),
    parts: new Map([[partKey(part.id, 1), part]]),
    ...(now ? { settingsNow: now } : {}),
  };
  const state = evaluateCoat(ctx, indexOffers(ctx));
  const rail = state.elements.find((e) => e.element.id === uuid('rail'))!;
  return { ctx, state, rail, proof: rail.proofs[uuid('light')] };
}
const EVENING = '2026-11-20T20:00:00.000Z';
const MORNING = '2026-11-21T08:00:00.000Z';

describe('what pictures of the own desktop prove', () => {
  it('is what was read off them, and nothing else: the rest is not seen', () => {
    const { rail, proof, state } = evaluate({
      capture: by(testCapture('c', EVENING)),
      sighting: by(sighting('c', { edge: 'right', thickness: 180 })),
    });
    expect(proof!.traits.map((t) => t.score.target.spec.id).sort()).toEqual(['edge', 'thickness']);
    // Twice as wide is worth nothing: edge and thickness weigh the same in a bar.
    expect(rail.proven).toBeCloseTo(0.5, 5);
    expect(rail.closeness).toBeCloseTo(1, 5);
    expect(state.proven).toBeCloseTo(0.5, 5);
  });
  it('is read at the size of the display, whatever the size of the picture', () => {
    const { proof } = evaluate({
      capture: by(testCapture('c', EVENING, { width: 960, height: 540 })),
      sighting: by(sighting('c', { thickness: 42 })),
    });
    expect(proof!.traits[0]!.seen).toBe(84);
    expect(proof!.closeness).toBe(1);
  });
  it('is the newest of what was seen, and drawings prove nothing', () => {
    const captures = by(
      testCapture('old', EVENING),
      testCapture('new', MORNING),
      testCapture('drawn', '2026-12-01T08:00:00.000Z', { how: 'drawn' }),
    );
    const { proof, ctx } = evaluate({
      capture: captures,
      sighting: by(
        sighting('old', { thickness: 20 }),
        sighting('new', { thickness: 84 }),
        sighting('drawn', { thickness: 40 }),
      ),
    });
    expect(proof!.capture!.id).toBe('new');
    expect(proof!.closeness).toBe(1);
    expect(provingCaptures(ctx.rows).map((c) => c.id)).toEqual(['old', 'new']);
  });
  it('is told by the newest settings where no picture shows it', () => {
    const now = new Map([['tide.thickness', '60']]);
    const { proof } = evaluate({}, { now });
    expect(proof).toMatchObject({ capture: null, traits: [{ by: 'survey', seen: 60 }] });
    const seen = evaluate(
      { capture: by(testCapture('c', EVENING)), sighting: by(sighting('c', { thickness: 84 })) },
      { now },
    );
    expect(seen.proof!.traits).toMatchObject([{ by: 'picture', seen: 84 }]);
  });
});

describe('what was looked for and not found', () => {
  it('may be anything: it counts nothing at least and all at most, and its standing stays with what is promised', () => {
    const { rail, state } = evaluate({
      capture: by(testCapture('c', MORNING)),
      sighting: by(sighting('c', {}, { how: 'not found' })),
      journal: { t: done('t', '84', EVENING) },
    });
    expect([rail.proven, rail.most.proven]).toEqual([0, 1]);
    expect([state.proven, state.most.proven]).toEqual([0, 1]);
    expect(rail.standing).toBe('matched');
  });
  it('is nothing where it is not there, and its standing follows', () => {
    const { rail } = evaluate({
      capture: by(testCapture('c', MORNING)),
      sighting: by(sighting('c', {}, { how: 'not there' })),
      journal: { t: done('t', '84', EVENING) },
    });
    expect([rail.proven, rail.most.proven]).toEqual([0, 0]);
    expect(rail.standing).toBe('open');
  });
});

describe('what is proven above what is chosen', () => {
  const stingy = testPart('Stingy', {}, { thickness: { fixed: 180 } });
  const seen = (values: Record<string, TraitValue>, part: Part) =>
    evaluate({ capture: by(testCapture('c', MORNING)), sighting: by(sighting('c', values)) }, { part }).state;
  it('is told with its reason: what was not seen and promises less, and what was seen nearer than promised', () => {
    const coat = seen({ thickness: 84 }, stingy);
    expect(coat.proven!).toBeGreaterThan(coat.chosen!);
    const { unseen, nearer } = provenAbove(coat)!;
    expect(unseen.map((e) => e.element.name)).toEqual(['Clock']);
    expect(nearer.map((e) => e.element.name)).toEqual(['Rail']);
    expect(sayProvenAbove(coat)).toMatch(
      /Not seen yet, and promised lower: Clock \(\d+ %\)\..*Rail \(100 % for \d+ %\)/,
    );
  });
  it('needs no word where it does not stand above', () => {
    const coat = seen({ thickness: 20, edge: 'left' }, TIDE);
    expect(coat.proven!).toBeLessThan(coat.chosen!);
    expect(provenAbove(coat)).toBeNull();
    expect(sayProvenAbove(coat)).toBe('');
  });
});

describe('standings', () => {
  const seen = {
    capture: by(testCapture('c', MORNING)),
    sighting: by(sighting('c', { edge: 'left', thickness: 20, colour: '#000000' })),
  };
  it('stay with what is promised until something was done for the element', () => {
    expect(evaluate(seen).rail.standing).toBe('matched');
    // Done after the picture was taken: it shows how it was before.
    const later = { t: done('t', '84', '2026-11-22T08:00:00.000Z') };
    expect(evaluate({ ...seen, journal: later }).rail.standing).toBe('matched');
  });
  it('follow what was seen after that', () => {
    const { rail } = evaluate({ ...seen, journal: { t: done('t', '84', EVENING) } });
    expect(rail.closeness).toBeCloseTo(1, 5);
    expect(rail.standing).toBe('open');
  });
  it('are what a person says of a difference, when they accept it', () => {
    const match = { m: { ...testMatch('m', uuid('rail')), said: 'stand-in' as const, lost: 'Its edge' } };
    expect(evaluate({ ...seen, match, journal: { t: done('t', '84', EVENING) } }).rail.standing).toBe(
      'stand-in',
    );
  });
});

describe('advice', () => {
  function adviceOf(seen: number, journal: JournalRow[], settings: LayerRow['settings'] = {}) {
    const { ctx, proof } = evaluate(
      {
        capture: by(testCapture('c', MORNING)),
        sighting: by(sighting('c', { thickness: seen })),
        journal: by(...journal),
      },
      { settings },
    );
    const trait = proof!.traits[0]!;
    return adviceFor(trait, settingThen(ctx, trait.score, MORNING), 1, 'light');
  }
  it('says nothing of what is right', () => {
    expect(adviceOf(84, [])).toBeNull();
  });
  it('says what to set where something else was set', () => {
    expect(adviceOf(46, [done('t', '46', EVENING)], { all: { thickness: 46 } })).toMatchObject({
      sentence: 'Thickness is 46 px; 84 px would match: set 84.',
      setting: 84,
      layerId: 'l',
      trait: 'thickness',
    });
  });
  it('takes off what the part adds to what is set', () => {
    expect(adviceOf(100, [done('t', '84', EVENING)])).toMatchObject({ setting: 68 });
  });
  it('says that a step is not done, that it was set since, and that nothing comes nearer', () => {
    expect(adviceOf(46, [])).toMatchObject({
      setting: null,
      sentence: expect.stringContaining('its step is not done yet') as string,
    });
    expect(adviceOf(100, [done('t', '84', EVENING)], { all: { thickness: 68 } })).toMatchObject({
      setting: null,
      sentence: expect.stringContaining('set to 68 by now') as string,
    });
    // What was withdrawn before the picture was taken is not what it shows.
    const withdrawn = done('t', '84', '2026-11-20T21:00:00.000Z', 'withdrawn');
    expect(adviceOf(100, [done('t', '84', EVENING), withdrawn])!.sentence).toContain('not done yet');
  });
});

describe('closeness over time', () => {
  it('is told for each picture by what is on it, and what was not found counts nothing', () => {
    const { ctx, state } = evaluate({
      capture: by(
        testCapture('b', MORNING),
        testCapture('a', EVENING),
        testCapture('n', '2026-11-23T08:00:00.000Z'),
      ),
      sighting: by(
        sighting('a', { thickness: 180 }),
        sighting('b', { thickness: 84 }),
        sighting('n', {}, { how: 'not found' }),
      ),
    });
    const moments = overTime(ctx, state.elements, uuid('light'));
    expect(moments.map((m) => [m.capture.id, m.closeness])).toEqual([
      ['a', 0],
      ['b', 1],
      ['n', 0],
    ]);
    expect(overTime(ctx, state.elements, uuid('dark'))).toEqual([]);
  });
});

describe('commands about pictures of the own desktop', () => {
  const start: CoatRows = testCoat();
  const run = (rows: CoatRows, command: Command): CoatRows => {
    const applied = applyChanges(rows, execute(rows, command));
    if (!applied.ok) throw new Error(applied.clash.sentence);
    return applied.rows;
  };
  const add = { type: 'capture.add' as const, ...testCapture(uuid('c'), EVENING) };
  const { captureId: _, ...seen } = sighting('c', { thickness: 84 }, { id: uuid('s') });

  it('keep one sighting of an element on each picture, and take it along when picture or element go', () => {
    const one = run(run(start, add), { type: 'sighting.set', captureId: uuid('c'), sightings: [seen] });
    const again = run(one, {
      type: 'sighting.set',
      captureId: uuid('c'),
      sightings: [{ ...seen, id: uuid('other'), values: { thickness: 80 } }],
    });
    expect(Object.values(again.sighting)).toMatchObject([{ id: uuid('s'), values: { thickness: 80 } }]);
    expect(run(again, { type: 'capture.remove', id: uuid('c') })).toMatchObject({
      capture: {},
      sighting: {},
    });
    expect(run(again, { type: 'element.remove', id: uuid('rail') }).sighting).toEqual({});
    expect(run(again, { type: 'variant.remove', id: uuid('light') }).capture).toEqual({});
    expect(run(again, { type: 'element.merge', into: uuid('clock'), from: uuid('rail') }).sighting).toEqual(
      {},
    );
  });
  it.each([
    ['outside the picture', { x: 1900, width: 200 }, /does not lie inside/],
    ['a trait that the kind has not', { values: { wings: 2 } }, /no trait wings/],
    ['a value of another type', { values: { thickness: 'wide' } }, /length/],
  ])('refuse %s', (_what, more, why) => {
    const rows = run(start, add);
    expect(() =>
      execute(rows, {
        type: 'sighting.set',
        captureId: uuid('c'),
        sightings: [{ ...seen, ...more }],
      }),
    ).toThrow(why);
  });
});
