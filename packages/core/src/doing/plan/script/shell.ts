import { keyed } from '../../../ground/checked.js';
import type { CommandTemplate } from '../../../model/host/profile.js';
import { BASES, isBelow } from '../../../measuring/standards/places.js';
import { quoteWord } from '../../../model/deeds/quote.js';

/** Text for a comment or a message: on one line, without characters that move the cursor. */
export function oneLine(text: string): string {
  // eslint-disable-next-line no-control-regex -- these are the characters that are to go
  return text.replace(/[\s\x00-\x1f\x7f]+/g, ' ').trim();
}

/** What cuts a setting's key to its pieces (see `keyPieces`). */
const PIECES: Readonly<Record<string, string>> = { schema: '% *', name: '##* ' };

/** A template as shell words in which `{name}` is the first argument of a function, and so on by the names given. */
export function templateWords(template: CommandTemplate, names: readonly string[]): string {
  return template
    .map((word) => {
      const pieces = word.split(/(\{\w+\})/).filter((piece) => piece !== '');
      const said = pieces.map((piece) => {
        const name = /^\{(\w+)\}$/.exec(piece)?.[1] ?? '';
        const at = names.indexOf(name);
        if (at >= 0) return `"$${at + 1}"`;
        const ofKey = names.indexOf('key') + 1;
        return ofKey > 0 && name in PIECES ? `"\${${ofKey}${PIECES[name]}}"` : quoteWord(piece);
      });
      return said.length === 0 ? "''" : said.join('');
    })
    .join(' ');
}

/** A word for the script; a path below a base directory goes where the variable of that says. */
export function scriptWord(word: string): string {
  const base = BASES.find(([folder]) => word === folder || isBelow(word, folder));
  if (!base) return quoteWord(word);
  const [folder, variable] = base;
  const there = `"\${${variable}:-$HOME/${folder.slice(2)}}"`;
  return word === folder ? there : `${there}/${quoteWord(word.slice(folder.length + 1))}`;
}

/** A command line of words as `scriptWord` writes them: what stands in a folder of the XDG variables is found by these. */
export const scriptLine = (words: readonly string[]): string => words.map(scriptWord).join(' ');

/** A function of a script: those that it calls, and its text. */
export interface ShellFunction {
  readonly needs: readonly string[];
  readonly text: string;
}
export type Functions = Readonly<Record<string, ShellFunction>>;

/** Pieces of a script that are only put in where they are used: each a function, with the names of those it calls. */
export class Library {
  private readonly used: string[] = [];

  constructor(private readonly functions: Functions) {}

  /** Marks a function, and what it calls, as used; gives its name. */
  use(name: string): string {
    const key = this.functions[name] ? name : this.holderOf(name);
    if (this.used.includes(key)) return name;
    for (const other of keyed(this.functions, key).needs) this.use(other);
    this.used.push(key);
    return name;
  }

  /** The piece in which a function is defined beside the one that the piece is named after. */
  private holderOf(name: string): string {
    const found = Object.entries(this.functions).find(([, { text }]) => text.includes(`\n${name}() {`));
    if (!found) throw new Error(`The script knows no function ${name}.`);
    return found[0];
  }

  /** The functions that are used, those that are called before those that call them. */
  text(): string[] {
    return this.used.flatMap((name) => [...keyed(this.functions, name).text.trim().split('\n'), '']);
  }
}
