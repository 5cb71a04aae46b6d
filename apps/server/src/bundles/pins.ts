import { randomUUID } from 'node:crypto';
import { sameJson } from '@spare-coat/core/model/coat/changes';
import type { PartPins } from '@spare-coat/core/proving/bundle/bringIn';
import type { HostProfile } from '@spare-coat/core/model/host/profile';
import type { Part } from '@spare-coat/core/model/parts/part';
import type { Client, Queryable } from '../db/pool.js';
import { licenceProblem } from '../parts/licence.js';
import { Problem } from '../http/problem.js';
import { findPart, writePart } from '../parts/store.js';
import { findProfile, writeProfile } from '../profiles/store.js';
import { appendRevision, lockForRevision } from '../roots/revisions.js';

/** How something that came with a bundle stands here. */
export type Standing =
  /** Nobody has it here yet. */
  | { readonly is: 'new' }
  /** It is here, just as it is in the bundle, under a revision. */
  | { readonly is: 'same'; readonly revision: number }
  /** It is here in another form: its newest version and revision here. */
  | { readonly is: 'other'; readonly revision: number; readonly version: string };

/** What is to be done where a bundle and this place differ. */
export const CLASH_ANSWERS = ['theirs', 'mine'] as const;
export type ClashAnswer = (typeof CLASH_ANSWERS)[number];

function standingOf<T extends { readonly id: string; readonly revision: number; readonly version: string }>(
  theirs: T,
  revisions: readonly T[],
): Standing {
  const same = revisions.find((mine) => sameJson({ ...mine, revision: theirs.revision }, theirs));
  if (same) return { is: 'same', revision: same.revision };
  const newest = revisions[0];
  return newest ? { is: 'other', revision: newest.revision, version: newest.version } : { is: 'new' };
}

export async function partStanding(db: Queryable, part: Part): Promise<Standing> {
  const { rows } = await db.query<{ data: Part }>(
    'select data from part_revision where part_id = $1 order by revision desc',
    [part.id],
  );
  return standingOf(part, rows.map((r) => r.data)); // prettier-ignore
}

export async function profileStanding(db: Queryable, profile: HostProfile): Promise<Standing> {
  const { rows } = await db.query<{ data: HostProfile }>(
    'select data from profile_revision where profile_id = $1 order by revision desc',
    [profile.id],
  );
  return standingOf(profile, rows.map((r) => r.data)); // prettier-ignore
}

/** Puts parts in that are not here, as the answer says where they differ, and tells under which revision each is found. */
export async function bringParts(
  client: Client,
  parts: readonly Part[],
  answer: ClashAnswer,
): Promise<PartPins> {
  const pins = new Map<string, { id: string; revision: number }>();
  for (const part of parts) {
    const standing = await partStanding(client, part);
    let revision = standing.is === 'new' ? 0 : standing.revision;
    if (standing.is === 'new' || (standing.is === 'other' && answer === 'theirs')) {
      const licence = licenceProblem(part.licence);
      if (licence !== null) throw new Problem(422, 'bad-part', `${part.name}: ${licence}`);
      const commandId = randomUUID();
      const known = (await findPart(client, part.id))?.data.revision ?? 0;
      revision = (await lockForRevision(client, 'part', part.id, { commandId, revision: known }))!;
      await writePart(client, { ...part, revision }, false);
      await appendRevision(client, part.id, revision, commandId, 'Bring in with a bundle', {
        type: 'part.bring',
      });
    }
    pins.set(`${part.id} ${part.revision}`, { id: part.id, revision });
  }
  return pins;
}

/** The same for a host profile. */
export async function bringProfile(
  client: Client,
  profile: HostProfile,
  answer: ClashAnswer,
): Promise<{ readonly id: string; readonly revision: number }> {
  const standing = await profileStanding(client, profile);
  let revision = standing.is === 'new' ? 0 : standing.revision;
  if (standing.is === 'new' || (standing.is === 'other' && answer === 'theirs')) {
    const commandId = randomUUID();
    const known = (await findProfile(client, profile.id))?.profile.revision ?? 0;
    revision = (await lockForRevision(client, 'profile', profile.id, { commandId, revision: known }))!;
    await writeProfile(client, { ...profile, revision }, false);
    await appendRevision(client, profile.id, revision, commandId, 'Bring in with a bundle', {
      type: 'profile.bring',
    });
  }
  return { id: profile.id, revision };
}
