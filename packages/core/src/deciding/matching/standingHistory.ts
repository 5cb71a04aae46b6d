import { applyChanges, type Change } from '../../model/coat/changes.js';
import { newCoatRow, type CoatRows } from '../../model/coat/rows.js';
import { evaluateCoat } from './evaluate.js';
import { indexOffers } from './rank.js';
import type { Standing } from './standing.js';
import type { MatchContext } from './targets.js';

/** One thing that was written to a coat, as its history keeps it. */
export interface PastEntry {
  readonly label: string;
  readonly at: string;
  readonly changes: readonly Change[];
}

export interface StandingChange {
  readonly at: string;
  /** What was done. */
  readonly label: string;
  readonly standing: Standing;
  /** 0 to 1, by what the catalogue and the host say today of what was chosen then. */
  readonly closeness: number | null;
}

/** The past of a coat, as far as it is kept: how an element stood long ago, and everything that was done since. */
export interface CoatPast {
  /** How it stood at the ends of days of which only that is still known. */
  readonly kept: readonly StandingChange[];
  /** The coat as it was before the first of the entries. */
  readonly from: CoatRows;
  readonly entries: readonly PastEntry[];
}

/** Rows that were put in before they had all their fields. */
function withDefaults(change: Change): Change {
  if (change.before !== null || change.after === null) return change;
  const defaults: Partial<Record<string, object>> = {
    coat: newCoatRow(change.id, ''),
    element: { carry: null, displayId: null, addition: false },
    match: { links: [], lookAgain: null, by: 'hand' },
  };
  return { ...change, after: { ...defaults[change.entity], ...change.after } } as Change;
}

/** What can move the standing of an element. */
const MOVING = ['match', 'layer', 'trait', 'element', 'coat', 'display', 'handmade'];

/**
 * How the standing of an element changed, oldest first: the coat's history is played again, and the element is looked at
 * after every entry that touched something of it. Nothing is kept for this but of long ago, of which the history does not say any
 * more what was done.
 */
export function standingHistory(
  ctx: MatchContext,
  { kept, from, entries }: CoatPast,
  elementId: string,
): StandingChange[] {
  let rows: CoatRows = from;
  const told = kept.filter((change, i) => change.standing !== kept[i - 1]?.standing);
  for (const { label, at, changes } of entries) {
    const applied = applyChanges(rows, changes.map(withDefaults));
    // A history that does not fit together is told as far as it does.
    if (!applied.ok) break;
    rows = applied.rows;
    if (!rows.element[elementId] || !changes.some((c) => MOVING.includes(c.entity))) continue;
    const only = { ...rows, element: { [elementId]: rows.element[elementId] } };
    const past = { ...ctx, rows: only };
    const [state] = evaluateCoat(past, indexOffers({ ...past, parts: new Map() })).elements;
    const before = told.at(-1);
    if (state && state.standing !== before?.standing)
      told.push({ at, label, standing: state.standing, closeness: state.closeness });
  }
  return told;
}
