import { nth } from '@spare-coat/core/ground/checked';
import type { Change } from '@spare-coat/core/model/coat/changes';
import type { Needs, Scope } from '@spare-coat/core/doing/commands/needs';
import {
  ENTITIES,
  type AnyRow,
  type CoatRows,
  type Entity,
  type HandmadeRow,
  type JournalRow,
} from '@spare-coat/core/model/coat/rows';
import type { Answerable, Entry } from '@spare-coat/core/proving/wire/coat';
import type { Client, Queryable } from '../db/pool.js';
import { columnOf, fromColumns, selected, toColumns } from './tables.js';

/**
 * The rows of a coat, all of them or those that are needed, by one statement: they are of one state of the database.
 *
 * @returns rows without a coat where there is none
 */
export async function loadRows(db: Queryable, coatId: string, needs?: Needs): Promise<CoatRows> {
  const values: unknown[] = [coatId];
  const { rows } = await db.query<ReadRows>(`select ${tablesOf(values, needs)}`, values);
  return rowsOf(nth(rows, 0));
}

type ReadRows = Record<Entity, Record<string, unknown>[] | null>;

/** Every table's rows as one column of JSON. `values` begin with the coat's id; what scopes need is put behind it. */
function tablesOf(values: unknown[], needs?: Needs): string {
  return ENTITIES.map((entity) => {
    const scope = needs ? needs[entity] : 'all';
    if (scope === undefined) return `null as ${entity}`;
    const where = entity === 'coat' ? 'id' : 'coat_id';
    return `(select json_agg(one_row) from (select ${selected(entity)} from ${entity} where ${where} = $1${within(entity, scope, values)}) one_row) as ${entity}`;
  }).join(', ');
}

function rowsOf(found: ReadRows): CoatRows {
  return Object.fromEntries(
    ENTITIES.map((entity) => [
      entity,
      Object.fromEntries((found[entity] ?? []).map((row) => [String(row['id']), fromColumns(entity, row)])),
    ]),
  ) as CoatRows;
}

/** The condition for the rows of a scope, with its values put behind those that are there. */
function within(entity: Entity, scope: Scope, values: unknown[]): string {
  if (scope === 'all') return '';
  const any = scope.map((s) => {
    values.push(s.values);
    return `${columnOf(entity, s.field)}::text = any($${values.length}::text[])`;
  });
  return ` and (${any.join(' or ')})`;
}

/** One row as changes leave it. `fields` are those that are written. */
interface Net {
  readonly id: string;
  readonly fields: readonly string[];
  readonly row: AnyRow;
}

/** What changes come to, row by row: where one is changed twice only how it ends is written. */
function netOf(
  entity: Entity,
  before: CoatRows,
  after: CoatRows,
  changes: readonly Change[],
): { readonly gone: string[]; readonly made: Net[]; readonly changed: Net[] } {
  const gone: string[] = [];
  const made: Net[] = [];
  const changed: Net[] = [];
  const touched = new Map<string, Set<string>>();
  for (const change of changes)
    if (change.entity === entity) {
      const fields = touched.get(change.id) ?? new Set<string>();
      for (const field of Object.keys(change.after ?? {})) fields.add(field);
      touched.set(change.id, fields);
    }
  for (const [id, fields] of touched) {
    const was = before[entity][id];
    const row = after[entity][id] as AnyRow | undefined;
    if (!row) {
      if (was) gone.push(id);
    } else if (was) changed.push({ id, fields: [...fields].filter((f) => f !== 'id'), row });
    else made.push({ id, fields: Object.keys(row), row });
  }
  return { gone, made, changed };
}

/** Puts rows together that write the same fields: each group is one statement. */
function groups(rows: readonly Net[]): Net[][] {
  const by = new Map<string, Net[]>();
  for (const row of rows) {
    const key = [...row.fields].sort().join(' ');
    by.set(key, [...(by.get(key) ?? []), row]);
  }
  return [...by.values()];
}

/** What is written of a coat at one time. */
export interface Writing {
  /** The rows as they were read, and as the changes leave them. */
  readonly before: CoatRows;
  readonly after: CoatRows;
  readonly revision: number;
  readonly entry: NewEntry;
}

/**
 * Writes an entry with its changes, moves the coat to its revision and tells other windows: one statement, whatever is changed.
 * Rows that refer to each other, and rows that change places, are looked at by the database when all of it is done. The caller
 * holds the root's lock.
 */
export async function writeEntry(
  client: Client,
  coatId: string,
  { before, after, revision, entry }: Writing,
): Promise<void> {
  const values: unknown[] = [coatId];
  const value = (of: unknown) => `$${values.push(of)}`;
  const parts: string[] = [];
  const part = (text: string) => void parts.push(`w${parts.length} as (${text})`);
  for (const entity of ENTITIES) {
    const { gone, made, changed } = netOf(entity, before, after, entry.changes);
    const own = entity === 'coat' ? 'id' : 'coat_id';
    const json = (rows: readonly Net[]) =>
      `jsonb_populate_recordset(null::${entity}, ${value(JSON.stringify(rows.map(({ row, fields }) => toColumns(entity, row, ['id', ...fields]))))}::jsonb)`;
    if (gone.length > 0) part(`delete from ${entity} where ${own} = $1 and id = any(${value(gone)}::uuid[])`);
    for (const rows of groups(made)) {
      const columns = nth(rows, 0)
        .fields.flatMap((f) => columnOf(entity, f) ?? [])
        .join(', ');
      const tied = entity === 'coat' ? ['', ''] : [', coat_id', ', $1::uuid'];
      part(`insert into ${entity} (${columns}${tied[0]}) select ${columns}${tied[1]} from ${json(rows)}`);
    }
    for (const rows of groups(changed)) {
      const columns = nth(rows, 0).fields.flatMap((f) => columnOf(entity, f) ?? []);
      if (columns.length === 0) continue;
      part(
        `update ${entity} t set ${columns.map((c) => `${c} = one_row.${c}`).join(', ')} from ${json(rows)} as one_row where t.id = one_row.id and t.${own} = $1`,
      );
    }
  }
  const blobs = [...new Set(entry.changes.flatMap(blobsOf))];
  if (blobs.length > 0)
    part(
      `insert into blob_use (sha256, root_id) select unnest(${value(blobs)}::text[]), $1::uuid on conflict do nothing`,
    );
  const n = value(revision);
  const label = value(entry.label);
  const answers = value(entry.answers);
  part(
    `insert into history (root_id, revision, command_id, direction, answers, label, command, changes, inverse, owner_id)
     select $1::uuid, ${n}::int, ${value(entry.commandId)}::uuid, ${value(entry.direction)}, ${answers}::int, ${label}::text, ${value(JSON.stringify(entry.command))}::jsonb, ${value(JSON.stringify(entry.changes))}::jsonb, ${value(JSON.stringify(entry.inverse))}::jsonb, owner_id from root where id = $1`,
  );
  // Something new takes away what could have come again. Making the coat is not taken back: deleting it is a command.
  if (entry.direction === 'do') part("delete from answerable where root_id = $1 and side = 'redo'");
  else
    part(
      `delete from answerable where root_id = $1 and side = '${entry.direction}' and revision = ${answers}::int`,
    );
  if (revision > 1)
    part(
      `insert into answerable (root_id, side, revision, label, owner_id)
       select $1::uuid, '${entry.direction === 'undo' ? 'redo' : 'undo'}', ${n}::int, ${label}::text, owner_id from root where id = $1`,
    );
  part(`update root set revision = ${n}::int, changed_at = now() where id = $1`);
  await client.query(
    `with ${parts.join(',\n')} select pg_notify('coat_changed', $1::text || ' ' || ${n}::text)`,
    values,
  );
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

export interface HistoryEntry extends Entry {
  readonly direction: 'do' | 'undo' | 'redo';
  readonly answers: number | null;
  readonly inverse: readonly Change[];
  /** Older than what can be taken back: only that it was done is still known. */
  readonly condensed: boolean;
}

/** One entry, with what takes it back; null where there is none. */
export async function findEntry(
  db: Queryable,
  coatId: string,
  revision: number,
): Promise<HistoryEntry | null> {
  const { rows } = await db.query<HistoryEntry>(
    'select revision, command_id as "commandId", direction, answers, label, changes, inverse, condensed from history where root_id = $1 and revision = $2',
    [coatId, revision],
  );
  return rows[0] ?? null;
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

/** What undo and redo would do now: the newest entry that can be taken back, and the newest that can come again. */
export async function undoState(
  db: Queryable,
  coatId: string,
): Promise<{ undo: Answerable | null; redo: Answerable | null }> {
  const { rows } = await db.query<Heads>(`select ${HEADS}`, [coatId]);
  return nth(rows, 0);
}

interface Heads {
  readonly undo: Answerable | null;
  readonly redo: Answerable | null;
}
const newest = (side: 'undo' | 'redo') =>
  `(select json_build_object('revision', revision, 'label', label) from answerable
     where root_id = $1 and side = '${side}' order by revision desc limit 1) as ${side}`;
/** What undo and redo would do to the coat $1. */
const HEADS = `${newest('undo')}, ${newest('redo')}`;

/** A coat as it is, by one statement; null where there is none. */
export async function readCoat(
  db: Queryable,
  coatId: string,
): Promise<({ readonly revision: number; readonly rows: CoatRows } & Heads) | null> {
  const { rows } = await db.query<ReadRows & Heads & { revision: number }>(
    `select revision, ${HEADS}, ${tablesOf([coatId])} from root where id = $1 and kind = 'coat'`,
    [coatId],
  );
  const [found] = rows;
  if (!found) return null;
  const { revision, undo, redo } = found;
  return { revision, rows: rowsOf(found), undo, redo };
}

/** A window that missed more than this gets the coat as it is now: that is less than all that happened. */
const MOST_ENTRIES = 200;

/**
 * What changed since a revision, and what undo and redo would do, by one statement; null where there is no such coat. Entries are
 * null where they would be too many, or are no longer kept.
 *
 * @param since a revision; one that the coat has not yet had stands for its beginning
 */
export async function entriesSince(
  db: Queryable,
  coatId: string,
  since: number,
): Promise<({ readonly revision: number; readonly entries: readonly Entry[] | null } & Heads) | null> {
  const { rows } = await db.query<Heads & { revision: number; entries: Entry[] | null }>(
    `select r.revision, ${HEADS},
            case when known.too_old or r.revision - known.since > ${MOST_ENTRIES} then null else coalesce((
              select json_agg(json_build_object('revision', h.revision, 'commandId', h.command_id, 'label', h.label, 'changes', h.changes)
                              order by h.revision)
                from history h where h.root_id = r.id and h.revision > known.since), '[]') end as entries
       from root r
       cross join lateral (select case when $2::int between 0 and r.revision then $2::int else 0 end) s (since)
       cross join lateral (select s.since, coalesce((select condensed from history
                            where root_id = r.id and revision = s.since + 1), false)) known (since, too_old)
      where r.id = $1 and r.kind = 'coat'`,
    [coatId, since],
  );
  return rows[0] ?? null;
}
