import { coatOf } from '@spare-coat/core/coat/rows';
import { evaluateCoat } from '@spare-coat/core/matching/evaluate';
import { indexOffers } from '@spare-coat/core/matching/rank';
import { tapeOf } from '@spare-coat/core/matching/tape';
import { cropOf } from '@spare-coat/core/rack/facts';
import type { CoatCard } from '@spare-coat/core/wire/coat';
import type { Db } from '../db/pool.js';
import { coatContext } from './context.js';

/** Derived from a coat's revision and the catalogue's newest state; kept while neither changes. */
const cache = new Map<string, CoatCard>();
const CACHE_MOST = 500;

/** All coats, last changed first. */
export async function coatCards(db: Db): Promise<CoatCard[]> {
  const { rows } = await db.query<{ id: string; revision: number; changed_at: Date; catalogue: string }>(
    `select r.id, r.revision, r.changed_at,
            (select coalesce(max(changed_at)::text, '') from root where kind in ('part', 'profile')) as catalogue
       from root r where r.kind = 'coat' order by r.changed_at desc, r.id limit 500`,
  );
  const cards: CoatCard[] = [];
  for (const root of rows) {
    const key = `${root.id} ${root.revision} ${root.catalogue}`;
    let card = cache.get(key);
    if (!card) {
      card = await makeCard(db, root.id, root.revision, root.changed_at.toISOString());
      if (cache.size >= CACHE_MOST) cache.delete(cache.keys().next().value!);
      cache.set(key, card);
    }
    cards.push(card);
  }
  return cards;
}

async function makeCard(db: Db, id: string, revision: number, changedAt: string): Promise<CoatCard> {
  const ctx = await coatContext(db, id);
  const { rows, host } = ctx;
  const coat = coatOf(rows);
  const state = evaluateCoat(ctx, indexOffers(ctx));
  return {
    id,
    revision,
    name: coat.name,
    host: host ? `${host.name} ${host.version}` : null,
    changedAt,
    deletedAt: coat.deletedAt,
    crop: cropOf(rows),
    closeness: state.chosen,
    ceiling: state.ceiling,
    standings: state.standings,
    tape: tapeOf(state),
  };
}
