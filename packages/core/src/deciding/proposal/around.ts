import type { TrialRow } from '../../model/coat/rows.js';

/** What a proposal looks at beside the coat, its host and the catalogue. */
export interface Around {
  /** ISO date. */
  readonly today: string;
  /** Trials of every coat: what was dropped on this host and version is not proposed again. */
  readonly trials: readonly TrialRow[];
}
