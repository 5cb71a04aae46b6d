import { objectiveOf } from './assign.js';
import { greedy, repaired } from './greedy.js';
import { closenessOf, type Instance, type Selection } from './instance.js';
import { buildModel, SCALE } from './model.js';
import { reduce } from './reduce.js';
import { screen, type Screened } from './screen.js';
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

/** A good set to begin with: the better of what a person would find and of what prices would have one take. */
export function firstSet(problem: Problem): Selection | null {
  const plain = greedy(problem);
  if (!plain) return null;
  const { wished } = screen(problem, objectiveOf(problem, plain), 0);
  const priced = repaired(problem, wished);
  return priced && objectiveOf(problem, priced) > objectiveOf(problem, plain) ? priced : plain;
}

/** A problem without the parts that no set worth having contains; those of the first set stay, so that it can begin. */
function without(problem: Problem, { kept }: Screened, first: Selection): Problem {
  const stays = (p: number) => p < 0 || kept.has(p) || first.parts.has(p);
  return {
    ...problem,
    barred: problem.barred.map((b, i) => (stays(i) ? b : (b ?? 'No set with it comes near the best.'))),
    elements: problem.elements.map((e) => {
      const looks = e.looks.filter(stays);
      return {
        ...e,
        looks,
        bases: e.bases.filter((b) => stays(b.part) && b.states.some((s) => s < 0 || looks.includes(s))),
        overlays: e.overlays.filter((o) => stays(o.part)),
      };
    }),
  };
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
  const reduced = effort.plain ? whole : reduce(whole, excluded.length === 0);
  const isFree = !effort.plain && excluded.length === 0;
  const first = isFree ? firstSet(reduced) : null;
  const screened = first ? screen(reduced, objectiveOf(reduced, first), effort.gap) : null;
  const problem = screened ? without(reduced, screened, first!) : reduced;
  const model = buildModel(problem, excluded);
  const solved = solve(model.linear, {
    seconds: effort.seconds,
    gap: effort.gap,
    start: first ? model.valuesOf(first) : null,
    told: (objective, bound) => effort.told?.(objective / SCALE, bound / SCALE),
  });
  const answer = solved.values ? model.selectionOf(solved.values) : null;
  const selection =
    first && (!answer || objectiveOf(whole, first) > objectiveOf(whole, answer)) ? first : answer;
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
    bound: Math.max(
      objective,
      Number.isFinite(solved.bound) ? solved.bound / SCALE : 1,
      screened?.bound ?? -Infinity,
    ),
  };
}
