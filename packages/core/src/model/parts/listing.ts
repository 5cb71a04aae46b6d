import { shaSchema } from '../../ground/ids.js';
import { list, openShape, pattern, text, whole, type Of } from '../../ground/shape/shape.js';
import { dateSchema } from '../../ground/text.js';
import { hostPath, innerPath, plainWord } from '../offers/placeSchemas.js';

const partFields = {
  id: pattern(/^[a-z0-9][a-z0-9-]{0,80}$/, 'The id of a listed part is made of letters, digits and hyphens.'),
  name: text(200),
  author: text(200, 0),
  category: text(60, 0),
  summary: text(1000, 0),
  /** SPDX, as the listing says it. */
  licence: text(80, 0),
  votes: whole(0, 1e12),
  /** The day of the newest version. */
  date: dateSchema,
  version: text(40),
};
const partSchema = openShape(partFields);
/** A part as an online listing tells it, without its versions' files. */
export type ListedPart = Of<typeof partSchema>;

const versionSchema = openShape({
  version: plainWord(40),
  date: dateSchema,
  /** For which host and version, in the listing's words; empty where it does not say. */
  madeFor: text(100, 0),
  file: innerPath(200).matches(/^[^/\\]+$/, 'A file has no folder before it.'),
  size: whole(0, 1e15),
  sha256: shaSchema,
  /** Where the file is, from the listing's root. */
  path: hostPath(300).matches(/^\/[\w./%-]+$/, 'A file lies on the listing itself.'),
});
/** One version of a part as an online listing tells it. */
export type ListedVersion = Of<typeof versionSchema>;

const pageSchema = openShape({
  parts: list(partSchema, { most: 200 }),
  page: whole(0, 1e9),
  pages: whole(0, 1e9),
  total: whole(0, 1e9),
  categories: list(text(60, 0), { most: 100 }),
});
export type ListedPage = Of<typeof pageSchema>;

const detailsSchema = openShape({
  ...partFields,
  /** Newest first. */
  versions: list(versionSchema, { least: 1, most: 200 }),
});
export type ListedDetails = Of<typeof detailsSchema>;

/** Reads a page of a listing as it came; unknown fields are left out. @throws yup.ValidationError */
export function readListedPage(raw: unknown): ListedPage {
  return pageSchema.validateSync(raw, { strict: true });
}

/** Reads one part of a listing as it came. @throws yup.ValidationError */
export function readListedDetails(raw: unknown): ListedDetails {
  return detailsSchema.validateSync(raw, { strict: true });
}

/** A newer version of a part that came from a listing. */
export interface ListedUpdate {
  readonly partId: string;
  readonly name: string;
  readonly have: string;
  readonly version: ListedVersion;
  readonly key: string;
}
