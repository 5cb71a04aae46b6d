import { offerName } from '../../model/parts/partName.js';
import { applyChanges } from '../../model/coat/changes.js';
import { choiceChanges } from '../../model/coat/choices.js';
import { NO_ROWS, type CoatRows } from '../../model/coat/rows.js';
import { assumedShare, closenessByVariant, evaluateCoat, type CoatState } from '../matching/evaluate.js';
import { indexOffers } from '../matching/rank.js';
import type { MatchContext } from '../matching/targets.js';
import { acceptedChoices, type ProposedElement, type ProposedLayer } from './accept.js';
import { breaksOf } from './assign.js';
import type { BestSet } from './best.js';
import { overlaysOf, valueOf, type Base, type Chosen, type Instance, type Source } from './instance.js';
import { carrying } from './model.js';
import type { ProposedSet } from './report.js';

/** A context in which nothing was chosen, for sets that hold nothing fast. */
export function released<T extends MatchContext>(ctx: T): T {
  const kept = Object.values(ctx.rows.match).filter(
    (m) => m.said === 'left alone' || ctx.rows.element[m.elementId]?.addition,
  );
  const ids = new Set(kept.map((m) => m.id));
  const rows: CoatRows = {
    ...ctx.rows,
    match: Object.fromEntries(kept.map((m) => [m.id, m])),
    layer: Object.fromEntries(Object.entries(ctx.rows.layer).filter(([, l]) => ids.has(l.matchId))),
  };
  return { ...ctx, rows };
}

/** A source as a layer of a match, with the name by which a person knows it. */
export const layerOf = (instance: Instance, source: Source): ProposedLayer => {
  const part = source.part >= 0 ? instance.parts[source.part]!.part : null;
  return {
    partId: part?.id ?? null,
    partRevision: part?.revision ?? null,
    offer: source.offer!.id,
    name: offerName(part, source.offer!, ({ name }) => name),
  };
};

/** The same choice with a base where one overlay over nothing gives everything that it has. */
function withBase(chosen: Chosen, bases: readonly Base[]): Chosen {
  if (chosen.base.offer) return chosen;
  for (const [o, traits] of overlaysOf(chosen)) {
    const base = bases.find((b) => b.key === o.key && b.open);
    if (!base || traits.length < o.gains.filter((g) => g !== null).length) continue;
    return { base, over: chosen.over.map((other) => (other === o ? null : other)) };
  }
  return chosen;
}

function elementsOf(instance: Instance, { problem, selection }: BestSet): ProposedElement[] {
  return problem.elements.map(({ element, isLocked }, n): ProposedElement => {
    const chosen = withBase(selection.elements[n]!, problem.elements[n]!.bases);
    return {
      id: element.id,
      name: element.name,
      isLocked,
      base: chosen.base.offer ? layerOf(instance, chosen.base) : null,
      overlays: [...overlaysOf(chosen)].map(([o, traits]) => ({
        ...layerOf(instance, o),
        traits: traits.map((t) => element.traits[t]!),
      })),
      closeness: valueOf(chosen),
    };
  });
}

/** The coat as it would stand with a proposal accepted: the same choices, the same scoring. */
export function stateWith(ctx: MatchContext, elements: readonly ProposedElement[]): CoatState {
  let rows = ctx.rows;
  let counter = 0;
  const newId = () => `00000000-0000-4000-8000-${String(++counter).padStart(12, '0')}`;
  for (const choice of acceptedChoices(rows, elements, newId)) {
    const applied = applyChanges(rows, choiceChanges(rows, choice));
    if (!applied.ok) throw new Error(applied.clash.sentence);
    rows = applied.rows;
  }
  const after = { ...ctx, rows };
  return evaluateCoat(
    after,
    indexOffers({ ...after, rows: { ...NO_ROWS, coat: rows.coat }, parts: new Map() }),
  );
}

/** A set that was found as a person judges it: its parts, what each element gets, and how the coat would be scored with it. */
export function toSet(ctx: MatchContext, instance: Instance, found: BestSet): ProposedSet {
  const elements = elementsOf(instance, found);
  const state = stateWith(ctx, elements);
  const carries = carrying(found.selection);
  const locked = new Set(found.problem.elements.flatMap((e) => (e.isLocked ? e.element.locked!.parts : [])));
  const parts = [...found.selection.parts].map((i) => {
    const { id, name, version, memory } = instance.parts[i]!.part;
    const neededBy = [...found.selection.parts].flatMap((other) => {
      const { part, needs } = instance.parts[other]!;
      return needs.some((anyOf) => anyOf.includes(i)) ? [part.name] : [];
    });
    return { id, name, version, memory, carries: carries.has(i) || locked.has(i), neededBy };
  });
  return {
    isProven: found.isProven,
    closeness: state.chosen ?? 0,
    byVariant: closenessByVariant(state),
    assumed: assumedShare(state),
    gap: found.isProven ? 0 : Math.max(0, found.bound - found.objective),
    parts: parts.sort((a, b) => (a.name < b.name ? -1 : 1)),
    elements,
    breaks: breaksOf(found.problem, found.selection),
    memory: parts.reduce((sum, p) => sum + p.memory, 0),
    prices: [...found.selection.parts].flatMap((i) => {
      const { price } = instance.parts[i]!.part;
      return price ? [`${price.amount} ${price.currency}`] : [];
    }),
  };
}
