import { coatOf } from '@spare-coat/core/coat/rows';
import type { MatchContext } from '@spare-coat/core/matching/targets';
import { isId } from '@spare-coat/core/wire/text';
import type { Db } from '../db/pool.js';
import { notFound } from '../http/problem.js';
import { partsServing } from '../parts/store.js';
import { findProfile } from '../profiles/store.js';
import { loadRows } from './store.js';

/**
 * A coat with all that is looked at to tell how it stands: its rows, its host, and the parts that may be chosen.
 *
 * @param family of another host whose parts are wanted as well
 * @throws 404 where there is no such coat
 */
export async function coatContext(
  db: Db,
  coatId: string,
  family: string | null = null,
): Promise<MatchContext> {
  const known = isId(coatId)
    ? await db.query("select 1 from root where id = $1 and kind = 'coat'", [coatId])
    : { rowCount: 0 };
  if (!known.rowCount) throw notFound('coat');
  const rows = await loadRows(db, coatId);
  const { profileId, profileRevision } = coatOf(rows);
  const host = profileId ? ((await findProfile(db, profileId, profileRevision!))?.profile ?? null) : null;
  const kinds = [...new Set(Object.values(rows.element).map((e) => e.kind))];
  const pins = Object.values(rows.layer).flatMap((l) =>
    l.partId ? [[l.partId, l.partRevision!] as const] : [],
  );
  const parts = await partsServing(db, kinds, pins, host?.family ?? null);
  if (family !== null && family !== host?.family)
    for (const [key, part] of await partsServing(db, kinds, [], family)) parts.set(key, part);
  return { rows, host, parts };
}
