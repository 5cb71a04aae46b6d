import { readFileSync } from 'node:fs';
import { readArchive } from './readArchive.js';
import type { ArchiveInput } from './reading.js';
import { ArchiveProblem } from './walkTar.js';

/**
 * A process of its own for reading one archive that somebody else made. What it is told stands on standard input as
 * JSON; it writes lines of JSON: progress, and at the end the report or a sentence. Whoever started it may kill it.
 */
const TELL_MS = 100;
const input = JSON.parse(readFileSync(0, 'utf8')) as ArchiveInput;
const tell = (line: unknown) => process.stdout.write(`${JSON.stringify(line)}\n`);
let told = 0;
try {
  const report = await readArchive(input, (progress) => {
    if (Date.now() - told < TELL_MS) return;
    told = Date.now();
    tell({ progress });
  });
  // Kilobytes at most, for whoever measures.
  tell({ report, peak: process.resourceUsage().maxRSS });
} catch (error) {
  if (error instanceof ArchiveProblem) tell({ sentence: error.message });
  else {
    tell({ sentence: 'It cannot be read.' });
    process.stderr.write(String((error as Error).stack));
  }
}
