import { idSchema, shaSchema } from '../../ground/ids.js';
import { STATES } from '../traits/state.js';
import * as yup from 'yup';
import { BREAKS } from '../offers/break.js';
import type { Deed } from '../deeds/deed.js';
import { isDeed } from '../deeds/deedSchema.js';
import { RISKS, STEP_SORTS } from '../deeds/step.js';
import { KIND_GROUPS, IMPORTANCES, type ReadFrom, type TraitSpec } from '../kinds/kind.js';
import { TRAIT_TYPES, type TraitValue } from '../traits/value.js';
import { nameSchema } from '../../ground/text.js';
import { SIGHTING_HOWS, SUBJECTS, type Guide, type HandmadeFile, type Link, type Source } from './rows.js';

/** The fields that commands are made of, each checked in one place. */

export const num = (least: number, most: number) => yup.number().strict().min(least).max(most).required();
/** One of the values, or null when not said. */
export const oneOfOrNull = <T extends string>(values: readonly T[]) =>
  yup
    .mixed((v): v is T => typeof v === 'string')
    .nullable()
    .default(null)
    .test(
      'one-of',
      `One of ${values.join(', ')}, or nothing.`,
      (v) => v === null || v === undefined || values.includes(v),
    );
export const whole = (least: number, most: number) => num(least, most).integer();
export const nullableId = idSchema.nullable().defined().optional().default(null);
/** The id of a kind, and of a trait: known or not, that is seen where it is used. */
export const kindId = yup.string().strict().max(64).required();
export const traitId = yup.string().strict().max(64).required();
export const subjectSchema = yup.string().oneOf(SUBJECTS).required();
export const timeSchema = yup
  .string()
  .strict()
  .matches(/^\d{4}-\d\d-\d\dT[\d:.]+Z$/, 'A time is ISO 8601 in UTC.')
  .required();

/** Samples of a reading: at least one, at most ten minutes of them. */
export const samplesSchema = yup
  .array(num(0, 1e8))
  .min(1, 'A reading has at least one sample.')
  .max(600)
  .required();

export const rectFields = {
  x: whole(0, 20_000),
  y: whole(0, 20_000),
  width: whole(1, 20_000),
  height: whole(1, 20_000),
};

const sourceSchema = yup.lazy((value: Partial<Source> | undefined) =>
  value?.how === 'measured'
    ? yup
        .object({
          how: yup
            .string()
            .oneOf(['measured'] as const)
            .required(),
          pictureId: idSchema,
          ...rectFields,
        })
        .noUnknown()
    : yup
        .object({
          how: yup
            .string()
            .oneOf(['typed', 'assumed'] as const)
            .required(),
        })
        .noUnknown(),
);

export const targetFields = {
  id: idSchema,
  trait: yup.string().strict().max(64).required(),
  variantId: nullableId,
  state: oneOfOrNull(STATES),
  target: yup.mixed<TraitValue & {}>().required(),
  pictureId: nullableId,
  source: sourceSchema as unknown as yup.Schema<Source>,
};
export const targetSchema = yup.object(targetFields).noUnknown();

export const regionSchema = yup
  .object({
    id: idSchema,
    pictureId: idSchema,
    ...rectFields,
    state: oneOfOrNull(STATES),
    ground: yup
      .string()
      .strict()
      .matches(/^#[0-9a-f]{6}$/)
      .nullable()
      .default(null),
  })
  .noUnknown();

/** Pixels and blobs of a picture as the server normalised it. */
export const pixelsFields = {
  blob: shaSchema,
  original: shaSchema,
  width: whole(1, 16_384),
  height: whole(1, 16_384),
};

const MOST_LINKS = 20;
export const linksSchema = yup
  .array(
    yup
      .object({
        label: yup.string().strict().max(200).defined(),
        url: yup
          .string()
          .strict()
          .max(2000)
          .matches(/^https?:\/\/[^\s<>"]+$/, 'A link starts with http:// or https:// and has no blanks.')
          .required(),
      })
      .noUnknown(),
  )
  .max(MOST_LINKS, `An element has at most ${MOST_LINKS} links.`)
  .default([]) as unknown as yup.Schema<readonly Link[]>;

/** What a layer of one's own making supplies: a few traits, each checked against its kind when it is carried out. */
const MOST_VALUES = 60;
const valuesSchema = yup
  .object()
  .test('values', `At most ${MOST_VALUES} traits.`, (all) => Object.keys(all ?? {}).length <= MOST_VALUES)
  .required();
type Values = yup.Schema<Readonly<Record<string, TraitValue>>>;
export const suppliesSchema = valuesSchema.test(
  'supplies',
  'It supplies at least one trait.',
  (all) => Object.keys(all ?? {}).length > 0,
) as unknown as Values;

/** An element as it was found on a picture of one's own desktop. */
export const sightingFields = {
  id: idSchema,
  elementId: idSchema,
  ...rectFields,
  how: yup.string().oneOf(SIGHTING_HOWS).required(),
  dx: whole(-20_000, 20_000),
  dy: whole(-20_000, 20_000),
  likeness: yup
    .object({
      mean: num(0, 200),
      p95: num(0, 200),
      ssim: yup.number().strict().min(-1).max(1).nullable().default(null),
      palette: num(0, 1),
    })
    .noUnknown()
    .required(),
  values: valuesSchema as unknown as Values,
  against: yup.string().strict().max(200).defined(),
};
export const sightingSchema = yup.object(sightingFields).noUnknown();

export const filesSchema = yup
  .array(
    yup
      .object({ name: nameSchema, width: whole(1, 4096), height: whole(1, 4096), blob: shaSchema })
      .noUnknown(),
  )
  .max(40, 'At most 40 files are made of one thing.')
  .required() as unknown as yup.Schema<readonly HandmadeFile[]>;

export const recipeSchema = yup
  .object()
  .test('recipe', 'A recipe has up to 40 values, each a text, a number, yes or no.', (all) => {
    const values = Object.values((all ?? {}) as Record<string, unknown>);
    return (
      values.length <= 40 &&
      values.every((v) => ['string', 'number', 'boolean'].includes(typeof v) && String(v).length <= 500)
    );
  })
  .required() as unknown as yup.Schema<Readonly<Record<string, string | number | boolean>>>;

/** Whole numbers from 0 to 5 by the ids of applications. */
export const usesSchema = yup
  .object()
  .test('uses', 'How much an application is used is a whole number from 0 to 5.', (all) => {
    const entries = Object.entries((all ?? {}) as Record<string, unknown>);
    return (
      entries.length <= 2000 &&
      entries.every(([id, n]) => id.length <= 300 && Number.isInteger(n) && Number(n) >= 0 && Number(n) <= 5)
    );
  })
  .required() as unknown as yup.Schema<Readonly<Record<string, number>>>;

const MOST_GUIDES = 100;
export const guidesSchema = yup
  .array(
    yup
      .object({
        axis: yup
          .string()
          .oneOf(['x', 'y'] as const)
          .required(),
        at: whole(0, 16_384),
      })
      .noUnknown(),
  )
  .max(MOST_GUIDES, `A picture has at most ${MOST_GUIDES} guides.`)
  .required() as unknown as yup.Schema<readonly Guide[]>;

/** Traits of own kinds are typed, or read off a region in the plain ways; what instruments fill is the shipped kinds'. */
const OWN_READS: readonly ReadFrom[] = [
  'edge',
  'thickness',
  'width',
  'height',
  'ink',
  'palette',
  'colour:0',
  'picture',
];
const KEY = /^[a-z][A-Za-z0-9-]{0,63}$/;

export const traitSpecSchema = yup
  .object({
    id: yup
      .string()
      .strict()
      .matches(KEY, 'The id of a trait is made of letters, digits and hyphens.')
      .required(),
    label: nameSchema,
    type: yup.string().oneOf(TRAIT_TYPES).required(),
    importance: yup.string().oneOf(IMPORTANCES).required(),
    help: yup.string().strict().max(500).defined(),
    choices: yup.array(nameSchema).min(1).max(40).default(undefined),
    reads: yup.string().oneOf(OWN_READS).default(undefined),
    perVariant: yup.boolean().strict().default(undefined),
  })
  .noUnknown()
  .test(
    'choices',
    'A choice has at least two values to choose from.',
    (t) => t.type !== 'choice' || (t.choices !== undefined && t.choices.length >= 2),
  );

export const ownKindFields = {
  id: idSchema,
  key: yup
    .string()
    .strict()
    .matches(KEY, 'The id of a kind is made of letters, digits and hyphens.')
    .required(),
  label: nameSchema,
  group: yup.string().oneOf(KIND_GROUPS).required(),
  help: yup.string().strict().max(500).defined(),
  weight: whole(1, 5),
  traits: yup.array(traitSpecSchema).max(60).required() as unknown as yup.Schema<readonly TraitSpec[]>,
};

/** What of a step the journal keeps: its deeds as they are, since old journals must be readable by newer plans. */
const MOST_DEEDS = 400;
const words = (most: number) => yup.string().strict().max(most).defined();
export const keptStepSchema = yup
  .object({
    sort: yup.string().oneOf(STEP_SORTS).required(),
    title: words(500),
    elements: yup.array(idSchema).max(5000).required(),
    where: words(500),
    deeds: yup.array(yup.mixed<Deed>(isDeed).required()).max(MOST_DEEDS).required(),
    effect: yup.string().oneOf(BREAKS).required(),
    rights: yup
      .string()
      .oneOf(['user', 'administrator'] as const)
      .required(),
    risk: yup.string().oneOf(RISKS).required(),
    minutes: num(0, 10_000),
    value: words(20_000),
    voids: yup.array(yup.string().strict().max(500).required()).max(2000).required(),
  })
  .noUnknown('A kept step has no field ${unknown}.')
  .nullable()
  .default(null);
