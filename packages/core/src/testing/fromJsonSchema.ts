import fc from 'fast-check';
import type { JsonSchema } from '../ground/shape/shape.js';

/** Texts for patterns that a generator of strings cannot follow: of each some that fit, and some that do not. */
const TEXTS = [
  '',
  'a',
  'Rail',
  ' blank',
  '~/.local/share/themes/Rail',
  '/usr/share/themes',
  'themes/Rail',
  '../up',
  'a/./b',
  'a//b',
  '~/a/../b',
  '-dash',
  'rail-theme',
  '2026-11-29',
  '2026-02-30',
  '2000-02-29',
  '1900-02-29',
  'https://example.org/rail.zip',
  'file:///etc/passwd',
  'GIT://example.org/rail',
  'ext::sh',
  'two\nlines',
  'tab\there',
  '\u0007',
  'HH:mm',
  'yyyy',
  'A'.repeat(5464),
  `${'A'.repeat(5463)}=`,
];

type Any = fc.Arbitrary<unknown>;

/**
 * Values that a JSON Schema lets through, most of them: what two rules ask together may be missed. A field that need not be
 * there is there half of the time.
 */
export function fromJsonSchema(root: JsonSchema): Any {
  const defs = (root['$defs'] ?? {}) as Readonly<Record<string, JsonSchema>>;
  const memo = new Map<string, Any>();
  const of = (schema: JsonSchema): Any => {
    const ref = schema['$ref'] as string | undefined;
    if (ref !== undefined) {
      const name = ref.slice('#/$defs/'.length);
      const known = memo.get(name) ?? of(defs[name] ?? {});
      memo.set(name, known);
      return known;
    }
    if ('const' in schema) return fc.constant(schema['const']);
    if ('enum' in schema) return fc.constantFrom(...(schema['enum'] as unknown[]));
    if ('anyOf' in schema) return fc.oneof(...(schema['anyOf'] as JsonSchema[]).map(of));
    const types = [schema['type']].flat() as (string | undefined)[];
    return fc.oneof(...types.map((type) => typed(type, schema)));
  };
  const typed = (type: string | undefined, s: JsonSchema): Any => {
    const at = (key: string, otherwise: number) => (s[key] as number | undefined) ?? otherwise;
    switch (type) {
      case 'null':
        return fc.constant(null);
      case 'boolean':
        return fc.boolean();
      case 'integer':
        return fc.integer({ min: at('minimum', -1e6), max: Math.min(at('maximum', 1e6), 2 ** 31 - 1) });
      case 'number':
        return fc
          .double({ min: at('minimum', at('exclusiveMinimum', -1e6)), max: at('maximum', 1e6), noNaN: true })
          .filter((n) => n !== s['exclusiveMinimum'])
          .map((n) => (Object.is(n, -0) ? 0 : n));
      case 'string':
        return textOf(s, at('minLength', 0), Math.min(at('maxLength', 30), 30));
      case 'array':
        return fc.array(of((s['items'] ?? {}) as JsonSchema), {
          minLength: at('minItems', 0),
          maxLength: Math.max(at('minItems', 0), Math.min(at('maxItems', 3), 3)),
        });
      case 'object': {
        const fields = (s['properties'] ?? {}) as Readonly<Record<string, JsonSchema>>;
        const required = (s['required'] ?? []) as string[];
        const more = s['additionalProperties'];
        const own = fc.record(Object.fromEntries(Object.entries(fields).map(([k, v]) => [k, of(v)])), {
          requiredKeys: required,
        }) as fc.Arbitrary<Record<string, unknown>>;
        if (typeof more !== 'object' || more === null) return own;
        return fc.dictionary(fc.constantFrom('all', 'one', 'start', 'two', 'three'), of(more as JsonSchema), {
          minKeys: at('minProperties', 0),
          maxKeys: 3,
        });
      }
      default:
        return fc.constantFrom<unknown>('text', 3, true);
    }
  };
  const textOf = (s: JsonSchema, min: number, max: number): Any => {
    const patterns = [s, ...((s['allOf'] ?? []) as JsonSchema[])]
      .map((rule) => rule['pattern'])
      .filter((p): p is string => typeof p === 'string');
    const right = (text: string) =>
      text.length >= min && patterns.every((p) => new RegExp(p, 'u').test(text));
    const [only] = patterns;
    if (patterns.length === 1 && only !== undefined && !/\(\?|\\\d/.test(only))
      return fc.stringMatching(new RegExp(only)).filter(right);
    const known = TEXTS.filter(right);
    if (patterns.length > 0 && known.length > 0) return fc.constantFrom(...known);
    return fc.string({ minLength: min, maxLength: Math.max(min, max) }).filter(right);
  };
  return of(root);
}

/** What takes the place of a value somewhere inside another. */
const WRONG: readonly unknown[] = [
  null,
  undefined,
  '',
  'x',
  'x'.repeat(5000),
  ...TEXTS,
  -1,
  0,
  0.5,
  1e9,
  -1e13,
  true,
  [],
  [[1]],
  {},
  { odd: 1 },
  { a: '#aabbcc' },
];

/** A value with something inside it taken out, put in, or made into something else, one to three times. */
export function spoilt(values: Any): Any {
  const change = fc.record({
    way: fc.array(fc.nat(), { minLength: 1, maxLength: 6 }),
    put: fc.constantFrom(...WRONG),
    key: fc.constantFrom(null, 'odd', 'neighbour'),
  });
  return fc.tuple(values, fc.array(change, { minLength: 1, maxLength: 3 })).map(([value, changes]) => {
    let now = structuredClone(value);
    for (const { way, put, key } of changes) now = changed(now, way, put, key);
    return now;
  });
}

function changed(
  value: unknown,
  [first, ...rest]: readonly number[],
  put: unknown,
  key: string | null,
): unknown {
  if (first === undefined || typeof value !== 'object' || value === null) return put;
  const keys = Object.keys(value);
  const at = keys[first % Math.max(1, keys.length)] ?? key;
  if (at === null) return put;
  const copy = (Array.isArray(value) ? [...(value as unknown[])] : { ...value }) as Record<string, unknown>;
  if (rest.length > 0) copy[at] = changed(copy[at], rest, put, key);
  else if (key !== null) copy[key] = put;
  else if (put === undefined && !Array.isArray(copy)) delete copy[at];
  else copy[at] = put;
  return copy;
}
