import type * as yup from 'yup';
import type { Change } from '../../model/coat/changes.js';
import type { CoatRows } from '../../model/coat/rows.js';
import type { Needs } from './needs.js';

/** What a command of these fields holds, as it comes out of its check: defaults filled in, and nothing in it to be changed. */
export type FieldsOf<S extends yup.ObjectShape> = Frozen<
  yup.InferType<yup.ObjectSchema<yup.TypeFromShape<S, yup.AnyObject>>>
>;
/** The same value, with nothing in it that could be changed. */
type Frozen<T> = T extends (infer One)[]
  ? readonly Frozen<One>[]
  : T extends object
    ? { readonly [K in keyof T]: Frozen<T[K]> }
    : T;

/** One thing that a person can do to a coat: all that there is to say of it, in one place. */
export interface CommandFile<T extends string, S extends yup.ObjectShape> {
  readonly type: T;
  /** What it was called before: a window may still hold one that it has not sent. */
  readonly formerly?: readonly string[];
  /** The schema of its fields, which is the type of them as well. */
  readonly fields: S;
  /** The rows that it looks at, beside those that are always there. */
  needs(c: FieldsOf<S>): Needs;
  /** What it changes, row by row. @throws CommandRefused when it names what is not there, or a value that is not right */
  does(rows: CoatRows, c: FieldsOf<S>): Change[];
  /** What it does, in words for the history and for undo. */
  says(rows: CoatRows, c: FieldsOf<S>): string;
}

/** A command, with its fields' type taken from their schema. */
export function command<const T extends string, S extends yup.ObjectShape>(
  file: CommandFile<T, S>,
): CommandFile<T, S> {
  return file;
}
