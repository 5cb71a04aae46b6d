import { isId } from '@spare-coat/core/ground/ids';
import { applyChanges, type Change } from '@spare-coat/core/model/coat/changes';
import { NO_ROWS, type CoatRows } from '@spare-coat/core/model/coat/rows';
import type { CoatPast, PastEntry, StandingChange } from '@spare-coat/core/deciding/matching/standingHistory';
import { inSnapshot, type Db } from '../db/pool.js';
import { notFound } from '../http/problem.js';
import { loadRows } from './store.js';

/** The past of one element of a coat, as far as it is kept. @throws 404 where there is no such coat */
export function pastOf(db: Db, coatId: string, elementId: string): Promise<CoatPast> {
  return inSnapshot(db, async (client) => {
    const rows = isId(coatId) ? await loadRows(client, coatId) : NO_ROWS;
    if (Object.keys(rows.coat).length === 0) throw notFound('coat');
    const kept = await client.query<{
      at: string;
      label: string;
      stood: Omit<StandingChange, 'at' | 'label'>;
    }>(
      `select to_char(day, 'YYYY-MM-DD') as at, label, elements -> $2 as stood from coat_standing
        where coat_id = $1 and elements ? $2 order by day`,
      [coatId, elementId],
    );
    const { rows: entries } = await client.query<
      PastEntry & { inverse: readonly Change[]; revision: number }
    >(
      `select revision, label, at, changes, inverse from history where root_id = $1 and not condensed order by revision`,
      [coatId],
    );
    return {
      kept: kept.rows.map(({ at, label, stood }) => ({ at, label, ...stood })),
      from: entries[0]?.revision === 1 ? NO_ROWS : before(rows, entries),
      entries: entries.map(({ label, at, changes }) => ({ label, at, changes })),
    };
  });
}

/** The coat as it was before these entries; as it is where they do not lead back. */
function before(rows: CoatRows, entries: readonly { readonly inverse: readonly Change[] }[]): CoatRows {
  let past = rows;
  for (const { inverse } of [...entries].reverse()) {
    const applied = applyChanges(past, inverse);
    if (!applied.ok) return rows;
    past = applied.rows;
  }
  return past;
}
