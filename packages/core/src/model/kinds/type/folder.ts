import type { KindFolder } from '../folder.js';
import { element } from '../begin.js';
import { TYPE_SKETCHES } from './sketch.js';
import { TYPE_KINDS } from './traits.js';

/** Letters. */
export const TYPE: KindFolder = {
  kinds: TYPE_KINDS,
  sketches: TYPE_SKETCHES,
  drawn: {},
  begins: { every: [element('interface-type', 'Interface type')] },
  missed: { 'title-type': 2, 'interface-type': 5 },
};
