import * as yup from 'yup';
import { nameSchema } from '../../ground/text.js';
import { applyChanges, type Change } from '../../model/coat/changes.js';
import { CommandRefused } from '../../model/coat/refused.js';
import type { CoatRows } from '../../model/coat/rows.js';
import { ALWAYS, allNeeds, type Needs } from './needs.js';

/** So many at once: more is no act of a person. */
export const MOST_COMMANDS = 1000;

/** Several things done as one: all or none, and taken back together. */
export interface Many<C> {
  readonly type: 'many';
  readonly label: string;
  readonly commands: readonly C[];
}

export type Checked<C> =
  | { readonly ok: true; readonly command: C | Many<C> }
  | { readonly ok: false; readonly problems: readonly string[] };

/** What can be done to a coat, and how: the page and the server go by the same book. */
export interface CommandBook<C> {
  /** Checks a command as it came over the wire. Defaults are filled in; what is wrong comes back as sentences. */
  checkCommand(raw: unknown): Checked<C>;
  /**
   * The rows that a command looks at when it is carried out and described: it does on them what it does on the whole coat.
   * Of a coat with thousands of targets a change of one reads a few.
   */
  needsOf(command: C | Many<C>): Needs;
  /**
   * What a command changes, row by row. Pure: the server carries it out in a transaction, the page to see at once
   * what it will touch.
   *
   * @throws CommandRefused when it names what is not there, or a value that is not right
   */
  execute(rows: CoatRows, command: C | Many<C>): Change[];
  /** What a command does, in words for the history and for undo ("Undo: weigh Rail"). */
  describeCommand(rows: CoatRows, command: C | Many<C>): string;
}

interface One {
  readonly type: string;
}
/** A command's file, whatever its fields are: what it is asked about has been through its own schema. */
interface AnyFile {
  readonly type: string;
  readonly formerly?: readonly string[];
  readonly fields: yup.ObjectShape;
  needs(c: object): Needs;
  does(rows: CoatRows, c: object): Change[];
  says(rows: CoatRows, c: object): string;
}

const NOT_KNOWN = 'A field is not known here: ${unknown}.';
const manySchema = yup
  .object({
    type: yup.string().oneOf(['many']).required(),
    label: nameSchema,
    commands: yup.array().required(),
  })
  .noUnknown(NOT_KNOWN);

const schemaOf = ({ type, fields }: AnyFile) =>
  yup
    .object({ type: yup.string().oneOf([type]).required(), ...fields })
    .noUnknown(NOT_KNOWN)
    .strict(false);

/** What a schema says of something, told as sentences where it is wrong. */
function checked<T>(
  schema: yup.Schema<T>,
  raw: unknown,
): { ok: true; value: T } | { ok: false; problems: string[] } {
  try {
    return { ok: true, value: schema.validateSync(raw, { abortEarly: false, stripUnknown: false }) };
  } catch (error) {
    if (error instanceof yup.ValidationError) return { ok: false, problems: error.errors };
    throw error;
  }
}

const typeOf = (raw: unknown): unknown =>
  typeof raw === 'object' && raw !== null && 'type' in raw ? raw.type : undefined;

/** The book of these commands: everything goes by their files, and nothing here knows one of them. */
export function commandBook<C extends One>(files: readonly AnyFile[]): CommandBook<C> {
  const known = new Map<unknown, { readonly file: AnyFile; readonly schema: yup.Schema }>(
    files.map((file) => [file.type, { file, schema: schemaOf(file) }]),
  );
  const renamed = new Map<unknown, string>(
    files.flatMap(({ type, formerly = [] }) => formerly.map((old): [string, string] => [old, type])),
  );
  const fileOf = ({ type }: One): AnyFile => {
    const file = known.get(renamed.get(type) ?? type)?.file;
    if (!file) throw new CommandRefused('bad-value', 'This command is not known.');
    return file;
  };
  const singles = (command: C | Many<C>): readonly C[] => (isMany(command) ? command.commands : [command]);

  const checkOne = (raw: unknown): { ok: true; command: C } | { ok: false; problems: readonly string[] } => {
    const now = renamed.get(typeOf(raw));
    if (now !== undefined) return checkOne({ ...(raw as object), type: now });
    const schema = known.get(typeOf(raw))?.schema;
    if (!schema) return { ok: false, problems: ['This command is not known.'] };
    const answer = checked(schema, raw);
    return answer.ok ? { ok: true, command: answer.value as C } : answer;
  };

  const checkMany = (raw: unknown): Checked<C> => {
    const many = checked(manySchema, raw);
    if (!many.ok) return many;
    const { label, commands } = many.value;
    if (commands.length > MOST_COMMANDS)
      return { ok: false, problems: [`At most ${MOST_COMMANDS} things are done at once.`] };
    const all: C[] = [];
    for (const one of commands) {
      const answer = checkOne(one);
      if (!answer.ok) return answer;
      all.push(answer.command);
    }
    return { ok: true, command: { type: 'many', label, commands: all } };
  };

  return {
    checkCommand: (raw) => (typeOf(raw) === 'many' ? checkMany(raw) : checkOne(raw)),
    needsOf: (command) => allNeeds([ALWAYS, ...singles(command).map((c) => fileOf(c).needs(c))]),
    describeCommand: (rows, command) =>
      isMany(command) ? command.label : fileOf(command).says(rows, command),
    execute: (rows, command) => {
      if (!isMany(command)) return fileOf(command).does(rows, command);
      // One after the other, each on what those before it left.
      let now = rows;
      const all: Change[] = [];
      for (const one of command.commands) {
        const changes = fileOf(one).does(now, one);
        const applied = applyChanges(now, changes);
        if (!applied.ok) throw new CommandRefused('bad-value', applied.clash.sentence);
        now = applied.rows;
        all.push(...changes);
      }
      return all;
    },
  };
}

function isMany<C extends One>(command: C | Many<C>): command is Many<C> {
  return command.type === 'many';
}
