import * as yup from 'yup';

/** What Yup says where a schema has no sentence of its own, in words for a person. */

const TYPES: Readonly<Record<string, string>> = {
  string: 'a text',
  number: 'a number',
  boolean: 'yes or no',
  array: 'a list',
  object: 'an object',
};
const many = (n: number, one: string, more: string) => `${n.toLocaleString('en-GB')} ${n === 1 ? one : more}`;
/** What a sentence is made with: the field, and what its check was given. */
interface About {
  readonly path: string;
}
/** The field, or what stands for the whole where it has no name. */
const what = (path: string) => (path === '' || path === 'this' ? 'It' : path);

yup.setLocale({
  mixed: {
    default: ({ path }: About) => `${what(path)} is not right.`,
    required: ({ path }: About) => `${what(path)} is needed.`,
    defined: ({ path }: About) => `${what(path)} is needed.`,
    notNull: ({ path }: About) => `${what(path)} is needed.`,
    oneOf: ({ path, values }: About & { values: unknown }) => `${what(path)} is one of ${String(values)}.`,
    notType: ({ path, type }: About & { type: string }) =>
      `${what(path)} is ${TYPES[type] ?? 'of another type'}.`,
  },
  string: {
    min: ({ path, min }) => `${what(path)} has at least ${many(min, 'character', 'characters')}.`,
    max: ({ path, max }) => `${what(path)} has at most ${many(max, 'character', 'characters')}.`,
    length: ({ path, length }) => `${what(path)} has ${many(length, 'character', 'characters')}.`,
    matches: ({ path }) => `${what(path)} is not written as it should be.`,
  },
  number: {
    min: ({ path, min }) => `${what(path)} is ${min} or more.`,
    max: ({ path, max }) => `${what(path)} is ${max} or less.`,
    moreThan: ({ path, more }) => `${what(path)} is more than ${more}.`,
    lessThan: ({ path, less }) => `${what(path)} is less than ${less}.`,
    integer: ({ path }: About) => `${what(path)} is a whole number.`,
  },
  array: {
    min: ({ path, min }) => `${what(path)} has at least ${many(min, 'entry', 'entries')}.`,
    max: ({ path, max }) => `${what(path)} has at most ${many(max, 'entry', 'entries')}.`,
  },
  object: {
    noUnknown: ({ path, unknown }: About & { unknown: unknown }) =>
      `${what(path)} has no field ${String(unknown)}.`,
  },
});
