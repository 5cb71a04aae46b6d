import type { AnySchema } from 'yup';
import { openShape, readFilled } from '../../ground/shape/shape.js';
import { ENTITIES, ENTITY_BOOK, type Entity } from './rows.js';

/** Rows as they come from outside, whole: one schema for each sort that travels. */

/** Sorts of rows that travel. The journal stays: on another computer nothing was done yet. */
export type Travelling = Exclude<Entity, 'journal'>;

interface TravellingRow {
  readonly fields: readonly string[];
  readonly schema: AnySchema;
}
/** The schemas of rows that travel, without what belongs to this place. */
export const TRAVELLING = Object.fromEntries(
  ENTITIES.filter((entity) => entity !== 'journal').map((entity): [string, TravellingRow] => {
    const { fields, home } = ENTITY_BOOK[entity];
    const travelling = Object.fromEntries(Object.entries(fields).filter(([f]) => !home.includes(f)));
    return [entity, { fields: Object.keys(travelling), schema: openShape(travelling) }];
  }),
) as Readonly<Record<Travelling, TravellingRow>>;

/**
 * Reads a row as it came: its known fields, checked, and beside them what is not known here.
 *
 * @throws yup.ValidationError with a sentence for every problem
 */
export function readRow(
  entity: Travelling,
  raw: unknown,
): { readonly row: Record<string, unknown>; readonly unknown: Record<string, unknown> } {
  const { fields, schema } = TRAVELLING[entity];
  const known: Record<string, unknown> = {};
  const unknown: Record<string, unknown> = {};
  for (const [field, value] of Object.entries((raw ?? {}) as Record<string, unknown>))
    (fields.includes(field) ? known : unknown)[field] = value;
  const row = readFilled(schema, known) as Record<string, unknown>;
  return { row, unknown };
}
