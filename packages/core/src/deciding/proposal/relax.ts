import { doubleAt, wordAt } from '../../ground/cells.js';
import type { Base } from './instance.js';
import { programOf, type Option, type Program } from './relaxProgram.js';
import type { Problem } from './terms.js';

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
/** Work that is done at most: options, candidates and uses looked at in all rounds together. */
const MOST_WORK = 2e7;

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
    for (const o of s.options) most[s.element] = Math.max(doubleAt(most, s.element), netOf(o, free));
  return descend(program, known, {
    element: most,
    row: new Float64Array(program.rows.length),
    take: free,
  });
}

/** What an option comes to at the prices of its uses; `chosen` is told of each use that is taken for it. */
function netOf(option: Option, price: Float64Array, chosen?: (use: number) => void): number {
  let net = option.value;
  for (const u of option.takes) {
    net -= doubleAt(price, u);
    chosen?.(u);
  }
  for (const candidates of option.traits) {
    let best = candidates[0]!;
    let most = -Infinity;
    for (const c of candidates) {
      let gain = c.gain;
      for (const u of c.takes) gain -= doubleAt(price, u);
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
    const price = doubleAt(prices.row, r);
    if (price === 0) continue;
    const row = rows[r]!;
    bound += price * row.room;
    for (let n = 0; n < row.things.length; n++)
      profit[row.things[n]!] = doubleAt(profit, row.things[n]!) - price * row.weights[n]!;
  }
  for (let u = 0; u < takes.length; u++)
    profit[takes[u]!] = doubleAt(profit, takes[u]!) + doubleAt(prices.take, u);
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
    most -= doubleAt(prices.element, element);
    net[s] = most;
    if (most <= 0) continue;
    if (thing >= 0) profit[thing] = doubleAt(profit, thing) + most;
    else bound += most;
  }
  for (const price of prices.element) bound += price;
  for (let k = 0; k < things.length; k++)
    if (doubleAt(profit, k) > 0 || things[k]!.isForced) bound += doubleAt(profit, k);
  into.bound = bound;
}

/** How far the rules are broken (below zero) or have room (above) by what would be taken at these prices. */
function slack(program: Program, prices: Prices, { profit, net, option }: Priced, into: Prices): void {
  const { things, rows, takes, services } = program;
  const isOn = (k: number) => (doubleAt(profit, k) > 0 || things[k]!.isForced ? 1 : 0);
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
    if (doubleAt(net, s) <= 0 || (thing >= 0 && !isOn(thing))) continue;
    into.element[element] = doubleAt(into.element, element) - 1;
    netOf(options[wordAt(option, s)]!, prices.take, (u) => into.take[u]!--);
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
        if (o.takes.length === 0)
          least.element[element] = Math.max(doubleAt(least.element, element), freely(o));

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
        const isLeast = doubleAt(x, i) <= doubleAt(min, i);
        if (!isLeast || doubleAt(g, i) < 0) ofSlack += doubleAt(g, i) * doubleAt(g, i);
        let next = MEMORY_OF_DIRECTION * doubleAt(d, i) + (1 - MEMORY_OF_DIRECTION) * doubleAt(g, i);
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
      for (let i = 0; i < d.length; i++)
        x[i] = Math.max(doubleAt(min, i), doubleAt(x, i) - step * doubleAt(d, i));
    }
  }
  priceAt(program, best, at);
  return tell(program, best, at);
}

function tell(program: Program, prices: Prices, { bound, profit, net }: Priced): Relaxed {
  const lossOfThing = (k: number) =>
    k < 0 || program.things[k]!.isForced ? 0 : Math.max(0, -doubleAt(profit, k));
  const byElement = new Map<number, Map<Base, number>>();
  program.services.forEach(({ element, thing, options }, s) => {
    const mine = byElement.get(element) ?? new Map<Base, number>();
    byElement.set(element, mine);
    for (const option of options) {
      const worth = netOf(option, prices.take) - doubleAt(prices.element, element);
      // With this base instead of the best one of its thing, and the thing put in by force.
      const loss = Math.max(0, doubleAt(net, s)) - worth + lossOfThing(thing);
      mine.set(option.base, Math.max(0, Math.min(loss, mine.get(option.base) ?? Infinity)));
    }
  });
  return {
    bound,
    wished: program.parts.filter((_, k) => doubleAt(profit, k) > 0),
    lossOfPart: new Map(program.parts.map((p, k) => [p, lossOfThing(k)])),
    lossOfBase: (element, base) => byElement.get(element)?.get(base) ?? 0,
    further: (known) => descend(program, known, prices),
  };
}
