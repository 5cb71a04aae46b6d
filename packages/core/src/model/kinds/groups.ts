import type { Kind } from './kind.js';
import type { Sketch } from './sketched.js';
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
}

/** The groups of kinds that ship, in the order of the spine. */
export const KIND_FOLDERS: readonly KindFolder[] = [
  { kinds: LAYOUT_KINDS, sketches: LAYOUT_SKETCHES },
  { kinds: BAR_ITEM_KINDS, sketches: BAR_ITEM_SKETCHES },
  { kinds: LAUNCHER_KINDS, sketches: LAUNCHER_SKETCHES },
  { kinds: WINDOW_KINDS, sketches: WINDOW_SKETCHES },
  { kinds: PICTURE_KINDS, sketches: PICTURE_SKETCHES },
  { kinds: TYPE_KINDS, sketches: TYPE_SKETCHES },
  { kinds: TERMINAL_KINDS, sketches: TERMINAL_SKETCHES },
  { kinds: MOTION_KINDS, sketches: {} },
  { kinds: KEY_KINDS, sketches: {} },
  { kinds: APPLICATION_KINDS, sketches: {} },
];
