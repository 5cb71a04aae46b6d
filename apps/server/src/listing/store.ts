import type { Queryable } from '../db/pool.js';

export interface FollowedPart {
  readonly id: string;
  readonly name: string;
  readonly version: string;
  readonly key: string;
}

/** One's own parts that came from a listing, as they are now. @param from the listing's host */
export async function partsFromListing(db: Queryable, from: string): Promise<FollowedPart[]> {
  const { rows } = await db.query<FollowedPart>(
    `select n.part_id as id, n.name, p.data ->> 'version' as version, p.data -> 'source' ->> 'key' as key
       from part_newest n join part_revision p on p.part_id = n.part_id and p.revision = n.revision
      where not n.shipped and not n.gone
        and p.data -> 'source' ->> 'from' = $1 and p.data -> 'source' ->> 'key' is not null
      order by n.name limit 1000`,
    [from],
  );
  return rows;
}
