import { coatOf } from '@spare-coat/core/model/coat/rows';
import { evaluateCoat } from '@spare-coat/core/deciding/matching/evaluate';
import { indexOffers } from '@spare-coat/core/deciding/matching/rank';
import type { Standing } from '@spare-coat/core/deciding/matching/standing';
import {
  coatFacts,
  cropOf,
  factsElements,
  type CoatFacts,
  type FactsElement,
} from '@spare-coat/core/proving/rack/facts';
import { inSnapshot, type Db } from '../db/pool.js';
import { coloursOf } from '../rack/colours.js';
import { coatContext } from './context.js';

/** What the first page and the library tell of coats is worked out once, for all servers, and kept in `coat_card`. */

/** A coat as the library tells it. */
export async function factsOfCoat(
  db: Db,
  coatId: string,
): Promise<{ readonly name: string; readonly facts: CoatFacts; readonly elements: readonly FactsElement[] }> {
  const { ctx, state } = await evaluated(db, coatId);
  return {
    name: coatOf(ctx.rows).name,
    facts: await factsOf(db, ctx, state),
    elements: factsElements(ctx, state),
  };
}

async function evaluated(db: Db, coatId: string) {
  const ctx = await inSnapshot(db, (client) => coatContext(client, coatId));
  return { ctx, state: evaluateCoat(ctx, indexOffers(ctx)) };
}
type Evaluated = Awaited<ReturnType<typeof evaluated>>;

async function factsOf(db: Db, ctx: Evaluated['ctx'], state: Evaluated['state']): Promise<CoatFacts> {
  const crop = cropOf(ctx.rows);
  return coatFacts(ctx, state, crop ? await coloursOf(db, crop.blob) : []);
}

/** Whoever works something out and dies over it holds it up so long. */
const CLAIM_SECONDS = 20;

/** What a card rests on is what it was when this is true: of `coat_card` k and `root` r. */
export const IS_FRESH =
  'k.facts is not null and not k.stale and k.revision = r.revision and k.claimed_until is null';

/** Works out what is not fresh of a coat, unless somebody else is at it. */
export async function workOutOne(db: Db, coatId: string): Promise<void> {
  // From here on a part that is saved marks it as stale again: what is read below can only be newer than that.
  const claim = await db.query(
    `insert into coat_card as k (coat_id, owner_id, claimed_until, kinds)
     select id, owner_id, now() + make_interval(secs => $2), array(select distinct kind from element where coat_id = $1)
       from root where id = $1
     on conflict (coat_id) do update
        set claimed_until = excluded.claimed_until, kinds = excluded.kinds, stale = false
      where (k.claimed_until is null or k.claimed_until < now())
        -- Somebody else may have done it since it was looked for.
        and (k.facts is null or k.stale or k.claimed_until is not null
             or k.revision <> (select r.revision from root r where r.id = k.coat_id))`,
    [coatId, CLAIM_SECONDS],
  );
  if (!claim.rowCount) return;
  try {
    const { ctx, state } = await evaluated(db, coatId);
    const facts = await factsOf(db, ctx, state);
    const needed = [...ctx.parts.values()].flatMap((p) => p.requires.flatMap((r) => r.anyOf));
    await db.query(
      `update coat_card set revision = $2, facts = $3, standings = $4, parts = $5, claimed_until = null, failed = false where coat_id = $1`,
      [coatId, ctx.revision, JSON.stringify(facts), JSON.stringify(state.standings), [...new Set(needed)]],
    );
  } catch (error) {
    await db
      .query('update coat_card set claimed_until = null, stale = true, failed = true where coat_id = $1', [
        coatId,
      ])
      .catch(() => undefined);
    throw error;
  }
}

/** What is kept of a coat. */
export interface Worked {
  readonly facts: CoatFacts;
  readonly standings: Readonly<Record<Standing, number>>;
}
