import { nth } from '@spare-coat/core/ground/checked';
import { isId } from '@spare-coat/core/ground/ids';
import type { CoatCard, CoatsPage } from '@spare-coat/core/proving/wire/coat';
import type { Db } from '../db/pool.js';
import { Problem } from '../http/problem.js';
import { BIN_DAYS } from './bin.js';
import { IS_FRESH, type Worked } from './figures.js';
import type { Figures } from './workOut.js';

/** A page of cards. */
const PAGE = 24;
/** The first page waits so long for figures; what is not there by then comes with the next question. */
const WAIT_MS = 300;
const MOST_WORDS = 200;

/** What is looked for among coats. */
export interface CardsQuery {
  /** In the name of the coat, or of its host. */
  readonly words: string;
  /** Those that were deleted, in place of those that were not. */
  readonly deleted: boolean;
  /** Where the page before ended; null for the first. */
  readonly after: { readonly changedAt: string; readonly id: string } | null;
}

/** Reads a query as it stands in an address. @throws Problem 400 */
export function readCardsQuery(asked: Readonly<Record<string, unknown>>): CardsQuery {
  const { words = '', deleted, after } = asked;
  if (typeof words !== 'string' || words.length > MOST_WORDS)
    throw new Problem(400, 'bad-request', `At most ${MOST_WORDS} characters are looked for.`);
  let cursor: CardsQuery['after'] = null;
  if (after !== undefined) {
    const [changedAt = '', id = ''] = typeof after === 'string' ? after.split('|') : [];
    if (!isId(id) || Number.isNaN(Date.parse(changedAt)))
      throw new Problem(400, 'bad-request', 'There is no such page.');
    cursor = { changedAt, id };
  }
  return { words, deleted: deleted === 'true', after: cursor };
}

interface CardRow extends Worked {
  readonly id: string;
  readonly revision: number;
  readonly changed_at: Date;
  readonly cursor: string;
  readonly name: string;
  readonly deleted_at: Date | null;
  readonly on_rack: boolean;
  readonly fresh: boolean;
  readonly failed: boolean;
}

const CARD = `select r.id, r.revision, r.changed_at, r.changed_at::text as cursor, c.name, c.deleted_at,
                     exists (select 1 from rack_item i where i.coat_id = r.id) as on_rack,
                     coalesce(${IS_FRESH}, false) as fresh, coalesce(k.failed, false) as failed, k.facts, k.standings
                from root r join coat c on c.id = r.id left join coat_card k on k.coat_id = r.id`;
/** $1: deleted ones; $2: a pattern, or null. */
const FOUND = `r.kind = 'coat' and (c.deleted_at is not null) = $1
           and ($2::text is null or c.name ilike $2 or k.facts ->> 'host' ilike $2)`;

/** A page of cards, last changed first. Figures that are not fresh are worked out, those that take too long left out. */
export async function coatCards(
  db: Db,
  figures: Figures,
  { words, deleted, after }: CardsQuery,
): Promise<CoatsPage> {
  const pattern = words.trim() === '' ? null : `%${words.trim().replaceAll(/[\\%_]/g, '\\$&')}%`;
  const read = async () =>
    (
      await db.query<CardRow>(
        `${CARD} where ${FOUND} and ($3::timestamptz is null or (r.changed_at, r.id) < ($3::timestamptz, $4::uuid))
          order by r.changed_at desc, r.id desc limit ${PAGE + 1}`,
        [deleted, pattern, after?.changedAt ?? null, after?.id ?? null],
      )
    ).rows;
  const found = await read();
  const page = found.slice(0, PAGE);
  const late = page.filter((row) => !row.fresh).map((row) => row.id);
  const fresh = new Map(page.map((row) => [row.id, row]));
  if (late.length > 0) {
    await figures.workOut(late, WAIT_MS);
    const { rows } = await db.query<CardRow>(`${CARD} where r.id = any($1::uuid[])`, [late]);
    for (const row of rows) fresh.set(row.id, row);
  }
  const counts = await db.query<{ count: number; deleted: number }>(
    `select (select count(*) from root r join coat c on c.id = r.id left join coat_card k on k.coat_id = r.id where ${FOUND}) as count,
            (select count(*) from coat where deleted_at is not null) as deleted`,
    [deleted, pattern],
  );
  const last = found.length > PAGE ? page.at(-1) : undefined;
  return {
    coats: page.map((row) => cardOf(fresh.get(row.id) ?? row)),
    next: last ? `${last.cursor}|${last.id}` : null,
    ...nth(counts.rows, 0),
  };
}

function cardOf({
  id,
  revision,
  changed_at,
  name,
  deleted_at,
  on_rack,
  fresh,
  failed,
  facts,
  standings,
}: CardRow): CoatCard {
  const since = Math.max(deleted_at?.getTime() ?? 0, changed_at.getTime());
  const goes = deleted_at && !on_rack ? new Date(since + BIN_DAYS * 86_400_000) : null;
  return {
    id,
    revision,
    name,
    changedAt: changed_at.toISOString(),
    deletedAt: deleted_at?.toISOString() ?? null,
    goesAt: goes?.toISOString() ?? null,
    crop: facts?.crop ?? null,
    failed: failed && !fresh,
    figures: fresh
      ? {
          host: facts.host,
          closeness: facts.closeness,
          ceiling: facts.ceiling,
          most: facts.most ?? { chosen: facts.closeness, ceiling: facts.ceiling },
          standings,
          tape: facts.tape,
        }
      : null,
  };
}
