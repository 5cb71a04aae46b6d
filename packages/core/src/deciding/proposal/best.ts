import { objectiveOf } from './assign.js';
import { assignAll, climb, greedy, repaired } from './greedy.js';
import { closenessOf, type Instance, type Selection } from './instance.js';
import { buildModel, carrying, SCALE } from './model.js';
import { dropDominated, reduce } from './reduce.js';
import { relax, type Relaxed } from './relax.js';
import { sieve } from './sieve.js';
import type { Solve, Solved } from './solve.js';
import { layTerms, NOTHING, withParts, type Problem, type Terms } from './terms.js';
import { problemsOf } from './validate.js';

/** The best set under terms, as far as it is proven. */
export interface BestSet {
  readonly problem: Problem;
  readonly selection: Selection;
  readonly isProven: boolean;
  /** Closeness of the coat, 0 to 1. */
  readonly closeness: number;
  /** Closeness less costs, and what no set can exceed of that. */
  readonly objective: number;
  readonly bound: number;
}

/** A program with more columns takes minutes for its first step alone, in which a solver heeds no limit of time. */
export const MOST_COLUMNS = 20_000;

export interface Effort {
  readonly seconds: number;
  /** Relative gap at which a set is good enough: 0 proves it. */
  readonly gap: number;
  /** Columns that a program may have at most for a solver to be asked; with more the first set is all that is found. */
  readonly columns: number;
  /** Told of the best so far: closeness less costs, and the bound. */
  readonly told?: (objective: number, bound: number) => void;
}

/** An instance under terms, made ready to be asked for the best set and for the next best ones. */
export interface Prepared {
  /** With everything that could be had, against which answers are held. */
  readonly whole: Problem;
  /** Without what can never be better. */
  readonly reduced: Problem;
  readonly relaxed: Relaxed;
  /** A good set, not yet proven; null where not even the host as it is keeps the rules. */
  readonly first: Selection | null;
}

/** Lays terms on an instance, takes away what is of no use, and finds prices and a good first set. */
export function prepare(instance: Instance, terms: Terms): Prepared {
  const whole = layTerms(instance, terms);
  const reduced = reduce(whole);
  const worth = (s: Selection | null) =>
    s && problemsOf(reduced, s).length === 0 ? objectiveOf(reduced, s) : -Infinity;
  const bare = worth(assignAll(reduced, reduced.forced));
  let relaxed = relax(reduced, Math.max(0, bare));
  let first = repaired(reduced, relaxed.wished);
  if (first) {
    relaxed = relaxed.further(Math.max(0, bare, worth(first)));
    const again = repaired(reduced, relaxed.wished);
    if (again && worth(again) > worth(first)) first = again;
    first = climb(sieve(reduced, relaxed, worth(first), first).problem, first);
  }
  if (!first || worth(first) < bare) first = greedy(reduced);
  return { whole, reduced, relaxed, first };
}

/** Whether a set differs from each of the others in a part that carries a match there. */
function isOther(selection: Selection, excluded: readonly Selection[]): boolean {
  const mine = carrying(selection);
  return excluded.every((e) => {
    const old = carrying(e);
    return old.size === 0 ? mine.size > 0 : [...old].some((p) => !mine.has(p));
  });
}

/** So many ways to leave a part out are looked at closely. */
const MOST_LEFT_OUT = 8;

/** A good set that is none of those: the last of them without one of the parts that carry it, and with what helps then. */
function firstOther({ reduced, relaxed }: Prepared, excluded: readonly Selection[]): Selection | null {
  const last = excluded.at(-1)!;
  const worth = (s: Selection | null) => (s ? objectiveOf(reduced, s) : -Infinity);
  const ways = [...carrying(last)]
    .filter((gone) => !reduced.forced.has(gone))
    .map((gone) => {
      const stays = (p: number) => p !== gone;
      const problem = withParts(reduced, stays, 'It is left out.');
      const rest = [...last.parts].filter(stays);
      return { problem, rest, worth: worth(assignAll(problem, new Set(rest))) };
    })
    .sort((a, b) => b.worth - a.worth);
  let best: Selection | null = null;
  for (const { problem, rest } of ways.slice(0, MOST_LEFT_OUT)) {
    const other = repaired(problem, rest);
    if (other && isOther(other, excluded) && worth(other) > worth(best)) best = other;
  }
  if (!best) return null;
  const better = climb(sieve(reduced, relaxed, worth(best), best).problem, best);
  return isOther(better, excluded) ? better : best;
}

/**
 * The best set; null where nothing keeps the rules. What comes back was held against the rules once more, one by one.
 *
 * @param excluded sets that are not wanted again
 * @throws Error where the solver gave a set that breaks a rule: an error in the program, never shown as a result
 */
export function findBest(
  prepared: Prepared,
  solve: Solve,
  effort: Effort,
  excluded: readonly Selection[] = [],
): BestSet | null {
  const { whole, reduced, relaxed } = prepared;
  const first = excluded.length === 0 ? prepared.first : firstOther(prepared, excluded);
  if (!first)
    return ask(whole, reduced, solve, effort, excluded, { first: null, bound: -Infinity, most: Infinity });
  const known = objectiveOf(reduced, first);
  const sieved = sieve(reduced, relaxed, known + Math.abs(known) * effort.gap + NOTHING, first);
  const problem = excluded.length === 0 ? dropDominated(sieved.problem, first.parts) : sieved.problem;
  return ask(whole, problem, solve, effort, excluded, {
    first,
    bound: sieved.bound,
    most: relaxed.bound,
  });
}

/** The best set by the program as it stands: nothing taken away beforehand, no first set. For comparison. */
export function findPlain(instance: Instance, terms: Terms, solve: Solve, effort: Effort): BestSet | null {
  const whole = layTerms(instance, terms);
  return ask(whole, whole, solve, effort, [], { first: null, bound: -Infinity, most: Infinity });
}

/** What is known before a solver is asked. */
interface Known {
  readonly first: Selection | null;
  /** What no set exceeds that was taken out of the problem. */
  readonly bound: number;
  /** What no set exceeds at all. */
  readonly most: number;
}

function ask(
  whole: Problem,
  problem: Problem,
  solve: Solve,
  effort: Effort,
  excluded: readonly Selection[],
  { first, bound, most }: Known,
): BestSet | null {
  const model = buildModel(problem, excluded);
  const isVast = first !== null && model.linear.cost.length > effort.columns;
  const solved: Solved = isVast
    ? { end: 'bounded', values: null, objective: -Infinity, bound: Infinity }
    : solve(model.linear, {
        seconds: effort.seconds,
        gap: effort.gap,
        start: first && model.valuesOf(first),
        told: (objective, limit) => effort.told?.(objective / SCALE, Math.min(most, limit / SCALE)),
      });
  const answer = solved.values ? model.selectionOf(solved.values) : null;
  const selection =
    first && (!answer || objectiveOf(whole, first) > objectiveOf(whole, answer)) ? first : answer;
  if (!selection) return null;
  const [broken] = problemsOf(whole, selection);
  if (broken !== undefined) throw new Error(`The proposal breaks a rule: ${broken}`);
  const objective = objectiveOf(whole, selection);
  const proven = Number.isFinite(solved.bound) ? Math.max(solved.bound / SCALE, bound) : 1;
  return {
    problem: whole,
    selection,
    isProven: solved.end === 'proven',
    closeness: closenessOf(whole.instance, selection),
    objective,
    bound: Math.max(objective, Math.min(proven, most)),
  };
}
