import { partKey } from '@spare-coat/core/deciding/matching/targets';
import type { Part } from '@spare-coat/core/model/parts/part';
import type { Queryable } from '../db/pool.js';
import { isOpenLicence } from './licence.js';

export const PART_ORDERS = ['name', 'newest'] as const;
export type PartOrder = (typeof PART_ORDERS)[number];

export interface PartSearch {
  readonly words: string;
  readonly sort: string | null;
  readonly kind: string | null;
  /** A host's family: only what speaks of it, or rests on open standards alone. */
  readonly family: string | null;
  /** `open`, or the beginning of an SPDX name. */
  readonly licence: string | null;
  /** At most so much; 0 is free alone. */
  readonly price: number | null;
  /** Nothing that needs an account. */
  readonly noAccount: boolean;
  /** Released on this ISO date or later. */
  readonly since: string | null;
  /** One's own parts alone, or shipped ones alone. */
  readonly own: boolean | null;
  readonly order: PartOrder;
  /** The last row of the page before: what it is ordered by, and its id. */
  readonly after: { readonly key: string; readonly id: string } | null;
  readonly most: number;
}

/** A part as the catalogue has it. */
export interface CatalogueRow {
  readonly data: Part;
  readonly shipped: boolean;
}

/** Every word as a prefix that has to be found. */
export function wordQuery(words: string): string {
  return (words.toLowerCase().match(/[\p{L}\p{N}.]+/gu) ?? []).map((w) => `'${w}':*`).join(' & ');
}

/** The statement of a search with its values: conditions that are not asked for are not in it. */
export function searchStatement(s: PartSearch): { text: string; values: unknown[] } {
  const values: unknown[] = [];
  const where = ['not n.gone'];
  const add = (condition: (place: string) => string, value: unknown) => {
    values.push(value);
    where.push(condition(`$${values.length}`));
  };
  const query = wordQuery(s.words);
  if (query !== '') add((p) => `n.words @@ to_tsquery('simple', ${p})`, query);
  if (s.sort) add((p) => `n.sort = ${p}`, s.sort);
  if (s.kind) add((p) => `n.kinds @> array[${p}]::text[]`, s.kind);
  if (s.family) add((p) => `(n.families = '{}' or n.families @> array[${p}]::text[])`, s.family);
  if (s.licence === 'open') where.push('n.open_licence');
  else if (s.licence) add((p) => `starts_with(lower(n.licence), lower(${p}))`, s.licence);
  if (s.price !== null) add((p) => `n.price <= ${p}`, s.price);
  if (s.noAccount) where.push('not n.account');
  if (s.since) add((p) => `n.released >= ${p}::date`, s.since);
  if (s.own !== null) where.push(s.own ? 'not n.shipped' : 'n.shipped');
  let order = 'n.name, n.part_id';
  if (s.order === 'newest') order = 'n.released desc, n.part_id';
  if (s.after) {
    values.push(s.after.key, s.after.id);
    const [key, id] = [`$${values.length - 1}`, `$${values.length}`];
    where.push(
      s.order === 'newest'
        ? `n.released <= ${key}::date and (n.released < ${key}::date or n.part_id > ${id}::uuid)`
        : `(n.name, n.part_id) > (${key}, ${id}::uuid)`,
    );
  }
  values.push(s.most);
  // The page is found on the narrow rows first; only then are its descriptions fetched.
  const text = `select p.data, n.shipped
    from (select n.part_id, n.revision, n.shipped, row_number() over (order by ${order}) as place
            from part_newest n where ${where.join(' and ')} order by ${order} limit $${values.length}) n
    join part_revision p on p.part_id = n.part_id and p.revision = n.revision
   order by n.place`;
  return { text, values };
}

/** A page of the catalogue. Every word has to be found, as the start of a word. */
export async function searchParts(db: Queryable, s: PartSearch): Promise<CatalogueRow[]> {
  const { text, values } = searchStatement(s);
  return (await db.query<CatalogueRow>(text, values)).rows;
}

/** The newest revision of a part, or the one named; deleted ones too, since coats may pin them. */
export async function findPart(
  db: Queryable,
  id: string,
  revision?: number,
): Promise<(CatalogueRow & { readonly gone: boolean }) | null> {
  const { rows } = await db.query<CatalogueRow & { gone: boolean }>(
    `select p.data, p.shipped, coalesce(n.gone, false) as gone
       from part_revision p left join part_newest n on n.part_id = p.part_id
      where p.part_id = $1 and ($2::int is null or p.revision = $2) order by p.revision desc limit 1`,
    [id, revision ?? null],
  );
  return rows[0] ?? null;
}

/** Matching one coat looks at so many parts at most: those for its host first. */
const MOST_SERVING = 5000;

/**
 * All parts that serve one of these kinds, with the pinned revisions and whatever those need, by `partKey`:
 * everything that matching and planning a coat look at.
 *
 * @param family of the coat's host: of very many parts those that are for it come along first
 */
export async function partsServing(
  db: Queryable,
  kinds: readonly string[],
  pinned: readonly (readonly [string, number])[],
  family: string | null = null,
): Promise<Map<string, Part>> {
  const found = new Map<string, Part>();
  const keep = (parts: readonly { data: Part }[]) => {
    for (const { data } of parts) found.set(partKey(data.id, data.revision), data);
  };
  const newest = (condition: string) =>
    `select p.data from part_newest n join part_revision p on p.part_id = n.part_id and p.revision = n.revision
      where not n.gone and ${condition}`;
  keep(
    (
      await db.query<{ data: Part }>(
        newest(
          `n.kinds && $1::text[]
            order by (n.families = '{}' or n.families @> array[$2]::text[]) desc, n.name, n.part_id limit ${MOST_SERVING}`,
        ),
        [kinds, family],
      )
    ).rows,
  );
  const missingPins = pinned.filter(([id, revision]) => !found.has(partKey(id, revision)));
  if (missingPins.length > 0)
    keep(
      (
        await db.query<{ data: Part }>(
          `select p.data from part_revision p join unnest($1::uuid[], $2::int[]) as w (id, revision)
             on p.part_id = w.id and p.revision = w.revision`,
          [missingPins.map(([id]) => id), missingPins.map(([, revision]) => revision)],
        )
      ).rows,
    );
  for (let depth = 0; depth < 8; depth++) {
    const known = new Set([...found.values()].map((p) => p.id));
    const missing = [...found.values()]
      .flatMap((p) => p.requires.flatMap((r) => r.anyOf))
      .filter((id) => !known.has(id));
    if (missing.length === 0) break;
    const before = found.size;
    keep(
      (await db.query<{ data: Part }>(newest('n.part_id = any($1::uuid[])'), [[...new Set(missing)]])).rows,
    );
    if (found.size === before) break;
  }
  return found;
}

/** Writes one revision of a part and moves the catalogue to it. The caller holds the root's lock. */
export async function writePart(db: Queryable, part: Part, shipped: boolean): Promise<void> {
  const text = [
    part.name,
    part.author,
    part.sort,
    part.summary,
    part.licence,
    ...(part.variants ?? []),
    ...part.offers.map((o) => `${o.name} ${o.kind}`),
  ].join(' ');
  const kinds = [...new Set(part.offers.map((o) => o.kind))];
  await db.query(
    `insert into part_revision (part_id, revision, name, author, sort, kinds, words, data, shipped)
     values ($1, $2, $3, $4, $5, $6, to_tsvector('simple', $7), $8, $9)`,
    [part.id, part.revision, part.name, part.author, part.sort, kinds, text, JSON.stringify(part), shipped],
  );
  await db.query(
    `insert into part_newest (part_id, revision, name, author, sort, kinds, words, open_licence, licence, price, account,
                              released, shipped, families)
     values ($1, $2, $3, $4, $5, $6, to_tsvector('simple', $7), $8, $9, $10, $11, $12, $13, $14)
     on conflict (part_id) do update set
       revision = excluded.revision, name = excluded.name, author = excluded.author, sort = excluded.sort,
       kinds = excluded.kinds, words = excluded.words, open_licence = excluded.open_licence, licence = excluded.licence,
       price = excluded.price, account = excluded.account, released = excluded.released, families = excluded.families,
       gone = false`,
    [
      part.id,
      part.revision,
      part.name,
      part.author,
      part.sort,
      kinds,
      text,
      isOpenLicence(part.licence),
      part.licence,
      part.price?.amount ?? 0,
      part.account,
      part.released,
      shipped,
      [...new Set(part.fits.map((f) => f.host))],
    ],
  );
  const kept = part.channels.flatMap((c) => (c.way === 'archive' && c.kept && c.sha256 ? [c.sha256] : []));
  if (kept.length > 0)
    await db.query(
      'insert into blob_use (sha256, root_id) select b.sha256, $2 from blob b where b.sha256 = any($1::text[]) on conflict do nothing',
      [kept, part.id],
    );
}
