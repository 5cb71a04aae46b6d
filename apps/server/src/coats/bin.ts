import { ENTITIES } from '@spare-coat/core/coat/rows';
import { inTransaction, type Db } from '../db/pool.js';

/** A deleted coat can be brought back for so many days; the first page says so. The trigger on its history knows it too. */
export const BIN_DAYS = 30;

/**
 * Takes away for good what was deleted so long ago. A coat that hangs on the rack stays.
 *
 * @returns how many coats are gone
 */
export async function emptyBin(db: Db): Promise<number> {
  const { rows } = await db.query<{ id: string }>(
    `select c.id from coat c
      where c.deleted_at < now() - make_interval(days => $1)
        and not exists (select 1 from rack_item i where i.coat_id = c.id)`,
    [BIN_DAYS],
  );
  for (const { id } of rows)
    await inTransaction(db, async (client) => {
      const { rowCount } = await client.query(
        `select 1 from root r join coat c on c.id = r.id
          where r.id = $1 and c.deleted_at < now() - make_interval(days => $2) for update`,
        [id, BIN_DAYS],
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
