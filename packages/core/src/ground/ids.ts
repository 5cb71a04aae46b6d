import { pattern } from './shape/shape.js';

const UUID = /^[0-9a-f]{8}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{12}$/;

/** A UUID in lower case, made by whoever makes the object. */
export const idSchema = pattern(UUID, 'An id is a UUID in lower case.');

const SHA = /^[0-9a-f]{64}$/;

/** Whether something is a SHA-256 in lower-case hex. */
export function isSha(value: unknown): value is string {
  return typeof value === 'string' && SHA.test(value);
}

/** A SHA-256 in lower-case hex. */
export const shaSchema = pattern(SHA, 'A SHA-256 has 64 hex digits.');

/** Whether a text is a UUID as this application writes them. */
export function isId(text: string): boolean {
  return UUID.test(text);
}
