import type { CarryPolicy } from '../coat/rows.js';

/** What carrying needs of the two screens: heights in pixels, and the host's device pixels per unit. */
export interface CarryScreens {
  readonly referenceHeight: number;
  readonly hostHeight: number;
  readonly hostScale: number;
}

/**
 * Carries a length of the reference picture (pixels) to the host display (device pixels, not rounded).
 * *Share of height* keeps its share of the screen height; *same pixels* keeps the number.
 */
export function carryLength(length: number, policy: CarryPolicy, screens: CarryScreens): number {
  return policy === 'same pixels' ? length : (length * screens.hostHeight) / screens.referenceHeight;
}
