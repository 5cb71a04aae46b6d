import { nth } from '../../ground/checked.js';
import { randomFrom } from '../../ground/random.js';
import type { Break } from '../../model/offers/break.js';
import type { OrderedPlan, Step } from '../../model/deeds/step.js';
import { comeToShow, copyState, type HostState, type Touch } from '../simulation/hostState.js';
import { perform, type Fault, type Outcome, type World } from '../simulation/perform.js';

/** How one step went. What it changed, in order; a break that came after it. */
export interface Frame {
  readonly step: Step;
  readonly how: Outcome['how'];
  readonly sentence: string;
  readonly touches: readonly Touch[];
  /** How many of its deeds were done before it failed. */
  readonly deeds: number;
  readonly breakAfter: Break | null;
}

export interface Rehearsal {
  readonly start: HostState;
  /** Up to the first step that failed. */
  readonly frames: readonly Frame[];
  readonly end: HostState;
  /** Everything was carried out. */
  readonly complete: boolean;
}

export interface Injected {
  readonly key: string;
  readonly fault: Fault;
}

const CRASHED = 'The computer crashed in the middle of it.';

/**
 * Carries a plan out on a simulated host, step by step, and stops where a real host would fail. The same plan, start,
 * faults and seed give the same rehearsal. The start is not changed.
 *
 * @param seed decides how far a step came before a crash
 */
export function rehearse(
  world: World,
  plan: OrderedPlan,
  start: HostState,
  faults: readonly Injected[] = [],
  seed = 1,
): Rehearsal {
  const state = copyState(start);
  const random = randomFrom(seed);
  const byStep = new Map(faults.map((f) => [f.key, f.fault]));
  const frames: Frame[] = [];
  for (const sitting of plan.sittings) {
    for (const step of sitting.steps) {
      const frame = oneStep(world, state, step, byStep.get(step.key) ?? null, random);
      const isLast = step === sitting.steps.at(-1);
      const goesOn = frame.how !== 'fails';
      const breakAfter = goesOn && isLast ? sitting.breakAfter : frame.breakAfter;
      frames.push({ ...frame, breakAfter });
      if (!goesOn) return { start, frames, end: state, complete: false };
    }
    if (sitting.breakAfter) comeToShow(state, sitting.breakAfter);
  }
  return { start, frames, end: state, complete: true };
}

function oneStep(
  world: World,
  state: HostState,
  step: Step,
  fault: Fault | null,
  random: () => number,
): Frame {
  const touches: Touch[] = [];
  const warned: string[] = [];
  const crash = fault === 'crash in the middle' ? Math.floor(random() * (step.deeds.length + 1)) : null;
  const over = (how: Outcome['how'], sentence: string, deeds: number, breakAfter: Break | null): Frame => ({
    step,
    how,
    sentence,
    touches,
    deeds,
    breakAfter,
  });
  // Nobody can do it here: what stands behind it would rest on nothing.
  if (step.cannot !== undefined) return over('fails', step.cannot, 0, null);
  for (let n = 0; n < step.deeds.length; n++) {
    if (crash === n) {
      comeToShow(state, 'restart');
      return over('fails', CRASHED, n, 'restart');
    }
    const outcome = perform(world, state, nth(step.deeds, n), step.effect, fault, touches);
    if (outcome.how === 'fails') return over('fails', outcome.sentence, n, null);
    if (outcome.how === 'warns') warned.push(outcome.sentence);
  }
  if (crash !== null) {
    comeToShow(state, 'restart');
    return over('fails', CRASHED, step.deeds.length, 'restart');
  }
  return over(warned.length > 0 ? 'warns' : 'done', warned.join(' '), step.deeds.length, null);
}

/** The state after the first `count` steps, made again from the start and what was changed. */
export function stateAfter({ start, frames }: Rehearsal, count: number): HostState {
  const state = copyState(start);
  for (const frame of frames.slice(0, count)) replay(state, frame);
  return state;
}

/** Does to a state what a step did. */
export function replay(state: HostState, { step, touches, deeds, breakAfter }: Frame): void {
  for (const { resource, after, effect } of touches) {
    if (after === null) state.stored.delete(resource);
    else state.stored.set(resource, after);
    if (effect === 'none') {
      if (after === null) state.shown.delete(resource);
      else state.shown.set(resource, after);
    } else state.waiting.set(resource, effect);
  }
  for (const deed of step.deeds.slice(0, deeds)) if (deed.do === 'show') comeToShow(state, deed.after);
  if (breakAfter) comeToShow(state, breakAfter);
}
