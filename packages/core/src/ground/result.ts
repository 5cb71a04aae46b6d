/** Why an instrument gives no number. */
export type RefusalCode =
  | 'outside'
  | 'too-small'
  | 'plain'
  | 'no-edge'
  | 'no-corner'
  | 'grounds-alike'
  | 'few-letters'
  | 'no-x-height'
  | 'too-thin';

/** What an instrument tells: a value, or a sentence that says why there is none. Never a number it cannot stand for. */
export type Told<T> =
  | { readonly ok: true; readonly value: T }
  | { readonly ok: false; readonly code: RefusalCode; readonly sentence: string };

export function told<T>(value: T): Told<T> {
  return { ok: true, value };
}

export function refused(code: RefusalCode, sentence: string): Told<never> {
  return { ok: false, code, sentence };
}
