import type { CoatRows } from './rows.js';

const HEX = /^#[0-9a-f]{6}$/;

/** All six-digit colours inside a value of any shape. */
function coloursOf(value: unknown): readonly string[] {
  if (typeof value === 'string') return HEX.test(value.toLowerCase()) ? [value.toLowerCase()] : [];
  if (Array.isArray(value)) return value.flatMap(coloursOf);
  if (typeof value === 'object' && value !== null) return Object.values(value).flatMap(coloursOf);
  return [];
}

/**
 * The colours that a coat speaks of: those of its targets, as often as they stand there, the most used first, then those on which its
 * elements lie. Six-digit hex in small letters, each once.
 */
export function coloursInUse(rows: CoatRows): readonly string[] {
  const uses = new Map<string, number>();
  for (const { target } of Object.values(rows.trait))
    for (const hex of coloursOf(target)) uses.set(hex, (uses.get(hex) ?? 0) + 1);
  const targets = [...uses].sort((a, b) => b[1] - a[1]).map(([hex]) => hex);
  const grounds = Object.values(rows.region).flatMap(({ ground }) => coloursOf(ground));
  return [...new Set([...targets, ...grounds])];
}
