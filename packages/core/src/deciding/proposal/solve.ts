import type { LinearModel, PartialSolution } from './model.js';

/** How a solve ended. Objectives in the model's own scale. */
export interface Solved {
  /** `proven`: the best within the gap. `bounded`: time ran out. `none`: nothing keeps the rules, or nothing was found. */
  readonly end: 'proven' | 'bounded' | 'none';
  readonly values: ArrayLike<number> | null;
  readonly objective: number;
  /** What no solution can exceed. */
  readonly bound: number;
}

export interface SolveOptions {
  readonly seconds: number;
  /** Relative gap at which it is good enough. */
  readonly gap: number;
  readonly start?: PartialSolution | null;
  /** Told now and then: the best so far, and the bound. */
  readonly told?: (objective: number, bound: number) => void;
}

/** A solver of mixed-integer linear programs. It blocks until it is done or its time is over. */
export type Solve = (model: LinearModel, options: SolveOptions) => Solved;
