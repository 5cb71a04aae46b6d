import { mapped } from '../../ground/checked.js';
import { coatCloseness, type ElementState } from '../../deciding/matching/evaluate.js';
import type { Edge, OrderedPlan, Step } from '../../model/deeds/step.js';
import { stepsOf } from '../../model/deeds/step.js';
import { lookOf, type LookContext } from './look.js';
import { stateAfter, type Rehearsal } from './rehearse.js';

/** Closeness (0 to 1, null: not scored) at the start and after each step of a rehearsal. */
export function closenessAfterEach(look: LookContext, rehearsal: Rehearsal): (number | null)[] {
  let last: number | null = null;
  return Array.from({ length: rehearsal.frames.length + 1 }, (_, n) => {
    const frame = rehearsal.frames[n - 1];
    // Nothing is seen of a step that changes nothing.
    const isSame = frame && frame.touches.length === 0 && frame.breakAfter === null && !frame.step.deeds.some((d) => d.do === 'show'); // prettier-ignore
    if (!isSame) last = lookOf(look, stateAfter(rehearsal, n)).closeness;
    return last;
  });
}

export interface ShortPlan {
  /** Elements that are done, by id. */
  readonly elements: readonly string[];
  /** Keys of the steps that have to be done for them. */
  readonly steps: ReadonlySet<string>;
  readonly minutes: number;
  /** 0 to 1. */
  readonly closeness: number;
  /** It is proven that no shorter one reaches as much. */
  readonly exact: boolean;
}

/** With more elements than this, the best step for the least time is taken each time instead of trying all sets. */
const MOST_TRIED = 16;

/** Steps with everything that has to come before them. */
function needsOf(steps: readonly Step[], edges: readonly Edge[]): Map<string, ReadonlySet<string>> {
  const into = new Map<string, string[]>();
  for (const e of edges) into.set(e.to, [...(into.get(e.to) ?? []), e.from]);
  const found = new Map<string, ReadonlySet<string>>();
  const visit = (key: string): ReadonlySet<string> => {
    const known = found.get(key);
    if (known) return known;
    const all = new Set([key]);
    found.set(key, all);
    for (const from of into.get(key) ?? []) for (const k of visit(from)) all.add(k);
    return all;
  };
  for (const { key } of steps) visit(key);
  return found;
}

/**
 * The shortest plan, in minutes, whose elements bring the coat to a closeness: each element is done wholly or not at all, and
 * what several need is counted once. Exact up to 16 elements that have steps; beyond that the greatest gain for a minute is
 * taken again and again.
 *
 * @param before elements as the host is, `after` as they are when everything is done
 * @param wanted 0 to 1
 * @returns null where the whole plan does not reach it
 */
export function shortestPlan(
  plan: OrderedPlan,
  before: readonly ElementState[],
  after: readonly ElementState[],
  wanted: number,
): ShortPlan | null {
  const steps = stepsOf(plan);
  const minutes = new Map(steps.map((s) => [s.key, s.minutes]));
  const needs = needsOf(steps, plan.edges);
  const own = new Map<string, Set<string>>();
  for (const step of steps)
    for (const id of step.elements) {
      const all = own.get(id) ?? new Set();
      for (const key of needs.get(step.key) ?? []) all.add(key);
      own.set(id, all);
    }
  const candidates = [...own.keys()].filter((id) =>
    after.some((e) => e.element.id === id && e.closeness !== null),
  );
  const was = new Map(before.map((e) => [e.element.id, e]));
  const closenessWith = (chosen: ReadonlySet<string>) =>
    coatCloseness(
      after,
      (e) =>
        (!own.has(e.element.id) || chosen.has(e.element.id) ? e : (was.get(e.element.id) ?? e)).closeness,
    ) ?? 0;
  const stepsFor = (chosen: Iterable<string>) => new Set([...chosen].flatMap((id) => [...mapped(own, id)]));
  const time = (keys: ReadonlySet<string>) => [...keys].reduce((sum, k) => sum + (minutes.get(k) ?? 0), 0);
  const make = (chosen: readonly string[], exact: boolean): ShortPlan => {
    const keys = stepsFor(chosen);
    return {
      elements: chosen,
      steps: keys,
      minutes: time(keys),
      closeness: closenessWith(new Set(chosen)),
      exact,
    };
  };
  if (closenessWith(new Set(candidates)) < wanted) return null;
  if (candidates.length <= MOST_TRIED) {
    let best: { chosen: string[]; minutes: number; closeness: number } | null = null;
    for (let set = 0; set < 2 ** candidates.length; set++) {
      const chosen = candidates.filter((_, i) => (set >> i) & 1);
      const closeness = closenessWith(new Set(chosen));
      if (closeness < wanted) continue;
      const cost = time(stepsFor(chosen));
      if (!best || cost < best.minutes || (cost === best.minutes && closeness > best.closeness))
        best = { chosen, minutes: cost, closeness };
    }
    return best ? make(best.chosen, true) : null;
  }
  const chosen = new Set<string>();
  while (closenessWith(chosen) < wanted) {
    const now = closenessWith(chosen);
    const spent = time(stepsFor(chosen));
    const rated = candidates
      .filter((id) => !chosen.has(id))
      .map((id) => {
        const next = new Set([...chosen, id]);
        return { id, rate: (closenessWith(next) - now) / Math.max(0.1, time(stepsFor(next)) - spent) };
      })
      .sort((a, b) => b.rate - a.rate);
    if (!rated[0]) return null;
    chosen.add(rated[0].id);
  }
  return make([...chosen], false);
}
