/** Words that a POSIX shell takes as they are, wherever they stand. */
const PLAIN = /^[A-Za-z0-9_%+=:,./][A-Za-z0-9_%+=:,./@-]*$/;
const OPTION = /^--?[A-Za-z0-9][A-Za-z0-9_=:,./@-]*$/;

/** Quotes a text as one shell word, whatever is in it. A NUL cannot be in a word and is refused. */
export function quoteWord(word: string): string {
  if (word.includes('\0')) throw new RangeError('A command cannot hold a NUL character.');
  if (PLAIN.test(word) || OPTION.test(word) || word === '--') return word;
  // A word under the home folder keeps its tilde's meaning, which quotes would take away.
  if (word === '~') return '"$HOME"';
  if (word.startsWith(HOME_URI)) return `"file://$HOME"/${quoteWord(word.slice(HOME_URI.length))}`;
  if (word.startsWith('~/')) return `"$HOME"/${quoteWord(word.slice(2))}`;
  return `'${word.replaceAll("'", "'\\''")}'`;
}

const HOME_URI = 'file://~/';
/** The URI of a file from `~/`, as `quoteWord` keeps its tilde's meaning. Source: RFC 8089, RFC 3986. */
export const uriOf = (path: string): string =>
  `file://${path
    .split('/')
    .map((step) => (step === '~' ? step : encodeURIComponent(step)))
    .join('/')}`;

/** A command line of words, each quoted where a POSIX shell would read it as more than itself. */
export function commandLine(words: readonly string[]): string {
  return words.map(quoteWord).join(' ');
}

/** Fills `{name}` in the words of a template. An unknown name is left as it stands. */
export function fillTemplate(
  template: readonly string[],
  values: Readonly<Record<string, string>>,
): string[] {
  return template.map((word) => word.replace(/\{(\w+)\}/g, (whole, name: string) => values[name] ?? whole));
}

/**
 * The pieces of a setting's key that templates may ask for: `{key}` is all of it, `{schema}` what stands before its last blank, `{name}` what
 * stands behind that. (`gsettings` takes a schema, with its path where it needs one, and a key as two words.)
 */
export function keyPieces(key: string): {
  readonly key: string;
  readonly schema: string;
  readonly name: string;
} {
  const at = key.lastIndexOf(' ');
  return { key, schema: at < 0 ? '' : key.slice(0, at), name: key.slice(at + 1) };
}
