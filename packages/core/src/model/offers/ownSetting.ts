import {
  BEYOND,
  byField,
  held,
  list,
  named,
  number,
  oneOf,
  openShape,
  shape,
  tagged,
  text,
  type Of,
} from '../../ground/shape/shape.js';
import { FILE_FORMATS } from '../../measuring/standards/edits/edit.js';
import { BREAKS } from './break.js';
import type { FormatSyntax } from './formatSyntax.js';
import { hostPath } from './placeSchemas.js';

/**
 * Where a value stands in a file: `Group/key` of a key file, a path of names with dots in JSON, the start of a line,
 * `selector{property}` of a style sheet, or `element/element@attribute` of XML.
 */
export const filePlaceSchema = named(
  'file-place',
  shape(
    { path: hostPath(300), format: oneOf(FILE_FORMATS), at: text(200) },
    'A place in a file has no field ${unknown}.',
  ),
);
export type FilePlace = Of<typeof filePlaceSchema>;

const is = <const T extends string>(type: T) => ({ type: oneOf([type]) });
/** Numbers of settings: what a desktop may take. */
const amount = number(-1e12, 1e12);
/** Bounds and the step of a number that a setting takes. */
export const rangeFields = { least: amount, most: amount, step: number(0, 1e12).moreThan(0) };

/** What is wrong with bounds, or null. */
export function rangeProblem({
  least,
  most,
}: {
  readonly least: number;
  readonly most: number;
}): string | null {
  return least <= most ? null : 'A number needs least ≤ most and a step above 0.';
}
/** The values of a choice. */
export const choiceValues = list(text(500, 0), { least: 1, sentence: 'A choice lists its values.' });

/** What a part's own setting takes. */
const ownValueSchema = tagged('type', [
  held(openShape({ ...is('number'), ...rangeFields, unit: text(60, 0) }), 'range', rangeProblem, BEYOND),
  openShape({ ...is('choice'), values: choiceValues }),
  openShape({ type: oneOf(['flag', 'colour', 'text', 'program', 'link']) }),
  /** A clock's text, in the part's own syntax. */
  openShape({ ...is('format'), syntax: text(100) }),
  /** A place on earth. */
  openShape({
    ...is('coordinates'),
    as: oneOf(['decimal', 'degrees'], 'A place on earth is written decimal or in degrees.'),
  }),
]);
export type OwnValue = Of<typeof ownValueSchema>;

/** A setting of a part's own, set in its window or in a file of its own. */
export const ownSettingSchema = shape(
  {
    id: text(100),
    label: text(200),
    where: held(
      byField(
        { window: openShape({ window: text(300, 0) }), file: openShape({ file: filePlaceSchema }) },
        'A setting stands in a window or in a file.',
      ),
      'one',
      (where) =>
        'window' in where && 'file' in where && where.file !== undefined
          ? 'A setting stands in a window or in a file, not in both.'
          : null,
      { not: { required: ['window', 'file'] } },
    ),
    value: ownValueSchema,
    /** As it is after installing, written as the setting takes it. */
    initial: text(500, 0),
    /** What makes the part read it again. */
    reread: openShape({ after: oneOf(BREAKS), command: list(text(300)).nullable() }),
    help: text(500, 0),
  },
  'A setting has no field ${unknown}.',
);
export type OwnSetting = Of<typeof ownSettingSchema>;

/** The setting of a part's own in a place that an offer names: at the same place of the file, or in the same window. */
export function ownSettingAt(
  part: { readonly settings?: readonly OwnSetting[] },
  place: { readonly place: string; readonly file?: FilePlace },
): OwnSetting | null {
  const isThere = ({ where }: OwnSetting) =>
    'file' in where
      ? place.file?.path === where.file.path && place.file.at === where.file.at
      : !place.file && place.place === where.window;
  return part.settings?.find(isThere) ?? null;
}

/** How a part writes a clock's text in a place, where it has a way of its own; null: as a UTS #35 pattern. */
export function syntaxAt(
  part: { readonly settings?: readonly OwnSetting[]; readonly syntaxes?: readonly FormatSyntax[] },
  place: { readonly place: string; readonly file?: FilePlace },
): FormatSyntax | null {
  const value = ownSettingAt(part, place)?.value;
  return value?.type === 'format' ? (part.syntaxes?.find((s) => s.id === value.syntax) ?? null) : null;
}
