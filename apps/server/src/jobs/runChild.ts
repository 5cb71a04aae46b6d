import { spawn } from 'node:child_process';
import { createInterface } from 'node:readline';
import { fileURLToPath } from 'node:url';
import { Problem } from '../http/problem.js';
import type { JobTools } from './queue.js';

/** A program that reads something foreign in a process of its own. */
export interface Child {
  /** Its file below `dist`: children always run built, from `src` (tests) and from `dist` alike. */
  readonly file: string;
  readonly mostMs: number;
  readonly mostHeapMb: number;
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

/**
 * Runs a child and takes its answer: lines of JSON with `progress`, and at the end `report` or a `sentence`. It is killed, with
 * whatever it started, when it takes too long, says too much, or is cancelled.
 *
 * @throws Problem with a sentence
 */
export async function runChild<T>(of: Child, input: unknown, { signal, progress }: JobTools): Promise<T> {
  // A process group of its own, so that the program which unpacks goes with it.
  const path = fileURLToPath(new URL(`../../dist/${of.file}`, import.meta.url));
  const child = spawn(process.execPath, [`--max-old-space-size=${of.mostHeapMb}`, path], {
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
  }, of.mostMs);
  signal.addEventListener('abort', kill);
  if (signal.aborted) kill();
  try {
    let report: T | null = null;
    let sentence = '';
    let said = 0;
    child.stdin.on('error', () => undefined);
    child.stdin.end(JSON.stringify(input));
    const lines = createInterface({ input: child.stdout });
    lines.on('line', (line) => {
      said += line.length;
      if (said > of.mostWords) {
        sentence = of.long;
        kill();
        return;
      }
      const told = JSON.parse(line) as { progress?: number; report?: T; sentence?: string };
      if (told.progress !== undefined) progress(told.progress);
      report = told.report ?? report;
      sentence = told.sentence ?? sentence;
    });
    await new Promise<void>((resolve, reject) => {
      child.on('error', reject);
      lines.on('close', () => resolve());
    });
    if (signal.aborted) throw new Problem(409, 'cancelled', of.cancelled);
    if (late) throw new Problem(422, 'too-slow', of.late);
    if (!report) throw new Problem(422, of.code, sentence || of.died);
    return report;
  } finally {
    clearTimeout(timer);
    signal.removeEventListener('abort', kill);
    kill();
  }
}
