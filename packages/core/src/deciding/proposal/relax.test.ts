import { describe, expect, it } from 'vitest';
import { randomFrom } from '../../ground/random.js';
import { enumerateBest, everySelection } from '../../testing/enumerate.js';
import { cases } from '../../testing/properties.js';
import { randomInstance, randomTerms } from '../../testing/randomInstance.js';
import { objectiveOf } from './assign.js';
import { reduce } from './reduce.js';
import { relax } from './relax.js';
import { layTerms } from './terms.js';

const SMALL = { parts: 4, elements: 2, traits: 2, offers: 3 };
/** What rounding may take. */
const NOTHING = 1e-9;

/** Small problems of which all selections can be looked at. */
function* problems(count: number) {
  for (let seed = 1; seed <= count; seed++) {
    const random = randomFrom(seed);
    yield { seed, problem: reduce(layTerms(randomInstance(random, SMALL), randomTerms(random))) };
  }
}

describe('rules that are bought off at prices', () => {
  it('leave a bound that no set exceeds, nor any set with a part or a base what that leaves to it', () => {
    let looked = 0;
    let tight = 0;
    let losses = 0;
    for (const { seed, problem } of problems(cases(150))) {
      const best = enumerateBest(problem);
      const relaxed = relax(problem, Math.max(0, best?.objective ?? 0));
      for (const selection of everySelection(problem)) {
        looked++;
        const worth = objectiveOf(problem, selection);
        expect(worth, `seed ${seed}`).toBeLessThanOrEqual(relaxed.bound + NOTHING);
        for (const part of selection.parts) {
          const loss = relaxed.lossOfPart.get(part) ?? 0;
          if (loss > 0) losses++;
          expect(worth, `seed ${seed}, part ${part}`).toBeLessThanOrEqual(relaxed.bound - loss + NOTHING);
        }
        for (const [n, { base }] of selection.elements.entries()) {
          const loss = relaxed.lossOfBase(n, base);
          if (loss > 0) losses++;
          expect(worth, `seed ${seed}, element ${n}`).toBeLessThanOrEqual(relaxed.bound - loss + NOTHING);
        }
      }
      if (best && relaxed.bound - best.objective < 1e-6) tight++;
    }
    // A bound of one everywhere would keep the law as well, and be of no use.
    expect(looked).toBeGreaterThan(1000);
    expect(losses).toBeGreaterThan(100);
    expect(tight).toBeGreaterThan(cases(150) / 3);
  }, 60_000);

  it('are bought off no dearer when it is gone on from there with a better set known', () => {
    for (const { seed, problem } of problems(cases(60))) {
      const best = enumerateBest(problem);
      if (!best) continue;
      const first = relax(problem, 0);
      const second = first.further(best.objective);
      expect(second.bound, `seed ${seed}`).toBeLessThanOrEqual(first.bound + NOTHING);
      expect(second.bound, `seed ${seed}`).toBeGreaterThanOrEqual(best.objective - NOTHING);
    }
  });

  it('wish for parts that may be had, each once', () => {
    for (const { seed, problem } of problems(cases(60))) {
      const { wished } = relax(problem, 0);
      expect(new Set(wished).size, `seed ${seed}`).toBe(wished.length);
      for (const part of wished) expect(problem.barred[part], `seed ${seed}`).toBeNull();
    }
  });
});
