import type { HostProfile } from '../../model/host/profile.js';
import { copyState, touch, type HostState, type Touch } from '../simulation/hostState.js';
import { perform, type World } from '../simulation/perform.js';
import { isBeginning } from './frame.js';
import { orderSteps } from './order.js';
import { stepsOf, type Plan, type Step } from '../../model/deeds/step.js';
import { wayBack, type DoneStep } from './wayBack.js';

/** What the steps of a plan change on a host, by resource: what each is at the end. */
function wantedBy(world: World, start: HostState, steps: readonly Step[]): Map<string, string | null> {
  const state = copyState(start);
  const all = { ...world, lenient: true };
  const touches: Touch[] = [];
  for (const step of steps)
    for (const deed of step.deeds) perform(all, state, deed, step.effect, null, touches);
  return new Map(touches.map((t) => [t.resource, state.stored.get(t.resource) ?? null]));
}

export interface WithTakingBack {
  readonly plan: Plan;
  /** Keys of the steps that take back. */
  readonly takesBack: ReadonlySet<string>;
  /** The host that such a plan begins on: with what is to be taken back. */
  readonly from: HostState;
}

/** Whether a step puts something in the place of what another takes back: both are for one element. */
const isInPlaceOf = (undo: Step, { elements }: Step) => undo.elements.some((id) => elements.includes(id));

/** Steps with those that take something back among them: each before the first that comes in its place, or before the last check. */
function whereNeeded(undo: readonly Step[], steps: readonly Step[]): Step[] {
  const check = steps.findIndex((s) => s.sort === 'check');
  const before = new Map<number, Step[]>();
  for (const u of undo) {
    const at = steps.findIndex((s) => isInPlaceOf(u, s));
    const place = at < 0 ? (check < 0 ? steps.length : check) : at;
    before.set(place, [...(before.get(place) ?? []), u]);
  }
  return [...steps, null].flatMap((step, n) => [...(before.get(n) ?? []), ...(step ? [step] : [])]);
}

/**
 * The plan with what is no longer wanted taken back: steps that the journal says were done and that are in the plan no
 * more leave things behind, as far as nothing in the plan sets those things anyway. Their undoing comes before what is put in
 * their place, with its own breaks.
 *
 * @param done what was done by the journal, and what it changed
 */
export function withTakingBack(
  host: HostProfile,
  world: World,
  start: HostState,
  plan: Plan,
  done: readonly DoneStep[],
  nameOf: (elementId: string) => string,
): WithTakingBack {
  const asItIs: WithTakingBack = { plan, takesBack: new Set(), from: start };
  if (!plan.ok) return asItIs;
  const steps = stepsOf(plan);
  const keys = new Set(steps.map((s) => s.key));
  const stale = done.filter((d) => !keys.has(d.step.key));
  if (stale.length === 0) return asItIs;
  const wanted = wantedBy(world, start, steps);
  const kept = done.filter((d) => keys.has(d.step.key)).flatMap((d) => d.touches.map((t) => t.resource));
  const stays = new Set([...wanted.keys(), ...kept]);
  const left = stale.map((d) => ({ ...d, touches: d.touches.filter((t) => !stays.has(t.resource)) }));
  const back = wayBack(host, left, null, nameOf).plan;
  if (!back.ok) return asItIs;
  const undo = stepsOf(back).filter((s) => s.key !== 'undo:check' && s.sort === 'undo');
  if (undo.length === 0) return asItIs;
  // What has to be gone is gone before anything new is put in its place, and before the last check; what it has nothing to do with
  // does not wait for it.
  const first = new Set(steps.filter((s) => isBeginning(s.key)).map((s) => s.key));
  const undoKeys = new Set(undo.map((s) => s.key));
  const edges = [
    ...plan.edges,
    ...back.edges.filter((e) => undoKeys.has(e.from) && undoKeys.has(e.to)),
    ...[...first].flatMap((from) => undo.map((u) => ({ from, to: u.key, afterEffect: false }))),
    ...undo.flatMap((u) =>
      steps
        .filter((s) => !first.has(s.key) && (s.sort === 'check' || isInPlaceOf(u, s)))
        .map((s) => ({ from: u.key, to: s.key, afterEffect: s.sort === 'check' })),
    ),
  ];
  const beginning = steps.filter((s) => first.has(s.key));
  const rest = steps.filter((s) => !first.has(s.key));
  const ordered = orderSteps([...beginning, ...whereNeeded(undo, rest)], edges, plan.warnings);
  // Undoing follows nothing of the plan, so that the two together have no cycle.
  if (!ordered.ok) return asItIs;
  const from = copyState(start);
  for (const { touches } of left) for (const t of touches) touch(from, t.resource, t.after, 'none');
  return { plan: { ...ordered, readyOf: plan.readyOf }, takesBack: undoKeys, from };
}
