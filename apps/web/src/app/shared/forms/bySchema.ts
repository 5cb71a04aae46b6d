import { FormControl, type AbstractControl, type ValidatorFn } from '@angular/forms';
import { ValidationError, type Schema } from 'yup';

/** What a schema says of a value: every sentence, none where the value is right. */
export function problemsOf(schema: Schema, value: unknown): string[] {
  try {
    schema.validateSync(value, { abortEarly: false, strict: true });
    return [];
  } catch (error) {
    if (error instanceof ValidationError) return error.errors;
    throw error;
  }
}

/** The check of a field by the schema that its value has everywhere else too. */
export function bySchema(schema: Schema): ValidatorFn {
  return ({ value }) => {
    const problems = problemsOf(schema, value);
    return problems.length === 0 ? null : { schema: problems };
  };
}

/** The same check for a field that may be left empty. */
export function bySchemaOrEmpty(schema: Schema): ValidatorFn {
  const check = bySchema(schema);
  return (control) => (String(control.value ?? '').trim() === '' ? null : check(control));
}

/** A field that holds a value of a schema's, and is never without one. */
export function field<T>(schema: Schema, value: T): FormControl<T> {
  return new FormControl(value, { nonNullable: true, validators: bySchema(schema) });
}

/** Where what was typed is no day. */
export const NO_DAY = 'A day is written as year, month and day, such as 2026-11-30.';

/** What is wrong with a field, as one line to stand beneath it; '' where nothing is. */
export function sayProblems(control: AbstractControl): string {
  // What was typed is no day: the field holds nothing, yet it is not empty.
  if (control.errors?.['matDatepickerParse']) return NO_DAY;
  const problems: unknown = control.errors?.['schema'];
  if (Array.isArray(problems)) return problems.join(' ');
  return control.errors === null ? '' : 'This cannot be read.';
}
