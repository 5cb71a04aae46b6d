import { Ajv2020 } from 'ajv/dist/2020.js';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import * as yup from 'yup';
import { jsonSchemaOf } from '../../ground/shape/jsonSchema.js';
import { BEYOND, carriedBy, readFilled } from '../../ground/shape/shape.js';
import { ENTITIES, ENTITY_BOOK } from '../../model/coat/rows.js';
import { TRAVELLING } from '../../model/coat/rowSchemas.js';
import { deedSchema } from '../../model/deeds/deedSchema.js';
import { profileSchema } from '../../model/host/profile.js';
import { partSchema } from '../../model/parts/part.js';
import { fromJsonSchema, spoilt } from '../../testing/fromJsonSchema.js';
import { cases } from '../../testing/properties.js';
import { BUNDLE_VERSION } from '../bundle/format.js';
import { PUBLISHED } from './published.js';

/** Names of the checks that JSON Schema has no words for. */
const beyond = new Set<string>();
(function look(schema: unknown): void {
  if (!yup.isSchema(schema)) return;
  const one = schema as yup.AnySchema;
  const { checks = {}, container } = carriedBy(one);
  for (const [name, json] of Object.entries(checks)) if (json === BEYOND) beyond.add(name);
  if (container?.of === 'record') look(container.value);
  if (container?.of === 'union') container.branches.forEach(look);
  if (one instanceof yup.ObjectSchema) Object.values(one.fields as object).forEach(look);
  if (one instanceof yup.ArraySchema) look(one.innerType);
})(
  yup.object({
    partSchema,
    profileSchema,
    ...Object.fromEntries(ENTITIES.map((e) => [e, ENTITY_BOOK[e].schema])),
  }),
);

/** Why Yup refuses something: the names of the checks that did not hold; none where it takes it. */
function refusals(schema: yup.AnySchema, raw: unknown): string[] {
  try {
    readFilled(schema, raw);
    return [];
  } catch (error) {
    const all = (e: yup.ValidationError): string[] =>
      e.inner.length > 0 ? e.inner.flatMap(all) : [e.type ?? ''];
    return all(error as yup.ValidationError);
  }
}

const judged = [
  ...Object.entries(TRAVELLING).map(([name, { schema }]) => [`a ${name} row`, schema] as const),
  ['a journal row', ENTITY_BOOK.journal.schema],
  ['a deed', deedSchema],
  ['a part', partSchema],
  ['a host profile', profileSchema],
] as const satisfies readonly (readonly [string, yup.AnySchema])[];

describe.each(judged)('%s', (_name, schema) => {
  const json = jsonSchemaOf(schema);
  const validate = new Ajv2020({ allErrors: true, strict: false }).compile(json);
  const plain = (raw: unknown): unknown => (raw === undefined ? null : JSON.parse(JSON.stringify(raw)));
  /** Both take it, or both refuse it; what Yup alone refuses it refuses by a check that JSON Schema cannot say. */
  const judge = (raw: unknown) => {
    const right = validate(raw);
    const why = refusals(schema, raw);
    if (right)
      expect(
        why.filter((name) => !beyond.has(name)),
        JSON.stringify(raw),
      ).toEqual([]);
    else
      expect(why, `${JSON.stringify(raw)}\n${JSON.stringify(validate.errors?.slice(0, 2))}`).not.toEqual([]);
    return right;
  };

  it('is judged alike by Yup and by JSON Schema where it is right', () => {
    let taken = 0;
    fc.assert(
      fc.property(fromJsonSchema(json).map(plain), (raw) => {
        if (judge(raw)) taken++;
      }),
      { numRuns: cases(100) },
    );
    // Else nothing would have been compared.
    expect(taken).toBeGreaterThan(10);
  });
  it('is judged alike where something in it is not', () => {
    let refused = 0;
    fc.assert(
      fc.property(spoilt(fromJsonSchema(json)).map(plain), (raw) => {
        if (!judge(raw)) refused++;
      }),
      { numRuns: cases(200) },
    );
    expect(refused).toBeGreaterThan(40);
  });
});

describe('what is published', () => {
  it('says the version of the bundles that are written', () => {
    expect(PUBLISHED['bundle']).toMatchObject({ $id: `urn:spare-coat:bundle:${BUNDLE_VERSION}` });
  });
  it('leaves open only what lies between several fields, or in the tables of the application', () => {
    expect([...beyond].sort()).toEqual([
      'defaults',
      'flavours',
      'initial',
      'items',
      'kind',
      'range',
      'supplies',
      'syntaxes',
    ]);
  });
  it('ties rows to sorts of rows that there are', () => {
    for (const entity of ENTITIES)
      for (const [field, target] of Object.entries(ENTITY_BOOK[entity].ties)) {
        expect(ENTITIES).toContain(target);
        expect(Object.keys(ENTITY_BOOK[entity].fields)).toContain(field);
      }
  });
  it('refuses the proportion to a neighbour that is not named, in a row as in a command', () => {
    const carry = ENTITY_BOOK.element.fields.carry;
    expect(carry.isValidSync({ policy: 'same proportion' })).toBe(false);
    expect(carry.isValidSync({ policy: 'same pixels' })).toBe(true);
    expect(carry.isValidSync(null)).toBe(true);
  });
});
