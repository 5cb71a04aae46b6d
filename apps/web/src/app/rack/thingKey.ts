import { map, of, switchMap, type Observable } from 'rxjs';
import { nth } from '@spare-coat/core/ground/checked';
import type { ComparableCoat } from '@spare-coat/core/proving/rack/compareCoats';
import type { RackThing } from '@spare-coat/core/proving/rack/search';
import type { Api } from '../shared/api';

/** How something of the library stands in an address: where it is, and its id. */
export const keyOf = ({ from, id }: Pick<RackThing, 'from' | 'id'>): string => `${from}.${id}`;

export interface NamedCoat extends ComparableCoat {
  readonly name: string;
  readonly link: readonly string[];
}

/** What an address speaks of, ready to be compared; null where it speaks of nothing. */
export function coatAt(api: Api, key: string): Observable<NamedCoat | null> {
  const [, from, id] = /^(rack|coats)\.([0-9a-f-]{36})$/.exec(key) ?? [];
  if (!id) return of(null);
  if (from === 'coats')
    return api.coatFacts(id).pipe(map((facts) => ({ ...facts, link: ['/coats', id, 'match'] })));
  return api
    .rackItem(id)
    .pipe(
      switchMap((item) =>
        api
          .rackVersion(id, nth(item.versions, 0).version)
          .pipe(map(({ facts, elements }) => ({ facts, elements, name: item.name, link: ['/rack', id] }))),
      ),
    );
}
