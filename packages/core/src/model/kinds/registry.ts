import type { Kind, TraitSpec } from './kind.js';
import { APPLICATION_KINDS } from './applications/traits.js';
import { BAR_ITEM_KINDS } from './bars/traits.js';
import { KEY_KINDS } from './keys/traits.js';
import { LAUNCHER_KINDS } from './launcher/traits.js';
import { LAYOUT_KINDS } from './layout/traits.js';
import { MOTION_KINDS } from './motion/traits.js';
import { PICTURE_KINDS } from './pictures/traits.js';
import { TERMINAL_KINDS } from './terminal/traits.js';
import { TYPE_KINDS } from './type/traits.js';
import { WINDOW_KINDS } from './windows/traits.js';

/** Every kind that ships, in the order of the spine. A coat's own kinds are added by `kindBook`. */
export const KINDS: readonly Kind[] = [
  ...LAYOUT_KINDS,
  ...BAR_ITEM_KINDS,
  ...LAUNCHER_KINDS,
  ...WINDOW_KINDS,
  ...PICTURE_KINDS,
  ...TYPE_KINDS,
  ...TERMINAL_KINDS,
  ...MOTION_KINDS,
  ...KEY_KINDS,
  ...APPLICATION_KINDS,
];

const BY_ID = new Map(KINDS.map((kind) => [kind.id, kind]));

/** The shipped kind with this id, or null. */
export function findKind(id: string): Kind | null {
  return BY_ID.get(id) ?? null;
}

/** The trait of a shipped kind with this id, or null. */
export function findTrait(kindId: string, traitId: string): TraitSpec | null {
  return BY_ID.get(kindId)?.traits.find((t) => t.id === traitId) ?? null;
}
