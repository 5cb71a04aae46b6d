import { idSchema } from '../../ground/ids.js';
import {
  anyOf,
  BEYOND,
  held,
  isRecord,
  list,
  oneOf,
  openShape,
  read,
  record,
  scalar,
  shape,
  tagged,
  text,
  whole,
  type Of,
} from '../../ground/shape/shape.js';
import { nameSchema } from '../../ground/text.js';
import { findKind, findTrait } from '../kinds/registry.js';
import { BREAKS } from '../offers/break.js';
import { exportFormSchema } from '../offers/exportPlace.js';
import { offerSchema, settingPlaceFields, settingPlaceSchema } from '../offers/offer.js';
import { choiceValues, rangeFields, rangeProblem } from '../offers/ownSetting.js';
import { hostPath, plainWord } from '../offers/placeSchemas.js';
import { traitValueSchema, valueProblem, type TraitValue } from '../traits/value.js';

/** A command as words; `{name}` in a word is filled in when a step is made of it. */
const templateSchema = list(text(1500), { least: 1 });
export type CommandTemplate = Of<typeof templateSchema>;
const maybeTemplate = templateSchema.optional();

/** Which paths inside a folder make it a theme of a sort. Paths end in `/` for folders. */
const signatureSchema = shape({
  /** The sort, as the profile's folders name it. */
  sort: text(64),
  /** All of these must be there, from the theme's own folder on. */
  needs: list(text(300), { least: 1, sentence: 'A signature names at least one path.' }),
});
export type ArchiveSignature = Of<typeof signatureSchema>;

/** A distribution's package channel. */
const packageChannelSchema = openShape({
  id: text(64),
  name: nameSchema,
  install: templateSchema,
  remove: templateSchema,
  /** Ends without an error where the package is installed. */
  query: templateSchema,
  /** Adds and removes a further place that packages come from, `{source}`; where there are such. */
  addSource: maybeTemplate,
  removeSource: maybeTemplate,
  /** Ends without an error where a source is there. */
  hasSource: maybeTemplate,
});
export type PackageChannel = Of<typeof packageChannelSchema>;

const pairSideSchema = shape({ what: text(300), place: text(300), command: templateSchema.nullable() });
/** What has to be undone before some settings can be changed, and done again afterwards: unlock and lock, show and hide. */
const pairSchema = shape({
  /** Beginnings of the keys of the settings that it encloses. */
  around: list(text(200), { least: 1 }),
  first: pairSideSchema,
  last: pairSideSchema,
});
export type Pair = Of<typeof pairSchema>;

/** How a desktop is put beside another one, and entered. */
const installingSchema = shape({
  /** Its packages, by the id of the distribution's channel. */
  packages: record(plainWord(200)),
  /** What it is called where a session is chosen. */
  session: text(200),
  /** What stands twice then: a second file manager, a second terminal. */
  doubles: list(text(200)),
});
export type Installing = Of<typeof installingSchema>;

/** The host's own switch between its light and its dark look. */
const variantSwitchSchema = shape({
  ...settingPlaceFields,
  /** Its value by the variant's name in lower case. */
  values: record(text(200)),
});
export type VariantSwitch = Of<typeof variantSwitchSchema>;
/** Whether something is such a switch. */
export const isVariantSwitch = (raw: unknown): raw is VariantSwitch =>
  variantSwitchSchema.isValidSync(raw, { strict: true, disableStackTrace: true });

const byVariantSchema = shape({ byVariant: record(traitValueSchema) });
/** A value, or one for each variant by its name in lower case. */
const defaultSchema = anyOf(
  [byVariantSchema, traitValueSchema],
  'It is no value that a trait can have.',
  (value) => (isRecord(value) && 'byVariant' in value ? byVariantSchema : traitValueSchema),
);
export type Default = Of<typeof defaultSchema>;

const is = <const T extends string>(type: T) => ({ type: oneOf([type]) });
/** Where a setting that no offer covers is set, and what it takes. Lengths in the host's units. */
const settingSchema = shape({
  ...settingPlaceFields,
  label: nameSchema,
  takes: tagged('type', [
    held(openShape({ ...is('number'), ...rangeFields }), 'range', rangeProblem, BEYOND),
    openShape({ ...is('choice'), values: choiceValues }),
    openShape({ type: oneOf(['flag', 'text', 'colour']) }),
  ]),
  initial: scalar().nullable(),
});
export type HostSetting = Of<typeof settingSchema>;
const hostSettingSchema = held(settingSchema, 'initial', initialProblem, BEYOND);
/** Whether something is a setting as profiles have them. */
export const isHostSetting = (raw: unknown): raw is HostSetting =>
  hostSettingSchema.isValidSync(raw, { strict: true, disableStackTrace: true });

/** How programs of a toolkit, or of a kind of package, come to follow the look. */
const routeSchema = shape({
  toolkit: nameSchema,
  /** The sort of theme that they follow; null: they do not. */
  sort: text(64, 0).nullable(),
  /** What carries it to them, or why they stay out of reach. */
  how: text(500),
  /** Kinds of package to which the route does not lead, such as sandboxed ones. */
  except: list(text(64)),
});
export type StylingRoute = Of<typeof routeSchema>;

/** The sort of a first step that everything waits for which the host enables by an id. */
export const ENABLING = 'enabling';

/** What must be enabled or opened before a sort of thing can be chosen. */
const firstStepSchema = shape({
  sort: text(64),
  what: text(300),
  place: text(300),
  command: templateSchema.nullable(),
});
export type FirstStep = Of<typeof firstStepSchema>;

/** Folders are named from the home folder or the root, so that a plan can say them. */
const folder = hostPath(300);

const allDefaultsSchema = record(record(defaultSchema));
const defaultsSchema = held(allDefaultsSchema, 'defaults', defaultsProblem, BEYOND);

/** What a desktop can do: data, so that no desktop's name stands in the code. One immutable revision of it. */
export const profileSchema = shape(
  {
    id: idSchema,
    revision: whole(1, 1e9),
    /** The name by which parts say what they fit. */
    family: text(64),
    name: nameSchema,
    version: text(40),
    summary: text(1000),
    /** Which surfaces it has, and how many of each. */
    surfaces: record(whole(0, 99, 'A surface has a whole number of places, 0 or more.')),
    /** What it can supply by itself, by plain settings. */
    offers: list(offerSchema),
    /** What is seen where nothing was chosen: kind → trait → value. Lengths in the host's units. */
    defaults: defaultsSchema,
    /** Settings beside those that the offers carry. */
    settings: list(hostSettingSchema).optional(),
    /** Sort of archive → where its folder is copied, per user. */
    folders: record(folder),
    /** Sort of archive → where the system keeps such folders for everybody. */
    systemFolders: record(list(folder)).optional(),
    /** Which paths inside an archive make a theme of which sort. */
    signatures: list(signatureSchema).optional(),
    /** Where a thing of a sort is chosen in a list. */
    lists: record(settingPlaceSchema).optional(),
    /** By kind of element, where a hand finds what no offer sets: a window, a file, a command. */
    byHand: record(text(300), { most: 200 }).optional(),
    /** Exports of settings that a hand imports again, by the name of the file that each was learnt from. */
    exports: record(exportFormSchema).optional(),
    routes: list(routeSchema).optional(),
    first: list(firstStepSchema).optional(),
    channels: list(packageChannelSchema, { least: 1 }),
    commands: openShape({
      safePoint: templateSchema,
      set: templateSchema,
      get: templateSchema,
      enable: templateSchema,
      disable: templateSchema,
      open: templateSchema,
      /** Takes a setting back to as if it had never been set; without it only a hand can. */
      reset: maybeTemplate,
      /** Makes the desktop draw its own things anew. */
      reload: maybeTemplate,
      /** Ends without an error where a setting was set, and is not merely what the host came with. */
      isSet: maybeTemplate,
      /** Ends without an error where an addon is enabled. */
      isEnabled: maybeTemplate,
    }),
    pairs: list(pairSchema).optional(),
    installing: installingSchema.optional(),
    variants: variantSwitchSchema.optional(),
    /** After what each sort of step shows. */
    effects: openShape({ enable: oneOf(BREAKS), package: oneOf(BREAKS) }),
    /** What parts may ask for. */
    facts: record(scalar()),
  },
  'A profile has no field ${unknown}.',
);
export type HostProfile = Of<typeof profileSchema>;

/** What is wrong with an initial value for what a setting takes, or null. */
export function initialProblem({ label, takes, initial }: HostSetting): string | null {
  if (initial === null) return null;
  const right = {
    number: () =>
      takes.type === 'number' &&
      typeof initial === 'number' &&
      initial >= takes.least &&
      initial <= takes.most,
    choice: () => takes.type === 'choice' && takes.values.includes(String(initial)),
    flag: () => typeof initial === 'boolean',
    colour: () => valueProblem('colour', initial) === null,
    text: () => typeof initial === 'string',
  }[takes.type]();
  return right ? null : `${label}: its first value ${JSON.stringify(initial)} is not one that it takes.`;
}

/** What is wrong with the defaults: kinds and traits that are not known, values that a trait cannot have. */
function defaultsProblem(defaults: Of<typeof allDefaultsSchema>): string | null {
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
  return read(profileSchema, raw);
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
