import type { Offer, Supply } from '../../model/offers/offer.js';
import type { TraitValue } from '../../model/traits/value.js';
import type { Part } from '../../model/parts/part.js';
import {
  handmadeOf,
  handmadeOffer,
  layersOf,
  matchOf,
  type CoatRows,
  type HandmadeRow,
  type LayerRow,
} from '../../model/coat/rows.js';
import { offersByVariant } from './flavours.js';
import type { LayerRole, ResolvedLayer } from './score.js';
import { partOf, type MatchContext } from './targets.js';

/** An offer as a layer that nothing was typed into, in the flavour that is taken of its part in each variant. */
export function freshLayer(ctx: MatchContext, part: Part | null, offer: Offer): ResolvedLayer {
  const byVariant = offersByVariant(ctx, part, offer);
  return {
    role: 'base',
    offer: (byVariant && Object.values(byVariant)[0]) ?? offer,
    from: part?.name ?? ctx.host?.name ?? '',
    layerId: null,
    traits: null,
    settings: {},
    ...(part ? { part } : {}),
    ...(byVariant ? { byVariant } : {}),
  };
}

/** Something of one's own making, as an offer. */
export function offerOfHandmade(
  rows: CoatRows,
  { id, kind, name, supplies, byVariant = {} }: HandmadeRow,
): Offer {
  const others = (trait: string) =>
    Object.entries(byVariant).flatMap(([variantId, values]): [string, TraitValue][] => {
      const variant = rows.variant[variantId]?.name.toLowerCase();
      return variant === undefined || values[trait] === undefined ? [] : [[variant, values[trait]]];
    });
  return {
    id: handmadeOffer(id),
    kind,
    name,
    replaces: false,
    supplies: Object.fromEntries(
      Object.entries(supplies).map(([trait, value]): [string, Supply] => {
        const told = others(trait);
        return [
          trait,
          told.length === 0 ? { fixed: value } : { fixed: value, byVariant: Object.fromEntries(told) },
        ];
      }),
    ),
  };
}

/** The offer a layer row names, or null when its part or offer is not at hand. */
export function resolveLayer(ctx: MatchContext, layer: LayerRow): ResolvedLayer | null {
  const { traits, settings } = layer;
  const role: LayerRole = layer.position === 0 ? 'base' : 'overlay';
  const made = layer.partId === null ? handmadeOf(ctx.rows, layer.offer) : null;
  if (made)
    return {
      role,
      offer: offerOfHandmade(ctx.rows, made),
      from: 'Hand-made',
      layerId: layer.id,
      traits,
      settings,
    };
  const part = partOf(ctx, layer);
  const offers = layer.partId === null ? ctx.host?.offers : part?.offers;
  const offer = offers?.find((o) => o.id === layer.offer);
  if (!offer) return null;
  return { ...freshLayer(ctx, part ?? null, offer), role, layerId: layer.id, traits, settings };
}

/** The layers chosen for an element, base first; empty when nothing is chosen. */
export function chosenLayers(ctx: MatchContext, elementId: string): ResolvedLayer[] {
  const match = matchOf(ctx.rows, elementId);
  if (!match) return [];
  return layersOf(ctx.rows, match.id)
    .map((l) => resolveLayer(ctx, l))
    .filter((l): l is ResolvedLayer => l !== null);
}
