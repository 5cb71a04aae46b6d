import { nth } from '../../ground/checked.js';
import { median } from '../../ground/statistics.js';
import type { CoatRows } from '../../model/coat/rows.js';

/** What was done between two readings, and how much memory the later one has more. */
export interface MemoryStep {
  /** ISO 8601: when the later reading was taken. */
  readonly at: string;
  readonly titles: readonly string[];
  /** Megabytes, idle. */
  readonly megabytes: number;
}

/**
 * Memory by what was done, where readings were taken between steps: the median of each idle reading against that of the one
 * before it. Readings with nothing done between them tell nothing of a part and are left out.
 */
export function byPart(rows: CoatRows): MemoryStep[] {
  const readings = Object.values(rows.reading)
    .filter((r) => r.load === 'idle')
    .sort((a, b) => (a.at < b.at ? -1 : 1));
  const done = Object.values(rows.journal).filter((j) => j.what === 'done');
  const steps: MemoryStep[] = [];
  for (let i = 1; i < readings.length; i++) {
    const [earlier, later] = [nth(readings, i - 1), nth(readings, i)];
    const between = done.filter((j) => j.at > earlier.at && j.at <= later.at && j.step?.sort !== 'reading');
    const [a, b] = [median(earlier.memory), median(later.memory)];
    if (between.length === 0 || a === null || b === null) continue;
    steps.push({ at: later.at, titles: [...new Set(between.map((j) => j.title))], megabytes: b - a });
  }
  return steps;
}
