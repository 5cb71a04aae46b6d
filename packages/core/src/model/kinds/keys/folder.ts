import type { KindFolder } from '../folder.js';
import { element } from '../begin.js';
import { KEY_KINDS } from './traits.js';

/** Keys, clicks and edges. */
export const KEYS: KindFolder = {
  kinds: KEY_KINDS,
  sketches: {},
  drawn: {},
  begins: { bare: [element('launcher-key', 'Launcher key')] },
  missed: { 'launcher-key': 11 },
};
