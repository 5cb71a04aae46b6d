import { nth } from '../../ground/checked.js';
import type { CoatRows, ElementRow, TraitRow } from '../../model/coat/rows.js';
import { fitOf, type Fit } from '../../model/parts/fit.js';
import type { Offer } from '../../model/offers/offer.js';
import type { Part } from '../../model/parts/part.js';
import { looksInForce, underLooks } from './looks.js';
import { freshLayer, offerOfHandmade } from './layers.js';
import { scoreLayers } from './score.js';
import { coatOf, handmadeOf } from '../../model/coat/rows.js';
import { scoredVariants, wantedFrom, type MatchContext } from './targets.js';

/** An offer for an element, with how close it comes and what speaks for and against it. */
export interface RankedOffer {
  /** Null: the host's own. */
  readonly part: Part | null;
  readonly offer: Offer;
  readonly fit: Fit | null;
  /** At least, mean over the variants, 0 to 1; null when there is nothing to weigh. */
  readonly closeness: number | null;
  /** At most, likewise. */
  readonly most: number | null;
}

/** Offers by the kind they serve, so that elements of one kind look at no others. */
export interface OfferIndex {
  readonly byKind: ReadonlyMap<
    string,
    readonly { readonly part: Part | null; readonly offer: Offer; readonly fit: Fit | null }[]
  >;
}

/** Of all revisions at hand the newest of each part, in no order that means anything. */
export function newestParts(parts: MatchContext['parts']): Part[] {
  const newest = new Map<string, Part>();
  for (const part of parts.values()) {
    const known = newest.get(part.id);
    if (!known || part.revision > known.revision) newest.set(part.id, part);
  }
  return [...newest.values()];
}

/** Builds the index once for a host and its catalogue. Only the newest revision of each part is offered. */
export function indexOffers(ctx: MatchContext): OfferIndex {
  const byKind = new Map<string, { part: Part | null; offer: Offer; fit: Fit | null }[]>();
  const add = (part: Part | null, offer: Offer, fit: Fit | null) => {
    const list = byKind.get(offer.kind);
    if (list) list.push({ part, offer, fit });
    else byKind.set(offer.kind, [{ part, offer, fit }]);
  };
  for (const offer of ctx.host?.offers ?? []) add(null, offer, null);
  for (const made of Object.values(ctx.rows.handmade)) add(null, offerOfHandmade(ctx.rows, made), null);
  const channel = Object.keys(ctx.rows.coat).length > 0 ? coatOf(ctx.rows).channel : null;
  for (const part of newestParts(ctx.parts)) {
    const fit = ctx.host ? fitOf(part, ctx.host, channel) : null;
    for (const offer of part.offers) add(part, offer, fit);
  }
  return { byKind };
}

/** The offers that can serve an element: what was made by hand serves the one it was made for. */
export function offersFor(
  rows: CoatRows,
  index: OfferIndex,
  element: ElementRow,
): readonly { readonly part: Part | null; readonly offer: Offer; readonly fit: Fit | null }[] {
  const all = index.byKind.get(element.kind) ?? [];
  return all.filter(({ part, offer }) => {
    const made = part === null ? handmadeOf(rows, offer.id) : null;
    return made === null || made.elementId === element.id;
  });
}

/**
 * Every offer for an element, closest first. Offers that cannot be used on this host come after all that can; among
 * equals the host's own comes first, then the lighter part, then by name.
 */
export function rankOffers(
  ctx: MatchContext,
  index: OfferIndex,
  element: ElementRow,
  traits?: readonly TraitRow[],
): RankedOffer[] {
  const own = traits ?? Object.values(ctx.rows.trait).filter((t) => t.elementId === element.id);
  const variants = scoredVariants(ctx.rows);
  const wanted = variants.map((v) => wantedFrom(ctx.rows, element, own, v.id));
  const looks = looksInForce(ctx);
  const ranked = offersFor(ctx.rows, index, element).map(({ part, offer, fit }): RankedOffer => {
    const layers = underLooks(ctx, [freshLayer(ctx, part, offer)], looks, element.kind);
    let [sum, most, n] = [0, 0, 0];
    variants.forEach((variant, i) => {
      const score = scoreLayers(ctx.rows, ctx.host, nth(wanted, i), layers, variant, element);
      if (score.closeness === null) return;
      sum += score.closeness;
      most += score.most ?? score.closeness;
      n++;
    });
    return { part, offer, fit, closeness: n === 0 ? null : sum / n, most: n === 0 ? null : most / n };
  });
  const usable = (r: RankedOffer) => (r.fit === null || r.fit.usable ? 0 : 1);
  return ranked.sort(
    (a, b) =>
      usable(a) - usable(b) ||
      (b.closeness ?? -1) - (a.closeness ?? -1) ||
      Number(a.part !== null) - Number(b.part !== null) ||
      (a.part?.memory ?? 0) - (b.part?.memory ?? 0) ||
      (a.offer.name < b.offer.name ? -1 : a.offer.name > b.offer.name ? 1 : 0),
  );
}
