import { breakBefore, isBlank, lineBreakOf, linesOf, NOTHING, refuse, type Located } from './edit.js';

/**
 * Finds a value of a key file: `at` is `Group/key`, or `key` for what stands before any group. A missing key goes to the end
 * of its group, a missing group to the end of the file.
 *
 * Source: Desktop Entry Specification 1.5, "Basic format of the file".
 *
 * @param value null takes the line of the key out
 */
export function locateInKeyFile(text: string, at: string, value: string | null): Located {
  const cut = at.lastIndexOf('/');
  const [group, key] = [cut < 0 ? '' : at.slice(0, cut), at.slice(cut + 1)];
  if (value !== null && (/[\n\r]/.test(value) || /^[ \t]|[ \t]$/.test(value))) return refuse('value');
  let inside = group === '';
  let known = group === '';
  // Behind the last line of the group that is not empty: there a new key goes.
  let behind = 0;
  let found: { from: number; value: number; end: number; next: number } | null = null;
  for (const line of linesOf(text)) {
    let start = line.from;
    if (start === 0 && text.startsWith('\uFEFF')) start = 1;
    while (start < line.end && isBlank(text[start])) start++;
    let end = line.end;
    while (end > start && isBlank(text[end - 1])) end--;
    if (start === end) continue;
    if (text[start] === '[' && text[end - 1] === ']') {
      inside = text.slice(start + 1, end - 1) === group;
      if (inside) {
        known = true;
        behind = line.next;
      }
      continue;
    }
    if (!inside) continue;
    behind = line.next;
    if (text[start] === '#' || text[start] === ';') continue;
    const sign = text.indexOf('=', start);
    if (sign < 0 || sign >= line.end) continue;
    let last = sign;
    while (last > start && isBlank(text[last - 1])) last--;
    if (text.slice(start, last) !== key) continue;
    if (found) return refuse('twice');
    let from = sign + 1;
    while (from < line.end && isBlank(text[from])) from++;
    found = { from: line.from, value: from, end: line.end, next: line.next };
  }
  if (found) {
    const was = text.slice(found.value, found.end);
    return value === null
      ? { ok: true, from: found.from, to: found.next, put: '', was }
      : { ok: true, from: found.value, to: found.end, put: value, was };
  }
  if (value === null) return NOTHING;
  const eol = lineBreakOf(text);
  const line = `${key}=${value}${eol}`;
  if (known) {
    const before = behind > 0 && text[behind - 1] !== '\n' ? eol : '';
    return { ok: true, from: behind, to: behind, put: before + line, was: null };
  }
  const gap = text.trim() === '' ? '' : eol;
  return {
    ok: true,
    from: text.length,
    to: text.length,
    put: `${breakBefore(text)}${gap}[${group}]${eol}${line}`,
    was: null,
  };
}
