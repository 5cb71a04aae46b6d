import { nth } from '../../ground/checked.js';
import { booleanValue, listValue, readKeyFile, unescapeValue } from './keyFile.js';

export interface DesktopEntry {
  readonly type: string;
  readonly name: string;
  readonly exec: string;
  readonly icon: string;
  readonly categories: readonly string[];
  readonly hidden: boolean;
  /** Desktops that show it alone, and that do not. */
  readonly onlyShowIn: readonly string[];
  readonly notShowIn: readonly string[];
  readonly problems: readonly string[];
}

const TYPES = ['Application', 'Link', 'Directory'];
const BOOLEANS = [
  'NoDisplay',
  'Hidden',
  'Terminal',
  'StartupNotify',
  'DBusActivatable',
  'PrefersNonDefaultGPU',
  'SingleMainWindow',
];
const FIELD_CODES = 'fFuUick';
const OLD_CODES = 'dDnNvm';

/** Signs that mean something to a shell: an argument with one of them stands in quotes. Source: "The Exec key". */
const RESERVED = `'><~|&;$*?#()\``;

/** What is wrong with the quoting and field codes of an Exec line. Source: Desktop Entry Specification, "The Exec key". */
export function execProblems(exec: string): string[] {
  const problems = new Set<string>();
  let quoted = false;
  let files = 0;
  for (let i = 0; i < exec.length; i++) {
    const c = nth(exec, i);
    const isEdge = (at: string | undefined) => at === undefined || /\s/.test(at);
    if (c === '\\' && quoted) i++;
    else if (c === '"') {
      if (!isEdge(exec[quoted ? i + 1 : i - 1]))
        problems.add('The Exec line quotes a part of an argument: all of it stands in quotes, or none.');
      quoted = !quoted;
    } else if (quoted && (c === '$' || c === '`'))
      problems.add(`The Exec line has ${c} inside quotes without a \\ before it.`);
    else if (!quoted && RESERVED.includes(c))
      problems.add(`The Exec line has ${c} outside quotes: what it stands in has to be quoted.`);
    else if (c === '%') {
      const code = exec[++i];
      if (code === '%') continue;
      if (code === undefined || !(FIELD_CODES + OLD_CODES).includes(code))
        problems.add(`The Exec line has an unknown field code %${code ?? ''}.`);
      else if (OLD_CODES.includes(code))
        problems.add(`The Exec line uses %${code}, which is no longer in use.`);
      else if (quoted) problems.add(`The Exec line has the field code %${code} inside quotes.`);
      if (code !== undefined && 'fFuU'.includes(code)) files++;
    }
  }
  if (quoted) problems.add('The Exec line opens a quote and does not close it.');
  if (files > 1) problems.add('The Exec line takes files in more than one place.');
  return [...problems];
}

/** What looks like a stray blank in a command: before or behind it, doubled, behind a dash or a slash, or around a sign of equality. */
export function strayBlanks(command: string): string[] {
  // What stands in quotes is meant as it stands.
  const bare = command.replace(/"(?:[^"\\]|\\.)*"/g, (quoted) => `"${'x'.repeat(quoted.length - 2)}"`);
  const found = (pattern: RegExp, sentence: (piece: string) => string): string[] => {
    const piece = pattern.exec(bare)?.[0];
    return piece === undefined ? [] : [sentence(piece.trim())];
  };
  return [
    ...found(/^\s|\s$/, () => 'A blank stands before the command or behind it.'),
    ...found(/\S\s{2,}\S/, () => 'Two blanks stand where one parts two words.'),
    // A dash alone may mean what comes in, and two the end of options: what is told looks like neither.
    ...found(
      /\s-\s+(-\S+|[a-z](?=\s|$))|\s--\s+[a-z][\w-]*=\S*/i,
      (piece) => `A blank parts a dash from its word: ${piece}.`,
    ),
    ...found(
      /(\S+\s)?\s?=\S+(?<=\s=\S+)|\S+=\s\S+/,
      (piece) => `A blank stands beside a sign of equality: ${piece}.`,
    ),
    ...found(/^\s*\S*\/\s+\S+/, (piece) => `A blank stands in the program's path: ${piece}.`),
  ];
}

/** Reads and validates a desktop entry. Source: Desktop Entry Specification 1.5. */
export function readDesktopEntry(text: string): DesktopEntry {
  const { groups, problems: lines } = readKeyFile(text);
  const problems = [...lines];
  const group = groups.get('Desktop Entry');
  if (!group) problems.push('There is no group [Desktop Entry].');
  else if ([...groups.keys()][0] !== 'Desktop Entry')
    problems.push('The group [Desktop Entry] is not the first.');
  const get = (key: string) => group?.get(key);
  const type = get('Type') ?? '';
  if (group && type === '') problems.push('It has no Type.');
  else if (group && !TYPES.includes(type)) problems.push(`It is of an unknown Type, ${type}.`);
  const name = unescapeValue(get('Name') ?? '');
  if (group && name === '') problems.push('It has no Name.');
  const exec = unescapeValue(get('Exec') ?? '');
  if (type === 'Application' && exec === '' && booleanValue(get('DBusActivatable')) !== true)
    problems.push('An application has an Exec line.');
  if (type === 'Link' && !get('URL')) problems.push('A link has a URL.');
  for (const key of BOOLEANS)
    if (get(key) !== undefined && booleanValue(get(key)) === null)
      problems.push(`${key} is neither true nor false.`);
  if (exec !== '') problems.push(...execProblems(exec));
  const onlyShowIn = listValue(get('OnlyShowIn') ?? '');
  const notShowIn = listValue(get('NotShowIn') ?? '');
  const both = onlyShowIn.find((d) => notShowIn.includes(d));
  if (both) problems.push(`${both} stands both in OnlyShowIn and in NotShowIn.`);
  return {
    type,
    name,
    exec,
    icon: get('Icon') ?? '',
    categories: listValue(get('Categories') ?? ''),
    hidden: booleanValue(get('Hidden')) ?? false,
    onlyShowIn,
    notShowIn,
    problems,
  };
}

/** A name as the name of a file: letters and figures in lower case with hyphens between; never empty. */
export function slugOf(name: string): string {
  return (
    name
      .toLowerCase()
      .replace(/[^\p{L}\p{N}]+/gu, '-')
      .replace(/^-+|-+$/g, '') || 'launcher'
  );
}

/** A launcher for a command, after the Desktop Entry Specification, and the name of its file. */
export function launcherFile(
  name: string,
  command: string,
): { readonly name: string; readonly text: string } {
  const escaped = (text: string) => text.replace(/\\/g, '\\\\').replace(/[\r\n]+/g, ' ');
  return {
    name: `${slugOf(name)}.desktop`,
    text: [
      '[Desktop Entry]',
      'Type=Application',
      `Name=${escaped(name)}`,
      `Exec=${escaped(command)}`,
      '',
    ].join('\n'),
  };
}
