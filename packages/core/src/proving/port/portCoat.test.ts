import { freshIds, underIds } from '../../model/coat/ids.js';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { applyChanges } from '../../model/coat/changes.js';
import { coatOf, type CoatRows, type LayerRow } from '../../model/coat/rows.js';
import type { Part } from '../../model/parts/part.js';
import { derivePlan } from '../../doing/plan/derive.js';
import { stepsOf } from '../../model/deeds/step.js';
import { KEPT, testCoat, testElement, testMatch, testTrait, uuid } from '../../testing/coat.js';
import { testHost, testPart } from '../../testing/parts.js';
import { randomCoat } from '../../testing/randomCoat.js';
import { portCoat, CARRIED_HOWS, referenceChanges } from './portCoat.js';
import { evaluateCoat } from '../../deciding/matching/evaluate.js';
import { indexOffers } from '../../deciding/matching/rank.js';
import { partKey, type MatchContext } from '../../deciding/matching/targets.js';
import { cases } from '../../testing/properties.js';

const setting = (key: string) => ({ key, place: `Settings › ${key}` });
const THICK = { thickness: { range: { least: 20, most: 120, step: 1 }, setting: setting('t.thickness') } };
const open = { fits: [] };
/** Oxbow, whose own bar reaches 40 and whose distribution gets its packages another way. */
const OXBOW = testHost({
  id: uuid('oxbow'),
  revision: 4,
  family: 'oxbow',
  name: 'Oxbow',
  version: '12',
  offers: [
    {
      id: 'strip',
      kind: 'bar',
      name: 'Oxbow strip',
      replaces: false,
      supplies: {
        thickness: { range: { least: 20, most: 40, step: 2 }, setting: setting('strip.thickness') },
      },
    },
  ],
  defaults: { bar: { edge: 'left', thickness: 24, colour: '#dfe8e0' } },
  channels: [
    {
      id: 'sandgrouse',
      name: 'Sandgrouse 41',
      install: ['hopper', 'add', '{package}'],
      remove: ['hopper', 'drop', '{package}'],
      query: ['hopper', 'has', '{package}'],
    },
  ],
});

function coatWith(
  part: Part | null,
  more: Partial<CoatRows> = {},
  layer: Partial<LayerRow> = {},
  parts: Part[] = [],
): MatchContext {
  const base: LayerRow = {
    id: 'l',
    matchId: 'm',
    position: 0,
    partId: part?.id ?? null,
    partRevision: part ? part.revision : null,
    offer: part ? 'bar' : 'bar-1',
    traits: null,
    settings: {},
    ...layer,
  };
  const host = testHost();
  const rows = testCoat();
  return {
    rows: {
      ...rows,
      coat: { [uuid('coat')]: { ...coatOf(rows), profileId: host.id, profileRevision: 1 } },
      match: { m: testMatch('m', uuid('rail')) },
      layer: { l: base },
      journal: {
        j: {
          id: 'j',
          stepKey: 'k',
          what: 'done',
          at: '2026-11-20T20:00:00.000Z',
          title: 't',
          note: '',
          pictures: [],
          step: KEPT,
        },
      },
      ...more,
    },
    host,
    parts: new Map([...(part ? [part] : []), ...parts].map((p) => [partKey(p.id, p.revision), p])),
  };
}
const railOf = (ctx: MatchContext) => {
  const carried = portCoat(ctx, OXBOW, 'sandgrouse');
  return { ...carried, rail: carried.lines.find((l) => l.name === 'Rail')! };
};

describe('a coat on another host', () => {
  it('keeps what fits there, with the commands of the new distribution', () => {
    const tide = testPart(
      'Tide',
      { ...open, channels: [{ way: 'package', names: { pipit: 'tide', sandgrouse: 'tide-bar' } }] },
      THICK,
    );
    const ctx = coatWith(tide);
    const { rail, rows } = railOf(ctx);
    expect(rail).toMatchObject({ how: 'carried over', before: rail.after });
    expect(rail.reason).toContain('open standards');
    const there = { ...ctx, rows, host: OXBOW };
    const plan = derivePlan(there, evaluateCoat(there, indexOffers(there)));
    const commands = stepsOf(plan).flatMap((s) => s.commands.map((c) => c.join(' ')));
    expect(commands).toContain('hopper add tide-bar');
    expect(coatOf(rows)).toMatchObject({ profileId: OXBOW.id, profileRevision: 4, channel: 'sandgrouse' });
    // What was done on the old host was done there.
    expect(rows.journal).toEqual({});
  });
  it('settles anew what was typed and does not go there', () => {
    const own = coatWith(null, {}, { settings: { all: { thickness: 60 } } });
    const { rail, rows } = railOf(own);
    expect(rail.how).toBe('replaced');
    expect(rail.reason).toContain('Oxbow has its own: Oxbow strip.');
    expect(rail.reason).toContain('Thickness is settled anew');
    expect(rows.layer['l']).toMatchObject({ offer: 'strip', settings: { all: {} } });
    expect(rail.after!).toBeLessThan(rail.before!);
    const fits = railOf(coatWith(null, {}, { settings: { all: { thickness: 36 } } }));
    expect(fits.rows.layer['l']!.settings).toEqual({ all: { thickness: 36 } });
  });
  it('takes another version of the same part where that one is for the new host', () => {
    const old = testPart('Tide', {}, THICK);
    const newer = {
      ...testPart(
        'Tide',
        {
          version: '2.0',
          fits: [{ host: 'oxbow', versions: '>=11', how: 'declared' }],
          channels: [{ way: 'package', names: { sandgrouse: 'tide' } }],
        },
        THICK,
      ),
      revision: 2,
    } satisfies Part;
    const { rail, rows } = railOf(coatWith(old, {}, {}, [newer]));
    expect(rail).toMatchObject({ how: 'replaced' });
    expect(rail.reason).toContain('Tide 2.0 in place of 1.0');
    expect(rows.layer['l']!.partRevision).toBe(2);
  });
  it('is open where something else could serve, and a gap where nothing can, each with the reason', () => {
    const tide = testPart('Tide', {}, THICK);
    const reed = testPart(
      'Reed',
      { ...open, channels: [{ way: 'package', names: { sandgrouse: 'reed' } }] },
      THICK,
    );
    const hope = railOf(coatWith(tide, {}, {}, [reed]));
    expect(hope.rail.how).toBe('open');
    expect(hope.rail.reason).toMatch(/Made for another desktop.*Reed would come to \d+ %/);
    expect(hope.rows.layer).toEqual({});
    const bare = { ...OXBOW, offers: [], defaults: {} };
    const { lines, rows } = portCoat(coatWith(tide), bare, 'sandgrouse');
    expect(lines.find((l) => l.name === 'Rail')).toMatchObject({ how: 'gap' });
    expect(rows.match['m']).toMatchObject({
      said: 'gap',
      reason: expect.stringContaining('another desktop') as string,
    });
  });
  it('opens gaps again, and leaves alone what was left alone', () => {
    const alone = coatWith(null, {
      match: { m: testMatch('m', uuid('rail'), { said: 'left alone', reason: 'Fine.' }) },
    });
    expect(railOf(alone).rail).toMatchObject({ how: 'as said' });
    expect(railOf(alone).rows.match['m']!.said).toBe('left alone');
    const reed = testPart(
      'Reed',
      { ...open, channels: [{ way: 'package', names: { sandgrouse: 'reed' } }] },
      THICK,
    );
    const gap = coatWith(
      null,
      { match: { m: testMatch('m', uuid('rail'), { said: 'gap', reason: 'None there.' }) }, layer: {} },
      {},
      [reed],
    );
    expect(railOf(gap).rail).toMatchObject({
      how: 'open',
      reason: expect.stringContaining('It was a gap there') as string,
    });
  });
  it('takes a gap for one whatever was chosen before it was said, and keeps its reason', () => {
    const gap = coatWith(null, {
      match: { m: testMatch('m', uuid('rail'), { said: 'gap', reason: 'None there.' }) },
    });
    const { rail, rows } = railOf(gap);
    expect(rail.reason).toContain('It was a gap there: None there.');
    expect(rows.layer).toEqual({});
    const still = portCoat(gap, { ...OXBOW, offers: [], defaults: {} }, 'sandgrouse');
    expect(still.rows.match['m']).toMatchObject({ said: 'gap', reason: 'None there.' });
  });
  it('does not make one thing of the new host of what were two on the old one', () => {
    const strip = testElement('strip', 'bar', { name: 'Strip', position: 2 });
    const base = coatWith(null);
    const second = { ...base.rows.layer['l']!, id: 'l2', matchId: 'm2' };
    const two = (offer: string): MatchContext => ({
      ...base,
      rows: {
        ...base.rows,
        element: { ...base.rows.element, [strip.id]: strip },
        match: { ...base.rows.match, m2: testMatch('m2', strip.id) },
        layer: { ...base.rows.layer, l2: { ...second, offer } },
      },
    });
    const lineOf = (ctx: MatchContext) => railOf(ctx).lines.find((l) => l.name === 'Strip')!;
    expect(lineOf(two('bar-2'))).toMatchObject({ how: 'gap' });
    expect(lineOf(two('bar-2')).reason).toContain('Oxbow strip of Oxbow goes to other elements.');
    // Two that shared one there share one here.
    expect(lineOf(two('bar-1'))).toMatchObject({ how: 'replaced' });
  });
  it('tells of every element, and leaves elements, targets and the original as they are, whatever the coat', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 1e6 }), (seed) => {
        const { ctx } = randomCoat(seed);
        const before = JSON.stringify(ctx.rows);
        const { lines, rows } = portCoat(ctx, OXBOW, 'sandgrouse');
        expect(JSON.stringify(ctx.rows)).toBe(before);
        expect(lines.map((l) => l.elementId).sort()).toEqual(Object.keys(ctx.rows.element).sort());
        for (const l of lines) {
          expect(CARRIED_HOWS).toContain(l.how);
          expect(l.reason).not.toBe('');
        }
        expect(rows.element).toEqual(ctx.rows.element);
        expect(rows.trait).toEqual(ctx.rows.trait);
        // To its own host and back nothing is replaced by what it has not.
        for (const layer of Object.values(rows.layer)) expect(rows.match[layer.matchId]).toBeDefined();
      }),
      { numRuns: cases(60) },
    );
  });
});

describe('a change to the reference of the original', () => {
  const original = testCoat();
  const ids = Object.fromEntries(
    freshIds(
      original,
      uuid('copy'),
      (() => {
        let n = 0;
        return () => uuid(`here ${++n}`);
      })(),
    ),
  );
  const copy: CoatRows = {
    ...underIds(original, new Map(Object.entries(ids))),
    match: { m: testMatch('m', ids[uuid('rail')]!) },
  };
  const bring = (rows: CoatRows, from: CoatRows) => {
    let n = 0;
    const { changes, ids: now } = referenceChanges(rows, from, ids, () => uuid(`new ${++n}`));
    const applied = applyChanges(rows, changes);
    if (!applied.ok) throw new Error(applied.clash.sentence);
    return { rows: applied.rows, changes, ids: now };
  };
  it('is none where nothing changed', () => {
    expect(bring(copy, original).changes).toEqual([]);
  });
  it('is brought over: other targets, new elements, and elements that are gone with their matches', () => {
    const bin = testElement('bin', 'bin', { name: 'Bin', position: 5 });
    const { [uuid('rail')]: _gone, ...elements } = original.element;
    const later: CoatRows = {
      ...original,
      element: { ...elements, [bin.id]: bin },
      region: {},
      trait: Object.fromEntries([
        ...Object.entries(original.trait).filter(([, t]) => t.elementId === uuid('clock')),
        [uuid('bin size'), testTrait('bin', 'size', 32, { id: uuid('bin size') })],
      ]),
    };
    const { rows, ids: now } = bring(copy, later);
    expect(
      Object.values(rows.element)
        .map((e) => e.name)
        .sort(),
    ).toEqual(['Bin', 'Clock']);
    expect(rows.match).toEqual({});
    expect(Object.values(rows.trait).some((t) => t.elementId === now[bin.id] && t.target === 32)).toBe(true);
    // Once brought over there is nothing left to bring.
    expect(referenceChanges(rows, later, now, () => uuid('x')).changes).toEqual([]);
  });
  it('leaves what the copy made itself', () => {
    const own = testElement('own', 'bin', { name: 'Mine' });
    const { rows } = bring({ ...copy, element: { ...copy.element, [own.id]: own } }, original);
    expect(rows.element[own.id]).toEqual(own);
  });
  it('replaces a target that was measured anew under another id', () => {
    const old = Object.values(original.trait).find((t) => t.trait === 'thickness')!;
    const { [old.id]: _was, ...rest } = original.trait;
    const later = {
      ...original,
      trait: { ...rest, [uuid('again')]: { ...old, id: uuid('again'), target: 90 } },
    };
    const { rows } = bring(copy, later);
    const rail = Object.values(rows.trait).filter(
      (t) => t.elementId === ids[uuid('rail')] && t.trait === 'thickness',
    );
    expect(rail).toMatchObject([{ target: 90 }]);
  });
});
