import { idSchema, shaSchema } from '../../ground/ids.js';
import {
  list,
  number,
  oneOf,
  oneOfOrNull,
  pattern,
  record,
  scalar,
  shape,
  tagged,
  text,
  whole,
  type Of,
} from '../../ground/shape/shape.js';
import { nameSchema } from '../../ground/text.js';
import { STATES } from '../traits/state.js';
import { traitValueSchema } from '../traits/value.js';

/** The fields that rows and commands are made of, each in one place. */

/** An id, or null; missing, it is null too. */
export const nullableId = idSchema.nullable().default(null);
/** An id, or null where there is none: said either way. */
export const someId = idSchema.nullable();
/** The id of a kind, and of a trait: known or not, that is seen where it is used. */
export const kindId = text(64);
export const traitId = text(64);
/** Where something stands in an order of its own. */
export const positionSchema = number(-1e9, 1e9);
/** Which revision of a part or a profile is meant. */
export const revisionSchema = whole(1, 1e9);

/** What a picture shows. */
export const SUBJECTS = ['Whole desktop', 'A window', 'Launcher open', 'Sign-in screen', 'A detail'] as const;
export type Subject = (typeof SUBJECTS)[number];
export const subjectSchema = oneOf(SUBJECTS);

/** A moment, ISO 8601 in UTC. */
export const timeSchema = pattern(/^\d{4}-\d\d-\d\dT[\d:.]+Z$/, 'A time is ISO 8601 in UTC.');

/** Samples of a reading: at least one, at most ten minutes of them. */
export const samplesSchema = list(number(0, 1e8), {
  least: 1,
  most: 600,
  sentence: 'A reading has at least one sample, and at most 600.',
});

/** Whole pixels of a picture. */
export const rectFields = {
  x: whole(0, 20_000),
  y: whole(0, 20_000),
  width: whole(1, 20_000),
  height: whole(1, 20_000),
};

/** Nothing is measured so badly that it says nothing any more, in pixels of its picture. */
const MOST_OFF = 1000;

/** How a value was obtained; a measured one says where, and a length by how many pixels of its picture it may be off either way. */
export const sourceSchema = tagged('how', [
  shape({
    how: oneOf(['measured']),
    pictureId: idSchema,
    ...rectFields,
    off: number(0, MOST_OFF).optional(),
  }),
  shape({ how: oneOf(['typed', 'assumed']) }),
]);
export type Source = Of<typeof sourceSchema>;

export const targetFields = {
  id: idSchema,
  trait: traitId,
  /** Null: shared by all variants. */
  variantId: nullableId,
  /** Hover, pressed, focused, inactive; null at rest. */
  state: oneOfOrNull(STATES),
  /** Lengths in pixels of the picture named by `pictureId`. */
  target: traitValueSchema,
  /** The picture whose pixels lengths are in; null: the first picture of the variant. */
  pictureId: nullableId,
  source: sourceSchema,
};
export const targetSchema = shape(targetFields);

export const regionFields = {
  id: idSchema,
  pictureId: idSchema,
  ...rectFields,
  /** The state it shows there; null at rest. */
  state: oneOfOrNull(STATES),
  /** Mean colour of the ring beside it, `#rrggbb`, or null. */
  ground: pattern(/^#[0-9a-f]{6}$/, 'A colour is written #rrggbb, in lower case.')
    .nullable()
    .default(null),
};
export const regionSchema = shape(regionFields);

/** Pixels and blobs of a picture as the server normalised it: SHA-256 of the PNG, and of the file as it came. */
export const pixelsFields = {
  blob: shaSchema,
  original: shaSchema,
  width: whole(1, 16_384),
  height: whole(1, 16_384),
};

const MOST_LINKS = 20;
/** Where a link leads. */
export const addressSchema = pattern(
  /^(?=.{1,2000}$)https?:\/\/[^\s<>"]+$/,
  'A link starts with http:// or https:// and has no blanks.',
);
/** Places elsewhere that say more of an element. */
export const linksSchema = list(shape({ label: text(200, 0), url: addressSchema }), {
  most: MOST_LINKS,
  sentence: `An element has at most ${MOST_LINKS} links.`,
}).default([]);
export type Link = Of<typeof linksSchema>[number];

const MOST_VALUES = 60;
/** Values by trait, each held against its kind when the command is carried out. */
export const valuesSchema = record(traitValueSchema, {
  most: MOST_VALUES,
  sentence: `It holds values by trait, at most ${MOST_VALUES}.`,
});
/** What a layer of one's own making supplies. */
export const suppliesSchema = record(traitValueSchema, {
  least: 1,
  most: MOST_VALUES,
  sentence: `It supplies at least one trait, and at most ${MOST_VALUES}.`,
});

/**
 * How it is told where an element is on a picture. Of one that was not found nobody can tell whether it is there; of one that is not
 * there it is told that nothing is. Both stand where they were looked for.
 */
export const SIGHTING_HOWS = ['found', 'by hand', 'not found', 'not there'] as const;
export type SightingHow = (typeof SIGHTING_HOWS)[number];

/** How a region looks on two pictures. Differences are CIEDE2000; null where nothing was there to be compared. */
const likenessSchema = shape({
  mean: number(0, 200),
  p95: number(0, 200),
  /** −1 to 1; null of regions that are smaller than its window. */
  ssim: number(-1, 1).nullable().default(null),
  /** 0 to 1. */
  palette: number(0, 1),
});
export type Likeness = Of<typeof likenessSchema>;

/** An element as it was found on a picture of one's own desktop, in pixels of that picture. */
export const sightingFields = {
  id: idSchema,
  elementId: idSchema,
  ...rectFields,
  how: oneOf(SIGHTING_HOWS),
  /** How sure that is, 0 to 1; null of what was looked at before that was told. */
  sure: number(0, 1).nullable().default(null),
  /** Why, in a sentence. */
  why: text(200, 0).default(''),
  /** How far it was from where the reference would have it. */
  dx: whole(-20_000, 20_000),
  dy: whole(-20_000, 20_000),
  likeness: likenessSchema,
  /** By trait. */
  values: valuesSchema,
  /** The region of the reference that it was held against, by which it is told whether that changed since. */
  against: text(200, 0),
};
export const sightingSchema = shape(sightingFields);

/** PNG files by the size they were made for, in pixels of their longer side. */
export const filesSchema = list(
  shape({ name: nameSchema, width: whole(1, 4096), height: whole(1, 4096), blob: shaSchema }),
  { most: 40, sentence: 'At most 40 files are made of one thing.' },
);
export type HandmadeFile = Of<typeof filesSchema>[number];

/** How something was made, so that it can be made again. */
export const recipeSchema = record(scalar(500), {
  most: 40,
  sentence: 'A recipe has up to 40 values, each a text, a number, yes or no.',
});

const USE = 'How much an application is used is a whole number from 0 to 5.';
/** How much an application is used, 1 to 5, by its id in the survey; 0: not at all. */
export const usesSchema = record(whole(0, 5, USE), { most: 2000, sentence: USE });

/** By a part's id and a variant's, which flavour of the part was chosen by name; what is not told is taken as near as it comes. */
export const flavoursSchema = record(record(text(200)), {
  most: 500,
  sentence: 'A flavour is chosen by its name, for a part and a variant.',
});

/** For whom a part is got: for oneself alone, or for everybody on the computer. */
export const SCOPES = ['me', 'everybody'] as const;
export type Scope = (typeof SCOPES)[number];
export const scopesSchema = record(oneOf(SCOPES), {
  most: 500,
  sentence: 'A part is got for “me” or for “everybody”.',
});

const MOST_GUIDES = 100;
/** Lines laid across a picture to measure against, in whole pixels from its left (`x`) or top (`y`). */
export const guidesSchema = list(shape({ axis: oneOf(['x', 'y']), at: whole(0, 16_384) }), {
  most: MOST_GUIDES,
  sentence: `A picture has at most ${MOST_GUIDES} guides.`,
});
export type Guide = Of<typeof guidesSchema>[number];
