import { createInterface } from 'node:readline';
import { Problem } from '../http/problem.js';
import { startBounded, type Bounds } from './bounded.js';
import type { JobTools } from './queue.js';

/** A program that reads something foreign in a process of its own. */
export interface Child extends Bounds {
  /** What it may say at most, in characters. */
  readonly mostWords: number;
  /** What is said when it takes too long, when it says too much, when it was cancelled, and when it died. */
  readonly late: string;
  readonly long: string;
  readonly cancelled: string;
  readonly died: string;
  /** The code of a problem with what it read. */
  readonly code: string;
}

/** What a child says in a line; null where the line was broken off. */
function wordsOf<T>(line: string): { progress?: number; report?: T; sentence?: string } | null {
  try {
    return JSON.parse(line) as { progress?: number; report?: T; sentence?: string };
  } catch {
    return null;
  }
}

/**
 * Runs a child and takes its answer: lines of JSON with `progress`, and at the end `report` or a `sentence`. It is killed, with
 * whatever it started, when it takes too long, says too much, or is cancelled.
 *
 * @throws Problem with a sentence
 */
export async function runChild<T>(of: Child, input: unknown, { signal, progress }: JobTools): Promise<T> {
  const child = startBounded(of);
  signal.addEventListener('abort', child.kill);
  if (signal.aborted) child.kill();
  try {
    let report: T | null = null;
    let sentence = '';
    let said = 0;
    child.process.stderr.resume();
    child.process.stdin.end(JSON.stringify(input));
    const lines = createInterface({ input: child.process.stdout });
    lines.on('line', (line) => {
      said += line.length;
      if (said > of.mostWords) {
        sentence = of.long;
        child.kill();
        return;
      }
      const told = wordsOf<T>(line);
      if (told?.progress !== undefined) progress(told.progress);
      report = told?.report ?? report;
      sentence = told?.sentence ?? sentence;
    });
    await new Promise<void>((resolve, reject) => {
      child.process.on('error', reject);
      lines.on('close', () => resolve());
    });
    if (signal.aborted) throw new Problem(409, 'cancelled', of.cancelled);
    if (child.ended() === 'late') throw new Problem(422, 'too-slow', of.late);
    if (!report) throw new Problem(422, of.code, sentence || of.died);
    return report;
  } finally {
    signal.removeEventListener('abort', child.kill);
    child.done();
  }
}
