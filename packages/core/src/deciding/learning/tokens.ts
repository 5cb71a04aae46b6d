import { EMPTY, SHORT } from './short.js';

/** The words of a text: pieces of names parted at signs and capitals, in lower case, in the singular. */
export function tokensOf(text: string): string[] {
  return text
    .replace(/([a-z\d])([A-Z])/g, '$1 $2')
    .replace(/([A-Z]+)([A-Z][a-z])/g, '$1 $2')
    .toLowerCase()
    .replaceAll('’', "'")
    .split(/[^a-z]+/)
    .filter((word) => word !== '')
    .map(singular);
}
/** Words whose plural is another thing: “the menu” is the launcher's, “menus” are those of all programs. */
const PLURALS: ReadonlySet<string> = new Set(['menus']);
const singular = (word: string) =>
  PLURALS.has(word) || /(ss|us|is)$/.test(word) || word.length < 3
    ? word
    : word.replace(/ies$/, 'y').replace(/s$/, '');

const long = (word: string): readonly string[] => (SHORT[word] ?? word).split(' ');

/** The words of a text as the tables have them: whole words for pieces of them, one spelling, nothing that says nothing. */
export function wordsOf(text: string, known: ReadonlySet<string>): string[] {
  return tokensOf(text)
    .flatMap((token) => {
      const words = long(token);
      if (words.length > 1 || words[0] !== token || known.has(token) || token.length < 4) return words;
      return split(token, known) ?? words;
    })
    .filter((word) => !EMPTY.has(word));
}

/** Two words that were written together, where both are known: `icosz` is an icon's size. */
function split(token: string, known: ReadonlySet<string>): readonly string[] | null {
  const isKnown = (piece: string) =>
    known.has(piece) || (piece in SHORT && piece.length > 1) || piece === 'w' || piece === 'h';
  for (let at = token.length - 1; at >= 2; at--)
    if (isKnown(token.slice(0, at)) && isKnown(token.slice(at)))
      return [...long(token.slice(0, at)), ...long(token.slice(at))];
  return null;
}

/** A phrase found in a text: where it begins, how many words it has. */
export interface Found<T> {
  readonly means: T;
  readonly at: number;
  readonly length: number;
}

/** Phrases by their first word, each with what it stands for; and those whose words may stand anywhere. */
export interface Phrases<T> {
  readonly rows: ReadonlyMap<string, readonly Phrase<T>[]>;
  readonly loose: readonly Phrase<T>[];
  readonly words: ReadonlySet<string>;
}
interface Phrase<T> {
  readonly words: readonly string[];
  readonly means: T;
}

/** Orders phrases for `findPhrases`. Of one written with `+` between its words these may stand anywhere, in any order. */
export function phrasesOf<T>(table: Iterable<readonly [T, readonly string[]]>): Phrases<T> {
  const rows = new Map<string, Phrase<T>[]>();
  const loose: Phrase<T>[] = [];
  const all = new Set<string>();
  for (const [means, phrases] of table)
    for (const phrase of phrases) {
      const words = tokensOf(phrase)
        .flatMap(long)
        .filter((word) => !EMPTY.has(word));
      const [first] = words;
      if (first === undefined) continue;
      for (const word of words) all.add(word);
      if (phrase.includes('+')) loose.push({ words, means });
      else {
        const list = rows.get(first) ?? [];
        if (!list.some((p) => p.means === means && p.words.join(' ') === words.join(' ')))
          list.push({ words, means });
        rows.set(first, list);
      }
    }
  return { rows, loose, words: all };
}

/**
 * What of a text the phrases find. A phrase that lies inside a longer one that was found is not: of “menu button”, the button is found and
 * not the menu. Those of one place and one length are all found.
 */
export function findPhrases<T>(words: readonly string[], { rows, loose }: Phrases<T>): Found<T>[] {
  const all = words.flatMap((word, at) =>
    (rows.get(word) ?? [])
      .filter((phrase) => phrase.words.every((w, i) => words[at + i] === w))
      .map((phrase) => ({ at, length: phrase.words.length, means: phrase.means })),
  );
  const here = new Set(words);
  return [
    ...all.filter(
      (one) =>
        !all.some(
          (other) =>
            other.length > one.length && other.at <= one.at && one.at + one.length <= other.at + other.length,
        ),
    ),
    ...loose
      .filter((phrase) => phrase.words.every((w) => here.has(w)))
      .map((phrase) => ({ at: 0, length: phrase.words.length, means: phrase.means })),
  ];
}
