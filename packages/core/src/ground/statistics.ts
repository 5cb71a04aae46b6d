import { nth } from './checked.js';

/** The middle value; of an even number the mean of the two middle ones. Null of none. */
export function median(values: readonly number[]): number | null {
  if (values.length === 0) return null;
  const sorted = [...values].sort((a, b) => a - b);
  const half = sorted.length >> 1;
  return sorted.length % 2 === 1 ? nth(sorted, half) : (nth(sorted, half - 1) + nth(sorted, half)) / 2;
}
