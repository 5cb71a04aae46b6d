import type { HostProfile } from '@spare-coat/core/host/profile';
import type { Queryable } from '../db/pool.js';

/** The newest revision of every profile, by name. */
export async function listProfiles(db: Queryable): Promise<HostProfile[]> {
  const { rows } = await db.query<{ data: HostProfile }>(
    `select p.data from profile_revision p
      where p.revision = (select max(q.revision) from profile_revision q where q.profile_id = p.profile_id)
      order by p.name, p.version`,
  );
  return rows.map((r) => r.data);
}

export async function findProfile(db: Queryable, id: string, revision: number): Promise<HostProfile | null> {
  const { rows } = await db.query<{ data: HostProfile }>(
    'select data from profile_revision where profile_id = $1 and revision = $2',
    [id, revision],
  );
  return rows[0]?.data ?? null;
}

/** Puts a revision of a profile in. The caller runs it in a transaction. Nothing happens when it is there. */
export async function putProfile(db: Queryable, profile: HostProfile, shipped: boolean): Promise<void> {
  await db.query(
    "insert into root (id, kind, owner_id, revision) select $1, 'profile', id, $2 from owner order by created_at limit 1 on conflict (id) do nothing",
    [profile.id, profile.revision],
  );
  const { rowCount } = await db.query(
    'insert into profile_revision (profile_id, revision, name, version, data, shipped) values ($1, $2, $3, $4, $5, $6) on conflict do nothing',
    [profile.id, profile.revision, profile.name, profile.version, JSON.stringify(profile), shipped],
  );
  if (rowCount === 0) return;
  await db.query(
    `insert into history (root_id, revision, command_id, direction, label, command, changes, inverse, owner_id)
     select $1, $2, gen_random_uuid(), 'do', 'Ship the profile', '{"type": "profile.ship"}', '[]', '[]', owner_id from root where id = $1
     on conflict do nothing`,
    [profile.id, profile.revision],
  );
}
