import type { CoatState, ElementState } from './evaluate.js';

/** Nobody sees the rest. */
const EXACT = 0.995;

export interface CoatSummary {
  readonly exact: readonly ElementState[];
  readonly near: readonly ElementState[];
  readonly different: readonly ElementState[];
  readonly missing: readonly ElementState[];
  readonly leftAlone: readonly ElementState[];
}

/** What a reader wants to know of a coat: what is exact, near, different, missing, and what was left alone on purpose. */
export function summaryOf({ elements }: CoatState): CoatSummary {
  const exact: ElementState[] = [];
  const near: ElementState[] = [];
  const different: ElementState[] = [];
  const missing: ElementState[] = [];
  const leftAlone: ElementState[] = [];
  for (const e of elements) {
    if (e.element.addition) continue;
    if (e.standing === 'left alone') leftAlone.push(e);
    else if (e.standing === 'gap' || e.closeness === null) missing.push(e);
    else if (e.standing === 'stand-in' || e.standing === 'open') different.push(e);
    else if (e.closeness >= EXACT) exact.push(e);
    else near.push(e);
  }
  return { exact, near, different, missing, leftAlone };
}
