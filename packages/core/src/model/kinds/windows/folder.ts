import type { KindFolder } from '../folder.js';
import { element } from '../begin.js';
import { windowsDrawn } from './desktop.js';
import { WINDOW_SKETCHES } from './sketch.js';
import { WINDOW_KINDS } from './traits.js';

/** Windows, their frames and what is in them. */
export const WINDOWS: KindFolder = {
  kinds: WINDOW_KINDS,
  sketches: WINDOW_SKETCHES,
  drawn: { desktop: windowsDrawn },
  likely: { frame: (r) => (r.width / r.height > 8 ? 0.8 : 0) },
  begins: {
    every: [element('frame', 'Window frame'), element('window-buttons', 'Window buttons')],
  },
  missed: { 'window-buttons': 8, controls: 9, 'file-manager': 16 },
};
