import { idSchema, shaSchema } from '../../ground/ids.js';
import { STATES } from '../traits/state.js';
import * as yup from 'yup';
import { limitsSchema } from './limits.js';
import { IMPORTANCES } from '../kinds/kind.js';
import { faceSchema } from '../../measuring/type/face.js';
import { dateSchema, nameSchema, noteSchema } from '../../ground/text.js';
import {
  filesSchema,
  guidesSchema,
  linksSchema,
  num,
  oneOfOrNull,
  ownKindFields,
  pixelsFields,
  recipeSchema,
  rectFields,
  samplesSchema,
  sightingFields,
  suppliesSchema,
  targetFields,
  timeSchema,
  usesSchema,
  whole,
} from './fields.js';
import {
  CAPTURE_HOWS,
  CARRY_POLICIES,
  CHOSEN_BY,
  READING_LOADS,
  READING_PHASES,
  SAID_STANDINGS,
  SUBJECTS,
  TRIAL_OUTCOMES,
  type Entity,
} from './rows.js';

/** Rows as they come from outside, whole: one schema for each entity that travels. */

/** An id, or null where there is none: said either way. */
const someId = idSchema.nullable().defined();
const position = num(-1e9, 1e9);
const word = (most: number) => yup.string().strict().max(most);
const flag = yup.boolean().strict().required();
const one = <T extends string>(values: readonly T[]) => yup.string().strict().oneOf(values).required();

const carrySchema = yup
  .object({
    policy: one([...CARRY_POLICIES, 'same proportion']),
    neighbour: idSchema.default(undefined).optional(),
  })
  .noUnknown()
  .nullable()
  .defined()
  .default(null);

const rulesSchema = yup
  .object()
  .test('rules', 'A rule says an importance or a tolerance.', (all) =>
    Object.values((all ?? {}) as Record<string, unknown>).every((rule) => {
      const { importance, tolerance, ...rest } = (rule ?? {}) as Record<string, unknown>;
      return (
        Object.keys(rest).length === 0 &&
        (importance === undefined || IMPORTANCES.includes(importance as never)) &&
        (tolerance === undefined || (typeof tolerance === 'number' && tolerance >= 0 && tolerance <= 50))
      );
    }),
  )
  .required();

/** Values of a part's own settings, by their id; bundles of before November 2026 say none. */
const ownSchema = yup
  .object()
  .test('own', 'A setting of a part has a name and a text.', (all) => {
    const entries = Object.entries((all ?? {}) as Record<string, unknown>);
    return (
      entries.length <= 200 &&
      entries.every(([k, v]) => k !== '' && k.length <= 100 && typeof v === 'string' && v.length <= 500)
    );
  })
  .default(undefined);

const settingsSchema = yup
  .object()
  .test('settings', 'Settings by hand stand by variant and trait.', (all) =>
    Object.values((all ?? {}) as Record<string, unknown>).every(
      (scope) => typeof scope === 'object' && scope !== null && !Array.isArray(scope),
    ),
  )
  .required();

const movesSchema = yup
  .array(
    yup
      .object({ key: word(500).min(1).required(), after: word(500).min(1).required() })
      .noUnknown()
      .required(),
  )
  .max(200)
  .required();

const shapes = {
  coat: {
    id: idSchema,
    name: nameSchema,
    policy: one(CARRY_POLICIES),
    matchedAt: num(0, 1),
    nearAt: num(0, 1),
    profileId: someId,
    profileRevision: whole(1, 1e9).nullable().defined(),
    channel: word(64).nullable().defined(),
    dismissed: yup.array(word(64).required()).max(200).required(),
    limits: limitsSchema,
    uses: usesSchema,
    moves: movesSchema,
    deletedAt: timeSchema.nullable().defined(),
  },
  variant: { id: idSchema, name: nameSchema, position },
  display: {
    id: idSchema,
    position,
    width: whole(320, 16_384),
    height: whole(200, 16_384),
    scale: num(0.5, 4),
    inches: num(3, 200).nullable().defined(),
  },
  picture: {
    id: idSchema,
    variantId: idSchema,
    name: nameSchema,
    subject: one(SUBJECTS),
    ...pixelsFields,
    scale: num(0.5, 4).nullable().defined(),
    inches: num(3, 200).nullable().defined(),
    guides: guidesSchema,
    position,
  },
  kind: ownKindFields,
  font: { id: idSchema, name: nameSchema, blob: shaSchema, metrics: faceSchema },
  element: {
    id: idSchema,
    kind: word(64).min(1).required(),
    name: nameSchema,
    weight: whole(1, 5),
    position,
    note: noteSchema,
    links: linksSchema,
    rules: rulesSchema,
    carry: carrySchema,
    displayId: someId,
    addition: flag,
  },
  region: {
    id: idSchema,
    elementId: idSchema,
    pictureId: idSchema,
    ...rectFields,
    state: oneOfOrNull(STATES),
    ground: word(7)
      .matches(/^#[0-9a-f]{6}$/)
      .nullable()
      .defined(),
    again: flag,
  },
  trait: { elementId: idSchema, ...targetFields },
  match: {
    id: idSchema,
    elementId: idSchema,
    said: oneOfOrNull(SAID_STANDINGS),
    reason: noteSchema,
    lost: noteSchema,
    note: noteSchema,
    links: linksSchema,
    lookAgain: dateSchema.nullable().defined(),
    by: one(CHOSEN_BY),
  },
  layer: {
    id: idSchema,
    matchId: idSchema,
    position: whole(0, 1000),
    partId: someId,
    partRevision: whole(1, 1e9).nullable().defined(),
    offer: word(100).min(1).required(),
    traits: yup.array(word(64).required()).max(60).nullable().defined(),
    settings: settingsSchema,
    own: ownSchema,
  },
  handmade: {
    id: idSchema,
    elementId: idSchema,
    kind: word(64).min(1).required(),
    name: nameSchema,
    supplies: suppliesSchema,
    files: filesSchema,
    recipe: recipeSchema,
  },
  accepted: {
    id: idSchema,
    finding: word(500).min(1).required(),
    facts: word(4000).defined(),
    reason: noteSchema,
    at: timeSchema,
  },
  trial: {
    id: idSchema,
    partId: idSchema,
    partRevision: whole(1, 1e9),
    family: word(64).min(1).required(),
    hostVersion: word(40).min(1).required(),
    outcome: one(TRIAL_OUTCOMES),
    why: noteSchema,
    tried: dateSchema,
  },
  survey: {
    id: idSchema,
    name: nameSchema,
    at: timeSchema,
    what: one(['survey', 'settings']),
    blob: shaSchema,
  },
  reading: {
    id: idSchema,
    surveyId: someId,
    at: timeSchema,
    phase: one(READING_PHASES),
    load: one(READING_LOADS),
    memory: samplesSchema,
    processor: samplesSchema,
  },
  capture: {
    id: idSchema,
    variantId: idSchema,
    name: nameSchema,
    subject: one(SUBJECTS),
    how: one(CAPTURE_HOWS),
    at: timeSchema,
    ...pixelsFields,
  },
  sighting: { captureId: idSchema, ...sightingFields },
} satisfies Partial<Record<Entity, yup.ObjectShape>>;

/** Entities that travel. The journal stays: on another computer nothing was done yet. */
export type Travelling = keyof typeof shapes;

const compiled = new Map(
  Object.entries(shapes).map(([entity, shape]) => [
    entity,
    { fields: Object.keys(shape), schema: yup.object(shape as yup.ObjectShape).required() },
  ]),
);

/**
 * Reads a row as it came: its known fields, checked, and beside them what is not known here.
 *
 * @throws yup.ValidationError with a sentence for every problem
 */
export function readRow(
  entity: Travelling,
  raw: unknown,
): { readonly row: Record<string, unknown>; readonly unknown: Record<string, unknown> } {
  const { fields, schema } = compiled.get(entity)!;
  const known: Record<string, unknown> = {};
  const unknown: Record<string, unknown> = {};
  for (const [field, value] of Object.entries((raw ?? {}) as Record<string, unknown>))
    (fields.includes(field) ? known : unknown)[field] = value;
  const row = schema.validateSync(known, { abortEarly: false }) as Record<string, unknown>;
  return { row, unknown };
}
