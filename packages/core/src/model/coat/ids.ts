import { coatOf, ENTITIES, rowsIn, type AnyRow, type CoatRows, type Entity } from './rows.js';

/** Ids stand alone, or inside what names something by one: `hand:…`, the keys of findings. */
const ANY_ID = /[0-9a-f]{8}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{12}/g;

/** The same rows under other ids, references between them included; ids that are not in the map stay. */
export function underIds(
  rows: CoatRows,
  ids: ReadonlyMap<string, string>,
  leave: readonly Entity[] = [],
): CoatRows {
  const swapText = (text: string) => text.replace(ANY_ID, (old) => ids.get(old) ?? old);
  const swap = (value: unknown): unknown => {
    if (typeof value === 'string') return swapText(value);
    if (Array.isArray(value)) return value.map(swap);
    if (value && typeof value === 'object')
      return Object.fromEntries(Object.entries(value).map(([k, v]) => [swapText(k), swap(v)]));
    return value;
  };
  return Object.fromEntries(
    ENTITIES.map((entity) => [
      entity,
      leave.includes(entity)
        ? {}
        : Object.fromEntries(
            rowsIn(rows, entity).map((row) => {
              const copy = swap(row) as AnyRow;
              return [copy.id, copy];
            }),
          ),
    ]),
  ) as CoatRows;
}

/** A fresh id for every row of a coat, by its old one. Parts and profiles are other roots: their ids stay. */
export function freshIds(
  rows: CoatRows,
  coatId: string,
  newId: () => string,
  leave: readonly Entity[] = [],
): Map<string, string> {
  const ids = new Map<string, string>([[coatOf(rows).id, coatId]]);
  for (const entity of ENTITIES)
    if (!leave.includes(entity))
      for (const old of Object.keys(rows[entity])) if (!ids.has(old)) ids.set(old, newId());
  return ids;
}

/** The same rows under new ids. @param coatId the id of the coat that they become */
export function withFreshIds(
  rows: CoatRows,
  coatId: string,
  newId: () => string,
  leave: readonly Entity[] = [],
): CoatRows {
  return underIds(rows, freshIds(rows, coatId, newId, leave), leave);
}
