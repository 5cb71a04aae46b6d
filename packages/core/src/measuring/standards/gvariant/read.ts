import { utf8Bytes } from '../../../ground/utf8.js';
import { MOST_DEPTH, TYPE_WORDS, WHOLE, endOfType, inside, isType } from './type.js';
import type { GVariant } from './value.js';

/** Longer texts are no value of a setting. Characters. */
export const LONGEST_VALUE = 1_000_000;

export type GVariantAnswer =
  { readonly ok: true; readonly value: GVariant } | { readonly ok: false; readonly sentence: string };

/** What a text says before the types of its numbers and empty arrays are known. */
type Node =
  | { readonly is: 'number'; readonly text: string }
  | { readonly is: 'text'; readonly value: string }
  | { readonly is: 'bytes'; readonly value: readonly number[] }
  | { readonly is: 'flag'; readonly value: boolean }
  | { readonly is: 'nothing' }
  | { readonly is: 'just'; readonly of: Node }
  | { readonly is: 'variant'; readonly of: Node }
  | { readonly is: 'array' | 'tuple' | 'entry' | 'dictionary'; readonly items: readonly Node[] }
  | { readonly is: 'typed'; readonly type: string; readonly of: Node };

class Unreadable extends Error {}
const fail = (sentence: string): never => {
  throw new Unreadable(sentence);
};

const ESCAPES: Readonly<Record<string, string>> = {
  a: '\u0007',
  b: '\b',
  f: '\f',
  n: '\n',
  r: '\r',
  t: '\t',
  v: '\v',
};
const NUMBER = /[-+]?(?:0x[0-9a-f]+|inf(?:inity)?|nan|\d+\.?\d*(?:e[-+]?\d+)?|\.\d+(?:e[-+]?\d+)?)/iy;
const WORD = /[a-z][a-z0-9]*/y;

/** Takes a text apart by the grammar of GLib's text format. */
class Grammar {
  private at = 0;
  constructor(private readonly text: string) {}

  whole(): Node {
    const node = this.node(0);
    this.blanks();
    return this.at === this.text.length ? node : fail(`It goes on after its value, at ${this.here()}.`);
  }

  private here(): string {
    const rest = this.text.slice(this.at, this.at + 12);
    return rest === '' ? 'its end' : `“${rest}”`;
  }
  private blanks(): void {
    while (/\s/.test(this.text[this.at] ?? 'x')) this.at++;
  }
  private takes(sign: string): boolean {
    this.blanks();
    if (this.text[this.at] !== sign) return false;
    this.at++;
    return true;
  }
  private needs(sign: string): void {
    if (!this.takes(sign)) fail(`There is no “${sign}” at ${this.here()}.`);
  }
  private match(pattern: RegExp): string | null {
    pattern.lastIndex = this.at;
    const found = pattern.exec(this.text);
    if (!found) return null;
    this.at += found[0].length;
    return found[0];
  }

  private node(depth: number): Node {
    if (depth > MOST_DEPTH) fail('It is nested deeper than a setting is.');
    this.blanks();
    const sign = this.text[this.at] ?? fail('It breaks off.');
    if (sign === '[') return this.array(depth);
    if (sign === '(') return this.tuple(depth);
    if (sign === '{') return this.braces(depth);
    if (sign === '<') {
      this.at++;
      const of = this.node(depth + 1);
      this.needs('>');
      return { is: 'variant', of };
    }
    if (sign === '@') {
      const end = endOfType(this.text, this.at + 1);
      if (end < 0) fail(`There is no type at ${this.here()}.`);
      const type = this.text.slice(this.at + 1, end);
      this.at = end;
      return { is: 'typed', type, of: this.node(depth + 1) };
    }
    if (sign === "'" || sign === '"') return { is: 'text', value: this.quoted() };
    if (sign === 'b' && /["']/.test(this.text[this.at + 1] ?? '')) {
      this.at++;
      return { is: 'bytes', value: this.bytes() };
    }
    const number = this.match(NUMBER);
    if (number !== null) return { is: 'number', text: number };
    return this.word(depth);
  }

  private word(depth: number): Node {
    const word = this.match(WORD);
    if (word === 'true' || word === 'false') return { is: 'flag', value: word === 'true' };
    if (word === 'nothing') return { is: 'nothing' };
    if (word === 'just') return { is: 'just', of: this.node(depth + 1) };
    const type = TYPE_WORDS.get(word ?? '');
    return type
      ? { is: 'typed', type, of: this.node(depth + 1) }
      : fail(
          word === null
            ? `There is no value at ${this.here()}.`
            : `“${word}” is no value: a text stands in quotes.`,
        );
  }

  private items(close: string, depth: number): Node[] {
    const items: Node[] = [];
    while (!this.takes(close)) {
      if (items.length > 0) {
        this.needs(',');
        // One comma may stand at the end of a tuple of one.
        if (close === ')' && items.length === 1 && this.takes(close)) break;
      }
      items.push(this.node(depth + 1));
    }
    return items;
  }
  private array(depth: number): Node {
    this.at++;
    return { is: 'array', items: this.items(']', depth) };
  }
  private tuple(depth: number): Node {
    this.at++;
    const items = this.items(')', depth);
    if (items.length === 1 && !/,\s*\)$/.test(this.text.slice(0, this.at)))
      fail('A tuple of one has a comma behind it.');
    return { is: 'tuple', items };
  }
  /** A dictionary, or one entry of it as a value of its own. */
  private braces(depth: number): Node {
    this.at++;
    if (this.takes('}')) return { is: 'dictionary', items: [] };
    const key = this.node(depth + 1);
    if (this.takes(',')) {
      const held = this.node(depth + 1);
      this.needs('}');
      return { is: 'entry', items: [key, held] };
    }
    this.needs(':');
    const entries: Node[] = [{ is: 'entry', items: [key, this.node(depth + 1)] }];
    while (!this.takes('}')) {
      this.needs(',');
      const next = this.node(depth + 1);
      this.needs(':');
      entries.push({ is: 'entry', items: [next, this.node(depth + 1)] });
    }
    return { is: 'dictionary', items: entries };
  }

  private quoted(): string {
    const quote = this.text[this.at++];
    let value = '';
    for (;;) {
      const sign = this.text[this.at++] ?? fail('A text has no closing quote.');
      if (sign === quote) return value;
      value += sign === '\\' ? this.escaped() : sign;
    }
  }
  private escaped(): string {
    const sign = this.text[this.at++] ?? fail('A text breaks off after a backslash.');
    if (sign === '\n') return '';
    if (sign !== 'u' && sign !== 'U') return ESCAPES[sign] ?? sign;
    const digits = sign === 'u' ? 4 : 8;
    const hex = this.text.slice(this.at, this.at + digits);
    const code = parseInt(hex, 16);
    if (!new RegExp(`^[0-9a-f]{${digits}}$`, 'i').test(hex) || code === 0 || code > 0x10ffff)
      fail(`“\\${sign}${hex}” is no character.`);
    this.at += digits;
    return String.fromCodePoint(code);
  }
  /** The bytes of a byte string, the one of its end among them. */
  private bytes(): number[] {
    const quote = this.text[this.at++];
    const value: number[] = [];
    for (;;) {
      const sign = this.text[this.at++] ?? fail('A byte string has no closing quote.');
      if (sign === quote) return [...value, 0];
      if (sign !== '\\') {
        value.push(...utf8Bytes(sign));
        continue;
      }
      const octal = this.match(/[0-7]{1,3}/y);
      if (octal !== null) value.push(parseInt(octal, 8) & 255);
      else value.push(...utf8Bytes(this.escaped()));
    }
  }
}

/** Whether a number is written as one that is not whole. */
const isBroken = (text: string) => !/^[-+]?0x/i.test(text) && /[.e]|inf|nan/i.test(text);

function wholeOf(text: string): bigint {
  const sign = text.startsWith('-') ? -1n : 1n;
  const bare = text.replace(/^[-+]/, '');
  // A leading nought is octal, as in C.
  return sign * BigInt(/^0\d+$/.test(bare) ? `0o${bare.slice(1)}` : bare);
}
function doubleOf(text: string): number {
  const bare = text.toLowerCase().replace(/^[-+]/, '');
  const size = bare.startsWith('inf')
    ? Infinity
    : bare === 'nan'
      ? NaN
      : isBroken(text)
        ? Number(bare)
        : Number(wholeOf(bare));
  return text.startsWith('-') ? -size : size;
}

/** The type that a text has by itself; null where it does not say. Numbers are int32 or double, as GLib takes them. */
function typeOf(node: Node): string | null {
  switch (node.is) {
    case 'typed':
      return node.type;
    case 'number':
      return isBroken(node.text) ? 'd' : 'i';
    case 'text':
      return 's';
    case 'bytes':
      return 'ay';
    case 'flag':
      return 'b';
    case 'variant':
      return 'v';
    case 'nothing':
      return null;
    case 'just': {
      const of = typeOf(node.of);
      return of === null ? null : `m${of}`;
    }
    case 'array':
    case 'dictionary': {
      const of = common(node.items);
      return of === null ? null : `a${of}`;
    }
    case 'tuple':
    case 'entry': {
      const types = node.items.map(typeOf);
      if (types.includes(null)) return null;
      return node.is === 'tuple' ? `(${types.join('')})` : `{${types.join('')}}`;
    }
  }
}

/** The type that all of some values can have. */
function common(nodes: readonly Node[]): string | null {
  const told = nodes.map(typeOf).filter((t) => t !== null);
  const typed = nodes.find(
    (n) => n.is === 'typed' || (n.is === 'entry' && n.items.some((i) => i.is === 'typed')),
  );
  if (typed) return typeOf(typed);
  // One that is not whole makes all doubles; one in a maybe makes all maybes.
  return told.find((t) => t.startsWith('m')) ?? told.find((t) => t === 'd') ?? told[0] ?? null;
}

function resolve(node: Node, type: string): GVariant {
  const misfit = () => fail(`It is no value of the type ${type}.`);
  if (node.is === 'typed')
    return node.type === type ? resolve(node.of, type) : fail(`It is of the type ${node.type}, not ${type}.`);
  if (type.startsWith('m')) {
    if (node.is === 'nothing') return { type, is: 'maybe', value: null };
    // What is not nothing may stand without a “just”.
    return { type, is: 'maybe', value: resolve(node.is === 'just' ? node.of : node, type.slice(1)) };
  }
  switch (node.is) {
    case 'flag':
      return type === 'b' ? { type, is: 'flag', value: node.value } : misfit();
    case 'number': {
      if (type === 'd') return { type, is: 'double', value: doubleOf(node.text) };
      const bounds = WHOLE[type];
      if (!bounds || isBroken(node.text)) return misfit();
      const value = wholeOf(node.text);
      return value >= bounds.least && value <= bounds.most
        ? { type, is: 'whole', value }
        : fail(`${node.text} lies outside of what ${bounds.name} takes.`);
    }
    case 'text':
      return textOf(node.value, type) ?? misfit();
    case 'bytes':
      return type === 'ay'
        ? { type, is: 'list', items: node.value.map((b) => ({ type: 'y', is: 'whole', value: BigInt(b) })) }
        : misfit();
    case 'variant': {
      if (type !== 'v') return misfit();
      const of = typeOf(node.of) ?? fail('A variant holds something whose type is not told.');
      return { type, is: 'variant', value: resolve(node.of, of) };
    }
    case 'array':
    case 'dictionary': {
      const isRight = node.is === 'dictionary' ? type.startsWith('a{') : type.startsWith('a');
      if (!isRight) return misfit();
      return { type, is: 'list', items: node.items.map((item) => resolve(item, type.slice(1))) };
    }
    case 'tuple':
    case 'entry': {
      const types = type.startsWith(node.is === 'tuple' ? '(' : '{') ? inside(type) : null;
      if (types?.length !== node.items.length) return misfit();
      return { type, is: 'list', items: node.items.map((item, i) => resolve(item, types[i] ?? '')) };
    }
    case 'nothing':
    case 'just':
      return misfit();
  }
}

function textOf(value: string, type: string): GVariant | null {
  if (type === 's') return { type, is: 'text', value };
  if (type === 'o')
    return /^\/$|^(\/[A-Za-z0-9_]+)+$/.test(value)
      ? { type, is: 'text', value }
      : fail('It is no path of an object.');
  if (type !== 'g') return null;
  for (let at = 0; at < value.length;) {
    const end = endOfType(value, at);
    if (end < 0) return fail('It is no signature.');
    at = end;
  }
  return { type, is: 'text', value };
}

/**
 * Reads a value in GLib's text format.
 *
 * @param type the type that it is known to have; without one the text has to tell it
 * Source: "GVariant Text Format" of the GLib documentation
 */
export function readGVariant(text: string, type: string | null = null): GVariantAnswer {
  if (text.length > LONGEST_VALUE) return { ok: false, sentence: 'It is longer than a value of a setting.' };
  if (type !== null && !isType(type)) return { ok: false, sentence: `“${type}” is no type.` };
  try {
    const node = new Grammar(text).whole();
    const as = type ?? typeOf(node);
    return as === null
      ? { ok: false, sentence: 'Its type is not told.' }
      : { ok: true, value: resolve(node, as) };
  } catch (problem) {
    if (problem instanceof Unreadable) return { ok: false, sentence: problem.message };
    throw problem;
  }
}
