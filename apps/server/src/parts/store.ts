import { partKey } from '@spare-coat/core/matching/targets';
import type { Part } from '@spare-coat/core/parts/part';
import type { Queryable } from '../db/pool.js';

export interface PartSearch {
  readonly words: string;
  readonly sort: string | null;
  readonly kind: string | null;
  /** The last row of the page before: name and id. */
  readonly after: { readonly name: string; readonly id: string } | null;
  readonly most: number;
}

/** Newest revisions only. */
const NEWEST = `p.revision = (select max(q.revision) from part_revision q where q.part_id = p.part_id)`;

/** A page of the catalogue, by name. Every word has to be found, the last one as the start of a word. */
export async function searchParts(db: Queryable, s: PartSearch): Promise<Part[]> {
  const words = s.words.toLowerCase().match(/[\p{L}\p{N}.]+/gu) ?? [];
  const query = words.map((w) => `'${w}':*`).join(' & ');
  const { rows } = await db.query<{ data: Part }>(
    `select p.data from part_revision p
      where ${NEWEST}
        and ($1 = '' or p.words @@ to_tsquery('simple', $1))
        and ($2::text is null or p.sort = $2)
        and ($3::text is null or p.kinds @> array[$3])
        and ($4::text is null or (p.name, p.part_id) > ($4, $5::uuid))
      order by p.name, p.part_id limit $6`,
    [query, s.sort, s.kind, s.after?.name ?? null, s.after?.id ?? null, s.most],
  );
  return rows.map((r) => r.data);
}

/** The newest revision of a part, or the one named. */
export async function findPart(db: Queryable, id: string, revision?: number): Promise<Part | null> {
  const { rows } = await db.query<{ data: Part }>(
    'select data from part_revision where part_id = $1 and ($2::int is null or revision = $2) order by revision desc limit 1',
    [id, revision ?? null],
  );
  return rows[0]?.data ?? null;
}

/**
 * All parts that serve one of these kinds, with the pinned revisions and whatever those need, by `partKey`:
 * everything that matching and planning a coat look at.
 */
export async function partsServing(
  db: Queryable,
  kinds: readonly string[],
  pinned: readonly (readonly [string, number])[],
): Promise<Map<string, Part>> {
  const found = new Map<string, Part>();
  const keep = (parts: readonly { data: Part }[]) => {
    for (const { data } of parts) found.set(partKey(data.id, data.revision), data);
  };
  keep(
    (
      await db.query<{ data: Part }>(
        `select p.data from part_revision p where ${NEWEST} and p.kinds && $1::text[] order by p.name, p.part_id limit 5000`,
        [kinds],
      )
    ).rows,
  );
  for (const [id, revision] of pinned) {
    if (found.has(partKey(id, revision))) continue;
    keep(
      (
        await db.query<{ data: Part }>(
          'select data from part_revision where part_id = $1 and revision = $2',
          [id, revision],
        )
      ).rows,
    );
  }
  for (let depth = 0; depth < 8; depth++) {
    const known = new Set([...found.values()].map((p) => p.id));
    const missing = [...found.values()]
      .flatMap((p) => p.requires.flatMap((r) => r.anyOf))
      .filter((id) => !known.has(id));
    if (missing.length === 0) break;
    const before = found.size;
    keep(
      (
        await db.query<{ data: Part }>(
          `select p.data from part_revision p where ${NEWEST} and p.part_id = any($1::uuid[])`,
          [[...new Set(missing)]],
        )
      ).rows,
    );
    if (found.size === before) break;
  }
  return found;
}

/** Puts a revision of a part in. The caller runs it in a transaction. Nothing happens when it is there. */
export async function putPart(db: Queryable, part: Part, shipped: boolean): Promise<void> {
  await db.query(
    "insert into root (id, kind, owner_id, revision) select $1, 'part', id, $2 from owner order by created_at limit 1 on conflict (id) do nothing",
    [part.id, part.revision],
  );
  const text = [
    part.name,
    part.author,
    part.sort,
    part.summary,
    part.licence,
    ...part.offers.map((o) => `${o.name} ${o.kind}`),
  ].join(' ');
  const { rowCount } = await db.query(
    `insert into part_revision (part_id, revision, name, author, sort, kinds, words, data, shipped)
     values ($1, $2, $3, $4, $5, $6, to_tsvector('simple', $7), $8, $9) on conflict do nothing`,
    [
      part.id,
      part.revision,
      part.name,
      part.author,
      part.sort,
      [...new Set(part.offers.map((o) => o.kind))],
      text,
      JSON.stringify(part),
      shipped,
    ],
  );
  if (rowCount === 0) return;
  await db.query(
    `insert into history (root_id, revision, command_id, direction, label, command, changes, inverse, owner_id)
     select $1, $2, gen_random_uuid(), 'do', 'Ship the part', '{"type": "part.ship"}', '[]', '[]', owner_id from root where id = $1
     on conflict do nothing`,
    [part.id, part.revision],
  );
}
