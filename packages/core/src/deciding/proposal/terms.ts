import type { LimitId, Limits } from '../../model/coat/limits.js';
import { NO_LIMITS } from '../../model/coat/limits.js';
import { barredBy } from '../matching/barred.js';
import type { Base, Instance, InstanceElement, Overlay, Source } from './instance.js';

/** Under which terms the best set is sought. */
export interface Terms {
  readonly limits: Limits;
  /** Whether parts, breaks and risks cost something. */
  readonly costs: boolean;
  /** Elements whose choice by hand may be changed; all of them, or none. */
  readonly released: 'all' | ReadonlySet<string>;
}

/** The best that a host can reach: closeness alone, no limits, no costs, nothing held fast. */
export const CEILING: Terms = { limits: NO_LIMITS, costs: false, released: 'all' };

/** An instance under terms: what is barred, what is held fast, and what each element can still take. */
export interface Problem {
  readonly instance: Instance;
  readonly terms: Terms;
  /** Why a part cannot be taken under these terms; null where it can. */
  readonly barred: readonly (string | null)[];
  readonly forced: ReadonlySet<number>;
  readonly elements: readonly ProblemElement[];
  /** Megabytes at most, or null; never less than what is held fast takes. */
  readonly memory: number | null;
  /** Session breaks at most, or null; never fewer than what is held fast takes. */
  readonly breaks: number | null;
  /** Parts that may hold a surface at once. */
  readonly places: Readonly<Record<string, number>>;
  /** By part: for each need the alternatives; of what is held fast only those that can be met. */
  readonly needs: readonly (readonly (readonly number[])[])[];
  /** By part: the fewest breaks until it can be used, its needs counted; Infinity where its needs go in a ring. */
  readonly levels: readonly number[];
}

export interface ProblemElement {
  readonly element: InstanceElement;
  readonly isLocked: boolean;
  readonly bases: readonly Base[];
  /** Overlays that come nearer than some base in some trait. */
  readonly overlays: readonly Overlay[];
  /** Traits that an overlay may give. */
  readonly layered: readonly number[];
  /** Looks that touch it; of several that are held fast the last by name alone. */
  readonly looks: readonly number[];
}

/** A difference in closeness that nobody could see. */
export const NOTHING = 1e-9;

/**
 * Lays a person's terms on an instance: takes away what they rule out, and holds what stays by a hand.
 *
 * @returns the problem that is left, with the reason of everything that was taken away
 */
export function layTerms(instance: Instance, terms: Terms): Problem {
  const isReleased = (e: InstanceElement) => terms.released === 'all' || terms.released.has(e.id);
  const forced = new Set(instance.wanted);
  for (const e of instance.elements)
    if (e.locked && !isReleased(e)) e.locked.parts.forEach((p) => forced.add(p));
  const barred = instance.parts.map((p, i): string | null => {
    if (forced.has(i)) return null;
    if (p.barred) return p.barred;
    return barredBy(p.bars, terms.limits)[0]?.sentence ?? null;
  });
  const can = (part: number) => part < 0 || barred[part] === null;
  const own = instance.parts.map((p) => p.breaks);
  // What is held fast stays even where its needs cannot be met, or go in a ring; a finding says so.
  for (let changed = true; changed;) {
    changed = false;
    instance.parts.forEach((p, i) => {
      if (barred[i] !== null || forced.has(i) || p.needs.every((n) => n.some(can))) return;
      barred[i] = 'None of what it needs can be had.';
      changed = true;
    });
  }
  const met = instance.parts.map((p) => p.needs.map((n) => n.filter(can)).filter((n) => n.length > 0));
  const first = levelsOf(own, (i) => met[i]!);
  const needs = met.map((n, i) => (forced.has(i) && first[i] === Infinity ? [] : n));
  const levels = levelsOf(own, (i) => needs[i]!);
  levels.forEach((level, i) => {
    if (level === Infinity) barred[i] ??= 'What it needs waits for itself, so that it can never be used.';
  });
  const { limits } = terms;
  const heldBreaks = Math.max(
    0,
    ...[...forced].map((p) => levels[p]!).filter(Number.isFinite),
    ...instance.elements.flatMap((e) =>
      e.locked && !isReleased(e) ? e.locked.bases.map((b) => b.breaks) : [],
    ),
  );
  const breaks = limits.breaks === null ? null : Math.max(limits.breaks, heldBreaks);
  const inTime = (s: Source) => breaks === null || (s.part < 0 ? 0 : levels[s.part]!) + s.breaks <= breaks;
  const elements = instance.elements.map((element): ProblemElement => {
    const isLocked = element.locked !== null && !isReleased(element);
    const touching = [...new Set(element.bases.flatMap((b) => b.states))].filter((s) => s >= 0);
    const held = touching.filter((s) => forced.has(s));
    const top = held
      .sort((a, b) => (instance.parts[a]!.part.name < instance.parts[b]!.part.name ? -1 : 1))
      .at(-1);
    const looks = touching.filter((s) => can(s) && (!forced.has(s) || s === top));
    const inForce = (b: Base) => b.states.some((s) => s < 0 || looks.includes(s));
    if (isLocked) {
      const bases = element.locked!.bases.filter(inForce);
      return { element, isLocked, bases, overlays: [], layered: [], looks };
    }
    const bases = element.bases.filter((b) => can(b.part) && inForce(b) && inTime(b));
    const open = bases.filter((b) => b.open);
    const overlays = element.overlays.filter(
      (o) =>
        can(o.part) &&
        inTime(o) &&
        open.some(
          (b) => b.key !== o.key && o.gains.some((g, t) => g !== null && g > (b.gains[t] ?? 0) + NOTHING),
        ),
    );
    const layered = element.traits.flatMap((_, t) =>
      overlays.some(
        (o) =>
          o.gains[t] != null &&
          (o.fixed[t] || open.some((b) => b.key !== o.key && o.gains[t]! > (b.gains[t] ?? 0) + NOTHING)),
      )
        ? [t]
        : [],
    );
    return { element, isLocked, bases, overlays, layered, looks };
  });
  const heldMemory = [...forced].reduce((sum, p) => sum + instance.parts[p]!.memory, 0);
  const places: Record<string, number> = {};
  for (const [i, p] of instance.parts.entries())
    for (const surface of p.holds)
      places[surface] = Math.max(
        places[surface] ?? instance.surfaces[surface] ?? 1,
        forced.has(i) ? [...forced].filter((f) => instance.parts[f]!.holds.includes(surface)).length : 0,
      );
  return {
    instance,
    terms,
    barred,
    forced,
    elements,
    memory: limits.memory === null ? null : Math.max(limits.memory, heldMemory),
    breaks,
    places,
    needs,
    levels,
  };
}

/**
 * By part: its own breaks after those of its needs, of each need the alternative with the fewest. The least numbers
 * that agree with each other: parts that need each other count as ready together where none of them takes a break, and
 * never are where one does.
 *
 * @param needs of a part, as lists of alternatives
 */
export function levelsOf(
  breaks: readonly number[],
  needs: (part: number) => readonly (readonly number[])[],
): number[] {
  const levels = breaks.map(() => 0);
  const most = breaks.reduce((sum, b) => sum + b, 0);
  for (let changed = true; changed;) {
    changed = false;
    breaks.forEach((own, i) => {
      const before = needs(i).map((n) => Math.min(...n.map((q) => levels[q]!)));
      let level = own + Math.max(0, ...before);
      // Higher than all breaks together: they wait for each other.
      if (level > most) level = Infinity;
      if (level > levels[i]!) {
        levels[i] = level;
        changed = true;
      }
    });
  }
  return levels;
}

/**
 * The problem with fewer parts, and without what comes of the others.
 *
 * @param why what is said of a part that goes
 */
export function withParts(problem: Problem, stays: (part: number) => boolean, why: string): Problem {
  const isThere = (p: number) => p < 0 || stays(p);
  return {
    ...problem,
    barred: problem.barred.map((b, p) => (stays(p) ? b : (b ?? why))),
    elements: problem.elements.map((e) => {
      const looks = e.looks.filter(stays);
      return {
        ...e,
        looks,
        bases: e.bases.filter((b) => isThere(b.part) && b.states.some((s) => s < 0 || looks.includes(s))),
        overlays: e.overlays.filter((o) => isThere(o.part)),
      };
    }),
  };
}

/** The same terms with one limit taken away. */
export function without(limits: Limits, id: LimitId): Limits {
  return { ...limits, [id]: NO_LIMITS[id] };
}

/** Settings that are held fast by elements chosen by hand, with their values: several where those disagree already. */
export function heldUses(problem: Problem): Map<string, Set<string>> {
  const held = new Map<string, Set<string>>();
  for (const e of problem.elements) {
    const [base] = e.isLocked ? e.bases : [];
    for (const u of base ? [...base.uses, base.chosen] : [])
      if (u) held.set(u.key, (held.get(u.key) ?? new Set()).add(u.value));
  }
  return held;
}

/** Settings that two sources would give different values, so that not both can be had. */
export function contestedKeys(problem: Problem): Set<string> {
  const values = new Map<string, string>();
  const contested = new Set<string>();
  const see = (use: { readonly key: string; readonly value: string } | null) => {
    if (!use) return;
    const known = values.get(use.key);
    if (known === undefined) values.set(use.key, use.value);
    else if (known !== use.value) contested.add(use.key);
  };
  for (const { bases, overlays } of problem.elements) {
    for (const b of bases) {
      b.uses.forEach(see);
      see(b.chosen);
    }
    for (const o of overlays) o.uses.forEach(see);
  }
  return contested;
}
