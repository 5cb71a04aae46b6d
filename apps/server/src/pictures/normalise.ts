import { nth } from '@spare-coat/core/ground/checked';
import type { ReadPicture } from '@spare-coat/core/proving/wire/picture';
import { pipeline } from 'node:stream/promises';
import { findBlob, putBlob, readBlob } from '../blobs/store.js';
import type { Db } from '../db/pool.js';
import { Problem } from '../http/problem.js';
import { startBounded } from '../jobs/bounded.js';
import type { JobTools, Worker } from '../jobs/queue.js';

/** 40 megapixels of 16 bits a channel, read and turned, take some 700 MB outside the heap. */
const BOUNDS = {
  file: 'pictures/normaliseChild.js',
  mostMs: 60_000,
  mostHeapMb: 256,
  mostResidentMb: 2000,
};
/** A PNG of 40 megapixels of noise is some 160 MB. */
const MOST_OUTPUT = 200 * 1024 * 1024;

/** The picture a file became, if it was read before. */
export async function findPicture(db: Db, original: string): Promise<ReadPicture | null> {
  const { rows } = await db.query<ReadPicture>(
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

async function normalise(db: Db, original: string, tools: JobTools): Promise<ReadPicture> {
  const source = await findBlob(db, original);
  if (!source) throw new Problem(404, 'not-found', 'The file is no longer kept here.');
  const child = startBounded(BOUNDS);
  tools.signal.addEventListener('abort', child.kill);
  if (tools.signal.aborted) child.kill();
  try {
    let told = '';
    child.process.stderr.on('data', (d: Buffer) => (told = (told + d.toString()).slice(-10_000)));
    const ended = new Promise<number | null>((resolve, reject) => {
      child.process.on('close', resolve);
      child.process.on('error', reject);
    });
    tools.progress(0.1);
    const fed = pipeline(readBlob(db, original, 0, source.size - 1), child.process.stdin).catch(
      () => undefined,
    );
    const stored = putBlob(db, child.process.stdout as AsyncIterable<Uint8Array>, 'image/png', MOST_OUTPUT);
    stored.catch(child.kill);
    await fed;
    tools.progress(0.4);
    const blob = await stored;
    tools.progress(0.9);
    const code = await ended;
    const answer = answerOf(told);
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
    tools.signal.removeEventListener('abort', child.kill);
    child.done();
  }
}

interface Answer {
  readonly width?: number;
  readonly height?: number;
  readonly remarks?: string[];
  readonly error?: string;
}

/** What the child said of the picture; nothing where it was ended in the middle. */
function answerOf(told: string): Answer {
  try {
    return JSON.parse(told.slice(told.indexOf('{')) || '{}') as Answer;
  } catch {
    return {};
  }
}

function firstSentence(text: string): string {
  return nth(text.split('\n'), 0).slice(0, 200);
}
