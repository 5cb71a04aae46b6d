import { keyed } from '../../ground/checked.js';
import { ENTITIES, type AnyRow, type CoatRows, type Entity, type JournalRow, type RowTypes } from './rows.js';
import { type JournalWhat } from './rows/journal.js'; // prettier-ignore

/**
 * One change of one row: `before` null puts it in, `after` null takes it out, else both hold the fields that change.
 * A command is a list of these, and so is its inverse.
 */
export type Change = {
  [E in Entity]: {
    readonly entity: E;
    readonly id: string;
    readonly before: Partial<RowTypes[E]> | null;
    readonly after: Partial<RowTypes[E]> | null;
  };
}[Entity];

/** A change that no longer fits the rows: somebody changed the same thing since. */
export interface Clash {
  readonly entity: Entity;
  readonly id: string;
  /** The fields that differ; empty when the row is gone or already there. */
  readonly fields: readonly string[];
  readonly sentence: string;
}

type Fields = Readonly<Record<string, unknown>>;

/** Whether two JSON values are equal throughout; the order of keys does not count. */
export function sameJson(a: unknown, b: unknown): boolean {
  if (a === b) return true;
  if (typeof a !== 'object' || typeof b !== 'object' || a === null || b === null) return false;
  if (Array.isArray(a) !== Array.isArray(b)) return false;
  const keys = Object.keys(a);
  return (
    keys.length === Object.keys(b).length &&
    keys.every((k) => k in b && sameJson((a as Fields)[k], (b as Fields)[k]))
  );
}

/** The change that puts a row in; its inverse takes the same row out. */
export function put<E extends Entity>(entity: E, row: RowTypes[E]): Change {
  return { entity, id: row.id, before: null, after: row } as Change;
}

/** Takes a row out, remembering it whole. */
export function takeOut<E extends Entity>(entity: E, row: RowTypes[E]): Change {
  return { entity, id: row.id, before: row, after: null } as Change;
}

/** Changes the fields of a row that really differ; null when none does. */
export function alter<E extends Entity>(
  entity: E,
  row: RowTypes[E],
  fields: Partial<RowTypes[E]>,
): Change | null {
  const now = row as Fields;
  const keys = Object.keys(fields).filter((k) => !sameJson(now[k], (fields as Fields)[k]));
  if (keys.length === 0) return null;
  const pick = (from: Fields) => Object.fromEntries(keys.map((k) => [k, from[k]]));
  return { entity, id: row.id, before: pick(now), after: pick(fields as Fields) } as Change;
}

const WHAT: Readonly<Record<Entity, string>> = {
  coat: 'the coat',
  variant: 'a variant',
  display: 'a display',
  picture: 'a picture',
  kind: 'a kind',
  font: 'a font',
  element: 'an element',
  region: 'a region',
  trait: 'a trait',
  match: 'a match',
  layer: 'a layer',
  handmade: 'something hand-made',
  accepted: 'an accepted finding',
  trial: 'a trial',
  survey: 'a survey',
  reading: 'a reading',
  capture: 'a picture of your desktop',
  sighting: 'what was seen of an element',
  journal: 'the journal',
};

/** The name a person knows a row by. */
export function nameOf(rows: CoatRows, entity: Entity, id: string): string {
  const row = rows[entity][id] as Fields | undefined;
  if (!row) return WHAT[entity];
  const element = (elementId: unknown) => rows.element[String(elementId)]?.name ?? 'an element';
  switch (entity) {
    case 'trait':
      return `${element(row['elementId'])}: ${String(row['trait'])}`;
    case 'region':
      return `the region of ${element(row['elementId'])}`;
    case 'sighting':
      return `what was seen of ${element(row['elementId'])}`;
    case 'match':
      return `the match of ${element(row['elementId'])}`;
    case 'layer':
      return `the match of ${element(rows.match[String(row['matchId'])]?.elementId)}`;
    case 'kind':
      return `the kind ${String(row['label'])}`;
    case 'accepted':
    case 'coat':
    case 'display':
    case 'journal':
      return WHAT[entity];
    default:
      return String(row['name']);
  }
}

function clashOf(rows: CoatRows, change: Change): Clash | null {
  const { entity, id } = change;
  const row = rows[entity][id] as Fields | undefined;
  const clash = (sentence: string, fields: string[] = []): Clash => ({ entity, id, fields, sentence });
  if (change.before === null) return row ? clash(`${nameOf(rows, entity, id)} is there already.`) : null;
  if (!row) return clash(`${WHAT[entity]} was taken out since.`);
  const fields = Object.entries(change.before as Fields)
    .filter(([k, v]) => !sameJson(row[k], v))
    .map(([k]) => k);
  if (fields.length > 0)
    return clash(`${nameOf(rows, entity, id)} was changed since (${fields.join(', ')}).`, fields);
  return null;
}

export type Applied =
  { readonly ok: true; readonly rows: CoatRows } | { readonly ok: false; readonly clash: Clash };

/** Applies changes in order. Nothing is applied when one of them no longer fits. */
export function applyChanges(rows: CoatRows, changes: readonly Change[]): Applied {
  let now: Record<Entity, Record<string, unknown>> | null = null;
  const copied = new Set<Entity>();
  for (const change of changes) {
    const current = (now ?? rows) as CoatRows;
    const clash = clashOf(current, change);
    if (clash) return { ok: false, clash };
    now ??= { ...(rows as Record<Entity, Record<string, unknown>>) };
    if (!copied.has(change.entity)) {
      now[change.entity] = { ...now[change.entity] };
      copied.add(change.entity);
    }
    const table = now[change.entity];
    if (change.after === null) delete table[change.id];
    else table[change.id] = { ...(table[change.id] as Fields | undefined), ...change.after };
  }
  return { ok: true, rows: (now as CoatRows | null) ?? rows };
}

/**
 * The changes that take these back, in reverse order. The journal is append-only, so an entry is answered by its
 * opposite instead of being taken out.
 *
 * @param newId makes an id for such an answer
 * @param now   ISO 8601, the time of the answer
 */
export function invertChanges(changes: readonly Change[], newId: () => string, now: string): Change[] {
  return [...changes].reverse().map((change) => {
    if (change.entity === 'journal' && change.after) {
      const entry = change.after as JournalRow;
      // Only words: they stay, as everything does that was once written into the journal.
      const isTalk = entry.what === 'noted' || entry.what === 'begun';
      const said = isTalk ? { note: '', pictures: [] } : {};
      return put('journal', { ...entry, ...said, id: newId(), what: OPPOSITE[entry.what], at: now });
    }
    return { ...change, before: change.after, after: change.before } as Change;
  });
}

/** What answers an entry of the journal. */
const OPPOSITE: Readonly<Record<JournalWhat, JournalWhat>> = {
  done: 'withdrawn',
  withdrawn: 'done',
  skipped: 'skip withdrawn',
  'skip withdrawn': 'skipped',
  failed: 'failure withdrawn',
  'failure withdrawn': 'failed',
  noted: 'begun',
  begun: 'begun',
};

/** The changes that lead from one state of a coat to another: they apply to the one and give the other. */
export function diffRows(from: CoatRows, to: CoatRows): Change[] {
  return ENTITIES.flatMap((entity) => {
    const [was, is] = [from[entity], to[entity]] as Readonly<Record<string, AnyRow>>[];
    const gone = Object.values(was!).filter((row) => !Object.hasOwn(is!, row.id));
    const others = Object.values(is!).flatMap((row): Change[] => {
      const before = Object.hasOwn(was!, row.id) ? keyed(was!, row.id) : null;
      if (before === null) return [put(entity, row)];
      const change = alter(entity, before, row);
      return change ? [change] : [];
    });
    return [...gone.map((row) => takeOut(entity, row)), ...others];
  });
}

/** What two lists of changes both touch: the same row's existence, or the same field of one row. */
export function overlap(mine: readonly Change[], theirs: readonly Change[]): Change | null {
  const touched = new Map<string, Set<string> | 'row'>();
  for (const c of theirs) {
    const key = `${c.entity} ${c.id}`;
    if (!c.before || !c.after) touched.set(key, 'row');
    else if (touched.get(key) !== 'row')
      touched.set(key, new Set([...((touched.get(key) as Set<string>) ?? []), ...Object.keys(c.after)]));
  }
  for (const c of mine) {
    const their = touched.get(`${c.entity} ${c.id}`);
    if (!their) continue;
    if (their === 'row' || !c.before || !c.after) return c;
    if (Object.keys(c.after).some((field) => their.has(field))) return c;
  }
  return null;
}
