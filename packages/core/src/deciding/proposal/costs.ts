import type { Fit } from '../../model/parts/fit.js';
import type { Part } from '../../model/parts/part.js';

/**
 * What a proposal pays for beside closeness, in closeness of the whole coat (0 to 1). Small, so that they decide
 * between sets that are as near as makes no difference, and keep out what brings nothing that can be seen.
 */
export const COSTS = {
  /** One more thing to get, to keep and to take away again: a twentieth of a percent. */
  part: 0.0005,
  /** One more new session or restart: a fifth of a percent. */
  break: 0.002,
  /** It was never said to work on this version: it may cost an evening. */
  untested: 0.002,
  /** Each fault that is known of it. */
  fault: 0.0005,
  /** Each side effect that nothing sets right again. */
  sideEffect: 0.0005,
  /** A hundred megabytes of memory. */
  memory: 0.001,
} as const;

/** The cost of taking a part, without that of its breaks. */
export function costOf(part: Part, fit: Fit | null): number {
  const untested = fit?.word === 'untested' ? COSTS.untested : 0;
  const effects = part.sideEffects.filter((s) => s.counter === null).length;
  return (
    COSTS.part +
    untested +
    COSTS.fault * part.faults.length +
    COSTS.sideEffect * effects +
    (COSTS.memory * part.memory) / 100
  );
}
