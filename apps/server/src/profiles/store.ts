import { randomUUID } from 'node:crypto';
import { ValidationError } from 'yup';
import { sameJson } from '@spare-coat/core/model/coat/changes';
import { readProfile, type HostProfile } from '@spare-coat/core/model/host/profile';
import { inTransaction, type Client, type Db, type Queryable } from '../db/pool.js';
import { Problem } from '../http/problem.js';
import { appendRevision, lockForRevision, readRevisionEnvelope } from '../roots/revisions.js';

export interface ProfileRow {
  readonly profile: HostProfile;
  readonly shipped: boolean;
}

/** The newest revision of every profile, by name. */
export async function listProfiles(db: Queryable): Promise<ProfileRow[]> {
  const { rows } = await db.query<ProfileRow>(
    `select p.data as profile, p.shipped from profile_revision p
      where p.revision = (select max(q.revision) from profile_revision q where q.profile_id = p.profile_id)
      order by p.name, p.version`,
  );
  return rows;
}

/** One revision of a profile, or the newest. */
export async function findProfile(db: Queryable, id: string, revision?: number): Promise<ProfileRow | null> {
  const { rows } = await db.query<ProfileRow>(
    `select data as profile, shipped from profile_revision
      where profile_id = $1 and ($2::int is null or revision = $2) order by revision desc limit 1`,
    [id, revision ?? null],
  );
  return rows[0] ?? null;
}

/** Every revision of a profile, newest first. */
export async function profileRevisions(
  db: Queryable,
  id: string,
): Promise<{ revision: number; name: string; version: string; at: string }[]> {
  const { rows } = await db.query<{ revision: number; name: string; version: string; at: Date }>(
    `select p.revision, p.name, p.version, h.at from profile_revision p
       left join history h on h.root_id = p.profile_id and h.revision = p.revision
      where p.profile_id = $1 order by p.revision desc`,
    [id],
  );
  return rows.map((r) => ({ ...r, at: r.at.toISOString() }));
}

/** Writes one revision of a profile. The caller holds the root's lock. */
export async function writeProfile(client: Client, profile: HostProfile, shipped: boolean): Promise<void> {
  await client.query(
    'insert into profile_revision (profile_id, revision, name, version, data, shipped) values ($1, $2, $3, $4, $5, $6)',
    [profile.id, profile.revision, profile.name, profile.version, JSON.stringify(profile), shipped],
  );
}

/** Makes a profile or its next revision. Shipped ones are left as they are: one duplicates them. */
export function putOwnProfile(db: Db, id: string, body: unknown): Promise<ProfileRow> {
  const envelope = readRevisionEnvelope(body);
  let checked: HostProfile;
  try {
    const raw = (body as { profile?: unknown } | null)?.profile;
    checked = readProfile({ ...(raw as object), id, revision: envelope.revision + 1 });
  } catch (error) {
    if (!(error instanceof ValidationError)) throw error;
    throw new Problem(422, 'bad-profile', error.errors.join(' '), { problems: error.errors });
  }
  return inTransaction(db, async (client) => {
    const known = await findProfile(client, id);
    if (known?.shipped)
      throw new Problem(
        409,
        'shipped',
        'A profile that ships cannot be changed. Duplicate it and change the copy.',
      );
    const revision = await lockForRevision(client, 'profile', id, envelope);
    if (revision === null) return (await findProfile(client, id))!;
    const profile = { ...checked, revision };
    await writeProfile(client, profile, false);
    const label = `${revision === 1 ? 'Make' : 'Change'} ${profile.name} ${profile.version}`;
    await appendRevision(client, id, revision, envelope.commandId, label, { type: 'profile.put' });
    return { profile, shipped: false };
  });
}

/**
 * Ships a profile: put in when it is not there, as the next revision when what ships has changed. The caller runs it
 * in a transaction.
 */
export async function shipProfile(client: Client, profile: HostProfile): Promise<void> {
  const known = (await findProfile(client, profile.id))?.profile;
  if (known && sameJson({ ...known, revision: profile.revision }, profile)) return;
  const commandId = randomUUID();
  const next = await lockForRevision(client, 'profile', profile.id, {
    commandId,
    revision: known?.revision ?? 0,
  });
  await writeProfile(client, { ...profile, revision: next! }, true);
  await appendRevision(client, profile.id, next!, commandId, 'Ship the profile', { type: 'profile.ship' });
}
