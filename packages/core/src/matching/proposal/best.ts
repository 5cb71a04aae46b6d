import { objectiveOf } from './assign.js';
import { greedy } from './greedy.js';
import { closenessOf, type Instance, type Selection } from './instance.js';
import { buildModel, SCALE } from './model.js';
import { reduce } from './reduce.js';
import type { Solve } from './solve.js';
import { layTerms, type Problem, type Terms } from './terms.js';
import { problemsOf } from './validate.js';

/** The best set under terms, as far as it is proven. */
export interface Found {
  readonly problem: Problem;
  readonly selection: Selection;
  readonly isProven: boolean;
  /** Closeness of the coat, 0 to 1. */
  readonly closeness: number;
  /** Closeness less costs, and what no set can exceed of that. */
  readonly objective: number;
  readonly bound: number;
}

export interface Effort {
  readonly seconds: number;
  /** Relative gap at which a set is good enough: 0 proves it. */
  readonly gap: number;
  /** Told of the best so far: closeness less costs, and the bound. */
  readonly told?: (objective: number, bound: number) => void;
  /** The plain program: nothing taken away beforehand, no first solution. For comparison. */
  readonly plain?: boolean;
}

/**
 * The best set of an instance under terms; null where nothing keeps the rules. What comes back was held against the
 * rules once more, one by one.
 *
 * @param excluded sets that are not wanted again; with them nothing is taken away that a next best set may need
 * @throws Error where the solver gave a set that breaks a rule: an error in the program, never shown as a result
 */
export function findBest(
  instance: Instance,
  terms: Terms,
  solve: Solve,
  effort: Effort,
  excluded: readonly Selection[] = [],
): Found | null {
  const whole = layTerms(instance, terms);
  const problem = effort.plain ? whole : reduce(whole, excluded.length === 0);
  const model = buildModel(problem, excluded);
  const first = effort.plain || excluded.length > 0 ? null : greedy(problem);
  const solved = solve(model.linear, {
    seconds: effort.seconds,
    gap: effort.gap,
    start: first ? model.valuesOf(first) : null,
    told: (objective, bound) => effort.told?.(objective / SCALE, bound / SCALE),
  });
  const selection = solved.values ? model.selectionOf(solved.values) : first;
  if (!selection) return null;
  const [broken] = problemsOf(whole, selection);
  if (broken !== undefined) throw new Error(`The proposal breaks a rule: ${broken}`);
  const objective = objectiveOf(whole, selection);
  return {
    problem: whole,
    selection,
    isProven: solved.end === 'proven',
    closeness: closenessOf(instance, selection),
    objective,
    bound: Math.max(objective, Number.isFinite(solved.bound) ? solved.bound / SCALE : 1),
  };
}
