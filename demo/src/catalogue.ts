import type { Part } from '@spare-coat/core/model/parts/part';
import { FINISH_PARTS } from './catalogueFinish.js';
import { LAYOUT_PARTS } from './catalogueLayout.js';
import { LOOK_PARTS } from './catalogueLooks.js';

/** Every part of the demo catalogue. */
export const PARTS: readonly Part[] = [...LAYOUT_PARTS, ...LOOK_PARTS, ...FINISH_PARTS];
