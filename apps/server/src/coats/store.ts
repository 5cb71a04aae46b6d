import type { Change } from '@spare-coat/core/coat/changes';
import {
  ENTITIES,
  NO_ROWS,
  type CoatRows,
  type Entity,
  type HandmadeRow,
  type JournalRow,
} from '@spare-coat/core/coat/rows';
import type { Answerable, Entry } from '@spare-coat/core/wire/coat';
import type { Client, Queryable } from '../db/pool.js';
import { fromRow, TABLES, toColumn } from './tables.js';

/** The rows of a coat, all of them. */
export async function loadRows(db: Queryable, coatId: string): Promise<CoatRows> {
  const rows: Record<Entity, Record<string, unknown>> = structuredClone(NO_ROWS) as never;
  for (const entity of ENTITIES) {
    const where = entity === 'coat' ? 'id' : 'coat_id';
    const result = await db.query<Record<string, unknown>>(
      `select ${Object.values(TABLES[entity].columns).join(', ')} from ${entity} where ${where} = $1`,
      [coatId],
    );
    for (const row of result.rows) rows[entity][String(row['id'])] = fromRow(entity, row);
  }
  return rows as unknown as CoatRows;
}

/** Writes changes, in their order. They have been applied to the loaded rows before, so that they fit. */
export async function writeChanges(
  client: Client,
  coatId: string,
  changes: readonly Change[],
): Promise<void> {
  for (const change of changes) {
    const { columns } = TABLES[change.entity];
    const ownerColumn = change.entity === 'coat' ? null : 'coat_id';
    if (change.after === null) {
      await client.query(`delete from ${change.entity} where id = $1 and ${ownerColumn ?? 'id'} = $2`, [
        change.id,
        coatId,
      ]);
      continue;
    }
    const fields = Object.keys(change.after).filter((f) => columns[f] !== undefined);
    const values = fields.map((f) =>
      toColumn(change.entity, f, (change.after as Record<string, unknown>)[f]),
    );
    if (change.before === null) {
      const names = [...fields.map((f) => columns[f]), ...(ownerColumn ? [ownerColumn] : [])];
      await client.query(
        `insert into ${change.entity} (${names.join(', ')}) values (${names.map((_, i) => `$${i + 1}`).join(', ')})`,
        [...values, ...(ownerColumn ? [coatId] : [])],
      );
    } else {
      await client.query(
        `update ${change.entity} set ${fields.map((f, i) => `${columns[f]} = $${i + 3}`).join(', ')} where id = $1 and ${ownerColumn ?? 'id'} = $2`,
        [change.id, coatId, ...values],
      );
    }
    await holdBlobs(client, coatId, blobsOf(change));
  }
}

/** The blobs that a change brings into the coat: of pictures, of fonts, of pictures that are targets. */
function blobsOf(change: Change): string[] {
  if (change.after === null) return [];
  if (['picture', 'font', 'survey', 'capture'].includes(change.entity)) {
    const { blob, original } = change.after as { blob?: string; original?: string };
    return [blob, original].filter((sha): sha is string => sha !== undefined);
  }
  if (change.entity === 'handmade') {
    const { files = [], supplies = {} } = change.after as Partial<HandmadeRow>;
    const pictures = Object.values(supplies).flatMap((v) =>
      typeof v === 'object' && 'blob' in v ? [v.blob as string] : [],
    );
    return [...files.map((f) => f.blob), ...pictures];
  }
  if (change.entity === 'journal') return [...((change.after as Partial<JournalRow>).pictures ?? [])];
  const target = change.entity === 'trait' ? change.after.target : undefined;
  return typeof target === 'object' && 'blob' in target ? [target.blob as string] : [];
}

async function holdBlobs(client: Client, coatId: string, blobs: readonly string[]): Promise<void> {
  if (blobs.length === 0) return;
  await client.query(
    'insert into blob_use (sha256, root_id) select unnest($1::text[]), $2 on conflict do nothing',
    [[...new Set(blobs)], coatId],
  );
}

export interface HistoryEntry extends Entry {
  readonly direction: 'do' | 'undo' | 'redo';
  readonly answers: number | null;
  readonly inverse: readonly Change[];
  readonly at: string;
}

/** Entries after a revision, oldest first. */
export async function entriesAfter(db: Queryable, coatId: string, revision: number): Promise<HistoryEntry[]> {
  const { rows } = await db.query<HistoryEntry>(
    'select revision, direction, answers, label, changes, inverse, at from history where root_id = $1 and revision > $2 order by revision',
    [coatId, revision],
  );
  return rows;
}

export interface NewEntry {
  readonly commandId: string;
  readonly direction: 'do' | 'undo' | 'redo';
  readonly answers: number | null;
  readonly label: string;
  readonly command: unknown;
  readonly changes: readonly Change[];
  readonly inverse: readonly Change[];
}

/** Appends an entry under the next revision and tells other windows. The caller holds the root's lock. */
export async function appendEntry(
  client: Client,
  rootId: string,
  revision: number,
  entry: NewEntry,
): Promise<void> {
  await client.query(
    `insert into history (root_id, revision, command_id, direction, answers, label, command, changes, inverse, owner_id)
     select $1, $2, $3, $4, $5, $6, $7, $8, $9, owner_id from root where id = $1`,
    [
      rootId,
      revision,
      entry.commandId,
      entry.direction,
      entry.answers,
      entry.label,
      JSON.stringify(entry.command),
      JSON.stringify(entry.changes),
      JSON.stringify(entry.inverse),
    ],
  );
  await client.query('update root set revision = $2, changed_at = now() where id = $1', [rootId, revision]);
  await client.query("select pg_notify('coat_changed', $1)", [`${rootId} ${revision}`]);
}

/** What undo and redo would do now: the newest entry that can be taken back, and the newest that can come again. */
export async function undoState(
  db: Queryable,
  coatId: string,
): Promise<{ undo: Answerable | null; redo: Answerable | null }> {
  const { rows } = await db.query<{
    revision: number;
    direction: string;
    answers: number | null;
    label: string;
  }>('select revision, direction, answers, label from history where root_id = $1 order by revision', [
    coatId,
  ]);
  const undo: Answerable[] = [];
  let redo: Answerable[] = [];
  for (const row of rows) {
    if (row.direction === 'undo') {
      const at = undo.findIndex((e) => e.revision === row.answers);
      if (at >= 0) undo.splice(at, 1);
      redo.push({ revision: row.revision, label: row.label });
    } else if (row.direction === 'redo') {
      redo = redo.filter((e) => e.revision !== row.answers);
      undo.push({ revision: row.revision, label: row.label });
    } else {
      // Making the coat is not taken back by undo: deleting it is its own command.
      if (row.revision > 1) undo.push({ revision: row.revision, label: row.label });
      redo = [];
    }
  }
  return { undo: undo.at(-1) ?? null, redo: redo.at(-1) ?? null };
}
