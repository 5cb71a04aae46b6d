import { wordAt } from '../../ground/cells.js';
import { mapped, nth } from '../../ground/checked.js';
import { placeRestarts } from './restarts.js';
import type { Edge, Plan, Sitting, Step } from '../../model/deeds/step.js';

/**
 * Orders steps with the fewest session breaks, and among those ways with the fewest restarts (see `placeRestarts`). The
 * number of breaks is that of the longest chain and cannot be less. Inside a sitting, steps follow their edges, and among
 * the ready ones those of the same rights and place as the one before come first, then the order given.
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
  const next: number[][] = steps.map(() => []);
  const into: { from: number; afterEffect: boolean }[][] = steps.map(() => []);
  for (const edge of known) {
    const [from, to] = [mapped(index, edge.from), mapped(index, edge.to)];
    nth(next, from).push(to);
    nth(into, to).push({ from, afterEffect: edge.afterEffect });
  }
  const sorted = topological(next, into);
  if (sorted.length < steps.length) {
    const cycle = findCycle(steps, next);
    const names = cycle.map((s) => `“${s.title}”`).join(' → ');
    return {
      ok: false,
      cycle,
      sentence: `These steps wait for each other: ${names} → “${nth(cycle, 0).title}”.`,
    };
  }
  const { sitting, restarts } = placeRestarts({ steps, sorted, into });
  const members: number[][] = Array.from({ length: restarts.length + 1 }, () => []);
  for (let i = 0; i < steps.length; i++) nth(members, wordAt(sitting, i)).push(i);
  const sittings = members.map((list, n): Sitting => ({
    steps: arrange(steps, list, next),
    breakAfter: n === restarts.length ? null : restarts[n] ? 'restart' : 'session',
  }));
  return { ok: true, sittings, breaks: restarts.length, warnings, edges: known, readyOf: {} };
}

/** Indices in an order that keeps the edges; shorter than the list where there is a cycle. */
function topological(next: readonly (readonly number[])[], into: readonly (readonly unknown[])[]): number[] {
  const waiting = Int32Array.from(into, (list) => list.length);
  const sorted = next.map((_, i) => i).filter((i) => waiting[i] === 0);
  for (let at = 0; at < sorted.length; at++)
    for (const to of nth(next, sorted[at]!)) if (--waiting[to]! === 0) sorted.push(to);
  return sorted;
}

/** Changes of rights are felt more than changes of place. */
const RIGHTS_COST = 2;
const PLACE_COST = 1;

function arrange(
  steps: readonly Step[],
  members: readonly number[],
  next: readonly (readonly number[])[],
): Step[] {
  const inside = new Set(members);
  const waiting = new Map(members.map((i) => [i, 0]));
  for (const i of members)
    for (const to of nth(next, i)) if (inside.has(to)) waiting.set(to, mapped(waiting, to) + 1);
  const ready = new Set(members.filter((i) => waiting.get(i) === 0));
  const out: Step[] = [];
  while (ready.size > 0) {
    const previous = out[out.length - 1];
    const cost = (i: number) =>
      (previous && nth(steps, i).rights !== previous.rights ? RIGHTS_COST : 0) +
      (previous && nth(steps, i).where !== previous.where ? PLACE_COST : 0);
    let pick = -1;
    let least = Infinity;
    for (const i of ready) {
      const c = cost(i);
      if (c < least || (c === least && i < pick)) [pick, least] = [i, c];
    }
    ready.delete(pick);
    out.push(nth(steps, pick));
    for (const to of nth(next, pick)) {
      if (!inside.has(to)) continue;
      waiting.set(to, mapped(waiting, to) - 1);
      if (waiting.get(to) === 0) ready.add(to);
    }
  }
  return out;
}

function findCycle(steps: readonly Step[], next: readonly (readonly number[])[]): Step[] {
  const state = new Uint8Array(steps.length);
  const path: number[] = [];
  // An explicit stack: a chain of a thousand steps must not be a thousand calls deep.
  for (let start = 0; start < steps.length; start++) {
    if (state[start]) continue;
    const stack: { node: number; edge: number }[] = [{ node: start, edge: 0 }];
    while (stack.length > 0) {
      const top = nth(stack, stack.length - 1);
      if (top.edge === 0) {
        state[top.node] = 1;
        path.push(top.node);
      }
      const to = nth(next, top.node)[top.edge++];
      if (to === undefined) {
        state[top.node] = 2;
        path.pop();
        stack.pop();
        continue;
      }
      if (state[to] === 1) return path.slice(path.indexOf(to)).map((i) => nth(steps, i));
      if (state[to] === 0) stack.push({ node: to, edge: 0 });
    }
  }
  return [];
}
