import { nth } from '../../../ground/checked.js';
import { isSpace, lineBreakOf, NOTHING, refuse, type Located } from './edit.js';

const LITERAL = /^(-?(0|[1-9][0-9]*)(\.[0-9]+)?([eE][+-]?[0-9]+)?|true|false|null)$/;

/** A text as a JSON string, with the escapes that JSON asks for. Source: RFC 8259, section 7. */
function jsonString(value: string): string | null {
  // eslint-disable-next-line no-control-regex -- these are the characters that JSON does not take as they are
  if (/[\x00-\x08\x0b\x0c\x0e-\x1f]/.test(value)) return null;
  return `"${value
    .replace(/\\/g, '\\\\')
    .replace(/"/g, '\\"')
    .replace(/\n/g, '\\n')
    .replace(/\r/g, '\\r')
    .replace(/\t/g, '\\t')}"`;
}

class Broken extends Error {}

/** Walks through JSON by its grammar and nothing wider: comments and trailing commas are broken. */
class Scanner {
  pos = 0;
  constructor(readonly text: string) {}

  skip(): void {
    while (isSpace(this.text[this.pos]) && this.text[this.pos] !== '\f') this.pos++;
  }
  expect(c: string): void {
    if (this.text[this.pos] !== c) throw new Broken();
    this.pos++;
  }
  /** Passes over a string; gives what stands between its quotes, with escapes as they are written. */
  string(): string {
    this.expect('"');
    const from = this.pos;
    for (;;) {
      const c = this.text[this.pos];
      if (c === undefined || c < ' ') throw new Broken();
      if (c === '"') break;
      this.pos += c === '\\' ? 2 : 1;
    }
    this.pos++;
    return this.text.slice(from, this.pos - 1);
  }
  value(): void {
    const c = this.text[this.pos];
    if (c === '"') this.string();
    else if (c === '{') this.members(() => this.value());
    else if (c === '[') {
      this.pos++;
      this.skip();
      if (this.text[this.pos] === ']') {
        this.pos++;
        return;
      }
      for (;;) {
        this.skip();
        this.value();
        this.skip();
        if (this.text[this.pos] !== ',') break;
        this.pos++;
      }
      this.expect(']');
    } else {
      const from = this.pos;
      while (this.pos < this.text.length && /[-+.0-9A-Za-z]/.test(nth(this.text, this.pos))) this.pos++;
      if (!LITERAL.test(this.text.slice(from, this.pos))) throw new Broken();
    }
  }
  /** Goes through an object; `each` is called with every name, before its value, and has to pass over that. */
  members(each: (name: string, from: number) => void): void {
    this.expect('{');
    this.skip();
    if (this.text[this.pos] === '}') {
      this.pos++;
      return;
    }
    for (;;) {
      this.skip();
      const from = this.pos;
      const name = this.string();
      this.skip();
      this.expect(':');
      this.skip();
      each(name, from);
      this.skip();
      if (this.text[this.pos] !== ',') break;
      this.pos++;
    }
    this.expect('}');
  }
}

/** Where a member stands: from its name to behind its value. */
interface Member {
  readonly from: number;
  readonly to: number;
}

/**
 * Finds a value of a JSON text: `at` is a path of names with dots between. What is missing on the path is made. A text stays
 * a text; in place of anything else, what reads as a number, a flag or null is written as that.
 *
 * Source: RFC 8259.
 *
 * @param value null takes the member out
 */
export function locateInJson(text: string, at: string, value: string | null): Located {
  const scan = new Scanner(text);
  scan.pos = text.startsWith('\uFEFF') ? 1 : 0;
  const path = at.split('.');
  const last = path.length - 1;
  /** What is written for the value: as a text where it was one, else as what it reads as. */
  const written = (isText: boolean): string | null =>
    !isText && LITERAL.test(value!) ? value : jsonString(value!);

  /** A member with all that is missing on the path below it, or null where the value cannot be written. */
  const made = (depth: number): string | null => {
    let put = written(false);
    for (let n = last; n >= depth && put !== null; n--)
      put = `${jsonString(nth(path, n))!}: ${n === last ? put : `{${put}}`}`;
    return put;
  };

  const inObject = (depth: number): Located => {
    const open = scan.pos;
    let answer: Located | null = null;
    let strange = false;
    let first: Member | null = null;
    let before: Member | null = null;
    let hit: { readonly start: number; readonly one: Member; readonly before: Member | null } | null = null;
    let next: number | null = null;
    scan.members((key, from) => {
      const start = scan.pos;
      if (hit && next === null) next = from;
      // A name with an escape in it may be the one that is looked for.
      if (key.includes('\\')) strange = true;
      const deeper = key === path[depth] && depth < last && text[start] === '{';
      const below = deeper ? inObject(depth + 1) : null;
      if (!deeper) scan.value();
      const one = { from, to: scan.pos };
      if (key === path[depth]) {
        if (hit || answer) answer = refuse('twice');
        else if (depth < last) answer = below ?? refuse('nowhere');
        else hit = { start, one, before };
      }
      first ??= one;
      before = one;
    });
    const close = scan.pos - 1;
    if (answer) return answer;
    if (hit) {
      const { start, one, before: previous } = hit as { start: number; one: Member; before: Member | null };
      const was = text.slice(start, one.to);
      if (value !== null) {
        const put = written(text[start] === '"');
        return put === null ? refuse('value') : { ok: true, from: start, to: one.to, put, was };
      }
      if (next !== null) return { ok: true, from: one.from, to: next, put: '', was };
      return { ok: true, from: previous?.to ?? open + 1, to: previous ? one.to : close, put: '', was };
    }
    if (strange) return refuse('broken');
    if (value === null) return NOTHING;
    const put = made(depth);
    if (put === null) return refuse('value');
    if (!first || !before) return { ok: true, from: open + 1, to: close, put, was: null };
    // On a line of its own where the members before it are.
    const gap = text.slice(open + 1, (first as Member).from);
    const behind = (before as Member).to;
    return { ok: true, from: behind, to: behind, put: `,${gap === '' ? ' ' : gap}${put}`, was: null };
  };

  try {
    scan.skip();
    if (scan.pos === text.length) {
      if (value === null) return NOTHING;
      const put = made(0);
      const end = text.length;
      return put === null
        ? refuse('value')
        : { ok: true, from: end, to: end, put: `{${put}}${lineBreakOf(text)}`, was: null };
    }
    let answer: Located;
    if (text[scan.pos] === '{') answer = inObject(0);
    else {
      scan.value();
      answer = refuse('nowhere');
    }
    scan.skip();
    return scan.pos < text.length ? refuse('broken') : answer;
  } catch (error) {
    if (error instanceof Broken) return refuse('broken');
    throw error;
  }
}
