import { nth } from '@spare-coat/core/ground/checked';
import { isId } from '@spare-coat/core/ground/ids';
import type { Client } from '../db/pool.js';
import { Problem } from '../http/problem.js';

export type RevisedKind = 'part' | 'profile' | 'rack';

/** A write to a part or a profile: who sends it again sends the same `commandId`. */
export interface RevisionEnvelope {
  readonly commandId: string;
  /** The revision it was made on; 0 for something new. */
  readonly revision: number;
}

/** Reads who writes on what. @throws Problem 400 */
export function readRevisionEnvelope(body: unknown): RevisionEnvelope {
  const { commandId, revision } = (body ?? {}) as Partial<RevisionEnvelope>;
  if (typeof commandId !== 'string' || !isId(commandId) || !Number.isInteger(revision) || revision! < 0)
    throw new Problem(
      400,
      'bad-envelope',
      'A write needs a commandId (UUID) and the revision it was made on.',
    );
  return { commandId, revision: revision! };
}

/**
 * Locks a root for its next revision, making it when it is new.
 *
 * @returns the next revision, or null when this command was carried out before
 * @throws Problem 409 when it was changed meanwhile, or the id belongs to something else
 */
export async function lockForRevision(
  client: Client,
  kind: RevisedKind,
  id: string,
  { commandId, revision }: RevisionEnvelope,
): Promise<number | null> {
  await client.query(
    'insert into root (id, kind, owner_id) select $1, $2, id from owner order by created_at limit 1 on conflict (id) do nothing',
    [id, kind],
  );
  const { rows } = await client.query<{ kind: string; revision: number }>(
    'select kind, revision from root where id = $1 for update',
    [id],
  );
  const root = nth(rows, 0);
  if (root.kind !== kind) throw new Problem(409, 'id-used', 'This id is in use already.');
  const done = await client.query<{ root_id: string }>('select root_id from history where command_id = $1', [
    commandId,
  ]);
  if (done.rows[0]?.root_id === id) return null;
  if (done.rows[0]) throw new Problem(409, 'command-used', 'This command id was used for something else.');
  if (root.revision !== revision)
    throw new Problem(
      409,
      'stale',
      revision === 0
        ? 'There is something under this id already.'
        : 'It was changed in another window meanwhile. What you typed is kept here: look at the newer one first.',
      { revision: root.revision },
    );
  return root.revision + 1;
}

/** Writes a revision into the root's history. The caller holds its lock. */
export async function appendRevision(
  client: Client,
  id: string,
  revision: number,
  commandId: string,
  label: string,
  command: Readonly<Record<string, unknown>>,
): Promise<void> {
  await client.query(
    `insert into history (root_id, revision, command_id, direction, label, command, changes, inverse, owner_id)
     select $1, $2, $3, 'do', $4, $5, '[]', '[]', owner_id from root where id = $1`,
    [id, revision, commandId, label, JSON.stringify(command)],
  );
  await client.query('update root set revision = $2, changed_at = now() where id = $1', [id, revision]);
}
