import { shaSchema } from '../../ground/ids.js';
import * as yup from 'yup';
import { hostPath, innerPath, plainWord } from '../offers/placeSchemas.js';
import { dateSchema } from '../../ground/text.js';

/** One version of a part as an online listing tells it. */
export interface ListedVersion {
  readonly version: string;
  /** ISO date. */
  readonly date: string;
  /** For which host and version, in the listing's words; empty where it does not say. */
  readonly madeFor: string;
  readonly file: string;
  readonly size: number;
  readonly sha256: string;
  /** Where the file is, from the listing's root. */
  readonly path: string;
}

/** A part as an online listing tells it, without its versions' files. */
export interface ListedPart {
  readonly id: string;
  readonly name: string;
  readonly author: string;
  readonly category: string;
  readonly summary: string;
  /** SPDX, as the listing says it. */
  readonly licence: string;
  readonly votes: number;
  /** ISO date of the newest version. */
  readonly date: string;
  readonly version: string;
}

export interface ListedDetails extends ListedPart {
  /** Newest first. */
  readonly versions: readonly ListedVersion[];
}

export interface ListedPage {
  readonly parts: readonly ListedPart[];
  readonly page: number;
  readonly pages: number;
  readonly total: number;
  readonly categories: readonly string[];
}

const text = (most: number) => yup.string().strict().max(most).defined();
const whole = yup.number().strict().integer().min(0).required();

const partFields = {
  id: yup
    .string()
    .strict()
    .matches(/^[a-z0-9][a-z0-9-]{0,80}$/)
    .required(),
  name: text(200).min(1),
  author: text(200),
  category: text(60),
  summary: text(1000),
  licence: text(80),
  votes: whole,
  date: dateSchema,
  version: text(40).min(1),
};

const versionSchema = yup.object({
  version: plainWord(40).strict(),
  date: dateSchema,
  madeFor: text(100),
  file: innerPath(200)
    .strict()
    .matches(/^[^/\\]+$/, 'A file has no folder before it.'),
  size: whole,
  sha256: shaSchema,
  path: hostPath(300)
    .strict()
    .matches(/^\/[\w./%-]+$/, 'A file lies on the listing itself.'),
});

const pageSchema = yup.object({
  parts: yup.array(yup.object(partFields)).max(200).required(),
  page: whole,
  pages: whole,
  total: whole,
  categories: yup.array(text(60)).max(100).required(),
});
const detailsSchema = yup.object({
  ...partFields,
  versions: yup.array(versionSchema).min(1).max(200).required(),
});

/** Reads a page of a listing as it came; unknown fields are left out. @throws yup.ValidationError */
export function readListedPage(raw: unknown): ListedPage {
  return pageSchema.validateSync(raw, { strict: true }) as unknown as ListedPage;
}

/** Reads one part of a listing as it came. @throws yup.ValidationError */
export function readListedDetails(raw: unknown): ListedDetails {
  return detailsSchema.validateSync(raw, { strict: true }) as unknown as ListedDetails;
}

/** A newer version of a part that came from a listing. */
export interface ListedUpdate {
  readonly partId: string;
  readonly name: string;
  readonly have: string;
  readonly version: ListedVersion;
  readonly key: string;
}
