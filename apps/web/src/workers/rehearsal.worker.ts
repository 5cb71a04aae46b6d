/// <reference lib="webworker" />
import { closenessAfterEach, shortestPlan } from '@spare-coat/core/doing/rehearsal/brings';
import { lookOf } from '@spare-coat/core/doing/rehearsal/look';
import { rehearse } from '@spare-coat/core/doing/rehearsal/rehearse';
import type { RehearsalAnswer, RehearsalAsk } from './rehearsal.messages';

/** Rehearses a plan and looks at the coat after every step, away from the page. */
addEventListener('message', ({ data }: MessageEvent<RehearsalAsk>) => {
  const { n, world, plan, start, faults, seed, look, wanted } = data;
  let answer: RehearsalAnswer;
  try {
    const rehearsal = rehearse(world, plan, start, faults, seed);
    const whole = faults.length === 0 ? rehearsal : rehearse(world, plan, start);
    const [before, after] = [lookOf(look, start).elements, lookOf(look, whole.end).elements];
    answer = {
      n,
      rehearsal,
      closeness: closenessAfterEach(look, rehearsal),
      shortest: shortestPlan(plan, before, after, wanted),
    };
  } catch (error) {
    answer = { n, problem: (error as Error).message };
  }
  postMessage(answer);
});
