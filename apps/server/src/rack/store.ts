import { isId } from '@spare-coat/core/ground/ids';
import { tallyOf } from '@spare-coat/core/proving/rack/marks';
import type { OnRack, RackItem, RackPage } from '@spare-coat/core/proving/wire/rack';
import type { Queryable } from '../db/pool.js';
import { notFound } from '../http/problem.js';
import { marksOf } from './marks.js';

/** A thing of the rack with its versions and marks. @throws 404 */
export async function findItem(db: Queryable, id: string): Promise<RackItem> {
  const { rows } = isId(id)
    ? await db.query<{
        revision: number;
        coat_id: string;
        owner: string;
        name: string;
        about: string;
        withdrawn_at: Date | null;
      }>(
        `select r.revision, i.coat_id, o.name as owner, i.name, i.about, i.withdrawn_at
           from rack_item i join root r on r.id = i.id join owner o on o.id = r.owner_id where i.id = $1`,
        [id],
      )
    : { rows: [] };
  const item = rows[0];
  if (!item) throw notFound('coat on the rack');
  const versions = await db.query<{
    version: number;
    at: Date;
    notes: string;
    closeness: number | null;
    coat_revision: number;
    size: number;
  }>(
    `select v.version, v.at, v.notes, (v.facts->>'closeness')::float8 as closeness, v.coat_revision, b.size
       from rack_version v join blob b on b.sha256 = v.bundle where v.item_id = $1 order by v.version desc`,
    [id],
  );
  const marks = await marksOf(db, id);
  return {
    id,
    revision: item.revision,
    coatId: item.coat_id,
    owner: item.owner,
    name: item.name,
    about: item.about,
    withdrawnAt: item.withdrawn_at?.toISOString() ?? null,
    versions: versions.rows.map(({ coat_revision, at, ...v }) => ({
      ...v,
      at: at.toISOString(),
      coatRevision: coat_revision,
    })),
    marks,
    tally: tallyOf(marks),
  };
}

interface VersionRow extends RackPage {
  readonly name: string;
  readonly bundle: string;
}

/** One version of a thing of the rack. @throws 404 */
export async function findVersion(db: Queryable, id: string, version: string): Promise<VersionRow> {
  const { rows } =
    isId(id) && /^\d{1,9}$/.test(version)
      ? await db.query<VersionRow>(
          `select i.name, v.facts, v.elements, v.sheet, v.bundle
             from rack_version v join rack_item i on i.id = v.item_id where v.item_id = $1 and v.version = $2`,
          [id, Number(version)],
        )
      : { rows: [] };
  if (!rows[0]) throw notFound('version');
  return rows[0];
}

/** How a coat hangs on the rack; null where it does not, and never did. */
export async function onRack(db: Queryable, coatId: string): Promise<OnRack | null> {
  const { rows } = isId(coatId)
    ? await db.query<{
        id: string;
        revision: number;
        name: string;
        about: string;
        withdrawn_at: Date | null;
        version: number;
        coat_revision: number;
      }>(
        `select i.id, r.revision, i.name, i.about, i.withdrawn_at, v.version, v.coat_revision
           from rack_item i join root r on r.id = i.id
           join lateral (select * from rack_version w where w.item_id = i.id order by w.version desc limit 1) v on true
          where i.coat_id = $1`,
        [coatId],
      )
    : { rows: [] };
  const found = rows[0];
  if (!found) return null;
  const { withdrawn_at, coat_revision, ...rest } = found;
  return { ...rest, withdrawnAt: withdrawn_at?.toISOString() ?? null, coatRevision: coat_revision };
}
