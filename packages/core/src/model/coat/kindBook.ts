import type { CoatRows } from './rows.js';
import { specProblem, type Kind, type TraitSpec } from '../kinds/kind.js';
import { findKind, KINDS } from '../kinds/registry.js';

/** All kinds that a coat knows: the shipped ones, and its own as their equals. */
export interface KindBook {
  /** Shipped ones first, own ones in their order. */
  readonly kinds: readonly Kind[];
  find(id: string): Kind | null;
  trait(kindId: string, traitId: string): TraitSpec | null;
}

export const SHIPPED_BOOK: KindBook = {
  kinds: KINDS,
  find: findKind,
  trait: (kindId, traitId) => findKind(kindId)?.traits.find((t) => t.id === traitId) ?? null,
};

const books = new WeakMap<object, KindBook>();

/**
 * The book of a coat. An own kind with the id of a shipped one adds its traits to it; any other is a kind of its own.
 * Built once for each state of the coat's own kinds.
 */
export function kindBook(rows: Pick<CoatRows, 'kind'>): KindBook {
  const own = Object.values(rows.kind);
  if (own.length === 0) return SHIPPED_BOOK;
  const known = books.get(rows.kind);
  if (known) return known;
  const added = new Map(own.map((k) => [k.key, k]));
  const shipped = KINDS.map((kind): Kind => {
    const more = added.get(kind.id);
    if (!more) return kind;
    const fresh = more.traits.filter((t) => !kind.traits.some((s) => s.id === t.id));
    return { ...kind, traits: [...kind.traits, ...fresh] };
  });
  const kinds = [
    ...shipped,
    ...own
      .filter((k) => !findKind(k.key))
      .map(({ key, label, group, help, weight, traits }): Kind => ({
        id: key,
        label,
        group,
        help,
        weight,
        traits,
      })),
  ];
  const byId = new Map(kinds.map((k) => [k.id, k]));
  const book: KindBook = {
    kinds,
    find: (id) => byId.get(id) ?? null,
    trait: (kindId, traitId) => byId.get(kindId)?.traits.find((t) => t.id === traitId) ?? null,
  };
  books.set(rows.kind, book);
  return book;
}

/** What is wrong with a target for this kind and trait of a book, or null. */
export function targetProblem(
  book: KindBook,
  kindId: string,
  traitId: string,
  target: unknown,
): string | null {
  const spec = book.trait(kindId, traitId);
  return spec ? specProblem(spec, target) : `Elements of the kind ${kindId} have no trait ${traitId}.`;
}
