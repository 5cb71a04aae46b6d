import { mapped } from '../../ground/checked.js';
import type { Base, Overlay, Source } from './instance.js';
import { contestedKeys, NOTHING, withParts, type Problem, type ProblemElement } from './terms.js';

/** A source that takes no setting which another would give a different value. */
function freeOf(problem: Problem): (s: Source) => boolean {
  const contested = contestedKeys(problem);
  return (s) =>
    s.uses.every((u) => u === null || !contested.has(u.key)) &&
    !('chosen' in s && s.chosen !== null && contested.has((s as Base).chosen!.key));
}

/** Takes away what no element gains by. No set is lost by it that anybody could ask for. */
export function reduce(problem: Problem): Problem {
  const free = freeOf(problem);
  const narrowed = problem.elements.map((e) => narrow(e, free));
  const kept = usefulParts(problem, narrowed);
  return withParts({ ...problem, elements: narrowed }, (p) => kept.has(p), 'It brings nothing nearer.');
}

/**
 * Takes away parts for which another does everything at least as well, at no greater cost. For where only the best set
 * is sought: a next best one may need them.
 *
 * @param needed parts that stay whatever the others do
 */
export function dropDominated(problem: Problem, needed: ReadonlySet<number>): Problem {
  const kept = usefulParts(problem, problem.elements);
  dropAll(problem, kept, needed);
  return withParts(problem, (p) => kept.has(p), 'Another part does all of it at least as well.');
}

const gain = (s: Source, t: number) => s.gains[t] ?? 0;

/** Whether everything that `b` gives an element `a` gives as well. */
function covers(a: Base, b: Base, traits: number): boolean {
  if (a.breaks > b.breaks || (b.open && !a.open)) return false;
  if (!b.states.every((s) => a.states.includes(s))) return false;
  for (let t = 0; t < traits; t++) if (gain(a, t) < gain(b, t) - NOTHING) return false;
  return true;
}

function coversOverlay(a: Overlay, b: Overlay, traits: number): boolean {
  if (a.breaks > b.breaks) return false;
  for (let t = 0; t < traits; t++) {
    if (b.gains[t] === null && a.gains[t] !== null && a.fixed[t]) return false;
    if (b.gains[t] !== null && (a.gains[t] == null || a.gains[t]! < b.gains[t]! - NOTHING)) return false;
    if (!b.fixed[t] && a.fixed[t]) return false;
  }
  return true;
}

/** Within one element: what the host itself or the same part gives at least as well. */
function narrow(e: ProblemElement, free: (s: Source) => boolean): ProblemElement {
  if (e.isLocked) return e;
  const n = e.element.traits.length;
  const bases = e.bases.filter(
    (b, i) =>
      !e.bases.some(
        (a, j) =>
          i !== j &&
          (a.part < 0 || a.part === b.part) &&
          free(a) &&
          covers(a, b, n) &&
          // Of two that cover each other the first stays.
          (j < i || !free(b) || !(b.part < 0 || a.part === b.part) || !covers(b, a, n)),
      ),
  );
  const overlays = e.overlays.filter(
    (b, i) =>
      !e.overlays.some(
        (a, j) =>
          i !== j &&
          (a.part < 0 || a.part === b.part) &&
          free(a) &&
          coversOverlay(a, b, n) &&
          (j < i || !free(b) || !(b.part < 0 || a.part === b.part) || !coversOverlay(b, a, n)),
      ),
  );
  return { ...e, bases, overlays };
}

/** Parts that some element can use, what they need, and what is held fast. */
function usefulParts(problem: Problem, elements: readonly ProblemElement[]): Set<number> {
  const kept = new Set<number>();
  const open: number[] = [];
  const keep = (p: number) => {
    if (p < 0 || kept.has(p) || problem.barred[p] !== null) return;
    kept.add(p);
    open.push(p);
  };
  problem.forced.forEach(keep);
  for (const e of elements) {
    for (const s of [...e.bases, ...e.overlays]) keep(s.part);
    for (const b of e.bases) if (!b.states.includes(-1)) b.states.forEach(keep);
  }
  while (open.length > 0) for (const need of problem.needs[open.pop()!]!) need.forEach(keep);
  return kept;
}

function dropAll(problem: Problem, kept: Set<number>, stay: ReadonlySet<number>): void {
  const { elements, terms } = problem;
  const { parts } = problem.instance;
  const free = freeOf(problem);
  interface Served {
    readonly element: ProblemElement;
    readonly bases: Base[];
    readonly overlays: Overlay[];
  }
  const served = new Map<number, Map<number, Served>>();
  elements.forEach((element, i) => {
    const of = (part: number) => {
      const mine = served.get(part) ?? new Map<number, Served>();
      served.set(part, mine);
      const known = mine.get(i) ?? { element, bases: [], overlays: [] };
      mine.set(i, known);
      return known;
    };
    for (const b of element.bases) if (b.part >= 0) of(b.part).bases.push(b);
    for (const o of element.overlays) if (o.part >= 0) of(o.part).overlays.push(o);
  });
  const needed = new Set([...kept].flatMap((p) => problem.needs[p]!.flat()));
  const within = (a: readonly unknown[], b: readonly unknown[]) => a.every((x) => b.includes(x));
  const sameNeeds = (a: number, b: number) =>
    problem.needs[a]!.every((n) => problem.needs[b]!.some((m) => within(m, n)));
  const against = new Map<number, number[]>();
  for (const q of kept) for (const p of parts[q]!.excludes) against.set(p, [...(against.get(p) ?? []), q]);
  const excludedBy = (p: number) => (against.get(p) ?? []).filter((q) => kept.has(q));
  const better = (a: number, b: number) => {
    const [pa, pb] = [parts[a]!, parts[b]!];
    if (terms.costs && pa.cost > pb.cost) return false;
    if (problem.memory !== null && pa.memory > pb.memory) return false;
    if ((terms.costs || problem.breaks !== null) && pa.breaks > pb.breaks) return false;
    if (pa.isLook || !within(pa.excludes, pb.excludes) || !within(pa.holds, pb.holds)) return false;
    if (!sameNeeds(a, b) || !within(excludedBy(a), excludedBy(b))) return false;
    const mine = served.get(a);
    for (const [i, { element, bases, overlays }] of mapped(served, b)) {
      const n = element.element.traits.length;
      const other = mine?.get(i);
      if (!other) return false;
      if (!bases.every((y) => other.bases.some((x) => free(x) && covers(x, y, n)))) return false;
      if (!overlays.every((y) => other.overlays.some((x) => free(x) && coversOverlay(x, y, n)))) return false;
    }
    return true;
  };
  // A part is looked at against those that serve the same first element: others cannot cover it.
  const byFirst = new Map<number, number[]>();
  for (const [p, mine] of served) {
    if (!kept.has(p)) continue;
    for (const i of mine.keys()) byFirst.set(i, [...(byFirst.get(i) ?? []), p]);
  }
  for (const [b, mine] of served) {
    if (!kept.has(b) || stay.has(b) || problem.forced.has(b) || needed.has(b) || parts[b]!.isLook) continue;
    const [first] = mine.keys();
    const rivals = (byFirst.get(first!) ?? []).filter((a) => a !== b && kept.has(a));
    if (rivals.some((a) => better(a, b))) kept.delete(b);
  }
  // What only a dropped part needed is of no use any more.
  const still = usefulParts(
    problem,
    elements.map((e) => ({
      ...e,
      bases: e.bases.filter((s) => s.part < 0 || kept.has(s.part)),
      overlays: e.overlays.filter((s) => s.part < 0 || kept.has(s.part)),
    })),
  );
  for (const p of kept) if (!still.has(p)) kept.delete(p);
}
