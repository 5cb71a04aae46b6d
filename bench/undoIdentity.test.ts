import { writeFileSync } from 'node:fs';
import { expect, it } from 'vitest';
import { evaluateCoat } from '@spare-coat/core/deciding/matching/evaluate';
import { indexOffers } from '@spare-coat/core/deciding/matching/rank';
import { derivePlan } from '@spare-coat/core/doing/plan/derive';
import { stepsOf } from '@spare-coat/core/model/deeds/step';
import { wayBack } from '@spare-coat/core/doing/plan/wayBack';
import { differences, startState } from '@spare-coat/core/doing/simulation/hostState';
import { FAULTS } from '@spare-coat/core/doing/simulation/perform';
import { rehearse, type Injected } from '@spare-coat/core/doing/rehearsal/rehearse';
import { randomCoat } from '@spare-coat/core/testing/randomCoat';

/** `npm run bench -- undo-identity` tries 5,000 plans; each without a fault, and with one at a step of its own. */
const PLANS = Number(process.env['UNDO_PLANS'] ?? 40);

it('the way back of random plans gives the start', () => {
  let [tried, returned] = [0, 0];
  for (let seed = 1; seed <= PLANS; seed++) {
    const { ctx, now } = randomCoat(seed);
    const plan = derivePlan(ctx, evaluateCoat(ctx, indexOffers(ctx)), { now });
    if (!plan.ok) throw new Error(plan.sentence);
    const world = { host: ctx.host, mirror: {} };
    const start = startState(ctx.host, now);
    const steps = stepsOf(plan);
    const fault: Injected[] =
      steps.length === 0
        ? []
        : [{ key: steps[seed % steps.length]!.key, fault: FAULTS[seed % FAULTS.length]! }];
    for (const faults of [[], fault]) {
      const went = rehearse(world, plan, start, faults, seed);
      const back = wayBack(ctx.host, went.frames).plan;
      tried++;
      if (!back.ok) continue;
      const home = rehearse(world, back, went.end);
      if (home.complete && differences(start, home.end).length === 0) returned++;
    }
  }
  const out = process.env['UNDO_OUT'];
  if (out) writeFileSync(out, JSON.stringify({ plans: PLANS, rehearsals: tried, returned }));
  expect(returned).toBe(tried);
}, 600_000);
