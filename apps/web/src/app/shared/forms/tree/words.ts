import { nth } from '@spare-coat/core/ground/checked';

/** A word as it is typed among others: in quotes where it holds blanks or quotes, or nothing at all. */
function quoted(word: string): string {
  return /^[^\s"\\]+$/.test(word) ? word : `"${word.replace(/["\\]/g, '\\$&')}"`;
}

/** The words of a command as one line. */
export function commandText(words: readonly unknown[]): string {
  return words.map((w) => quoted(String(w))).join(' ');
}

/** The words of a line, those in quotes kept whole; null where a quote stays open. */
export function commandWords(text: string): string[] | null {
  const words: string[] = [];
  let rest = text.trim();
  while (rest !== '') {
    const word = /^(?:"((?:[^"\\]|\\.)*)"|([^\s"]+))(?=\s|$)\s*/s.exec(rest);
    if (!word) return null;
    words.push(word[1] === undefined ? nth(word, 2) : word[1].replace(/\\(.)/gs, '$1'));
    rest = rest.slice(word[0].length);
  }
  return words;
}
