import { ENTITIES, ENTITY_BOOK, type AnyRow, type Entity } from '@spare-coat/core/model/coat/rows';

/** How a row of the core lies in the database: its columns by field, and which of them hold times. */
interface Table {
  /** field → column */
  readonly columns: Readonly<Record<string, string>>;
  readonly times: readonly string[];
}

/** Columns that are not called after their field: its name is a word of SQL. */
const OTHERWISE: Readonly<Partial<Record<Entity, Readonly<Record<string, string>>>>> = {
  kind: { group: 'grouped' },
  match: { by: 'chosen_by' },
  sighting: { values: 'trait_values' },
};

/** `partRevision` → `part_revision`. */
const snake = (field: string): string => field.replace(/[A-Z]/g, (letter) => `_${letter.toLowerCase()}`);

/**
 * The tables of a coat, by the fields of its rows. Names of the code's own, never anything from a request: the SQL of `store.ts`
 * is put together from these alone.
 */
const TABLES = Object.fromEntries(
  ENTITIES.map((entity): [Entity, Table] => {
    const { fields, times } = ENTITY_BOOK[entity];
    const columns = Object.keys(fields).map((f) => [f, OTHERWISE[entity]?.[f] ?? snake(f)]);
    return [entity, { columns: Object.fromEntries(columns) as Record<string, string>, times }];
  }),
) as Readonly<Record<Entity, Table>>;

/** The column of a field; undefined of one that is not kept. */
export function columnOf(entity: Entity, field: string): string | undefined {
  return Object.hasOwn(TABLES[entity].columns, field) ? TABLES[entity].columns[field] : undefined;
}

/** The columns of an entity as a select names them. */
export const selected = (entity: Entity): string => Object.values(TABLES[entity].columns).join(', ');

/** These fields of a row as one JSON object by column, as PostgreSQL reads rows from. */
export function toColumns(entity: Entity, row: AnyRow, fields: readonly string[]): Record<string, unknown> {
  const values = row as Readonly<Record<string, unknown>>;
  return Object.fromEntries(
    fields.flatMap((field) => {
      const column = columnOf(entity, field);
      return column === undefined ? [] : [[column, values[field]]];
    }),
  );
}

/** A row as PostgreSQL puts it into JSON, in the core's fields. Times come with the offset of the session. */
export function fromColumns(entity: Entity, row: Readonly<Record<string, unknown>>): Record<string, unknown> {
  const { columns, times } = TABLES[entity];
  return Object.fromEntries(
    Object.entries(columns).map(([field, column]) => {
      const value = row[column];
      return [
        field,
        times.includes(field) && typeof value === 'string' ? new Date(value).toISOString() : value,
      ];
    }),
  );
}
