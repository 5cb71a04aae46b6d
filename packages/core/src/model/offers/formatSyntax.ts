import { nth } from '../../ground/checked.js';
import { list, oneOf, openShape, pattern, shape, tagged, text, type Of } from '../../ground/shape/shape.js';
import { parseFormat, type FormatToken } from '../traits/format.js';

/** A part's own way to write a clock's text: a table from UTS #35 fields to its codes. Data of a part. */
export const syntaxSchema = shape(
  {
    id: text(100),
    name: text(200),
    /** One row a code: `field` is a UTS #35 field with its width, such as `HH`. Of two rows for one field the first is written. */
    codes: list(
      openShape({
        field: pattern(/^([A-Za-z])\1*$/, 'A field is one letter of UTS #35, repeated.'),
        code: text(20),
      }),
      { least: 1, sentence: 'A syntax has at least one code.' },
    ),
    /** How a literal is written: as it stands where it cannot be taken for a code, else like this. */
    literals: tagged('how', [
      openShape({
        how: oneOf(['doubled', 'quoted']),
        sign: text(1).length(1, 'Doubling and quoting need a sign, which is one character.'),
      }),
      openShape({ how: oneOf(['bare']) }),
    ]),
    /** How a line break is written; null where there is one line alone. */
    lineBreak: text(20, 0).nullable(),
  },
  'A syntax has no field ${unknown}.',
);
export type FormatSyntax = Of<typeof syntaxSchema>;

/** A format carried over, and what did not come along. */
export interface Translated {
  readonly text: string;
  /** One sentence for each loss; empty when nothing was lost. */
  readonly losses: readonly string[];
}

const FIELD_WORDS: Readonly<Record<string, string>> = {
  y: 'year',
  M: 'month',
  L: 'month',
  d: 'day of the month',
  D: 'day of the year',
  E: 'weekday',
  a: 'half of the day',
  H: 'hour',
  h: 'hour of twelve',
  k: 'hour',
  K: 'hour of twelve',
  m: 'minute',
  s: 'second',
  w: 'week',
};

const word = (field: string) => FIELD_WORDS[field[0] ?? ''] ?? `field ${field}`;
const sameHours = new Map([
  ['k', 'H'],
  ['K', 'h'],
]);

/** The code for a field: the field itself, else the same field at the nearest other width. */
function codeFor(token: Extract<FormatToken, { field: string }>, syntax: FormatSyntax) {
  const wanted = token.field.repeat(token.width);
  const exact = syntax.codes.find((c) => c.field === wanted);
  if (exact) return { code: exact.code, loss: null };
  const letter = sameHours.get(token.field) ?? token.field;
  const near = syntax.codes
    .filter((c) => c.field.startsWith(letter))
    .sort((a, b) => Math.abs(a.field.length - token.width) - Math.abs(b.field.length - token.width))[0];
  if (near)
    return {
      code: near.code,
      loss: `The ${word(token.field)} is written as ${near.field}, since ${syntax.name} has no ${wanted}.`,
    };
  return {
    code: null,
    loss: `The ${word(token.field)} (${wanted}) is left out: ${syntax.name} has no code for it.`,
  };
}

/** Literal text so written that it is not taken for codes, and the characters that cannot be. */
function spellLiteral(
  text: string,
  syntax: FormatSyntax,
): { readonly text: string; readonly lost: string[] } {
  const { literals } = syntax;
  const clashes = (c: string) => syntax.codes.some(({ code }) => code.startsWith(c));
  if (literals.how === 'bare') {
    const lost = [...text].filter(clashes);
    return { text: [...text].filter((c) => !clashes(c)).join(''), lost };
  }
  const { sign } = literals;
  const doubled = text.split(sign);
  if (literals.how === 'doubled') return { text: doubled.join(sign + sign), lost: [] };
  const spelt = doubled.map((run) => ([...run].some(clashes) ? sign + run + sign : run));
  return { text: spelt.join(sign + sign), lost: [] };
}

/** Writes a UTS #35 pattern in a part's own syntax. */
export function toSyntax(pattern: string, syntax: FormatSyntax): Translated {
  const losses = new Set<string>();
  let text = '';
  let literal = '';
  const flush = () => {
    const spelt = spellLiteral(literal, syntax);
    for (const c of spelt.lost) losses.add(`“${c}” is left out: ${syntax.name} would read it as a code.`);
    text += spelt.text;
    literal = '';
  };
  for (const token of parseFormat(pattern)) {
    if ('literal' in token && token.literal !== '\n') {
      literal += token.literal;
      continue;
    }
    flush();
    if ('field' in token) {
      const { code, loss } = codeFor(token, syntax);
      if (loss) losses.add(loss);
      text += code ?? '';
    } else {
      if (syntax.lineBreak === null)
        losses.add(`The line break becomes a blank: ${syntax.name} has one line.`);
      text += syntax.lineBreak ?? ' ';
    }
  }
  flush();
  return { text, losses: [...losses] };
}

/** A literal of a UTS #35 pattern: quoted where it has letters, a quote doubled. */
function quoteLiteral(text: string): string {
  const doubled = text.replace(/'/g, "''");
  return /[A-Za-z]/.test(doubled) ? `'${doubled}'` : doubled;
}

/** Reads what stands in a part's own syntax as a UTS #35 pattern. Codes are matched longest first. */
export function fromSyntax(text: string, syntax: FormatSyntax): Translated {
  const codes = [...syntax.codes].sort((a, b) => b.code.length - a.code.length);
  const losses = new Set<string>();
  const { literals, lineBreak } = syntax;
  let pattern = '';
  let literal = '';
  const flush = () => {
    pattern += quoteLiteral(literal);
    literal = '';
  };
  for (let i = 0; i < text.length;) {
    if (lineBreak !== null && text.startsWith(lineBreak, i)) {
      literal += '\n';
      i += lineBreak.length;
      continue;
    }
    const sign = literals.how === 'bare' ? '' : literals.sign;
    if (sign !== '' && text.startsWith(sign + sign, i)) {
      literal += sign;
      i += 2 * sign.length;
      continue;
    }
    if (literals.how === 'quoted' && text.startsWith(sign, i)) {
      const end = text.indexOf(sign, i + sign.length);
      literal += text.slice(i + sign.length, end < 0 ? undefined : end);
      if (end < 0) losses.add('A quotation is not closed.');
      i = end < 0 ? text.length : end + sign.length;
      continue;
    }
    const hit = codes.find(({ code }) => text.startsWith(code, i));
    if (hit) {
      flush();
      // Two fields of one letter that follow each other would run together.
      if (pattern.endsWith(nth(hit.field, 0)) && /[A-Za-z]$/.test(pattern))
        losses.add(`Two ${word(hit.field)} fields stand side by side and become one.`);
      pattern += hit.field;
      i += hit.code.length;
      continue;
    }
    const [c] = text.slice(i);
    if (literals.how === 'doubled' && c === sign) {
      const [, next] = [...text.slice(i, i + 3)];
      losses.add(`“${c}${next ?? ''}” is no code of ${syntax.name}; it is kept as text.`);
    }
    literal += c!;
    i += c!.length;
  }
  flush();
  return { text: pattern, losses: [...losses] };
}
