import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { CoatRows, TraitRow } from '../../model/coat/rows.js';
import type { Offer, Supply } from '../../model/offers/offer.js';
import { lengthCloseness } from '../../model/traits/closeness.js';
import type { TraitValue } from '../../model/traits/value.js';
import { mattersOnly, testCoat, testElement, testTrait, uuid } from '../../testing/coat.js';
import { testHost } from '../../testing/parts.js';
import { cases } from '../../testing/properties.js';
import { scoreLayers, type LayerRole, type ResolvedLayer } from './score.js';
import { wantedFrom } from './targets.js';

const HOST = testHost();
const LIGHT = { id: uuid('light'), name: 'Light' };
const rail = testElement('rail', 'bar', {
  name: 'Rail',
  rules: mattersOnly('bar', 'edge', 'thickness', 'colour'),
});
const place = (key: string) => ({ key, place: 'p' });

/** A display as large as the picture, at scale 1: lengths are as they were measured. */
const ROWS: CoatRows = (() => {
  const start = testCoat();
  const [picture] = Object.values(start.picture);
  const display = {
    id: uuid('display'),
    position: 0,
    width: picture!.width,
    height: picture!.height,
    scale: 1,
    inches: null,
  };
  return { ...start, display: { [display.id]: display } };
})();

const layer = (
  supplies: Readonly<Record<string, Supply>>,
  more: Partial<ResolvedLayer> & { readonly replaces?: boolean } = {},
): ResolvedLayer => {
  const { replaces = false, role = 'base' as LayerRole, ...others } = more;
  const offer: Offer = { id: 'o', kind: 'bar', name: 'o', replaces, supplies };
  return { role, offer, from: 'A part', layerId: 'l', traits: null, settings: {}, ...others };
};
function score(
  layers: readonly ResolvedLayer[],
  traits: readonly TraitRow[],
  host: typeof HOST | null = HOST,
) {
  const wanted = wantedFrom(ROWS, rail, traits, LIGHT.id);
  return scoreLayers(ROWS, host, wanted, layers, LIGHT, rail);
}
const edge = testTrait('rail', 'edge', 'right');
const thick = testTrait('rail', 'thickness', 84);
const colour = testTrait('rail', 'colour', '#e3c2b4');

describe('the layers of an element', () => {
  it('are worth the weighted mean of what their traits earn, from 0 to 1, whatever they give', () => {
    const supply = fc.oneof(
      fc.integer({ min: 1, max: 300 }).map((fixed): Supply => ({ fixed })),
      fc
        .tuple(fc.integer({ min: 1, max: 90 }), fc.integer({ min: 91, max: 300 }))
        .map(([least, most]): Supply => ({ range: { least, most, step: 1 }, setting: place('thickness') })),
    );
    const side = fc.constantFrom('left', 'right', 'top', 'bottom').map((fixed): Supply => ({ fixed }));
    fc.assert(
      fc.property(fc.option(supply, { nil: undefined }), fc.option(side, { nil: undefined }), (t, e) => {
        const supplies = { ...(t ? { thickness: t } : {}), ...(e ? { edge: e } : {}) };
        const { closeness, traits } = score([layer(supplies)], [edge, thick, colour]);
        const weights = traits.reduce((sum, x) => sum + x.target.weight, 0);
        const earned = traits.reduce((sum, x) => sum + x.target.weight * x.credit, 0);
        for (const { credit } of traits) expect(credit >= 0 && credit <= 1).toBe(true);
        expect(closeness).toBeCloseTo(earned / weights, 12);
        // What can be set to the target earns all of it.
        const thickness = traits.find((x) => x.target.spec.id === 'thickness')!;
        if (t && 'range' in t && t.range.least <= 84 && t.range.most >= 84) expect(thickness.credit).toBe(1);
      }),
      { numRuns: cases(300) },
    );
  });

  it('are worth nothing that could be told where nothing is wanted', () => {
    expect(score([layer({})], [])).toEqual({
      closeness: null,
      most: null,
      traits: [],
      untold: [],
      assumed: false,
    });
  });

  it('give each trait from the topmost that supplies it, as far as it is laid for that trait', () => {
    const below = layer(
      { thickness: { fixed: 84 }, colour: { fixed: '#000000' } },
      { from: 'Below', layerId: 'a' },
    );
    const above = layer(
      { thickness: { fixed: 20 }, colour: { fixed: '#e3c2b4' } },
      { from: 'Above', layerId: 'b', role: 'overlay' },
    );
    const from = (layers: readonly ResolvedLayer[]) =>
      Object.fromEntries(score(layers, [thick, colour]).traits.map((t) => [t.target.spec.id, t.from]));
    expect(from([below, above])).toEqual({ thickness: 'Above', colour: 'Above' });
    expect(from([below, { ...above, traits: ['colour'] }])).toEqual({ thickness: 'Below', colour: 'Above' });
  });

  it('leave to the host what they do not give, unless they stand in place of the host’s own thing', () => {
    const { traits } = score([layer({ colour: { fixed: '#e3c2b4' } })], [edge, thick]);
    expect(traits.map((t) => [t.actual, t.bound])).toEqual([
      ['left', 'as the host is now'],
      [46, 'as the host is now'],
    ]);
    const replaced = score([layer({ colour: { fixed: '#e3c2b4' } }, { replaces: true })], [edge, thick]);
    expect(replaced.traits.map((t) => [t.actual, t.credit, t.bound])).toEqual([
      [null, 0, 'nobody can tell'],
      [null, 0, 'nobody can tell'],
    ]);
    expect(replaced.assumed).toBe(true);
    expect(score([layer({}, { blank: true, role: 'look' })], [thick]).traits[0]!.actual).toBeNull();
    expect(score([], [thick], null).traits[0]!.actual).toBeNull();
  });

  it('show a value that a hand typed, in one variant before all, and what it earns', () => {
    const supplies: Record<string, Supply> = {
      thickness: { range: { least: 20, most: 200, step: 1 }, setting: place('thickness') },
    };
    const typed = (settings: ResolvedLayer['settings']) =>
      score([layer(supplies, { settings })], [thick]).traits[0]!;
    expect(typed({})).toMatchObject({ actual: 84, setting: 84, byHand: false, credit: 1 });
    expect(typed({ all: { thickness: 60 } })).toMatchObject({
      actual: 60,
      setting: 60,
      byHand: true,
      bound: 'typed by hand',
    });
    expect(typed({ all: { thickness: 60 }, [LIGHT.id]: { thickness: 84 } })).toMatchObject({
      actual: 84,
      credit: 1,
    });
    expect(typed({ [uuid('dark')]: { thickness: 60 } })).toMatchObject({ actual: 84, byHand: false });
  });

  it('are taken to be in a state as they are at rest, and told so, unless their maker says otherwise', () => {
    const hover = testTrait('rail', 'colour', '#ffffff', { state: 'hover', id: uuid('hover') });
    const given = (byState?: Readonly<Record<'hover', TraitValue>>) =>
      score([layer({ colour: { fixed: '#e3c2b4', ...(byState ? { byState } : {}) } })], [colour, hover]);
    const [rest, guessed] = given().traits;
    expect(rest).toMatchObject({ actual: '#e3c2b4', credit: 1 });
    expect(guessed).toMatchObject({
      actual: '#e3c2b4',
      isTaken: true,
      bound: 'taken to be as at rest',
      setting: null,
    });
    expect(guessed!.credit).toBeLessThan(1);
    expect(given().assumed).toBe(true);
    expect(given({ hover: '#ffffff' }).traits[1]).toMatchObject({
      actual: '#ffffff',
      credit: 1,
      isTaken: false,
    });
    // Rest and state share the weight of their trait.
    expect(rest!.target.weight + guessed!.target.weight).toBe(score([], [colour]).traits[0]!.target.weight);
  });
});

describe('how many lines a clock has', () => {
  const clock = testElement('hours', 'clock', { rules: mattersOnly('clock', 'format', 'lines') });
  const wants = [testTrait('hours', 'format', 'HH:mm'), testTrait('hours', 'lines', 1)];
  const scored = (layers: readonly ResolvedLayer[], traits = wants) => {
    const wanted = wantedFrom(ROWS, clock, traits, LIGHT.id);
    const { traits: all } = scoreLayers(ROWS, null, wanted, layers, LIGHT, clock);
    return all.find((t) => t.target.spec.id === 'lines')!;
  };
  it('follows from what it writes, where nobody tells', () => {
    expect(scored([layer({ format: { fixed: 'HH:mm' } })])).toMatchObject({ actual: 1, credit: 1, most: 1 });
    expect(scored([layer({ format: { fixed: 'HH:mm\nEEE d' } })])).toMatchObject({
      actual: 2,
      from: 'A part',
      bound: 'as its format says',
    });
    expect(scored([layer({ format: { fixed: 'HH:mm\nEEE d' } })]).credit).toBeLessThan(1);
  });
  it('is what is told, and what nobody can tell where it is not known what is written', () => {
    const told = layer({ format: { fixed: 'HH:mm' }, lines: { fixed: 3 } });
    expect(scored([told])).toMatchObject({ actual: 3 });
    expect(scored([])).toMatchObject({ actual: null, credit: 0, most: 1 });
    expect(scored([layer({ format: { fixed: 'HH:mm' } })], [wants[1]!])).toMatchObject({ actual: null });
  });
});

describe('what is not known for certain', () => {
  const unknown = fc.record({
    /** What is measured, and by how much that may be off. */
    read: fc.double({ min: 1, max: 200, noNaN: true }),
    off: fc.double({ min: 0, max: 20, noNaN: true }),
    shown: fc.double({ min: 1, max: 250, noNaN: true }),
    /** Where in its interval the truth lies, and what the untold traits would earn. */
    at: fc.double({ min: -1, max: 1, noNaN: true }),
    earned: fc.double({ min: 0, max: 1, noNaN: true }),
    tells: fc.constantFrom([edge], [edge, colour], []),
  });
  it('makes a closeness that lies between its ends, wherever the truth is', () => {
    fc.assert(
      fc.property(unknown, ({ read, off, shown, at, earned, tells }) => {
        const source = { ...(thick.source as { how: 'measured' }), off } as TraitRow['source'];
        const layers = [layer({ thickness: { fixed: shown }, colour: { fixed: '#808080' } })];
        const told = (target: number, more: Partial<TraitRow>) =>
          score(layers, [{ ...thick, target, ...more }, ...tells]);
        const { closeness, most, untold } = told(read, { source });
        const truth = told(Math.max(0, read + at * off), { source: { how: 'typed' } });
        const weights = truth.traits.reduce((sum, t) => sum + t.target.weight, 0);
        const open = untold.reduce((sum, u) => sum + u.weight, 0);
        const sum = truth.traits.reduce((all, t) => all + t.target.weight * t.credit, 0);
        const real = (sum + earned * open) / (weights + open);
        expect(untold.map((u) => u.spec.id).sort()).toEqual(
          ['colour', 'edge'].filter((id) => !tells.some((t) => t.trait === id)),
        );
        expect(real).toBeGreaterThanOrEqual(closeness! - 1e-9);
        expect(real).toBeLessThanOrEqual(most! + 1e-9);
      }),
      { numRuns: cases(400) },
    );
  });
  it('has both ends of an interval as its own ends, and all of it where the interval holds what is shown', () => {
    const source = { ...(thick.source as { how: 'measured' }), off: 10 } as TraitRow['source'];
    const [t] = score([layer({ thickness: { fixed: 90 } })], [{ ...thick, source }]).traits;
    expect(t!.most).toBe(1);
    expect(t!.credit).toBeCloseTo(lengthCloseness(90, 74), 12);
    const far = score([layer({ thickness: { fixed: 140 } })], [{ ...thick, source }]).traits[0]!;
    expect([far.credit, far.most]).toEqual([lengthCloseness(140, 74), lengthCloseness(140, 94)]);
  });
  it('carries the interval with the length', () => {
    const source = { ...(thick.source as { how: 'measured' }), off: 3 } as TraitRow['source'];
    const display = { ...Object.values(ROWS.display)[0]!, width: 3840, height: 2160 };
    const rows = { ...ROWS, display: { [display.id]: display } };
    const { targets } = wantedFrom(rows, rail, [{ ...thick, source }], LIGHT.id);
    expect(targets).toMatchObject([{ value: 168, off: 6 }]);
  });
});
