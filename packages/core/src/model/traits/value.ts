import { ValidationError, type AnySchema } from 'yup';
import { shaSchema } from '../../ground/ids.js';
import {
  anyOf,
  BEYOND,
  flag,
  held,
  isRecord,
  list,
  named,
  number,
  oneOf,
  openShape,
  pattern,
  record,
  text,
  whole,
  type Of,
} from '../../ground/shape/shape.js';
import { hasNoControls } from '../../ground/text.js';
import { parseHex, type Rgb } from '../../measuring/colour/srgb.js';
import { ZONES } from '../../measuring/picture/zone.js';
import { faceSchema } from '../../measuring/type/face.js';
import { mayRepeat } from './items.js';

/** The trait types. Each has its own closeness, its own way to be typed, and one JSON shape. */
export const TRAIT_TYPES = [
  'length',
  'duration',
  'count',
  'share',
  'colour',
  'palette',
  'choice',
  'flag',
  'label',
  'place',
  'order',
  'format',
  'shadow',
  'key',
  'picture',
  'face',
  'icons',
] as const;
export type TraitType = (typeof TRAIT_TYPES)[number];

const MAX_LENGTH_PX = 100_000;
const MAX_DURATION_MS = 600_000;
const MAX_TEXT = 200;
const MAX_ITEMS = 60;
const MAX_COLOURS = 32;
const MAX_NAMES = 5000;
/** 64 × 64 bytes in base64. */
const LUMA_TEXT = Math.ceil((64 * 64) / 3) * 4;

/** A text of a value: line breaks allowed, no other control characters. */
const words = (least: number) =>
  held(
    text(MAX_TEXT, least),
    'controls',
    (v) => (hasNoControls(v, true) ? null : 'A text has no control characters.'),
    { pattern: String.raw`^[^\u0000-\u0009\u000b-\u001f\u007f-\u009f]*$` },
  );
const something = { pattern: String.raw`\S` };
const saying = () =>
  held(words(1), 'blank', (v) => (v.trim() === '' ? 'A text is more than blanks.' : null), something);
const colour = pattern(/^#[0-9a-fA-F]{6}$/, 'A colour is written #rrggbb.');

const placeSchema = openShape({ zone: oneOf(ZONES), offset: number(0, 100) });
/** A zone, and the offset along the edge as a share of it, 0–100. */
export type Place = Of<typeof placeSchema>;

const orderSchema = held(
  openShape({ start: list(saying()), centre: list(saying()), end: list(saying()) }),
  'items',
  ({ start, centre, end }) => {
    const all = [...start, ...centre, ...end];
    if (all.length > MAX_ITEMS) return `An order has at most ${MAX_ITEMS} items.`;
    const single = all.filter((item) => !mayRepeat(item));
    return new Set(single).size === single.length
      ? null
      : 'An order names each item once; only spacers and separators may stand several times.';
  },
  BEYOND,
);
/** Items by duty, else by name, in the three zones of a bar. */
export type Order = Of<typeof orderSchema>;

const paletteSchema = record(colour, { least: 1, most: MAX_COLOURS });
/** Colours by role, as `#rrggbb`. */
export type Palette = Of<typeof paletteSchema>;

const shadowSchema = openShape({
  x: number(-500, 500),
  y: number(-500, 500),
  blur: number(0, 500),
  colour,
  opacity: number(0, 100),
});
/** A shadow: offsets and blur as lengths, a colour, its strength 0–100. */
export type Shadow = Of<typeof shadowSchema>;

const pictureSchema = openShape({
  blob: shaSchema,
  width: number(1, 16_384),
  height: number(1, 16_384),
  sample: openShape({
    luma: pattern(
      new RegExp(`^(?=.{${LUMA_TEXT}}$)[A-Za-z0-9+/]*={0,2}$`),
      'A sample is 64 × 64 bytes in base64.',
    ),
    colours: list(openShape({ hex: colour, share: number(0, 1) }), { most: 6 }),
  }),
});
/** A picture: the SHA-256 of its PNG, its pixels, and its sample. */
export type PictureValue = Of<typeof pictureSchema>;

const faceValueSchema = openShape({
  family: words(1),
  metrics: faceSchema,
  pixels: number(1, 1000).nullable(),
});
/** A type face: its name, its metrics, and the size at which it is set, in pixels to the em, where known. */
export type FaceValue = Of<typeof faceValueSchema>;

const iconsSchema = openShape({
  names: held(
    record(number(0, 5), { least: 1, most: MAX_NAMES }),
    'names',
    (names) => (Object.keys(names).every((n) => words(1).isValidSync(n)) ? null : 'An icon has a name.'),
    { propertyNames: { minLength: 1, maxLength: MAX_TEXT } },
  ),
});
/**
 * Icon names with a number each. As a target the number is how much the name weighs; as what a set has it is the credit
 * of where the name was found: 1 in the set itself, 0.5 in a parent, 0.25 in the last-resort set alone.
 */
export type IconNames = Of<typeof iconsSchema>;

/** What each type of trait takes, and what is said of a value that it does not take. */
const TYPES: Readonly<Record<TraitType, readonly [schema: AnySchema, sentence: string]>> = {
  length: [number(0, MAX_LENGTH_PX), 'A length is a number of pixels, 0 or more.'],
  duration: [number(0, MAX_DURATION_MS), 'A duration is a number of milliseconds, 0 or more.'],
  count: [whole(0, 10_000), 'A count is a whole number from 0 to 10,000.'],
  share: [number(0, 100), 'A share is a number from 0 to 100.'],
  colour: [colour, 'A colour is written #rrggbb.'],
  palette: [paletteSchema, `A palette names 1 to ${MAX_COLOURS} colours, each written #rrggbb.`],
  flag: [flag(), 'Say yes or no.'],
  choice: [saying(), 'Say a text of 1 to 200 characters.'],
  label: [saying(), 'Say a text of 1 to 200 characters.'],
  format: [words(0), 'A format is a text of at most 200 characters.'],
  place: [placeSchema, 'A place is a zone (start, centre, end) and an offset from 0 to 100.'],
  order: [orderSchema, 'An order has named items in the zones start, centre and end.'],
  key: [
    held(saying(), 'line', (v) => (v.includes('\n') ? 'A key is one line.' : null), { pattern: '^[^\\n]*$' }),
    'A key is named by a text of 1 to 200 characters, such as Ctrl+Space.',
  ],
  shadow: [
    shadowSchema,
    'A shadow has two offsets and a blur in pixels, a colour #rrggbb, and an opacity from 0 to 100.',
  ],
  face: [
    faceValueSchema,
    'A face has a family, its metrics, and a size in pixels from 1 to 1,000 where it is known.',
  ],
  icons: [iconsSchema, 'Icon names are 1 to 5,000 names with a number from 0 to 5 each.'],
  picture: [pictureSchema, 'A picture is cut out of a picture of the reference.'],
};

/**
 * What is wrong with a value for a trait type, as a sentence; null when it is right.
 * The one gate through which every target, offer and setting passes, in the page and on the server.
 */
export function valueProblem(type: TraitType, value: unknown): string | null {
  const [schema, sentence] = TYPES[type];
  try {
    schema.validateSync(value, { strict: true, disableStackTrace: true });
    return null;
  } catch (error) {
    // Which item stands twice is worth saying; of the rest the sentence of the type says all.
    return error instanceof ValidationError && error.type === 'items' ? error.message : sentence;
  }
}

/** Wider than any type has it: by how much a value is off, its own type says. */
const aNumber = number(-1e12, 1e12);
const aFlag = flag();
const aText = text(20_000, 0);
/** Which schema an object belongs to, by a field that only its kind has. */
const BY_FIELD: readonly (readonly [field: string, schema: AnySchema])[] = [
  ['zone', placeSchema],
  ['start', orderSchema],
  ['blur', shadowSchema],
  ['blob', pictureSchema],
  ['metrics', faceValueSchema],
  ['names', iconsSchema],
];

/** A value of any type of trait: which one it has to be its kind says (`specProblem`). */
export const traitValueSchema = named(
  'value',
  anyOf(
    [
      aNumber,
      aFlag,
      aText,
      placeSchema,
      orderSchema,
      shadowSchema,
      pictureSchema,
      faceValueSchema,
      iconsSchema,
      paletteSchema,
    ],
    'It is no value that a trait can have.',
    (value) => {
      if (typeof value === 'number') return aNumber;
      if (typeof value === 'boolean') return aFlag;
      if (typeof value === 'string') return aText;
      if (!isRecord(value)) return null;
      if (Object.values(value).every((v) => typeof v === 'string' && v.startsWith('#'))) return paletteSchema;
      return BY_FIELD.find(([field]) => field in value)?.[1] ?? null;
    },
  ),
);

/** One value of a trait, in JSON. Lengths in pixels of the picture or display at hand, durations in milliseconds. */
export type TraitValue = Of<typeof traitValueSchema>;

export const NO_ITEMS: Order = { start: [], centre: [], end: [] };

/** A colour value as bytes; the caller has checked it with `valueProblem`. */
export function colourBytes(value: TraitValue): Rgb {
  return parseHex(value as string) ?? { r: 0, g: 0, b: 0 };
}
