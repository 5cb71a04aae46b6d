import type * as yup from 'yup';
import { openShape, type Frozen } from '../../../ground/shape/shape.js';

/** One sort of row: all that there is to say of it, in one place. */
export interface EntityFile<F extends yup.ObjectShape> {
  readonly fields: F;
  /** Fields that name a row of another sort. */
  readonly ties?: Readonly<Record<string, string>>;
  /** Fields that together name a row only once. */
  readonly once?: readonly (readonly string[])[];
  /** Fields that hold a moment, which the database keeps as one. */
  readonly times?: readonly string[];
  /** Fields that belong to this place: they do not travel. */
  readonly home?: readonly string[];
}

/** A sort of row with the schema of its rows. Fields that are not known here are let through: bundles keep them. */
export interface EntityBook<F extends yup.ObjectShape> extends Required<EntityFile<F>> {
  readonly schema: ReturnType<typeof openShape<F>>;
}
export type RowOf<E> =
  E extends EntityBook<infer F>
    ? Frozen<yup.InferType<yup.ObjectSchema<yup.TypeFromShape<F, yup.AnyObject>>>>
    : never;

/** A sort of row, with the type of its rows taken from the schema of their fields. */
export function entity<F extends yup.ObjectShape>({
  fields,
  ties = {},
  once = [],
  times = [],
  home = [],
}: EntityFile<F>): EntityBook<F> {
  return { fields, ties, once, times, home, schema: openShape(fields) };
}
