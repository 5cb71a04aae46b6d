import { SaxesParser, type SaxesTagPlain } from 'saxes';
import { readGVariant } from '../gvariant/read.js';
import { WHOLE, isType } from '../gvariant/type.js';
import { writeGVariant } from '../gvariant/write.js';
import { readKeyFile } from '../keyFile.js';
import type { Schema, SchemaKey, SchemaTakes, Schemas, TextFile } from './schema.js';

/** Longer files are not read: the longest that ship with programs have some 100 kB. Characters. */
export const LONGEST_SCHEMA_FILE = 2_000_000;
const MOST_KEYS = 50_000;
const MOST_PROBLEMS = 100;
const LONGEST_HELP = 1000;

/** A key as a file tells it, before enumerations and defaults are looked up. */
interface RawKey {
  readonly name: string;
  readonly type: string | null;
  readonly enumeration: string | null;
  readonly flags: string | null;
  first: string;
  summary: string;
  help: string;
  least: string | null;
  most: string | null;
  readonly choices: string[];
}
interface RawSchema {
  readonly id: string;
  readonly path: string | null;
  readonly extended: string | null;
  readonly keys: Map<string, RawKey>;
  /** First values that it gives to keys of the schema that it extends. */
  readonly overrides: Map<string, string>;
}
interface Raw {
  readonly schemas: RawSchema[];
  readonly words: Map<string, string[]>;
}

class NotASchema extends Error {}

/** Reads one file of schemas. @throws NotASchema with a sentence */
function readFile(text: string): Raw {
  if (text.length > LONGEST_SCHEMA_FILE) throw new NotASchema('It is longer than a file of schemas is.');
  const raw: Raw = { schemas: [], words: new Map() };
  const open: string[] = [];
  let schema: RawSchema | null = null;
  let key: RawKey | null = null;
  let words: string[] | null = null;
  let content = '';
  const parser = new SaxesParser();
  const refuse = (sentence: string): never => {
    throw new NotASchema(sentence);
  };
  parser.on('doctype', () => refuse('It declares a document type, which no file of schemas does.'));
  parser.on('error', (error) => refuse(`Its XML is broken: ${error.message}`));
  parser.on('text', (piece) => (content += piece));
  parser.on('cdata', (piece) => (content += piece));
  parser.on('opentag', ({ name, attributes: at }: SaxesTagPlain) => {
    if (open.length === 0 && name !== 'schemalist')
      refuse(`It is XML of another kind: ${name.slice(0, 40)}.`);
    open.push(name);
    content = '';
    if (name === 'schema') {
      schema = {
        id: at['id'] ?? '',
        path: at['path'] ?? null,
        extended: at['extends'] ?? null,
        keys: new Map(),
        overrides: new Map(),
      };
      if (schema.id === '') refuse('A schema has no id.');
      raw.schemas.push(schema);
    } else if (name === 'key' && schema) {
      key = {
        name: at['name'] ?? '',
        type: at['type'] ?? null,
        enumeration: at['enum'] ?? null,
        flags: at['flags'] ?? null,
        first: '',
        summary: '',
        help: '',
        least: null,
        most: null,
        choices: [],
      };
      schema.keys.set(key.name, key);
    } else if (name === 'range' && key) {
      key.least = at['min'] ?? null;
      key.most = at['max'] ?? null;
    } else if (name === 'choice' && key) key.choices.push(at['value'] ?? '');
    else if (name === 'enum' || name === 'flags') {
      words = [];
      raw.words.set(at['id'] ?? '', words);
    } else if (name === 'value' && words) words.push(at['nick'] ?? '');
    else if (name === 'override' && schema) open[open.length - 1] = `override ${at['name'] ?? ''}`;
  });
  parser.on('closetag', ({ name }) => {
    const was = open.pop() ?? '';
    if (name === 'key') key = null;
    else if (name === 'schema') schema = null;
    else if (name === 'enum' || name === 'flags') words = null;
    else if (was.startsWith('override ')) schema?.overrides.set(was.slice(9), content.trim());
    else if (key && name === 'default') key.first = content.trim();
    else if (key && name === 'summary') key.summary = plain(content);
    else if (key && name === 'description') key.help = plain(content);
  });
  parser.write(text).close();
  return raw;
}

const plain = (text: string) => text.replace(/\s+/g, ' ').trim().slice(0, LONGEST_HELP);

/** The bounds of a number by its type, cut to what a plain number holds. */
function boundsOf(type: string, least: string | null, most: string | null): SchemaTakes {
  const whole = WHOLE[type];
  const bound = (told: string | null, other: number) => {
    const said = told === null ? NaN : Number(told);
    return Number.isFinite(said) ? said : other;
  };
  const wide = 1e12;
  const [low, high] = whole
    ? [Math.max(Number(whole.least), -wide), Math.min(Number(whole.most), wide)]
    : [-wide, wide];
  return { as: 'number', least: bound(least, low), most: bound(most, high), isWhole: whole !== undefined };
}

function takesOf(key: RawKey, type: string, words: readonly string[] | null): SchemaTakes {
  if (words) return key.flags === null ? { as: 'choice', values: words } : { as: 'flags', values: words };
  if (type === 'b') return { as: 'flag' };
  if (WHOLE[type] || type === 'd') return boundsOf(type, key.least, key.most);
  if (type === 's') return key.choices.length > 0 ? { as: 'choice', values: key.choices } : { as: 'text' };
  return type === 'as' ? { as: 'texts' } : { as: 'other' };
}

/** Why a first value is none that the key takes, in a sentence, or null. */
function misfitOf(takes: SchemaTakes, text: string, type: string): string | null {
  const read = readGVariant(text, type);
  if (!read.ok) return read.sentence;
  const { value } = read;
  if (takes.as === 'choice' && value.is === 'text' && !takes.values.includes(value.value))
    return `“${value.value}” is none of its choices.`;
  if (takes.as === 'number' && (value.is === 'whole' || value.is === 'double')) {
    const number = Number(value.value);
    if (number < takes.least || number > takes.most) return `${number} lies outside of its range.`;
  }
  return null;
}

/**
 * Reads the settings schemas of a machine: every file of schemas, and vendors' overrides of their first values. What cannot be read is
 * told, and the rest is kept.
 *
 * @param files `*.gschema.xml`, and `*.enums.xml` with words that these take
 * @param vendor `*.gschema.override`, in the order of their names; later ones win
 * @param desktop for which desktops overrides count that are meant for one; as XDG_CURRENT_DESKTOP tells them
 * Source: the `gschema.dtd` and `glib-compile-schemas` of the GLib documentation
 */
export function readSchemas(
  files: readonly TextFile[],
  vendor: readonly TextFile[] = [],
  desktop: readonly string[] = [],
): Schemas {
  const problems: string[] = [];
  const tell = (what: string, sentence: string) => {
    if (problems.length < MOST_PROBLEMS) problems.push(`${what}: ${sentence}`);
  };
  const words = new Map<string, string[]>();
  const raws = new Map<string, RawSchema>();
  for (const { name, text } of files) {
    try {
      const raw = readFile(text);
      for (const [id, all] of raw.words) words.set(id, all);
      for (const schema of raw.schemas)
        if (raws.has(schema.id))
          tell(name, `The schema ${schema.id} is there already; this one is left out.`);
        else raws.set(schema.id, schema);
    } catch (problem) {
      if (!(problem instanceof NotASchema)) throw problem;
      tell(name, problem.message);
    }
  }
  const overridden = readOverrides(vendor, desktop);
  let count = 0;
  const schemas = [...raws.values()].map((raw): Schema => {
    const keys = keysOf(raw, raws, 0).flatMap(({ key, first }): SchemaKey[] => {
      if (count >= MOST_KEYS) return [];
      const what = `${raw.id} ${key.name}`;
      const list = key.enumeration ?? key.flags;
      const nicks = list === null ? null : words.get(list);
      if (nicks === undefined) {
        tell(what, `It takes the words of ${list}, which is not there.`);
        return [];
      }
      const type = list === null ? (key.type ?? '') : key.flags === null ? 's' : 'as';
      if (!isType(type) || key.name === '') {
        tell(what, `Its type ${type === '' ? 'is not told' : `“${type.slice(0, 40)}” is none`}.`);
        return [];
      }
      count++;
      const takes = takesOf(key, type, nicks);
      const told = overridden.get(raw.id)?.get(key.name) ?? first;
      const misfit = misfitOf(takes, told, type);
      if (misfit !== null) tell(what, `Its first value cannot be read: ${misfit}`);
      const read = misfit === null ? readGVariant(told, type) : null;
      return [
        {
          name: key.name,
          type,
          takes,
          first: read?.ok ? writeGVariant(read.value) : null,
          summary: key.summary,
          help: key.help,
        },
      ];
    });
    return { id: raw.id, path: raw.path ?? pathOf(raw, raws, 0), keys };
  });
  if (count >= MOST_KEYS) tell('All files', `There are more than ${MOST_KEYS} keys; the rest is left out.`);
  return { schemas, problems };
}

/** Schemas that extend each other in a circle extend nothing. */
const MOST_EXTENDED = 8;

function pathOf(raw: RawSchema, all: ReadonlyMap<string, RawSchema>, depth: number): string | null {
  const parent = raw.extended === null ? undefined : all.get(raw.extended);
  if (raw.path !== null || !parent || depth > MOST_EXTENDED) return raw.path;
  return pathOf(parent, all, depth + 1);
}

/** The keys of a schema with those of the one that it extends, each with its first value. */
function keysOf(
  raw: RawSchema,
  all: ReadonlyMap<string, RawSchema>,
  depth: number,
): { readonly key: RawKey; readonly first: string }[] {
  const parent = raw.extended === null ? undefined : all.get(raw.extended);
  const inherited =
    parent && depth <= MOST_EXTENDED
      ? keysOf(parent, all, depth + 1).filter(({ key }) => !raw.keys.has(key.name))
      : [];
  return [
    ...inherited.map(({ key, first }) => ({ key, first: raw.overrides.get(key.name) ?? first })),
    ...[...raw.keys.values()].map((key) => ({ key, first: key.first })),
  ];
}

/** First values that vendors give: schema → key → GVariant text. A group `schema:Desktop` counts on that desktop alone, and before plain ones. */
function readOverrides(
  vendor: readonly TextFile[],
  desktop: readonly string[],
): ReadonlyMap<string, ReadonlyMap<string, string>> {
  const found = new Map<string, Map<string, string>>();
  for (const wantsDesktop of [false, true])
    for (const { text } of vendor)
      for (const [group, keys] of readKeyFile(text).groups) {
        const [schema = '', on = ''] = group.split(':');
        if (wantsDesktop ? !desktop.includes(on) : on !== '') continue;
        const values = found.get(schema) ?? new Map<string, string>();
        for (const [key, value] of keys) values.set(key, value);
        found.set(schema, values);
      }
  return found;
}
