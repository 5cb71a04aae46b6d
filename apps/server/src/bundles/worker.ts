import { createReadStream, createWriteStream } from 'node:fs';
import { join } from 'node:path';
import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { blobsIn } from '@spare-coat/core/proving/bundle/format';
import { findBlob, putBlob, readBlob } from '../blobs/store.js';
import type { Db } from '../db/pool.js';
import { Problem } from '../http/problem.js';
import { addJob, dropJob, type Runner, type Worker } from '../jobs/queue.js';
import { runChild, type Child } from '../jobs/runChild.js';
import { inWorkFolder } from '../jobs/workFolder.js';
import type { BundleReport } from './reading.js';

const READER: Child = {
  file: 'bundles/readChild.js',
  mostMs: 5 * 60_000,
  mostHeapMb: 400,
  mostResidentMb: 1000,
  mostWords: 96 * 1024 * 1024,
  late: 'Reading it took more than five minutes and was given up.',
  long: 'There is more in it than any coat has.',
  cancelled: 'Reading the bundle was cancelled.',
  died: 'Reading it took more memory than any coat needs, and was given up.',
  code: 'unreadable-bundle',
};
const MOST_CONTENT = 96 * 1024 * 1024;
const MOST_FILE = 400 * 1024 * 1024;

/** What a job that has read a bundle answers: the SHA-256 of its content as JSON, by which it is looked at and taken in. */
export interface ReadBundleAnswer {
  readonly bundle: string;
}

/** Asks for a bundle to be read. What was read of it before is taken where that is still kept. @returns the id of the job */
export async function askToRead(db: Db, runner: Runner, sha256: string): Promise<string> {
  const ask = () => addJob(db, 'bundle.read', { sha256 });
  let job = await ask();
  const read = (job.result as ReadBundleAnswer | null)?.bundle;
  if (job.state === 'done' && read !== undefined && !(await findBlob(db, read))) {
    await dropJob(db, job.id);
    job = await ask();
  }
  runner.wake();
  return job.id;
}

/**
 * The worker that reads bundles: a process of its own unpacks and checks the file in a private folder; what is right in it is
 * kept, pictures among it, and nothing is taken into a coat yet.
 */
export function bundleWorker(db: Db): Worker {
  return async (raw, tools) => {
    const sha256 = String(raw['sha256']);
    const source = await findBlob(db, sha256);
    if (!source) throw new Problem(404, 'not-found', 'The file is no longer kept here. Drop it in again.');
    return inWorkFolder(async (folder) => {
      const path = join(folder, 'bundle');
      await pipeline(
        readBlob(db, sha256, 0, source.size - 1),
        createWriteStream(path, { mode: 0o600 }),
        { signal: tools.signal },
      ); // prettier-ignore
      const { content, files } = await runChild<BundleReport>(READER, { path, folder }, tools);
      const needed = content.rows ? blobsIn({ ...content.rows, coat: {} }) : new Set<string>();
      const there = new Set(files.map((f) => f.sha256));
      const missing = [...needed].find((sha) => !there.has(sha));
      if (missing !== undefined)
        throw new Problem(
          422,
          'unreadable-bundle',
          'A file that the coat speaks of is missing in the bundle.',
        );
      for (const file of files) {
        if (!(await findBlob(db, file.sha256)))
          await putBlob(
            db,
            createReadStream(file.path),
            file.picture ? 'image/png' : 'application/octet-stream',
            MOST_FILE,
          );
      }
      const kept = await putBlob(
        db,
        Readable.from([Buffer.from(JSON.stringify(content))]),
        'application/json',
        MOST_CONTENT,
      );
      return { bundle: kept.sha256 } satisfies ReadBundleAnswer;
    });
  };
}
