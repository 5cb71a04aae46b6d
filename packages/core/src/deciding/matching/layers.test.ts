import { describe, expect, it } from 'vitest';
import { applyChanges } from '../../model/coat/changes.js';
import { type Command, execute } from '../../doing/commands/commands.js';
import type { CoatRows } from '../../model/coat/rows.js';
import type { Part } from '../../model/parts/part.js';
import { testCoat, testElement, testTrait, uuid } from '../../testing/coat.js';
import { testHost, testPart } from '../../testing/parts.js';
import { carryFactor, carryOf } from './carry.js';
import { evaluateCoat } from './evaluate.js';
import { indexOffers } from './rank.js';
import { partKey, targetsOf, type MatchContext } from './targets.js';

const setting = { key: 'k', place: 'p' };

function context(parts: readonly Part[], rows: CoatRows, ...commands: Command[]): MatchContext {
  let now = rows;
  for (const command of commands) {
    const applied = applyChanges(now, execute(now, command));
    if (!applied.ok) throw new Error(applied.clash.sentence);
    now = applied.rows;
  }
  return { rows: now, host: testHost(), parts: new Map(parts.map((p) => [partKey(p.id, 1), p])) };
}
const rail = (ctx: MatchContext) =>
  Object.values(
    evaluateCoat(ctx, indexOffers(ctx)).elements.find((e) => e.element.name === 'Rail')!.perVariant,
  )[0]!;
const actual = (ctx: MatchContext, trait: string) =>
  rail(ctx).traits.find((t) => t.target.spec.id === trait)!;
const base = (part: Part | null, offer = 'bar'): Command => ({
  type: 'match.choose',
  elementId: uuid('rail'),
  matchId: uuid('m'),
  layerId: uuid('base'),
  partId: part?.id ?? null,
  partRevision: part ? 1 : null,
  offer,
});
const over = (part: Part, layer: string, traits: string[] | null): Command => ({
  type: 'match.overlay',
  elementId: uuid('rail'),
  matchId: uuid('m'),
  layerId: uuid(layer),
  partId: part.id,
  partRevision: 1,
  offer: 'bar',
  traits,
});
const layOver = (
  name: string,
  supplies: Part['offers'][number]['supplies'],
  more: Partial<Part> = {},
): Part => {
  const part = testPart(name, more, supplies);
  return { ...part, offers: [{ ...part.offers[0]!, replaces: false }] };
};

describe('layers', () => {
  const tint = layOver('Tint', { colour: { fixed: '#e3c2b4' }, thickness: { fixed: 20 } });
  const wide = layOver('Wide', { thickness: { range: { least: 20, most: 200, step: 1 }, setting } });

  it('give each trait from the last of them that sets it', () => {
    const ctx = context(
      [tint, wide],
      testCoat(),
      base(null, 'bar-1'),
      over(tint, 'a', ['colour']),
      over(wide, 'b', null),
    );
    expect(actual(ctx, 'edge')).toMatchObject({ from: 'Fernbank', actual: 'right' });
    expect(actual(ctx, 'colour')).toMatchObject({ from: 'Tint', actual: '#e3c2b4' });
    expect(actual(ctx, 'thickness')).toMatchObject({ from: 'Wide', actual: 84 });
  });
  it('are kept from traits that they are not for, change places, and go', () => {
    const both = [base(null, 'bar-1'), over(tint, 'a', null), over(wide, 'b', null)];
    const raised = context([tint, wide], testCoat(), ...both, { type: 'layer.raise', id: uuid('a') });
    expect(actual(raised, 'thickness')).toMatchObject({ from: 'Tint', actual: 20 });
    const kept = context(
      [tint, wide],
      testCoat(),
      ...both,
      { type: 'layer.raise', id: uuid('a') },
      { type: 'layer.traits', id: uuid('a'), traits: ['colour'] },
    );
    expect(actual(kept, 'thickness').from).toBe('Wide');
    const gone = context([tint, wide], testCoat(), ...both, { type: 'layer.remove', id: uuid('b') });
    expect(actual(gone, 'thickness').from).toBe('Tint');
  });
  it('lie over the host as it is where nothing is chosen, and cannot name traits that are not there', () => {
    expect(actual(context([wide], testCoat(), over(wide, 'a', null)), 'edge').bound).toBe(
      'as the host is now',
    );
    expect(() => context([wide], testCoat(), over(wide, 'a', ['sofa']))).toThrow('no trait sofa');
    expect(() => context([wide], testCoat(), base(wide), { type: 'layer.remove', id: uuid('base') })).toThrow(
      /base/,
    );
  });
  it('of one’s own making serve the element they were made for, and go with it', () => {
    const made: Command = {
      type: 'handmade.set',
      id: uuid('hand'),
      elementId: uuid('rail'),
      name: 'Strip',
      supplies: { colour: '#e3c2b4' },
      files: [],
      recipe: {},
      byVariant: {},
    };
    const ctx = context([], testCoat(), made, {
      ...(base(null, `hand:${uuid('hand')}`) as object),
    } as Command);
    expect(actual(ctx, 'colour')).toMatchObject({ from: 'Hand-made', credit: 1 });
    const removed = context([], ctx.rows, { type: 'handmade.remove', id: uuid('hand') });
    expect(Object.keys(removed.rows.layer)).toEqual([]);
    expect(() => context([], testCoat(), { ...made, supplies: { colour: 'red' } })).toThrow(/#rrggbb/);
  });
});

describe('a whole look', () => {
  const look = layOver('Look', { thickness: { fixed: 30 } }, { overwrites: ['bar', 'clock'] });
  const setEdge = testPart('Edge', {}, { edge: { fixed: 'right' } });
  it('is seen where nothing else was chosen, and under what is chosen', () => {
    const rows = testCoat();
    const other = {
      ...rows,
      element: { ...rows.element, [uuid('other')]: testElement('other', 'bar', { name: 'Other' }) },
    };
    const onOther: Command = {
      ...(base(look) as object),
      elementId: uuid('other'),
      matchId: uuid('om'),
      layerId: uuid('ol'),
    } as Command;
    expect(actual(context([look], other, onOther), 'thickness')).toMatchObject({ from: 'Look', actual: 30 });
    const chosen = context([look], other, onOther, base(null, 'bar-1'));
    expect(actual(chosen, 'thickness').from).toBe('Fernbank');
    expect(actual(context([look, setEdge], other, onOther, base(setEdge)), 'thickness').actual).toBeNull();
  });
  it('leaves something that nobody can tell where it overwrites a kind and says nothing of it', () => {
    const blank = {
      ...look,
      overwrites: ['bar', 'clock'],
      offers: look.offers.map((o) => ({ ...o, kind: 'dock' })),
    };
    const rows = testCoat();
    const dock = { ...rows, element: { ...rows.element, [uuid('d')]: testElement('d', 'dock') } };
    const onDock: Command = {
      ...(base(blank) as object),
      elementId: uuid('d'),
      matchId: uuid('dm'),
      layerId: uuid('dl'),
    } as Command;
    expect(actual(context([blank], dock, onDock), 'edge')).toMatchObject({ actual: null, credit: 0 });
  });
});

describe('additions', () => {
  it('are chosen like the rest and never scored', () => {
    const add: Command = {
      type: 'element.add',
      id: uuid('extra'),
      kind: 'clock',
      name: 'Second clock',
      weight: 3,
      region: null,
      traits: [],
      addition: true,
    };
    const before = context([], testCoat());
    const ctx = context([], testCoat(), add);
    const state = evaluateCoat(ctx, indexOffers(ctx));
    expect(state.elements.at(-1)).toMatchObject({ closeness: null, standing: 'open' });
    expect(state.chosen).toBe(evaluateCoat(before, indexOffers(before)).chosen);
  });
});

describe('carrying lengths', () => {
  const from = { width: 1920, height: 1080, inches: 24 };
  const to = { width: 3840, height: 2160, inches: 32 };
  it('keeps the share of the height, the pixels, or the size in inches', () => {
    expect(carryFactor('share of height', from, to).factor).toBe(2);
    expect(carryFactor('same pixels', from, to).factor).toBe(1);
    expect(carryFactor('same physical size', from, to).factor).toBeCloseTo((2 * 24) / 32, 12);
    expect(carryFactor('same physical size', { ...from, inches: null }, to)).toMatchObject({
      factor: 2,
      known: false,
    });
  });
  it('keeps the proportion to a neighbour, wherever that one is carried', () => {
    const rows = testCoat();
    const size = testTrait('clock', 'size', 21);
    const all: CoatRows = { ...rows, trait: { ...rows.trait, [size.id]: size } };
    const ctx = context(
      [],
      all,
      { type: 'element.carry', id: uuid('rail'), policy: 'same pixels', neighbour: null, displayId: null },
      { type: 'display.set', id: uuid('display'), width: 3840, height: 2160, scale: 2, inches: null },
      {
        type: 'element.carry',
        id: uuid('clock'),
        policy: 'same proportion',
        neighbour: uuid('rail'),
        displayId: null,
      },
    );
    const target = targetsOf(ctx.rows, ctx.rows.element[uuid('clock')]!, uuid('light')).find(
      (t) => t.spec.id === 'size',
    )!;
    expect(target.value).toBe(21);
    expect(target.carried!.how).toContain('proportion to Rail');
    // Neighbours that name each other are carried as the coat says.
    const ring = context([], ctx.rows, {
      type: 'element.carry',
      id: uuid('rail'),
      policy: 'same proportion',
      neighbour: uuid('clock'),
      displayId: null,
    });
    const row = ring.rows.trait[size.id]!;
    expect(carryOf(ring.rows, ring.rows.element[uuid('clock')]!, row, uuid('light'))).toMatchObject({
      known: false,
      factor: 2,
    });
  });
  it('goes to the display an element stands on, and back to the first when that one goes', () => {
    const second: Command = {
      type: 'display.set',
      id: uuid('second'),
      width: 2560,
      height: 2160,
      scale: 1,
      inches: null,
    };
    const there: Command = {
      type: 'element.carry',
      id: uuid('rail'),
      policy: null,
      neighbour: null,
      displayId: uuid('second'),
    };
    const thickness = (ctx: MatchContext) =>
      targetsOf(ctx.rows, ctx.rows.element[uuid('rail')]!, uuid('light'))[1]!.value;
    const ctx = context([], testCoat(), second, there);
    expect(thickness(ctx)).toBe(168);
    expect(thickness(context([], ctx.rows, { type: 'display.remove', id: uuid('second') }))).toBe(84);
  });
  it('carries the lengths inside shadows', () => {
    const rows = testCoat();
    const shadow = testTrait('rail', 'shadow', { x: 0, y: 4, blur: 10, colour: '#000000', opacity: 40 });
    const frame = { ...rows.element[uuid('rail')]!, kind: 'frame' };
    const ctx = context(
      [],
      { ...rows, element: { ...rows.element, [frame.id]: frame }, trait: { s: shadow } },
      { type: 'display.set', id: uuid('display'), width: 3840, height: 2160, scale: 1, inches: null },
    );
    const target = targetsOf(ctx.rows, frame, uuid('light'))[0];
    if (target?.spec.type === 'shadow') expect(target.value).toMatchObject({ y: 8, blur: 20 });
    else expect(target?.spec.type).not.toBe('length');
  });
});
