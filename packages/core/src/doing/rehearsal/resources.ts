import { randomFrom } from '../../ground/random.js';
import type { Part } from '../../model/parts/part.js';
import type { OrderedPlan } from '../../model/deeds/step.js';
import type { HostState } from '../simulation/hostState.js';

/** Idle memory of a host of which no survey tells any, in megabytes. */
export const USUAL_MEMORY = 1200;
/** Noise of a sample: what programs take and give back by themselves. Megabytes, one standard deviation. */
const NOISE_MB = 4;
/** Each run settles a little elsewhere, as real ones do; samples of one run are no independent witnesses. */
const RUN_NOISE_MB = 6;

/** Parts that run in a state: everything they need is in effect. */
export function runningParts(
  state: HostState,
  parts: Iterable<Part>,
  readyOf: OrderedPlan['readyOf'],
): Part[] {
  return [...parts].filter((part) => {
    const ready = readyOf[part.id];
    return part.memory > 0 && ready !== undefined && ready.every((name) => state.shown.has(name));
  });
}

/** A number around 0 with standard deviation 1 (Box and Muller 1958). */
function gauss(random: () => number): number {
  return Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random());
}

/**
 * Samples of idle memory on the simulated host, as `survey.sh` would take them. The same seed gives the same samples.
 *
 * @param base megabytes of the host without any part
 */
export function memorySamples(
  state: HostState,
  parts: Iterable<Part>,
  readyOf: OrderedPlan['readyOf'],
  base: number,
  seed: number,
  samples = 5,
): number[] {
  const random = randomFrom(seed);
  const middle =
    base +
    runningParts(state, parts, readyOf).reduce((sum, p) => sum + p.memory, 0) +
    gauss(random) * RUN_NOISE_MB;
  return Array.from({ length: samples }, () => Math.max(0, middle + gauss(random) * NOISE_MB));
}
