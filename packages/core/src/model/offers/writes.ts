import { named, number, oneOf, pattern, record, shape, text, type Of } from '../../ground/shape/shape.js';
import { parseHex } from '../../measuring/colour/srgb.js';
import { readGVariant } from '../../measuring/standards/gvariant/read.js';
import { WHOLE, isType } from '../../measuring/standards/gvariant/type.js';
import type { GVariant } from '../../measuring/standards/gvariant/value.js';
import { writeGVariant } from '../../measuring/standards/gvariant/write.js';
import { decodeSetting, encodeSetting } from '../traits/encode.js';
import { NO_ITEMS, valueProblem, type Order, type TraitType, type TraitValue } from '../traits/value.js';
import { fromSyntax, toSyntax, type FormatSyntax, type Translated } from './formatSyntax.js';

/** How settings write colours: as CSS does, or as three numbers. `aa`: the opacity, which stays what it is. */
export const COLOUR_FORMS = [
  '#rrggbb',
  'rrggbb',
  '#rrggbbaa',
  '#aarrggbb',
  '#rrrrggggbbbb',
  'rgb()',
  'rgba()',
  'r,g,b',
] as const;
export type ColourForm = (typeof COLOUR_FORMS)[number];

/** How a setting writes where a file lies. */
export const FILE_WAYS = ['path', 'URI'] as const;
export type FileWay = (typeof FILE_WAYS)[number];

/** How a setting takes its value, where that is not plainly the trait's. */
export const writesSchema = named(
  'writes',
  shape(
    {
      /** The type of its GVariant, where it is typed as GVariant text. */
      type: pattern(
        /^[a-z(){}]{1,60}$/,
        'A type of GVariant is written in its signs, such as as.',
      ).optional(),
      /** What is typed is the number times this: 0.01 for a share from 0 to 1. */
      factor: number(-1e9, 1e9).moreThan(0).optional(),
      /** What is typed for a value, by the value: words of a choice, yes and no, items of an order. */
      words: record(text(200, 0), { most: 500 }).optional(),
      colour: oneOf(COLOUR_FORMS).optional(),
      /** Of a clock's text: POSIX `strftime` instead of UTS #35. */
      format: oneOf(['strftime']).optional(),
      /**
       * Of a palette whose colours are set one by one: by a colour's role, what takes the place of `{role}` in the key or the
       * line. A role that is not named is not set.
       */
      roles: record(text(200), { least: 1, most: 64, sentence: 'A role is told by a text.' }).optional(),
      /** Of a picture: what is typed is where its file lies, as a path or as a URI of it (RFC 8089). */
      file: oneOf(FILE_WAYS).optional(),
      /** What stands behind it: the size behind a font's name, which is set with it; the unit behind a number. */
      after: text(60).optional(),
      /** Of an order in one list: the zone in which all of it stands. */
      zone: oneOf(['start', 'centre', 'end']).optional(),
      /** Of an order in one text: what stands between its items; nothing between single letters. Without it each is an entry of a list. */
      between: text(4, 0).optional(),
      /** Of an order in one text: what parts the items at the start from those at the end. */
      parted: text(4).optional(),
    },
    'How a value is written has no field ${unknown}.',
  ),
);
export type Writes = Of<typeof writesSchema>;

const codes = (rows: readonly (readonly [string, string])[]) =>
  rows.map(([field, code]) => ({ field, code }));
/** The codes of `strftime` that have a field of their own. Source: POSIX.1-2017, strftime(). */
export const STRFTIME: FormatSyntax = {
  id: 'strftime',
  name: 'strftime',
  codes: codes([
    ['HH', '%H'],
    ['hh', '%I'],
    ['H', '%-H'],
    ['h', '%-I'],
    ['mm', '%M'],
    ['ss', '%S'],
    ['a', '%p'],
    ['EEEE', '%A'],
    ['EEE', '%a'],
    ['dd', '%d'],
    ['d', '%-d'],
    ['d', '%e'],
    ['MMMM', '%B'],
    ['MMM', '%b'],
    ['MMM', '%h'],
    ['MM', '%m'],
    ['M', '%-m'],
    ['yyyy', '%Y'],
    ['yy', '%y'],
    ['D', '%j'],
    ['w', '%V'],
  ]),
  literals: { how: 'doubled', sign: '%' },
  lineBreak: '%n',
};

const pair = (n: number) => Math.round(n).toString(16).padStart(2, '0');

/** A colour as a setting writes it. @param hex `#rrggbb` */
export function writeColour(hex: string, form: ColourForm): string {
  const { r, g, b } = parseHex(hex) ?? { r: 0, g: 0, b: 0 };
  const six = `${pair(r)}${pair(g)}${pair(b)}`;
  switch (form) {
    case '#rrggbb':
      return `#${six}`;
    case 'rrggbb':
      return six;
    case '#rrggbbaa':
      return `#${six}ff`;
    case '#aarrggbb':
      return `#ff${six}`;
    case '#rrrrggggbbbb':
      return `#${[r, g, b].map((n) => pair(n).repeat(2)).join('')}`;
    case 'rgb()':
      return `rgb(${r},${g},${b})`;
    case 'rgba()':
      return `rgba(${r},${g},${b},1)`;
    case 'r,g,b':
      return `${r},${g},${b}`;
  }
}

const BYTES = /^\s*(\d{1,3})\s*,\s*(\d{1,3})\s*,\s*(\d{1,3})\s*(?:,\s*[\d.]+\s*)?$/;

/** The form in which a text writes a colour; null where it writes none. Of eight digits nobody can tell which two are the opacity. */
export function colourFormOf(text: string): ColourForm | null {
  const word = text.trim();
  if (/^#[0-9a-f]{6}$/i.test(word)) return '#rrggbb';
  if (/^#[0-9a-f]{12}$/i.test(word)) return '#rrrrggggbbbb';
  if (/^#[0-9a-f]{8}$/i.test(word)) return '#rrggbbaa';
  const call = /^(rgba?)\((.*)\)$/i.exec(word);
  const bytes = BYTES.exec(call?.[2] ?? word);
  if (!bytes || bytes.slice(1, 4).some((n) => Number(n) > 255)) return null;
  return call ? (call[1]?.toLowerCase() === 'rgb' ? 'rgb()' : 'rgba()') : 'r,g,b';
}

/** `#rrggbb` of a colour in a form, or null where it is none. */
export function readColour(text: string, form: ColourForm): string | null {
  const word = text.trim().toLowerCase();
  const hex = (pattern: RegExp) => pattern.exec(word)?.slice(1, 4);
  const found = {
    '#rrggbb': () => hex(/^#(..)(..)(..)$/),
    rrggbb: () => hex(/^(..)(..)(..)$/),
    '#rrggbbaa': () => hex(/^#(..)(..)(..)..$/),
    '#aarrggbb': () => hex(/^#..(..)(..)(..)$/),
    '#rrrrggggbbbb': () => hex(/^#(..)..(..)..(..)..$/),
    'rgb()': () => numbers(/^rgb\((.*)\)$/.exec(word)?.[1]),
    'rgba()': () => numbers(/^rgba\((.*)\)$/.exec(word)?.[1]),
    'r,g,b': () => numbers(word),
  }[form]();
  const colour = found ? `#${found.join('')}` : '';
  return /^#[0-9a-f]{6}$/.test(colour) ? colour : null;
}
function numbers(word: string | undefined): string[] | undefined {
  return BYTES.exec(word ?? '')
    ?.slice(1, 4)
    .map((n) => pair(Math.min(255, Number(n))));
}

const NUMBERS: readonly TraitType[] = ['length', 'duration', 'count', 'share'];

/** What is typed for a value, before it is dressed as a GVariant: one text, or a list of them. */
function plainly(
  writes: Writes,
  type: TraitType,
  value: TraitValue,
): { readonly text: string | readonly string[]; readonly losses: readonly string[] } {
  const { words } = writes;
  const word = (said: string) => words?.[said] ?? said;
  if (typeof value === 'number') {
    const typed = Number((value * (writes.factor ?? 1)).toPrecision(12));
    const isWhole = writes.type !== undefined && writes.type !== 'd' && WHOLE[writes.type] !== undefined;
    return {
      text: word(String(isWhole ? Math.round(typed) : typed)) + (writes.after ?? ''),
      losses: [],
    };
  }
  if (typeof value === 'boolean') return { text: word(String(value)), losses: [] };
  if (type === 'colour' && typeof value === 'string')
    return { text: writeColour(value, writes.colour ?? '#rrggbb'), losses: [] };
  if (type === 'format' && writes.format && typeof value === 'string') return toSyntax(value, STRFTIME);
  if (type === 'order' && writes.parted !== undefined) {
    const { start, centre, end } = value as Order;
    const side = (items: readonly string[]) => items.map(word).join(writes.between ?? ',');
    return { text: side([...start, ...centre]) + writes.parted + side(end), losses: [] };
  }
  if (type === 'order' && writes.zone) {
    const { start, centre, end } = value as Order;
    return { text: [...start, ...centre, ...end].map(word), losses: [] };
  }
  return { text: word(encodeSetting(type, value)) + (writes.after ?? ''), losses: [] };
}

function dress(writes: Writes, text: string | readonly string[]): string {
  const isList = typeof text !== 'string';
  const { type } = writes;
  const joined = isList ? text.join(writes.between ?? ',') : text;
  if (type === undefined || !isType(type)) return joined;
  const quoted = (of: string, inner: string): GVariant => ({ type: of, is: 'text', value: inner });
  if (type === 'as' && isList)
    return writeGVariant({ type, is: 'list', items: text.map((inner) => quoted('s', inner)) });
  if (type === 's' || type === 'o') return writeGVariant(quoted(type, joined));
  // What is no text is typed as it stands, with its type before it where GLib writes one.
  const read = readGVariant(joined, type);
  return read.ok ? writeGVariant(read.value) : joined;
}

/** A value as a setting takes it, and what is lost so. */
export function writeAs(writes: Writes | undefined, type: TraitType, value: TraitValue): Translated {
  if (!writes) return { text: encodeSetting(type, value), losses: [] };
  const { text: said, losses } = plainly(writes, type, value);
  return { text: dress(writes, said), losses };
}

/** What a GVariant says in plain words: one text, or the texts of a list. */
export function undress(writes: Writes, typed: string): string | readonly string[] | null {
  const { type } = writes;
  const isList = writes.between !== undefined && writes.parted === undefined;
  const split = (text: string) => (isList ? text.split(writes.between ?? ',') : text);
  if (type === undefined) return split(typed);
  const read = readGVariant(typed, type);
  if (!read.ok) return null;
  const { value } = read;
  switch (value.is) {
    case 'text':
      return split(value.value);
    case 'flag':
    case 'whole':
    case 'double':
      return String(value.value);
    case 'list':
      return value.items.every((item) => item.is === 'text')
        ? value.items.map((item) => (item.is === 'text' ? item.value : ''))
        : typed;
    default:
      return typed;
  }
}

/** The value that a setting's text was written from, or null where it is none of this type. The inverse of `writeAs`. */
export function readAs(writes: Writes | undefined, type: TraitType, typed: string): TraitValue | null {
  if (!writes) return decodeSetting(type, typed);
  const said = undress(writes, typed);
  if (said === null) return null;
  const { words } = writes;
  const meant = (text: string) =>
    Object.entries(words ?? {}).find(([, typedWord]) => typedWord === text)?.[0] ?? text;
  if (typeof said !== 'string') {
    if (type !== 'order') return decodeSetting(type, said.join(', '));
    const order: Order = {
      ...NO_ITEMS,
      [writes.zone ?? 'start']: said.filter((item) => item !== '').map(meant),
    };
    return valueProblem('order', order) === null ? order : null;
  }
  if (type === 'order' && writes.parted !== undefined) {
    const [start = '', ...end] = said.split(writes.parted);
    const side = (text: string) =>
      text
        .split(writes.between ?? ',')
        .filter((item) => item !== '')
        .map(meant);
    const order: Order = { start: side(start), centre: [], end: side(end.join(writes.parted)) };
    return valueProblem('order', order) === null ? order : null;
  }
  // Where another end stands behind it than is known, all of it is told.
  const { after } = writes;
  const word = meant(after !== undefined && said.endsWith(after) ? said.slice(0, -after.length) : said);
  if (NUMBERS.includes(type)) {
    const number = word.trim() === '' ? NaN : Number(word);
    const value = Number((number / (writes.factor ?? 1)).toPrecision(12));
    return valueProblem(type, value) === null ? value : null;
  }
  if (type === 'colour') return readColour(said, writes.colour ?? '#rrggbb');
  if (type === 'format' && writes.format) return fromSyntax(said, STRFTIME).text;
  return decodeSetting(type, word);
}

/** A name as a setting takes it that is chosen by its name: a theme, a set. */
export const writeName = (writes: Writes | undefined, name: string): string =>
  writeAs(writes, 'label', name).text;
