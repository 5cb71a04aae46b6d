import type { Around } from './around.js';
import { matchOf, ordered, type TraitRow } from '../../model/coat/rows.js';
import { type HostProfile } from '../../model/host/profile.js';
import { indexOffers, newestParts } from '../matching/rank.js';
import { scoredVariants, wantedFrom, type MatchContext } from '../matching/targets.js';
import type { Instance } from './instance.js';

import { elementOf, partsOfLayers, type CountedElement } from './buildElement.js';
import { instancePart } from './buildParts.js';

/** Sums up a coat, a host and a catalogue as an instance. The host must be known. */
export function buildInstance(ctx: MatchContext & { readonly host: HostProfile }, around: Around): Instance {
  const { host, rows } = ctx;
  const parts = newestParts(ctx.parts);
  const numberOf = new Map(parts.map((p, i) => [p.id, i]));
  const instanceParts = parts.map((part) => instancePart(part, ctx, around, numberOf));
  const index = indexOffers(ctx);
  const variants = scoredVariants(rows);
  const byElement = new Map<string, TraitRow[]>();
  for (const trait of Object.values(rows.trait))
    byElement.set(trait.elementId, [...(byElement.get(trait.elementId) ?? []), trait]);

  const counted: CountedElement[] = [];
  for (const element of ordered(rows.element)) {
    if (element.addition || matchOf(rows, element.id)?.said === 'left alone') continue;
    const wanted = variants.map((v) => wantedFrom(rows, element, byElement.get(element.id) ?? [], v.id));
    if (wanted.some(({ targets }) => targets.length > 0)) counted.push({ element, wanted });
  }
  const weights = counted.reduce((sum, c) => sum + c.element.weight, 0);

  const ground = { ctx, host, rows, parts, instanceParts, numberOf, index, variants };
  const elements = counted.map((c) => elementOf(ground, c, weights));
  const wanted = new Set(
    Object.values(rows.element)
      .filter((e) => e.addition)
      .flatMap((e) => {
        const match = matchOf(rows, e.id);
        return match && match.said === null ? partsOfLayers(ctx, match.id) : [];
      })
      .flatMap((id) => numberOf.get(id) ?? []),
  );
  return { parts: instanceParts, elements, surfaces: host.surfaces, wanted: [...wanted] };
}
