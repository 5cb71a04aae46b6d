import { SaxesParser } from 'saxes';
import { isRecord } from '../../ground/shape/shape.js';
import type { Machine, MachineSetting } from './machine.js';
import { takesBy, type Learnt } from './byDoing.js';

/** An export of settings by the name of its file. */
export interface Export {
  readonly name: string;
  readonly text: string;
}

/** Longer exports are not read. Characters. */
export const LONGEST_EXPORT = 32 * 1024 * 1024;
const MOST_ENTRIES = 200_000;
const MOST_DEPTH = 40;

export type ExportsAnswer =
  { readonly ok: true; readonly learnt: Learnt } | { readonly ok: false; readonly sentence: string };

class Unreadable extends Error {}

/** Every entry of an export by its path, with its value as it is written. */
function entriesOf({ name, text }: Export): Map<string, string> {
  if (text.length > LONGEST_EXPORT) throw new Unreadable(`${name} is longer than an export of settings is.`);
  if (text.includes('\0') || text.includes('\uFFFD'))
    throw new Unreadable(`${name} is no text in UTF-8. Export it as plain text in UTF-8.`);
  const clean = text.replace(/^\uFEFF/, '').trim();
  const found =
    clean.startsWith('{') || clean === ''
      ? ofJson(name, clean)
      : clean.startsWith('<')
        ? ofXml(name, clean)
        : ofSections(clean);
  if (found.size === 0) throw new Unreadable(`${name} holds no settings that could be told apart.`);
  return found;
}

function ofJson(name: string, text: string): Map<string, string> {
  const found = new Map<string, string>();
  let told: unknown;
  try {
    told = JSON.parse(text);
  } catch {
    throw new Unreadable(`${name} begins like JSON and breaks off or is damaged.`);
  }
  const walk = (value: unknown, path: readonly string[]) => {
    if (path.length > MOST_DEPTH || found.size > MOST_ENTRIES) return;
    if (isRecord(value)) for (const [key, inner] of Object.entries(value)) walk(inner, [...path, key]);
    // Of lists the whole is one value: which of their entries is which nobody can tell.
    else if (value !== null)
      found.set(path.join(' › '), typeof value === 'string' ? value : JSON.stringify(value));
  };
  walk(told, []);
  return found;
}

function ofXml(name: string, text: string): Map<string, string> {
  const found = new Map<string, string>();
  const path: string[] = [];
  let content = '';
  const parser = new SaxesParser();
  parser.on('doctype', () => {
    throw new Unreadable(`${name} declares a document type, which no export of settings needs.`);
  });
  parser.on('error', (error) => {
    throw new Unreadable(`${name} is broken XML: ${error.message}`);
  });
  parser.on('text', (piece) => (content += piece));
  parser.on('opentag', ({ name: tag, attributes }) => {
    const own = attributes['name'] ?? attributes['id'] ?? attributes['key'];
    path.push(own === undefined ? tag : `${tag} ${own}`);
    content = '';
    if (path.length > MOST_DEPTH || found.size > MOST_ENTRIES)
      throw new Unreadable(`${name} is nested too deep, or too long.`);
    for (const [key, value] of Object.entries(attributes))
      if (!['name', 'id', 'key'].includes(key)) found.set([...path, key].join(' › '), value);
  });
  parser.on('closetag', () => {
    if (content.trim() !== '') found.set(path.join(' › '), content.trim());
    content = '';
    path.pop();
  });
  parser.write(text).close();
  return found;
}

/** A value as it is typed behind a name: in quotes, or with its type before it. */
function plain(raw: string): string {
  const value = raw.trim();
  const quoted = /^"((?:[^"\\]|\\.)*)"$/.exec(value)?.[1];
  if (quoted !== undefined) return quoted.replace(/\\(.)/g, '$1');
  const hex = /^d?word:([0-9a-f]{1,8})$/i.exec(value)?.[1];
  return hex === undefined ? value : String(parseInt(hex, 16));
}

/** Sections with `key = value` or `"name"=typed value`. */
function ofSections(text: string): Map<string, string> {
  const found = new Map<string, string>();
  let section = '';
  for (const raw of text.split(/\r\n|\n|\r/)) {
    const line = raw.trim();
    const head = /^\[(.+)\]$/.exec(line)?.[1];
    if (head !== undefined) section = head;
    const entry = /^(?:"((?:[^"\\]|\\.)+)"|([^=;#"[\]][^=]*?))\s*=\s*(.*)$/.exec(line);
    if (head !== undefined || !entry || found.size > MOST_ENTRIES) continue;
    const key = (entry[1] ?? entry[2] ?? '').trim();
    found.set(section === '' ? key : `${section} › ${key}`, plain(entry[3] ?? ''));
  }
  return found;
}

/**
 * What changed between two exports of settings, before and after one change, where no script can look: each place that became another is a
 * setting that a hand sets.
 *
 * @param before what a survey or earlier exports told; null where there was none
 */
export function learnFromExports(before: Machine | null, first: Export, then: Export): ExportsAnswer {
  try {
    const [was, is] = [entriesOf(first), entriesOf(then)];
    const settings = new Map((before?.settings ?? []).map((s) => [s.key, s]));
    const changed = new Map<string, number>();
    for (const [path, to] of is) {
      const from = was.get(path);
      if (from === undefined || from === to) continue;
      const key = `${then.name} › ${path}`.slice(0, 200);
      const steps = path.split(' › ');
      const known = settings.get(key);
      const setting: MachineSetting = {
        key,
        group: [then.name.replace(/\.[^.]*$/, ''), ...steps.slice(0, -1)].join(' '),
        name: steps.at(-1) ?? '',
        label: '',
        help: '',
        takes: takesBy([from, to, ...(known?.now ? [known.now] : [])]),
        first: null,
        now: to,
        type: null,
        file: null,
      };
      settings.set(key, setting);
      changed.set(key, 1);
    }
    if (changed.size === 0)
      return {
        ok: false,
        sentence: `Nothing is another in ${then.name} than in ${first.name}: change one thing between the two exports.`,
      };
    return {
      ok: true,
      learnt: {
        machine: {
          desktop: before?.desktop ?? '',
          commands: before?.commands ?? [],
          seen: before?.seen ?? [],
          screen: before?.screen ?? null,
          leftOut: before?.leftOut ?? 0,
          problems: before?.problems ?? [],
          settings: [...settings.values()],
        },
        changed,
        unplaced: [...is.keys()].filter((path) => !was.has(path)).length,
      },
    };
  } catch (problem) {
    if (problem instanceof Unreadable) return { ok: false, sentence: problem.message };
    throw problem;
  }
}
