import { nth } from '../../ground/checked.js';
import type { HostProfile } from '../../model/host/profile.js';
import type { Deed } from '../../model/deeds/deedSchema.js';
import { makeStep, type PlanDraft } from './draft.js';
import type { OrderedPlan, Plan, Step } from '../../model/deeds/step.js';

const SOFT = ['reload', 'reopen'] as const;
type Soft = (typeof SOFT)[number];

const showing = (host: HostProfile, after: Soft): Deed => ({
  do: 'show',
  after,
  command: after === 'reload' ? (host.commands.reload ?? null) : null,
  what:
    after === 'reload'
      ? 'Make the desktop draw its own things anew'
      : 'Close the programs that are open, and open them again',
});

/**
 * What shows after a reload or a reopening needs no new session. A step that others wait for brings its own; all
 * others share one.
 */
export function addShowing(draft: PlanDraft, host: HostProfile): void {
  const waitedFor = new Set(draft.edges.filter((e) => e.afterEffect).map((e) => e.from));
  for (const after of SOFT) {
    const waiting = [...draft.steps.values()].filter((s) => s.effect === after);
    const alone = waiting.filter((s) => !waitedFor.has(s.key));
    for (const step of waiting.filter((s) => waitedFor.has(s.key))) {
      const { elements, commands: _, ...told } = step;
      draft.steps.set(
        step.key,
        makeStep(host, { ...told, deeds: [...step.deeds, showing(host, after)], effect: 'none' }, elements),
      );
    }
    if (alone.length === 0) continue;
    const deed = showing(host, after);
    const key = draft.add(
      {
        key: `show:${after}`,
        sort: 'draw anew',
        title: deed.do === 'show' ? deed.what : '',
        why: `${alone.length === 1 ? `“${nth(alone, 0).title}” shows` : `${alone.length} steps show`} only then. A new session is not needed for it.`,
        where: after === 'reload' ? 'the desktop' : 'the programs',
        deeds: [deed],
        expected: 'What was set is seen.',
        undo: 'Nothing to undo.',
      },
      null,
    );
    for (const step of alone) draft.follow(step.key, key, false);
  }
}

/** A session break that follows anyway draws everything anew, so that such a step before it is left out. */
export function withoutNeedless(plan: Plan): Plan {
  if (!plan.ok) return plan;
  const needless = new Set<Step>(
    plan.sittings.slice(0, -1).flatMap((s) => s.steps.filter((step) => step.sort === 'draw anew')),
  );
  if (needless.size === 0) return plan;
  const keys = new Set([...needless].map((s) => s.key));
  const next: OrderedPlan = {
    ...plan,
    sittings: plan.sittings.map((s) => ({ ...s, steps: s.steps.filter((step) => !needless.has(step)) })),
    edges: plan.edges.filter((e) => !keys.has(e.from) && !keys.has(e.to)),
  };
  return next;
}
