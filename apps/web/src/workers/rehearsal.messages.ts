import type { HostState } from '@spare-coat/core/doing/simulation/hostState';
import type { LookContext } from '@spare-coat/core/doing/rehearsal/look';
import type { Injected, Rehearsal } from '@spare-coat/core/doing/rehearsal/rehearse';
import type { World } from '@spare-coat/core/doing/simulation/perform';
import type { ShortPlan } from '@spare-coat/core/doing/rehearsal/brings';
import type { OrderedPlan } from '@spare-coat/core/model/deeds/step';

/** What the page asks of the worker that rehearses, by number: only the last answer counts. */
export interface RehearsalAsk {
  readonly n: number;
  readonly world: World;
  readonly plan: OrderedPlan;
  readonly start: HostState;
  readonly faults: readonly Injected[];
  readonly seed: number;
  readonly look: LookContext;
  /** Closeness that the shortest plan is to reach, 0 to 1. */
  readonly wanted: number;
}

export type RehearsalAnswer =
  | {
      readonly n: number;
      readonly rehearsal: Rehearsal;
      /** At the start and after each step, 0 to 1. */
      readonly closeness: readonly (number | null)[];
      readonly shortest: ShortPlan | null;
    }
  | { readonly n: number; readonly problem: string };
