import { applyChanges } from '@spare-coat/core/model/coat/changes';
import type { CoatRows } from '@spare-coat/core/model/coat/rows';
import { evaluateCoat } from '@spare-coat/core/deciding/matching/evaluate';
import { indexOffers } from '@spare-coat/core/deciding/matching/rank';
import { inTransaction, type Client, type Db } from '../db/pool.js';
import { contextOf } from './context.js';
import { loadRows } from './store.js';

/** What was done before can be taken back for so many days. The trigger on the history knows it too. */
export const UNDO_DAYS = 90;
/** Coats that are condensed at one time: the others wait for the next. */
const MOST_AT_ONCE = 20;

/**
 * Condenses what is older than can be taken back: of each entry stay its command id, its label and when it was done, and of each
 * day how the coat stood at its end. A coat whose history does not lead back from what it is now is left as it is.
 *
 * @returns how many entries were condensed
 */
export async function condenseHistory(db: Db): Promise<number> {
  const { rows } = await db.query<{ root_id: string }>(
    `select distinct h.root_id from history h join root r on r.id = h.root_id
      where r.kind = 'coat' and not h.condensed and h.at < now() - make_interval(days => $1) limit ${MOST_AT_ONCE}`,
    [UNDO_DAYS],
  );
  let condensed = 0;
  for (const { root_id } of rows)
    condensed += await inTransaction(db, (client) => condenseOne(client, root_id));
  return condensed;
}

interface OldEntry {
  readonly revision: number;
  readonly label: string;
  readonly inverse: Parameters<typeof applyChanges>[1];
  readonly old: boolean;
  /** The day it was done on, in UTC. */
  readonly day: string;
}

async function condenseOne(client: Client, coatId: string): Promise<number> {
  await client.query('select 1 from root where id = $1 for update', [coatId]);
  const { rows: entries } = await client.query<OldEntry>(
    `select revision, label, inverse, at < now() - make_interval(days => $2) as old,
            to_char(at at time zone 'UTC', 'YYYY-MM-DD') as day
       from history where root_id = $1 and not condensed order by revision desc`,
    [coatId, UNDO_DAYS],
  );
  let now: CoatRows = await loadRows(client, coatId);
  let last = '';
  const days: {
    readonly day: string;
    readonly revision: number;
    readonly label: string;
    readonly rows: CoatRows;
  }[] = [];
  for (const entry of entries) {
    if (entry.old && entry.day !== last) {
      last = entry.day;
      days.push({ day: entry.day, revision: entry.revision, label: entry.label, rows: now });
    }
    // Making the coat is where its history begins: there is nothing before it.
    if (entry.revision === 1) break;
    const before = applyChanges(now, entry.inverse);
    if (!before.ok) return 0;
    now = before.rows;
  }
  for (const { day, revision, label, rows } of days) {
    const ctx = await contextOf(client, rows);
    const { chosen, standings, elements } = evaluateCoat(ctx, indexOffers(ctx));
    const each = elements.map(
      (e) => [e.element.id, { standing: e.standing, closeness: e.closeness }] as const,
    );
    await client.query(
      `insert into coat_standing (coat_id, owner_id, day, revision, closeness, standings, elements, label)
       select $1, owner_id, $2, $3, $4, $5, $6, $7 from root where id = $1 on conflict do nothing`,
      [
        coatId,
        day,
        revision,
        chosen,
        JSON.stringify(standings),
        JSON.stringify(Object.fromEntries(each)),
        label,
      ],
    );
  }
  const newest = days[0]?.revision ?? 0;
  await client.query('delete from answerable where root_id = $1 and revision <= $2', [coatId, newest]);
  const { rowCount } = await client.query(
    `update history set condensed = true, changes = '[]', inverse = '[]',
            command = case when command ? 'type' then jsonb_build_object('type', command -> 'type') else '{}' end
      where root_id = $1 and revision <= $2 and not condensed`,
    [coatId, newest],
  );
  return rowCount ?? 0;
}
