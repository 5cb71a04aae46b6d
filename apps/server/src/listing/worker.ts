import { createReadStream } from 'node:fs';
import { join } from 'node:path';
import { readListedDetails } from '@spare-coat/core/model/parts/listing';
import { putBlob } from '../blobs/store.js';
import type { Db } from '../db/pool.js';
import { Problem } from '../http/problem.js';
import type { Worker } from '../jobs/queue.js';
import { inWorkFolder } from '../jobs/workFolder.js';
import { askJson } from './client.js';
import { download } from './download.js';

const MOST_BYTES = 512 * 1024 * 1024;

/** The worker that brings a file in from the listing. @param listing null where none is set up */
export function listingWorker(db: Db, listing: string | null): Worker {
  return async (input, { signal, progress }) => {
    if (listing === null) throw new Problem(503, 'no-listing', 'No online listing is set up here.');
    const root = new URL(listing);
    const { key, version: wanted } = input as { key: string; version: string };
    const details = await askJson(
      new URL(`/parts/${encodeURIComponent(key)}`, root),
      readListedDetails,
      signal,
    );
    const version = details.versions.find((v) => v.version === wanted);
    if (!version) throw new Problem(502, 'listing-gone', 'The listing does not have this version any more.');
    return inWorkFolder(async (folder) => {
      const path = join(folder, 'file');
      await download(root, version, path, signal, (share) => progress(share * 0.95));
      const blob = await putBlob(db, createReadStream(path), 'application/octet-stream', MOST_BYTES);
      return { sha256: blob.sha256, size: blob.size, file: version.file, key, version: version.version };
    });
  };
}
