/** One thing that an install script can be told. */
export interface ScriptOption {
  /** As it is typed: the long form where there is one. */
  readonly flag: string;
  /** What it is called as well. */
  readonly also: readonly string[];
  /** What it takes, by the word that its help uses for that; null: nothing. */
  readonly takes: string | null;
  /** What it takes, where its help lists that; empty where it does not. */
  readonly values: readonly string[];
  readonly help: string;
}

const MOST_OPTIONS = 60;
const MOST_HELP = 300;

/** `-t, --theme NAME   help`, also with `=`, and with the word for its value in angles or brackets. */
const LINE =
  /^(?<flags>-{1,2}[A-Za-z][\w-]*(?:\s*[,|/]\s*-{1,2}[A-Za-z][\w-]*)*)(?:[ =](?<takes><[^<>]+>|\[[^[\]]+\]|[A-Z][A-Z_|]+(?:\.{3})?))?(?:\.{3})?(?:\s{2,}|\t+|\s*$|\s+(?=[A-Z([]))(?<help>.*)$/;

/** Values in a list: `[plum|clay]`, `(plum, clay)`, `{plum/clay}`. */
const VALUES = /[[({<]\s*([\w.+-]+(?:\s*[|,/]\s*[\w.+-]+)+)\s*(?:\.{3})?\s*[\])}>]/;

/** A line of a script without what prints it: `echo "…"`, `printf "%-20s%s\n" "…" "…"`. */
function printed(line: string): string {
  const text = line.trim();
  const quoted = /^(?:echo|printf|print)\b/.test(text)
    ? [...text.matchAll(/"((?:[^"\\]|\\.)*)"|'([^']*)'/g)].map((m) => m[1] ?? m[2] ?? '')
    : null;
  const words = quoted?.filter((q) => !/^[\s%\d\\nts.-]*$/.test(q)) ?? [text];
  return words
    .join('   ')
    .replace(/\\[nt]/g, ' ')
    .replace(/^\s*(?:[*+-]\s+)?/, '')
    .replaceAll('`', '')
    .trim();
}

/**
 * What a script can be told, by its help text and by its readme: nothing is run to find it. What only one of them tells is told; of two
 * lines about one option the first counts.
 *
 * @param script its text
 * @param readme the texts of readmes beside it
 */
export function scriptHelp(script: string, readme = ''): ScriptOption[] {
  const found = new Map<string, ScriptOption>();
  for (const text of [script, readme]) {
    let last: string | null = null;
    for (const raw of text.split('\n')) {
      const line = printed(raw);
      const match = LINE.exec(line);
      if (!match?.groups) {
        // A line further in goes on with what the one before it says.
        const more =
          last !== null && /^\s{6,}\S/.test(raw) && !line.startsWith('-') ? found.get(last) : undefined;
        if (more && last !== null) found.set(last, withHelp(more, `${more.help} ${line}`));
        else last = null;
        continue;
      }
      const flags = match.groups['flags']!.split(/\s*[,|/]\s*/);
      const [flag, ...also] = [...flags].sort((a, b) => b.length - a.length) as [string, ...string[]];
      const help = match.groups['help'] ?? '';
      const known = [...found.values()].some((o) => [o.flag, ...o.also].some((f) => flags.includes(f)));
      if (known || found.size >= MOST_OPTIONS || (help === '' && also.length === 0)) {
        last = null;
        continue;
      }
      const takes = match.groups['takes']?.replace(/[<>[\].]/g, '') ?? null;
      found.set(flag, withHelp({ flag, also, takes, values: [], help: '' }, help));
      last = flag;
    }
  }
  return [...found.values()];
}

/** An option with its help, and the values that this lists; an option whose help lists values takes one. */
function withHelp(option: ScriptOption, told: string): ScriptOption {
  const help = told.replace(/\s+/g, ' ').trim().slice(0, MOST_HELP);
  const listed =
    VALUES.exec(help)?.[1]?.split(/\s*[|,/]\s*/) ??
    (option.takes?.includes('|') ? option.takes.split('|') : []);
  const values = [...new Set(listed)];
  return { ...option, help, values, takes: option.takes ?? (values.length > 0 ? 'value' : null) };
}
