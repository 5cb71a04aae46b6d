import type { Kind, TraitSpec } from '../kind.js';
import { BAR_ITEM_KINDS } from './bars.js';
import { LAYOUT_KINDS } from './layout.js';
import { PICTURE_KINDS } from './pictures.js';
import { TYPE_KINDS } from './type.js';
import { WINDOW_KINDS } from './windows.js';

/** Every kind that ships, in the order of the spine. */
export const KINDS: readonly Kind[] = [
  ...LAYOUT_KINDS,
  ...BAR_ITEM_KINDS,
  ...WINDOW_KINDS,
  ...PICTURE_KINDS,
  ...TYPE_KINDS,
];

const BY_ID = new Map(KINDS.map((kind) => [kind.id, kind]));

/** The kind with this id, or null. */
export function findKind(id: string): Kind | null {
  return BY_ID.get(id) ?? null;
}

/** The trait of a kind with this id, or null. */
export function findTrait(kindId: string, traitId: string): TraitSpec | null {
  return BY_ID.get(kindId)?.traits.find((t) => t.id === traitId) ?? null;
}
