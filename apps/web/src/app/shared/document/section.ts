import type { Column } from './columns';
import type { Entry } from './rowsBox';

/** One part of a document that is edited by itself. */
export type Section = {
  readonly id: string;
  readonly label: string;
  readonly help: string;
} & (
  | { readonly kind: 'fields'; readonly fields: readonly Column[] }
  | { readonly kind: 'rows'; readonly at: string; readonly columns: readonly Column[]; readonly fresh: Entry }
  /** An object of any keys: shown as rows of a key and a value. */
  | { readonly kind: 'record'; readonly at: string; readonly keyLabel: string; readonly value: Column }
  | { readonly kind: 'offers' }
  | { readonly kind: 'channels' }
  /** What has no form of its own, as JSON. */
  | { readonly kind: 'json'; readonly keys: readonly string[] }
);

/** Something wrong in a document, and where. */
export interface DocumentProblem {
  readonly path: string;
  readonly sentence: string;
}

/** The keys of a document that a section is about. */
export function keysOf(section: Section): readonly string[] {
  switch (section.kind) {
    case 'fields':
      return section.fields.map((f) => f.key);
    case 'rows':
    case 'record':
      return [section.at];
    case 'offers':
    case 'channels':
      return [section.kind];
    case 'json':
      return section.keys;
  }
}

/** How many problems lie in a section. */
export function problemsIn(section: Section, problems: readonly DocumentProblem[]): number {
  const keys = keysOf(section);
  return problems.filter(({ path }) =>
    keys.some((key) => path === key || path.startsWith(`${key}.`) || path.startsWith(`${key}[`)),
  ).length;
}
