import type { Offer } from '../offers/offer.js';
import type { Part } from './part.js';

/** The version of a part of which nobody told one. */
export const UNTOLD_VERSION = 'not said';

/** A part by its name and its version, where that is told. */
export function partName({ name, version }: Pick<Part, 'name' | 'version'>): string {
  return version === UNTOLD_VERSION ? name : `${name} ${version}`;
}

/**
 * An offer by its part, which alone says enough where it offers but one thing of that kind. Without a part it is the host's own, and
 * its name says it.
 *
 * @param called how the part is called: with its version unless told otherwise
 */
export function offerName(
  part: Part | null,
  offer: Offer,
  called: (part: Part) => string = partName,
): string {
  if (!part) return offer.name;
  const alike = part.offers.filter((o) => o.kind === offer.kind);
  if (alike.length === 1) return called(part);
  return offer.name.toLowerCase().includes(part.name.toLowerCase())
    ? offer.name
    : `${called(part)}, ${offer.name.toLowerCase()}`;
}
