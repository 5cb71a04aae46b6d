import { coatOf } from '@spare-coat/core/coat/rows';
import { evaluateCoat } from '@spare-coat/core/matching/evaluate';
import { indexOffers } from '@spare-coat/core/matching/rank';
import {
  coatFacts,
  cropOf,
  factsElements,
  type CoatFacts,
  type FactsElement,
} from '@spare-coat/core/rack/facts';
import { tallyOf } from '@spare-coat/core/rack/marks';
import { hostsOf, searchRack, type RackQuery, type RackThing } from '@spare-coat/core/rack/search';
import type { RackAnswer } from '@spare-coat/core/wire/rack';
import { derivedOfCoats } from '../coats/cards.js';
import { coatContext } from '../coats/context.js';
import type { Db } from '../db/pool.js';
import { coloursOf } from './colours.js';
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

/** A coat that is worked on here, as the library tells it. */
export async function factsOfCoat(
  db: Db,
  coatId: string,
): Promise<{ readonly name: string; readonly facts: CoatFacts; readonly elements: readonly FactsElement[] }> {
  const ctx = await coatContext(db, coatId);
  const state = evaluateCoat(ctx, indexOffers(ctx));
  const crop = cropOf(ctx.rows);
  const facts = coatFacts(ctx, state, crop ? await coloursOf(db, crop.blob) : []);
  return { name: coatOf(ctx.rows).name, facts, elements: factsElements(ctx, state) };
}

const coatThings = derivedOfCoats(async (db, { id, changedAt }): Promise<RackThing | null> => {
  const { rows } = await db.query<{ owner: string; deleted_at: Date | null }>(
    `select o.name as owner, c.deleted_at from root r join owner o on o.id = r.owner_id join coat c on c.id = r.id
      where r.id = $1`,
    [id],
  );
  if (!rows[0] || rows[0].deleted_at !== null) return null;
  const { name, facts } = await factsOfCoat(db, id);
  const votes = { for: 0, votes: 0, hosts: [] };
  return { id, from: 'coats', coatId: id, owner: rows[0].owner, name, about: '', version: null, at: changedAt, facts, votes }; // prettier-ignore
});

/** Looks through the library. */
export async function lookThrough(db: Db, place: RackPlace, query: RackQuery): Promise<RackAnswer> {
  const things: RackThing[] = [];
  if (place !== 'coats') things.push(...(await hanging(db)));
  if (place !== 'rack') for (const thing of await coatThings(db)) if (thing) things.push(thing);
  const found = searchRack(things, query);
  return {
    found: found.slice(0, MOST_FOUND),
    count: found.length,
    all: things.length,
    like: things.find((t) => t.id === query.like && query.order === 'likeness')?.name ?? null,
    hosts: [...new Set(things.flatMap(hostsOf))].sort((a, b) => a.localeCompare(b, 'en')),
  };
}
