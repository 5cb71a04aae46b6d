import { layersOf, matchOf, type LayerRow } from '../../model/coat/rows.js';
import type { Part } from '../../model/parts/part.js';
import { findTrait } from '../../model/kinds/registry.js';
import { sameJson } from '../../model/coat/changes.js';
import { evaluateCoat } from './evaluate.js';
import { newestParts } from './rank.js';
import { partOf, type MatchContext } from './targets.js';

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

/** What would be another with a newer revision. */
export interface NewerChanges {
  /** The least closeness of the element, 0 to 1, as it is and with it; null where nothing is measured. */
  readonly now: number | null;
  readonly then: number | null;
  /** Labels of the traits that it supplies otherwise. */
  readonly traits: readonly string[];
  /** What else is another: how it is chosen, when it shows, what it needs. */
  readonly else: readonly string[];
}

/** What the newer revision of a layer's part would change for an element. */
export function changesOf(ctx: MatchContext, elementId: string, { layer, part }: Newer): NewerChanges {
  const before = partOf(ctx, layer);
  const [was, is] = [before, part].map((p) => p?.offers.find((o) => o.id === layer.offer));
  const closeness = (rows: MatchContext['rows']) =>
    evaluateCoat({ ...ctx, rows }, { byKind: new Map() }).elements.find((e) => e.element.id === elementId)
      ?.closeness ?? null;
  const traits = new Set([...Object.keys(was?.supplies ?? {}), ...Object.keys(is?.supplies ?? {})]);
  const isOther = (a: unknown, b: unknown) => !sameJson(a ?? null, b ?? null);
  return {
    now: closeness(ctx.rows),
    then: closeness({
      ...ctx.rows,
      layer: { ...ctx.rows.layer, [layer.id]: { ...layer, partRevision: part.revision } },
    }),
    traits: [...traits].flatMap((trait) =>
      isOther(was?.supplies[trait], is?.supplies[trait])
        ? [findTrait(is?.kind ?? was?.kind ?? '', trait)?.label ?? trait]
        : [],
    ),
    else: [
      ...(isOther(was?.choose, is?.choose) ? ['how it is chosen'] : []),
      ...(before?.effect !== part.effect ? ['when it shows'] : []),
      ...(isOther(before?.requires, part.requires) ? ['what it needs'] : []),
      ...(isOther(before?.channels, part.channels) ? ['how it is got'] : []),
    ],
  };
}
