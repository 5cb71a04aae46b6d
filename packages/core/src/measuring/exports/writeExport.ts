import { utf8Bytes } from '../../ground/utf8.js';
import type { ExportEntry, ExportForm } from './export.js';
import { escapeXml } from './readExport.js';

/** An entry with the value that it is to hold, in plain words. */
export interface EntryToWrite {
  readonly entry: ExportEntry;
  readonly value: string;
}

/** A value as its entry writes it; null where it cannot: no whole number from 0 to 4,294,967,295, no value of JSON, a line in a line. */
export function writeEntry({ way }: Pick<ExportEntry, 'way'>, value: string): string | null {
  switch (way) {
    case 'bare':
      return /[\r\n]/.test(value) ? null : value;
    case 'quoted':
      return /[\r\n]/.test(value) ? null : `"${value.replace(/["\\]/g, '\\$&')}"`;
    case 'sixteens': {
      const number = /^\d{1,10}$/.test(value) ? Number(value) : NaN;
      return number <= 0xffff_ffff ? number.toString(16).padStart(8, '0') : null;
    }
    case 'JSON text':
      return JSON.stringify(value);
    case 'JSON value':
      try {
        return JSON.stringify(JSON.parse(value));
      } catch {
        return null;
      }
    case 'XML':
      return escapeXml(value);
  }
}

/** What stands inside one section, object or element: what stands there itself, and what lies in others. */
interface Inside {
  readonly own: string[];
  /** Of an element of XML, the attributes that are set. */
  readonly attributes: Map<string, string>;
  readonly inner: Map<string, Inside>;
}
const nothing = (): Inside => ({ own: [], attributes: new Map(), inner: new Map() });

function at(root: Inside, path: readonly string[]): Inside {
  let here = root;
  for (const step of path) {
    const next = here.inner.get(step) ?? nothing();
    here.inner.set(step, next);
    here = next;
  }
  return here;
}

/**
 * A file of an export's own form that holds these entries alone, to be imported.
 *
 * @param all values that `writeEntry` can write
 * @returns its bytes in the export's encoding, with the byte order mark where that is UTF-16
 */
export function writeExport(form: ExportForm, all: readonly EntryToWrite[]): Uint8Array<ArrayBuffer> {
  const lines =
    form.form === 'JSON' ? jsonLines(all) : form.form === 'XML' ? xmlLines(all) : sectionLines(all);
  const head = form.head === '' ? [] : [...form.head.split('\n'), ...(form.form === 'sections' ? [''] : [])];
  return encode([...head, ...lines, ''].join(form.newline), form.encoding);
}

const written = ({ entry, value }: EntryToWrite): string => writeEntry(entry, value) ?? '';

function sectionLines(all: readonly EntryToWrite[]): string[] {
  const root = nothing();
  for (const one of all) at(root, one.entry.path).own.push(one.entry.before + written(one));
  return [
    ...root.own,
    ...(root.own.length > 0 && root.inner.size > 0 ? [''] : []),
    ...[...root.inner].flatMap(([section, { own }], i) => [...(i > 0 ? [''] : []), `[${section}]`, ...own]),
  ];
}

function jsonLines(all: readonly EntryToWrite[]): string[] {
  const root = nothing();
  for (const one of all) at(root, one.entry.path).own.push(written(one));
  const lines = ({ own, inner }: Inside, indent: string): string[] => {
    // One value at a place: the last one that was said.
    if (inner.size === 0) return [own.at(-1) ?? 'null'];
    const entries = [...inner].map(([key, value], i) => {
      const [first = '', ...rest] = lines(value, `${indent}  `);
      const comma = i < inner.size - 1 ? ',' : '';
      const said = [`${indent}  ${JSON.stringify(key)}: ${first}`, ...rest];
      return [...said.slice(0, -1), `${said.at(-1) ?? ''}${comma}`];
    });
    return ['{', ...entries.flat(), `${indent}}`];
  };
  return lines(root, '');
}

function xmlLines(all: readonly EntryToWrite[]): string[] {
  const root = nothing();
  for (const one of all) {
    const element = at(root, one.entry.path);
    if (one.entry.before === '') element.own.push(written(one));
    else element.attributes.set(one.entry.before, written(one));
  }
  const lines = ({ inner }: Inside, indent: string): string[] =>
    [...inner].flatMap(([start, value]) => {
      const name = start.split(' ')[0] ?? '';
      const tag = [start, ...[...value.attributes].map(([key, said]) => `${key}="${said}"`)].join(' ');
      const text = value.own.at(-1) ?? '';
      if (value.inner.size > 0)
        return [`${indent}<${tag}>${text}`, ...lines(value, `${indent}  `), `${indent}</${name}>`];
      return [text === '' ? `${indent}<${tag}/>` : `${indent}<${tag}>${text}</${name}>`];
    });
  return lines(root, '');
}

function encode(text: string, encoding: ExportForm['encoding']): Uint8Array<ArrayBuffer> {
  if (encoding === 'utf-8') return utf8Bytes(text);
  const marked = `\uFEFF${text}`;
  const bytes = new Uint8Array(marked.length * 2);
  const view = new DataView(bytes.buffer);
  for (let i = 0; i < marked.length; i++)
    view.setUint16(2 * i, marked.charCodeAt(i), encoding === 'utf-16le');
  return bytes;
}
