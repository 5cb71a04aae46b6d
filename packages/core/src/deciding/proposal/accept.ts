import type { Choice } from '../../model/coat/choices.js';
import { matchOf, type CoatRows } from '../../model/coat/rows.js';

/** A layer of a proposal, by what a layer row names it. */
export interface ProposedLayer {
  readonly partId: string | null;
  readonly partRevision: number | null;
  readonly offer: string;
  /** For a person: `Tidebar`, `Fernbank bar`. */
  readonly name: string;
}

/** What is proposed for an element. */
export interface ProposedElement {
  readonly id: string;
  readonly name: string;
  /** Chosen by hand before, and kept. */
  readonly isLocked: boolean;
  /** Null: the host as it is, or what a whole look makes of it. */
  readonly base: ProposedLayer | null;
  readonly overlays: readonly (ProposedLayer & { readonly traits: readonly string[] })[];
  /** 0 to 1. */
  readonly closeness: number;
}

/**
 * The choices that put a proposal in for some elements. What was chosen by hand is never touched; an element for which
 * the host as it is does best is released.
 */
export function acceptedChoices(
  rows: CoatRows,
  elements: readonly ProposedElement[],
  newId: () => string,
): Choice[] {
  return elements.flatMap((e): Choice[] => {
    const match = matchOf(rows, e.id);
    if (e.isLocked || !rows.element[e.id]) return [];
    const matchId = match?.id ?? newId();
    const common = { elementId: e.id, matchId, by: 'proposal' as const };
    const choices: Choice[] = [];
    if (match && !e.base) choices.push({ type: 'match.release', elementId: e.id });
    if (e.base) {
      const { partId, partRevision, offer } = e.base;
      choices.push({ type: 'match.choose', ...common, layerId: newId(), partId, partRevision, offer });
    }
    for (const { partId, partRevision, offer, traits } of e.overlays)
      choices.push({
        type: 'match.overlay',
        ...common,
        layerId: newId(),
        partId,
        partRevision,
        offer,
        traits: [...traits],
      });
    return choices;
  });
}
