import { NOTHING, type Problem, type ProblemElement } from './terms.js';

/** What screening found: parts that may stay, and what no set with one of the others can exceed. */
export interface Screened {
  readonly kept: ReadonlySet<number>;
  /** An upper bound for sets with a part that was taken away; −Infinity where none was. */
  readonly bound: number;
  /** Parts that would be taken at the best prices: a good beginning for a set. */
  readonly wished: readonly number[];
}

/** So many rounds move the prices; more change the last digits alone. */
const ROUNDS = 150;
/** Memory is counted in so many steps at most; rounded down, so that the bound stays one. */
const STEPS = 256;

/** The most that a base can give with whatever may lie over it, as if overlays cost nothing. */
function mostOf(e: ProblemElement): { readonly part: number; readonly value: number }[] {
  return e.bases.map((b) => {
    let value = 0;
    e.element.traits.forEach((_, t) => {
      let best = b.gains[t] ?? 0;
      if (b.open) for (const o of e.overlays) if (o.key !== b.key) best = Math.max(best, o.gains[t] ?? 0);
      value += best;
    });
    return { part: b.part, value: e.element.share * value };
  });
}

/**
 * Finds parts that no set worth having can contain. Every element pays a price for being served once; at those prices
 * parts are packed into the memory that is there (a knapsack, solved exactly), and what that comes to is an upper bound
 * for every set. The bound with one part put in by force tells whether the part can be in a set better than the best one
 * known. Rules beyond serving, costs and memory are left out, which can only raise the bound.
 * Source: Lagrangian relaxation of the assignment in facility location (Geoffrion 1974; Erlenkotter 1978).
 *
 * @param known objective of a set that keeps all rules
 * @param gap   relative; sets that are better by no more than this are not worth having
 */
export function screen(problem: Problem, known: number, gap: number): Screened {
  const { parts } = problem.instance;
  const cost = (p: number) => (problem.terms.costs ? parts[p]!.cost : 0);
  const can = parts.flatMap((_, i) => (problem.barred[i] === null || problem.forced.has(i) ? [i] : []));
  const target = known + Math.abs(known) * gap + NOTHING;

  // By element: what comes free, and the best of each part.
  const free = new Float64Array(problem.elements.length);
  const offers: { readonly part: number; readonly value: number }[][] = [];
  const servedBy = new Map<number, { readonly element: number; readonly value: number }[]>();
  problem.elements.forEach((e, i) => {
    const best = new Map<number, number>();
    for (const { part, value } of mostOf(e)) best.set(part, Math.max(value, best.get(part) ?? 0));
    free[i] = best.get(-1) ?? 0;
    best.delete(-1);
    offers[i] = [...best].map(([part, value]) => ({ part, value }));
    for (const { part, value } of offers[i])
      if (value > free[i]) servedBy.set(part, [...(servedBy.get(part) ?? []), { element: i, value }]);
  });

  const unit = problem.memory === null ? 0 : Math.max(1e-9, problem.memory / STEPS);
  const weight = (p: number) => (unit === 0 ? 0 : Math.floor(parts[p]!.memory / unit + 1e-9));
  const room = unit === 0 ? 0 : STEPS;
  const held = can.filter((p) => problem.forced.has(p));
  const heldWeight = Math.min(
    room,
    held.reduce((sum, p) => sum + weight(p), 0),
  );
  const choosable = can.filter((p) => !problem.forced.has(p));

  const prices = Float64Array.from(free, (v, i) => Math.max(v, ...offers[i]!.map((o) => o.value)));
  const profitOf = (p: number) => {
    let profit = -cost(p);
    for (const { element, value } of servedBy.get(p) ?? []) profit += Math.max(0, value - prices[element]!);
    return profit;
  };

  let best = Infinity;
  let wished: readonly number[] = [];
  let bestPrices = prices.slice();
  let pace = 1;
  let stuck = 0;
  for (let round = 0; round < ROUNDS; round++) {
    const packed = pack(choosable, profitOf, weight, room - heldWeight);
    let bound = packed.profit;
    for (const p of held) bound += profitOf(p);
    const served = new Float64Array(prices.length);
    prices.forEach((price, i) => {
      bound += price;
      if (free[i]! > price) {
        bound += free[i]! - price;
        served[i]!++;
      }
    });
    for (const p of [...packed.parts, ...held])
      for (const { element, value } of servedBy.get(p) ?? [])
        if (value > prices[element]!) served[element]!++;
    if (bound < best - 1e-9) {
      best = bound;
      bestPrices = prices.slice();
      wished = packed.parts;
      stuck = 0;
    } else if (++stuck >= 8) {
      pace /= 2;
      stuck = 0;
    }
    let norm = 0;
    for (const n of served) norm += (1 - n) ** 2;
    if (norm === 0 || pace < 1e-3) break;
    const step = (pace * Math.max(1e-9, bound - known)) / norm;
    prices.forEach((price, i) => (prices[i] = Math.max(free[i]!, price - step * (1 - served[i]!))));
  }

  prices.set(bestPrices);
  return { ...sieve(choosable, held, profitOf, weight, room - heldWeight, prices, free, target), wished };
}

interface Packed {
  readonly profit: number;
  readonly parts: number[];
}

/** The parts with the greatest profit that fit: those without weight by themselves, the others as a knapsack. */
function pack(
  parts: readonly number[],
  profitOf: (p: number) => number,
  weight: (p: number) => number,
  room: number,
): Packed {
  const chosen: number[] = [];
  let profit = 0;
  const heavy: { p: number; gain: number; w: number }[] = [];
  for (const p of parts) {
    const gain = profitOf(p);
    if (gain <= 0) continue;
    const w = weight(p);
    if (w === 0) {
      chosen.push(p);
      profit += gain;
    } else if (w <= room) heavy.push({ p, gain, w });
  }
  const table = new Float64Array(room + 1);
  const taken = heavy.map(() => new Uint8Array(room + 1));
  heavy.forEach(({ gain, w }, n) => {
    for (let c = room; c >= w; c--)
      if (table[c - w]! + gain > table[c]!) {
        table[c] = table[c - w]! + gain;
        taken[n]![c] = 1;
      }
  });
  let c = room;
  for (let n = heavy.length - 1; n >= 0; n--)
    if (taken[n]![c]) {
      chosen.push(heavy[n]!.p);
      c -= heavy[n]!.w;
    }
  return { profit: profit + table[room]!, parts: chosen };
}

/** At fixed prices: the bound with each part put in by force, by knapsacks from the front and from the back. */
function sieve(
  parts: readonly number[],
  held: readonly number[],
  profitOf: (p: number) => number,
  weight: (p: number) => number,
  room: number,
  prices: Float64Array,
  free: Float64Array,
  target: number,
): Omit<Screened, 'wished'> {
  let base = 0;
  prices.forEach((price, i) => (base += price + Math.max(0, free[i]! - price)));
  for (const p of held) base += profitOf(p);
  const gains = parts.map(profitOf);
  const weights = parts.map(weight);
  const light = parts.reduce((sum, _, n) => sum + (weights[n] === 0 ? Math.max(0, gains[n]!) : 0), 0);
  const heavy = parts.flatMap((_, n) => (weights[n]! > 0 && gains[n]! > 0 ? [n] : []));
  const grow = (table: Float64Array, n: number) => {
    const next = table.slice();
    const w = weights[n]!;
    for (let c = room; c >= w; c--) next[c] = Math.max(next[c]!, table[c - w]! + gains[n]!);
    return next;
  };
  const front = [new Float64Array(room + 1)];
  for (const n of heavy) front.push(grow(front.at(-1)!, n));
  const back = [new Float64Array(room + 1)];
  for (const n of [...heavy].reverse()) back.push(grow(back.at(-1)!, n));
  const without = new Map(heavy.map((n, k) => [n, k]));
  const all = front.at(-1)!;
  const kept = new Set<number>(held);
  let bound = -Infinity;
  parts.forEach((p, n) => {
    const w = weights[n]!;
    if (w > room) return;
    let other: number;
    if (w === 0) other = light - Math.max(0, gains[n]!) + all[room]!;
    else {
      const left = room - w;
      const k = without.get(n);
      if (k === undefined) other = light + all[left]!;
      else {
        other = 0;
        const [before, after] = [front[k]!, back[heavy.length - 1 - k]!];
        for (let c = 0; c <= left; c++) other = Math.max(other, before[c]! + after[left - c]!);
        other += light;
      }
    }
    const withIt = base + other + gains[n]!;
    if (withIt > target) kept.add(p);
    else bound = Math.max(bound, withIt);
  });
  return { kept, bound };
}
