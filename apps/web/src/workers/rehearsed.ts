import { closenessAfterEach, shortestPlan } from '@spare-coat/core/doing/rehearsal/brings';
import { lookOf } from '@spare-coat/core/doing/rehearsal/look';
import { rehearse } from '@spare-coat/core/doing/rehearsal/rehearse';
import type { RehearsalAnswer, RehearsalAsk } from './rehearsal.messages';

/** Rehearses a plan, and looks at the coat after every step. */
export function rehearsed({
  n,
  world,
  plan,
  start,
  faults,
  seed,
  look,
  wanted,
}: RehearsalAsk): RehearsalAnswer {
  try {
    const rehearsal = rehearse(world, plan, start, faults, seed);
    const whole = faults.length === 0 ? rehearsal : rehearse(world, plan, start);
    const [before, after] = [lookOf(look, start).elements, lookOf(look, whole.end).elements];
    return {
      n,
      rehearsal,
      closeness: closenessAfterEach(look, rehearsal),
      shortest: shortestPlan(plan, before, after, wanted),
    };
  } catch (error) {
    return { n, problem: (error as Error).message };
  }
}
