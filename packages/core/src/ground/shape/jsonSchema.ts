import * as yup from 'yup';
import { BEYOND, carriedBy, isRecord, type JsonSchema } from './shape.js';

/** What JSON Schema a check of Yup's own comes to, by its name. */
const KNOWN: Readonly<Record<string, Readonly<Record<string, (params: Params) => JsonSchema | null>>>> = {
  string: {
    min: ({ min }) => ({ minLength: min }),
    max: ({ max }) => ({ maxLength: max }),
    length: ({ length }) => ({ minLength: length, maxLength: length }),
    matches: ({ regex }) => ({ pattern: patternOf(regex as RegExp) }),
    required: () => ({ minLength: 1 }),
  },
  number: {
    min: ({ min, more }) => (more === undefined ? { minimum: min } : { exclusiveMinimum: more }),
    max: ({ max, less }) => (less === undefined ? { maximum: max } : { exclusiveMaximum: less }),
    integer: () => ({ type: 'integer' }),
  },
  array: {
    min: ({ min }) => ({ minItems: min }),
    max: ({ max }) => ({ maxItems: max }),
    length: ({ length }) => ({ minItems: length, maxItems: length }),
  },
  object: { noUnknown: () => null },
  // What is inside is told by the container that they carry.
  mixed: { record: () => null, union: () => null },
  boolean: { 'is-value': ({ value }) => ({ const: value === 'true' }) },
};
type Params = Readonly<Record<string, unknown>>;

const TYPES = new Set(['string', 'number', 'boolean', 'array', 'object']);

/** A pattern as JSON Schema takes it: by the rules of ECMA-262, without flags, of which only `u` changes nothing. */
function patternOf(regex: RegExp): string {
  if (regex.flags !== '' && regex.flags !== 'u')
    throw new Error(`The pattern ${String(regex)} has flags, which JSON Schema does not know.`);
  return regex.source;
}

/**
 * The JSON Schema (draft 2020-12) of a schema, with what stands under a name in `$defs`.
 *
 * @throws Error at a `lazy`, at a reference, and at a check that does not say what it is in JSON Schema: what is published
 *   would be something else than what is checked
 */
export function jsonSchemaOf(schema: yup.AnySchema, head: JsonSchema = {}): JsonSchema {
  const defs = new Map<string, JsonSchema>();
  const body = walk(schema, '', defs);
  return {
    $schema: 'https://json-schema.org/draft/2020-12/schema',
    ...head,
    ...(defs.size > 0 ? { $defs: Object.fromEntries(defs) } : {}),
    ...body,
  };
}

function walk(schema: unknown, path: string, defs: Map<string, JsonSchema>): JsonSchema {
  const fault = (what: string) => new Error(`${path || 'The schema'}: ${what}`);
  if (!yup.isSchema(schema)) throw fault('it is a reference, and no schema.');
  const one = schema as yup.AnySchema;
  if (one.type === 'lazy') throw fault('a lazy schema cannot be published.');
  const { name } = carriedBy(one);
  if (name === undefined) return bare(one, path, defs);
  if (!defs.has(name)) {
    // Its place is taken before it is walked through, so that what holds itself ends.
    defs.set(name, {});
    defs.set(name, bare(one.nonNullable() as yup.AnySchema, path, defs));
  }
  const ref = { $ref: `#/$defs/${name.replace(/ /g, '-')}` };
  if (name.includes(' ')) throw fault(`the name “${name}” has a blank.`);
  return one.spec.nullable ? { anyOf: [ref, { type: 'null' }] } : ref;
}

/** A schema without its name. */
function bare(schema: yup.AnySchema, path: string, defs: Map<string, JsonSchema>): JsonSchema {
  const told = schema.describe();
  const own: JsonSchema = { ...typed(schema, path, defs), ...choices(told) };
  const more: JsonSchema[] = [];
  for (const { name, params } of told.tests) {
    const rule = ruleOf(schema, name ?? '', (params ?? {}) as Params, path);
    if (rule) more.push(rule);
  }
  const all = joined(own, more);
  return told.nullable ? orNull(all) : all;
}

function ruleOf(schema: yup.AnySchema, name: string, params: Params, path: string): JsonSchema | null {
  const ours = carriedBy(schema).checks?.[name];
  if (ours !== undefined) return ours === BEYOND ? null : ours;
  const known = KNOWN[schema.type]?.[name];
  if (!known) throw new Error(`${path || 'The schema'}: the check “${name}” says nothing in JSON Schema.`);
  return known(params);
}

/** The type, and what is inside. */
function typed(schema: yup.AnySchema, path: string, defs: Map<string, JsonSchema>): JsonSchema {
  const { container } = carriedBy(schema);
  if (container?.of === 'plain') return container.json;
  if (container?.of === 'record')
    return {
      type: 'object',
      ...(container.least > 0 ? { minProperties: container.least } : {}),
      maxProperties: container.most,
      additionalProperties: walk(container.value, `${path}.*`, defs),
    };
  if (container?.of === 'union')
    return { anyOf: container.branches.map((branch, i) => walk(branch, `${path}(${i})`, defs)) };
  if (schema instanceof yup.ObjectSchema) return fieldsOf(schema as yup.ObjectSchema<object>, path, defs);
  if (schema instanceof yup.ArraySchema) {
    const inner: unknown = schema.innerType;
    return { type: 'array', ...(inner === undefined ? {} : { items: walk(inner, `${path}[]`, defs) }) };
  }
  if (!TYPES.has(schema.type))
    throw new Error(`${path || 'The schema'}: a ${schema.type} schema says nothing in JSON Schema.`);
  return { type: schema.type };
}

function fieldsOf(schema: yup.ObjectSchema<object>, path: string, defs: Map<string, JsonSchema>): JsonSchema {
  const fields = Object.entries(schema.fields as Readonly<Record<string, unknown>>);
  const required = fields.filter(([, field]) => yup.isSchema(field) && isNeeded(field as yup.AnySchema));
  return {
    type: 'object',
    properties: Object.fromEntries(
      fields.map(([key, field]) => [key, walk(field, path === '' ? key : `${path}.${key}`, defs)]),
    ),
    ...(required.length > 0 ? { required: required.map(([key]) => key) } : {}),
    ...(schema.spec.noUnknown === true ? { additionalProperties: false } : {}),
  };
}

/** Whether it has to be there: a missing one with a default is filled in. */
function isNeeded({ spec }: yup.AnySchema): boolean {
  return !spec.optional && spec.default === undefined;
}

/** The values that it is one of. */
function choices({ oneOf, nullable }: yup.SchemaDescription): JsonSchema {
  if (oneOf.length === 0) return {};
  return { enum: nullable ? oneOf.filter((v) => v !== null) : oneOf };
}

function orNull(schema: JsonSchema): JsonSchema {
  const { type, ...rest } = schema;
  // A list of types goes with every keyword that asks for one type; `enum` and unions do not.
  const isPlain = typeof type === 'string' && !('enum' in rest) && !('allOf' in rest);
  return isPlain ? { type: [type, 'null'], ...rest } : { anyOf: [schema, { type: 'null' }] };
}

/** Rules laid together: what two of them say of the same keyword stands in `allOf`. */
function joined(own: JsonSchema, more: readonly JsonSchema[]): JsonSchema {
  const all: Record<string, unknown> = { ...own };
  const apart: JsonSchema[] = [];
  for (const rule of more)
    if (Object.entries(rule).some(([key, v]) => key in all && key !== 'type' && !same(all[key], v)))
      apart.push(rule);
    else Object.assign(all, rule);
  return apart.length === 0 ? all : { ...all, allOf: apart };
}

function same(a: unknown, b: unknown): boolean {
  return JSON.stringify(a) === JSON.stringify(b) && !isRecord(a);
}
