import { list, openShape, record, shape, text, type Of } from '../../ground/shape/shape.js';
import { nameSchema } from '../../ground/text.js';
import { supplyProblem, supplySchema, type Offer } from '../offers/offer.js';
import { innerPath } from '../offers/placeSchemas.js';

/**
 * A flavour of a part: one of several that are made alike and differ in some words of their name, as an accent, a size, light or dark.
 * One is taken for each variant of a coat.
 */
export const flavourSchema = openShape({
  name: nameSchema,
  /** The folder in the part's archive that is copied for it, in place of the channel's. */
  root: innerPath(500).optional(),
  /** Further folders in it that it does not work without, as those that it inherits from. */
  with: list(innerPath(500), { most: 20 }).optional(),
  /** What its script is told for it, after the channel's own flags. */
  flags: list(text(200), { most: 40 }).optional(),
  /** By an offer's id, what is otherwise: values of traits, and what is chosen in the list. */
  offers: record(
    shape({ supplies: record(supplySchema).optional(), choose: text(1000).optional() }),
  ).optional(),
});
export type Flavour = Of<typeof flavourSchema>;

/** What is wrong with flavours beside the offers of their part, in a sentence; null where nothing is. */
export function flavourProblem(flavours: readonly Flavour[], offers: readonly Offer[]): string | null {
  const names = new Set<string>();
  for (const { name, offers: told = {} } of flavours) {
    if (names.has(name)) return `Two flavours are called ${name}.`;
    names.add(name);
    for (const [id, { supplies = {}, choose }] of Object.entries(told)) {
      const offer = offers.find((o) => o.id === id);
      if (!offer) return `${name}: the part has no offer ${id}.`;
      if (choose !== undefined && !offer.choose) return `${name}: ${offer.name} is chosen in no list.`;
      for (const [trait, supply] of Object.entries(supplies)) {
        const problem = supplyProblem(offer.kind, trait, supply);
        if (problem) return `${name}: ${problem}`;
      }
    }
  }
  return null;
}

/** An offer as it is in a flavour of its part. */
export function offerIn(offer: Offer, flavour: Flavour): Offer {
  const told = flavour.offers?.[offer.id];
  if (!told) return offer;
  return {
    ...offer,
    supplies: { ...offer.supplies, ...told.supplies },
    ...(offer.choose ? { choose: { ...offer.choose, value: told.choose ?? offer.choose.value } } : {}),
  };
}
