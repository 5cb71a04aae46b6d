import { isId } from '@spare-coat/core/ground/ids';
import { ValidationError } from 'yup';
import type { FactsElement } from '@spare-coat/core/proving/rack/facts';
import { readMark, type Mark } from '@spare-coat/core/proving/rack/marks';
import type { Db, Queryable } from '../db/pool.js';
import { Problem, notFound } from '../http/problem.js';

export type KeptMark = Mark & { readonly at: string };

const COLUMNS = 'id, version, reader, host, vote, worked, failed, note, at';

interface MarkRow extends Mark {
  readonly item_id: string;
  readonly at: Date;
}

const fromRow = ({ id, version, reader, host, vote, worked, failed, note, at }: MarkRow): KeptMark => ({
  id,
  version,
  reader,
  host,
  vote,
  worked,
  failed,
  note,
  at: at.toISOString(),
});

/** What readers marked on one thing of the rack, newest first. */
export async function marksOf(db: Queryable, itemId: string): Promise<KeptMark[]> {
  const { rows } = await db.query<MarkRow>(
    `select item_id, ${COLUMNS} from rack_mark where item_id = $1 order by at desc, id`,
    [itemId],
  );
  return rows.map(fromRow);
}

/** The same of everything, by the id of the thing. */
export async function marksOfAll(db: Queryable): Promise<Map<string, KeptMark[]>> {
  const { rows } = await db.query<MarkRow>(`select item_id, ${COLUMNS} from rack_mark`);
  const all = new Map<string, KeptMark[]>();
  for (const row of rows) all.set(row.item_id, [...(all.get(row.item_id) ?? []), fromRow(row)]);
  return all;
}

/**
 * Keeps what a reader says, or changes it. Sending it again changes nothing.
 *
 * @throws 404 where there is no such version, 409 where the same reader has another mark, 422 where it says something that is not there
 */
export async function putMark(db: Db, itemId: string, markId: string, body: unknown): Promise<void> {
  let mark: Mark;
  try {
    mark = readMark({ ...(body as object), id: markId });
  } catch (error) {
    if (error instanceof ValidationError) throw new Problem(422, 'bad-mark', error.errors.join(' '));
    throw error;
  }
  const known = isId(itemId)
    ? await db.query<{ elements: FactsElement[] }>(
        'select elements from rack_version where item_id = $1 and version = $2',
        [itemId, mark.version],
      )
    : { rows: [] };
  if (!known.rows[0]) throw notFound('version');
  const ids = new Set(known.rows[0].elements.map((e) => e.id));
  if ([...mark.worked, ...mark.failed].some((id) => !ids.has(id)))
    throw new Problem(422, 'unknown-id', 'This version has no such element.');
  try {
    const { rowCount } = await db.query(
      `insert into rack_mark (id, item_id, version, owner_id, reader, host, vote, worked, failed, note)
       select $1, $2, $3, id, $4, $5, $6, $7, $8, $9 from owner order by created_at limit 1
       on conflict (id) do update set version = excluded.version, reader = excluded.reader, host = excluded.host,
         vote = excluded.vote, worked = excluded.worked, failed = excluded.failed, note = excluded.note, at = now()
       where rack_mark.item_id = excluded.item_id`,
      [mark.id, itemId, mark.version, mark.reader, mark.host, mark.vote, mark.worked, mark.failed, mark.note],
    );
    if (rowCount === 0) throw new Problem(409, 'id-used', 'This id is in use already.');
  } catch (error) {
    if ((error as { code?: string }).code === '23505')
      throw new Problem(409, 'marked-already', `${mark.reader} has marked this already. Change that mark.`);
    throw error;
  }
}

/** Takes a mark away. Taking it away again changes nothing. */
export async function removeMark(db: Db, itemId: string, markId: string): Promise<void> {
  if (!isId(itemId) || !isId(markId)) throw notFound('mark');
  await db.query('delete from rack_mark where id = $1 and item_id = $2', [markId, itemId]);
}
