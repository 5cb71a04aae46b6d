/** Syntaxes of settings files in which one value can be replaced while every other byte stays. */
export const FILE_FORMATS = ['key file', 'json', 'lines', 'css', 'xml'] as const;
export type FileFormat = (typeof FILE_FORMATS)[number];

/**
 * Why a value is for a hand: `broken`, the file keeps to no rule by which the value could be told from what stands around it;
 * `twice`, it stands there more than once and only a person knows which counts; `nowhere`, there is nothing to put it into;
 * `value`, the new value cannot be written there without becoming something else.
 */
export const EDIT_REFUSALS = ['broken', 'twice', 'nowhere', 'value'] as const;
export type EditRefusal = (typeof EDIT_REFUSALS)[number];

/**
 * Where a value goes: the characters from `from` to before `to` (counted from 0) become `put`. `was` is what stood there as
 * the value, as it is written in the file; null where it was not there.
 */
export interface Span {
  readonly ok: true;
  readonly from: number;
  readonly to: number;
  readonly put: string;
  readonly was: string | null;
}
export interface Refused {
  readonly ok: false;
  readonly why: EditRefusal;
}
export type Located = Span | Refused;

/** That an edit is not made, with why: it is then for a hand. */
export const refuse = (why: EditRefusal): Refused => ({ ok: false, why });
/** Where nothing is to be changed. */
export const NOTHING: Span = { ok: true, from: 0, to: 0, put: '', was: null };

/** Whether a character is a blank or a tab: what may stand within a line without ending it. */
export const isBlank = (c: string | undefined): boolean => c === ' ' || c === '\t';
/** White space of JSON, CSS and XML. */
export const isSpace = (c: string | undefined): boolean =>
  isBlank(c) || c === '\n' || c === '\r' || c === '\f';

/** The line break that a text uses, by its first one; a line feed where it has none. */
export function lineBreakOf(text: string): '\n' | '\r\n' {
  const at = text.indexOf('\n');
  return at > 0 && text[at - 1] === '\r' ? '\r\n' : '\n';
}

/** What has to come before something that is put at the end of a text, so that it stands on a line of its own. */
export const breakBefore = (text: string): string =>
  text === '' || text.endsWith('\n') ? '' : lineBreakOf(text);

export interface Line {
  readonly from: number;
  /** Behind the last character before the line break. */
  readonly end: number;
  /** Behind the line break. */
  readonly next: number;
}

/** The lines of a text; a carriage return before a line feed belongs to the break. */
export function linesOf(text: string): Line[] {
  const lines: Line[] = [];
  for (let from = 0; from < text.length;) {
    const at = text.indexOf('\n', from);
    const next = at < 0 ? text.length : at + 1;
    const stop = at < 0 ? text.length : at;
    lines.push({ from, end: at > from && text[at - 1] === '\r' ? at - 1 : stop, next });
    from = next;
  }
  return lines;
}
