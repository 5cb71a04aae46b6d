import type { CoatRows } from '../coat/rows.js';

/** The keys of the steps that the journal says are done: the latest entry of each key wins. */
export function doneSteps(rows: CoatRows): Set<string> {
  const done = new Set<string>();
  const entries = Object.values(rows.journal).sort((a, b) =>
    a.at < b.at ? -1 : a.at > b.at ? 1 : a.id < b.id ? -1 : 1,
  );
  for (const entry of entries) {
    if (entry.what === 'done') done.add(entry.stepKey);
    else done.delete(entry.stepKey);
  }
  return done;
}
