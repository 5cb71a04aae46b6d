import type { KindFolder } from '../folder.js';
import { MOTION_KINDS } from './traits.js';

/** What moves, and what shines through. */
export const MOTION: KindFolder = {
  kinds: MOTION_KINDS,
  sketches: {},
  drawn: {},
  missed: { 'minimise-effect': 12 },
};
