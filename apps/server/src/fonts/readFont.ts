import { spawn } from 'node:child_process';
import { fileURLToPath } from 'node:url';
import type { FaceMetrics } from '@spare-coat/core/type/face';
import { Problem } from '../http/problem.js';

/** Runs from `src` (tests) and from `dist` alike: the child is always the built one. */
const CHILD = fileURLToPath(new URL('../../dist/fonts/faceChild.js', import.meta.url));
/** A font that takes longer is made to. */
const MOST_MS = 10_000;
const MOST_MEMORY_MB = 384;

/** Reads the metrics of a font in a process that is killed when it takes too long. @throws Problem with a sentence */
export async function readFont(bytes: Uint8Array): Promise<FaceMetrics> {
  const child = spawn(process.execPath, [`--max-old-space-size=${MOST_MEMORY_MB}`, CHILD], {
    stdio: ['pipe', 'pipe', 'ignore'],
    env: { PATH: process.env['PATH'] },
  });
  const timer = setTimeout(() => child.kill('SIGKILL'), MOST_MS);
  try {
    let told = '';
    child.stdout.on('data', (d: Buffer) => (told += d.toString()));
    child.stdin.on('error', () => undefined);
    child.stdin.end(bytes);
    await new Promise<void>((resolve, reject) => {
      child.on('close', () => resolve());
      child.on('error', reject);
    });
    const answer = (told === '' ? {} : JSON.parse(told)) as { metrics?: FaceMetrics; sentence?: string };
    if (answer.metrics) return answer.metrics;
    throw new Problem(
      422,
      'unreadable-font',
      answer.sentence ?? 'Reading the font took too long and was given up.',
    );
  } finally {
    clearTimeout(timer);
  }
}
