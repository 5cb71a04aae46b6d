import type { ElementRow, TraitRow } from '../coat/rows.js';
import { coatOf } from '../coat/rows.js';
import { fitOf, type Fit } from '../parts/fit.js';
import type { Offer } from '../parts/offer.js';
import type { Part } from '../parts/part.js';
import { scoreLayers, type ResolvedLayer } from './score.js';
import { scoredVariants, targetsFrom, type MatchContext } from './targets.js';

/** An offer for an element, with how close it comes and what speaks for and against it. */
export interface RankedOffer {
  /** Null: the host's own. */
  readonly part: Part | null;
  readonly offer: Offer;
  readonly fit: Fit | null;
  /** Mean over the variants, 0 to 1; null when there is nothing to weigh. */
  readonly closeness: number | null;
}

/** An offer as a layer that nothing was typed into. */
export function freshLayer(part: Part | null, offer: Offer, hostName: string): ResolvedLayer {
  return { offer, from: part?.name ?? hostName, layerId: null, traits: null, settings: {} };
}

/** Offers by the kind they serve, so that elements of one kind look at no others. */
export interface OfferIndex {
  readonly byKind: ReadonlyMap<
    string,
    readonly { readonly part: Part | null; readonly offer: Offer; readonly fit: Fit | null }[]
  >;
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
  const newest = new Map<string, Part>();
  for (const part of ctx.parts.values()) {
    const known = newest.get(part.id);
    if (!known || part.revision > known.revision) newest.set(part.id, part);
  }
  const channel = Object.keys(ctx.rows.coat).length > 0 ? coatOf(ctx.rows).channel : null;
  for (const part of newest.values()) {
    const fit = ctx.host ? fitOf(part, ctx.host, channel) : null;
    for (const offer of part.offers) add(part, offer, fit);
  }
  return { byKind };
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
  const targets = variants.map((v) => targetsFrom(ctx.rows, element, own, v.id));
  const ranked = (index.byKind.get(element.kind) ?? []).map(({ part, offer, fit }): RankedOffer => {
    const layers = [freshLayer(part, offer, ctx.host?.name ?? '')];
    let sum = 0;
    let n = 0;
    variants.forEach((variant, i) => {
      const score = scoreLayers(ctx.rows, ctx.host, targets[i]!, layers, variant, element.kind).closeness;
      if (score === null) return;
      sum += score;
      n++;
    });
    return { part, offer, fit, closeness: n === 0 ? null : sum / n };
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
