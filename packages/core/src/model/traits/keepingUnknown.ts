import { ZONES } from '../../measuring/picture/zone.js';
import { itemKey } from './items.js';
import { type Order } from './value.js';

/**
 * The order with what the host has and nobody said is to go: where an item of the reference is not known by its name, nobody can
 * tell whether it is one of those, and taking one off would lose something.
 */
export function keepingUnknown(
  before: Order | null,
  after: Order,
  wanted: Order,
): { readonly order: Order; readonly kept: readonly string[]; readonly unknown: readonly string[] } {
  const all = (order: Order) => ZONES.flatMap((zone) => order[zone]);
  const settled = all(after).map(itemKey);
  const unknown = all(wanted).filter((item) => !settled.includes(itemKey(item)));
  const kept = before ? all(before).filter((item) => !settled.includes(itemKey(item))) : [];
  if (!before || unknown.length === 0 || kept.length === 0) return { order: after, kept: [], unknown };
  const zone = (z: keyof Order) => [...after[z], ...before[z].filter((item) => kept.includes(item))];
  return { order: { start: zone('start'), centre: zone('centre'), end: zone('end') }, kept, unknown };
}
