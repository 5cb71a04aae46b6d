import { KIND_FOLDERS } from './groups.js';
import type { Kind, TraitSpec } from './kind.js';

/** Every kind that ships, in the order of the spine. A coat's own kinds are added by `kindBook`. */
export const KINDS: readonly Kind[] = KIND_FOLDERS.flatMap((folder) => folder.kinds);

const BY_ID = new Map(KINDS.map((kind) => [kind.id, kind]));

/** The shipped kind with this id, or null. */
export function findKind(id: string): Kind | null {
  return BY_ID.get(id) ?? null;
}

/** The trait of a shipped kind with this id, or null. */
export function findTrait(kindId: string, traitId: string): TraitSpec | null {
  return BY_ID.get(kindId)?.traits.find((t) => t.id === traitId) ?? null;
}

const CARRIERS = new Set(KIND_FOLDERS.flatMap((folder) => folder.carriers ?? []));

/** Whether elements of a kind carry other elements, as a bar does. */
export function isCarrier(kindId: string): boolean {
  return CARRIERS.has(kindId);
}
