import { idSchema } from '../../ground/ids.js';
import * as yup from 'yup';
import type { TraitValue } from '../traits/value.js';
import { BREAKS, type Break } from '../offers/break.js';
import { offerSchema, settingPlaceSchema, type Offer, type SettingPlace } from '../offers/offer.js';
import { findKind, findTrait } from '../kinds/registry.js';
import { valueProblem } from '../traits/value.js';
import { hostPath, plainWord } from '../offers/placeSchemas.js';
import { nameSchema } from '../../ground/text.js';

/** Which paths inside a folder make it a theme of a sort: data of a host profile. Paths end in `/` for folders. */
export interface ArchiveSignature {
  /** The sort, as the profile's folders name it. */
  readonly sort: string;
  /** All of these must be there, from the theme's own folder on. */
  readonly needs: readonly string[];
}

/** A command as words; `{name}` in a word is filled in when a step is made of it. */
export type CommandTemplate = readonly string[];

/** A distribution's package channel. */
export interface PackageChannel {
  readonly id: string;
  readonly name: string;
  readonly install: CommandTemplate;
  readonly remove: CommandTemplate;
  /** Ends without an error where the package is installed. */
  readonly query: CommandTemplate;
  /** Adds and removes a further place that packages come from, `{source}`; where there are such. */
  readonly addSource?: CommandTemplate;
  readonly removeSource?: CommandTemplate;
  /** Ends without an error where a source is there. */
  readonly hasSource?: CommandTemplate;
}

/** What has to be undone before some settings can be changed, and done again afterwards: unlock and lock, show and hide. */
export interface Pair {
  /** Beginnings of the keys of the settings that it encloses. */
  readonly around: readonly string[];
  readonly first: { readonly what: string; readonly place: string; readonly command: CommandTemplate | null };
  readonly last: { readonly what: string; readonly place: string; readonly command: CommandTemplate | null };
}

/** How a desktop is put beside another one, and entered. */
export interface Installing {
  /** Its packages, by the id of the distribution's channel. */
  readonly packages: Readonly<Record<string, string>>;
  /** What it is called where a session is chosen. */
  readonly session: string;
  /** What stands twice then: a second file manager, a second terminal. */
  readonly doubles: readonly string[];
}

/** The host's own switch between its light and its dark look. */
export interface VariantSwitch extends SettingPlace {
  /** Its value by the variant's name in lower case. */
  readonly values: Readonly<Record<string, string>>;
}

/** A value, or one for each variant by its name in lower case. */
export type Default = TraitValue | { readonly byVariant: Readonly<Record<string, TraitValue>> };

/** Where a setting that no offer covers is set, and what it takes. Lengths in the host's units. */
export interface HostSetting extends SettingPlace {
  readonly label: string;
  readonly takes:
    | { readonly type: 'number'; readonly least: number; readonly most: number; readonly step: number }
    | { readonly type: 'choice'; readonly values: readonly string[] }
    | { readonly type: 'flag' }
    | { readonly type: 'text' }
    | { readonly type: 'colour' };
  readonly initial: number | string | boolean | null;
}

/** How programs of a toolkit, or of a kind of package, come to follow the look; `sort` null: they do not. */
export interface StylingRoute {
  readonly toolkit: string;
  /** The sort of theme that they follow. */
  readonly sort: string | null;
  /** What carries it to them, or why they stay out of reach. */
  readonly how: string;
  /** Kinds of package to which the route does not lead, such as sandboxed ones. */
  readonly except: readonly string[];
}

/** The sort of a first step that everything waits for which the host enables by an id. */
export const ENABLING = 'enabling';

/** What must be enabled or opened before a sort of thing can be chosen. */
export interface FirstStep {
  readonly sort: string;
  readonly what: string;
  readonly place: string;
  readonly command: CommandTemplate | null;
}

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
  /** Settings beside those that the offers carry. */
  readonly settings?: readonly HostSetting[];
  /** Sort of archive → where its folder is copied, per user. */
  readonly folders: Readonly<Record<string, string>>;
  /** Sort of archive → where the system keeps such folders for everybody. */
  readonly systemFolders?: Readonly<Record<string, readonly string[]>>;
  /** Which paths inside an archive make a theme of which sort. */
  readonly signatures?: readonly ArchiveSignature[];
  /** Where a thing of a sort is chosen in a list. */
  readonly lists?: Readonly<Record<string, SettingPlace>>;
  readonly routes?: readonly StylingRoute[];
  readonly first?: readonly FirstStep[];
  readonly channels: readonly PackageChannel[];
  readonly commands: {
    readonly safePoint: CommandTemplate;
    readonly set: CommandTemplate;
    readonly get: CommandTemplate;
    readonly enable: CommandTemplate;
    readonly disable: CommandTemplate;
    readonly open: CommandTemplate;
    /** Takes a setting back to as if it had never been set; without it only a hand can. */
    readonly reset?: CommandTemplate;
    /** Makes the desktop draw its own things anew. */
    readonly reload?: CommandTemplate;
    /** Ends without an error where a setting was set, and is not merely what the host came with. */
    readonly isSet?: CommandTemplate;
    /** Ends without an error where an addon is enabled. */
    readonly isEnabled?: CommandTemplate;
  };
  readonly pairs?: readonly Pair[];
  readonly installing?: Installing;
  readonly variants?: VariantSwitch;
  /** After what each sort of step shows. */
  readonly effects: { readonly enable: Break; readonly package: Break };
  /** What parts may ask for. */
  readonly facts: Readonly<Record<string, string | number | boolean>>;
}

const text = (most: number) => yup.string().max(most).required();

const takesSchema = yup
  .object({ type: yup.string().oneOf(['number', 'choice', 'flag', 'text', 'colour']).required() })
  .test('takes', '', function (raw) {
    const t = raw as unknown as HostSetting['takes'];
    if (t.type === 'number' && !(t.least <= t.most && t.step > 0))
      return this.createError({ message: 'A number needs least ≤ most and a step above 0.' });
    if (t.type === 'choice' && !(Array.isArray(t.values) && t.values.length > 0))
      return this.createError({ message: 'A choice lists its values.' });
    return true;
  });

/** What is wrong with an initial value for what a setting takes, or null. */
export function initialProblem({ label, takes, initial }: HostSetting): string | null {
  if (initial === null) return null;
  const right =
    takes.type === 'number'
      ? typeof initial === 'number' && initial >= takes.least && initial <= takes.most
      : takes.type === 'choice'
        ? takes.values.includes(String(initial))
        : takes.type === 'flag'
          ? typeof initial === 'boolean'
          : takes.type === 'colour'
            ? valueProblem('colour', initial) === null
            : typeof initial === 'string';
  return right ? null : `${label}: its first value ${JSON.stringify(initial)} is not one that it takes.`;
}

/** Folders are named from the home folder or the root, so that a plan can say them. */
const folder = hostPath(300);

/** An object of any keys whose values all keep to one schema. */
const recordOf = (value: yup.Schema, needed: boolean) =>
  yup.lazy((raw: unknown) => {
    const keys = typeof raw === 'object' && raw !== null ? Object.keys(raw) : [];
    const all = yup.object(
      Object.fromEntries(keys.map((sort) => [sort, value])) as Record<string, yup.Schema>,
    );
    return needed ? all.required() : all.default(undefined);
  });

const template = yup.array(yup.string().min(1).max(200).required()).min(1).required();
const maybeTemplate = yup.array(yup.string().min(1).max(200).required()).min(1);

const pairSide = yup
  .object({ what: text(300), place: text(300), command: template.nullable().defined() })
  .noUnknown()
  .required();

export const profileSchema = yup
  .object({
    id: idSchema,
    revision: yup.number().integer().min(1).required(),
    family: yup.string().max(64).required(),
    name: nameSchema,
    version: yup.string().max(40).required(),
    summary: yup.string().max(1000).required(),
    surfaces: yup
      .object()
      .test('counts', 'A surface has a whole number of places, 0 or more.', (all) =>
        Object.values((all ?? {}) as Record<string, unknown>).every(
          (n) => Number.isInteger(n) && Number(n) >= 0 && Number(n) <= 99,
        ),
      )
      .required(),
    offers: yup.array(offerSchema).required(),
    defaults: yup
      .object()
      .test('defaults', '', function (all) {
        const problem = defaultsProblem((all ?? {}) as HostProfile['defaults']);
        return problem === null || this.createError({ message: problem });
      })
      .required(),
    settings: yup.array(
      settingPlaceSchema
        .shape({
          label: nameSchema,
          takes: takesSchema.required(),
          initial: yup.mixed<string | number | boolean>().nullable().defined(),
        })
        .test('initial', '', function (raw) {
          const problem = initialProblem(raw as unknown as HostSetting);
          return problem === null || this.createError({ message: problem });
        }),
    ),
    folders: recordOf(folder, true),
    systemFolders: recordOf(yup.array(folder).required(), false),
    signatures: yup.array(
      yup
        .object({
          sort: text(64),
          needs: yup.array(text(300)).min(1, 'A signature names at least one path.').required(),
        })
        .noUnknown(),
    ),
    lists: recordOf(settingPlaceSchema.required(), false),
    routes: yup.array(
      yup
        .object({
          toolkit: nameSchema,
          sort: yup.string().max(64).nullable().defined(),
          how: text(500),
          except: yup.array(text(64)).required(),
        })
        .noUnknown(),
    ),
    first: yup.array(
      yup
        .object({ sort: text(64), what: text(300), place: text(300), command: template.nullable().defined() })
        .noUnknown(),
    ),
    channels: yup
      .array(
        yup.object({
          id: yup.string().max(64).required(),
          name: nameSchema,
          install: template,
          remove: template,
          query: template,
          addSource: maybeTemplate,
          removeSource: maybeTemplate,
          hasSource: maybeTemplate,
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
        reset: maybeTemplate,
        reload: maybeTemplate,
        isSet: maybeTemplate,
        isEnabled: maybeTemplate,
      })
      .required(),
    pairs: yup.array(
      yup
        .object({ around: yup.array(text(200)).min(1).required(), first: pairSide, last: pairSide })
        .noUnknown(),
    ),
    installing: yup
      .object({
        packages: recordOf(plainWord(200), true),
        session: text(200),
        doubles: yup.array(text(200)).required(),
      })
      .noUnknown()
      .default(undefined),
    variants: settingPlaceSchema.shape({ values: recordOf(text(200), true) }).default(undefined),
    effects: yup
      .object({
        enable: yup.string().oneOf(BREAKS).required(),
        package: yup.string().oneOf(BREAKS).required(),
      })
      .required(),
    facts: yup.object().required(),
  })
  .noUnknown('A profile has no field ${unknown}.');

/** What is wrong with the defaults: kinds and traits that are not known, values that a trait cannot have. */
function defaultsProblem(defaults: HostProfile['defaults']): string | null {
  for (const [kind, traits] of Object.entries(defaults)) {
    if (!findKind(kind)) return `Defaults: the kind ${kind} is not known.`;
    for (const [trait, value] of Object.entries(traits)) {
      const spec = findTrait(kind, trait);
      if (!spec) return `Defaults: ${kind} has no trait ${trait}.`;
      const values = isByVariant(value) ? Object.values(value.byVariant) : [value];
      const problem = values.map((v) => valueProblem(spec.type, v)).find((p) => p !== null);
      if (problem) return `Defaults: ${kind}, ${spec.label}: ${problem}`;
    }
  }
  return null;
}

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
