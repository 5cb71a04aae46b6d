import { keyed } from '../../ground/checked.js';
import { NO_LIMITS } from '../../model/coat/limits.js';
import { BundleProblem, BUNDLE_VERSION, ROW_FILES, type Documents } from './format.js';
import { isRecord } from '../../ground/shape/shape.js';

/**
 * Makes the next version of an older one. Version 1 had all rows in one document and knew nothing of limits, uses, moves,
 * displays of an element, ways of carrying it, extras, followed gaps, or who chose a match. Version 2 called dismissed kinds
 * waved, and coordinates earth.
 */
const UPGRADES: Readonly<Record<number, (documents: Documents) => Documents>> = {
  1: (documents) => {
    const { 'coat.json': all, ...rest } = documents;
    if (!isRecord(all)) throw new BundleProblem('The bundle has no coat.json, as bundles of version 1 have.');
    const list = (entity: string): unknown[] =>
      Array.isArray(all[entity]) ? (all[entity] as unknown[]) : [];
    const defaults: Readonly<Record<string, object>> = {
      coat: { limits: NO_LIMITS, uses: {}, moves: [], waved: [], deletedAt: null },
      picture: { scale: null, inches: null, guides: [] },
      element: { links: [], rules: {}, carry: null, displayId: null, addition: false },
      region: { state: null, ground: null, again: false },
      match: { links: [], lookAgain: null, by: 'hand' },
    };
    const known = Object.values(ROW_FILES).flat() as string[];
    const documentOf = (entities: readonly string[]) =>
      Object.fromEntries(
        entities.map((entity) => [
          entity,
          list(entity).map((row) => (isRecord(row) ? { ...defaults[entity], ...row } : row)),
        ]),
      );
    const more = Object.fromEntries(Object.entries(all).filter(([key]) => !known.includes(key)));
    return {
      ...rest,
      'reference.json': { ...more, ...documentOf(ROW_FILES['reference.json']) },
      'matches.json': documentOf(ROW_FILES['matches.json']),
    };
  },
  2: (documents) => ({
    ...documents,
    ...renamedIn(documents, 'reference.json', (reference) => ({
      ...reference,
      ...listIn(reference, 'coat', (coat) => {
        const { waved, ...others } = coat;
        return waved === undefined ? coat : { ...others, dismissed: waved };
      }),
    })),
    ...listIn(documents, 'parts.json', (part) => ({
      ...part,
      ...listIn(part, 'settings', (setting) => {
        const { value } = setting;
        return isRecord(value) && value['type'] === 'earth'
          ? { ...setting, value: { ...value, type: 'coordinates' } }
          : setting;
      }),
    })),
  }),
};

type Json = Readonly<Record<string, unknown>>;

/** One document, changed where it is there and is an object; what is broken is told when it is read. */
function renamedIn(documents: Documents, name: string, change: (document: Json) => Json): Documents {
  const document = documents[name];
  return isRecord(document) ? { [name]: change(document) } : {};
}

/** The objects of a list, each changed; a list that is none stays as it is. */
function listIn(document: Json, name: string, change: (one: Json) => Json): Json {
  const list = document[name];
  return Array.isArray(list)
    ? { [name]: list.map((one: unknown) => (isRecord(one) ? change(one) : one)) }
    : {};
}

/** Documents of an older version as they are written today. @throws BundleProblem of versions that are not known */
export function upgraded(version: number, documents: Documents): Documents {
  if (!Number.isInteger(version) || version < 1)
    throw new BundleProblem('The bundle says no version of its format.');
  if (version > BUNDLE_VERSION)
    throw new BundleProblem(
      `The bundle is of version ${version} of the format; versions up to ${BUNDLE_VERSION} are known here. A newer Spare Coat reads it.`,
    );
  let now = documents;
  for (let v = version; v < BUNDLE_VERSION; v++) now = keyed(UPGRADES, v)(now);
  return now;
}
