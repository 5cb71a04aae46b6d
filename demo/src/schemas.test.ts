import { Ajv2020 } from 'ajv/dist/2020.js';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { ROW_FILES } from '@spare-coat/core/proving/bundle/format';
import { readBundle } from '@spare-coat/core/proving/bundle/readBundle';
import { coatBundle } from '@spare-coat/core/proving/bundle/writeBundle';
import { readProfile } from '@spare-coat/core/model/host/profile';
import { evaluateCoat } from '@spare-coat/core/deciding/matching/evaluate';
import { indexOffers } from '@spare-coat/core/deciding/matching/rank';
import { readPart } from '@spare-coat/core/model/parts/part';
import { derivePlan } from '@spare-coat/core/doing/plan/derive';
import { randomCoat } from '@spare-coat/core/testing/randomCoat';
import { PUBLISHED } from '@spare-coat/core/proving/wire/published';
import { PARTS } from './catalogue.js';
import { PROFILES } from './profiles.js';
import { cases } from '@spare-coat/core/testing/properties';

const schema = (name: string): object => PUBLISHED[name] ?? {};
const plain = <T>(value: T): T => JSON.parse(JSON.stringify(value)) as T;

/** What the page and the server say. */
function accepts(read: (raw: unknown) => unknown, raw: unknown): boolean {
  try {
    read(raw);
    return true;
  } catch {
    return false;
  }
}

/** Values that no field of a document takes. */
const WRONG = [null, -1.5, 'x'.repeat(5000), [], [[1]], { odd: 1 }, true] as const;

/** A document with the value at one path changed or taken out. The path goes two steps deep at most. */
function changed(document: object, path: readonly (string | number)[], value: unknown): unknown {
  const copy = plain(document) as Record<string, unknown>;
  let at = copy as Record<string | number, unknown>;
  for (const step of path.slice(0, -1)) at = at[step] as Record<string | number, unknown>;
  if (value === undefined) delete at[path.at(-1)!];
  else at[path.at(-1)!] = value;
  return copy;
}

const documents = [
  ['host-profile', readProfile, PROFILES],
  ['part', readPart, PARTS],
] as const;

describe.each(documents)('the published schema of a %s', (name, read, all) => {
  const validate = new Ajv2020({ allErrors: true, strict: false }).compile(schema(name));
  it('takes everything that ships', () => {
    for (const document of all) {
      expect(validate(plain(document)), `${document.name}: ${JSON.stringify(validate.errors)}`).toBe(true);
      expect(accepts(read, plain(document))).toBe(true);
    }
  });
  it('takes no field away that the application needs, and no field more than it knows', () => {
    const [document] = all;
    for (const key of Object.keys(document!)) {
      const without = changed(document!, [key], undefined);
      expect([key, validate(without)]).toEqual([key, accepts(read, without)]);
    }
    const more = changed(document!, ['odd'], 1);
    expect([validate(more), accepts(read, more)]).toEqual([false, false]);
  });
  it('never refuses what the application takes, whatever is changed', () => {
    const one = fc.constantFrom(...all).chain((document) => {
      const keys = Object.keys(document);
      return fc.record({
        document: fc.constant(document as object),
        key: fc.constantFrom(...keys),
        value: fc.constantFrom(...WRONG),
      });
    });
    fc.assert(
      fc.property(one, ({ document, key, value }) => {
        const raw = changed(document, [key], value);
        if (accepts(read, plain(raw))) expect([key, value, validate(raw)]).toEqual([key, value, true]);
      }),
    );
  });
  it('refuses values of another type where the application does', () => {
    const [document] = all;
    for (const key of Object.keys(document!))
      for (const value of [5, 'text', null, [5], { a: 5 }]) {
        const raw = changed(document!, [key], value);
        // What only the application knows (kinds, traits, licences) it alone may refuse.
        if (!validate(raw)) expect([key, value, accepts(read, plain(raw))]).toEqual([key, value, false]);
      }
  });
});

describe('the published schema of a bundle', () => {
  const validate = new Ajv2020({ allErrors: true, strict: false }).compile(schema('bundle'));
  const manifest = {
    format: 'spare-coat-bundle',
    version: 2,
    what: 'coat',
    title: 'T',
    made: '2026-11-25',
    files: [],
  } as const;
  const documentsOf = (seed: number) => {
    const { ctx } = randomCoat(seed);
    const coat = evaluateCoat(ctx, indexOffers(ctx));
    const { documents } = coatBundle(ctx, coat, derivePlan(ctx, coat), { own: true, host: true });
    return plain<unknown>({ 'manifest.json': manifest, ...documents }) as Record<
      string,
      Record<string, unknown[]>
    >;
  };
  it('takes every bundle that is written', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 1e6 }), (seed) => {
        expect(validate(documentsOf(seed)), JSON.stringify(validate.errors?.slice(0, 3))).toBe(true);
      }),
      { numRuns: cases(40) },
    );
  });
  it('refuses fields that are missing or of another type, as the application does', () => {
    const documents = documentsOf(7);
    for (const [file, entities] of Object.entries(ROW_FILES))
      for (const entity of entities) {
        const row = documents[file]![entity]?.[0];
        if (!row) continue;
        for (const field of Object.keys(row))
          for (const value of [undefined, { odd: 1 }] as const) {
            const spoilt = plain(documents);
            const [first] = spoilt[file]![entity] as Record<string, unknown>[];
            if (value === undefined) delete first![field];
            else first![field] = value;
            // What the schema refuses, the application refuses; it looks closer at values that the schema leaves open.
            if (!validate(spoilt))
              expect(
                accepts(() => readBundle(manifest, spoilt), null),
                `${entity}.${field}`,
              ).toBe(false);
          }
      }
    expect(validate({ ...documents, 'manifest.json': { ...manifest, format: 'other' } })).toBe(false);
  });
});
