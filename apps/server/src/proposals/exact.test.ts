import { randomFrom } from '@spare-coat/core/ground/random';
import { objectiveOf } from '@spare-coat/core/deciding/proposal/assign';
import { findBest, prepare } from '@spare-coat/core/deciding/proposal/best';
import { greedy } from '@spare-coat/core/deciding/proposal/greedy';
import type { Selection } from '@spare-coat/core/deciding/proposal/instance';
import { buildModel, SCALE } from '@spare-coat/core/deciding/proposal/model';
import { dropDominated, reduce } from '@spare-coat/core/deciding/proposal/reduce';
import { layTerms } from '@spare-coat/core/deciding/proposal/terms';
import { problemsOf } from '@spare-coat/core/deciding/proposal/validate';
import { enumerateBest, everySelection } from '@spare-coat/core/testing/enumerate';
import { randomInstance, randomTerms } from '@spare-coat/core/testing/randomInstance';
import { describe, expect, it } from 'vitest';
import { openSolver } from './highs.js';

const CASES = Number(process.env['PROPOSAL_CASES'] ?? 600);
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
      const reduced = dropDominated(reduce(problem), new Set());
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
      // The whole way, with what is taken away and the first set, comes to the same.
      const prepared = prepare(instance, terms);
      const reported = findBest(prepared, solve, { seconds: 10, gap: 0, columns: Infinity });
      expect(reported?.objective, `seed ${seed}`).toBeCloseTo(best.objective, 6);
      // No set exceeds what the prices come to, nor do sets with a part or a base exceed what they leave to those.
      const { relaxed } = prepared;
      expect(relaxed.bound, `seed ${seed}`).toBeGreaterThan(best.objective - 1e-9);
      const known = enumerateBest(prepared.reduced)!;
      const losses = [
        ...[...known.selection.parts].map((p) => relaxed.lossOfPart.get(p) ?? 0),
        ...known.selection.elements.map((c, n) => relaxed.lossOfBase(n, c.base)),
      ];
      expect(relaxed.bound - Math.max(0, ...losses), `seed ${seed}`).toBeGreaterThan(known.objective - 1e-9);
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

  it('finds the next best set that differs in a part which carries a match, as looking at all of them does', async () => {
    const solve = await openSolver();
    let found = 0;
    for (let seed = 1; seed <= CASES / 4; seed++) {
      const random = randomFrom(seed);
      const instance = randomInstance(random, SMALL);
      const prepared = prepare(instance, randomTerms(random));
      const excluded: Selection[] = [];
      for (let n = 0; n < 3; n++) {
        const next = findBest(prepared, solve, { seconds: 10, gap: 0, columns: Infinity }, excluded);
        let most = -Infinity;
        if (n > 0) {
          // Sets in which an element takes what the host or the same part gives better are no sets to offer.
          for (const s of everySelection(prepared.reduced))
            if (excluded.every((e) => differs(s, e))) most = Math.max(most, objectiveOf(prepared.whole, s));
          expect(next?.objective ?? -Infinity, `seed ${seed}, set ${n}`).toBeCloseTo(most, 6);
        }
        if (!next) break;
        excluded.push(next.selection);
        found += n;
      }
    }
    expect(found).toBeGreaterThan(CASES / 10);
  }, 240_000);
});

/** Whether one of the parts that carry a match in `old` carries none in another set. */
function differs(selection: Selection, old: Selection): boolean {
  const carry = (s: Selection) =>
    new Set(
      s.elements.flatMap((c) => [c.base, ...c.over].flatMap((l) => (l && l.part >= 0 ? [l.part] : []))),
    );
  const mine = carry(selection);
  const theirs = [...carry(old)];
  return theirs.length === 0 ? mine.size > 0 : theirs.some((p) => !mine.has(p));
}
