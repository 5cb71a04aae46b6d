import { spawn } from 'node:child_process';
import { fileURLToPath } from 'node:url';
import { pipeline } from 'node:stream/promises';
import { findBlob, putBlob, readBlob } from '../blobs/store.js';
import type { Db } from '../db/pool.js';
import { Problem } from '../http/problem.js';
import type { JobTools, Worker } from '../jobs/queue.js';

/** Runs from `src` (tests) and from `dist` alike: the child is always the built one. */
const CHILD = fileURLToPath(new URL('../../dist/pictures/normaliseChild.js', import.meta.url));
const MOST_MS = 60_000;
/** A PNG of 40 megapixels of noise is some 160 MB. */
const MOST_OUTPUT = 200 * 1024 * 1024;

export interface NormalisedPicture {
  readonly original: string;
  readonly blob: string;
  readonly width: number;
  readonly height: number;
  readonly remarks: readonly string[];
}

/** The picture a file became, if it was read before. */
export async function findPicture(db: Db, original: string): Promise<NormalisedPicture | null> {
  const { rows } = await db.query<NormalisedPicture>(
    'select original, normalised as blob, width, height, remarks from picture_file where original = $1',
    [original],
  );
  return rows[0] ?? null;
}

/** The worker that makes the one PNG everything is measured on. */
export function normaliseWorker(db: Db): Worker {
  return async (input, tools) => {
    const original = String(input['original']);
    const known = await findPicture(db, original);
    if (known) return known;
    const made = await normalise(db, original, tools);
    await db.query(
      'insert into picture_file (original, normalised, width, height, remarks) values ($1, $2, $3, $4, $5) on conflict (original) do nothing',
      [original, made.blob, made.width, made.height, made.remarks],
    );
    return made;
  };
}

async function normalise(db: Db, original: string, tools: JobTools): Promise<NormalisedPicture> {
  const source = await findBlob(db, original);
  if (!source) throw new Problem(404, 'not-found', 'The file is no longer kept here.');
  const child = spawn(process.execPath, [CHILD], {
    stdio: ['pipe', 'pipe', 'pipe'],
    env: { PATH: process.env['PATH'] },
  });
  const timer = setTimeout(() => child.kill('SIGKILL'), MOST_MS);
  const abort = () => child.kill('SIGKILL');
  tools.signal.addEventListener('abort', abort);
  try {
    let told = '';
    child.stderr.on('data', (d: Buffer) => (told = (told + d.toString()).slice(-10_000)));
    const ended = new Promise<number | null>((resolve, reject) => {
      child.on('close', resolve);
      child.on('error', reject);
    });
    tools.progress(0.1);
    const fed = pipeline(readBlob(db, original, 0, source.size - 1), child.stdin).catch(() => undefined);
    const stored = putBlob(db, child.stdout as AsyncIterable<Uint8Array>, 'image/png', MOST_OUTPUT);
    stored.catch(() => child.kill('SIGKILL'));
    await fed;
    tools.progress(0.4);
    const blob = await stored;
    tools.progress(0.9);
    const code = await ended;
    const answer = JSON.parse(told.slice(told.indexOf('{')) || '{}') as {
      width?: number;
      height?: number;
      remarks?: string[];
      error?: string;
    };
    if (code !== 0 || !answer.width || !answer.height) {
      if (tools.signal.aborted) throw new Problem(409, 'cancelled', 'Reading the picture was cancelled.');
      throw new Problem(
        422,
        'unreadable',
        `The picture cannot be read to its end${answer.error ? `: ${firstSentence(answer.error)}` : ''}. It may be truncated or damaged.`,
      );
    }
    return {
      original,
      blob: blob.sha256,
      width: answer.width,
      height: answer.height,
      remarks: answer.remarks ?? [],
    };
  } finally {
    clearTimeout(timer);
    tools.signal.removeEventListener('abort', abort);
  }
}

function firstSentence(text: string): string {
  return text.split('\n')[0]!.slice(0, 200);
}
