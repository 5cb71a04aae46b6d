import { signal } from '@angular/core';
import { EMPTY, expand, map, reduce, type Observable } from 'rxjs';
import type { Part } from '@spare-coat/core/model/parts/part';
import type { Api } from '../shared/api';
import type { Suggestion } from '../shared/forms/tree/nodes';

/** So many pages of the catalogue are read for names. */
const MOST_PAGES = 40;

/** Parts of the catalogue by their names, as fields suggest them that keep ids. */
export const partNames = signal<readonly Suggestion[]>([]);

/** Reads the names of all parts; two of one name are told apart by who made them. */
export function readPartNames(api: Pick<Api, 'parts'>): Observable<readonly Suggestion[]> {
  let pages = 1;
  return api.parts({}).pipe(
    expand(({ next }) => (next === null || pages++ >= MOST_PAGES ? EMPTY : api.parts({ after: next }))),
    reduce((all: readonly Part[], { parts }) => [...all, ...parts], []),
    map((parts) => {
      const isTwice = (name: string) => parts.filter((p) => p.name === name).length > 1;
      return parts.map(({ id, name, author }) => ({
        value: id,
        label: isTwice(name) ? `${name}, by ${author}` : name,
      }));
    }),
  );
}
