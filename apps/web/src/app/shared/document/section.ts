import type { Node } from '../forms/tree/nodes';
import type { Placed } from '../forms/tree/place';

/** One part of a document that is edited by itself: some of its fields. */
export interface Section {
  readonly id: string;
  readonly label: string;
  readonly help: string;
  readonly fields: Readonly<Record<string, Node>>;
}

/** How many problems lie in a section. */
export function problemsIn(section: Section, problems: readonly Placed[]): number {
  return problems.filter(({ path }) =>
    Object.keys(section.fields).some(
      (key) => path === key || path.startsWith(`${key}.`) || path.startsWith(`${key}[`),
    ),
  ).length;
}
