import type { CommandTemplate } from '../../host/profile.js';
import { quoteWord } from '../quote.js';

/** Text for a comment or a message: on one line, without characters that move the cursor. */
export function oneLine(text: string): string {
  // eslint-disable-next-line no-control-regex -- these are the characters that are to go
  return text.replace(/[\s\x00-\x1f\x7f]+/g, ' ').trim();
}

/** A template as shell words in which `{name}` is the first argument of a function, and so on by the names given. */
export function templateWords(template: CommandTemplate, names: readonly string[]): string {
  return template
    .map((word) => {
      const pieces = word.split(/(\{\w+\})/).filter((piece) => piece !== '');
      const said = pieces.map((piece) => {
        const at = names.indexOf(/^\{(\w+)\}$/.exec(piece)?.[1] ?? '');
        return at >= 0 ? `"$${at + 1}"` : quoteWord(piece);
      });
      return said.length === 0 ? "''" : said.join('');
    })
    .join(' ');
}

/** A file's path for the shell: the home folder by its variable. */
export const pathWord = quoteWord;

/** Pieces of a script that are only put in where they are used: each a function, with the names of those it calls. */
export class Library {
  private readonly used: string[] = [];

  constructor(
    private readonly functions: Readonly<
      Record<string, { readonly needs: readonly string[]; readonly text: string }>
    >,
  ) {}

  /** Marks a function, and what it calls, as used; gives its name. */
  use(name: string): string {
    if (this.used.includes(name)) return name;
    const known = this.functions[name];
    if (!known) throw new Error(`The script knows no function ${name}.`);
    for (const other of known.needs) this.use(other);
    this.used.push(name);
    return name;
  }

  /** The functions that are used, those that are called before those that call them. */
  text(): string[] {
    return this.used.flatMap((name) => [...this.functions[name]!.text.trim().split('\n'), '']);
  }
}
