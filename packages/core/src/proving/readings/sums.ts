import { median } from '../../ground/statistics.js';
import type { ReadingRow } from '../../model/coat/rows.js';
import type { ReadingPhase } from '../../model/coat/rows/host.js';

/** Runs of one phase with the median of their medians: memory in megabytes, processor in percent. */
export interface ReadingSum {
  readonly phase: ReadingPhase;
  readonly load: ReadingRow['load'];
  readonly runs: number;
  readonly memory: number;
  readonly processor: number;
}

/**
 * Sums readings up by phase and load. A run counts once, by its median, however many samples it has: samples of one run
 * are no independent witnesses.
 */
export function sumReadings(readings: readonly ReadingRow[]): ReadingSum[] {
  const sums: ReadingSum[] = [];
  for (const load of ['idle', 'under load'] as const)
    for (const phase of ['before', 'after'] as const) {
      const runs = readings.filter((r) => r.phase === phase && r.load === load);
      if (runs.length === 0) continue;
      sums.push({
        phase,
        load,
        runs: runs.length,
        memory: median(runs.map((r) => median(r.memory)!))!,
        processor: median(runs.map((r) => median(r.processor)!))!,
      });
    }
  return sums;
}
