import { randomUUID } from 'node:crypto';
import { withFreshIds } from '@spare-coat/core/bundle/bringIn';
import { carryOut } from '@spare-coat/core/coat/carryOut';
import { describeCommand } from '@spare-coat/core/coat/describe';
import { CommandRefused } from '@spare-coat/core/coat/refused';
import { applyChanges, invertChanges, put, type Change } from '@spare-coat/core/coat/changes';
import { checkCommand } from '@spare-coat/core/coat/commands';
import { ENTITIES, coatOf, newCoatRow, type CoatRows, type RowTypes } from '@spare-coat/core/coat/rows';
import type { Written } from '@spare-coat/core/wire/coat';
import { isId, nameSchema } from '@spare-coat/core/wire/text';
import { inTransaction, type Client, type Db } from '../db/pool.js';
import { Problem, notFound } from '../http/problem.js';
import { appendEntry, entriesAfter, loadRows, undoState, writeChanges } from './store.js';

export interface Envelope {
  readonly commandId: string;
  readonly revision: number;
}

export function readEnvelope(body: unknown): Envelope {
  const { commandId, revision } = (body ?? {}) as Partial<Envelope>;
  if (typeof commandId !== 'string' || !isId(commandId) || !Number.isInteger(revision))
    throw new Problem(
      400,
      'bad-envelope',
      'A write needs a commandId (UUID) and the revision it was made on.',
    );
  return { commandId, revision: revision! };
}

/** Locks a coat. @throws 404 when there is none */
async function lockCoat(client: Client, coatId: string): Promise<number> {
  const { rows } = isId(coatId)
    ? await client.query<{ revision: number }>(
        "select revision from root where id = $1 and kind = 'coat' for update",
        [coatId],
      )
    : { rows: [] };
  if (!rows[0]) throw notFound('coat');
  return rows[0].revision;
}

/** The answer to a command that was carried out before: sending it again is harmless. */
async function repeated(client: Client, coatId: string, envelope: Envelope): Promise<boolean> {
  const { rows } = await client.query<{ root_id: string }>(
    'select root_id from history where command_id = $1',
    [envelope.commandId],
  );
  if (!rows[0]) return false;
  if (rows[0].root_id !== coatId)
    throw new Problem(409, 'command-used', 'This command id was used for another coat.');
  return true;
}

async function answer(client: Client, coatId: string, since: number): Promise<Written> {
  const entries = await entriesAfter(client, coatId, since);
  const { rows } = await client.query<{ revision: number }>('select revision from root where id = $1', [
    coatId,
  ]);
  return { revision: rows[0]!.revision, entries, ...(await undoState(client, coatId)) };
}

/** A write against an old revision: the sender gets what changed since, so that it can bring it in and try again. */
async function refuseStale(client: Client, coatId: string, known: number, now: number): Promise<void> {
  if (known === now) return;
  if (known > now || known < 0)
    throw new Problem(409, 'unknown-revision', 'This coat has no such revision.', {
      revision: now,
      entries: [],
    });
  throw new Problem(409, 'stale', 'The coat was changed in another window meanwhile.', {
    ...(await answer(client, coatId, known)),
  });
}

const now = () => new Date().toISOString();

function applied(rows: CoatRows, changes: readonly Change[], code: string): CoatRows {
  const result = applyChanges(rows, changes);
  if (!result.ok) throw new Problem(409, code, result.clash.sentence, { clash: result.clash });
  return result.rows;
}

/** Carries out one command: its changes, its inverse and its history entry in one transaction. */
export function runCommand(db: Db, coatId: string, body: unknown): Promise<Written> {
  const envelope = readEnvelope(body);
  const checked = checkCommand((body as { command?: unknown }).command);
  if (!checked.ok)
    throw new Problem(422, 'bad-command', checked.problems.join(' '), { problems: checked.problems });
  const { command } = checked;
  return inTransaction(db, async (client) => {
    await changeCoat(client, coatId, envelope, (rows) => {
      try {
        return { changes: carryOut(rows, command), label: describeCommand(rows, command), command };
      } catch (error) {
        if (error instanceof CommandRefused) throw new Problem(422, error.code, error.message);
        throw error;
      }
    });
    return answer(client, coatId, envelope.revision);
  });
}

/** What is done to a coat in one go, and what its history says of it. */
interface Act {
  readonly changes: readonly Change[];
  readonly label: string;
  readonly command: unknown;
}

/**
 * Changes a coat by one entry that can be taken back, on the revision that it was made on. Nothing happens where there is
 * nothing to change, or where it was done before.
 */
export async function changeCoat(
  client: Client,
  coatId: string,
  envelope: Envelope,
  actOn: (rows: CoatRows) => Act,
): Promise<void> {
  const revision = await lockCoat(client, coatId);
  if (await repeated(client, coatId, envelope)) return;
  await refuseStale(client, coatId, envelope.revision, revision);
  const rows = await loadRows(client, coatId);
  const { changes, label, command } = actOn(rows);
  if (changes.length === 0) return;
  applied(rows, changes, 'clash');
  await written(client, coatId, changes);
  await appendEntry(client, coatId, revision + 1, {
    commandId: envelope.commandId,
    direction: 'do',
    answers: null,
    label,
    command,
    changes,
    inverse: invertChanges(changes, randomUUID, now()),
  });
}

/** Writes changes; what the database's own constraints refuse comes back as a sentence. */
async function written(client: Client, coatId: string, changes: readonly Change[]): Promise<void> {
  try {
    await writeChanges(client, coatId, changes);
  } catch (error) {
    const { code } = error as { code?: string };
    // What the database says names its tables, which tell a person nothing.
    if (code === '23503') throw new Problem(422, 'unknown-id', 'This names something that is not there.');
    if (code === '23505') throw new Problem(409, 'id-used', 'This id is in use already.');
    if (code === '23514' || code === '22P02' || code === '22003')
      throw new Problem(422, 'bad-value', 'A value lies outside what can be kept.');
    throw error;
  }
}

/** Takes back the newest change, or the one named by `target`; brings the newest one taken back again. */
export function runUndo(db: Db, coatId: string, body: unknown, direction: 'undo' | 'redo'): Promise<Written> {
  const envelope = readEnvelope(body);
  const wanted = (body as { target?: unknown }).target;
  return inTransaction(db, async (client) => {
    const revision = await lockCoat(client, coatId);
    if (await repeated(client, coatId, envelope)) return answer(client, coatId, envelope.revision);
    await refuseStale(client, coatId, envelope.revision, revision);
    const state = await undoState(client, coatId);
    const target = Number.isInteger(wanted) ? (wanted as number) : state[direction]?.revision;
    const entries = target === undefined ? [] : await entriesAfter(client, coatId, target - 1);
    const entry = entries[0];
    if (!entry || entry.revision !== target || target === 1)
      throw new Problem(
        409,
        `nothing-to-${direction}`,
        direction === 'undo' ? 'There is nothing to undo.' : 'There is nothing to redo.',
      );
    if (entries.some((e) => e.answers === target) || (entry.direction === 'undo') !== (direction === 'redo'))
      throw new Problem(409, `nothing-to-${direction}`, `“${entry.label}” was answered already.`);
    const rows = await loadRows(client, coatId);
    const { inverse } = entry;
    applied(rows, inverse, 'changed-since');
    await written(client, coatId, inverse);
    await appendEntry(client, coatId, revision + 1, {
      commandId: envelope.commandId,
      direction,
      answers: target,
      label: entry.label,
      command: { type: direction, target },
      changes: inverse,
      inverse: invertChanges(inverse, randomUUID, now()),
    });
    return answer(client, coatId, envelope.revision);
  });
}

/** The variants a new coat starts with. */
const FIRST_VARIANTS = ['Light', 'Dark'];

function newCoat(id: string, name: string): Change[] {
  return [
    put('coat', newCoatRow(id, name)),
    ...FIRST_VARIANTS.map((variant, position) =>
      put('variant', { id: randomUUID(), name: variant, position }),
    ),
  ];
}

/** Copies rows under new ids, references between them included. The journal stays behind: nothing was done yet. */
export function copyRows(rows: CoatRows, id: string, name: string): Change[] {
  const fresh = withFreshIds(rows, id, randomUUID, ['journal']);
  const copy = { ...fresh, coat: { [id]: { ...coatOf(fresh), name, deletedAt: null } } };
  return ENTITIES.flatMap((entity) =>
    Object.values(copy[entity]).map((row) => put(entity, row as RowTypes[typeof entity])),
  );
}

/** Makes a coat, empty or as a copy. Sending the same command again gives the same coat. */
export function createCoat(db: Db, body: unknown): Promise<{ id: string; revision: number }> {
  const { id, commandId, name, from } = (body ?? {}) as Record<string, unknown>;
  if (typeof id !== 'string' || !isId(id) || typeof commandId !== 'string' || !isId(commandId))
    throw new Problem(400, 'bad-envelope', 'A new coat needs an id and a commandId, both UUIDs.');
  let title: string;
  try {
    title = nameSchema.validateSync(name);
  } catch (error) {
    throw new Problem(422, 'bad-command', (error as Error).message);
  }
  return inTransaction(db, async (client) => {
    const known = await client.query<{ root_id: string }>(
      'select root_id from history where command_id = $1',
      [commandId],
    );
    if (known.rows[0]?.root_id === id) return { id, revision: 1 };
    let changes: Change[];
    if (from === undefined || from === null) changes = newCoat(id, title);
    else {
      await lockCoat(client, String(from));
      changes = copyRows(await loadRows(client, String(from)), id, title);
    }
    await makeCoat(client, id, commandId, {
      changes,
      label: from ? 'Copy the coat' : 'Make the coat',
      command: { type: 'coat.create', name: title, from: from ?? null },
    });
    return { id, revision: 1 };
  });
}

/** Puts a coat in, with its first entry. @throws 409 where its id is in use */
export async function makeCoat(
  client: Client,
  id: string,
  commandId: string,
  { changes, label, command }: Act,
): Promise<void> {
  const made = await client.query(
    "insert into root (id, kind, owner_id) select $1, 'coat', id from owner order by created_at limit 1 on conflict do nothing",
    [id],
  );
  if (made.rowCount === 0) throw new Problem(409, 'id-used', 'This id is in use already.');
  await written(client, id, changes);
  await appendEntry(client, id, 1, {
    commandId,
    direction: 'do',
    answers: null,
    label,
    command,
    changes,
    inverse: invertChanges(changes, randomUUID, now()),
  });
}
