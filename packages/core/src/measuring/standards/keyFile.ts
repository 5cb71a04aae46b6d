import { nth } from '../../ground/checked.js';

/** A key file taken apart: groups in their order, each with its keys; `Name[de]` is a key of its own. */
export interface KeyFile {
  readonly groups: ReadonlyMap<string, ReadonlyMap<string, string>>;
  /** What goes against the format, with line numbers from 1. */
  readonly problems: readonly string[];
}

/** Past this a text is no key file, whatever it says. */
const LONGEST = 1_000_000;
const MOST_PROBLEMS = 50;

/**
 * Reads the basic format of key files: groups in brackets, `key=value` lines, comments after `#`. Lines that are
 * neither are told and passed over, so that a slightly broken file still tells the rest.
 *
 * Source: Desktop Entry Specification 1.5, "Basic format of the file".
 */
export function readKeyFile(text: string): KeyFile {
  const groups = new Map<string, Map<string, string>>();
  const problems: string[] = [];
  const tell = (line: number, what: string) => {
    if (problems.length < MOST_PROBLEMS) problems.push(`Line ${line}: ${what}`);
  };
  if (text.length > LONGEST) return { groups, problems: ['The file is too long for a key file.'] };
  let group: Map<string, string> | null = null;
  text
    .replace(/^\uFEFF/, '')
    .split(/\r\n|\n|\r/)
    .forEach((raw, i) => {
      const line = raw.trim();
      if (line === '' || line.startsWith('#')) return;
      const head = /^\[([^[\]]+)\]$/.exec(line);
      if (head) {
        const name = nth(head, 1);
        const known = groups.get(name);
        if (known) tell(i + 1, `the group ${name} stands twice.`);
        group = known ?? new Map<string, string>();
        groups.set(name, group);
        return;
      }
      const pair = /^([A-Za-z0-9-]+(?:\[[^\]]*\])?)\s*=\s*(.*)$/.exec(line);
      if (!pair) tell(i + 1, 'neither a group, a key nor a comment.');
      else if (!group) tell(i + 1, `the key ${nth(pair, 1)} stands before any group.`);
      else if (group.has(nth(pair, 1))) tell(i + 1, `the key ${nth(pair, 1)} stands twice in its group.`);
      else group.set(nth(pair, 1), nth(pair, 2));
    });
  return { groups, problems };
}

const ESCAPES: Readonly<Record<string, string>> = { s: ' ', n: '\n', t: '\t', r: '\r', '\\': '\\' };

/** A value of the type string with its escapes resolved; an unknown escape is left as it stands. */
export function unescapeValue(value: string): string {
  return value.replace(/\\(.)/g, (whole, c: string) => ESCAPES[c] ?? whole);
}

/** A list of values parted by a character; `\;` is the character itself. The end of the list may have one too. */
export function listValue(value: string, separator: ';' | ',' = ';'): string[] {
  const parts: string[] = [];
  let part = '';
  for (let i = 0; i < value.length; i++) {
    if (value[i] === '\\' && value[i + 1] === separator) {
      part += separator;
      i++;
    } else if (value[i] === separator) {
      parts.push(part);
      part = '';
    } else part += nth(value, i);
  }
  if (part !== '') parts.push(part);
  return parts.map((p) => p.trim()).filter((p) => p !== '');
}

/** A value of the type boolean, or null where it is none. */
export function booleanValue(value: string | undefined): boolean | null {
  return value === 'true' ? true : value === 'false' ? false : null;
}
