import { coatOf } from '@spare-coat/core/coat/rows';
import { evaluateCoat } from '@spare-coat/core/matching/evaluate';
import { indexOffers } from '@spare-coat/core/matching/rank';
import { tapeOf } from '@spare-coat/core/matching/tape';
import { cropOf } from '@spare-coat/core/rack/facts';
import type { CoatCard } from '@spare-coat/core/wire/coat';
import type { Db } from '../db/pool.js';
import { coatContext } from './context.js';

/** A coat's root, as it is now. */
export interface CoatRoot {
  readonly id: string;
  readonly revision: number;
  /** ISO 8601. */
  readonly changedAt: string;
}

const CACHE_MOST = 500;

/**
 * Something that is derived of each coat, last changed first. It is kept while neither the coat's revision nor the newest
 * state of the catalogue changes.
 */
export function derivedOfCoats<T>(make: (db: Db, root: CoatRoot) => Promise<T>): (db: Db) => Promise<T[]> {
  const kept = new Map<string, T>();
  return async (db) => {
    const { rows } = await db.query<{ id: string; revision: number; changed_at: Date; catalogue: string }>(
      `select r.id, r.revision, r.changed_at,
              (select coalesce(max(changed_at)::text, '') from root where kind in ('part', 'profile')) as catalogue
         from root r where r.kind = 'coat' order by r.changed_at desc, r.id limit $1`,
      [CACHE_MOST],
    );
    const all: T[] = [];
    for (const { id, revision, changed_at, catalogue } of rows) {
      const key = `${id} ${revision} ${catalogue}`;
      let one = kept.get(key);
      if (one === undefined) {
        one = await make(db, { id, revision, changedAt: changed_at.toISOString() });
        if (kept.size >= CACHE_MOST) kept.delete(kept.keys().next().value!);
        kept.set(key, one);
      }
      all.push(one);
    }
    return all;
  };
}

/** All coats as cards, last changed first. */
export const coatCards = derivedOfCoats(async (db, root): Promise<CoatCard> => {
  const ctx = await coatContext(db, root.id);
  const { rows, host } = ctx;
  const coat = coatOf(rows);
  const state = evaluateCoat(ctx, indexOffers(ctx));
  return {
    ...root,
    name: coat.name,
    host: host ? `${host.name} ${host.version}` : null,
    deletedAt: coat.deletedAt,
    crop: cropOf(rows),
    closeness: state.chosen,
    ceiling: state.ceiling,
    standings: state.standings,
    tape: tapeOf(state),
  };
});
