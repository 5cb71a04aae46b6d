import { ENTITIES } from '@spare-coat/core/model/coat/rows';
import { inTransaction, type Db } from '../db/pool.js';

/** A deleted coat can be brought back for so many days; the first page says so. The trigger on its history knows it too. */
export const BIN_DAYS = 30;

/**
 * Of `coat` c, `root` r and $1 days. The time at which it was deleted is told by the clock of whoever did that, which may be years
 * behind: it counts from the last change by this one.
 */
const IS_LONG_AGO =
  'c.deleted_at is not null and greatest(c.deleted_at, r.changed_at) < now() - make_interval(days => $1)';

/**
 * Takes away for good what was deleted so long ago. A coat that hangs on the rack stays.
 *
 * @returns how many coats are gone
 */
export async function emptyBin(db: Db): Promise<number> {
  const { rows } = await db.query<{ id: string }>(
    `select c.id from coat c join root r on r.id = c.id where ${IS_LONG_AGO}
        and not exists (select 1 from rack_item i where i.coat_id = c.id)`,
    [BIN_DAYS],
  );
  for (const { id } of rows)
    await inTransaction(db, async (client) => {
      const { rowCount } = await client.query(
        `select 1 from root r join coat c on c.id = r.id
          where r.id = $2 and ${IS_LONG_AGO} for update`,
        [BIN_DAYS, id],
      );
      if (!rowCount) return;
      // The coat's own row goes last: while it is there, what is append-only may go.
      const tables = [
        ...['history', 'answerable', 'blob_use'].map((table) => [table, 'root_id']),
        ...['coat_standing', 'coat_card'].map((table) => [table, 'coat_id']),
        ...[...ENTITIES].reverse().map((entity) => [entity, entity === 'coat' ? 'id' : 'coat_id']),
        ['root', 'id'],
      ];
      for (const [table, column] of tables)
        await client.query(`delete from ${table} where ${column} = $1`, [id]);
    });
  return rows.length;
}
