import { nth } from '../../ground/checked.js';
import type { Move, OrderedPlan, Plan, Sitting, Step } from '../../model/deeds/step.js';

/** How a move names the beginning of a sitting. */
export const beginningOf = (sitting: number) => `sitting ${sitting}`;

interface Place {
  readonly sitting: number;
  readonly at: number;
}

function placeOf(sittings: readonly Sitting[], key: string): Place | null {
  for (let sitting = 0; sitting < sittings.length; sitting++) {
    const at = nth(sittings, sitting).steps.findIndex((s) => s.key === key);
    if (at >= 0) return { sitting, at };
  }
  return null;
}

const isBefore = (a: Place, b: Place) => a.sitting < b.sitting || (a.sitting === b.sitting && a.at < b.at);

/** What has to lie between two sittings for an effect to show: nothing, any break, or a restart. */
function shows(plan: OrderedPlan, step: Step, from: number, to: number): boolean {
  if (step.effect !== 'session' && step.effect !== 'restart') return true;
  const between = plan.sittings.slice(from, to).map((s) => s.breakAfter);
  return step.effect === 'session' ? between.length > 0 : between.includes('restart');
}

/** The plan with the step taken out and put in at its new place; null where the move names what is not there. */
function moved(plan: OrderedPlan, { key, after }: Move): OrderedPlan | null {
  const old = placeOf(plan.sittings, key);
  if (!old || key === after) return null;
  const step = nth(nth(plan.sittings, old.sitting).steps, old.at);
  const without = plan.sittings.map((s) => ({ ...s, steps: s.steps.filter((x) => x !== step) }));
  const beginning = /^sitting (\d+)$/.exec(after);
  const target = beginning ? { sitting: Number(beginning[1]), at: -1 } : placeOf(without, after);
  const into = target && without[target.sitting];
  if (!target || !into) return null;
  const steps = [...into.steps];
  steps.splice(target.at + 1, 0, step);
  return { ...plan, sittings: without.map((s) => (s === into ? { ...s, steps } : s)) };
}

/** The first edge that a plan does not keep, as a sentence; null where it keeps all that touch this step. */
function brokenEdge(plan: OrderedPlan, key: string): string | null {
  const places = new Map<string, { place: Place; step: Step }>();
  plan.sittings.forEach((s, sitting) =>
    s.steps.forEach((step, at) => places.set(step.key, { place: { sitting, at }, step })),
  );
  for (const edge of plan.edges) {
    if (edge.from !== key && edge.to !== key) continue;
    const [from, to] = [places.get(edge.from), places.get(edge.to)];
    if (!from || !to) continue;
    if (!isBefore(from.place, to.place)) return `“${to.step.title}” needs “${from.step.title}” first.`;
    if (edge.afterEffect && !shows(plan, from.step, from.place.sitting, to.place.sitting))
      return `“${to.step.title}” needs what “${from.step.title}” does, and that shows only after a ${from.step.effect === 'restart' ? 'restart' : 'new session'}.`;
  }
  return null;
}

/** Why a step cannot be put there, as a sentence; null where it can. */
export function whyNotMove(plan: OrderedPlan, move: Move): string | null {
  const next = moved(plan, move);
  return next ? brokenEdge(next, move.key) : 'One of the two steps is not in the plan any more.';
}

/** A sitting from which everything was moved away needs no break of its own. */
function withoutEmpty(plan: OrderedPlan): OrderedPlan {
  const sittings: Sitting[] = [];
  for (const sitting of plan.sittings) {
    const previous = sittings.at(-1);
    if (sitting.steps.length > 0 || !previous) {
      sittings.push(sitting);
      continue;
    }
    const both = [previous.breakAfter, sitting.breakAfter];
    const breakAfter = sitting.breakAfter === null ? null : both.includes('restart') ? 'restart' : 'session';
    sittings[sittings.length - 1] = { ...previous, breakAfter };
  }
  return { ...plan, sittings, breaks: sittings.length - 1 };
}

/**
 * The plan as a person has arranged it. A move that the edges forbid by now, or that names a step which is gone, is passed
 * over: it was right for another plan.
 */
export function applyMoves(plan: Plan, moves: readonly Move[]): Plan {
  if (!plan.ok) return plan;
  let now = plan;
  for (const move of moves) {
    const next = moved(now, move);
    if (next && brokenEdge(next, move.key) === null) now = next;
  }
  return now === plan ? plan : withoutEmpty(now);
}
