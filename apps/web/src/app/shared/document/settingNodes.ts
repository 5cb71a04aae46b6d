import { choicesOf, groupOf, type Branch, type Group, type Leaf, type Node } from '../forms/tree/nodes';
import { COLOUR_FORMS } from '@spare-coat/core/model/offers/writes';
import { ZONES } from '@spare-coat/core/measuring/picture/zone';
import { BREAKS } from '@spare-coat/core/model/offers/break';
import { FILE_FORMATS } from '@spare-coat/core/measuring/standards/edits/edit';
import { isRecord } from '@spare-coat/core/ground/shape/shape';

/** Fields that parts and profiles have in common: where a value is set, and what a setting takes. */

export const breakField: Leaf = {
  is: 'choice',
  label: 'Shows after',
  choices: choicesOf(BREAKS),
  empty: 'absent',
};

/** Where a value stands in a file. */
export const fileFields: Readonly<Record<string, Node>> = {
  path: { is: 'text', label: 'File', mono: true, wide: 2, help: 'From ~/ or /.' },
  format: { is: 'choice', label: 'Format', choices: choicesOf(FILE_FORMATS) },
  at: {
    is: 'text',
    label: 'At',
    mono: true,
    help: 'Group/key, names with dots, the start of a line, selector{property}, or element@attribute.',
  },
};
export const FRESH_FILE = { path: '~/.config/', format: 'key file', at: 'Group/key' };

/** How values are typed, where that is not plainly the trait's. */
const writesFields: Readonly<Record<string, Node>> = {
  type: {
    is: 'text',
    label: 'Type of GVariant',
    mono: true,
    empty: 'absent',
    help: 'Such as i, d, s or as.',
  },
  factor: { is: 'number', label: 'Times', empty: 'absent', help: 'What is typed is the number times this.' },
  colour: { is: 'choice', label: 'Colours as', choices: choicesOf(COLOUR_FORMS), empty: 'absent' },
  format: { is: 'choice', label: 'Time as', choices: choicesOf(['strftime']), empty: 'absent' },
  after: { is: 'text', label: 'Behind it', mono: true, empty: 'absent' },
  zone: { is: 'choice', label: 'All items in', choices: choicesOf(ZONES), empty: 'absent' },
  between: { is: 'text', label: 'Between items', mono: true, empty: 'absent' },
  parted: { is: 'text', label: 'Between two sides', mono: true, empty: 'absent' },
  words: {
    is: 'by name',
    label: 'Words that are typed for values',
    one: 'word',
    nameLabel: 'Value',
    of: { is: 'text', label: 'Typed', mono: true },
    fresh: '',
    empty: 'absent',
  },
};

/** Where a value is typed, or which key a command sets. */
export const settingFields: Readonly<Record<string, Node>> = {
  key: { is: 'text', label: 'Key', mono: true },
  place: { is: 'text', label: 'Place in the settings', wide: 2 },
  effect: breakField,
  file: {
    is: 'group',
    label: 'Stands in a file of its own',
    fields: fileFields,
    optional: { empty: 'absent', fresh: FRESH_FILE },
  },
  writes: {
    is: 'group',
    label: 'Its values are typed another way',
    fields: writesFields,
    optional: { empty: 'absent', fresh: {} },
  },
};
export const settingGroup: Group = { is: 'group', label: 'Setting', fields: settingFields };
export const FRESH_SETTING = { key: '', place: '' };

/** A text or a null, each said by its type, as a title. */
export const said = (value: unknown, key: string): string => {
  const at = isRecord(value) ? value[key] : undefined;
  return typeof at === 'string' || typeof at === 'number' ? String(at) : '';
};

/** Bounds and step of a number. */
export const rangeFields: Readonly<Record<string, Node>> = {
  least: { is: 'number', label: 'least' },
  most: { is: 'number', label: 'most' },
  step: { is: 'number', label: 'step' },
};

/** What a setting takes, by its type. Types that are told by their name alone have no fields. */
export const takesBranches = (
  named: readonly { readonly type: string; readonly label: string }[],
  more: readonly Branch[] = [],
  unit: Readonly<Record<string, Node>> = {},
): readonly Branch[] => [
  {
    id: 'number',
    label: 'a number',
    of: groupOf({ ...rangeFields, ...unit }),
    fresh: { type: 'number', least: 0, most: 100, step: 1, ...('unit' in unit ? { unit: '' } : {}) },
  },
  {
    id: 'choice',
    label: 'one of a list',
    of: groupOf({ values: { is: 'lines', label: 'Values, one a line', wide: 4 } }),
    fresh: { type: 'choice', values: ['one', 'other'] },
  },
  ...named.map(({ type, label }): Branch => ({
    id: type,
    label,
    of: groupOf({}),
    fresh: { type },
  })),
  ...more,
];
/** The type that something says it has. */
export const typeOf = (value: unknown): string | null => said(value, 'type') || null;
