import { createReadStream, createWriteStream } from 'node:fs';
import { join } from 'node:path';
import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { findBlob, putBlob, readBlob } from '../blobs/store.js';
import type { Db } from '../db/pool.js';
import { Problem } from '../http/problem.js';
import type { Worker } from '../jobs/queue.js';
import { inWorkFolder } from '../jobs/workFolder.js';
import { findProfile } from '../profiles/store.js';
import { runReading } from './runReading.js';
import { putReading, type ReadingInput } from './store.js';

const MOST_REPORT = 64 * 1024 * 1024;
const MOST_PICTURES = 256 * 1024 * 1024;

/**
 * The worker that reads archives: the bytes go into a private folder that is removed afterwards, the report and its
 * pictures are kept as files.
 */
export function archiveWorker(db: Db): Worker {
  return async (raw, tools) => {
    const input = raw as unknown as ReadingInput;
    const source = await findBlob(db, input.sha256);
    if (!source) throw new Problem(404, 'not-found', 'The file is no longer kept here. Drop it in again.');
    const found = input.profile ? await findProfile(db, input.profile.id, input.profile.revision) : null;
    const host = found && {
      folders: found.profile.folders,
      signatures: found.profile.signatures ?? [],
    };
    return inWorkFolder(async (folder) => {
      const path = join(folder, 'archive');
      const picturesPath = join(folder, 'pictures');
      await pipeline(
        readBlob(db, input.sha256, 0, source.size - 1),
        createWriteStream(path, { mode: 0o600 }),
        {
          signal: tools.signal,
        },
      );
      const { sha256, size } = source;
      const { file, iconSize, iconScale, names } = input;
      const report = await runReading(
        { path, picturesPath, file, sha256, size, host, iconSize, iconScale, names },
        tools,
      );
      const kept = await putBlob(
        db,
        Readable.from([Buffer.from(JSON.stringify(report))]),
        'application/json',
        MOST_REPORT,
      );
      const pictures = await putBlob(
        db,
        createReadStream(picturesPath),
        'application/octet-stream',
        MOST_PICTURES,
      );
      return { reading: await putReading(db, input, kept.sha256, pictures.sha256) };
    });
  };
}
