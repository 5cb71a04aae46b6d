import type { Selection } from './instance.js';
import type { Relaxed } from './relax.js';
import { withParts, type Problem } from './terms.js';

/** A problem without what no set worth having contains, and what no set with any of that can exceed. */
export interface Sieved {
  readonly problem: Problem;
  /** −Infinity where nothing was taken away. */
  readonly bound: number;
}

/**
 * Takes away parts and bases that keep every set with them at or below an objective.
 *
 * @param target sets that come to no more than this are not worth having
 * @param first  a set that stays possible, so that a solver can begin with it
 */
export function sieve(problem: Problem, relaxed: Relaxed, target: number, first: Selection): Sieved {
  let bound = -Infinity;
  const isWorth = (loss: number) => {
    const most = relaxed.bound - loss;
    if (most > target) return true;
    bound = Math.max(bound, most);
    return false;
  };
  const stays = (p: number) =>
    problem.barred[p] !== null ||
    problem.forced.has(p) ||
    first.parts.has(p) ||
    isWorth(relaxed.lossOfPart.get(p) ?? 0);
  const kept = new Set(problem.barred.flatMap((_, p) => (stays(p) ? [p] : [])));
  const fewer = withParts(problem, (p) => kept.has(p), 'No set with it comes near the best.');
  const elements = fewer.elements.map((e, n) => ({
    ...e,
    bases: e.bases.filter(
      (b) => e.isLocked || b === first.elements[n]!.base || isWorth(relaxed.lossOfBase(n, b)),
    ),
  }));
  return { problem: { ...fewer, elements }, bound };
}
