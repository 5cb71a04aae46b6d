import { byZone, ZONES } from '../../measuring/picture/zone.js';
import { closeness, type ClosenessContext } from '../../model/traits/closeness.js';
import { knownItem, mayRepeat } from '../../model/traits/items.js';
import type { Order, TraitType, TraitValue } from '../../model/traits/value.js';
import type { Supply } from '../../model/offers/offer.js';

/** What a supply gives for a target. */
export interface Settled {
  /** As it will be seen: lengths in device pixels. */
  readonly actual: TraitValue;
  /** The value to type, in the host's units; null where there is nothing to type. */
  readonly setting: TraitValue | null;
  readonly closeness: number;
  /** What kept it from the target, in words; empty when nothing did. */
  readonly bound: string;
}

/** Digits kept of a number in the host's units: steps such as 0.1 do not add up in binary. */
const tidy = (v: number) => Math.round(v * 1e6) / 1e6;

/**
 * Settles a supply on a target: the setting with the highest closeness, and among equals the one nearest to the
 * target, with what bounded it.
 *
 * @param target in the host's terms (lengths already carried, device pixels)
 * @param scale  device pixels per unit of the host's settings; used for lengths only
 * @param variant name of the variant in lower case, for supplies that differ by variant
 */
export function settle(
  supply: Supply,
  type: TraitType,
  target: TraitValue,
  scale: number,
  variant: string,
  context: ClosenessContext = {},
): Settled {
  const perUnit = type === 'length' ? scale : 1;
  const seen = (v: TraitValue): TraitValue => (typeof v === 'number' ? v * perUnit : v);
  const score = (actual: TraitValue) => closeness(type, actual, target, context);

  if ('fixed' in supply) {
    const actual = seen(supply.byVariant?.[variant] ?? supply.fixed);
    return { actual, setting: null, closeness: score(actual), bound: 'fixed, cannot be set' };
  }
  if ('range' in supply) return settleRange(supply.range, target as number, perUnit, score);
  if ('oneOf' in supply) {
    let best: Settled | null = null;
    for (const value of supply.oneOf) {
      const actual = seen(value);
      const c = score(actual);
      if (
        best === null ||
        c > best.closeness ||
        (c === best.closeness && nearer(actual, best.actual, target))
      )
        best = {
          actual,
          setting: value,
          closeness: c,
          bound: c < 1 ? `one of ${supply.oneOf.length} values` : '',
        };
    }
    return best!;
  }
  if ('itemsFrom' in supply) {
    const wanted = target as Order;
    // Each item in the words of what takes it: "status" is its status area.
    const used = new Set<string>();
    const taken = (item: string) => knownItem(item, supply.itemsFrom);
    /** Two words for one duty are one item of the host, where the first of them stands. */
    const once = (item: string) => {
      const known = taken(item);
      if (known === null || (used.has(known) && !mayRepeat(known))) return [];
      used.add(known);
      return [known];
    };
    const actual = byZone((zone) => wanted[zone].flatMap(once));
    const lost = ZONES.flatMap((zone) => wanted[zone].filter((item) => taken(item) === null));
    return {
      actual,
      setting: actual,
      closeness: score(actual),
      bound: lost.length > 0 ? `without ${lost.join(', ')}` : '',
    };
  }
  const setting = type === 'length' ? tidy((target as number) / perUnit) : target;
  return { actual: target, setting, closeness: score(target), bound: '' };
}

function nearer(a: TraitValue, b: TraitValue, target: TraitValue): boolean {
  if (typeof a !== 'number' || typeof b !== 'number' || typeof target !== 'number') return false;
  return Math.abs(a - target) < Math.abs(b - target);
}

function settleRange(
  range: { readonly least: number; readonly most: number; readonly step: number },
  target: number,
  perUnit: number,
  score: (actual: number) => number,
): Settled {
  const { least, most, step } = range;
  const wanted = target / perUnit;
  const steps = (wanted - least) / step;
  const lastStep = Math.floor((most - least) / step + 1e-9);
  const at = (n: number) => tidy(least + Math.min(lastStep, Math.max(0, n)) * step);
  // Closeness falls on both sides of the target, so that only its two neighbours on the grid can be best.
  let best: { setting: number; actual: number; closeness: number } | null = null;
  for (const setting of new Set([at(Math.floor(steps)), at(Math.ceil(steps))])) {
    const actual = tidy(setting * perUnit);
    const c = score(actual);
    if (
      best === null ||
      c > best.closeness ||
      (c === best.closeness && Math.abs(actual - target) < Math.abs(best.actual - target))
    )
      best = { setting, actual, closeness: c };
  }
  const { setting, actual, closeness: c } = best!;
  let bound = '';
  if (wanted > most + 1e-9) bound = `at most ${tidy(most)}`;
  else if (wanted < least - 1e-9) bound = `at least ${tidy(least)}`;
  else if (Math.abs(actual - target) > 1e-6) bound = `in steps of ${tidy(step)}`;
  return { actual, setting, closeness: c, bound };
}
