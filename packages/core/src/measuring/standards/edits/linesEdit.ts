import { breakBefore, isBlank, lineBreakOf, linesOf, NOTHING, refuse, type Located } from './edit.js';

/** What begins a comment behind a value: a sharp sign that stands alone (a colour's does not), or the signs of C. */
function commentFrom(text: string, from: number, end: number): number {
  for (let i = from + 1; i < end; i++) {
    if (!isBlank(text[i - 1])) continue;
    const two = text.slice(i, Math.min(i + 2, end));
    if (two === '#' || two === '# ' || two === '#\t' || two === '//' || two === '/*') return i;
  }
  return end;
}

/**
 * Finds a value on a line of its own: `at` is how the line begins, such as `thick =`, `color:` or `set size`; blanks before
 * the sign do not matter. Quotes around the value, a semicolon or comma behind it, and a comment at the end of the line
 * stay. A missing line goes to the end of the file.
 *
 * @param value null takes the line out
 */
export function locateInLines(text: string, at: string, value: string | null): Located {
  const whole = at.trim();
  const sign = /[=:]$/.test(whole) ? whole.slice(-1) : '';
  const key = whole.slice(0, whole.length - sign.length).trimEnd();
  if (value !== null && (/[\n\r]/.test(value) || commentFrom(value, -1, value.length) < value.length))
    return refuse('value');
  let found: { from: number; value: number; end: number; next: number } | null = null;
  for (const { from, end, next } of linesOf(text)) {
    let i = from;
    while (i < end && isBlank(text[i])) i++;
    if (!text.startsWith(key, i) || i + key.length > end) continue;
    i += key.length;
    if (sign === '') {
      if (i < end && !isBlank(text[i])) continue;
    } else {
      while (i < end && isBlank(text[i])) i++;
      if (i >= end || text[i] !== sign) continue;
      i++;
    }
    if (found) return refuse('twice');
    while (i < end && isBlank(text[i])) i++;
    found = { from, value: i, end, next };
  }
  if (!found) {
    if (value === null) return NOTHING;
    const gap = sign === '=' && whole.at(-2) !== ' ' ? '' : ' ';
    const put = `${breakBefore(text)}${whole}${gap}${value}${lineBreakOf(text)}`;
    return { ok: true, from: text.length, to: text.length, put, was: null };
  }
  const span = valueOf(text, found.value, found.end, sign, value);
  if (!span.ok || value !== null) return span;
  return { ...span, from: found.from, to: found.next, put: '' };
}

/** The value on the rest of a line, without what stands around it. */
function valueOf(text: string, from: number, end: number, sign: string, value: string | null): Located {
  const quote = text[from];
  if (from < end && (quote === '"' || quote === "'")) {
    let close = from + 1;
    while (close < end && text[close] !== quote) close += text[close] === '\\' ? 2 : 1;
    if (close >= end) return refuse('broken');
    const rest = text.slice(close + 1, commentFrom(text, close, end)).trim();
    if (rest !== '' && rest !== ';' && rest !== ',') return refuse('broken');
    const was = text.slice(from, close + 1);
    if (value !== null && value.length > 1 && value.startsWith(quote) && value.endsWith(quote))
      return { ok: true, from, to: close + 1, put: value, was };
    if (value?.includes(quote) || value?.includes('\\')) return refuse('value');
    return { ok: true, from: from + 1, to: close, put: value ?? '', was };
  }
  let to = commentFrom(text, from, end);
  while (to > from && isBlank(text[to - 1])) to--;
  // Two settings on one line, or the end of a block behind it: which is meant is for a hand to say.
  const all = text.slice(from, to);
  if (sign === ':' && (/;[ \t]*[A-Za-z_-][A-Za-z0-9_-]*[ \t]*:/.test(all) || /[{}]/.test(all)))
    return refuse('broken');
  if (sign === '=' && /;[ \t]+[A-Za-z_-][A-Za-z0-9_-]*[ \t]*=/.test(all)) return refuse('broken');
  const last = to > from ? text[to - 1] : undefined;
  // What ends a value would be taken for what ends the line from then on.
  if (value !== null && /[;,]$/.test(value) && last !== value.at(-1)) return refuse('value');
  if ((last === ';' || last === ',') && !value?.endsWith(last)) {
    to--;
    while (to > from && isBlank(text[to - 1])) to--;
  }
  const gap = sign === '' && from > 0 && !isBlank(text[from - 1]) ? ' ' : '';
  return { ok: true, from, to, put: gap + (value ?? ''), was: text.slice(from, to) };
}
