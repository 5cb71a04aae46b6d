import { hostPathProblem } from '../../measuring/standards/places.js';
import type { FilePlace } from '../../model/offers/ownSetting.js';

/** A line of a file that became another. */
export interface ChangedLine {
  /** The file, from the home folder. */
  readonly in: string;
  /** The group of a key file that it stands in; empty where there is none. */
  readonly key: string;
  /** Lines that it lies in, from the outermost on. */
  readonly within: readonly string[];
  readonly from: string | null;
  readonly to: string;
}

/** What a line sets, and where: a place that can be set again. */
export interface PlacedLine {
  readonly file: FilePlace;
  readonly name: string;
  /** What it stands with, in words. */
  readonly group: string;
  readonly from: string | null;
  readonly to: string;
}

/** A place inside a file, with its value. */
interface Place {
  readonly format: FilePlace['format'];
  readonly at: string;
  readonly name: string;
  readonly value: string;
}

/** `"name": value,` inside objects alone: of one in a list nobody can tell which it is. */
function inJson(line: string, within: readonly string[]): Place | null {
  const found = /^\s*"([^"\\.]+)"\s*:\s*("(?:[^"\\]|\\.)*"|[-\d.eE+]+|true|false)\s*,?\s*$/.exec(line);
  if (!found) return null;
  const steps: string[] = [];
  for (const outer of within) {
    if (/^\{\s*$/.test(outer)) continue;
    const step = /^"([^"\\.]+)"\s*:\s*\{\s*$/.exec(outer)?.[1];
    if (step === undefined) return null;
    steps.push(step);
  }
  const [, name = '', raw = ''] = found;
  let value = raw;
  if (raw.startsWith('"'))
    try {
      value = String(JSON.parse(raw));
    } catch {
      return null;
    }
  return { format: 'json', at: [...steps, name].join('.'), name, value };
}

/** `property: value;` in a rule of its own. */
function inCss(line: string, within: readonly string[]): Place | null {
  const found = /^\s*([A-Za-z-]+)\s*:\s*([^;{}]+?)\s*;?\s*$/.exec(line);
  const [outer, ...more] = within;
  const selector = /^([^@{}][^{}]*?)\s*\{\s*$/.exec(outer ?? '')?.[1];
  if (!found || selector === undefined || more.length > 0) return null;
  const [, name = '', value = ''] = found;
  return { format: 'css', at: `${selector}{${name}}`, name, value };
}

const unescaped = (text: string) =>
  text
    .replaceAll('&lt;', '<')
    .replaceAll('&gt;', '>')
    .replaceAll('&quot;', '"')
    .replaceAll('&apos;', "'")
    .replaceAll('&amp;', '&');

interface Tag {
  readonly name: string;
  readonly attributes: ReadonlyMap<string, string>;
  /** The text in it, where it holds that alone. */
  readonly text: string | null;
}
function tagOf(line: string): Tag | null {
  const found =
    /^\s*<([A-Za-z_][\w.-]*)((?:\s+[\w:.-]+\s*=\s*(?:"[^"]*"|'[^']*'))*)\s*\/?>(?:([^<]*)<\/\1>)?\s*$/.exec(
      line,
    );
  if (!found) return null;
  const [, name = '', attributes = '', text] = found;
  const all = [...attributes.matchAll(/([\w:.-]+)\s*=\s*(?:"([^"]*)"|'([^']*)')/g)];
  return {
    name,
    attributes: new Map(all.map(([, key = '', a, b]) => [key, unescaped(a ?? b ?? '')])),
    text: text ?? null,
  };
}
/** An element by its name, and by its own name where it has one. */
function stepOf({ name, attributes }: Tag, but: string | null): string {
  const known = ['name', 'id', 'key'].find(
    (key) => key !== but && /^[^[\]=/@]+$/.test(attributes.get(key) ?? ''),
  );
  return known === undefined ? name : `${name}[${known}=${attributes.get(known) ?? ''}]`;
}

/** An attribute or the text of an element; which of them, the line that stood there before tells. */
function inXml(line: string, before: string, within: readonly string[]): Place | null {
  const [tag, was] = [tagOf(line), tagOf(before)];
  if (!tag || tag.name !== was?.name) return null;
  const steps: string[] = [];
  for (const outer of within) {
    const step = tagOf(outer);
    if (!step) return null;
    steps.push(stepOf(step, null));
  }
  const changed = [...tag.attributes].filter(([key, value]) => was.attributes.get(key) !== value);
  const [attribute, ...others] = changed;
  if (others.length > 0) return null;
  const named =
    tag.attributes.get('name') ?? tag.attributes.get('id') ?? tag.attributes.get('key') ?? tag.name;
  if (attribute) {
    const [key, value] = attribute;
    const name = ['value', 'val'].includes(key) ? named : key;
    return { format: 'xml', at: `${[...steps, stepOf(tag, key)].join('/')}@${key}`, name, value };
  }
  return tag.text === null || tag.text === was.text
    ? null
    : {
        format: 'xml',
        at: [...steps, stepOf(tag, null)].join('/'),
        name: named,
        value: unescaped(tag.text).trim(),
      };
}

/** The value of a line of its own, without quotes around it and the sign that ends it: an edit keeps those. */
export const unquoted = (value: string): string => /^"([^"]*)"\s*[;,]?$/.exec(value)?.[1] ?? value;

/** `key = value`, in a group of a key file or in none. */
function inLines(line: string, group: string): Place | null {
  const found = /^(\s*[^=\s#;<>{}"'][^=<>{}"']*?\s*=\s*)(.*)$/.exec(line);
  if (!found) return null;
  const [, start = '', value = ''] = found;
  const name = start.replace(/\s*=\s*$/, '').trim();
  if (group.includes('/') || name.includes('/')) return null;
  return group === ''
    ? { format: 'lines', at: start.trim(), name, value: unquoted(value) }
    : { format: 'key file', at: `${group}/${name}`, name, value };
}

/** What a line that changed sets, and where; null where it is in no place that can be set. */
export function lineOf({ in: path, key: group, within, from, to }: ChangedLine): PlacedLine | null {
  if (hostPathProblem(path) !== null) return null;
  const placed = (line: string, other: string): Place | null =>
    inJson(line, within) ?? inXml(line, other, within) ?? inCss(line, within) ?? inLines(line, group);
  const now = placed(to, from ?? '');
  if (!now) return null;
  const before = from === null ? null : placed(from, to);
  // Another line took its place: not the same thing with another value.
  if (from !== null && before?.at !== now.at) return null;
  const { format, at, name, value } = now;
  const words = [path.split('/').at(-1) ?? '', group, ...within].join(' ');
  return {
    file: { path, format, at },
    name,
    group: words.replace(/[^\p{L}\p{N}.-]+/gu, ' ').trim(),
    from: before?.value ?? null,
    to: value,
  };
}
