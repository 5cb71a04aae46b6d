import * as yup from 'yup';

const UUID = /^[0-9a-f]{8}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{12}$/;

/** A UUID in lower case, made by whoever makes the object. */
export const idSchema = yup
  .string()
  .strict()
  .matches(UUID, 'An id is a UUID in lower case.')
  .required('An id is needed.');

const SHA = /^[0-9a-f]{64}$/;

/** Whether something is a SHA-256 in lower-case hex. */
export function isSha(value: unknown): value is string {
  return typeof value === 'string' && SHA.test(value);
}

/** A SHA-256 in lower-case hex. */
export const shaSchema = yup
  .string()
  .strict()
  .matches(SHA, 'A SHA-256 has 64 hex digits.')
  .required('A SHA-256 is needed.');

/** Whether a text is a UUID as this application writes them. */
export function isId(text: string): boolean {
  return UUID.test(text);
}
