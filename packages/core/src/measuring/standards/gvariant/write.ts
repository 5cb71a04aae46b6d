import { TEXTS, WHOLE } from './type.js';
import type { GVariant } from './value.js';

const NAMED: Readonly<Record<string, string>> = {
  '\u0007': '\\a',
  '\b': '\\b',
  '\f': '\\f',
  '\n': '\\n',
  '\r': '\\r',
  '\t': '\\t',
  '\v': '\\v',
};
/** Controls, surrogates that stand alone, and what has no look: the text format writes them by their number. */
const UNSEEN = /[\p{Cc}\p{Cf}\p{Cs}\p{Co}\p{Cn}\u2028\u2029]/u;

/** A text in the quotes that it does not hold itself. */
export function quoteText(text: string): string {
  const quote = text.includes("'") ? '"' : "'";
  const inner = [...text]
    .map((c) => {
      if (c === quote || c === '\\') return `\\${c}`;
      const named = NAMED[c];
      if (named) return named;
      if (!UNSEEN.test(c)) return c;
      const code = c.codePointAt(0) ?? 0;
      return code > 0xffff
        ? `\\U${code.toString(16).padStart(8, '0')}`
        : `\\u${code.toString(16).padStart(4, '0')}`;
    })
    .join('');
  return quote + inner + quote;
}

/** A number as C writes it by `%.17g`, with a sign that it is not whole. */
function writeDouble(value: number): string {
  if (Number.isNaN(value)) return 'nan';
  if (!Number.isFinite(value)) return value > 0 ? 'inf' : '-inf';
  if (value === 0) return Object.is(value, -0) ? '-0.0' : '0.0';
  const [digits = '', power = '0'] = value.toExponential(16).split('e');
  const exponent = Number(power);
  if (exponent < -4 || exponent >= 17) {
    const size = String(Math.abs(exponent)).padStart(2, '0');
    return `${withoutNoughts(digits)}e${exponent < 0 ? '-' : '+'}${size}`;
  }
  const text = withoutNoughts(value.toFixed(Math.min(100, 16 - exponent)));
  return text.includes('.') ? text : `${text}.0`;
}
const withoutNoughts = (digits: string) => (digits.includes('.') ? digits.replace(/\.?0+$/, '') : digits);

/**
 * A value in GLib's text format, with its type where the text alone would not tell it, as `gsettings get` prints it. What `readGVariant`
 * reads of it is the value again.
 *
 * @param isTold the type is told by what stands around
 */
export function writeGVariant(value: GVariant, isTold = false): string {
  switch (value.is) {
    case 'flag':
      return String(value.value);
    case 'whole': {
      const { type, value: number } = value;
      const digits = type === 'y' ? `0x${number.toString(16).padStart(2, '0')}` : String(number);
      return isTold || type === 'i' ? digits : `${WHOLE[type]?.name} ${digits}`;
    }
    case 'double':
      return writeDouble(value.value);
    case 'text':
      return `${isTold || value.type === 's' ? '' : `${TEXTS[value.type]} `}${quoteText(value.value)}`;
    case 'variant':
      return `<${writeGVariant(value.value)}>`;
    case 'maybe':
      if (value.value === null) return isTold ? 'nothing' : `@${value.type} nothing`;
      // Of what lies in itself the outer one is said, else it could not be told from the inner one.
      return isTold && value.value.is !== 'maybe'
        ? writeGVariant(value.value, true)
        : isTold
          ? `just ${writeGVariant(value.value, true)}`
          : `@${value.type} just ${writeGVariant(value.value, true)}`;
    case 'list':
      return writeList(value.type, value.items, isTold);
  }
}

function writeList(type: string, items: readonly GVariant[], isTold: boolean): string {
  if (type.startsWith('(')) {
    const inner = items.map((item) => writeGVariant(item, isTold)).join(', ');
    return `(${inner}${items.length === 1 ? ',' : ''})`;
  }
  if (type.startsWith('{')) return `{${items.map((item) => writeGVariant(item, isTold)).join(', ')}}`;
  const isDictionary = type.startsWith('a{');
  if (items.length === 0) return `${isTold ? '' : `@${type} `}${isDictionary ? '{}' : '[]'}`;
  // The first one tells the type of all.
  const each = items.map((item, i) => {
    const told = isTold || i > 0;
    if (!isDictionary) return writeGVariant(item, told);
    const [key, held] = item.is === 'list' ? item.items : [];
    return key && held ? `${writeGVariant(key, told)}: ${writeGVariant(held, told)}` : '';
  });
  return isDictionary ? `{${each.join(', ')}}` : `[${each.join(', ')}]`;
}
