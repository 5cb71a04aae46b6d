import { nth } from '@spare-coat/core/ground/checked';

type Entry = Readonly<Record<string, unknown>>;

/** One field of a form or one column of a table: how a value of a document is typed. */
export interface Column {
  /** Key in the row or the document. */
  readonly key: string;
  readonly label: string;
  readonly type:
    'text' | 'long' | 'number' | 'flag' | 'choice' | 'words' | 'lines' | 'pairs' | 'price' | 'json';
  readonly choices?: readonly string[];
  /** Between the words of a list: a comma unless told otherwise. */
  readonly between?: string;
  /** What an empty field stands for: null, or nothing at all. An empty text otherwise. */
  readonly empty?: 'null' | 'absent';
  readonly help?: string;
  /** Width of the column in the table, in `fr`. */
  readonly wide?: number;
}

/** A word as it is typed among others: in quotes where it holds blanks or quotes, or nothing at all. */
function quoted(word: string): string {
  return /^[^\s"\\]+$/.test(word) ? word : `"${word.replace(/["\\]/g, '\\$&')}"`;
}

/** Words with blanks between, those in quotes kept whole; null where a quote stays open. */
function unquoted(text: string): string[] | null {
  const words: string[] = [];
  let rest = text;
  while (rest !== '') {
    const word = /^(?:"((?:[^"\\]|\\.)*)"|([^\s"]+))(?=\s|$)\s*/s.exec(rest);
    if (!word) return null;
    words.push(word[1] === undefined ? nth(word, 2) : word[1].replace(/\\(.)/gs, '$1'));
    rest = rest.slice(word[0].length);
  }
  return words;
}

/** A value as it stands in its field. */
export function fieldText(column: Column, value: unknown): string {
  if (value === undefined || value === null) return '';
  switch (column.type) {
    case 'words':
      return Array.isArray(value)
        ? column.between === ' '
          ? value.map((w) => quoted(String(w))).join(' ')
          : value.join(`${column.between ?? ','} `)
        : '';
    case 'lines':
      return Array.isArray(value) ? value.join('\n') : '';
    case 'pairs':
      return Object.entries(value as Entry)
        .map(([k, v]) => `${k} = ${String(v)}`)
        .join('\n');
    case 'price': {
      const { amount, currency } = value as { amount: number; currency: string };
      return `${amount} ${currency}`;
    }
    case 'json':
      return JSON.stringify(value);
    default:
      return String(value as string | number | boolean);
  }
}

export type Typed =
  { readonly ok: true; readonly value: unknown } | { readonly ok: false; readonly sentence: string };

/** What was typed, as a value; or why it is none. */
export function typedValue(column: Column, text: string): Typed {
  const trimmed = text.trim();
  if (trimmed === '' && column.empty) return { ok: true, value: column.empty === 'null' ? null : undefined };
  switch (column.type) {
    case 'number': {
      const n = Number(trimmed.replace(',', '.'));
      return trimmed !== '' && Number.isFinite(n)
        ? { ok: true, value: n }
        : { ok: false, sentence: `${column.label}: type a number.` };
    }
    case 'words': {
      if (column.between === ' ') {
        const words = unquoted(trimmed);
        return words
          ? { ok: true, value: words }
          : { ok: false, sentence: `${column.label}: a quote is opened and not closed.` };
      }
      const words = trimmed.split(column.between ?? ',').map((w) => w.trim());
      return { ok: true, value: words.filter((w) => w !== '') };
    }
    case 'lines':
      return {
        ok: true,
        value: text
          .split('\n')
          .map((l) => l.trim())
          .filter((l) => l !== ''),
      };
    case 'pairs': {
      const pairs = text
        .split('\n')
        .map((l) => l.trim())
        .filter((l) => l !== '')
        .map((l) => l.split(/\s*=\s*/));
      const right = pairs.every((p) => p.length === 2 && p[0] !== '' && p[1] !== '');
      return right
        ? { ok: true, value: Object.fromEntries(pairs) }
        : { ok: false, sentence: `${column.label}: write name = value, one a line.` };
    }
    case 'price': {
      const price = /^(\d+(?:[.,]\d+)?)\s*([A-Za-z]{3})$/.exec(trimmed);
      return price
        ? {
            ok: true,
            value: { amount: Number(nth(price, 1).replace(',', '.')), currency: nth(price, 2).toUpperCase() },
          }
        : { ok: false, sentence: `${column.label}: type an amount and a currency, such as 19 EUR.` };
    }
    case 'json':
      try {
        return { ok: true, value: JSON.parse(trimmed) as unknown };
      } catch (error) {
        return { ok: false, sentence: `${column.label}: ${(error as Error).message}` };
      }
    default:
      return { ok: true, value: text };
  }
}

/** A row with one value changed; a value that is nothing at all takes its key out. */
export function withValue<T extends Entry>(row: T, key: string, value: unknown): T {
  if (value !== undefined) return { ...row, [key]: value };
  const { [key]: _, ...rest } = row;
  return rest as T;
}
