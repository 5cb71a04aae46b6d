import { isSha } from '../../ground/ids.js';
import { held, isRecord, list, oneOf, openShape, text, whole, type Of } from '../../ground/shape/shape.js';
import type { Travelling } from '../../model/coat/rowSchemas.js';

/** The name and the version of the format. Readers take every older version; newer ones by the same number only. */
export const BUNDLE_FORMAT = 'spare-coat-bundle';
export const BUNDLE_VERSION = 3;

/** What a bundle can be of: a whole coat; parts or a host profile that travel alone. */
export const BUNDLE_WHATS = ['coat', 'parts', 'profile'] as const;
export type BundleWhat = (typeof BUNDLE_WHATS)[number];

/** The files of rows in a bundle, and which entities stand in each, in the order in which they are put in. */
export const ROW_FILES = {
  'reference.json': ['coat', 'variant', 'display', 'picture', 'kind', 'font', 'element', 'region', 'trait'],
  'matches.json': ['match', 'layer', 'handmade', 'accepted'],
  'host.json': ['trial', 'survey', 'reading'],
  'own.json': ['capture', 'sighting'],
} as const satisfies Readonly<Record<string, readonly Travelling[]>>;
export type RowFile = keyof typeof ROW_FILES;

/** Files that a person reads and a program need not: they are derived, and made anew wherever the bundle comes to. */
export const DERIVED_FILES = ['ledger.json', 'plan.json'] as const;

/** All documents that a bundle can hold beside its manifest. */
export const DOCUMENTS = [
  ...Object.keys(ROW_FILES),
  'parts.json',
  'profile.json',
  ...DERIVED_FILES,
] as readonly string[];

/** How documents are called, those of newer versions among them: what is not known here goes out again as it came. */
export const DOCUMENT_PATH = /^[a-z][a-z0-9-]{0,40}\.json$/;

/** Pictures, surveys and fonts lie by their SHA-256; so do archives that are sent along. */
export const FILE_PATH = /^files\/([0-9a-f]{64})$/;
export const ARCHIVE_PATH = /^archives\/([0-9a-f]{64})$/;

const LISTED_PATH = /^([a-z][a-z0-9-]{0,40}\.json|(files|archives)\/[0-9a-f]{64})$/;
export const MOST_FILES = 5000;

const fileSchema = openShape({
  path: held(
    text(200),
    'path',
    (path) =>
      LISTED_PATH.test(path)
        ? null
        : `The manifest of the bundle lists a file that bundles do not have: ${path.slice(0, 80)}.`,
    { pattern: LISTED_PATH.source },
  ),
  sha256: held(
    text(200),
    'sha256',
    (sha) =>
      isSha(sha) ? null : 'The manifest of the bundle lists a file by what files do not have as a SHA-256.',
    { pattern: '^[0-9a-f]{64}$' },
  ),
  /** Bytes. */
  size: whole(0, 1e15),
});
export type BundleFile = Of<typeof fileSchema>;

const NOT_SAID = 'The manifest of the bundle does not say what is in it.';
export const manifestSchema = openShape({
  format: oneOf([BUNDLE_FORMAT]),
  version: whole(0, 1e6).typeError(NOT_SAID),
  what: oneOf(BUNDLE_WHATS, NOT_SAID),
  title: text(10_000, 0).default(''),
  /** The day on which it was made. */
  made: text(10_000, 0).default(''),
  files: list(fileSchema, {
    most: MOST_FILES,
    sentence: `The manifest of the bundle lists no files, or more than ${MOST_FILES}.`,
  }),
});
export type Manifest = Of<typeof manifestSchema>;

/** Why a bundle is not taken, in a sentence. */
export class BundleProblem extends Error {}

/** Documents by their path in the bundle, as JSON. */
export type Documents = Readonly<Record<string, unknown>>;

/** The SHA-256s of files that a document speaks of: whatever stands under `blob`. */
export function blobsIn(value: unknown, found: Set<string> = new Set()): Set<string> {
  if (Array.isArray(value)) for (const v of value) blobsIn(v, found);
  else if (isRecord(value))
    for (const [key, v] of Object.entries(value))
      if (key === 'blob' && isSha(v)) found.add(v);
      else blobsIn(v, found);
  return found;
}
