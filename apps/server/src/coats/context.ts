import { isId } from '@spare-coat/core/ground/ids';
import { surveysAfter, surveysBefore } from '@spare-coat/core/model/coat/surveys';
import { coatOf, type CoatRows, type SurveyRow } from '@spare-coat/core/model/coat/rows';
import { hostNow } from '@spare-coat/core/model/host/now';
import type { Survey } from '@spare-coat/core/model/host/survey';
import { evaluateCoat, type CoatState } from '@spare-coat/core/deciding/matching/evaluate';
import { indexOffers } from '@spare-coat/core/deciding/matching/rank';
import { hostBefore, planOfCoat, withDone } from '@spare-coat/core/doing/plan/planOfCoat';
import type { Plan } from '@spare-coat/core/model/deeds/step';
import type { MatchContext } from '@spare-coat/core/deciding/matching/targets';
import { wholeBlob } from '../blobs/store.js';
import { inSnapshot, type Db, type Queryable } from '../db/pool.js';
import { notFound } from '../http/problem.js';
import { partsServing } from '../parts/store.js';
import { findProfile } from '../profiles/store.js';
import { loadRows } from './store.js';

/** What is looked at of a coat, and the revision that it is of. */
export interface CoatContext extends MatchContext {
  readonly revision: number;
}

/**
 * A coat with all that is looked at to tell how it stands: its rows, its host, and the parts that may be chosen.
 *
 * @param db one state of the database (`inSnapshot`), so that all of it belongs together
 * @param family of another host whose parts are wanted as well
 * @throws 404 where there is no such coat
 */
export async function coatContext(
  db: Queryable,
  coatId: string,
  family: string | null = null,
): Promise<CoatContext> {
  const known = isId(coatId)
    ? await db.query<{ revision: number }>("select revision from root where id = $1 and kind = 'coat'", [
        coatId,
      ])
    : { rows: [] };
  if (!known.rows[0]) throw notFound('coat');
  const rows = await loadRows(db, coatId);
  return { revision: known.rows[0].revision, ...(await contextOf(db, rows, family)) };
}

/** The same of rows that are at hand, as they are or as they were. */
export async function contextOf(
  db: Queryable,
  rows: CoatRows,
  family: string | null = null,
): Promise<MatchContext> {
  const { profileId, profileRevision } = coatOf(rows);
  const host = profileId ? ((await findProfile(db, profileId, profileRevision!))?.profile ?? null) : null;
  const kinds = [...new Set(Object.values(rows.element).map((e) => e.kind))];
  const pins = [
    ...Object.values(rows.layer).flatMap((l) => (l.partId ? [[l.partId, l.partRevision!] as const] : [])),
    ...Object.values(rows.trial).map((t) => [t.partId, t.partRevision] as const),
  ];
  const parts = await partsServing(db, kinds, pins, host?.family ?? null);
  if (family !== null && family !== host?.family)
    for (const [key, part] of await partsServing(db, kinds, [], family)) parts.set(key, part);
  const after = host ? await surveys(db, surveysAfter(rows)) : [];
  return {
    rows,
    host,
    parts,
    ...(host && after.length > 0 ? { settingsNow: hostNow(host, after).settings } : {}),
  };
}

/** A coat with all that is derived of it. */
export interface CoatWhole {
  readonly ctx: CoatContext;
  readonly coat: CoatState;
  readonly plan: Plan;
  /** How the host was before anything was done, where a survey tells. */
  readonly survey: Survey | null;
}

/** The same, evaluated and planned as a person sees it. @throws 404 where there is no such coat */
export async function coatWhole(db: Db, coatId: string): Promise<CoatWhole> {
  const { ctx, before } = await inSnapshot(db, async (client) => {
    const read = await coatContext(client, coatId);
    return { ctx: read, before: await surveys(client, surveysBefore(read.rows)) };
  });
  const coat = evaluateCoat(ctx, indexOffers(ctx));
  const { host, rows } = ctx;
  const { plan } = planOfCoat(ctx, coat, host && withDone(host, hostBefore(host, before), rows));
  return { ctx, coat, plan, survey: before[0] ?? null };
}

async function surveys(db: Queryable, rows: readonly SurveyRow[]): Promise<Survey[]> {
  const read: Survey[] = [];
  for (const { blob } of rows) {
    const bytes = await wholeBlob(db, blob);
    if (bytes) read.push(JSON.parse(bytes.toString('utf8')) as Survey);
  }
  return read;
}
