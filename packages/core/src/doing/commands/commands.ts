import { idSchema, shaSchema } from '../../ground/ids.js';
import type { KeptStep } from '../../model/deeds/step.js';
import * as yup from 'yup';
import { limitsSchema } from '../../model/coat/limits.js';
import { IMPORTANCES, specProblem, type TraitSpec } from '../../model/kinds/kind.js';
import type { KindBook } from '../../model/coat/kindBook.js';
import { valueProblem, type TraitValue } from '../../model/traits/value.js';
import { faceSchema, type FaceMetrics } from '../../measuring/type/face.js';
import { dateSchema, nameSchema, noteSchema } from '../../ground/text.js';
import {
  filesSchema,
  guidesSchema,
  keptStepSchema,
  linksSchema,
  nullableId,
  num,
  oneOfOrNull,
  ownKindFields,
  pixelsFields,
  recipeSchema,
  regionSchema,
  samplesSchema,
  sightingSchema,
  suppliesSchema,
  targetFields,
  targetSchema,
  timeSchema,
  usesSchema,
  whole,
} from '../../model/coat/fields.js';
import {
  CAPTURE_HOWS,
  CARRY_POLICIES,
  CHOSEN_BY,
  JOURNAL_WHATS,
  READING_LOADS,
  READING_PHASES,
  SAID_STANDINGS,
  SUBJECTS,
  TRIAL_OUTCOMES,
} from '../../model/coat/rows.js';

/** Everything a person can do to a coat: one schema a command, shared by the page and the server. */

const schemas = {
  'coat.rename': { name: nameSchema },
  'coat.bin': { at: timeSchema.nullable() },
  'coat.policy': { policy: yup.string().oneOf(CARRY_POLICIES).required() },
  'coat.limits': { limits: limitsSchema },
  'coat.uses': { uses: usesSchema },
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
  'display.remove': { id: idSchema },
  'coat.wave': { kinds: yup.array(yup.string().strict().max(64).required()).max(200).required() },
  'variant.add': { id: idSchema, name: nameSchema },
  'variant.rename': { id: idSchema, name: nameSchema },
  'variant.move': { id: idSchema, position: num(-1e9, 1e9) },
  'variant.remove': { id: idSchema },
  'picture.add': {
    id: idSchema,
    variantId: idSchema,
    name: nameSchema,
    subject: yup.string().oneOf(SUBJECTS).required(),
    ...pixelsFields,
  },
  'picture.set': {
    id: idSchema,
    variantId: idSchema,
    name: nameSchema,
    subject: yup.string().oneOf(SUBJECTS).required(),
    scale: num(0.5, 4).nullable().default(null),
    inches: num(3, 200).nullable().default(null),
  },
  'picture.replace': {
    id: idSchema,
    ...pixelsFields,
    /** Ids of the regions on it whose pixels are not what they were. */
    changed: yup.array(idSchema).max(2000).required(),
  },
  'picture.guides': { id: idSchema, guides: guidesSchema },
  'picture.remove': { id: idSchema },
  'element.add': {
    id: idSchema,
    kind: yup.string().strict().max(64).required(),
    name: nameSchema,
    weight: whole(1, 5),
    region: regionSchema.nullable().default(null),
    traits: yup.array(targetSchema).max(200).required(),
    addition: yup.boolean().strict().optional(),
  },
  'element.carry': {
    id: idSchema,
    policy: oneOfOrNull([...CARRY_POLICIES, 'same proportion'] as const),
    neighbour: nullableId,
    displayId: nullableId,
  },
  'element.set': {
    id: idSchema,
    name: nameSchema,
    weight: whole(1, 5),
    note: noteSchema,
    links: linksSchema,
  },
  'element.merge': { into: idSchema, from: idSchema },
  'element.move': { id: idSchema, position: num(-1e9, 1e9) },
  'element.remove': { id: idSchema },
  'element.measure': {
    id: idSchema,
    region: regionSchema,
    traits: yup.array(targetSchema).max(200).required(),
  },
  'region.set': { elementId: idSchema, region: regionSchema },
  'region.seen': { id: idSchema },
  'region.remove': { id: idSchema },
  'kind.set': ownKindFields,
  'kind.remove': { id: idSchema },
  'font.add': {
    id: idSchema,
    name: nameSchema,
    blob: shaSchema,
    metrics: faceSchema as unknown as yup.Schema<FaceMetrics>,
  },
  'font.remove': { id: idSchema },
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
    by: yup.string().oneOf(CHOSEN_BY).optional(),
  },
  /** Lays another offer over what is chosen, for some traits or for all it has. */
  'match.overlay': {
    elementId: idSchema,
    matchId: idSchema,
    layerId: idSchema,
    partId: nullableId,
    partRevision: whole(1, 1e9).nullable().default(null),
    offer: yup.string().strict().min(1).max(100).required(),
    traits: yup.array(yup.string().strict().max(64).required()).min(1).max(60).nullable().default(null),
    by: yup.string().oneOf(CHOSEN_BY).optional(),
  },
  'layer.traits': {
    id: idSchema,
    traits: yup.array(yup.string().strict().max(64).required()).min(1).max(60).nullable().default(null),
  },
  'layer.raise': { id: idSchema },
  /** Sets one of the part's own settings where it is used; null takes what was said back. */
  'layer.own': {
    id: idSchema,
    setting: yup.string().strict().min(1).max(100).required(),
    value: yup.string().strict().max(500).nullable().defined(),
  },
  /** Takes another revision of the same part, settings and all. */
  'layer.renew': { id: idSchema, partRevision: whole(1, 1e9) },
  'layer.remove': { id: idSchema },
  'match.follow': {
    elementId: idSchema,
    matchId: idSchema,
    links: linksSchema,
    lookAgain: dateSchema.nullable().default(null),
  },
  'handmade.set': {
    id: idSchema,
    elementId: idSchema,
    name: nameSchema,
    supplies: suppliesSchema,
    files: filesSchema,
    recipe: recipeSchema,
  },
  'handmade.remove': { id: idSchema },
  'finding.accept': {
    id: idSchema,
    finding: yup.string().strict().min(1).max(500).required(),
    facts: yup.string().strict().max(4000).defined(),
    reason: noteSchema,
    at: timeSchema,
  },
  'finding.reopen': { id: idSchema },
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
  'trial.set': {
    id: idSchema,
    partId: idSchema,
    partRevision: whole(1, 1e9),
    family: yup.string().strict().min(1).max(64).required(),
    hostVersion: yup.string().strict().min(1).max(40).required(),
    outcome: yup.string().oneOf(TRIAL_OUTCOMES).required(),
    why: noteSchema,
    tried: dateSchema,
  },
  'trial.remove': { id: idSchema },
  'survey.add': {
    id: idSchema,
    name: nameSchema,
    at: timeSchema,
    what: yup
      .string()
      .oneOf(['survey', 'settings'] as const)
      .required(),
    blob: shaSchema,
  },
  'survey.rename': { id: idSchema, name: nameSchema },
  'survey.remove': { id: idSchema },
  'reading.add': {
    id: idSchema,
    surveyId: nullableId,
    at: timeSchema,
    phase: yup.string().oneOf(READING_PHASES).required(),
    load: yup.string().oneOf(READING_LOADS).required(),
    memory: samplesSchema,
    processor: samplesSchema,
  },
  'reading.set': {
    id: idSchema,
    phase: yup.string().oneOf(READING_PHASES).required(),
    load: yup.string().oneOf(READING_LOADS).required(),
  },
  'reading.remove': { id: idSchema },
  'capture.add': {
    id: idSchema,
    variantId: idSchema,
    name: nameSchema,
    subject: yup.string().oneOf(SUBJECTS).required(),
    how: yup.string().oneOf(CAPTURE_HOWS).required(),
    at: timeSchema,
    ...pixelsFields,
  },
  'capture.set': {
    id: idSchema,
    name: nameSchema,
    subject: yup.string().oneOf(SUBJECTS).required(),
    at: timeSchema,
  },
  'capture.remove': { id: idSchema },
  /** What was seen of elements on one picture: each in place of what was seen of it there before. */
  'sighting.set': {
    captureId: idSchema,
    sightings: yup.array(sightingSchema).min(1).max(1000).required(),
  },
  'plan.tick': {
    id: idSchema,
    stepKey: yup.string().strict().min(1).max(500).required(),
    title: yup.string().strict().max(500).required(),
    what: yup.string().oneOf(JOURNAL_WHATS).required(),
    note: noteSchema,
    pictures: yup.array(shaSchema).max(20).required(),
    step: keptStepSchema as unknown as yup.Schema<KeptStep | null>,
    at: timeSchema,
  },
  'plan.move': {
    key: yup.string().strict().min(1).max(500).required(),
    /** The step it comes after, or the beginning of a sitting. */
    after: yup.string().strict().min(1).max(500).required(),
  },
  'plan.unmove': {},
} satisfies Record<string, yup.ObjectShape>;

type Schemas = typeof schemas;
export type CommandType = keyof Schemas;
export const COMMAND_TYPES = Object.keys(schemas) as readonly CommandType[];

/** One thing to do: its type and its fields. */
export type SingleCommand = {
  [T in CommandType]: { readonly type: T } & yup.InferType<
    yup.ObjectSchema<yup.TypeFromShape<Schemas[T], yup.AnyObject>>
  >;
}[CommandType];

/** Several things done as one: all or none, and taken back together. */
export interface ManyCommands {
  readonly type: 'many';
  readonly label: string;
  readonly commands: readonly SingleCommand[];
}

export type Command = SingleCommand | ManyCommands;
export type CommandOf<T extends CommandType> = Extract<SingleCommand, { readonly type: T }>;

/** So many at once: more is no act of a person. */
export const MOST_COMMANDS = 1000;
const manyShape = yup
  .object({
    type: yup.string().oneOf(['many']).required(),
    label: nameSchema,
    commands: yup.array().required(),
  })
  .noUnknown('A field is not known here: ${unknown}.');

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
  return type === 'many' ? checkMany(raw) : checkSingle(raw, type);
}

function checkSingle(raw: unknown, type: unknown): Checked {
  const schema = typeof type === 'string' ? compiled.get(type) : undefined;
  if (!schema) return { ok: false, problems: ['This command is not known.'] };
  try {
    return {
      ok: true,
      command: schema.validateSync(raw, { abortEarly: false, stripUnknown: false }) as SingleCommand,
    };
  } catch (error) {
    if (error instanceof yup.ValidationError) return { ok: false, problems: error.errors };
    throw error;
  }
}

function checkMany(raw: unknown): Checked {
  try {
    const { label, commands } = manyShape.validateSync(raw, { abortEarly: false });
    if (commands.length > MOST_COMMANDS)
      return { ok: false, problems: [`At most ${MOST_COMMANDS} things are done at once.`] };
    const checked: SingleCommand[] = [];
    for (const one of commands as unknown[]) {
      const answer = checkSingle(one, (one as { type?: unknown } | null)?.type);
      if (!answer.ok) return answer;
      checked.push(answer.command as SingleCommand);
    }
    return { ok: true, command: { type: 'many', label, commands: checked } };
  } catch (error) {
    if (error instanceof yup.ValidationError) return { ok: false, problems: error.errors };
    throw error;
  }
}
