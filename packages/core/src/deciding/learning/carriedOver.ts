import type { HostProfile } from '../../model/host/profile.js';
import type { Supply } from '../../model/offers/offer.js';
import type { Target } from './described.js';

/** What became another between two revisions of a learnt profile, of one thing that can be set. */
export interface Carried {
  readonly what: 'came' | 'went' | 'moved' | 'range';
  readonly target: Target;
  /** Where it is set now; of what went, where it was. */
  readonly key: string;
  /** In words, what it was and is; empty where there is nothing to add. */
  readonly says: string;
}

interface Settable {
  readonly key: string;
  readonly takes: string;
}

/** What a supply takes, in words. */
function takesOf(supply: Supply): string {
  if ('range' in supply) return `${supply.range.least} to ${supply.range.most}`;
  return 'oneOf' in supply ? supply.oneOf.map(String).join(', ') : '';
}

/** Everything that can be set, by trait and by which thing of several; lists and the switch of the light and dark look among them. */
function settable({
  offers,
  lists,
  variants,
}: HostProfile): Map<string, Settable & { readonly target: Target }> {
  const found = new Map<string, Settable & { readonly target: Target }>();
  for (const { id, kind, supplies } of offers)
    for (const [trait, supply] of Object.entries(supplies))
      if ('setting' in supply) {
        const target = `${kind}.${trait}`;
        found.set(`${id} ${trait}`, { target, key: supply.setting.key, takes: takesOf(supply) });
      }
  for (const [sort, place] of Object.entries(lists ?? {}))
    found.set(`list:${sort}`, { target: `list:${sort}`, key: place.key, takes: '' });
  if (variants) found.set('variants', { target: 'variants', key: variants.key, takes: '' });
  return found;
}

/**
 * What a later revision of a learnt profile, as of a later version of its desktop, can set that the earlier could not, and the other way
 * round; what is set elsewhere now, and whose bounds or words are others.
 */
export function carriedOver(before: HostProfile, after: HostProfile): Carried[] {
  const [was, is] = [settable(before), settable(after)];
  const found: Carried[] = [];
  for (const [id, { target, key, takes }] of is) {
    const old = was.get(id);
    if (!old) found.push({ what: 'came', target, key, says: '' });
    else if (old.key !== key) found.push({ what: 'moved', target, key, says: `was ${old.key}` });
    else if (old.takes !== takes)
      found.push({ what: 'range', target, key, says: `took ${old.takes}, takes ${takes}` });
  }
  for (const [id, { target, key }] of was)
    if (!is.has(id)) found.push({ what: 'went', target, key, says: '' });
  return found;
}
