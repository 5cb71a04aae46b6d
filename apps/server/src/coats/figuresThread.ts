import { setPriority } from 'node:os';
import { parentPort, workerData } from 'node:worker_threads';
import { pino } from 'pino';
import { openPool } from '../db/pool.js';
import { workOutOne } from './figures.js';

/**
 * A thread that works out figures of coats, one after the other, so that requests do not wait behind them. It gives way to
 * whoever answers requests: on Linux a priority without a process is that of the thread.
 */
const NICE = 10;
try {
  setPriority(NICE);
} catch {
  // Then it works as urgently as everything else.
}
const logger = pino({ level: 'silent' });
const db = openPool((workerData as { readonly url: string }).url, logger, 2);
let last: Promise<unknown> = Promise.resolve();
parentPort!.on('message', (coatId: string) => {
  last = last
    .then(() => workOutOne(db, coatId))
    .then(
      () => parentPort!.postMessage({ coatId, problem: null }),
      (error: Error) => parentPort!.postMessage({ coatId, problem: error.message }),
    );
});
