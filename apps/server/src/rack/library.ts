import type { CoatFacts } from '@spare-coat/core/proving/rack/facts';
import { tallyOf } from '@spare-coat/core/proving/rack/marks';
import { hostsOf, searchRack, type RackQuery, type RackThing } from '@spare-coat/core/proving/rack/search';
import type { RackAnswer } from '@spare-coat/core/proving/wire/rack';
import { IS_FRESH } from '../coats/figures.js';
import type { Figures } from '../coats/workOut.js';
import type { Db } from '../db/pool.js';
import { marksOfAll } from './marks.js';

/** Where it is looked for: on the rack, among the coats that are worked on here, or in both. */
export const RACK_PLACES = ['rack', 'coats', 'all'] as const;
export type RackPlace = (typeof RACK_PLACES)[number];

/** A page shows so many at most; whoever looks for one of more searches for it. */
const MOST_FOUND = 200;

/** What hangs on the rack, each in its newest version. */
async function hanging(db: Db): Promise<RackThing[]> {
  const { rows } = await db.query<{
    id: string;
    coat_id: string;
    owner: string;
    name: string;
    about: string;
    version: number;
    at: Date;
    facts: CoatFacts;
  }>(
    `select i.id, i.coat_id, o.name as owner, i.name, i.about, v.version, v.at, v.facts
       from rack_item i
       join root r on r.id = i.id
       join owner o on o.id = r.owner_id
       join lateral (select * from rack_version w where w.item_id = i.id order by w.version desc limit 1) v on true
      where i.withdrawn_at is null`,
  );
  const marks = await marksOfAll(db);
  return rows.map(({ coat_id, at, ...row }): RackThing => {
    const { for: yes, votes, hosts } = tallyOf(marks.get(row.id) ?? []);
    return { ...row, from: 'rack', coatId: coat_id, at: at.toISOString(), votes: { for: yes, votes, hosts } };
  });
}

/** The library waits so long for coats that have to be worked out anew; the others are told as being worked out. */
const WAIT_MS = 2000;

/** Coats that are worked on here, and how many of them are not worked out yet. */
async function coatThings(
  db: Db,
  figures: Figures,
): Promise<{ readonly things: RackThing[]; readonly pending: number }> {
  const read = async () =>
    (
      await db.query<{ id: string; owner: string; name: string; at: Date; facts: CoatFacts | null }>(
        `select r.id, o.name as owner, c.name, r.changed_at as at, case when ${IS_FRESH} then k.facts end as facts
           from root r join coat c on c.id = r.id join owner o on o.id = r.owner_id
           left join coat_card k on k.coat_id = r.id
          where r.kind = 'coat' and c.deleted_at is null order by r.changed_at desc, r.id`,
      )
    ).rows;
  let rows = await read();
  const late = rows.filter((row) => !row.facts).map((row) => row.id);
  if (late.length > 0) {
    await figures.workOut(late, WAIT_MS);
    rows = await read();
  }
  const things = rows.flatMap(({ id, owner, name, at, facts }): RackThing[] => {
    const votes = { for: 0, votes: 0, hosts: [] };
    const thing = { id, from: 'coats' as const, coatId: id, owner, name, about: '', version: null, at: at.toISOString(), votes }; // prettier-ignore
    return facts ? [{ ...thing, facts }] : [];
  });
  return { things, pending: rows.length - things.length };
}

/** Looks through the library. */
export async function lookThrough(
  db: Db,
  figures: Figures,
  place: RackPlace,
  query: RackQuery,
): Promise<RackAnswer> {
  const things: RackThing[] = [];
  if (place !== 'coats') things.push(...(await hanging(db)));
  const coats = place === 'rack' ? { things: [], pending: 0 } : await coatThings(db, figures);
  things.push(...coats.things);
  const found = searchRack(things, query);
  return {
    found: found.slice(0, MOST_FOUND),
    count: found.length,
    all: things.length,
    pending: coats.pending,
    like: things.find((t) => t.id === query.like && query.order === 'likeness')?.name ?? null,
    hosts: [...new Set(things.flatMap(hostsOf))].sort((a, b) => a.localeCompare(b, 'en')),
  };
}
