import * as yup from 'yup';
import './sentences.js';

/**
 * Constructors of Yup schemas that carry everything a shape is asked for: its check with our sentences, its type (`Of`), and
 * what says the same in JSON Schema (`jsonSchema.ts`). Nothing is turned into something else on the way: a text of digits is
 * no number, a text of JSON no list. Defaults are filled in unless a schema is asked to be strict.
 */

/** JSON Schema, draft 2020-12, as plain data. */
export type JsonSchema = Readonly<Record<string, unknown>>;

/** What a schema lets through, with nothing in it that could be changed. */
export type Of<S extends yup.AnySchema> = Frozen<yup.InferType<S>>;
export type Frozen<T> = T extends readonly (infer One)[]
  ? readonly Frozen<One>[]
  : T extends object
    ? { readonly [K in keyof T]: Frozen<T[K]> }
    : T;

/** Of a check that JSON Schema has no words for: what it publishes leaves it open. */
export const BEYOND = 'beyond JSON Schema';

/** What a container is made of, for whoever walks through a schema. */
export type Container =
  | { readonly of: 'record'; readonly value: yup.AnySchema; readonly least: number; readonly most: number }
  | { readonly of: 'union'; readonly branches: readonly yup.AnySchema[] }
  | { readonly of: 'plain'; readonly json: JsonSchema };

/** What a schema carries beside what Yup knows of it. */
export interface Carried {
  /** By the name of a check of ours: what says the same in JSON Schema, or that nothing does. */
  readonly checks?: Readonly<Record<string, JsonSchema | typeof BEYOND>>;
  readonly container?: Container;
  /** Where it stands several times in what is published, it stands once under this name. */
  readonly name?: string;
}

/** What a schema carries beside what Yup knows of it; nothing of one that was not made here. */
export function carriedBy(schema: yup.AnySchema): Carried {
  return (schema.meta() ?? {}) as Carried;
}

/** The same schema without any turning of one type into another. */
export function untouched<S extends Pick<yup.AnySchema, 'transforms'>>(schema: S): S {
  schema.transforms = [];
  return schema;
}

/** A sentence about “it”, with the place of what it is about where that is known. */
const about =
  (sentence: string) =>
  ({ path }: { readonly path?: string }): string =>
    path !== undefined && path !== '' && path !== 'this' && sentence.startsWith('It ')
      ? `${path} ${sentence.slice(3)}`
      : sentence;

/** A text of 1 (or `least`) to so many characters. */
export function text(most: number, least = 1): yup.StringSchema<string> {
  const schema = untouched(yup.string()).max(most);
  return (least > 0 ? schema.min(least) : schema).defined();
}

/** A text of a pattern, refused by this sentence. */
export function pattern(regex: RegExp, sentence: string): yup.StringSchema<string> {
  return untouched(yup.string()).defined(sentence).matches(regex, sentence);
}

/** A finite number within bounds; a sentence of its own is said whatever is wrong with it. */
export function number(least: number, most: number, sentence?: string): yup.NumberSchema<number> {
  const schema = untouched(yup.number());
  return sentence === undefined
    ? schema.defined().min(least).max(most)
    : schema.typeError(sentence).defined(sentence).min(least, sentence).max(most, sentence);
}

/** A whole number within bounds; a sentence of its own is said whatever is wrong with it. */
export function whole(least: number, most: number, sentence?: string): yup.NumberSchema<number> {
  return number(least, most, sentence).integer(sentence);
}

/** Yes or no, and no text or number that stands for it. */
export function flag(): yup.BooleanSchema<boolean> {
  return untouched(yup.boolean()).defined();
}

/** One of these texts, refused by this sentence or by one that lists them. */
export function oneOf<const T extends string>(values: readonly T[], sentence?: string): yup.StringSchema<T> {
  const schema = untouched(yup.string()).defined();
  return sentence === undefined ? schema.oneOf(values) : schema.oneOf(values, sentence).defined();
}

/** One of these texts, or null: nothing was said. Missing, it is null too. */
export function oneOfOrNull<const T extends string>(values: readonly T[]) {
  return oneOf(values).nullable().default(null);
}

/** A text, a number, yes or no. */
export function scalar(longest = 1000): yup.MixedSchema<string | number | boolean> {
  return plain(
    (v): v is string | number | boolean =>
      typeof v === 'boolean' || Number.isFinite(v) || (typeof v === 'string' && v.length <= longest),
    'It is a text, a number, yes or no.',
    { type: ['string', 'number', 'boolean'], maxLength: longest },
  );
}

/** Anything that a guard takes, with what says the same in JSON Schema. */
export function plain<T extends object | string | number | boolean>(
  isRight: (value: unknown) => value is T,
  sentence: string,
  json: JsonSchema,
): yup.MixedSchema<T> {
  return yup
    .mixed<T>(isRight)
    .typeError(about(sentence))
    .defined(about(sentence))
    .meta({ container: { of: 'plain', json } satisfies Container });
}

/** How long a list may be, and what is said of one that is not. */
export interface Bounds {
  readonly least?: number;
  readonly most?: number;
  readonly sentence?: string;
}

/** A list of things of one schema. */
export function list<S extends yup.AnySchema>(of: S, { least, most, sentence }: Bounds = {}) {
  const bare = untouched(yup.array(of as yup.ISchema<yup.InferType<S>>));
  let schema = sentence === undefined ? bare.defined() : bare.typeError(sentence).defined(sentence);
  if (least !== undefined) schema = schema.min(least, sentence);
  if (most !== undefined) schema = schema.max(most, sentence);
  return schema;
}

/** An object of these fields and no others. */
export function shape<const F extends yup.ObjectShape>(
  fields: F,
  sentence = 'There is no field ${unknown}.',
) {
  return untouched(yup.object(fields).noUnknown(sentence).default(undefined)).required();
}

/** An object of these fields; others are let through. */
export function openShape<const F extends yup.ObjectShape>(fields: F) {
  return untouched(yup.object(fields).default(undefined)).required();
}

/** An object of any keys, whose values all keep to one schema. */
export function record<S extends yup.AnySchema>(
  value: S,
  { least = 0, most = 10_000, sentence = 'It is no record of values by name.' }: Bounds = {},
): yup.MixedSchema<Record<string, yup.InferType<S>>> {
  type All = Record<string, yup.InferType<S>>;
  return yup
    .mixed<All>(isRecord as (v: unknown) => v is All)
    .typeError(about(sentence))
    .defined(about(sentence))
    .transform((raw: unknown) =>
      isRecord(raw)
        ? Object.fromEntries(
            Object.entries(raw).map(([key, one]): [string, unknown] => [
              key,
              value.cast(one, FILLED) as unknown,
            ]),
          )
        : raw,
    )
    .test({
      name: 'record',
      skipAbsent: true,
      test(all) {
        const keys = Object.keys(all);
        if (keys.length < least || keys.length > most)
          return this.createError({ message: about(sentence)({ path: this.path }) });
        return within(
          this,
          keys.map((key) => [value, key, (all as Record<string, unknown>)[key]]),
        );
      },
    })
    .meta({ container: { of: 'record', value, least, most } satisfies Container });
}

/**
 * An object that is one of several, told apart by what one field says. Every branch has that field, as `oneOf`.
 *
 * @throws Error when a branch does not have it: that is a fault of the code
 */
export function tagged<const B extends readonly yup.AnySchema[]>(
  tag: string,
  branches: B,
  sentence?: string,
): yup.MixedSchema<yup.InferType<B[number]>> {
  const byValue = new Map<unknown, yup.AnySchema>();
  for (const branch of branches) for (const value of choicesOf(branch, tag)) byValue.set(value, branch);
  const known = [...byValue.keys()].map(String).join(', ');
  return union(
    branches,
    (value) => byValue.get(value[tag]) ?? null,
    sentence ?? `Its “${tag}” is one of ${known}.`,
  );
}

/** What a field of a schema may say. */
function choicesOf(branch: yup.AnySchema, tag: string): readonly unknown[] {
  const fields = (branch.describe() as Partial<yup.SchemaObjectDescription>).fields;
  const choices = (fields?.[tag] as Partial<yup.SchemaDescription> | undefined)?.oneOf ?? [];
  if (choices.length === 0) throw new Error(`A branch does not say its ${tag}.`);
  return choices;
}

/** An object that is one of several, told apart by which of these fields it has: the first that is there counts. */
export function byField<const B extends Readonly<Record<string, yup.AnySchema>>>(
  branches: B,
  sentence = `It says one of ${Object.keys(branches).join(', ')}.`,
): yup.MixedSchema<yup.InferType<B[keyof B]>> {
  const names = Object.keys(branches);
  return union(
    Object.values(branches) as unknown as readonly B[keyof B][],
    (value) => {
      const name = names.find((n) => value[n] !== undefined);
      return name === undefined ? null : (branches[name] ?? null);
    },
    sentence,
  );
}

/**
 * One of several schemas, by which of them lets it through: for what is no object, or not always one. `pick` says which one it
 * can only be, where that is seen at once.
 */
export function anyOf<const B extends readonly yup.AnySchema[]>(
  branches: B,
  sentence: string,
  pick?: (value: unknown) => yup.AnySchema | null,
): yup.MixedSchema<NonNullable<yup.InferType<B[number]>>> {
  type One = NonNullable<yup.InferType<B[number]>>;
  const strictly = { strict: true, disableStackTrace: true };
  const choose = pick ?? ((value) => branches.find((b) => b.isValidSync(value, strictly)) ?? null);
  return yup
    .mixed<One>((value): value is One => value !== null && value !== undefined)
    .defined(about(sentence))
    .test(inOne(choose, sentence))
    .meta({ container: { of: 'union', branches } satisfies Container });
}

/** A check that something fits the one branch that it can only be. */
function inOne(pick: (value: unknown) => yup.AnySchema | null, sentence: string): yup.TestConfig {
  return {
    name: 'union',
    skipAbsent: true,
    test(value) {
      const branch = pick(value);
      if (!branch) return this.createError({ message: about(sentence)({ path: this.path }) });
      return within(this, [[branch, null, value]]);
    },
  };
}

function union<const B extends readonly yup.AnySchema[]>(
  branches: B,
  pick: (value: Readonly<Record<string, unknown>>) => yup.AnySchema | null,
  sentence: string,
): yup.MixedSchema<yup.InferType<B[number]>> {
  type One = yup.InferType<B[number]>;
  return yup
    .mixed<One & NonNullable<unknown>>(isRecord as (v: unknown) => v is One & NonNullable<unknown>)
    .typeError(about(sentence))
    .defined(about(sentence))
    .transform((raw: unknown) => {
      const branch = isRecord(raw) ? pick(raw) : null;
      return branch ? (branch.cast(raw, FILLED) as unknown) : raw;
    })
    .test(inOne((value) => pick(value as Readonly<Record<string, unknown>>), sentence))
    .meta({ container: { of: 'union', branches } satisfies Container });
}

/** Filling in what has a default takes nothing out: a field that is not known is for the check to refuse. */
const FILLED = { assert: false, stripUnknown: false };

/** What is wrong with things inside another, each told with its path. */
function within(
  context: yup.TestContext,
  things: readonly (readonly [schema: yup.AnySchema, key: string | null, value: unknown])[],
): true | yup.ValidationError {
  const problems: yup.ValidationError[] = [];
  for (const [schema, key, value] of things)
    try {
      const path = [context.path, key].filter((p) => p !== null && p !== '').join('.');
      const options = { abortEarly: context.options.abortEarly ?? true, strict: true, path };
      schema.validateSync(value, options);
    } catch (error) {
      if (!(error instanceof yup.ValidationError)) throw error;
      problems.push(error);
      if (context.options.abortEarly !== false) break;
    }
  return problems.length === 0 ? true : new yup.ValidationError(problems);
}

/**
 * A schema held to a further rule. `problem` says in a sentence what is wrong with a value that has the right type, or null;
 * `json` says the same in JSON Schema, or that nothing does (`BEYOND`).
 */
export function held<S extends yup.AnySchema>(
  schema: S,
  name: string,
  problem: (value: NonNullable<yup.InferType<S>>) => string | null,
  json: JsonSchema | typeof BEYOND,
): S {
  const { checks } = carriedBy(schema);
  return schema
    .test({
      name,
      skipAbsent: true,
      test(value) {
        let why: string | null;
        try {
          why = problem(value as NonNullable<yup.InferType<S>>);
        } catch (error) {
          // What is inside is not what it should be: its own schema tells so. Anything else is a fault of the rule.
          if (schema.isValidSync(value, { strict: true })) throw error;
          why = null;
        }
        return why === null || this.createError({ message: why });
      },
    })
    .meta({ checks: { ...checks, [name]: json } });
}

/** A schema that stands once under a name in what is published, wherever it is used. */
export function named<S extends yup.AnySchema>(name: string, schema: S): S {
  return schema.meta({ name });
}

/**
 * Reads something as it came: nothing is filled in or left out.
 *
 * @throws yup.ValidationError with a sentence for every problem
 */
export function read<S extends yup.AnySchema>(schema: S, raw: unknown): Of<S> {
  return schema.validateSync(raw, { abortEarly: false, strict: true }) as Of<S>;
}

/**
 * Reads something as it came, with defaults filled in.
 *
 * @throws yup.ValidationError with a sentence for every problem
 */
export function readFilled<S extends yup.AnySchema>(schema: S, raw: unknown): Of<S> {
  // Yup would take fields out that are not known, and say nothing.
  return schema.validateSync(raw, { abortEarly: false, stripUnknown: false }) as Of<S>;
}

/** Whether something is an object of names and values. */
export function isRecord(value: unknown): value is Record<string, unknown> {
  return typeof value === 'object' && value !== null && !Array.isArray(value);
}
