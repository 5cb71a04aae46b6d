import { unobtainable } from './obtainable.js';
import { matchOf } from '../../model/coat/rows.js';
import type { Part } from '../../model/parts/part.js';
import { offersByVariant } from './flavours.js';
import type { ResolvedLayer } from './score.js';
import { partOf, type MatchContext } from './targets.js';

/** A whole look: it overwrites what was set before for some kinds. */
export function isWholeLook(part: Part): boolean {
  return (part.overwrites?.length ?? 0) > 0;
}

/** The whole looks that are chosen for some element, so that they will be installed; by name. */
export function looksInForce(ctx: MatchContext): Part[] {
  const looks = new Map<string, Part>();
  for (const layer of Object.values(ctx.rows.layer)) {
    const part = partOf(ctx, layer);
    if (!part || !isWholeLook(part) || unobtainable(ctx, part) !== null) continue;
    const elementId = ctx.rows.match[layer.matchId]?.elementId ?? '';
    const said = matchOf(ctx.rows, elementId)?.said;
    if (said !== 'gap' && said !== 'left alone') looks.set(part.id, part);
  }
  return [...looks.values()].sort((a, b) => (a.name < b.name ? -1 : 1));
}

/** What a whole look leaves behind for a kind, or null where it does not touch it. */
export function lookLayer(ctx: MatchContext, part: Part, kind: string): ResolvedLayer | null {
  if (!part.overwrites?.includes(kind)) return null;
  const offer = part.offers.find((o) => o.kind === kind);
  const byVariant = offer && offersByVariant(ctx, part, offer);
  return {
    ...(byVariant ? { byVariant } : {}),
    role: 'look',
    blank: offer === undefined,
    offer: offer ?? { id: '', kind, name: part.name, replaces: false, supplies: {} },
    from: part.name,
    layerId: null,
    traits: null,
    settings: {},
  };
}

/**
 * The layers as they will lie: what whole looks leave behind under what was chosen, since what is chosen is set after
 * them. Of several looks the last by name lies on top.
 */
export function underLooks(
  ctx: MatchContext,
  layers: readonly ResolvedLayer[],
  looks: readonly Part[],
  kind: string,
): readonly ResolvedLayer[] {
  if (looks.length === 0) return layers;
  const beneath = looks.map((p) => lookLayer(ctx, p, kind)).filter((l): l is ResolvedLayer => l !== null);
  // A base that stands in place of the host's thing stands in place of what a look made of that as well.
  if (beneath.length === 0 || layers.some((l) => l.role === 'base' && l.offer.replaces)) return layers;
  return [...beneath, ...layers];
}
