import { COSTS } from './costs.js';
import type { Base, Overlay, Source, Use } from './instance.js';
import { contestedKeys, type Problem, type ProblemElement } from './terms.js';

/**
 * A problem with its rules bought off at prices: what no set can exceed, which parts would be taken at those prices, and
 * what the bound loses where a part or a base is put in by force.
 */
export interface Relaxed {
  /** What no set that keeps the rules can exceed: closeness less costs, 0 to 1. */
  readonly bound: number;
  /** Parts that would be taken at these prices: a good beginning for a set. */
  readonly wished: readonly number[];
  /** By part: how far below the bound every set with it stays; 0 where nothing speaks against it. */
  readonly lossOfPart: ReadonlyMap<number, number>;
  /** The same for sets in which an element, by its place in the problem, has this base. */
  readonly lossOfBase: (element: number, base: Base) => number;
  /** Goes on from these prices, now that a better set is known. */
  readonly further: (known: number) => Relaxed;
}

/** So many rounds move the prices; more change the last digits alone. */
const ROUNDS = 500;
/** Rounds without a better bound after which the steps are halved, and how small they may become. */
const PATIENCE = 20;
/** Every so many rounds the bound has to come nearer to what is known, by such a share of what lies between. */
const STRETCH = 50;
const PROGRESS = 0.005;
const SMALLEST_PACE = 1e-3;
/** How much of the last direction stays in the next: steps that only go to and fro cancel out. */
const MEMORY_OF_DIRECTION = 0.3;
/** The price of memory is some times larger than that of an element: its row counts as much more. */
const MEMORY_WEIGHT = 5;
/** Overlays that come only whole are tried in all combinations up to so many; with more the bound is a little looser. */
const MOST_TIED = 4;

/** Pairs of a base and an overlay of one element that are told one by one. */
const MOST_PAIRS = 2000;
/** Work that is done at most: options, candidates and uses looked at in all rounds together. */
const MOST_WORK = 2e7;
const isTrait = (place: string) => place.startsWith('trait');

/** What is there or not: a part, the session break that some of them need, or a value of a setting that is shared. */
interface Thing {
  readonly cost: number;
  readonly isForced: boolean;
}

/** A rule on things: the sum of their weights is at most `room`. */
interface Row {
  readonly room: number;
  readonly things: readonly number[];
  readonly weights: readonly number[];
}

/** What a trait gets of a layer, and which things have to be there for it. */
interface Candidate {
  readonly gain: number;
  readonly takes: readonly number[];
}

/** One base with a choice of what lies over it: what it gives anyway, and traits that may come of several layers. */
interface Option {
  readonly base: Base;
  readonly value: number;
  readonly takes: readonly number[];
  readonly traits: readonly (readonly Candidate[])[];
}

/** All ways to serve one element by one thing, or (−1) by the host as it is. */
interface Service {
  readonly element: number;
  readonly thing: number;
  readonly options: readonly Option[];
}

interface Program {
  readonly elements: number;
  readonly parts: readonly number[];
  readonly things: readonly Thing[];
  readonly rows: readonly Row[];
  /** By number of a use: the thing that has to be there for it. */
  readonly takes: readonly number[];
  readonly services: readonly Service[];
}

/** Prices by element, by row, and by use. */
interface Prices {
  readonly element: Float64Array;
  readonly row: Float64Array;
  readonly take: Float64Array;
}

/**
 * Buys the rules off: every element pays a price for being served once, every rule one for being kept, and at those
 * prices each part is taken or not by itself. What that comes to is an upper bound for every set; the prices are moved
 * until it falls no further. What is left out (that a part may be reached later than its level says, and what is seen
 * under one of several looks) can only raise the bound.
 * Source: Lagrangian relaxation, subgradient steps by Polyak with directions deflected as by Camerini, Fratta and
 * Maffioli (1975); for facility location Geoffrion (1974), Erlenkotter (1978).
 *
 * @param known objective of a set that keeps all rules
 */
export function relax(problem: Problem, known: number): Relaxed {
  const program = programOf(problem);
  const most = new Float64Array(program.elements);
  const free = new Float64Array(program.takes.length);
  for (const s of program.services)
    for (const o of s.options) most[s.element] = Math.max(most[s.element]!, netOf(o, free));
  return descend(program, known, {
    element: most,
    row: new Float64Array(program.rows.length),
    take: free,
  });
}

function programOf(problem: Problem): Program {
  const { instance, terms } = problem;
  const isThere = (p: number) => problem.barred[p] === null || problem.forced.has(p);
  const parts = instance.parts.flatMap((_, p) => (isThere(p) ? [p] : []));
  const thingOf = new Map(parts.map((p, k) => [p, k]));
  const things: Thing[] = parts.map((p) => ({
    cost: terms.costs ? instance.parts[p]!.cost : 0,
    isForced: problem.forced.has(p),
  }));
  const add = (cost: number, isForced = false) => things.push({ cost, isForced }) - 1;

  const rows: Row[] = [];
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
    if (list.length > problem.places[surface]!)
      rows.push({ room: problem.places[surface]!, things: list, weights: ones(list) });
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
      return known.get(key)!;
    };
    const valueOf = ({ key, value }: Use) => {
      const list = values.get(key) ?? new Map<string, number>();
      values.set(key, list);
      if (!list.has(value)) list.set(value, add(0));
      return list.get(value)!;
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
          base.states.includes(w) || !absent.has(w) ? [] : [takeOf('base', absent.get(w)!)],
        ),
        breakOf: (place, s) => {
          const at = s.breaks > 0 && !(isVast && isTrait(place)) ? breakAt(levelOf(s)) : null;
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
    rows.push({ room: 1, things: all, weights: ones(all) });
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

/** What an option comes to at the prices of its uses; `chosen` is told of each use that is taken for it. */
function netOf(option: Option, price: Float64Array, chosen?: (use: number) => void): number {
  let net = option.value;
  for (const u of option.takes) {
    net -= price[u]!;
    chosen?.(u);
  }
  for (const candidates of option.traits) {
    let best = candidates[0]!;
    let most = -Infinity;
    for (const c of candidates) {
      let gain = c.gain;
      for (const u of c.takes) gain -= price[u]!;
      if (gain > most) {
        most = gain;
        best = c;
      }
    }
    net += most;
    if (chosen) best.takes.forEach(chosen);
  }
  return net;
}

/** What the program comes to at prices: the bound, by thing its profit, by service its best option and what it is worth. */
interface Priced {
  bound: number;
  readonly profit: Float64Array;
  readonly net: Float64Array;
  readonly option: Int32Array;
}

function priceAt(program: Program, prices: Prices, into: Priced): void {
  const { things, rows, takes, services } = program;
  const { profit, net, option } = into;
  let bound = 0;
  for (let k = 0; k < things.length; k++) profit[k] = -things[k]!.cost;
  for (let r = 0; r < rows.length; r++) {
    const price = prices.row[r]!;
    if (price === 0) continue;
    const row = rows[r]!;
    bound += price * row.room;
    for (let n = 0; n < row.things.length; n++) profit[row.things[n]!]! -= price * row.weights[n]!;
  }
  for (let u = 0; u < takes.length; u++) profit[takes[u]!]! += prices.take[u]!;
  for (let s = 0; s < services.length; s++) {
    const { element, thing, options } = services[s]!;
    let most = -Infinity;
    for (let o = 0; o < options.length; o++) {
      const value = netOf(options[o]!, prices.take);
      if (value > most) {
        most = value;
        option[s] = o;
      }
    }
    most -= prices.element[element]!;
    net[s] = most;
    if (most <= 0) continue;
    if (thing >= 0) profit[thing]! += most;
    else bound += most;
  }
  for (const price of prices.element) bound += price;
  for (let k = 0; k < things.length; k++) if (profit[k]! > 0 || things[k]!.isForced) bound += profit[k]!;
  into.bound = bound;
}

/** How far the rules are broken (below zero) or have room (above) by what would be taken at these prices. */
function slack(program: Program, prices: Prices, { profit, net, option }: Priced, into: Prices): void {
  const { things, rows, takes, services } = program;
  const isOn = (k: number) => (profit[k]! > 0 || things[k]!.isForced ? 1 : 0);
  into.element.fill(1);
  for (let u = 0; u < takes.length; u++) into.take[u] = isOn(takes[u]!);
  for (let r = 0; r < rows.length; r++) {
    const row = rows[r]!;
    let left = row.room;
    for (let n = 0; n < row.things.length; n++) left -= row.weights[n]! * isOn(row.things[n]!);
    into.row[r] = left;
  }
  for (let s = 0; s < services.length; s++) {
    const { element, thing, options } = services[s]!;
    if (net[s]! <= 0 || (thing >= 0 && !isOn(thing))) continue;
    into.element[element]!--;
    netOf(options[option[s]!]!, prices.take, (u) => into.take[u]!--);
  }
}

/** What an option gives without any use: −Infinity where it needs one. */
const freely = (o: Option) =>
  o.traits.reduce(
    (sum, list) => sum + Math.max(-Infinity, ...list.filter((c) => c.takes.length === 0).map((c) => c.gain)),
    o.value,
  );

function descend(program: Program, known: number, from: Prices): Relaxed {
  const copy = (p: Prices): Prices => ({
    element: p.element.slice(),
    row: p.row.slice(),
    take: p.take.slice(),
  });
  const parts = ['element', 'row', 'take'] as const;
  // Where the host serves an element by itself at a price of nothing else, it never pays less than that.
  const least: Prices = copy(from);
  least.row.fill(0);
  least.take.fill(0);
  least.element.fill(-Infinity);
  for (const { element, thing, options } of program.services)
    if (thing < 0)
      for (const o of options)
        if (o.takes.length === 0) least.element[element] = Math.max(least.element[element]!, freely(o));

  const prices = copy(from);
  const left = copy(from);
  const way = copy(from);
  for (const p of parts) way[p].fill(0);
  const at: Priced = {
    bound: Infinity,
    profit: new Float64Array(program.things.length),
    net: new Float64Array(program.services.length),
    option: new Int32Array(program.services.length),
  };
  let best = copy(prices);
  let lowest = Infinity;
  let before = Infinity;
  let pace = 1;
  let stuck = 0;
  let size = program.takes.length;
  for (const { options } of program.services)
    for (const o of options) size += 1 + o.traits.reduce((n, candidates) => n + candidates.length, 0);
  const rounds = Math.min(ROUNDS, Math.ceil(MOST_WORK / size));
  for (let round = 0; round < rounds; round++) {
    priceAt(program, prices, at);
    if (at.bound < lowest - 1e-7) {
      lowest = at.bound;
      best = copy(prices);
      stuck = 0;
    } else if (++stuck >= PATIENCE) {
      pace /= 2;
      stuck = 0;
      // Smaller steps are taken from the best prices, not from where the larger ones went astray.
      for (const p of parts) prices[p].set(best[p]);
      priceAt(program, prices, at);
    }
    if (round % STRETCH === STRETCH - 1) {
      if (before - lowest < PROGRESS * (lowest - known)) break;
      before = lowest;
    }
    if (pace < SMALLEST_PACE || at.bound <= known) break;
    slack(program, prices, at, left);
    let ofWay = 0;
    let ofSlack = 0;
    for (const p of parts) {
      const [d, g, x, min] = [way[p], left[p], prices[p], least[p]];
      for (let i = 0; i < d.length; i++) {
        const isLeast = x[i]! <= min[i]!;
        if (!isLeast || g[i]! < 0) ofSlack += g[i]! * g[i]!;
        let next = MEMORY_OF_DIRECTION * d[i]! + (1 - MEMORY_OF_DIRECTION) * g[i]!;
        if (next > 0 && isLeast) next = 0;
        d[i] = next;
        ofWay += next * next;
      }
    }
    // Every rule is kept, and none is paid for in vain: the prices cannot be better.
    if (ofSlack === 0) break;
    const step = (pace * (at.bound - known)) / Math.max(ofWay, ofSlack);
    for (const p of parts) {
      const [d, x, min] = [way[p], prices[p], least[p]];
      for (let i = 0; i < d.length; i++) x[i] = Math.max(min[i]!, x[i]! - step * d[i]!);
    }
  }
  priceAt(program, best, at);
  return tell(program, best, at);
}

function tell(program: Program, prices: Prices, { bound, profit, net }: Priced): Relaxed {
  const lossOfThing = (k: number) => (k < 0 || program.things[k]!.isForced ? 0 : Math.max(0, -profit[k]!));
  const byElement = new Map<number, Map<Base, number>>();
  program.services.forEach(({ element, thing, options }, s) => {
    const mine = byElement.get(element) ?? new Map<Base, number>();
    byElement.set(element, mine);
    for (const option of options) {
      const worth = netOf(option, prices.take) - prices.element[element]!;
      // With this base instead of the best one of its thing, and the thing put in by force.
      const loss = Math.max(0, net[s]!) - worth + lossOfThing(thing);
      mine.set(option.base, Math.max(0, Math.min(loss, mine.get(option.base) ?? Infinity)));
    }
  });
  return {
    bound,
    wished: program.parts.filter((_, k) => profit[k]! > 0),
    lossOfPart: new Map(program.parts.map((p, k) => [p, lossOfThing(k)])),
    lossOfBase: (element, base) => byElement.get(element)?.get(base) ?? 0,
    further: (known) => descend(program, known, prices),
  };
}
