import type { Answer } from '../../model/coat/answers.js';
import type { TraitValue } from '../../model/traits/value.js';
import type { AcceptedRow, CoatRows } from '../../model/coat/rows.js';

export const FINDING_SORTS = [
  'doubled duty',
  'missing duty',
  'conflict on a surface',
  'setting wanted twice',
  'parts that exclude each other',
  'side effect',
  'brought unasked',
  'older than its host',
  'account or money',
  'trial running out',
  'not for this host',
  'failed here before',
  'out of reach of the theme',
  'spoils an application',
  'faulty command',
  'icon coverage',
  'contrast',
  'wallpaper fit',
  'accents disagree',
  'proportion broken',
  'helper must stay running',
  'not maintained',
  'two things at one edge',
  'two programs for one duty',
  'not for daily use',
  'not from this browser',
  'unanswered',
] as const;
export type FindingSort = (typeof FINDING_SORTS)[number];

/** A value typed by hand on a layer, in one variant or (null) in all, as the command of this name carries it out. */
export interface SetByHand {
  readonly type: 'match.setting';
  readonly layerId: string;
  readonly trait: string;
  readonly variantId: string | null;
  readonly value: TraitValue | null;
}

/** Something to do about a finding: values to set, an answer that the plan carries out, or a place to go to. */
export type FindingAction =
  | { readonly label: string; readonly commands: readonly SetByHand[] }
  | { readonly label: string; readonly answer: Answer }
  | {
      readonly label: string;
      readonly stage: 'match' | 'parts' | 'host' | 'propose';
      readonly id: string | null;
    };

/** Goes to an element, where something else can be chosen for it. */
export function chooseAnother(rows: CoatRows, element: string): FindingAction {
  const name = rows.element[element]?.name ?? 'it';
  return { label: `Choose another for ${name}`, stage: 'match', id: element };
}

/** Something that was noticed. Derived, never stored; its key comes from what it is about. */
export interface Finding {
  readonly key: string;
  readonly sort: FindingSort;
  readonly title: string;
  /** What it costs, in words. */
  readonly cost: string;
  /** How much it matters, for the order: points of the coat where they can be told, else by the sort. */
  readonly weight: number;
  readonly elements: readonly string[];
  /** Ids of parts. */
  readonly parts: readonly string[];
  readonly actions: readonly FindingAction[];
  /** What it rests on: accepted it stays quiet for as long as this stays the same. */
  readonly facts: string;
}

export interface SortedFindings {
  readonly open: readonly Finding[];
  readonly accepted: readonly { readonly finding: Finding; readonly row: AcceptedRow }[];
}

/** Findings that ask for something, and those that were taken as they are. One whose facts changed comes back. */
export function sortFindings(rows: CoatRows, findings: readonly Finding[]): SortedFindings {
  const accepted = new Map(Object.values(rows.accepted).map((a) => [a.finding, a]));
  const open: Finding[] = [];
  const quiet: { finding: Finding; row: AcceptedRow }[] = [];
  for (const finding of findings) {
    const row = accepted.get(finding.key);
    if (row && row.facts === finding.facts) quiet.push({ finding, row });
    else open.push(finding);
  }
  return { open: open.sort((a, b) => b.weight - a.weight || (a.key < b.key ? -1 : 1)), accepted: quiet };
}
