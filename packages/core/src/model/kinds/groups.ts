import type { KindFolder } from './folder.js';
import { APPLICATIONS } from './applications/folder.js';
import { BAR_ITEMS } from './bars/folder.js';
import { KEYS } from './keys/folder.js';
import { LAUNCHER } from './launcher/folder.js';
import { LAYOUT } from './layout/folder.js';
import { MOTION } from './motion/folder.js';
import { PICTURES } from './pictures/folder.js';
import { TERMINAL } from './terminal/folder.js';
import { TYPE } from './type/folder.js';
import { WINDOWS } from './windows/folder.js';

/** The groups of kinds that ship, in the order of the spine. */
export const KIND_FOLDERS: readonly KindFolder[] = [
  LAYOUT,
  BAR_ITEMS,
  LAUNCHER,
  WINDOWS,
  PICTURES,
  TYPE,
  TERMINAL,
  MOTION,
  KEYS,
  APPLICATIONS,
];
