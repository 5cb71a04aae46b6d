import type { Edge, Plan, Stage, Step } from './step.js';

/** Whether what a step did shows only after the session was broken. */
function breaksSession(step: Step): boolean {
  return step.effect === 'session' || step.effect === 'restart';
}

/**
 * Orders steps with the fewest session breaks. A step's stage is the longest chain of breaks that must lie before
 * it, so the number of breaks is that of the longest chain and cannot be less. Each break is a new session unless an
 * effect across it needs a restart; restarts are placed by interval stabbing, which needs the fewest for these
 * stages. Inside a stage, steps follow their edges, and among the ready ones those of the same rights and place as
 * the one before come first, then the order given.
 *
 * @param steps with unique keys, in the order wished where nothing else decides
 * @returns a plan, or the members of a cycle
 */
export function orderSteps(
  steps: readonly Step[],
  edges: readonly Edge[],
  warnings: readonly string[] = [],
): Plan {
  const index = new Map(steps.map((s, i) => [s.key, i]));
  const known = edges.filter((e) => index.has(e.from) && index.has(e.to));
  const next: Edge[][] = steps.map(() => []);
  const before = new Int32Array(steps.length);
  for (const edge of known) {
    next[index.get(edge.from)!]!.push(edge);
    before[index.get(edge.to)!]!++;
  }
  const level = new Int32Array(steps.length);
  const waiting = Int32Array.from(before);
  const ready = steps.map((_, i) => i).filter((i) => waiting[i] === 0);
  let seen = 0;
  while (ready.length > 0) {
    const i = ready.pop()!;
    seen++;
    for (const edge of next[i]!) {
      const j = index.get(edge.to)!;
      const least = level[i]! + (edge.afterEffect && breaksSession(steps[i]!) ? 1 : 0);
      level[j] = Math.max(level[j]!, least);
      if (--waiting[j]! === 0) ready.push(j);
    }
  }
  if (seen < steps.length) {
    const cycle = findCycle(steps, next, index);
    const names = cycle.map((s) => `“${s.title}”`).join(' → ');
    return {
      ok: false,
      cycle,
      sentence: `These steps wait for each other: ${names} → “${cycle[0]!.title}”.`,
    };
  }
  const last = level.reduce((a, b) => Math.max(a, b), 0);
  const restarts = placeRestarts(steps, known, level, index);
  const stages: Stage[] = [];
  for (let n = 0; n <= last; n++) {
    const members = steps.map((_, i) => i).filter((i) => level[i] === n);
    stages.push({
      steps: arrange(steps, members, next, index),
      breakAfter: n === last ? null : restarts.has(n) ? 'restart' : 'session',
    });
  }
  return { ok: true, stages, breaks: last, warnings };
}

/** Breaks (by the stage before them) that must be restarts: the fewest that lie inside every restart edge. */
function placeRestarts(
  steps: readonly Step[],
  edges: readonly Edge[],
  level: Int32Array,
  index: ReadonlyMap<string, number>,
): Set<number> {
  const spans = edges
    .filter((e) => e.afterEffect && steps[index.get(e.from)!]!.effect === 'restart')
    .map((e) => ({ first: level[index.get(e.from)!]!, last: level[index.get(e.to)!]! - 1 }))
    .sort((a, b) => a.last - b.last);
  const chosen = new Set<number>();
  let latest = -1;
  for (const span of spans) {
    if (span.first <= latest) continue;
    latest = span.last;
    chosen.add(latest);
  }
  return chosen;
}

function arrange(
  steps: readonly Step[],
  members: readonly number[],
  next: readonly (readonly Edge[])[],
  index: ReadonlyMap<string, number>,
): Step[] {
  const inside = new Set(members);
  const waiting = new Map(members.map((i) => [i, 0]));
  const inStage = (edge: Edge) => index.get(edge.to)!;
  for (const i of members)
    for (const edge of next[i]!)
      if (inside.has(inStage(edge))) waiting.set(inStage(edge), waiting.get(inStage(edge))! + 1);
  const ready = new Set(members.filter((i) => waiting.get(i) === 0));
  const out: Step[] = [];
  while (ready.size > 0) {
    const previous = out[out.length - 1];
    const cost = (i: number) =>
      (previous && steps[i]!.rights !== previous.rights ? 2 : 0) +
      (previous && steps[i]!.where !== previous.where ? 1 : 0);
    let pick = -1;
    for (const i of ready)
      if (pick < 0 || cost(i) < cost(pick) || (cost(i) === cost(pick) && i < pick)) pick = i;
    ready.delete(pick);
    out.push(steps[pick]!);
    for (const edge of next[pick]!) {
      const j = inStage(edge);
      if (!inside.has(j)) continue;
      waiting.set(j, waiting.get(j)! - 1);
      if (waiting.get(j) === 0) ready.add(j);
    }
  }
  return out;
}

function findCycle(
  steps: readonly Step[],
  next: readonly (readonly Edge[])[],
  index: ReadonlyMap<string, number>,
): Step[] {
  const state = new Uint8Array(steps.length);
  const path: number[] = [];
  // An explicit stack: a chain of a thousand steps must not be a thousand calls deep.
  for (let start = 0; start < steps.length; start++) {
    if (state[start]) continue;
    const stack: { node: number; edge: number }[] = [{ node: start, edge: 0 }];
    while (stack.length > 0) {
      const top = stack[stack.length - 1]!;
      if (top.edge === 0) {
        state[top.node] = 1;
        path.push(top.node);
      }
      const edge = next[top.node]![top.edge++];
      if (!edge) {
        state[top.node] = 2;
        path.pop();
        stack.pop();
        continue;
      }
      const to = index.get(edge.to)!;
      if (state[to] === 1) return path.slice(path.indexOf(to)).map((i) => steps[i]!);
      if (state[to] === 0) stack.push({ node: to, edge: 0 });
    }
  }
  return [];
}
