import type { KindFolder } from '../folder.js';
import { APPLICATIONS_ON_BARS } from './expected.js';
import { APPLICATION_KINDS } from './traits.js';

/** Sounds and applications. */
export const APPLICATIONS: KindFolder = {
  kinds: APPLICATION_KINDS,
  sketches: {},
  drawn: { onBars: APPLICATIONS_ON_BARS },
  missed: { 'sound-theme': 13 },
};
