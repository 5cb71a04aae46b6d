import * as yup from 'yup';
import { idSchema, nameSchema } from '../wire/text.js';
import { BREAKS, offerSchema, type Break, type Offer } from './offer.js';

export const PART_SORTS = [
  'theme',
  'icon set',
  'pointer set',
  'font',
  'dock',
  'bar',
  'launcher',
  'extension',
  'widget',
  'wallpaper',
  'tool',
] as const;
export type PartSort = (typeof PART_SORTS)[number];

export const FIT_WORDS = ['declared', 'reported', 'known not to'] as const;

/** On which versions of which host a part works, and who says so. */
export interface FitRule {
  /** The host profile's family, such as `fernbank`. */
  readonly host: string;
  /** A SemVer range over host versions. */
  readonly versions: string;
  readonly how: (typeof FIT_WORDS)[number];
  readonly note?: string;
}

/** One way to get a part. */
export type Channel =
  /** Package names by the id of the distribution's channel in the profile. */
  | { readonly way: 'package'; readonly names: Readonly<Record<string, string>> }
  /** An archive to fetch and unpack: `root` is the folder inside it that has to be copied. */
  | {
      readonly way: 'archive';
      readonly from: string;
      readonly file: string;
      readonly root: string;
      readonly sort: string;
    }
  /** A repository with an install script and flags. */
  | {
      readonly way: 'repository';
      readonly from: string;
      readonly script: string;
      readonly flags: readonly string[];
      readonly admin: boolean;
    };

/** Needs: at least one of these parts. */
export interface Requirement {
  readonly anyOf: readonly string[];
  readonly why: string;
}

/** Something obtainable that can supply elements. One immutable revision of it. */
export interface Part {
  readonly id: string;
  readonly revision: number;
  readonly name: string;
  readonly author: string;
  readonly home: string;
  readonly sort: PartSort;
  readonly summary: string;
  readonly version: string;
  /** ISO date of this version. */
  readonly released: string;
  /** SPDX expression. */
  readonly licence: string;
  readonly price: { readonly amount: number; readonly currency: string } | null;
  readonly trialDays: number | null;
  readonly account: boolean;
  readonly faults: readonly string[];
  /** Extra memory in megabytes while it runs; 0 for what only lies in a folder. */
  readonly memory: number;
  readonly fits: readonly FitRule[];
  readonly channels: readonly Channel[];
  readonly requires: readonly Requirement[];
  readonly excludes: readonly string[];
  readonly sideEffects: readonly { readonly what: string; readonly counter: string | null }[];
  /** It must be opened once before it can be chosen. */
  readonly openOnce: boolean;
  /** The id by which the host enables it, or null when it needs no enabling. */
  readonly enable: string | null;
  /** After what its installation shows. */
  readonly effect: Break;
  readonly offers: readonly Offer[];
}

const text = (most: number) => yup.string().max(most).required();

export const partSchema = yup
  .object({
    id: idSchema,
    revision: yup.number().integer().min(1).required(),
    name: nameSchema,
    author: nameSchema,
    home: text(300),
    sort: yup.string().oneOf(PART_SORTS).required(),
    summary: text(1000),
    version: text(40),
    released: yup
      .string()
      .matches(/^\d{4}-\d\d-\d\d$/)
      .required(),
    licence: text(80),
    price: yup
      .object({ amount: yup.number().min(0).required(), currency: yup.string().length(3).required() })
      .nullable()
      .defined(),
    trialDays: yup.number().integer().min(0).nullable().defined(),
    account: yup.boolean().required(),
    faults: yup.array(text(500)).required(),
    memory: yup.number().min(0).max(100_000).required(),
    fits: yup
      .array(
        yup.object({
          host: text(64),
          versions: text(100),
          how: yup.string().oneOf(FIT_WORDS).required(),
          note: yup.string().max(300),
        }),
      )
      .required(),
    channels: yup
      .array(
        yup.object({ way: yup.string().oneOf(['package', 'archive', 'repository']).required() }).required(),
      )
      .min(1, 'A part says at least one way to get it.')
      .required(),
    requires: yup
      .array(yup.object({ anyOf: yup.array(idSchema).min(1).required(), why: text(300) }))
      .required(),
    excludes: yup.array(idSchema).required(),
    sideEffects: yup
      .array(yup.object({ what: text(300), counter: yup.string().max(300).nullable().defined() }))
      .required(),
    openOnce: yup.boolean().required(),
    enable: yup.string().max(200).nullable().defined(),
    effect: yup.string().oneOf(BREAKS).required(),
    offers: yup.array(offerSchema).required(),
  })
  .noUnknown('A part has no field ${unknown}.');

/** Reads a part as it came. @throws yup.ValidationError with a sentence for every problem */
export function readPart(raw: unknown): Part {
  return partSchema.validateSync(raw, { abortEarly: false, strict: true }) as unknown as Part;
}
