import { spawn } from 'node:child_process';
import { createInterface } from 'node:readline';
import { fileURLToPath } from 'node:url';
import type { ArchiveReport } from '@spare-coat/core/parts/archive/report';
import { Problem } from '../http/problem.js';
import type { JobTools } from '../jobs/queue.js';
import type { ArchiveInput } from './reading.js';

/** Runs from `src` (tests) and from `dist` alike: the child is always the built one. */
const CHILD = fileURLToPath(new URL('../../dist/archives/readChild.js', import.meta.url));
/** An archive that takes longer was made to. */
const MOST_MS = 5 * 60_000;
const MOST_HEAP_MB = 200;
/** A report with more was made to fill memory. */
const MOST_REPORT = 64 * 1024 * 1024;

/**
 * Reads an archive in a process of its own that is killed when it takes too long, says too much, or is cancelled.
 *
 * @throws Problem with a sentence
 */
export async function runReading(
  input: ArchiveInput,
  { signal, progress }: JobTools,
): Promise<ArchiveReport> {
  // A process group of its own, so that the program which unpacks goes with it.
  const child = spawn(process.execPath, [`--max-old-space-size=${MOST_HEAP_MB}`, CHILD], {
    stdio: ['pipe', 'pipe', 'ignore'],
    env: { PATH: process.env['PATH'] },
    detached: true,
  });
  let late = false;
  const kill = () => {
    try {
      process.kill(-child.pid!, 'SIGKILL');
    } catch {
      // It has ended already.
    }
  };
  const timer = setTimeout(() => {
    late = true;
    kill();
  }, MOST_MS);
  signal.addEventListener('abort', kill);
  if (signal.aborted) kill();
  try {
    let report: ArchiveReport | null = null;
    let sentence = '';
    let said = 0;
    child.stdin.on('error', () => undefined);
    child.stdin.end(JSON.stringify(input));
    const lines = createInterface({ input: child.stdout });
    lines.on('line', (line) => {
      said += line.length;
      if (said > MOST_REPORT) {
        sentence = 'There is more in it than can be told.';
        kill();
        return;
      }
      const told = JSON.parse(line) as { progress?: number; report?: ArchiveReport; sentence?: string };
      if (told.progress !== undefined) progress(told.progress);
      report = told.report ?? report;
      sentence = told.sentence ?? sentence;
    });
    await new Promise<void>((resolve, reject) => {
      child.on('error', reject);
      lines.on('close', () => resolve());
    });
    if (signal.aborted) throw new Problem(409, 'cancelled', 'Reading the archive was cancelled.');
    if (late) throw new Problem(422, 'too-slow', 'Reading it took more than five minutes and was given up.');
    if (!report)
      throw new Problem(
        422,
        'unreadable-archive',
        sentence || 'Reading it took more memory than any theme needs, and was given up.',
      );
    return report;
  } finally {
    clearTimeout(timer);
    signal.removeEventListener('abort', kill);
    kill();
  }
}
