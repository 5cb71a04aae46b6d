/**
 * UTS #35 date patterns as fields and literals, and the closeness of two of them.
 * Source: Unicode Technical Standard #35, part 4, "Date Format Patterns".
 */
export type FormatToken = { readonly field: string; readonly width: number } | { readonly literal: string };

/**
 * Takes a pattern apart. Letters are fields, text in single quotes is literal, two single quotes are one, and every
 * other character is a literal of its own (so is a line break). An unclosed quote runs to the end.
 */
export function parseFormat(pattern: string): FormatToken[] {
  const tokens: FormatToken[] = [];
  const chars = [...pattern];
  for (let i = 0; i < chars.length;) {
    const c = chars[i]!;
    if (/[A-Za-z]/.test(c)) {
      let width = 1;
      while (chars[i + width] === c) width++;
      tokens.push({ field: c, width });
      i += width;
    } else if (c === "'") {
      if (chars[i + 1] === "'") {
        tokens.push({ literal: "'" });
        i += 2;
        continue;
      }
      let text = '';
      i++;
      while (i < chars.length) {
        if (chars[i] === "'" && chars[i + 1] === "'") {
          text += "'";
          i += 2;
        } else if (chars[i] === "'") break;
        else text += chars[i++] ?? '';
      }
      i++;
      for (const literal of text) tokens.push({ literal });
    } else {
      tokens.push({ literal: c });
      i++;
    }
  }
  return tokens;
}

const HOURS = new Set(['h', 'H', 'k', 'K']);

/** Cost of putting one token for another: from the model, between 0 and 1. */
function swapCost(a: FormatToken, b: FormatToken): number {
  if ('field' in a && 'field' in b) {
    if (a.field === b.field) return a.width === b.width ? 0 : 0.5;
    return HOURS.has(a.field) && HOURS.has(b.field) ? 0.5 : 1;
  }
  if ('literal' in a && 'literal' in b) return a.literal === b.literal ? 0 : 0.25;
  return 1;
}

/**
 * Closeness of two patterns, 0 to 1: one minus the optimal string alignment distance over the longer length.
 * Insert, delete, exchange of neighbours and another field cost 1; the same field at another width, or 12 against
 * 24 hours, 0.5; another literal 0.25. Both empty: 1.
 */
export function formatCloseness(actual: string, target: string): number {
  const p = parseFormat(actual);
  const q = parseFormat(target);
  const longest = Math.max(p.length, q.length);
  if (longest === 0) return 1;
  const d: number[][] = Array.from({ length: p.length + 1 }, (_, i) =>
    Array.from({ length: q.length + 1 }, (_, j) => (i === 0 ? j : j === 0 ? i : 0)),
  );
  for (let i = 1; i <= p.length; i++)
    for (let j = 1; j <= q.length; j++) {
      let best = Math.min(
        d[i - 1]![j]! + 1,
        d[i]![j - 1]! + 1,
        d[i - 1]![j - 1]! + swapCost(p[i - 1]!, q[j - 1]!),
      );
      if (i > 1 && j > 1 && swapCost(p[i - 1]!, q[j - 2]!) === 0 && swapCost(p[i - 2]!, q[j - 1]!) === 0)
        best = Math.min(best, d[i - 2]![j - 2]! + 1);
      d[i]![j] = best;
    }
  return Math.max(0, 1 - d[p.length]![q.length]! / longest);
}
