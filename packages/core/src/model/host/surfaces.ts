import type { Offer, Supply } from '../offers/offer.js';
import type { HostProfile } from './profile.js';

/**
 * Offers of the host for a surface beyond its first: a second bar is not there until it is added, and none of its settings has a
 * value before. The first offer of a kind of surface is what the host comes with.
 */
export function addedSurfaces(host: HostProfile): Offer[] {
  const seen = new Set<string>();
  return host.offers.filter(({ kind }) => {
    if (!(kind in host.surfaces)) return false;
    const isMore = seen.has(kind);
    seen.add(kind);
    return isMore;
  });
}

const keysOf = (offer: Offer): string[] =>
  Object.values(offer.supplies).flatMap((s: Supply) =>
    'setting' in s && s.setting.key !== '' ? [s.setting.key] : [],
  );

/** Keys of settings that only surfaces have which are not there yet. */
export function keysOfAdded(host: HostProfile): Set<string> {
  const added = addedSurfaces(host);
  const others = new Set(host.offers.filter((o) => !added.includes(o)).flatMap(keysOf));
  return new Set(added.flatMap(keysOf).filter((key) => !others.has(key)));
}
