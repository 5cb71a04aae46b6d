import {
  valueOf,
  type Base,
  type Chosen,
  type Overlay,
  type Selection,
  type Source,
  type Use,
} from './instance.js';
import { COSTS } from './costs.js';
import { levelsOf, NOTHING, type Problem, type ProblemElement } from './terms.js';

/** Settings that are taken, by key. */
export type Taken = Map<string, string>;

const free = (u: Use | null, taken: Taken) => u === null || (taken.get(u.key) ?? u.value) === u.value;

/** Which whole look an element stands under: the one that is there and touches it, or −1. */
export function stateOf(e: ProblemElement, parts: ReadonlySet<number>): number {
  return e.looks.find((l) => parts.has(l)) ?? -1;
}

const indices = new WeakMap<readonly Source[], Map<number, Source[]>>();

/** Sources by their part, made once for a list. */
function byPart<S extends Source>(sources: readonly S[]): Map<number, S[]> {
  const known = indices.get(sources);
  if (known) return known as Map<number, S[]>;
  const index = new Map<number, S[]>();
  for (const s of sources) {
    const mine = index.get(s.part);
    if (mine) mine.push(s);
    else index.set(s.part, [s]);
  }
  indices.set(sources, index);
  return index;
}

/** Those that come of these parts or of the host itself. */
function having<S extends Source>(sources: readonly S[], parts: ReadonlySet<number>): S[] {
  const index = byPart(sources);
  const own = index.get(-1) ?? [];
  // An element is served by many parts or few, and many are taken or few: the shorter list is gone through.
  return index.size < parts.size
    ? own.concat(...[...index].filter(([p]) => parts.has(p)).map(([, list]) => list))
    : own.concat(...[...parts].map((p) => index.get(p) ?? []));
}

/** The bases of an element that can be had with these parts. */
export function basesWith(e: ProblemElement, parts: ReadonlySet<number>): Base[] {
  const state = stateOf(e, parts);
  return having(e.bases, parts).filter((b) => b.states.includes(state));
}

/** The overlays that can lie over a base with these parts. */
export function overlaysWith(e: ProblemElement, base: Base, parts: ReadonlySet<number>): Overlay[] {
  return base.open ? having(e.overlays, parts).filter((o) => o.key !== base.key) : [];
}

/**
 * A good choice for one element with these parts: the best base, and over it one overlay after the other as long as it
 * comes nearer. Settings that others have taken are respected. Null where nothing can be had.
 */
export function chooseFor(e: ProblemElement, parts: ReadonlySet<number>, taken: Taken): Chosen | null {
  let best: Chosen | null = null;
  let most = -Infinity;
  for (const base of basesWith(e, parts)) {
    if (!free(base.chosen, taken)) continue;
    const over: (Overlay | null)[] = e.element.traits.map(() => null);
    const isBlocked = (t: number) => !free(base.uses[t] ?? null, taken);
    for (const o of overlaysWith(e, base, parts)) {
      const takes = e.layered.filter((t) => {
        if (o.gains[t] === null || o.gains[t] === undefined) return false;
        if (o.fixed[t]) return true;
        const now = (over[t] ?? base).gains[t] ?? 0;
        return free(o.uses[t] ?? null, taken) && (o.gains[t] > now + NOTHING || (!over[t] && isBlocked(t)));
      });
      if (takes.some((t) => over[t] && (o.fixed[t] || over[t].fixed[t]))) continue;
      const gain = takes.reduce((sum, t) => sum + o.gains[t]! - ((over[t] ?? base).gains[t] ?? 0), 0);
      if (gain > NOTHING || takes.some((t) => isBlocked(t) && !over[t])) for (const t of takes) over[t] = o;
    }
    if (e.element.traits.some((_, t) => !over[t] && isBlocked(t))) continue;
    const value = valueOf({ base, over });
    if (value > most + NOTHING) {
      best = { base, over };
      most = value;
    }
  }
  return best;
}

/** Notes the settings that a choice takes. */
export function take(chosen: Chosen, taken: Taken): void {
  chosen.over.forEach((o, t) => {
    const u = (o ?? chosen.base).uses[t];
    if (u) taken.set(u.key, u.value);
  });
  if (chosen.base.chosen) taken.set(chosen.base.chosen.key, chosen.base.chosen.value);
}

/** The session breaks that a selection needs: the longest chain of parts that need parts, and of what is chosen by them. */
export function breaksOf(problem: Problem, selection: Selection): number {
  const { parts } = problem.instance;
  const there = (i: number) => selection.parts.has(i);
  const levels = levelsOf(
    parts.map((p, i) => (there(i) ? p.breaks : 0)),
    (i) => {
      if (!there(i)) return [];
      return problem.needs[i]!.map((n) => n.filter(there)).filter((n) => n.length > 0);
    },
  );
  let most = Math.max(0, ...levels.filter((_, i) => there(i)));
  for (const chosen of selection.elements)
    for (const source of new Set([chosen.base, ...chosen.over]))
      if (source) most = Math.max(most, (source.part < 0 ? 0 : levels[source.part]!) + source.breaks);
  return most;
}

/** What is maximised: closeness of the coat, less costs where they count. 0 to 1. */
export function objectiveOf(problem: Problem, selection: Selection): number {
  let value = 0;
  problem.elements.forEach(({ element }, n) => (value += element.share * valueOf(selection.elements[n]!)));
  if (!problem.terms.costs) return value;
  for (const p of selection.parts) value -= problem.instance.parts[p]!.cost;
  return value - COSTS.break * breaksOf(problem, selection);
}
