import { describe, expect, it } from 'vitest';
import { applyChanges } from '../../model/coat/changes.js';
import { type Command, execute } from '../../doing/commands/commands.js';
import type { CoatRows } from '../../model/coat/rows.js';
import { read } from '../../ground/shape/shape.js';
import { supplyProblem, supplySchema } from '../../model/offers/offer.js';
import { testCoat, testTrait, uuid } from '../../testing/coat.js';
import { testHost, testPart } from '../../testing/parts.js';
import { assumedShare, closenessByVariant, evaluateCoat } from './evaluate.js';
import { ledgerOf } from './ledger.js';
import { indexOffers, rankOffers } from './rank.js';
import { partKey, targetsOf, type MatchContext } from './targets.js';

const setting = { key: 'k', place: 'p' };
const wide = testPart(
  'Wide',
  { memory: 20 },
  {
    edge: { fixed: 'right' },
    thickness: { range: { least: 20, most: 200, step: 1 }, setting },
    colour: { any: true, setting },
  },
);
const dear = testPart(
  'Dear',
  { fits: [{ host: 'fernbank', versions: '>=3', how: 'known not to' }] },
  wide.offers[0]!.supplies,
);
const parts = new Map([wide, dear].map((p) => [partKey(p.id, p.revision), p]));

function context(...commands: Command[]): MatchContext {
  let rows: CoatRows = testCoat();
  for (const command of commands) {
    const result = applyChanges(rows, execute(rows, command));
    if (!result.ok) throw new Error(result.clash.sentence);
    rows = result.rows;
  }
  return { rows, host: testHost(), parts };
}
const evaluate = (ctx: MatchContext) => evaluateCoat(ctx, indexOffers(ctx));
const rail = (ctx: MatchContext) => evaluate(ctx).elements.find((e) => e.element.name === 'Rail')!;
const choose = (part: typeof wide | null, offer: string): Command => ({
  type: 'match.choose',
  elementId: uuid('rail'),
  matchId: uuid('m'),
  layerId: uuid('l'),
  partId: part?.id ?? null,
  partRevision: part ? 1 : null,
  offer,
});
const sayGap: Command = {
  type: 'match.say',
  elementId: uuid('rail'),
  matchId: uuid('m'),
  said: 'gap',
  reason: 'r',
  lost: '',
};

describe('evaluating a coat', () => {
  it('scores an open element by the host as it is, and never promises less than the ceiling allows', () => {
    const state = rail(context());
    expect(state.standing).toBe('open');
    const traits = Object.values(state.perVariant)[0]!.traits;
    expect(traits.map((t) => [t.target.spec.id, t.actual, t.bound])).toEqual([
      ['edge', 'left', 'as the host is now'],
      ['thickness', 46, 'as the host is now'],
      ['colour', '#dfe8e0', 'as the host is now'],
    ]);
    expect(state.ceiling).toBeGreaterThan(state.closeness!);
  });

  it('counts what cannot be had on this host as the host’s own, unless somebody had it there and kept it', () => {
    const bare = rail(context());
    const chosen = context(choose(dear, 'bar'));
    expect(rail(chosen).closeness).toBe(bare.closeness);
    expect(evaluate(chosen).chosen).toBe(evaluate(context()).chosen);
    const kept = {
      id: 't',
      partId: dear.id,
      partRevision: 1,
      family: 'fernbank',
      hostVersion: testHost().version,
      outcome: 'kept' as const,
      flavour: null,
      why: '',
      tried: '2026-11-01',
    };
    const tried = { ...chosen, rows: { ...chosen.rows, trial: { t: kept } } };
    expect(rail(tried)).toMatchObject({ standing: 'matched', closeness: 1 });
    const elsewhere = { ...kept, hostVersion: '1.0' };
    expect(rail({ ...chosen, rows: { ...chosen.rows, trial: { t: elsewhere } } }).closeness).toBe(
      bare.closeness,
    );
  });

  it('follows the choice: matched by a part that reaches it, bounded by one that does not', () => {
    expect(rail(context(choose(wide, 'bar')))).toMatchObject({ standing: 'matched', closeness: 1 });
    const host = rail(context(choose(null, 'bar-1')));
    const thickness = Object.values(host.perVariant)[0]!.traits[1]!;
    expect(thickness).toMatchObject({ actual: 64, setting: 64, bound: 'at most 64' });
    expect(host.closeness).toBeLessThan(1);
  });

  it('lets a value typed by hand win over the settled one, and says so', () => {
    const ctx = context(choose(wide, 'bar'), {
      type: 'match.setting',
      layerId: uuid('l'),
      trait: 'thickness',
      variantId: null,
      value: 100,
    });
    expect(Object.values(rail(ctx).perVariant)[0]!.traits[1]).toMatchObject({
      actual: 100,
      byHand: true,
      bound: 'typed by hand',
    });
  });

  it('shows the host again for a gap, and takes what is left alone out of the score', () => {
    expect(rail(context(choose(wide, 'bar'), sayGap))).toMatchObject({
      standing: 'gap',
      closeness: rail(context()).closeness,
    });
    const alone = context(choose(wide, 'bar'), { ...sayGap, said: 'left alone' } as Command);
    const before = evaluate(context(choose(wide, 'bar')));
    const after = evaluate(alone);
    const clock = after.elements.find((e) => e.element.name === 'Clock')!;
    expect(after.chosen).toBe(clock.closeness);
    expect(after.chosen).not.toBe(before.chosen);
  });

  it('counts what nobody can tell as nothing, and says that it is unknown', () => {
    const ctx = context();
    const bare = { ...ctx, host: testHost({ defaults: {} }) };
    const state = rail(bare);
    expect(state).toMatchObject({ closeness: 0, assumed: true });
  });

  it('carries lengths by the policy of the coat', () => {
    const ctx = context({
      type: 'display.set',
      id: uuid('display'),
      width: 2560,
      height: 1440,
      scale: 1.25,
      inches: null,
    });
    const target = (c: MatchContext) =>
      targetsOf(c.rows, c.rows.element[uuid('rail')]!, uuid('light')).find((t) => t.spec.id === 'thickness')!
        .value;
    expect(target(ctx)).toBe(112);
    expect(
      target({
        ...ctx,
        rows: {
          ...ctx.rows,
          coat: { [uuid('coat')]: { ...Object.values(ctx.rows.coat)[0]!, policy: 'same pixels' } },
        },
      }),
    ).toBe(84);
  });

  it('means over the variants that have pictures, each with its own targets', () => {
    const ctx = context(
      {
        type: 'picture.add',
        id: uuid('dark picture'),
        variantId: uuid('dark'),
        name: 'Dark',
        subject: 'Whole desktop',
        blob: 'c'.repeat(64),
        original: 'c'.repeat(64),
        width: 1920,
        height: 1080,
      },
      choose(wide, 'bar'),
    );
    const dark = testTrait('rail', 'colour', '#4c352c', { variantId: uuid('dark') });
    const both = { ...ctx, rows: { ...ctx.rows, trait: { ...ctx.rows.trait, [dark.id]: dark } } };
    const state = rail(both);
    expect(Object.keys(state.perVariant)).toHaveLength(2);
    expect(state.perVariant[uuid('dark')]!.traits.find((t) => t.target.spec.id === 'colour')!.actual).toBe(
      '#4c352c',
    );
  });

  it('leaves ignored traits out, and does not score an element with nothing to weigh', () => {
    const ignore = (trait: string): Command => ({
      type: 'trait.weigh',
      elementId: uuid('rail'),
      trait,
      importance: 'ignored',
      tolerance: null,
    });
    expect(rail(context(ignore('edge'), ignore('thickness'), ignore('colour')))).toMatchObject({
      closeness: null,
      ceiling: null,
      standing: 'open',
    });
  });
});

describe('closeness by variant', () => {
  it('has the closeness of the coat as its mean, and tells what share of the weight rests on guesses', () => {
    const known = context(choose(wide, 'bar'));
    // Without pictures both variants count.
    const colour = testTrait('rail', 'colour', '#e3c2b4', { variantId: uuid('light') });
    const shared = { ...colour, variantId: null };
    const trait = { ...known.rows.trait, [colour.id]: shared };
    const ctx = { ...known, rows: { ...known.rows, picture: {}, trait } };
    const state = evaluate(ctx);
    const by = Object.values(closenessByVariant(state));
    expect(by).toHaveLength(2);
    expect(by.reduce((sum, c) => sum + c, 0) / by.length).toBeCloseTo(state.chosen!);
    // Nobody can tell how the clock is on this host; the rail was measured.
    const weight = (name: string) => state.elements.find((e) => e.element.name === name)!.element.weight;
    const all = weight('Rail') + weight('Clock');
    expect(assumedShare(state)).toBeCloseTo(weight('Clock') / all);
    const guess = testTrait('rail', 'margin', 8, { source: { how: 'assumed' } });
    const rows = { ...ctx.rows, trait: { ...ctx.rows.trait, [guess.id]: guess } };
    expect(assumedShare(evaluate({ ...ctx, rows }))).toBe(1);
  });
});

describe('what nobody told', () => {
  const matters = (ctx: MatchContext): MatchContext => {
    const element = { ...ctx.rows.element[uuid('rail')]!, rules: {} };
    return { ...ctx, rows: { ...ctx.rows, element: { ...ctx.rows.element, [element.id]: element } } };
  };
  it('keeps an element from being matched, however well all the rest fits', () => {
    const told = rail(context(choose(wide, 'bar')));
    expect(told).toMatchObject({ standing: 'matched', closeness: 1, most: { chosen: 1 } });
    const ctx = matters(context(choose(wide, 'bar')));
    const state = rail(ctx);
    const { untold } = state.perVariant[uuid('light')]!;
    expect(untold.map((u) => u.spec.id)).toContain('items');
    expect(state.standing).not.toBe('matched');
    expect(state.most.chosen).toBe(1);
    expect(state.closeness!).toBeLessThan(0.9);
    expect(state.assumed).toBe(true);
    // The coat and its ceiling are brackets likewise, and offers are ranked by their lower ends.
    const coat = evaluate(ctx);
    expect(coat.most.chosen!).toBeGreaterThan(coat.chosen!);
    expect(coat.most.ceiling!).toBeGreaterThanOrEqual(coat.ceiling!);
    const element = ctx.rows.element[uuid('rail')]!;
    const ranked = rankOffers(ctx, indexOffers(ctx), element).filter((r) => r.fit?.usable !== false);
    const lower = ranked.map((r) => r.closeness!);
    expect(lower).toEqual([...lower].sort((a, b) => b - a));
    for (const r of ranked) expect(r.most!).toBeGreaterThan(r.closeness!);
  });
  it('is nothing of an element of which nothing at all is told', () => {
    const ctx = matters(context());
    const bare = rail({ ...ctx, rows: { ...ctx.rows, trait: {} } });
    expect(bare).toMatchObject({ closeness: null, most: { chosen: null } });
  });
  it('is as likely right as wrong of what the host does not tell either', () => {
    const ctx = context();
    const state = rail({ ...ctx, host: testHost({ defaults: {} }) });
    expect(state).toMatchObject({ closeness: 0, most: { chosen: 1 } });
  });
});

describe('states', () => {
  const hovered =
    (target: string) =>
    (ctx: MatchContext): MatchContext => {
      const row = testTrait('rail', 'colour', target, { id: uuid('hover'), state: 'hover' });
      return { ...ctx, rows: { ...ctx.rows, trait: { ...ctx.rows.trait, [row.id]: row } } };
    };
  const glowing = testPart(
    'Glowing',
    {},
    { ...wide.offers[0]!.supplies, colour: { fixed: '#e3c2b4', byState: { hover: '#75801f' } } },
  );
  const known = new Map([...parts, [partKey(glowing.id, 1), glowing]]);
  const traitsOf = (ctx: MatchContext) => Object.values(rail(ctx).perVariant)[0]!.traits;

  it('share the weight of their trait, and are scored by what the offer says of them', () => {
    const ctx = hovered('#75801f')({ ...context(choose(glowing, 'bar')), parts: known });
    const [rest, hover] = traitsOf(ctx).filter((t) => t.target.spec.id === 'colour');
    expect([rest!.target.state, hover!.target.state]).toEqual([null, 'hover']);
    expect(hover!.target.weight).toBe(rest!.target.weight);
    expect(rest!.target.weight * 2).toBe(
      traitsOf(context()).find((t) => t.target.spec.id === 'colour')!.target.weight,
    );
    expect(hover).toMatchObject({ actual: '#75801f', credit: 1, place: null, isTaken: false });
  });
  it('count as they are at rest where nobody says otherwise, and that is told', () => {
    const plain = context(choose(wide, 'bar'));
    const ctx = hovered('#75801f')(plain);
    const hover = traitsOf(ctx).find((t) => t.target.state === 'hover')!;
    expect(hover).toMatchObject({ isTaken: true, place: null, bound: 'taken to be as at rest' });
    expect(hover.actual).toBe(traitsOf(ctx).find((t) => t.target.spec.id === 'colour')!.actual);
    expect(rail(ctx).assumed).toBe(true);
    expect(rail(ctx).closeness!).toBeLessThan(rail(plain).closeness!);
    expect(
      ledgerOf(ctx, evaluate(ctx))
        .flatMap((l) => l.reasons)
        .join(),
    ).not.toContain('hover unknown');
  });
  it('are told in the units of the host, and count alone where nothing is told at rest', () => {
    const thick = testPart('Thick', {}, { thickness: { fixed: 40, byState: { hover: 50 } } });
    const plain = context(choose(thick, 'bar'));
    const row = testTrait('rail', 'thickness', 100, { id: uuid('thick hover'), state: 'hover' });
    const scaled = (rows: CoatRows): CoatRows => ({
      ...rows,
      display: Object.fromEntries(Object.values(rows.display).map((d) => [d.id, { ...d, scale: 2 }])),
    });
    const hoverOf = (trait: CoatRows['trait']) =>
      traitsOf({
        ...plain,
        parts: new Map([[partKey(thick.id, 1), thick]]),
        rows: scaled({ ...plain.rows, trait }),
      }).find((t) => t.target.state === 'hover')!;
    expect(hoverOf({ ...plain.rows.trait, [row.id]: row })).toMatchObject({ actual: 100, isTaken: false });
    const others = Object.entries(plain.rows.trait).filter(([, t]) => t.trait !== 'thickness');
    expect(hoverOf({ ...Object.fromEntries(others), [row.id]: row })).toMatchObject({
      actual: 100,
      isTaken: false,
    });
  });
  it('are refused by an offer where there is no such state', () => {
    expect(supplyProblem('bar', 'colour', { fixed: '#e3c2b4', byState: { hover: '#75801f' } })).toBeNull();
    expect(supplyProblem('bar', 'colour', { fixed: '#e3c2b4', byState: { hover: 3 } })).not.toBeNull();
    expect(() => read(supplySchema, { fixed: '#e3c2b4', byState: { asleep: '#75801f' } })).toThrow('asleep');
  });
});

describe('ranking', () => {
  it('puts what can be used first, by closeness, and keeps the rest with its reason', () => {
    const ctx = context();
    const ranked = rankOffers(ctx, indexOffers(ctx), ctx.rows.element[uuid('rail')]!);
    expect(ranked.map((r) => r.part?.name ?? 'host')).toEqual(['Wide', 'host', 'Dear']);
    expect(ranked[2]!.fit).toMatchObject({ usable: false, word: 'known not to' });
    expect(ranked[2]!.closeness).toBe(1);
  });
});

describe('the gap ledger', () => {
  it('lists what is not matched, dearest first, with reasons in words', () => {
    const ctx = context(choose(null, 'bar-1'));
    const lines = ledgerOf(ctx, evaluate(ctx));
    expect(lines.map((l) => l.state.element.name)).toEqual(['Clock', 'Rail']);
    expect(lines[0]!.loss).toBeCloseTo(3 * (1 - lines[0]!.state.closeness!));
    expect(lines[1]!.reasons).toContain('Thickness 64 px for 84 px (at most 64)');
  });
  it('tells what the person said, and leaves out what is matched or left alone', () => {
    const gap = context(choose(wide, 'bar'), sayGap);
    expect(ledgerOf(gap, evaluate(gap)).find((l) => l.standing === 'gap')).toMatchObject({ said: 'r' });
    const matched = context(choose(wide, 'bar'));
    expect(ledgerOf(matched, evaluate(matched)).map((l) => l.state.element.name)).toEqual(['Clock']);
  });
});
