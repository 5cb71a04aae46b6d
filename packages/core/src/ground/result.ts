/** Why an instrument gives no number. */
export type RefusalCode =
  | 'outside'
  | 'too-small'
  | 'plain'
  | 'no-edge'
  | 'no-corner'
  | 'grounds-alike'
  | 'shadowed'
  | 'blurred'
  | 'unsure'
  | 'few-letters'
  | 'no-x-height'
  | 'too-thin'
  | 'many'
  | 'worn';

/** What an instrument tells: a value, or a sentence that says why there is none. Never a number it cannot stand for. */
export type Result<T> =
  | { readonly ok: true; readonly value: T }
  | { readonly ok: false; readonly code: RefusalCode; readonly sentence: string };

/** A result that is there: the value, and that nothing was refused. */
export function ok<T>(value: T): Result<T> {
  return { ok: true, value };
}

/** A result that is none. @param sentence why, as a person reads it */
export function refused(code: RefusalCode, sentence: string): Result<never> {
  return { ok: false, code, sentence };
}
