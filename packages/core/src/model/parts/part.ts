import { idSchema, shaSchema } from '../../ground/ids.js';
import * as yup from 'yup';
import { findKind } from '../kinds/registry.js';
import { dateSchema, nameSchema } from '../../ground/text.js';
import { BREAKS, type Break } from '../offers/break.js';
import type { FormatSyntax } from '../offers/formatSyntax.js';
import { offerSchema, type Offer } from '../offers/offer.js';
import {
  address,
  hostPath,
  innerPath,
  innerPathOrAll,
  maybePlainWord,
  plainWord,
} from '../offers/placeSchemas.js';
import { ownSettingSchema, syntaxSchema, type OwnSetting } from '../offers/ownSetting.js';

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
  | {
      readonly way: 'package';
      readonly names: Readonly<Record<string, string>>;
      /** Further places to add first, by the id of the distribution's channel. */
      readonly sources?: Readonly<Record<string, string>>;
      /** Distributions' channels of which a person knows that they have it, whatever a mirror's list says. */
      readonly sure?: readonly string[];
    }
  /** An archive to fetch and unpack: `root` is the folder inside it that has to be copied. */
  | {
      readonly way: 'archive';
      readonly from: string;
      readonly file: string;
      readonly root: string;
      readonly sort: string;
      readonly sha256?: string;
      /** Bytes of the file. */
      readonly size?: number;
      /** The archive itself is kept here, by its SHA-256. */
      readonly kept?: boolean;
    }
  /** An installer that asks things: what to choose where. */
  | {
      readonly way: 'installer';
      readonly from: string;
      readonly file: string;
      readonly choices: readonly { readonly at: string; readonly choose: string; readonly why: string }[];
      readonly admin: boolean;
      /** What it leaves where, and the words with which it removes itself; unknown where not told. */
      readonly leaves?: readonly string[];
      readonly undo?: readonly string[];
    }
  /** A repository with an install script and flags. */
  | {
      readonly way: 'repository';
      readonly from: string;
      readonly script: string;
      readonly flags: readonly string[];
      readonly admin: boolean;
      readonly leaves?: readonly string[];
      readonly undo?: readonly string[];
      /** The cloned folder is needed for as long as the part is used. */
      readonly stays?: boolean;
    };

/** Needs: at least one of these parts. */
export interface Requirement {
  readonly anyOf: readonly string[];
  readonly why: string;
}

/** What a part asks of a host's facts: one of the values, or a number at least so large. */
export interface FactNeed {
  readonly fact: string;
  readonly oneOf?: readonly (string | number | boolean)[];
  readonly least?: number;
  readonly why: string;
}

/** Where a part's description came from. */
export interface PartSource {
  /** The listing's name or the file's. */
  readonly from: string;
  /** Its id there, by which a newer version is found again. */
  readonly key: string | null;
  /** ISO date on which it was read. */
  readonly on: string;
  readonly sha256: string | null;
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
  /** SPDX expression; the server checks it against the licence list. */
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
  /** Its flavours: light, dark, accents, sizes. */
  readonly variants?: readonly string[];
  /** What it brings unasked, and how that is got rid of. */
  readonly brings?: readonly {
    readonly what: string;
    readonly remove: string | null;
    /** The file that it is, where it is one: it can then be removed, and the way back knows of it. */
    readonly file?: string;
  }[];
  /** Files and folders of its own that it makes when it is first opened or run. */
  readonly leaves?: readonly string[];
  /** The command that has to run in every session for it to work. */
  readonly autostart?: string;
  /** Applications that are worse to work with under it: by name or desktop file, and what becomes of them. */
  readonly spoils?: readonly { readonly application: string; readonly what: string }[];
  readonly asks?: readonly FactNeed[];
  /** It overwrites what was set before for these kinds: a whole look. */
  readonly overwrites?: readonly string[];
  /** Surfaces of the host that it takes for itself. */
  readonly holds?: readonly string[];
  /** Settings of its own, and the syntaxes that they use. */
  readonly settings?: readonly OwnSetting[];
  readonly syntaxes?: readonly FormatSyntax[];
  readonly source?: PartSource;
}

const text = (most: number) => yup.string().max(most).required();
/** Texts by any keys. */
const textsByKey = (most: number) =>
  yup
    .object()
    .test('texts', 'It holds something that is no text.', (all) =>
      Object.values((all ?? {}) as Record<string, unknown>).every(
        (v) => typeof v === 'string' && v !== '' && v.length <= most,
      ),
    )
    .default(undefined);
const path = hostPath(300);
const leavings = { leaves: yup.array(path).max(60), undo: yup.array(text(200)).max(30) };
const CHANNEL_FIELDS = {
  package: yup.object({
    names: yup
      .object()
      .test('names', 'A package channel names a package for at least one distribution.', (n) => {
        const names = Object.values((n ?? {}) as Record<string, unknown>);
        return (
          names.length > 0 && names.every((v) => typeof v === 'string' && /^[\w.+:][\w.+:-]{0,199}$/.test(v))
        );
      })
      .required(),
    sources: textsByKey(300).test('sources', 'A source does not begin with a dash.', (all) =>
      Object.values((all ?? {}) as Record<string, unknown>).every((v) => !String(v).startsWith('-')),
    ),
    sure: yup.array(text(64)).max(100),
  }),
  archive: yup.object({
    from: address(500),
    file: innerPath(300),
    root: innerPathOrAll(500),
    sort: text(64),
  }),
  installer: yup.object({
    from: address(500),
    file: innerPath(300),
    admin: yup.boolean().required(),
    choices: yup
      .array(
        yup.object({ at: text(200), choose: text(200), why: yup.string().max(300).defined() }).noUnknown(),
      )
      .required(),
    ...leavings,
  }),
  repository: yup.object({
    from: address(500),
    script: innerPath(300),
    flags: yup.array(text(200)).required(),
    admin: yup.boolean().required(),
    ...leavings,
    stays: yup.boolean(),
  }),
} as const;

const WAYS = Object.keys(CHANNEL_FIELDS) as Channel['way'][];

const channelSchema = yup
  .object({
    way: yup
      .string()
      .oneOf(WAYS, `A way to get it is one of ${WAYS.join(', ')}.`)
      .required(),
  })
  .test('channel', '', function (raw) {
    const fields = CHANNEL_FIELDS[(raw as unknown as Channel).way];
    try {
      fields?.validateSync(raw, { strict: true });
      return true;
    } catch (error) {
      const { path: field, message } = error as yup.ValidationError;
      return this.createError({ message: field ? `${field}: ${message}` : message });
    }
  });

export const partSchema = yup
  .object({
    id: idSchema,
    revision: yup.number().integer().min(1).required(),
    name: nameSchema,
    author: nameSchema,
    home: yup.string().max(500).defined(),
    sort: yup.string().oneOf(PART_SORTS).required(),
    summary: text(1000),
    version: plainWord(40),
    released: dateSchema,
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
    channels: yup.array(channelSchema).min(1, 'A part says at least one way to get it.').required(),
    requires: yup
      .array(yup.object({ anyOf: yup.array(idSchema).min(1).required(), why: text(300) }))
      .required(),
    excludes: yup.array(idSchema).required(),
    sideEffects: yup
      .array(yup.object({ what: text(300), counter: yup.string().max(300).nullable().defined() }))
      .required(),
    openOnce: yup.boolean().required(),
    enable: maybePlainWord(200).nullable().defined(),
    effect: yup.string().oneOf(BREAKS).required(),
    offers: yup.array(offerSchema).required(),
    variants: yup.array(text(60)).max(40),
    brings: yup.array(
      yup
        .object({
          what: text(300),
          remove: yup.string().max(300).nullable().defined(),
          file: path.optional(),
        })
        .noUnknown(),
    ),
    leaves: yup.array(path).max(60),
    autostart: yup.string().min(1).max(500),
    spoils: yup.array(yup.object({ application: text(120), what: text(300) }).noUnknown()),
    asks: yup.array(
      yup
        .object({
          fact: text(64),
          oneOf: yup.array(yup.mixed<string | number | boolean>().required()),
          least: yup.number(),
          why: text(300),
        })
        .test('asks', 'A need says one of which values, or at least how much.', (n) => {
          const { oneOf, least } = (n ?? {}) as FactNeed;
          return (oneOf === undefined) !== (least === undefined);
        })
        .noUnknown(),
    ),
    overwrites: yup.array(
      text(64).test('kind', 'This kind of element is not known.', (k) => findKind(k ?? '') !== null),
    ),
    holds: yup.array(text(64)),
    settings: yup.array(ownSettingSchema),
    syntaxes: yup.array(syntaxSchema),
    source: yup
      .object({
        from: text(300),
        key: yup.string().max(300).nullable().defined(),
        on: dateSchema,
        sha256: shaSchema.nullable().defined(),
      })
      .default(undefined),
  })
  .test('syntaxes', '', function (raw) {
    const part = raw as unknown as Part;
    const known = new Set((part.syntaxes ?? []).map((x) => x.id));
    for (const { label, value } of part.settings ?? [])
      if (value.type === 'format' && !known.has(value.syntax))
        return this.createError({ message: `${label}: the part has no syntax ${value.syntax}.` });
    return true;
  })
  .noUnknown('A part has no field ${unknown}.');

/** Reads a part as it came. @throws yup.ValidationError with a sentence for every problem */
export function readPart(raw: unknown): Part {
  return partSchema.validateSync(raw, { abortEarly: false, strict: true }) as unknown as Part;
}
