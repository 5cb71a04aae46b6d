import type { Change } from '../../model/coat/changes.js';
import { ENTITIES, NO_ROWS, type AnyRow, type CoatRows, type Entity } from '../../model/coat/rows.js';

/** Rows of an entity: all of them, or those of which one of these fields has one of these values. */
export type Scope = 'all' | readonly { readonly field: string; readonly values: readonly string[] }[];

/** The rows that something has to look at. What is not named is not looked at. */
export type Needs = Readonly<Partial<Record<Entity, Scope>>>;

/** Few rows, named by many commands: they are always there. */
export const ALWAYS = { coat: 'all', variant: 'all', display: 'all', kind: 'all' } as const;

/** Those of which a field has one of these values. */
export const by = (field: string, ...values: (string | null | undefined)[]): Scope => [
  { field, values: values.filter((v) => v !== null && v !== undefined) },
];
/** Choices of all elements: as many rows as there are elements, or a few more. */
export const CHOICES = { element: 'all', match: 'all', layer: 'all' } as const;
/** All that stands under one element and is found by it. */
export const under = (...elements: string[]): Needs => ({
  trait: by('elementId', ...elements),
  region: by('elementId', ...elements),
});

/** What is needed to carry changes out: the rows that they are about. */
export function needsOfChanges(changes: readonly Change[]): Needs {
  const ids = new Map<Entity, string[]>();
  for (const { entity, id } of changes) ids.set(entity, [...(ids.get(entity) ?? []), id]);
  return allNeeds([ALWAYS, Object.fromEntries([...ids].map(([entity, of]) => [entity, by('id', ...of)]))]);
}

/** The rows that several commands look at, taken together: all of a sort where one of them wants all. */
export function allNeeds(each: readonly Needs[]): Needs {
  const together: Partial<Record<Entity, Scope>> = {};
  for (const needs of each)
    for (const [entity, scope] of Object.entries(needs) as [Entity, Scope][]) {
      const known = together[entity];
      together[entity] =
        known === undefined ? scope : known === 'all' || scope === 'all' ? 'all' : [...known, ...scope];
    }
  return together;
}

/** Those of these rows that are needed. */
export function onlyNeeded(rows: CoatRows, needs: Needs): CoatRows {
  const some = { ...NO_ROWS } as Record<Entity, Readonly<Record<string, AnyRow>>>;
  for (const entity of ENTITIES) {
    const scope = needs[entity];
    if (scope === undefined) continue;
    const all = rows[entity] as Readonly<Record<string, AnyRow>>;
    some[entity] =
      scope === 'all' ? all : Object.fromEntries(Object.entries(all).filter(([, row]) => isIn(row, scope)));
  }
  return some as CoatRows;
}

function isIn(row: AnyRow, scope: Exclude<Scope, 'all'>): boolean {
  const fields = row as Readonly<Record<string, unknown>>;
  return scope.some(({ field, values }) => values.includes(fields[field] as string));
}
