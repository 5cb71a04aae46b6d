import { nth } from '@spare-coat/core/ground/checked';
import { isId } from '@spare-coat/core/ground/ids';
import { freshIds, underIds } from '@spare-coat/core/model/coat/ids';
import { randomUUID } from 'node:crypto';
import { alter, put, type Change } from '@spare-coat/core/model/coat/changes';
import { coatOf, ENTITIES, type CoatRow, type RowTypes } from '@spare-coat/core/model/coat/rows';
import type { HostProfile } from '@spare-coat/core/model/host/profile';
import { portCoat, referenceChanges } from '@spare-coat/core/proving/port/portCoat';
import type { CarriedPreview, OriginState } from '@spare-coat/core/proving/wire/port';
import { nameSchema } from '@spare-coat/core/ground/text';
import { inSnapshot, inTransaction, type Db, type Queryable } from '../db/pool.js';
import { Problem, notFound } from '../http/problem.js';
import { findProfile } from '../profiles/store.js';
import { changeCoat, makeCoat, readEnvelope } from './commands.js';
import { coatContext } from './context.js';
import { loadRows } from './store.js';

/** The host that a coat is to be carried to, and the channel of its distribution. @throws 404, 422 */
async function hostOf(
  db: Queryable,
  asked: Readonly<Record<string, unknown>>,
): Promise<{ readonly host: HostProfile; readonly channel: string | null }> {
  const { profile, revision, channel } = asked;
  const found =
    typeof profile === 'string' && isId(profile) && Number.isInteger(Number(revision))
      ? await findProfile(db, profile, Number(revision))
      : null;
  if (!found) throw notFound('profile');
  if (typeof channel !== 'string' || channel === '') return { host: found.profile, channel: null };
  if (!found.profile.channels.some((c) => c.id === channel))
    throw new Problem(422, 'bad-command', 'This host has no such package channel.');
  return { host: found.profile, channel };
}

const contextFor = (db: Db, coatId: string, host: HostProfile) =>
  inSnapshot(db, (client) => coatContext(client, coatId, host.family));

/** How a coat would stand on another host. Nothing is changed. */
export async function previewPort(
  db: Db,
  coatId: string,
  asked: Readonly<Record<string, unknown>>,
): Promise<CarriedPreview> {
  const { host, channel } = await hostOf(db, asked);
  const { lines, before, after } = portCoat(await contextFor(db, coatId, host), host, channel);
  return { lines, before, after };
}

/** Makes a coat on another host from this one, which stays as it is; the two stay related. */
export async function portCoatTo(
  db: Db,
  coatId: string,
  body: unknown,
): Promise<{ readonly id: string; readonly revision: number }> {
  const asked = (body ?? {}) as Record<string, unknown>;
  const { id, commandId, name } = asked;
  if (typeof id !== 'string' || !isId(id) || typeof commandId !== 'string' || !isId(commandId))
    throw new Problem(400, 'bad-envelope', 'A new coat needs an id and a commandId, both UUIDs.');
  const { host, channel } = await hostOf(db, asked);
  const ctx = await contextFor(db, coatId, host);
  const { rows } = portCoat(ctx, host, channel);
  const ids = freshIds(rows, id, randomUUID);
  const fresh = underIds(rows, ids);
  const own = coatOf(fresh);
  const original = coatOf(ctx.rows);
  const coat: CoatRow = {
    ...own,
    name:
      typeof name === 'string'
        ? nameSchema.validateSync(name.trim())
        : `${own.name}, on ${host.name}`.slice(0, 200),
    deletedAt: null,
    origin: {
      coatId,
      name: original.name,
      revision: ctx.revision,
      ids: Object.fromEntries([...ids].filter(([old]) => old !== coatId)),
    },
  };
  const then = { ...fresh, coat: { [id]: coat } };
  const changes = ENTITIES.flatMap((entity) =>
    Object.values(then[entity]).map((row) => put(entity, row as RowTypes[typeof entity])),
  );
  return inTransaction(db, async (client) => {
    const done = await client.query<{ root_id: string }>(
      'select root_id from history where command_id = $1',
      [commandId],
    );
    if (done.rows[0]?.root_id !== id)
      await makeCoat(client, id, commandId, {
        changes,
        label: `Carry over to ${host.name} ${host.version}`,
        command: { type: 'coat.carry', from: coatId, profile: host.id, revision: host.revision, channel },
      });
    return { id, revision: 1 };
  });
}

/** How the original of a coat stands to it; null of a coat of its own. */
export function originState(db: Db, coatId: string): Promise<OriginState | null> {
  return inSnapshot(db, (client) => stateOfOrigin(client, coatId));
}

async function stateOfOrigin(db: Queryable, coatId: string): Promise<OriginState | null> {
  const rows = await loadRows(db, coatId);
  const [coat] = Object.values(rows.coat);
  if (!coat) throw notFound('coat');
  const { origin } = coat;
  if (!origin) return null;
  const original = await loadRows(db, origin.coatId);
  const [known] = Object.values(original.coat);
  if (!known) return { id: origin.coatId, name: origin.name, isGone: true, changes: 0 };
  const { changes } = referenceChanges(rows, original, origin.ids, randomUUID);
  return { id: origin.coatId, name: known.name, isGone: false, changes: changes.length };
}

/** Brings over what changed in the reference of the original, as one entry that can be taken back. */
export async function bringReferenceOver(db: Db, coatId: string, body: unknown): Promise<void> {
  const envelope = readEnvelope(body);
  await inTransaction(db, async (client) => {
    const mine = await loadRows(client, coatId);
    const [coat] = Object.values(mine.coat);
    if (!coat) throw notFound('coat');
    const { origin } = coat;
    if (!origin) throw new Problem(422, 'no-origin', 'This coat was not carried over from another.');
    const original = await loadRows(client, origin.coatId);
    if (Object.keys(original.coat).length === 0) throw notFound('coat');
    const { rows } = await client.query<{ revision: number }>('select revision from root where id = $1', [
      origin.coatId,
    ]);
    await changeCoat(client, coatId, envelope, (now) => {
      const { changes, ids } = referenceChanges(now, original, origin.ids, randomUUID);
      const tie: Change | null = alter('coat', coatOf(now), {
        origin: { ...origin, name: coatOf(original).name, revision: nth(rows, 0).revision, ids },
      });
      return {
        changes: changes.length > 0 && tie ? [...changes, tie] : [],
        label: `Bring the reference of ${coatOf(original).name} over`.slice(0, 200),
        command: { type: 'coat.reference', from: origin.coatId },
      };
    });
  });
}
