import { basesWith, chooseFor, objectiveOf, take, type Taken } from './assign.js';
import { type Chosen, type Selection, valueOf } from './instance.js';
import { NOTHING, type Problem } from './terms.js';
import { problemsOf } from './validate.js';

/** Choices for all elements with these parts, the heaviest first; null where one of them can have nothing. */
export function assignAll(problem: Problem, parts: ReadonlySet<number>): Selection | null {
  const taken: Taken = new Map();
  const elements: Chosen[] = [];
  const order = problem.elements
    .map((e, n) => ({ e, n }))
    .sort(
      (a, b) =>
        Number(b.e.isLocked) - Number(a.e.isLocked) || b.e.element.share - a.e.element.share || a.n - b.n,
    );
  for (const { e, n } of order) {
    const chosen = chooseFor(e, parts, taken) ?? heldAnyway(problem, n, parts);
    if (!chosen) return null;
    take(chosen, taken);
    elements[n] = chosen;
  }
  return { parts, elements };
}

/** What is held fast stays even where it takes a setting that another one has. */
function heldAnyway(problem: Problem, n: number, parts: ReadonlySet<number>): Chosen | null {
  const e = problem.elements[n]!;
  const [base] = e.isLocked ? basesWith(e, parts) : [];
  return base ? { base, over: e.element.traits.map(() => null) } : null;
}

/** A part with what it needs, the cheapest of the alternatives; null where it cannot be had. */
function withNeeds(problem: Problem, part: number, have: ReadonlySet<number>): Set<number> | null {
  const { parts } = problem.instance;
  const more = new Set<number>();
  const open = [part];
  while (open.length > 0) {
    const p = open.pop()!;
    if (have.has(p) || more.has(p)) continue;
    if (problem.barred[p] !== null) return null;
    more.add(p);
    for (const need of problem.needs[p]!) {
      if (need.some((q) => have.has(q) || more.has(q))) continue;
      const [cheapest] = need
        .filter((q) => problem.barred[q] === null)
        .sort((a, b) => parts[a]!.cost - parts[b]!.cost || parts[a]!.memory - parts[b]!.memory);
      if (cheapest === undefined) return null;
      open.push(cheapest);
    }
  }
  return more;
}

/**
 * A set found as a person finds one: take the part that brings most, look again, until none brings more than it costs.
 * The first solution for the solver, and what the exact answer is compared with. Null where even the host as it is
 * breaks a rule.
 */
export function greedy(problem: Problem): Selection | null {
  const bare = assignAll(problem, new Set(problem.forced));
  return bare && problemsOf(problem, bare).length === 0 ? climb(problem, bare) : null;
}

/** Takes the part that brings most, again and again, on top of a selection that keeps the rules. */
export function climb(problem: Problem, from: Selection): Selection {
  const { instance } = problem;
  let selection = from;
  let parts = from.parts;
  let value = objectiveOf(problem, selection);
  const serves = new Map<number, Set<number>>();
  problem.elements.forEach((e, n) => {
    for (const s of [...e.bases, ...e.overlays])
      if (s.part >= 0) serves.set(s.part, (serves.get(s.part) ?? new Set()).add(n));
  });
  /** What a part would bring with what it needs: elements by themselves, as if nobody else took their settings. */
  const promiseOf = (part: number): number => {
    const more = withNeeds(problem, part, parts);
    if (!more) return -Infinity;
    const next = new Set([...parts, ...more]);
    let promise = 0;
    for (const n of new Set([...more].flatMap((p) => [...(serves.get(p) ?? [])]))) {
      const e = problem.elements[n]!;
      const better = chooseFor(e, next, new Map());
      if (better) promise += e.element.share * Math.max(0, valueOf(better) - valueOf(selection.elements[n]!));
    }
    if (problem.terms.costs) for (const p of more) promise -= instance.parts[p]!.cost;
    return promise;
  };
  // What a part brings shrinks as others come: an old promise is an upper bound, and only the largest is looked at anew.
  const open = [...serves.keys()]
    .filter((p) => !parts.has(p) && problem.barred[p] === null)
    .map((part) => ({ part, promise: promiseOf(part), round: 0 }));
  const byPromise = (x: { promise: number; part: number }, y: { promise: number; part: number }) =>
    y.promise - x.promise || x.part - y.part;
  for (let round = 1, failed = 0; failed < MOST_TRIED;) {
    open.sort(byPromise);
    const top = open.find((o) => !parts.has(o.part));
    if (!top || (top.promise <= NOTHING && !instance.parts[top.part]!.isLook)) break;
    if (top.round < round) {
      top.promise = promiseOf(top.part);
      top.round = round;
      continue;
    }
    const next = new Set([...parts, ...(withNeeds(problem, top.part, parts) ?? [])]);
    const trial = assignAll(problem, next);
    const now = trial && problemsOf(problem, trial).length === 0 ? objectiveOf(problem, trial) : -Infinity;
    if (trial && now > value + NOTHING) {
      [parts, selection, value] = [next, trial, now];
      round++;
      failed = 0;
    } else {
      open.splice(open.indexOf(top), 1);
      failed++;
    }
  }
  return trimmed(problem, selection);
}

/** So many promising parts in a row that break a promise, and it is given up. */
const MOST_TRIED = 40;

/**
 * A set that keeps the rules, made of parts that would be good to have: with what they need, and without those that
 * bring least for what they take until everything fits. Null where nothing fits.
 */
export function repaired(problem: Problem, wished: Iterable<number>): Selection | null {
  let parts = new Set<number>(problem.forced);
  for (const p of wished) {
    const more = problem.barred[p] === null ? withNeeds(problem, p, parts) : null;
    if (more) parts = new Set([...parts, ...more]);
  }
  for (;;) {
    const selection = assignAll(problem, parts);
    if (selection && problemsOf(problem, selection).length === 0) return trimmed(problem, selection);
    const least = leastWorth(problem, parts, selection);
    if (least === null) return null;
    parts = new Set([...parts].filter((p) => p !== least && !needs(problem, p, least, parts)));
  }
}

/** Whether a part cannot be used any more once another one goes. */
function needs(problem: Problem, part: number, gone: number, parts: ReadonlySet<number>): boolean {
  if (problem.forced.has(part)) return false;
  return problem.needs[part]!.some((n) => n.includes(gone) && !n.some((q) => q !== gone && parts.has(q)));
}

/** The part that brings least for each megabyte; null where all are held fast. */
function leastWorth(
  problem: Problem,
  parts: ReadonlySet<number>,
  selection: Selection | null,
): number | null {
  const worth = new Map<number, number>();
  selection?.elements.forEach((chosen, n) => {
    const e = problem.elements[n]!;
    const bare = chooseFor(e, problem.forced, new Map());
    const gain = e.element.share * (valueOf(chosen) - (bare ? valueOf(bare) : 0));
    for (const source of new Set([chosen.base, ...chosen.over]))
      if (source && source.part >= 0) worth.set(source.part, (worth.get(source.part) ?? 0) + gain);
  });
  let least: number | null = null;
  let lowest = Infinity;
  for (const p of parts) {
    if (problem.forced.has(p)) continue;
    const w = (worth.get(p) ?? 0) / (1 + (problem.memory === null ? 0 : problem.instance.parts[p]!.memory));
    if (w < lowest) [least, lowest] = [p, w];
  }
  return least;
}

/** Without the parts that nothing misses. */
function trimmed(problem: Problem, selection: Selection): Selection {
  let best = selection;
  for (const p of selection.parts) {
    if (problem.forced.has(p) || !best.parts.has(p)) continue;
    const parts = new Set([...best.parts].filter((q) => q !== p));
    const trial = assignAll(problem, parts);
    if (!trial || problemsOf(problem, trial).length > 0) continue;
    if (objectiveOf(problem, trial) >= objectiveOf(problem, best) - NOTHING) best = trial;
  }
  return best;
}
