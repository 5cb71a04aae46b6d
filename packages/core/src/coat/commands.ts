import * as yup from 'yup';
import { KINDS, findTrait } from '../reference/kinds/registry.js';
import { IMPORTANCES } from '../reference/kind.js';
import { valueProblem, type TraitValue } from '../traits/value.js';
import { idSchema, nameSchema, noteSchema, shaSchema } from '../wire/text.js';
import { CARRY_POLICIES, SAID_STANDINGS, STATES, type Source } from './rows.js';

/** Everything a person can do to a coat: one schema a command, shared by the page and the server. */

const num = (least: number, most: number) => yup.number().strict().min(least).max(most).required();
/** One of the values, or null when not said. */
const oneOfOrNull = <T extends string>(values: readonly T[]) =>
  yup
    .mixed((v): v is T => typeof v === 'string')
    .nullable()
    .default(null)
    .test(
      'one-of',
      `One of ${values.join(', ')}, or nothing.`,
      (v) => v === null || v === undefined || values.includes(v),
    );
const whole = (least: number, most: number) => num(least, most).integer();
const nullableId = idSchema.nullable().defined().optional().default(null);
const optionalTime = yup
  .string()
  .strict()
  .matches(/^\d{4}-\d\d-\d\dT[\d:.]+Z$/, 'A time is ISO 8601 in UTC.')
  .required();

const rectFields = {
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

const targetFields = {
  id: idSchema,
  trait: yup.string().strict().max(64).required(),
  variantId: nullableId,
  state: oneOfOrNull(STATES),
  target: yup.mixed<TraitValue & {}>().required(),
  pictureId: nullableId,
  source: sourceSchema as unknown as yup.Schema<Source>,
};
const targetSchema = yup.object(targetFields).noUnknown();

const regionSchema = yup
  .object({
    id: idSchema,
    pictureId: idSchema,
    ...rectFields,
    ground: yup
      .string()
      .strict()
      .matches(/^#[0-9a-f]{6}$/)
      .nullable()
      .default(null),
  })
  .noUnknown();

const schemas = {
  'coat.rename': { name: nameSchema },
  'coat.bin': { at: optionalTime.nullable() },
  'coat.policy': { policy: yup.string().oneOf(CARRY_POLICIES).required() },
  'coat.thresholds': { matchedAt: num(0, 1), nearAt: num(0, 1) },
  'coat.host': {
    profileId: idSchema,
    profileRevision: whole(1, 1e9),
    channel: yup.string().strict().max(64).nullable().default(null),
  },
  'display.set': {
    id: idSchema,
    width: whole(320, 16_384),
    height: whole(200, 16_384),
    scale: num(0.5, 4),
    inches: num(3, 200).nullable().default(null),
  },
  'picture.add': {
    id: idSchema,
    variantId: idSchema,
    name: nameSchema,
    subject: nameSchema,
    blob: shaSchema,
    original: shaSchema,
    width: whole(1, 16_384),
    height: whole(1, 16_384),
  },
  'picture.set': {
    id: idSchema,
    variantId: idSchema,
    name: nameSchema,
    scale: num(0.5, 4).nullable().default(null),
  },
  'picture.remove': { id: idSchema },
  'element.add': {
    id: idSchema,
    kind: yup
      .string()
      .oneOf(
        KINDS.map((k) => k.id),
        'This kind of element is not known.',
      )
      .required(),
    name: nameSchema,
    weight: whole(1, 5),
    region: regionSchema.nullable().default(null),
    traits: yup.array(targetSchema).max(200).required(),
  },
  'element.set': { id: idSchema, name: nameSchema, weight: whole(1, 5), note: noteSchema },
  'element.move': { id: idSchema, position: num(-1e9, 1e9) },
  'element.remove': { id: idSchema },
  'element.measure': {
    id: idSchema,
    region: regionSchema,
    traits: yup.array(targetSchema).max(200).required(),
  },
  'trait.set': { elementId: idSchema, ...targetFields },
  'trait.clear': { id: idSchema },
  'trait.weigh': {
    elementId: idSchema,
    trait: yup.string().strict().max(64).required(),
    importance: oneOfOrNull(IMPORTANCES),
    tolerance: num(0, 50).nullable().default(null),
  },
  'match.choose': {
    elementId: idSchema,
    matchId: idSchema,
    layerId: idSchema,
    partId: nullableId,
    partRevision: whole(1, 1e9).nullable().default(null),
    offer: yup.string().strict().min(1).max(100).required(),
  },
  'match.say': {
    elementId: idSchema,
    matchId: idSchema,
    said: oneOfOrNull(SAID_STANDINGS),
    reason: noteSchema,
    lost: noteSchema,
  },
  'match.note': { elementId: idSchema, matchId: idSchema, note: noteSchema },
  'match.setting': {
    layerId: idSchema,
    trait: yup.string().strict().max(64).required(),
    variantId: nullableId,
    value: yup.mixed<TraitValue & {}>().nullable().default(null),
  },
  'match.release': { elementId: idSchema },
  'plan.tick': {
    id: idSchema,
    stepKey: yup.string().strict().min(1).max(500).required(),
    title: yup.string().strict().max(500).required(),
    done: yup.boolean().strict().required(),
    at: optionalTime,
  },
} satisfies Record<string, yup.ObjectShape>;

type Schemas = typeof schemas;
export type CommandType = keyof Schemas;

/** A command: its type and its fields. */
export type Command = {
  [T in CommandType]: { readonly type: T } & yup.InferType<
    yup.ObjectSchema<yup.TypeFromShape<Schemas[T], yup.AnyObject>>
  >;
}[CommandType];
export type CommandOf<T extends CommandType> = Extract<Command, { readonly type: T }>;

const compiled = new Map(
  Object.entries(schemas).map(([type, shape]) => [
    type,
    yup
      .object({ type: yup.string().oneOf([type]).required(), ...(shape as yup.ObjectShape) })
      .noUnknown('A field is not known here: ${unknown}.')
      .strict(false),
  ]),
);

export type Checked =
  | { readonly ok: true; readonly command: Command }
  | { readonly ok: false; readonly problems: readonly string[] };

/** Checks a command as it came over the wire. Defaults are filled in; what is wrong comes back as sentences. */
export function checkCommand(raw: unknown): Checked {
  const type = typeof raw === 'object' && raw !== null ? (raw as { type?: unknown }).type : undefined;
  const schema = typeof type === 'string' ? compiled.get(type) : undefined;
  if (!schema) return { ok: false, problems: ['This command is not known.'] };
  try {
    const command = schema.validateSync(raw, { abortEarly: false, stripUnknown: false }) as Command;
    return { ok: true, command };
  } catch (error) {
    if (error instanceof yup.ValidationError) return { ok: false, problems: error.errors };
    throw error;
  }
}

/** What is wrong with a target for this kind and trait, or null. */
export function targetProblem(kindId: string, traitId: string, target: unknown): string | null {
  const spec = findTrait(kindId, traitId);
  if (!spec) return `Elements of the kind ${kindId} have no trait ${traitId}.`;
  const problem = valueProblem(spec.type, target);
  if (problem) return `${spec.label}: ${problem}`;
  if (spec.choices && !spec.choices.includes(target as string))
    return `${spec.label}: one of ${spec.choices.join(', ')}.`;
  return null;
}
