import * as yup from 'yup';
import { FILE_FORMATS, type FileFormat } from '../../measuring/standards/edits/edit.js';
import { hostPath } from './placeSchemas.js';
import { BREAKS, type Break } from './break.js';
import type { FormatSyntax } from './formatSyntax.js';

/**
 * Where a value stands in a file: `Group/key` of a key file, a path of names with dots in JSON, the start of a line,
 * `selector{property}` of a style sheet, or `element/element@attribute` of XML.
 */
export interface FilePlace {
  readonly path: string;
  readonly format: FileFormat;
  readonly at: string;
}

/** What a part's own setting takes. */
export type OwnValue =
  | {
      readonly type: 'number';
      readonly least: number;
      readonly most: number;
      readonly step: number;
      readonly unit: string;
    }
  | { readonly type: 'choice'; readonly values: readonly string[] }
  | { readonly type: 'flag' }
  | { readonly type: 'colour' }
  | { readonly type: 'text' }
  /** A clock's text, in the part's own syntax. */
  | { readonly type: 'format'; readonly syntax: string }
  /** A place on earth. */
  | { readonly type: 'coordinates'; readonly as: 'decimal' | 'degrees' }
  /** Another program that it follows. */
  | { readonly type: 'program' }
  | { readonly type: 'link' };

/** A setting of a part's own, set in its window or in a file of its own. */
export interface OwnSetting {
  readonly id: string;
  readonly label: string;
  readonly where: { readonly window: string } | { readonly file: FilePlace };
  readonly value: OwnValue;
  /** As it is after installing, written as the setting takes it. */
  readonly initial: string;
  /** What makes the part read it again. */
  readonly reread: { readonly after: Break; readonly command: readonly string[] | null };
  readonly help: string;
}

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

const text = (most: number) => yup.string().max(most).required();

export const filePlaceSchema = yup
  .object({
    path: hostPath(300),
    format: yup.string().oneOf(FILE_FORMATS).required(),
    at: text(200),
  })
  .noUnknown('A place in a file has no field ${unknown}.');

const VALUE_TYPES = [
  'number',
  'choice',
  'flag',
  'colour',
  'text',
  'format',
  'coordinates',
  'program',
  'link',
] as const;

const valueSchema = yup
  .object({ type: yup.string().oneOf(VALUE_TYPES).required() })
  .test('value', '', function (raw) {
    const v = raw as Partial<Record<string, unknown>>;
    const say = (message: string) => this.createError({ message });
    if (v['type'] === 'number') {
      const [least, most, step] = [v['least'], v['most'], v['step']].map(Number) as [number, number, number];
      if (!(least <= most) || !(step > 0)) return say('A number needs least ≤ most and a step above 0.');
      if (typeof v['unit'] !== 'string') return say('A number says its unit, if an empty one.');
    }
    if (v['type'] === 'choice' && (!Array.isArray(v['values']) || v['values'].length === 0))
      return say('A choice lists its values.');
    if (v['type'] === 'format' && typeof v['syntax'] !== 'string') return say('A format names its syntax.');
    if (v['type'] === 'coordinates' && v['as'] !== 'decimal' && v['as'] !== 'degrees')
      return say('A place on earth is written decimal or in degrees.');
    return true;
  });

export const ownSettingSchema = yup
  .object({
    id: text(100),
    label: text(200),
    where: yup
      .object({
        window: yup.string().max(300),
        file: filePlaceSchema.default(undefined),
      })
      .test('where', 'A setting stands in a window or in a file.', (w) => {
        const { window, file } = (w ?? {}) as { window?: unknown; file?: unknown };
        return (window === undefined) !== (file === undefined);
      })
      .required(),
    value: valueSchema.required(),
    initial: yup.string().max(500).defined(),
    reread: yup
      .object({
        after: yup.string().oneOf(BREAKS).required(),
        command: yup.array(text(300)).nullable().defined(),
      })
      .required(),
    help: yup.string().max(500).defined(),
  })
  .noUnknown('A setting has no field ${unknown}.');

export const syntaxSchema = yup
  .object({
    id: text(100),
    name: text(200),
    codes: yup
      .array(
        yup.object({
          field: yup
            .string()
            .matches(/^([A-Za-z])\1*$/, 'A field is one letter of UTS #35, repeated.')
            .required(),
          code: text(20),
        }),
      )
      .min(1, 'A syntax has at least one code.')
      .required(),
    literals: yup
      .object({
        how: yup.string().oneOf(['doubled', 'quoted', 'bare']).required(),
        sign: yup.string().length(1, 'The sign is one character.'),
      })
      .test('sign', 'Doubling and quoting need a sign.', (l) => {
        const { how, sign } = (l ?? {}) as { how?: string; sign?: string };
        return how === 'bare' || (sign ?? '') !== '';
      })
      .required(),
    lineBreak: yup.string().max(20).nullable().defined(),
  })
  .noUnknown('A syntax has no field ${unknown}.');
