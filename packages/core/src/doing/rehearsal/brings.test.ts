import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { coatCloseness, evaluateCoat } from '../../deciding/matching/evaluate.js';
import { indexOffers } from '../../deciding/matching/rank.js';
import { derivePlan } from '../plan/derive.js';
import { stepsOf } from '../../model/deeds/step.js';
import { variantSettings } from '../plan/switchVariant.js';
import { randomCoat } from '../../testing/randomCoat.js';
import { closenessAfterEach, shortestPlan } from './brings.js';
import { startState } from '../simulation/hostState.js';
import { lookOf } from './look.js';
import { rehearse } from './rehearse.js';
import { cases } from '../../testing/properties.js';

function setUp(seed: number) {
  const { ctx, now } = randomCoat(seed);
  const coat = evaluateCoat(ctx, indexOffers(ctx));
  const plan = derivePlan(ctx, coat, { now });
  if (!plan.ok) throw new Error(plan.sentence);
  const look = { ctx, coat, readyOf: plan.readyOf, variants: variantSettings(ctx, coat, ctx.host) };
  const rehearsal = rehearse({ host: ctx.host, mirror: {} }, plan, startState(ctx.host, now));
  return { plan, look, rehearsal, now, ctx };
}
const seeds = fc.integer({ min: 1, max: 2 ** 31 });

describe('what steps bring', () => {
  it('is told for the start and after every step, and ends at what the state shows', () => {
    fc.assert(
      fc.property(seeds, (seed) => {
        const { look, rehearsal } = setUp(seed);
        const all = closenessAfterEach(look, rehearsal);
        expect(all).toHaveLength(rehearsal.frames.length + 1);
        expect(all[0]).toBe(lookOf(look, rehearsal.start).closeness);
        expect(all.at(-1)).toBe(lookOf(look, rehearsal.end).closeness);
      }),
      { numRuns: cases(60) },
    );
  });
});

describe('the shortest plan that reaches a closeness', () => {
  it('reaches it, is closed under what its steps need, and no set of elements reaches it in less time', () => {
    let proven = 0;
    fc.assert(
      fc.property(seeds, fc.double({ min: 0.05, max: 1, noNaN: true }), (seed, share) => {
        const { plan, look, rehearsal } = setUp(seed);
        const before = lookOf(look, rehearsal.start).elements;
        const after = lookOf(look, rehearsal.end).elements;
        const least = coatCloseness(before, (e) => e.closeness) ?? 0;
        const most = coatCloseness(after, (e) => e.closeness) ?? 0;
        const wanted = least + (most - least) * share;
        const short = shortestPlan(plan, before, after, wanted);
        if (most < wanted - 1e-12) return;
        fc.pre(short !== null);
        expect(short!.closeness).toBeGreaterThanOrEqual(wanted - 1e-12);
        for (const e of plan.edges) if (short!.steps.has(e.to)) expect(short!.steps.has(e.from)).toBe(true);
        // Every other set of elements, tried by itself with the steps that serve it and what those need.
        const into = (key: string, all = new Set<string>()): Set<string> => {
          if (all.has(key)) return all;
          all.add(key);
          for (const e of plan.edges) if (e.to === key) into(e.from, all);
          return all;
        };
        const steps = stepsOf(plan);
        const ids = [...new Set(steps.flatMap((s) => s.elements))];
        fc.pre(ids.length <= 5);
        for (let set = 0; set < 2 ** ids.length; set++) {
          const chosen = new Set(ids.filter((_, i) => (set >> i) & 1));
          const seen = after.map((e) =>
            ids.includes(e.element.id) && !chosen.has(e.element.id)
              ? before.find((b) => b.element.id === e.element.id)!
              : e,
          );
          if ((coatCloseness(seen, (e) => e.closeness) ?? 0) < wanted) continue;
          const keys = new Set(
            steps.filter((s) => s.elements.some((id) => chosen.has(id))).flatMap((s) => [...into(s.key)]),
          );
          const minutes = steps.filter((s) => keys.has(s.key)).reduce((sum, s) => sum + s.minutes, 0);
          expect(short!.minutes).toBeLessThanOrEqual(minutes);
          proven++;
        }
      }),
      { numRuns: cases(60) },
    );
    expect(proven).toBeGreaterThan(50);
  });
});
