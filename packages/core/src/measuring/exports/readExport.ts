import { SaxesParser } from 'saxes';
import { isRecord } from '../../ground/shape/shape.js';
import { decodeText } from '../../ground/utf8.js';
import { NEWLINES, type ExportedValue, type ExportForm } from './export.js';

/** An export by the name of its file. */
export interface ExportFile {
  readonly name: string;
  readonly bytes: Uint8Array;
}

/** Longer exports are not read. Bytes. */
export const LONGEST_EXPORT = 64 * 1024 * 1024;
const MOST_ENTRIES = 200_000;
const MOST_DEPTH = 40;
const LONGEST_HEAD = 2000;

export interface ExportRead {
  readonly form: ExportForm;
  /** Its entries by their steps, joined. Of two at one place the last one holds. */
  readonly entries: ReadonlyMap<string, ExportedValue>;
}
export type ExportAnswer =
  { readonly ok: true; readonly read: ExportRead } | { readonly ok: false; readonly sentence: string };

class Unreadable extends Error {}

/** The steps that lead to an entry, as one name. */
export const nameOfSteps = (steps: readonly string[]): string => steps.join(' › ');

/** The encoding that a text's first bytes tell, by the byte order mark of Unicode. */
function encodingOf(bytes: Uint8Array): ExportForm['encoding'] {
  const [a, b] = bytes;
  return a === 0xff && b === 0xfe ? 'utf-16le' : a === 0xfe && b === 0xff ? 'utf-16be' : 'utf-8';
}

/**
 * Reads settings that were exported: sections with `key = value` or `"name"=typed value`, JSON, or XML; in UTF-8, or in UTF-16 with its byte
 * order mark.
 */
export function readExport({ name, bytes }: ExportFile): ExportAnswer {
  try {
    if (bytes.length > LONGEST_EXPORT)
      throw new Unreadable(`${name} is longer than an export of settings is.`);
    const encoding = encodingOf(bytes);
    const text = decodeText(bytes, encoding);
    if (text.includes('\0') || text.includes('\uFFFD'))
      throw new Unreadable(`${name} is no text in UTF-8 or UTF-16. Export it as plain text.`);
    const newline = text.includes('\r\n') ? NEWLINES[1] : NEWLINES[0];
    const start = text.trimStart();
    const { form, head, values } = start.startsWith('{')
      ? ofJson(name, start)
      : start.startsWith('<')
        ? ofXml(name, start)
        : ofSections(text);
    if (values.length === 0) throw new Unreadable(`${name} holds no settings that could be told apart.`);
    const entries = new Map(values.map((value) => [nameOfSteps(value.steps), value]));
    return { ok: true, read: { form: { form, encoding, newline, head }, entries } };
  } catch (problem) {
    if (problem instanceof Unreadable) return { ok: false, sentence: problem.message };
    throw problem;
  }
}

interface Found {
  readonly form: ExportForm['form'];
  readonly head: string;
  readonly values: readonly ExportedValue[];
}

function ofJson(name: string, text: string): Found {
  const values: ExportedValue[] = [];
  let told: unknown;
  try {
    told = JSON.parse(text);
  } catch {
    throw new Unreadable(`${name} begins like JSON and breaks off or is damaged.`);
  }
  const walk = (value: unknown, path: readonly string[]) => {
    if (path.length > MOST_DEPTH || values.length > MOST_ENTRIES) return;
    if (isRecord(value)) for (const [key, inner] of Object.entries(value)) walk(inner, [...path, key]);
    // Of lists the whole is one value: which of their entries is which nobody can tell.
    else if (value !== null && path.length > 0)
      values.push({
        path,
        steps: path,
        before: '',
        ...(typeof value === 'string'
          ? { way: 'JSON text', value }
          : { way: 'JSON value', value: JSON.stringify(value) }),
      });
  };
  walk(told, []);
  return { form: 'JSON', head: '', values };
}

const NAMES = ['name', 'id', 'key'];
/** Attributes that say which element it is, and of what form; all others may be values that are set. */
const isIdentity = (key: string) =>
  NAMES.includes(key) || ['type', 'class', 'version'].includes(key) || key.startsWith('xmlns');
/** An attribute that holds the element's one value. */
const isValue = (key: string) => /^(value|val|data)$/i.test(key);
export const escapeXml = (text: string): string =>
  text.replace(/[<>&"\n\r\t]/g, (sign) => `&#${sign.charCodeAt(0)};`);

function ofXml(name: string, text: string): Found {
  const values: ExportedValue[] = [];
  const [path, steps]: [string[], string[]] = [[], []];
  let content = '';
  // Of an element that holds a text alone, its start tag with everything in it.
  let wholeTag = '';
  const parser = new SaxesParser();
  parser.on('doctype', () => {
    throw new Unreadable(`${name} declares a document type, which no export of settings needs.`);
  });
  parser.on('error', (error) => {
    throw new Unreadable(`${name} is broken XML: ${error.message}`);
  });
  parser.on('text', (piece) => (content += piece));
  parser.on('cdata', (piece) => (content += piece));
  parser.on('opentag', ({ name: tag, attributes }) => {
    const own = NAMES.map((key) => attributes[key]).find((value) => value !== undefined);
    steps.push(own === undefined ? tag : `${tag} ${own}`);
    const startTag = (keep: (key: string) => boolean) =>
      [
        tag,
        ...Object.entries(attributes).flatMap(([key, value]) =>
          keep(key) ? [`${key}="${escapeXml(value)}"`] : [],
        ),
      ].join(' ');
    content = '';
    if (path.length > MOST_DEPTH || values.length > MOST_ENTRIES)
      throw new Unreadable(`${name} is nested too deep, or too long.`);
    for (const [key, value] of Object.entries(attributes))
      if (!isIdentity(key))
        values.push({
          path: [...path, startTag((other) => (isValue(key) ? other !== key : isIdentity(other)))],
          steps: [...steps, key],
          before: key,
          way: 'XML',
          value,
        });
    path.push(startTag(isIdentity));
    wholeTag = startTag(() => true);
  });
  parser.on('closetag', () => {
    if (content.trim() !== '')
      values.push({
        path: [...path.slice(0, -1), wholeTag],
        steps: [...steps],
        before: '',
        way: 'XML',
        value: content.trim(),
      });
    content = '';
    path.pop();
    steps.pop();
  });
  parser.write(text).close();
  return { form: 'XML', head: /^<\?xml[^>]*\?>/.exec(text)?.[0] ?? '', values };
}

/** A value as it is typed behind a name: in quotes, or with its type before it. */
function typedValue(raw: string): Pick<ExportedValue, 'value' | 'way'> & { readonly typed: string } {
  const quoted = /^"((?:[^"\\]|\\.)*)"$/.exec(raw)?.[1];
  if (quoted !== undefined) return { value: quoted.replace(/\\(.)/g, '$1'), way: 'quoted', typed: '' };
  const [, typed = '', digits] = /^(d?word:)([0-9a-f]{1,8})$/i.exec(raw) ?? [];
  return digits === undefined
    ? { value: raw, way: 'bare', typed: '' }
    : { value: String(parseInt(digits, 16)), way: 'sixteens', typed };
}

/** Sections with `key = value` or `"name"=typed value`. */
function ofSections(text: string): Found {
  const values: ExportedValue[] = [];
  const head: string[] = [];
  let section: string | null = null;
  for (const raw of text.split(/\r\n|\n|\r/)) {
    const line = raw.trim();
    const named = /^\[(.+)\]$/.exec(line)?.[1];
    if (named !== undefined) section = named;
    const entry = /^((?:"((?:[^"\\]|\\.)+)"|([^=;#"[\]][^=]*?))\s*=\s*)(.*)$/.exec(line);
    if (named === undefined && !entry && section === null && values.length === 0) head.push(raw.trimEnd());
    if (named !== undefined || !entry || values.length > MOST_ENTRIES) continue;
    const key = (entry[2] ?? entry[3] ?? '').trim();
    const { value, way, typed } = typedValue((entry[4] ?? '').trim());
    const path = section === null ? [] : [section];
    values.push({ path, steps: [...path, key], before: `${entry[1] ?? ''}${typed}`, way, value });
  }
  return { form: 'sections', head: head.join('\n').trim().slice(0, LONGEST_HEAD), values };
}
