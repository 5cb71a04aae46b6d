import * as yup from 'yup';
import type { TraitValue } from '../traits/value.js';
import { BREAKS, offerSchema, type Break, type Offer } from '../parts/offer.js';
import { idSchema, nameSchema } from '../wire/text.js';

/** A command as words; `{name}` in a word is filled in when a step is made of it. */
export type CommandTemplate = readonly string[];

/** A distribution's package channel. */
export interface PackageChannel {
  readonly id: string;
  readonly name: string;
  readonly install: CommandTemplate;
  readonly remove: CommandTemplate;
  readonly query: CommandTemplate;
}

/** A value, or one for each variant by its name in lower case. */
export type Default = TraitValue | { readonly byVariant: Readonly<Record<string, TraitValue>> };

/** What a desktop can do: data, so that no desktop's name stands in the code. One immutable revision of it. */
export interface HostProfile {
  readonly id: string;
  readonly revision: number;
  /** The name by which parts say what they fit. */
  readonly family: string;
  readonly name: string;
  readonly version: string;
  readonly summary: string;
  /** Which surfaces it has, and how many of each. */
  readonly surfaces: Readonly<Record<string, number>>;
  /** What it can supply by itself, by plain settings. */
  readonly offers: readonly Offer[];
  /** What is seen where nothing was chosen: kind → trait → value. Lengths in the host's units. */
  readonly defaults: Readonly<Record<string, Readonly<Record<string, Default>>>>;
  /** Sort of archive → where its folder is copied, per user. */
  readonly folders: Readonly<Record<string, string>>;
  readonly channels: readonly PackageChannel[];
  readonly commands: {
    readonly safePoint: CommandTemplate;
    readonly set: CommandTemplate;
    readonly get: CommandTemplate;
    readonly enable: CommandTemplate;
    readonly disable: CommandTemplate;
    readonly open: CommandTemplate;
  };
  /** After what each sort of step shows. */
  readonly effects: { readonly enable: Break; readonly package: Break };
  /** What parts may ask for. */
  readonly facts: Readonly<Record<string, string | number | boolean>>;
}

const template = yup.array(yup.string().min(1).max(200).required()).min(1).required();

export const profileSchema = yup
  .object({
    id: idSchema,
    revision: yup.number().integer().min(1).required(),
    family: yup.string().max(64).required(),
    name: nameSchema,
    version: yup.string().max(40).required(),
    summary: yup.string().max(1000).required(),
    surfaces: yup.object().required(),
    offers: yup.array(offerSchema).required(),
    defaults: yup.object().required(),
    folders: yup.object().required(),
    channels: yup
      .array(
        yup.object({
          id: yup.string().max(64).required(),
          name: nameSchema,
          install: template,
          remove: template,
          query: template,
        }),
      )
      .min(1)
      .required(),
    commands: yup
      .object({
        safePoint: template,
        set: template,
        get: template,
        enable: template,
        disable: template,
        open: template,
      })
      .required(),
    effects: yup
      .object({
        enable: yup.string().oneOf(BREAKS).required(),
        package: yup.string().oneOf(BREAKS).required(),
      })
      .required(),
    facts: yup.object().required(),
  })
  .noUnknown('A profile has no field ${unknown}.');

/** Reads a host profile as it came. @throws yup.ValidationError with a sentence for every problem */
export function readProfile(raw: unknown): HostProfile {
  return profileSchema.validateSync(raw, { abortEarly: false, strict: true }) as unknown as HostProfile;
}

function isByVariant(value: Default): value is { readonly byVariant: Readonly<Record<string, TraitValue>> } {
  return typeof value === 'object' && value !== null && 'byVariant' in value;
}

/** The host's own value of a trait where nothing was chosen, in its units; null when the profile does not say. */
export function defaultOf(
  host: HostProfile,
  kind: string,
  trait: string,
  variant: string,
): TraitValue | null {
  const value = host.defaults[kind]?.[trait];
  if (value === undefined) return null;
  if (!isByVariant(value)) return value;
  return value.byVariant[variant] ?? Object.values(value.byVariant)[0] ?? null;
}
