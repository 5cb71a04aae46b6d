import { idSchema, shaSchema } from '../../ground/ids.js';
import {
  BEYOND,
  flag,
  held,
  list,
  number,
  oneOf,
  openShape,
  pattern,
  read,
  record,
  scalar,
  shape,
  tagged,
  text,
  whole,
  type Of,
} from '../../ground/shape/shape.js';
import { dateSchema, nameSchema } from '../../ground/text.js';
import { findKind } from '../kinds/registry.js';
import { BREAKS } from '../offers/break.js';
import { syntaxSchema } from '../offers/formatSyntax.js';
import { offerSchema, settingPlaceFields } from '../offers/offer.js';
import { flavourProblem, flavourSchema } from './flavour.js';
import { ownSettingSchema } from '../offers/ownSetting.js';
import {
  address,
  hostPath,
  innerPath,
  innerPathOrAll,
  maybePlainWord,
  plainWord,
} from '../offers/placeSchemas.js';

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

const fitRuleSchema = openShape({
  /** The host profile's family, such as `fernbank`. */
  host: text(64),
  /** A SemVer range over host versions. */
  versions: text(100),
  how: oneOf(FIT_WORDS),
  note: text(300, 0).optional(),
});
/** On which versions of which host a part works, and who says so. */
export type FitRule = Of<typeof fitRuleSchema>;

const path = hostPath(300);
const leavings = {
  /** What it leaves where, and the words with which it removes itself; unknown where not told. */
  leaves: list(path, { most: 60 }).optional(),
  undo: list(text(200), { most: 30 }).optional(),
};
const names = pattern(/^[\w.+:][\w.+:-]{0,199}$/, 'It is no name of a package.');
const sourceName = held(
  text(300),
  'dash',
  (name) => (name.startsWith('-') ? 'A source does not begin with a dash.' : null),
  { pattern: '^(?!-)' },
);

const channelSchema = tagged(
  'way',
  [
    openShape({
      way: oneOf(['package']),
      /** Package names by the id of the distribution's channel in the profile. */
      names: record(names, {
        least: 1,
        sentence: 'A package channel names a package for at least one distribution.',
      }),
      /** Further places to add first, by the id of the distribution's channel. */
      sources: record(sourceName).optional(),
      /** Distributions' channels of which a person knows that they have it, whatever a mirror's list says. */
      sure: list(text(64), { most: 100 }).optional(),
    }),
    /** An archive to fetch and unpack: `root` is the folder inside it that has to be copied. */
    openShape({
      way: oneOf(['archive']),
      from: address(500),
      file: innerPath(300),
      root: innerPathOrAll(500),
      /** Further folders in it that have to lie beside that one. */
      with: list(innerPath(500), { most: 20 }).optional(),
      sort: text(64),
      sha256: shaSchema.optional(),
      /** Bytes of the file. */
      size: whole(0, 1e15).optional(),
      /** The archive itself is kept here, by its SHA-256. */
      kept: flag().optional(),
    }),
    /** An installer that asks things: what to choose where. */
    openShape({
      way: oneOf(['installer']),
      from: address(500),
      file: innerPath(300),
      choices: list(shape({ at: text(200), choose: text(200), why: text(300, 0) })),
      admin: flag(),
      ...leavings,
    }),
    /** A repository with an install script and flags. */
    openShape({
      way: oneOf(['repository']),
      from: address(500),
      script: innerPath(300),
      flags: list(text(200)),
      admin: flag(),
      ...leavings,
      /** Further scripts of the repository that are run after it, in their order, each with its own rights. */
      then: list(openShape({ script: innerPath(300), flags: list(text(200)), admin: flag() }), {
        most: 20,
      }).optional(),
      /** The cloned folder is needed for as long as the part is used. */
      stays: flag().optional(),
    }),
  ],
  'A way to get it is one of package, archive, installer, repository.',
);
/** One way to get a part. */
export type Channel = Of<typeof channelSchema>;

const factNeedSchema = held(
  shape({
    fact: text(64),
    oneOf: list(scalar()).optional(),
    least: number(-1e12, 1e12).optional(),
    why: text(300),
  }),
  'asks',
  (need) =>
    (need.oneOf === undefined) === (need.least === undefined)
      ? 'A need says one of which values, or at least how much.'
      : null,
  { oneOf: [{ required: ['oneOf'] }, { required: ['least'] }] },
);
/** What a part asks of a host's facts: one of the values, or a number at least so large. */
export type FactNeed = Of<typeof factNeedSchema>;

const partSourceSchema = openShape({
  /** The listing's name or the file's. */
  from: text(300),
  /** Its id there, by which a newer version is found again. */
  key: text(300, 0).nullable(),
  /** The day on which it was read. */
  on: dateSchema,
  sha256: shaSchema.nullable(),
});
/** Where a part's description came from. */
export type PartSource = Of<typeof partSourceSchema>;

const kindName = held(
  text(64),
  'kind',
  (kind) => (findKind(kind) ? null : 'This kind of element is not known.'),
  BEYOND,
);

const partShape = held(
  shape(
    {
      id: idSchema,
      revision: whole(1, 1e9),
      name: nameSchema,
      author: nameSchema,
      home: text(500, 0),
      sort: oneOf(PART_SORTS),
      summary: text(1000),
      version: plainWord(40),
      /** The day of this version. */
      released: dateSchema,
      /** SPDX expression; the server checks it against the licence list. */
      licence: text(80),
      price: openShape({ amount: number(0, 1e12), currency: text(3, 3) }).nullable(),
      trialDays: whole(0, 1e6).nullable(),
      account: flag(),
      faults: list(text(500)),
      /** Extra memory in megabytes while it runs; 0 for what only lies in a folder. */
      memory: number(0, 100_000),
      fits: list(fitRuleSchema),
      channels: list(channelSchema, { least: 1, sentence: 'A part says at least one way to get it.' }),
      /** Needs: at least one of these parts. */
      requires: list(openShape({ anyOf: list(idSchema, { least: 1 }), why: text(300) })),
      excludes: list(idSchema),
      /** `set`: the setting that counters it, and the value that it takes. */
      sideEffects: list(
        openShape({
          what: text(300),
          counter: text(300, 0).nullable(),
          set: shape({ ...settingPlaceFields, value: text(1000, 0) }).optional(),
        }),
      ),
      /** It must be opened once before it can be chosen. */
      openOnce: flag(),
      /** The id by which the host enables it, or null when it needs no enabling. */
      enable: maybePlainWord(200).nullable(),
      /** After what its installation shows. */
      effect: oneOf(BREAKS),
      offers: list(offerSchema),
      /** What it comes in, in words: light, dark, accents, sizes. */
      variants: list(text(60), { most: 40 }).optional(),
      /** Of what it comes in, what is a choice, and what each choice changes. */
      flavours: list(flavourSchema, { most: 80 }).optional(),
      /** What it brings unasked, and how that is got rid of; the file that it is, where it is one: it can then be removed. */
      brings: list(
        shape({ what: text(300), remove: text(300, 0).nullable(), file: path.optional() }),
      ).optional(),
      /** Files and folders of its own that it makes when it is first opened or run. */
      leaves: list(path, { most: 60 }).optional(),
      /** The command that has to run in every session for it to work. */
      autostart: text(500).optional(),
      /** Applications that are worse to work with under it: by name or desktop file, what becomes of them, and what cures it. */
      spoils: list(
        shape({ application: text(120), what: text(300), cure: text(500, 0).nullable().optional() }),
      ).optional(),
      asks: list(factNeedSchema).optional(),
      /** It overwrites what was set before for these kinds: a whole look. */
      overwrites: list(kindName).optional(),
      /** Surfaces of the host that it takes for itself. */
      holds: list(text(64)).optional(),
      /** Settings of its own, and the syntaxes that they use. */
      settings: list(ownSettingSchema).optional(),
      syntaxes: list(syntaxSchema).optional(),
      source: partSourceSchema.optional(),
    },
    'A part has no field ${unknown}.',
  ),
  'syntaxes',
  ({ syntaxes = [], settings = [] }) => {
    const known = new Set(syntaxes.map((x) => x.id));
    for (const { label, value } of settings)
      if (value.type === 'format' && !known.has(value.syntax))
        return `${label}: the part has no syntax ${value.syntax}.`;
    return null;
  },
  BEYOND,
);

/** Something obtainable that can supply elements. One immutable revision of it. */
export const partSchema = held(
  partShape,
  'flavours',
  ({ flavours = [], offers }) => flavourProblem(flavours, offers),
  BEYOND,
);
export type Part = Of<typeof partSchema>;
/** Needs: at least one of these parts. */
export type Requirement = Part['requires'][number];

/** Reads a part as it came. @throws yup.ValidationError with a sentence for every problem */
export function readPart(raw: unknown): Part {
  return read(partSchema, raw);
}
