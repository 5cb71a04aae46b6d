import type { ArchiveReport } from '@spare-coat/core/deciding/archives/report';
import type { JobTools } from '../jobs/queue.js';
import { runChild, type Child } from '../jobs/runChild.js';
import type { ArchiveInput } from './reading.js';

const READER: Child = {
  file: 'archives/readChild.js',
  // An archive that takes longer was made to; a report with more was made to fill memory.
  mostMs: 5 * 60_000,
  mostHeapMb: 200,
  mostResidentMb: 1000,
  mostWords: 64 * 1024 * 1024,
  late: 'Reading it took more than five minutes and was given up.',
  long: 'There is more in it than can be told.',
  cancelled: 'Reading the archive was cancelled.',
  died: 'Reading it took more memory than any theme needs, and was given up.',
  code: 'unreadable-archive',
};

/**
 * Reads an archive in a process of its own that is killed when it takes too long, says too much, or is cancelled.
 *
 * @throws Problem with a sentence
 */
export function runReading(input: ArchiveInput, tools: JobTools): Promise<ArchiveReport> {
  return runChild<ArchiveReport>(READER, input, tools);
}
