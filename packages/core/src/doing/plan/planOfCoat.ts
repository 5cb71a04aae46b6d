import { coatOf, type CoatRows } from '../../model/coat/rows.js';
import { hostNow, type HostNow } from '../../model/host/now.js';
import type { HostProfile } from '../../model/host/profile.js';
import type { Survey } from '../../model/host/survey.js';
import type { CoatState } from '../../deciding/matching/evaluate.js';
import type { MatchContext } from '../../deciding/matching/targets.js';
import { startState, type HostState } from '../simulation/hostState.js';
import { derivePlan } from './derive.js';
import { withTakingBack } from './difference.js';
import { doneByJournal } from './journal.js';
import { applyMoves } from './moves.js';
import type { Plan } from '../../model/deeds/step.js';
import type { DoneStep } from './wayBack.js';

/** How the host was before anything was done. */
export interface HostBefore {
  readonly now: HostNow;
  readonly start: HostState;
}

/** The same, and what was done to it since. */
export interface Before extends HostBefore {
  readonly done: readonly DoneStep[];
}

/** What surveys from before the first step say of a host. */
export function hostBefore(host: HostProfile, surveys: readonly Survey[]): HostBefore {
  const now = hostNow(host, surveys);
  return { now, start: startState(host, now) };
}

/** What was done to a host since, by the coat's journal. */
export function withDone(host: HostProfile, before: HostBefore, rows: CoatRows): Before {
  return { ...before, done: doneByJournal({ host, mirror: {} }, before.start, rows).done };
}

/** The plan of a coat as a person sees it: what is no longer wanted is taken back in it, and it is in their own order. */
export interface WholePlan {
  readonly plan: Plan;
  /** Keys of steps that take back what is no longer wanted. */
  readonly takesBack: ReadonlySet<string>;
  /** The simulated host that the plan begins on; null without a host. */
  readonly from: HostState | null;
}

/** Derives the plan of a coat, whole. */
export function planOfCoat(ctx: MatchContext, state: CoatState, before: Before | null): WholePlan {
  const { rows, host } = ctx;
  const derived = derivePlan(ctx, state, before ? { now: before.now } : {});
  if (!host || !before) return { plan: derived, takesBack: new Set(), from: null };
  const nameOf = (id: string) => rows.element[id]?.name ?? 'an element';
  const whole = withTakingBack(host, { host, mirror: {} }, before.start, derived, before.done, nameOf);
  return { ...whole, plan: applyMoves(whole.plan, coatOf(rows).moves) };
}
