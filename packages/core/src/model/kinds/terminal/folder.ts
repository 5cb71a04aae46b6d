import type { KindFolder } from '../folder.js';
import { TERMINAL_SKETCHES } from './sketch.js';
import { TERMINAL_KINDS } from './traits.js';

/** The terminal. */
export const TERMINAL: KindFolder = {
  kinds: TERMINAL_KINDS,
  sketches: TERMINAL_SKETCHES,
  drawn: {},
  missed: { terminal: 4 },
};
