import { nth } from '../../../ground/checked.js';
import { breakBefore, isSpace, lineBreakOf, NOTHING, refuse, type Located } from './edit.js';

/** A selector with single blanks and without comments, so that two ways to write it are one. */
const plain = (text: string): string =>
  text
    .replace(/\/\*[^]*?\*\//g, ' ')
    .replace(/[ \t\n\r\f]+/g, ' ')
    .replace(/ ?, ?/g, ', ')
    .trim();

/** Behind a string, a comment or one character; null where a string or comment has no end. */
function past(text: string, i: number): number | null {
  const c = text[i];
  if (c === '\\') return i + 2;
  if (c === '/' && text[i + 1] === '*') {
    const end = text.indexOf('*/', i + 2);
    return end < 0 ? null : end + 2;
  }
  if (c !== '"' && c !== "'") return i + 1;
  for (let k = i + 1; k < text.length; k++) {
    if (text[k] === c) return k + 1;
    if (text[k] === '\n') return null;
    if (text[k] === '\\') k++;
  }
  return null;
}

/** From `i` to one of the signs outside strings, comments and brackets; null where there is none. */
function until(text: string, from: number, signs: string): number | null {
  let depth = 0;
  for (let i = from; i < text.length;) {
    const c = nth(text, i);
    if (depth === 0 && signs.includes(c)) return i;
    if (c === '(' || c === '[') depth++;
    if (c === ')' || c === ']') depth--;
    const next = past(text, i);
    if (next === null || depth < 0) return null;
    i = next;
  }
  return null;
}

const skip = (text: string, from: number): number | null => {
  for (let i = from; ;) {
    while (isSpace(text[i])) i++;
    if (text[i] !== '/' || text[i + 1] !== '*') return i;
    const next = past(text, i);
    if (next === null) return null;
    i = next;
  }
};

interface CssDeclaration {
  /** From the name to behind the semicolon. */
  readonly from: number;
  readonly end: number;
  readonly value: number;
  readonly stop: number;
  readonly depth: number;
}

/**
 * Finds a value of a style sheet: `at` is `selector{property}`, or the beginning of a statement such as `@define-color name`.
 * What stands within a conditional rule, or more than once, is for a hand. A missing declaration goes to the end of its rule,
 * a missing rule to the end of the sheet; what is said to be important stays so.
 *
 * Source: CSS Syntax Module Level 3.
 *
 * @param value null takes the declaration out
 */
export function locateInCss(text: string, at: string, value: string | null): Located {
  const parts = /^([^]*?)\{\s*([^{}]+?)\s*\}$/.exec(at.trim());
  const selector = plain(parts ? nth(parts, 1) : at);
  const property = parts ? nth(parts, 2) : null;
  if (value !== null && (/[\n\r]|\/\*/.test(value) || until(`${value};`, 0, ';{}') !== value.length))
    return refuse('value');
  const found: CssDeclaration[] = [];
  const rules: { open: number; close: number; depth: number }[] = [];

  /** Reads rules and declarations up to the closing brace, or the end; behind it, or null where it is broken. */
  const read = (from: number, depth: number, mine: boolean): number | null => {
    for (let i = from; ;) {
      const start = skip(text, i);
      if (start === null) return null;
      if (start >= text.length) return depth === 0 ? start : null;
      if (text[start] === '}') return depth === 0 ? null : start;
      if (text[start] === ';') {
        i = start + 1;
        continue;
      }
      let end = until(text, start, ';{}');
      if (end === null && depth === 0) return null;
      end ??= text.length;
      if (text[end] === '{') {
        const own = plain(text.slice(start, end)) === selector && property !== null;
        const close = read(end + 1, depth + 1, own);
        if (close === null || text[close] !== '}') return null;
        if (own) rules.push({ open: end, close, depth });
        i = close + 1;
        continue;
      }
      if (text[end] === undefined) return null;
      const stop = text[end] === ';' ? end + 1 : end;
      if (property === null) {
        if (depth === 0 && plain(text.slice(start, end)).startsWith(`${selector} `)) {
          let k = start;
          for (const word of selector.split(' ')) {
            k = skip(text, k)!;
            k += word.length;
          }
          found.push({ from: start, end: stop, value: skip(text, k)!, stop: end, depth });
        }
      } else if (mine) {
        const colon = until(text, start, ':;{}');
        if (colon !== null && colon < end && text[colon] === ':') {
          const name = plain(text.slice(start, colon));
          const same = name.startsWith('--')
            ? name === property
            : name.toLowerCase() === property.toLowerCase();
          if (same) {
            let k = colon + 1;
            while (isSpace(text[k])) k++;
            found.push({ from: start, end: stop, value: k, stop: end, depth: depth - 1 });
          }
        }
      }
      i = stop;
    }
  };
  const start = text.startsWith('\uFEFF') ? 1 : 0;
  if (read(start, 0, false) === null) return refuse('broken');
  if (found.length > 1 || (found.length === 1 && nth(found, 0).depth > 0)) return refuse('twice');
  const [hit] = found;
  if (hit) {
    let stop = hit.stop;
    while (stop > hit.value && isSpace(text[stop - 1])) stop--;
    const important = /[ \t\n\r\f]*![ \t\n\r\f]*important$/i.exec(text.slice(hit.value, stop));
    if (important) stop -= important[0].length;
    const was = text.slice(hit.value, stop);
    if (was.includes('/*')) return refuse('broken');
    if (value !== null) return { ok: true, from: hit.value, to: stop, put: value, was };
    let from = hit.from;
    while (from > 0 && isSpace(text[from - 1]) && text[from - 1] !== '\n') from--;
    let end = hit.end;
    // A line of its own goes with its break.
    const alone = from === 0 || text[from - 1] === '\n';
    const rest = /^[ \t]*\r?\n/.exec(text.slice(end));
    if (alone && rest) end += rest[0].length;
    return { ok: true, from, to: end, put: '', was };
  }
  if (value === null) return NOTHING;
  const eol = lineBreakOf(text);
  if (property === null)
    return {
      ok: true,
      from: text.length,
      to: text.length,
      put: `${breakBefore(text)}${selector} ${value};${eol}`,
      was: null,
    };
  if (rules.length > 1 || (rules.length === 1 && nth(rules, 0).depth > 0)) return refuse('twice');
  const [rule] = rules;
  if (!rule) {
    const put = `${breakBefore(text)}${selector} {${eol}  ${property}: ${value};${eol}}${eol}`;
    return { ok: true, from: text.length, to: text.length, put, was: null };
  }
  const body = text.slice(rule.open + 1, rule.close);
  if (/[{]/.test(body) || body.includes('/*')) return refuse('nowhere');
  const trimmed = body.replace(/[ \t\n\r\f]+$/, '');
  const behind = rule.open + 1 + trimmed.length;
  if (trimmed === '')
    return { ok: true, from: rule.open + 1, to: rule.close, put: ` ${property}: ${value}; `, was: null };
  const semicolon = trimmed.endsWith(';') ? '' : ';';
  const lead = /^[ \t\n\r\f]*/.exec(body)![0];
  const own = lead.includes('\n') ? eol + lead.slice(lead.lastIndexOf('\n') + 1) : ' ';
  return { ok: true, from: behind, to: behind, put: `${semicolon}${own}${property}: ${value};`, was: null };
}
