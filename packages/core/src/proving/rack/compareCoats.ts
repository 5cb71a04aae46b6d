import { layoutCloseness, lookCloseness } from './looks.js';
import { coloursCloseness } from '../../model/traits/pictureCloseness.js';
import type { CoatFacts, FactsElement } from './facts.js';

/** One element of two coats side by side; null where one has none of the kind. */
export interface ComparedElement {
  readonly kind: string;
  readonly a: FactsElement | null;
  readonly b: FactsElement | null;
  /** Traits that were told of both and differ, and those told of one alone. */
  readonly differ: readonly {
    readonly trait: string;
    readonly a: string | null;
    readonly b: string | null;
  }[];
}

/** Two coats side by side. Closeness 0 to 1. */
export interface ComparedCoats {
  readonly look: number;
  readonly colours: number;
  readonly layout: number;
  readonly elements: readonly ComparedElement[];
  readonly parts: {
    readonly both: readonly string[];
    readonly a: readonly string[];
    readonly b: readonly string[];
  };
}

/** A coat as it is compared: what the library tells of it, and its elements. */
export interface ComparableCoat {
  readonly facts: CoatFacts;
  readonly elements: readonly FactsElement[];
}

function differences(a: FactsElement, b: FactsElement): ComparedElement['differ'] {
  const of = (e: FactsElement) => new Map(e.targets.map((t) => [t.trait, t.value]));
  const [x, y] = [of(a), of(b)];
  return [...new Set([...x.keys(), ...y.keys()])]
    .map((trait) => ({ trait, a: x.get(trait) ?? null, b: y.get(trait) ?? null }))
    .filter((d) => d.a !== d.b);
}

/**
 * Lays two coats side by side. Elements of one kind belong together: those of the same name first, then in their order. The
 * order is that of the first coat; what only the second has comes after.
 */
export function compareCoats(a: ComparableCoat, b: ComparableCoat): ComparedCoats {
  const left = new Set(b.elements);
  const take = (fits: (e: FactsElement) => boolean) => {
    const found = [...left].find(fits) ?? null;
    if (found) left.delete(found);
    return found;
  };
  const partners = new Map<FactsElement, FactsElement | null>();
  for (const e of a.elements) {
    const same = take((o) => o.kind === e.kind && o.name === e.name);
    if (same) partners.set(e, same);
  }
  for (const e of a.elements)
    if (!partners.has(e))
      partners.set(
        e,
        take((o) => o.kind === e.kind),
      );
  const elements = [
    ...a.elements.map((e): ComparedElement => {
      const other = partners.get(e) ?? null;
      return { kind: e.kind, a: e, b: other, differ: other ? differences(e, other) : [] };
    }),
    ...[...left].map((e): ComparedElement => ({ kind: e.kind, a: null, b: e, differ: [] })),
  ];
  const [x, y] = [new Set(a.facts.parts), new Set(b.facts.parts)];
  return {
    look: lookCloseness(a.facts, b.facts),
    colours: coloursCloseness(a.facts.colours, b.facts.colours),
    layout: layoutCloseness(a.facts.layout, b.facts.layout),
    elements,
    parts: {
      both: [...x].filter((p) => y.has(p)),
      a: [...x].filter((p) => !y.has(p)),
      b: [...y].filter((p) => !x.has(p)),
    },
  };
}
