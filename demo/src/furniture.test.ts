import { describe, expect, it } from 'vitest';
import { evaluateCoat } from '@spare-coat/core/deciding/matching/evaluate';
import { indexOffers } from '@spare-coat/core/deciding/matching/rank';
import { derivePlan } from '@spare-coat/core/doing/plan/derive';
import { variantSettings } from '@spare-coat/core/doing/plan/switchVariant';
import { wayBack } from '@spare-coat/core/doing/plan/wayBack';
import { lookOf } from '@spare-coat/core/doing/rehearsal/look';
import { rehearse } from '@spare-coat/core/doing/rehearsal/rehearse';
import { differences, startState } from '@spare-coat/core/doing/simulation/hostState';
import { newMatch } from '@spare-coat/core/model/coat/choices';
import { NO_ROWS, newCoatRow, type CoatRows } from '@spare-coat/core/model/coat/rows';
import { stepsOf } from '@spare-coat/core/model/deeds/step';
import { hostNow } from '@spare-coat/core/model/host/now';
import { readProfile, type HostProfile } from '@spare-coat/core/model/host/profile';
import type { TraitSpec } from '@spare-coat/core/model/kinds/kind';
import { findTrait, KINDS } from '@spare-coat/core/model/kinds/registry';
import type { Offer, Supply } from '@spare-coat/core/model/offers/offer';
import type { TraitValue } from '@spare-coat/core/model/traits/value';
import { idOf } from './ids.js';
import { PROFILES } from './profiles.js';

const HOSTS = PROFILES.filter((p) => p.offers.length > 0);
const serving = (kind: string) => HOSTS.filter((h) => h.offers.some((o) => o.kind === kind));

/** Something that a setting takes and that is not what the host has; null of what cannot be typed. */
function wish(spec: TraitSpec, supply: Supply, was: unknown): TraitValue | null {
  if ('fixed' in supply) return null;
  if ('range' in supply) {
    const { most, step } = supply.range;
    return was === most ? most - step : most;
  }
  if ('oneOf' in supply) return supply.oneOf.find((v) => v !== was) ?? null;
  if ('itemsFrom' in supply)
    return { start: [supply.itemsFrom[1]!], centre: [], end: [supply.itemsFrom[0]!] };
  const by: Partial<Record<typeof spec.type, TraitValue>> = {
    colour: '#7b5a86',
    flag: was !== true,
    label: 'Reed',
    key: 'Super+Space',
    place: { zone: 'start', offset: 12 },
    order: { start: ['Rota'], centre: [], end: ['Tides'] },
    palette: { red: '#a03030', 'bright white': '#fdf6e3' },
    format: 'EEEE d MMMM',
    length: 33,
    share: 77,
    count: 3,
    shadow: { x: 0, y: 2, blur: 8, colour: '#000000', opacity: 40 },
  };
  return by[spec.type] ?? null;
}

/** A coat with one element, which wants of an offer everything that can be set in it. */
function coatFor(host: HostProfile, offer: Offer): CoatRows {
  const [coat, variant, element, match] = ['coat', 'variant', 'element', 'match'].map((n) =>
    idOf(`one ${n}`),
  ) as [string, string, string, string];
  const traits = Object.entries(offer.supplies).flatMap(([trait, supply]) => {
    const spec = findTrait(offer.kind, trait)!;
    const target = wish(spec, supply, host.defaults[offer.kind]?.[trait]);
    if (target === null) return [];
    const id = idOf(`one ${trait}`);
    return [
      {
        id,
        elementId: element,
        variantId: null,
        trait,
        state: null,
        target,
        pictureId: null,
        source: { how: 'typed' as const },
      },
    ];
  });
  return {
    ...NO_ROWS,
    coat: {
      [coat]: {
        ...newCoatRow(coat, 'One'),
        policy: 'same pixels',
        profileId: host.id,
        profileRevision: 1,
        channel: host.channels[0]!.id,
      },
    },
    variant: { [variant]: { id: variant, name: 'Light', position: 0 } },
    element: {
      [element]: {
        id: element,
        kind: offer.kind,
        name: 'The one',
        weight: 3,
        position: 0,
        note: '',
        links: [],
        rules: {},
        carry: null,
        displayId: null,
        addition: false,
      },
    },
    trait: Object.fromEntries(traits.map((t) => [t.id, t])),
    match: {
      [match]: newMatch(match, element),
    },
    layer: {
      [idOf('one layer')]: {
        id: idOf('one layer'),
        matchId: match,
        position: 0,
        partId: null,
        partRevision: null,
        offer: offer.id,
        traits: null,
        settings: {},
      },
    },
  };
}

describe('the hosts that ship', () => {
  it('have for every kind an offer on two of them, a part, or a place where a hand sets it', () => {
    const byHand = KINDS.filter(({ id }) => serving(id).length < 2);
    for (const { id } of byHand)
      expect([
        id,
        HOSTS.filter((h) => h.byHand?.[id] || serving(id).includes(h)).length >= 2 || id === 'icon-set',
      ]).toEqual([id, true]);
    expect(byHand.length / KINDS.length).toBeLessThanOrEqual(0.25);
  });

  it.each(HOSTS.map((h) => [h.name, h] as const))('%s is a right profile', (_name, host) => {
    expect(readProfile(JSON.parse(JSON.stringify(host)))).toEqual(host);
  });

  const each = HOSTS.flatMap((host) =>
    host.offers.map((offer) => [host.name, offer.name, host, offer] as const),
  );
  it.each(each)('%s sets %s by steps that rehearse, show it, and come back', (_host, _name, host, offer) => {
    const ctx = { rows: coatFor(host, offer), host, parts: new Map() };
    const coat = evaluateCoat(ctx, indexOffers(ctx));
    const now = hostNow(host, []);
    const plan = derivePlan(ctx, coat, { now });
    if (!plan.ok) throw new Error(plan.sentence);
    const wanted = Object.values(ctx.rows.trait);
    if (wanted.length === 0) return;
    const [element] = coat.elements;
    for (const { target, credit, setting } of Object.values(element!.perVariant)[0]!.traits)
      expect([target.spec.id, setting !== null || credit === 1]).toEqual([target.spec.id, true]);
    const world = { host, mirror: {} };
    const start = startState(host, now);
    const { frames, end, complete } = rehearse(world, plan, start);
    expect(frames.filter((f) => f.how === 'fails').map((f) => [f.step.title, f.sentence])).toEqual([]);
    expect(complete).toBe(true);
    expect(stepsOf(plan).some((s) => s.elements.length > 0)).toBe(true);
    const look = { ctx, coat, readyOf: plan.readyOf, variants: variantSettings(ctx, coat, host) };
    expect(lookOf(look, end).closeness).toBeCloseTo(coat.chosen!, 9);
    expect(lookOf(look, start).closeness).toBeLessThan(coat.chosen!);
    const back = wayBack(host, frames);
    if (!back.plan.ok) throw new Error(back.plan.sentence);
    expect(differences(start, rehearse(world, back.plan, end).end)).toEqual([]);
  });
});
