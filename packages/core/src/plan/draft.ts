import type { Edge, Step } from './step.js';

/** Steps and what follows what, while a plan is being derived. */
export class Draft {
  readonly steps = new Map<string, Step>();
  readonly edges: Edge[] = [];
  readonly warnings: string[] = [];
  /** The step that gets a part, by the part's id. */
  readonly got = new Map<string, string>();

  add(step: Omit<Step, 'elements'>, element: string | null): string {
    const known = this.steps.get(step.key);
    const elements = new Set([...(known?.elements ?? []), ...(element ? [element] : [])]);
    this.steps.set(step.key, { ...step, elements: [...elements] });
    return step.key;
  }

  follow(from: string | null, to: string, afterEffect = true): string {
    if (from && from !== to && !this.edges.some((e) => e.from === from && e.to === to))
      this.edges.push({ from, to, afterEffect });
    return to;
  }
}
