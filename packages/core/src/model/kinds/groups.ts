import type { Kind } from './kind.js';
import type { Drawn } from './drawn.js';
import type { Sketch } from './sketched.js';
import { LAYOUT_DRAWN } from './layout/desktop.js';
import { BAR_ITEMS_DRAWN } from './bars/items.js';
import { LAUNCHER_DRAWN } from './launcher/desktop.js';
import { WINDOWS_DRAWN } from './windows/desktop.js';
import { PICTURES_DRAWN } from './pictures/desktop.js';
import { APPLICATIONS_DRAWN } from './applications/expected.js';
import { LAYOUT_KINDS } from './layout/traits.js';
import { LAYOUT_SKETCHES } from './layout/sketch.js';
import { BAR_ITEM_KINDS } from './bars/traits.js';
import { BAR_ITEM_SKETCHES } from './bars/sketch.js';
import { LAUNCHER_KINDS } from './launcher/traits.js';
import { LAUNCHER_SKETCHES } from './launcher/sketch.js';
import { WINDOW_KINDS } from './windows/traits.js';
import { WINDOW_SKETCHES } from './windows/sketch.js';
import { PICTURE_KINDS } from './pictures/traits.js';
import { PICTURE_SKETCHES } from './pictures/sketch.js';
import { TYPE_KINDS } from './type/traits.js';
import { TYPE_SKETCHES } from './type/sketch.js';
import { TERMINAL_KINDS } from './terminal/traits.js';
import { TERMINAL_SKETCHES } from './terminal/sketch.js';
import { MOTION_KINDS } from './motion/traits.js';
import { KEY_KINDS } from './keys/traits.js';
import { APPLICATION_KINDS } from './applications/traits.js';

/** All that there is to say of the kinds of one group, in one folder. */
export interface KindFolder {
  readonly kinds: readonly Kind[];
  /** How those that can be seen would look, by their ids; of the others their values are told in words. */
  readonly sketches: Readonly<Record<string, Sketch>>;
  /** What they add to a drawn desktop. */
  readonly drawn: Drawn;
}

/** The groups of kinds that ship, in the order of the spine. */
export const KIND_FOLDERS: readonly KindFolder[] = [
  { kinds: LAYOUT_KINDS, sketches: LAYOUT_SKETCHES, drawn: LAYOUT_DRAWN },
  { kinds: BAR_ITEM_KINDS, sketches: BAR_ITEM_SKETCHES, drawn: BAR_ITEMS_DRAWN },
  { kinds: LAUNCHER_KINDS, sketches: LAUNCHER_SKETCHES, drawn: LAUNCHER_DRAWN },
  { kinds: WINDOW_KINDS, sketches: WINDOW_SKETCHES, drawn: WINDOWS_DRAWN },
  { kinds: PICTURE_KINDS, sketches: PICTURE_SKETCHES, drawn: PICTURES_DRAWN },
  { kinds: TYPE_KINDS, sketches: TYPE_SKETCHES, drawn: {} },
  { kinds: TERMINAL_KINDS, sketches: TERMINAL_SKETCHES, drawn: {} },
  { kinds: MOTION_KINDS, sketches: {}, drawn: {} },
  { kinds: KEY_KINDS, sketches: {}, drawn: {} },
  { kinds: APPLICATION_KINDS, sketches: {}, drawn: APPLICATIONS_DRAWN },
];
