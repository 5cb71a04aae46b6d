import * as yup from 'yup';

/** What Yup says where a schema has no sentence of its own, in words for a person. */

const TYPES: Readonly<Record<string, string>> = {
  string: 'a text',
  number: 'a number',
  boolean: 'yes or no',
  array: 'a list',
  object: 'an object',
};
const a = (n: number, one: string) => `${n.toLocaleString('en-GB')} ${n === 1 ? one : `${one}s`}`;
/** The field, or what stands for the whole where it has no name. */
const what = (path: string) => (path === '' || path === 'this' ? 'It' : path);

yup.setLocale({
  mixed: {
    default: ({ path }) => `${what(path)} is not right.`,
    required: ({ path }) => `${what(path)} is needed.`,
    defined: ({ path }) => `${what(path)} is needed.`,
    notNull: ({ path }) => `${what(path)} is needed.`,
    oneOf: ({ path, values }) => `${what(path)} is one of ${String(values)}.`,
    notType: ({ path, type }) => `${what(path)} is ${TYPES[type] ?? 'of another type'}.`,
  },
  string: {
    min: ({ path, min }) => `${what(path)} has at least ${a(min, 'character')}.`,
    max: ({ path, max }) => `${what(path)} has at most ${a(max, 'character')}.`,
    length: ({ path, length }) => `${what(path)} has ${a(length, 'character')}.`,
    matches: ({ path }) => `${what(path)} is not written as it should be.`,
  },
  number: {
    min: ({ path, min }) => `${what(path)} is ${min} or more.`,
    max: ({ path, max }) => `${what(path)} is ${max} or less.`,
    moreThan: ({ path, more }) => `${what(path)} is more than ${more}.`,
    lessThan: ({ path, less }) => `${what(path)} is less than ${less}.`,
    integer: ({ path }) => `${what(path)} is a whole number.`,
  },
  array: {
    min: ({ path, min }) => `${what(path)} has at least ${a(min, 'entry').replace('entrys', 'entries')}.`,
    max: ({ path, max }) => `${what(path)} has at most ${a(max, 'entry').replace('entrys', 'entries')}.`,
  },
  object: { noUnknown: ({ path, unknown }) => `${what(path)} has no field ${String(unknown)}.` },
});
