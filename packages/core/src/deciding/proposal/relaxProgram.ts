import { keyed, mapped } from '../../ground/checked.js';
import { COSTS } from './costs.js';
import type { Base, Overlay, Source, Use } from './instance.js';
import { contestedKeys, type Problem, type ProblemElement } from './terms.js';

/** The price of memory is some times larger than that of an element: its row counts as much more. */
const MEMORY_WEIGHT = 5;
/** Overlays that come only whole are tried in all combinations up to so many; with more the bound is a little looser. */
const MOST_TIED = 4;
/** Pairs of a base and an overlay of one element that are told one by one. */
const MOST_PAIRS = 2000;
const isTrait = (place: string) => place.startsWith('trait');

/** What is there or not: a part, the session break that some of them need, or a value of a setting that is shared. */
export interface Thing {
  readonly cost: number;
  readonly isForced: boolean;
}

/** A rule on things: the sum of their weights is at most `room`. */
export interface Constraint {
  readonly room: number;
  readonly things: readonly number[];
  readonly weights: readonly number[];
}

/** What a trait gets of a layer, and which things have to be there for it. */
export interface Candidate {
  readonly gain: number;
  readonly takes: readonly number[];
}

/** One base with a choice of what lies over it: what it gives anyway, and traits that may come of several layers. */
export interface Option {
  readonly base: Base;
  readonly value: number;
  readonly takes: readonly number[];
  readonly traits: readonly (readonly Candidate[])[];
}

/** All ways to serve one element by one thing, or (−1) by the host as it is. */
export interface Service {
  readonly element: number;
  readonly thing: number;
  readonly options: readonly Option[];
}

export interface Program {
  readonly elements: number;
  readonly parts: readonly number[];
  readonly things: readonly Thing[];
  readonly rows: readonly Constraint[];
  /** By number of a use: the thing that has to be there for it. */
  readonly takes: readonly number[];
  readonly services: readonly Service[];
}

/** Parts, breaks and absent looks as things, with the rules between them. */
interface Rules {
  readonly parts: readonly number[];
  readonly things: Thing[];
  readonly rows: Constraint[];
  readonly thingOf: ReadonlyMap<number, number>;
  readonly add: (cost: number, isForced?: boolean) => number;
  readonly isHeld: (thing: number) => boolean;
  /** The break that has to be there for a source, unless it is there anyway. */
  readonly breakFor: (source: Source) => number | null;
  /** By whole look: the thing that stands for its absence. */
  readonly absent: ReadonlyMap<number, number>;
}

function rulesOf(problem: Problem): Rules {
  const { instance, terms } = problem;
  const isThere = (p: number) => problem.barred[p] === null || problem.forced.has(p);
  const parts = instance.parts.flatMap((_, p) => (isThere(p) ? [p] : []));
  const thingOf = new Map(parts.map((p, k) => [p, k]));
  const things: Thing[] = parts.map((p) => ({
    cost: terms.costs ? instance.parts[p]!.cost : 0,
    isForced: problem.forced.has(p),
  }));
  const add = (cost: number, isForced = false) => things.push({ cost, isForced }) - 1;

  const rows: Constraint[] = [];
  const ones = (list: readonly unknown[]) => list.map(() => 1);
  const isHeld = (k: number) => things[k]!.isForced;
  const apart = (a: number, b: number) => {
    if (!(isHeld(a) && isHeld(b))) rows.push({ room: 1, things: [a, b], weights: [1, 1] });
  };
  const holders = new Map<string, number[]>();
  for (const [k, p] of parts.entries()) {
    for (const need of problem.needs[p]!) {
      const others = need.flatMap((q) => thingOf.get(q) ?? []);
      if (others.includes(k) || others.some(isHeld)) continue;
      rows.push({ room: 0, things: [k, ...others], weights: [1, ...others.map(() => -1)] });
    }
    for (const q of instance.parts[p]!.excludes) {
      const other = thingOf.get(q);
      if (other !== undefined && (k < other || !instance.parts[q]!.excludes.includes(p))) apart(k, other);
    }
    for (const surface of instance.parts[p]!.holds)
      holders.set(surface, [...(holders.get(surface) ?? []), k]);
  }
  for (const [surface, list] of holders)
    if (list.length > keyed(problem.places, surface))
      rows.push({ room: keyed(problem.places, surface), things: list, weights: ones(list) });
  const looks = parts.flatMap((p, k) => (instance.parts[p]!.isLook ? [k] : []));
  const touched = (k: number) => instance.parts[parts[k]!]!.part.overwrites!;
  for (const [n, a] of looks.entries())
    for (const b of looks.slice(n + 1)) if (touched(a).some((kind) => touched(b).includes(kind))) apart(a, b);
  if (problem.memory !== null && problem.memory > 0) {
    const { memory } = problem;
    rows.push({
      room: MEMORY_WEIGHT,
      things: parts.map((_, k) => k),
      weights: parts.map((p) => (MEMORY_WEIGHT * instance.parts[p]!.memory) / memory),
    });
  }
  // Things for the first break, the second and so on; each needs the one before.
  const levelOf = (s: { readonly part: number; readonly breaks: number }) =>
    (s.part < 0 ? 0 : problem.levels[s.part]!) + s.breaks;
  const levels = parts.map((p) => levelOf({ part: p, breaks: 0 }));
  const heldLevel = Math.max(0, ...levels.filter((_, k) => isHeld(k)));
  const longest = terms.costs ? Math.max(0, ...levels.filter(Number.isFinite)) + 1 : 0;
  const breakThings = Array.from({ length: longest }, (_, n) => add(COSTS.break, n < heldLevel));
  breakThings.slice(1).forEach((k, n) => {
    if (!isHeld(k)) rows.push({ room: 0, things: [k, breakThings[n]!], weights: [1, -1] });
  });
  /** The break that has to be there for a level, unless it is there anyway. */
  const breakAt = (level: number): number | null => {
    const k = breakThings[level - 1];
    return k === undefined || isHeld(k) ? null : k;
  };
  levels.forEach((level, k) => {
    const at = breakAt(level);
    if (at !== null) rows.push({ room: 0, things: [k, at], weights: [1, -1] });
  });
  /** By whole look: the thing that stands for its absence. */
  const absent = new Map<number, number>();
  for (const k of looks) {
    const without = add(0);
    absent.set(parts[k]!, without);
    apart(k, without);
  }
  const breakFor = (s: Source) => (s.breaks > 0 ? breakAt(levelOf(s)) : null);
  return { parts, things, rows, thingOf, add, isHeld, breakFor, absent };
}

/** A problem as things, rules between them, and ways to serve each element. */
export function programOf(problem: Problem): Program {
  const { parts, things, rows, thingOf, add, isHeld, breakFor, absent } = rulesOf(problem);
  const shared = sharedKeys(problem);
  const values = new Map<string, Map<string, number>>();
  const takes: number[] = [];
  const services: Service[] = [];
  problem.elements.forEach((e, element) => {
    // Where each of many bases may lie under each of many overlays, overlays count as if they cost nothing.
    const isVast = e.bases.length * e.overlays.length > MOST_PAIRS;
    const known = new Map<string, number>();
    /** One use for each place of an element that a thing is needed for: what serves the place needs it. */
    const takeOf = (place: string, thing: number) => {
      const key = `${place} ${thing}`;
      if (!known.has(key)) known.set(key, takes.push(thing) - 1);
      return mapped(known, key);
    };
    const valueOf = ({ key, value }: Use) => {
      const list = values.get(key) ?? new Map<string, number>();
      values.set(key, list);
      if (!list.has(value)) list.set(value, add(0));
      return mapped(list, value);
    };
    const useOf = (place: string, use: Use | null | undefined) =>
      use && !e.isLocked && shared.has(use.key) && !(isVast && isTrait(place))
        ? [takeOf(place, valueOf(use))]
        : [];
    const ways = new Map<number, Option[]>();
    for (const base of e.bases) {
      const thing = thingOf.get(base.part) ?? (base.part < 0 ? lookOf(base, thingOf) : undefined);
      if (thing === undefined) continue;
      const options = optionsOf(e, base, {
        shown: e.looks.flatMap((w) =>
          base.states.includes(w) || !absent.has(w) ? [] : [takeOf('base', mapped(absent, w))],
        ),
        breakOf: (place, s) => {
          const at = isVast && isTrait(place) ? null : breakFor(s);
          return at === null ? [] : [takeOf(place, at)];
        },
        useOf,
        partOf: (place, o) => {
          const k = thingOf.get(o.part);
          return k === undefined || k === thing || isHeld(k) || (isVast && isTrait(place))
            ? []
            : [takeOf(place, k)];
        },
      });
      ways.set(thing, [...(ways.get(thing) ?? []), ...options]);
    }
    for (const [thing, options] of ways) services.push({ element, thing, options });
  });
  for (const list of values.values()) {
    const all = [...list.values()];
    rows.push({ room: 1, things: all, weights: all.map(() => 1) });
  }
  return { elements: problem.elements.length, parts, things, rows, takes, services };
}

/** What is seen only under one whole look comes of that look; what is seen under several, of nothing that costs. */
function lookOf(base: Base, thingOf: ReadonlyMap<number, number>): number {
  const [state] = base.states;
  return base.states.length === 1 && state! >= 0 ? (thingOf.get(state!) ?? -1) : -1;
}

interface Needs {
  readonly shown: readonly number[];
  readonly breakOf: (place: string, source: Source) => readonly number[];
  readonly useOf: (place: string, use: Use | null | undefined) => readonly number[];
  readonly partOf: (place: string, overlay: Overlay) => readonly number[];
}

/** A base with what may lie over it. Overlays that come only whole make an option of their own, in each combination. */
function optionsOf(e: ProblemElement, base: Base, { shown, breakOf, useOf, partOf }: Needs): Option[] {
  const { share } = e.element;
  const over = base.open ? e.overlays.filter((o) => o.key !== base.key) : [];
  const isTied = (o: Overlay) => o.fixed.some(Boolean);
  const loose = over.filter((o) => !isTied(o));
  const tied = over.filter(isTied);
  const whole = tied.length <= MOST_TIED ? tied : [];
  const free = tied.length <= MOST_TIED ? loose : over;
  const layered = new Set(e.layered);
  const supplies = (o: Overlay, t: number) => o.gains[t] !== null && o.gains[t] !== undefined;
  return Array.from({ length: 1 << whole.length }, (_, mask): Option => {
    const on = whole.filter((_, n) => mask & (1 << n));
    let value = 0;
    const always = [
      ...shown,
      ...breakOf('base', base),
      ...useOf('base', base.chosen),
      ...on.flatMap((o) => [...partOf(`over ${o.key}`, o), ...breakOf(`over ${o.key}`, o)]),
    ];
    const traits: Candidate[][] = [];
    e.element.traits.forEach((_, t) => {
      const place = `trait ${t}`;
      const can: Candidate[] = [];
      let most: Candidate | null = null;
      /** Keeps what may be best at some prices: of what needs nothing only the one that gives most. */
      const offer = (gain: number | null | undefined, takes: () => readonly number[]) => {
        const candidate: Candidate = { gain: share * (gain ?? 0), takes: takes() };
        if (candidate.takes.length > 0) can.push(candidate);
        else if (!most || candidate.gain > most.gain) most = candidate;
      };
      const useFor = (o: Overlay) => useOf(place, o.uses[t]);
      const fixed = on.filter((o) => o.fixed[t] && supplies(o, t));
      for (const o of fixed) offer(o.gains[t], () => useFor(o));
      if (fixed.length === 0) {
        offer(base.gains[t], () => useOf(base.open && layered.has(t) ? place : 'base', base.uses[t]));
        for (const o of on) if (supplies(o, t)) offer(o.gains[t], () => useFor(o));
        for (const o of free)
          if (supplies(o, t))
            offer(o.gains[t], () => [...useFor(o), ...partOf(`${place} ${o.key}`, o), ...breakOf(place, o)]);
      }
      const least = (most as Candidate | null)?.gain ?? -Infinity;
      const kept = [...(most ? [most as Candidate] : []), ...can.filter((c) => c.gain > least)];
      if (kept.length === 1) {
        value += kept[0]!.gain;
        always.push(...kept[0]!.takes);
      } else traits.push(kept);
    });
    return { base, value, takes: [...new Set(always)], traits };
  });
}

/** Settings that two elements would give different values: within one, its bases exclude each other anyway. */
function sharedKeys(problem: Problem): Set<string> {
  const contested = contestedKeys(problem);
  const users = new Map<string, Set<number>>();
  problem.elements.forEach((e, n) => {
    if (e.isLocked) return;
    const see = (u: Use | null) => {
      if (u && contested.has(u.key)) users.set(u.key, (users.get(u.key) ?? new Set()).add(n));
    };
    for (const s of [...e.bases, ...e.overlays]) s.uses.forEach(see);
    for (const b of e.bases) see(b.chosen);
  });
  return new Set([...users].filter(([, list]) => list.size > 1).map(([key]) => key));
}
