import { keyed } from '../../ground/checked.js';
import { ValidationError } from 'yup';
import { isRecord } from '../../ground/shape/shape.js';
import { readRow, type Travelling } from '../../model/coat/rowSchemas.js';
import {
  ENTITIES,
  ENTITY_BOOK,
  NO_ROWS,
  type CoatRow,
  type CoatRows,
  type Entity,
} from '../../model/coat/rows.js';
import { readProfile, type HostProfile } from '../../model/host/profile.js';
import { readPart, type Part } from '../../model/parts/part.js';
import { isInside } from '../../measuring/picture/rect.js';
import { kindBook, targetProblem } from '../../model/coat/kindBook.js';
import {
  BUNDLE_FORMAT,
  BundleProblem,
  DERIVED_FILES,
  DOCUMENTS,
  manifestSchema,
  ROW_FILES,
  type BundleWhat,
  type Documents,
  type Manifest,
} from './format.js';
import { upgraded } from './upgrade.js';
import { without } from './writeBundle.js';

/** A bundle as it was read: checked, upgraded, and with what is not known here kept. */
export interface BundleContent {
  readonly what: BundleWhat;
  readonly title: string;
  readonly version: number;
  /** Null where it holds no coat. */
  readonly rows: CoatRows | null;
  readonly parts: readonly Part[];
  readonly profile: HostProfile | null;
}

const MOST_ROWS = 20_000;
const MOST_PARTS = 5000;

/** Reads a manifest. @throws BundleProblem with a sentence */
export function readManifest(raw: unknown): Manifest {
  if (!isRecord(raw) || raw['format'] !== BUNDLE_FORMAT)
    throw new BundleProblem('This is no bundle of Spare Coat: its manifest says another format.');
  try {
    const manifest = manifestSchema.validateSync(raw, { abortEarly: true });
    return { ...manifest, title: manifest.title.slice(0, 200), made: manifest.made.slice(0, 40) };
  } catch (error) {
    if (error instanceof ValidationError) throw new BundleProblem(error.message);
    throw error;
  }
}

/** The first sentences of what is wrong, with where it is. */
function say(where: string, error: unknown): BundleProblem {
  if (error instanceof BundleProblem) return error;
  if (!(error instanceof ValidationError)) throw error;
  return new BundleProblem(`${where}: ${error.errors.slice(0, 3).join(' ')}`);
}

/**
 * Reads the documents of a bundle.
 *
 * @throws BundleProblem with a sentence for the first thing that is wrong: nothing of it is taken then
 */
export function readBundle(manifest: Manifest, documents: Documents): BundleContent {
  const now = upgraded(manifest.version, documents);
  const { what, title, version } = manifest;
  const parts = partsOf(now['parts.json']);
  const profile = profileOf(now['profile.json']);
  const rows = what === 'coat' ? rowsOf(now, parts, profile) : null;
  if (what === 'parts' && parts.length === 0) throw new BundleProblem('There are no parts in the bundle.');
  if (what === 'profile' && !profile) throw new BundleProblem('There is no host profile in the bundle.');
  return { what, title, version, rows, parts, profile };
}

function partsOf(raw: unknown): Part[] {
  if (raw === undefined) return [];
  if (!Array.isArray(raw) || raw.length > MOST_PARTS)
    throw new BundleProblem(`parts.json is no list of at most ${MOST_PARTS} parts.`);
  return raw.map((part: unknown) => {
    try {
      return readPart(part);
    } catch (error) {
      const name = isRecord(part) && typeof part['name'] === 'string' ? part['name'].slice(0, 80) : 'A part';
      throw say(`parts.json, ${name}`, error);
    }
  });
}

function profileOf(raw: unknown): HostProfile | null {
  if (raw === undefined || raw === null) return null;
  try {
    return readProfile(raw);
  } catch (error) {
    throw say('profile.json', error);
  }
}

function rowsOf(documents: Documents, parts: readonly Part[], profile: HostProfile | null): CoatRows {
  const rows = Object.fromEntries(Object.keys(NO_ROWS).map((e) => [e, {}])) as Record<
    Entity,
    Record<string, unknown>
  >;
  const byRow: Record<string, Record<string, unknown>> = {};
  const byDocument: Record<string, Record<string, unknown>> = {};
  let count = 0;
  const ids = new Set<string>();
  for (const [file, entities] of Object.entries(ROW_FILES) as [string, readonly Travelling[]][]) {
    const document = documents[file];
    if (document === undefined) continue;
    if (!isRecord(document)) throw new BundleProblem(`${file} holds no rows.`);
    const more = without(document, entities);
    if (Object.keys(more).length > 0) byDocument[file] = more;
    for (const entity of entities) {
      const list = document[entity] ?? [];
      if (!Array.isArray(list) || (count += list.length) > MOST_ROWS)
        throw new BundleProblem(`${file} holds no list of ${entity} rows, or more than ${MOST_ROWS} rows.`);
      for (const raw of list as unknown[]) {
        let read;
        try {
          read = readRow(entity, raw);
        } catch (error) {
          const of = isRecord(raw) ? rows.element[String(raw['elementId'])] : undefined;
          const whose = isRecord(of) ? ` of ${String(of['name'])}` : '';
          throw say(`${file}, ${entity}${whose}`, error);
        }
        const id = String(read.row['id']);
        if (ids.has(id)) throw new BundleProblem(`${file}: two rows have the id ${id}.`);
        ids.add(id);
        rows[entity][id] = read.row;
        if (Object.keys(read.unknown).length > 0) byRow[`${entity} ${id}`] = read.unknown;
      }
    }
  }
  const [coat, second] = Object.values(rows.coat);
  if (!coat || second) throw new BundleProblem('reference.json holds exactly one coat.');
  // Documents that nobody knows here go out again as they came.
  for (const [name, document] of Object.entries(documents))
    if (
      !DOCUMENTS.includes(name) &&
      !(DERIVED_FILES as readonly string[]).includes(name) &&
      isRecord(document)
    )
      byDocument[name] = document;
  const extras =
    Object.keys(byRow).length + Object.keys(byDocument).length === 0
      ? {}
      : { documents: byDocument, rows: byRow };
  const own = coat as CoatRow;
  rows.coat = { [own.id]: { ...own, extras, origin: null } };
  const whole = rows as CoatRows;
  checkTies(whole);
  checkPins(whole, parts, profile);
  return whole;
}

/** Whether rows fit each other: what they name is there, values are of their kinds, regions lie on their pictures. */
function checkTies(rows: CoatRows): void {
  const all: Readonly<Record<string, Readonly<Record<string, Readonly<Record<string, unknown>>>>>> = rows;
  for (const entity of ENTITIES) {
    const { ties, once } = ENTITY_BOOK[entity];
    for (const row of Object.values(all[entity] ?? {})) {
      const astray = Object.entries(ties).find(([field, target]) => {
        const id = row[field];
        return id !== null && !all[target]?.[String(id)];
      });
      if (astray)
        throw new BundleProblem(`A ${entity} of the bundle names a ${astray[1]} that is not in it.`);
    }
    for (const fields of once) {
      const keys = Object.values(all[entity] ?? {}).map((row) => JSON.stringify(fields.map((f) => row[f])));
      if (new Set(keys).size < keys.length) throw new BundleProblem(`The bundle holds a ${entity} twice.`);
    }
  }
  if (Object.keys(rows.variant).length === 0) throw new BundleProblem('The bundle holds no variant.');
  const book = kindBook(rows);
  for (const element of Object.values(rows.element))
    if (!book.find(element.kind))
      throw new BundleProblem(`${element.name}: there is no kind of element ${element.kind}.`);
  for (const trait of Object.values(rows.trait)) {
    const element = keyed(rows.element, trait.elementId);
    const problem = targetProblem(book, element.kind, trait.trait, trait.target);
    if (problem) throw new BundleProblem(`${element.name}: ${problem}`);
    const { source } = trait;
    if (source.how === 'measured' && !rows.picture[source.pictureId])
      throw new BundleProblem(`${element.name}: it was measured on a picture that is not in the bundle.`);
  }
  for (const region of Object.values(rows.region)) {
    const picture = keyed(rows.picture, region.pictureId);
    if (!isInside(region, picture.width, picture.height))
      throw new BundleProblem(
        `A region of ${keyed(rows.element, region.elementId).name} does not lie on its picture.`,
      );
  }
  for (const sighting of Object.values(rows.sighting)) {
    const { width, height } = keyed(rows.capture, sighting.captureId);
    if (!isInside(sighting, width, height))
      throw new BundleProblem(`${keyed(rows.element, sighting.elementId).name} does not lie on its picture.`);
  }
  for (const layer of Object.values(rows.layer)) {
    const element = keyed(rows.element, keyed(rows.match, layer.matchId).elementId);
    for (const scope of Object.values(layer.settings))
      for (const [trait, value] of Object.entries(scope)) {
        const problem = targetProblem(book, element.kind, trait, value);
        if (problem) throw new BundleProblem(`${element.name}: ${problem}`);
      }
  }
  for (const made of Object.values(rows.handmade))
    for (const [trait, value] of Object.entries(made.supplies)) {
      const problem = targetProblem(book, made.kind, trait, value);
      if (problem) throw new BundleProblem(`${made.name}: ${problem}`);
    }
}

/** Whether the parts and the host that rows pin are in the bundle. */
function checkPins(rows: CoatRows, parts: readonly Part[], profile: HostProfile | null): void {
  const known = new Set(parts.map((p) => `${p.id} ${p.revision}`));
  for (const { partId, partRevision } of Object.values(rows.layer)) {
    if ((partId === null) !== (partRevision === null))
      throw new BundleProblem('A layer of the bundle names a part without its revision.');
    if (partId !== null && !known.has(`${partId} ${partRevision}`))
      throw new BundleProblem('A layer of the bundle takes something from a part that is not in it.');
  }
  const [coat] = Object.values(rows.coat);
  const { profileId, profileRevision } = coat!;
  if (profileId !== null && (profile?.id !== profileId || profile.revision !== profileRevision))
    throw new BundleProblem('The host profile of the coat is not in the bundle.');
}
