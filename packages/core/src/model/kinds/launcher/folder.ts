import type { KindFolder } from '../folder.js';
import { element } from '../begin.js';
import { launcherDrawn } from './desktop.js';
import { LAUNCHER_SKETCHES } from './sketch.js';
import { LAUNCHER_KINDS } from './traits.js';

/** What opens to start programs. */
export const LAUNCHER: KindFolder = {
  kinds: LAUNCHER_KINDS,
  sketches: LAUNCHER_SKETCHES,
  drawn: { desktop: launcherDrawn },
  begins: { bare: [element('launcher', 'Launcher')] },
  missed: { launcher: 10 },
};
