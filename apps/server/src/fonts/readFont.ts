import type { FaceMetrics } from '@spare-coat/core/measuring/type/face';
import { Problem } from '../http/problem.js';
import { startBounded } from '../jobs/bounded.js';
import { gate } from '../jobs/gate.js';

/** A font that takes longer is made to. */
const BOUNDS = { file: 'fonts/faceChild.js', mostMs: 30_000, mostHeapMb: 384, mostResidentMb: 600 };
/** Metrics are told in some hundred characters. */
const MOST_WORDS = 100_000;

/** Each is a process: thirty fonts dropped in at once do not start thirty. */
const inTurn = gate(
  2,
  100,
  () => new Problem(503, 'busy', 'Too many fonts are being read just now. Try again shortly.'),
);

/** Reads the metrics of a font in a process that is killed when it takes too long. @throws Problem with a sentence */
export function readFont(bytes: Uint8Array): Promise<FaceMetrics> {
  return inTurn(() => readInChild(bytes));
}

async function readInChild(bytes: Uint8Array): Promise<FaceMetrics> {
  const child = startBounded(BOUNDS);
  try {
    let told = '';
    child.process.stderr.resume();
    child.process.stdout.on('data', (d: Buffer) => {
      told += d.toString();
      if (told.length > MOST_WORDS) child.kill();
    });
    child.process.stdin.end(bytes);
    await new Promise<void>((resolve, reject) => {
      child.process.on('close', () => resolve());
      child.process.on('error', reject);
    });
    const answer = answerOf(told);
    if (answer?.metrics) return answer.metrics;
    throw new Problem(
      422,
      'unreadable-font',
      answer?.sentence ?? 'Reading the font took too long and was given up.',
    );
  } finally {
    child.done();
  }
}

function answerOf(told: string): { metrics?: FaceMetrics; sentence?: string } | null {
  try {
    return JSON.parse(told) as { metrics?: FaceMetrics; sentence?: string };
  } catch {
    // It was ended before it had said all.
    return null;
  }
}
