import { layersOf, matchOf, type LayerRow } from '../../model/coat/rows.js';
import type { Part } from '../../model/parts/part.js';
import { newestParts } from './rank.js';
import type { MatchContext } from './targets.js';

/** A layer whose part has a newer revision that still has its offer. */
export interface Newer {
  readonly layer: LayerRow;
  readonly part: Part;
}

/** The layers of an element that a newer revision of their part could serve, the base first. */
export function newerRevisions(ctx: MatchContext, elementId: string): Newer[] {
  const match = matchOf(ctx.rows, elementId);
  if (!match) return [];
  const newest = new Map(newestParts(ctx.parts).map((p) => [p.id, p]));
  return layersOf(ctx.rows, match.id).flatMap((layer): Newer[] => {
    const part = layer.partId === null ? undefined : newest.get(layer.partId);
    if (!part || part.revision <= (layer.partRevision ?? 0)) return [];
    return part.offers.some((o) => o.id === layer.offer) ? [{ layer, part }] : [];
  });
}
