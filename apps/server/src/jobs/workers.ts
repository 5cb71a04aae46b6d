import { archiveWorker } from '../archives/worker.js';
import { bundleWorker } from '../bundles/worker.js';
import type { Db } from '../db/pool.js';
import { listingWorker } from '../listing/worker.js';
import { normaliseWorker } from '../pictures/normalise.js';
import { proposalWorker } from '../proposals/worker.js';
import type { Worker } from './queue.js';

/** Everything that is done off the request thread, by the kind of job. */
export function jobWorkers(db: Db, listing: string | null): Readonly<Record<string, Worker>> {
  return {
    'picture.normalise': normaliseWorker(db),
    'archive.read': archiveWorker(db),
    'bundle.read': bundleWorker(db),
    proposal: proposalWorker(db),
    'listing.fetch': listingWorker(db, listing),
  };
}
