import type { Edge } from '../../model/deeds/step.js';

/**
 * Edges without those that a chain of others says as well, for drawing: what follows what stays the same, with far fewer
 * lines (the transitive reduction, which a graph without cycles has exactly one of; Aho, Garey, Ullman 1972).
 */
export function withoutImplied(edges: readonly Edge[]): Edge[] {
  const next = new Map<string, Edge[]>();
  for (const e of edges) next.set(e.from, [...(next.get(e.from) ?? []), e]);
  const reach = new Map<string, Set<string>>();
  const reachOf = (key: string): Set<string> => {
    const known = reach.get(key);
    if (known) return known;
    const all = new Set<string>();
    reach.set(key, all);
    for (const { to } of next.get(key) ?? []) {
      all.add(to);
      for (const further of reachOf(to)) all.add(further);
    }
    return all;
  };
  return edges.filter((e) => !(next.get(e.from) ?? []).some((o) => o.to !== e.to && reachOf(o.to).has(e.to)));
}
