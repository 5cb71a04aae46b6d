import { readFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { describe, expect, it } from 'vitest';

const text = readFileSync(fileURLToPath(new URL('../docs/needs.md', import.meta.url)), 'utf8');
const rows = text.split('\n').flatMap((line) => {
  const cells = /^\| (.+?) +\| ((?:core|server|web|browser): .+?) +\|$/.exec(line);
  return cells ? [{ need: cells[1]!, test: cells[2]! }] : [];
});

describe('the table of needs', () => {
  it('has at least 150, each once, and at most three rest on one test', () => {
    expect(rows.length).toBeGreaterThanOrEqual(150);
    expect(new Set(rows.map((r) => r.need)).size).toBe(rows.length);
    const uses = new Map<string, number>();
    for (const { test } of rows) uses.set(test, (uses.get(test) ?? 0) + 1);
    expect([...uses].filter(([, n]) => n > 3)).toEqual([]);
  });
});
