import type { ToldTrial } from '@spare-coat/core/proving/wire/parts';
import type { Queryable } from '../db/pool.js';

/** Trials of all coats that are not deleted, newest first: what was tried for one coat is worth knowing in the next. */
export async function listTrials(db: Queryable): Promise<ToldTrial[]> {
  const { rows } = await db.query<ToldTrial>(
    `select t.id, t.part_id as "partId", t.part_revision as "partRevision", t.family, t.host_version as "hostVersion",
            t.outcome, t.flavour, t.why, t.tried, t.coat_id as "coatId", c.name as coat
       from trial t join coat c on c.id = t.coat_id
      where c.deleted_at is null order by t.tried desc, t.id limit 5000`,
  );
  return rows;
}
