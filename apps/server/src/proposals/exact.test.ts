import { randomFrom } from '@spare-coat/core/scene/svg';
import { objectiveOf } from '@spare-coat/core/matching/proposal/assign';
import { findBest } from '@spare-coat/core/matching/proposal/best';
import { greedy } from '@spare-coat/core/matching/proposal/greedy';
import { buildModel, SCALE } from '@spare-coat/core/matching/proposal/model';
import { reduce } from '@spare-coat/core/matching/proposal/reduce';
import { layTerms } from '@spare-coat/core/matching/proposal/terms';
import { problemsOf } from '@spare-coat/core/matching/proposal/validate';
import { enumerateBest } from '@spare-coat/core/testing/enumerate';
import { randomInstance, randomTerms } from '@spare-coat/core/testing/randomInstance';
import { describe, expect, it } from 'vitest';
import { openSolver } from './highs.js';

const CASES = Number(process.env['PROPOSAL_CASES'] ?? 1200);
const SMALL = { parts: 4, elements: 3, traits: 2, offers: 3 };

describe('the exact proposal', () => {
  it('is as good as the best of all selections, keeps every rule, and is never beaten by the greedy one', async () => {
    const solve = await openSolver();
    let found = 0;
    let better = 0;
    for (let seed = 1; seed <= CASES; seed++) {
      const random = randomFrom(seed);
      const instance = randomInstance(random, SMALL);
      const terms = randomTerms(random);
      const problem = layTerms(instance, terms);
      const best = enumerateBest(problem);
      const reduced = reduce(problem, true);
      const model = buildModel(reduced);
      const first = greedy(reduced);
      const solved = solve(model.linear, {
        seconds: 10,
        gap: 0,
        start: first && seed % 2 === 0 ? model.valuesOf(first) : null,
      });
      if (!best) {
        expect(solved.end, `seed ${seed}`).toBe('none');
        continue;
      }
      found++;
      expect(solved.end, `seed ${seed}`).toBe('proven');
      const selection = model.selectionOf(solved.values!);
      expect(problemsOf(problem, selection), `seed ${seed}`).toEqual([]);
      expect(objectiveOf(problem, selection), `seed ${seed}`).toBeCloseTo(best.objective, 6);
      expect(solved.objective / SCALE, `seed ${seed}`).toBeCloseTo(best.objective, 6);
      // The whole way, with what is screened out and the first set, comes to the same.
      const reported = findBest(instance, terms, solve, { seconds: 10, gap: 0 });
      expect(reported?.objective, `seed ${seed}`).toBeCloseTo(best.objective, 6);
      if (first) {
        expect(problemsOf(problem, first), `seed ${seed}`).toEqual([]);
        const near = objectiveOf(problem, first);
        expect(near).toBeLessThanOrEqual(best.objective + 1e-6);
        if (near < best.objective - 1e-6) better++;
      }
    }
    expect(found).toBeGreaterThan(CASES / 2);
    // Otherwise a greedy choice would do, and the solver were of no use.
    expect(better).toBeGreaterThan(CASES / 100);
  }, 240_000);
});
