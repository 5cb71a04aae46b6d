import { nth } from '../../ground/checked.js';
import type { Step } from '../../model/deeds/step.js';

/**
 * With more session breaks than this, the fewest restarts are looked for step by step instead of among all ways to
 * place them: 4,096 ways take milliseconds, and nobody logs out thirteen times.
 */
const MOST_BREAKS_TRIED = 12;

/** Steps by their place in topological order, and what leads into each. */
export interface Levels {
  readonly steps: readonly Step[];
  /** Indices of steps, each after those it follows. */
  readonly sorted: readonly number[];
  readonly into: readonly (readonly { readonly from: number; readonly afterEffect: boolean }[])[];
}

const breaks = (step: Step) => step.effect === 'session' || step.effect === 'restart';

/**
 * The earliest sitting of every step where the breaks named are restarts and all others new sessions; a restart that is
 * still to come after all of them counts as one more. Sitting n lies before break n.
 *
 * @returns sittings by step, and the last one
 */
export function earliest(
  { steps, sorted, into }: Levels,
  restarts: readonly boolean[],
): { readonly sitting: Int32Array; readonly last: number } {
  const sitting = new Int32Array(steps.length);
  let last = 0;
  for (const i of sorted) {
    let at = 0;
    for (const { from, afterEffect } of nth(into, i)) {
      let least = nth(sitting, from);
      if (afterEffect && breaks(nth(steps, from))) {
        if (nth(steps, from).effect === 'restart')
          while (least < restarts.length && !restarts[least]) least++;
        least++;
      }
      if (least > at) at = least;
    }
    sitting[i] = at;
    if (at > last) last = at;
  }
  return { sitting, last };
}

/** All ways to pick `count` of `n`, as flags, the later ones first. */
function* picks(n: number, count: number, from = n - 1): Generator<boolean[]> {
  if (count === 0) {
    yield new Array<boolean>(n).fill(false);
    return;
  }
  for (let i = from; i >= count - 1; i--)
    for (const rest of picks(n, count - 1, i - 1)) {
      rest[i] = true;
      yield rest;
    }
}

/**
 * Where breaks must be restarts. The number of breaks is that of the longest chain, which no order can go below; among
 * the ways with that number this has the fewest restarts: exact up to twelve breaks, beyond that a good one.
 */
export function placeRestarts(levels: Levels): {
  readonly sitting: Int32Array;
  readonly restarts: boolean[];
} {
  const all = earliest(levels, []);
  const count = all.last;
  const every = new Array<boolean>(count).fill(true);
  const anyRestart = levels.steps.some((s) => s.effect === 'restart');
  if (!anyRestart || count === 0)
    return { sitting: all.sitting, restarts: new Array<boolean>(count).fill(false) };
  if (count <= MOST_BREAKS_TRIED) {
    for (let n = 0; n <= count; n++)
      for (const restarts of picks(count, n)) {
        const found = earliest(levels, restarts);
        if (found.last <= count) return { sitting: found.sitting, restarts };
      }
  }
  // One after the other, those that need not be restarts become new sessions.
  let sitting = earliest(levels, every).sitting;
  for (let n = 0; n < count; n++) {
    const fewer = every.map((r, i) => r && i !== n);
    const found = earliest(levels, fewer);
    if (found.last > count) continue;
    every[n] = false;
    sitting = found.sitting;
  }
  return { sitting, restarts: every };
}
