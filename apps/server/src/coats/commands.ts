import { isId } from '@spare-coat/core/ground/ids';
import { withFreshIds } from '@spare-coat/core/model/coat/ids';
import { randomUUID } from 'node:crypto';
import { CommandRefused } from '@spare-coat/core/model/coat/refused';
import { applyChanges, invertChanges, put, type Change } from '@spare-coat/core/model/coat/changes';
import { checkCommand, execute, describeCommand, needsOf } from '@spare-coat/core/doing/commands/commands';
import { needsOfChanges, type Needs } from '@spare-coat/core/doing/commands/needs';
import {
  ENTITIES,
  NO_ROWS,
  coatOf,
  newCoatRow,
  type CoatRows,
  type RowTypes,
} from '@spare-coat/core/model/coat/rows';
import type { Written } from '@spare-coat/core/proving/wire/coat';
import { nameSchema } from '@spare-coat/core/ground/text';
import { inTransaction, type Client, type Db, type Queryable } from '../db/pool.js';
import { Problem, notFound } from '../http/problem.js';
import {
  entriesSince,
  readCoat,
  findEntry,
  loadRows,
  undoState,
  writeEntry,
  type HistoryEntry,
  type NewEntry,
} from './store.js';

export interface Envelope {
  readonly commandId: string;
  readonly revision: number;
}

/** The largest that a column of the database holds. */
export const MOST_REVISION = 2 ** 31 - 1;
const isRevision = (of: unknown): of is number =>
  Number.isInteger(of) && Math.abs(of as number) <= MOST_REVISION;

export function readEnvelope(body: unknown): Envelope {
  const { commandId, revision } = (body ?? {}) as Partial<Envelope>;
  if (typeof commandId !== 'string' || !isId(commandId) || !isRevision(revision))
    throw new Problem(
      400,
      'bad-envelope',
      'A write needs a commandId (UUID) and the revision it was made on.',
    );
  return { commandId, revision };
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

/** What changed since a revision, and what undo and redo would do; the coat whole where that is too much. @throws 404 */
export async function whatChanged(db: Queryable, coatId: string, since: number): Promise<Written> {
  const found = isId(coatId) ? await entriesSince(db, coatId, since) : null;
  if (!found) throw notFound('coat');
  const { entries, ...coat } = found;
  if (entries) return { ...coat, entries };
  const whole = await readCoat(db, coatId);
  if (!whole) throw notFound('coat');
  return { ...whole, entries: [] };
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
    ...(await whatChanged(client, coatId, known)),
  });
}

const now = () => new Date().toISOString();

/** Carries out one command: its changes, its inverse and its history entry in one transaction. */
export function runCommand(db: Db, coatId: string, body: unknown): Promise<Written> {
  const envelope = readEnvelope(body);
  const checked = checkCommand((body as { command?: unknown }).command);
  if (!checked.ok)
    throw new Problem(422, 'bad-command', checked.problems.join(' '), { problems: checked.problems });
  const { command } = checked;
  return inTransaction(db, (client) =>
    changeCoat(
      client,
      coatId,
      envelope,
      (rows) => {
        try {
          return { changes: execute(rows, command), label: describeCommand(rows, command), command };
        } catch (error) {
          if (error instanceof CommandRefused) throw new Problem(422, error.code, error.message);
          throw error;
        }
      },
      needsOf(command),
    ),
  );
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
 *
 * @param needs what `actOn` looks at; the whole coat where that is not said
 */
export async function changeCoat(
  client: Client,
  coatId: string,
  envelope: Envelope,
  actOn: (rows: CoatRows) => Act,
  needs?: Needs,
): Promise<Written> {
  const revision = await lockCoat(client, coatId);
  if (await repeated(client, coatId, envelope)) return whatChanged(client, coatId, envelope.revision);
  await refuseStale(client, coatId, envelope.revision, revision);
  const before = await loadRows(client, coatId, needs);
  const act = actOn(before);
  if (act.changes.length === 0) return whatChanged(client, coatId, revision);
  await write(client, coatId, before, revision + 1, 'clash', {
    ...act,
    commandId: envelope.commandId,
    direction: 'do',
    answers: null,
  });
  const { label, changes } = act;
  const done = { revision: revision + 1, label };
  // The coat is locked: what was just done is what undo takes back, and nothing can come again.
  return {
    revision: revision + 1,
    entries: [{ ...done, commandId: envelope.commandId, changes }],
    undo: revision > 0 ? done : null,
    redo: null,
  };
}

/** Writes changes with their inverse. @throws Problem 409 where they no longer fit */
async function write(
  client: Client,
  coatId: string,
  before: CoatRows,
  revision: number,
  code: string,
  entry: Omit<NewEntry, 'inverse'>,
): Promise<void> {
  const result = applyChanges(before, entry.changes);
  if (!result.ok) {
    // Names of what it clashes with may lie among the rows that were not needed.
    const whole = applyChanges(await loadRows(client, coatId), entry.changes);
    const { clash } = whole.ok ? result : whole;
    throw new Problem(409, code, clash.sentence, { clash });
  }
  const inverse = invertChanges(entry.changes, randomUUID, now());
  await writeEntry(client, coatId, { before, after: result.rows, revision, entry: { ...entry, inverse } });
}

/** Takes back the newest change, or the one named by `target`; brings the newest one taken back again. */
export function runUndo(db: Db, coatId: string, body: unknown, direction: 'undo' | 'redo'): Promise<Written> {
  const envelope = readEnvelope(body);
  const wanted = (body as { target?: unknown }).target;
  return inTransaction(db, async (client) => {
    const revision = await lockCoat(client, coatId);
    if (await repeated(client, coatId, envelope)) return whatChanged(client, coatId, envelope.revision);
    await refuseStale(client, coatId, envelope.revision, revision);
    const entry = await answerableEntry(client, coatId, direction, wanted);
    const changes = entry.inverse;
    const before = await loadRows(client, coatId, needsOfChanges(changes));
    await write(client, coatId, before, revision + 1, 'changed-since', {
      commandId: envelope.commandId,
      direction,
      answers: entry.revision,
      label: entry.label,
      command: { type: direction, target: entry.revision },
      changes,
    });
    return {
      revision: revision + 1,
      entries: [{ revision: revision + 1, commandId: envelope.commandId, label: entry.label, changes }],
      ...(await undoState(client, coatId)),
    };
  });
}

/** The entry that undo or redo answers: the one that is wanted, or the newest. @throws Problem 409 where there is none */
async function answerableEntry(
  client: Client,
  coatId: string,
  direction: 'undo' | 'redo',
  wanted: unknown,
): Promise<HistoryEntry> {
  const nothing = (sentence: string) => new Problem(409, `nothing-to-${direction}`, sentence);
  const target = Number.isSafeInteger(wanted)
    ? (wanted as number)
    : (await undoState(client, coatId))[direction]?.revision;
  const entry =
    target === undefined || target > MOST_REVISION ? null : await findEntry(client, coatId, target);
  if (!entry || entry.revision === 1)
    throw nothing(direction === 'undo' ? 'There is nothing to undo.' : 'There is nothing to redo.');
  if (entry.condensed)
    throw nothing(
      `“${entry.label}” was done so long ago that only what it did is still known, not how to take it back.`,
    );
  const { rowCount } = await client.query(
    'select 1 from answerable where root_id = $1 and side = $2 and revision = $3',
    [coatId, direction, entry.revision],
  );
  if (!rowCount) throw nothing(`“${entry.label}” was answered already.`);
  return entry;
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
  await write(client, id, NO_ROWS, 1, 'clash', {
    commandId,
    direction: 'do',
    answers: null,
    label,
    command,
    changes,
  });
}
