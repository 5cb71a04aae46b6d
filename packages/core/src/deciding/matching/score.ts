import { nth } from '../../ground/checked.js';
import { coatOf, type CoatRows, type ElementRow, type LayerSettings } from '../../model/coat/rows.js';
import { defaultOf, type HostProfile } from '../../model/host/profile.js';
import { addedSurfaces } from '../../model/host/surfaces.js';
import { fromSyntax, toSyntax } from '../../model/offers/formatSyntax.js';
import type { Offer, SettingPlace, Supply } from '../../model/offers/offer.js';
import { syntaxAt } from '../../model/offers/ownSetting.js';
import type { Part } from '../../model/parts/part.js';
import { closeness } from '../../model/traits/closeness.js';
import { keepingUnknown } from '../../model/traits/keepingUnknown.js';
import type { Order, Palette, TraitValue } from '../../model/traits/value.js';
import { displayOf } from './carry.js';
import { settle } from './settle.js';
import { carriedValue, type Target, type Untold, type Wanted } from './targets.js';

/** What a layer is: what a whole look left behind, what carries the element, or what lies over it for some traits. */
export type LayerRole = 'look' | 'base' | 'overlay';

/** A layer with its offer at hand: what supplies an element, or a part of it. */
export interface ResolvedLayer {
  readonly role: LayerRole;
  /** Of a whole look that says nothing of this kind: what was set before it is gone, and nobody can tell what is there. */
  readonly blank?: boolean;
  readonly offer: Offer;
  /** By variant, the offer in the flavour of its part that is taken there; missing where it has none. */
  readonly byVariant?: Readonly<Record<string, Offer>> | undefined;
  /** The part that makes the offer; none of what the host or one's own hand makes. */
  readonly part?: Part;
  /** The part's name, or the host's. */
  readonly from: string;
  readonly layerId: string | null;
  readonly traits: readonly string[] | null;
  readonly settings: LayerSettings;
}

/** One trait, scored: target, actual, difference, credit. Lengths in device pixels of the host display. */
export interface TraitScore {
  readonly target: Target;
  /** Null: nobody can tell. */
  readonly actual: TraitValue | null;
  /** What to type, in the host's units, and where; null when there is nothing to type. */
  readonly setting: TraitValue | null;
  readonly place: SettingPlace | null;
  readonly supply: Supply | null;
  readonly layerId: string | null;
  readonly from: string;
  readonly bound: string;
  readonly byHand: boolean;
  /** Nobody says how it is in this state: it is taken to be as at rest. */
  readonly isTaken?: boolean;
  /** At least, 0 to 1: at the end of the target's interval that is worse; 0 where nobody can tell the actual value. */
  readonly credit: number;
  /** At most, 0 to 1. */
  readonly most: number;
}

export interface ElementScore {
  /** At least, 0 to 1: what ranks, proposes and gives a standing; null: nothing to weigh, not scored. */
  readonly closeness: number | null;
  /** At most, 0 to 1: everything that nobody can tell, and each end of a length's interval, for the best. */
  readonly most: number | null;
  readonly traits: readonly TraitScore[];
  /** Traits that matter and have no target: each counts 0 at least and 1 at most. */
  readonly untold: readonly Untold[];
  /** Some of it rests on assumed or unknown values. */
  readonly assumed: boolean;
}

function handSetting(settings: LayerSettings, trait: string, variantId: string): TraitValue | undefined {
  return settings[variantId]?.[trait] ?? settings['all']?.[trait];
}

/**
 * Scores the layers of one element against its targets in one variant. The value of a trait comes from the last
 * layer that supplies it; what no layer supplies comes from the host's own default, unless the base replaces the
 * host's thing or a whole look left something that nobody can tell. What nobody can tell, on either side, counts 0 at least and 1 at
 * most.
 */
export function scoreLayers(
  rows: CoatRows,
  host: HostProfile | null,
  { targets, untold }: Wanted,
  inAll: readonly ResolvedLayer[],
  variant: { readonly id: string; readonly name: string },
  element: ElementRow,
): ElementScore {
  const { kind } = element;
  const layers = inAll.some((l) => l.byVariant) ? inAll.map((l) => layerIn(l, variant.id)) : inAll;
  const { scale } = displayOf(rows, element);
  const variantName = variant.name.toLowerCase();
  let [sum, mostSum, weights] = [0, 0, 0];
  let assumed = untold.length > 0;
  let rest: TraitScore | null = null;
  const done: TraitScore[] = [];
  const traits = targets.map((target): TraitScore => {
    const known = rest?.target.spec === target.spec ? rest : null;
    const own =
      known ?? withLines(scoreTrait(host, target, layers, scale, variant.id, variantName, kind), done);
    // Without a target at rest, what can be set is set for the state.
    const score: TraitScore =
      target.state === null || (!known && own.place) ? own : inState(target, own, scale);
    if (target.state === null) rest = score;
    done.push(score);
    sum += target.weight * score.credit;
    mostSum += target.weight * score.most;
    weights += target.weight;
    if (target.source.how === 'assumed' || score.actual === null || score.isTaken) assumed = true;
    return score;
  });
  if (weights === 0) return { closeness: null, most: null, traits, untold, assumed };
  const open = untold.reduce((all, u) => all + u.weight, 0);
  const all = weights + open;
  return { closeness: sum / all, most: (mostSum + open) / all, traits, untold, assumed };
}

/** A layer as it is in a variant. */
export function layerIn(layer: ResolvedLayer, variantId: string): ResolvedLayer {
  const offer = layer.byVariant?.[variantId];
  return offer ? { ...layer, offer } : layer;
}

/** How many lines there will be, where nobody tells but what is written is known. */
function withLines(score: TraitScore, others: readonly TraitScore[]): TraitScore {
  const { target, actual } = score;
  const of = target.spec.linesOf;
  if (actual !== null || of === undefined) return score;
  const written = others.find((o) => o.target.spec.id === of && o.target.state === null);
  if (!written || typeof written.actual !== 'string') return score;
  const lines = written.actual.split('\n').length;
  return {
    ...score,
    actual: lines,
    from: written.from,
    bound: 'as its format says',
    ...creditsFor(target, lines),
  };
}

/** What an actual value earns at a target: at both ends of the target's interval, where it is one. Null: anything. */
export function creditsFor(
  { spec, tolerance, opacity, ground, value, off }: Target,
  actual: TraitValue | null,
): { readonly credit: number; readonly most: number } {
  if (actual === null) return { credit: 0, most: 1 };
  const at = (target: TraitValue) =>
    closeness(spec.type, actual, target, { tolerance, credit: spec.credit, opacity, ground });
  if (off === 0) {
    const credit = at(value);
    return { credit, most: credit };
  }
  // Closeness falls on both sides of the actual length, so that the ends are the worst, and the best lies nearest to it.
  const [length, target] = [actual as number, value as number];
  const [low, high] = [Math.max(0, target - off), target + off];
  return {
    credit: Math.min(at(low), at(high)),
    most: at(Math.min(high, Math.max(low, length))),
  };
}

/**
 * A trait in a state, by what gives it at rest: what that says of the state, else the same as at rest. There is nothing
 * to type for it.
 */
function inState(target: Target, rest: TraitScore, scale: number): TraitScore {
  const { spec, state } = target;
  const { supply } = rest;
  const said = supply && 'fixed' in supply && state ? supply.byState?.[state] : undefined;
  const actual = said === undefined ? rest.actual : carriedValue(spec.type, said, scale);
  return {
    ...rest,
    target,
    actual,
    setting: null,
    place: null,
    bound: said === undefined ? 'taken to be as at rest' : 'fixed, cannot be set',
    byHand: false,
    isTaken: said === undefined,
    ...creditsFor(target, actual),
  };
}

/**
 * What stays on a bar of the host because an item of the reference is not known there: the plan takes nothing off then, so that
 * this is what will be seen. Null where nothing stays for that reason.
 */
function keptItems(
  host: HostProfile | null,
  { part, offer }: ResolvedLayer,
  { spec, value }: Target,
  setting: TraitValue | null,
  variantName: string,
  kind: string,
): ReturnType<typeof keepingUnknown> | null {
  if (spec.type !== 'order' || kind === 'window-buttons' || !host || part || setting === null) return null;
  if (addedSurfaces(host).includes(offer)) return null;
  const before = defaultOf(host, kind, spec.id, variantName) as Order | null;
  const kept = keepingUnknown(before, setting as Order, value as Order);
  return kept.kept.length > 0 ? kept : null;
}

function scoreTrait(
  host: HostProfile | null,
  target: Target,
  layers: readonly ResolvedLayer[],
  scale: number,
  variantId: string,
  variantName: string,
  kind: string,
): TraitScore {
  const { spec } = target;
  const context = {
    tolerance: target.tolerance,
    credit: spec.credit,
    opacity: target.opacity,
    ground: target.ground,
  };
  for (let i = layers.length - 1; i >= 0; i--) {
    const layer = nth(layers, i);
    if (layer.traits && !layer.traits.includes(spec.id)) continue;
    const supply = layer.offer.supplies[spec.id];
    if (!supply) continue;
    const place = 'setting' in supply ? supply.setting : null;
    const hand = place ? handSetting(layer.settings, spec.id, variantId) : undefined;
    let actual: TraitValue;
    let setting: TraitValue | null;
    let bound: string;
    /** What it earns, where that is known by now. */
    let earned: number | null = null;
    if (hand !== undefined) {
      actual = carriedValue(spec.type, hand, scale);
      setting = hand;
      bound = 'typed by hand';
    } else {
      const settled = settle(supply, spec.type, target.value, scale, variantName, context);
      actual = settled.actual;
      setting = settled.setting;
      bound = settled.bound;
      earned = settled.closeness;
      const kept = keptItems(host, layer, target, setting, variantName, kind);
      if (kept) {
        actual = kept.order;
        bound = `${bound}; ${kept.kept.join(' and ')} ${kept.kept.length === 1 ? 'stays' : 'stay'}`;
        earned = null;
      }
    }
    const syntax = spec.type === 'format' && place && layer.part ? syntaxAt(layer.part, place) : null;
    if (syntax && typeof setting === 'string') {
      const { text, losses } = toSyntax(setting, syntax);
      if (losses.length > 0) {
        actual = fromSyntax(text, syntax).text;
        bound = `as far as ${syntax.name} has codes for it`;
        earned = null;
      }
    }
    const roles = spec.type === 'palette' ? place?.writes?.roles : undefined;
    if (roles && typeof setting === 'object') {
      // Of colours that are set one by one, those without a place of their own stay as they are.
      const all = actual as Palette;
      const set = Object.fromEntries(Object.entries(all).filter(([role]) => role in roles));
      if (Object.keys(set).length < Object.keys(all).length) {
        actual = set;
        bound = 'as far as its colours have places';
        earned = null;
      }
    }
    const { layerId, from } = layer;
    const { credit, most } =
      earned !== null && target.off === 0 ? { credit: earned, most: earned } : creditsFor(target, actual);
    // Written out, not spread: this runs for every trait of every offer of every element.
    return {
      target,
      actual,
      setting,
      place,
      supply,
      layerId,
      from,
      bound,
      byHand: hand !== undefined,
      credit,
      most,
    };
  }
  const hidden = layers.some((l) => l.blank === true || (l.role === 'base' && l.offer.replaces));
  const fallback = host && !hidden ? defaultOf(host, kind, spec.id, variantName) : null;
  const actual = fallback === null ? null : carriedValue(spec.type, fallback, scale);
  return {
    target,
    actual,
    setting: null,
    place: null,
    supply: null,
    layerId: null,
    from: actual === null ? '' : `${host!.name}, as it is`,
    bound: actual === null ? 'nobody can tell' : 'as the host is now',
    byHand: false,
    ...creditsFor(target, actual),
  };
}

/** The closeness (0 to 1) from which an element of this coat is *matched*, and from which it is *near*. */
export function thresholdsOf(rows: CoatRows): { matchedAt: number; nearAt: number } {
  const { matchedAt, nearAt } = coatOf(rows);
  return { matchedAt, nearAt };
}
