import { nth } from '@spare-coat/core/ground/checked';
import type { Logger } from 'pino';
import { forgetReadings } from '../archives/store.js';
import { collectBlobs } from '../blobs/store.js';
import { emptyBin } from '../coats/bin.js';
import { condenseHistory } from '../coats/condense.js';
import { forgetAllowances } from '../http/allowance.js';
import { forgetJobs } from '../jobs/queue.js';
import type { Db } from './pool.js';

const EVERY_MS = 15 * 60_000;
/** Any number that nothing else locks by: of several servers one at a time does this. */
const LOCK = 7_302_502;

/** What is done now and then, in its order: what is forgotten first may let go of files. */
const CHORES = { forgetReadings, forgetJobs, forgetAllowances, emptyBin, condenseHistory, collectBlobs };

/** Does what is done now and then, unless another server is at it. @returns how many of what, by chore */
export async function doChores(
  db: Db,
  logger: Logger,
): Promise<Partial<Record<keyof typeof CHORES, number>>> {
  const client = await db.connect();
  let broken: Error | undefined;
  const done: Partial<Record<keyof typeof CHORES, number>> = {};
  try {
    const { rows } = await client.query<{ mine: boolean }>('select pg_try_advisory_lock($1) as mine', [LOCK]);
    if (!nth(rows, 0).mine) return done;
    for (const [name, chore] of Object.entries(CHORES) as [
      keyof typeof CHORES,
      (typeof CHORES)['emptyBin'],
    ][])
      try {
        done[name] = await chore(db);
      } catch (error) {
        // The other chores are none the worse for it.
        logger.warn({ err: (error as Error).message, chore: name }, 'a chore could not be done');
      }
    await client.query('select pg_advisory_unlock($1)', [LOCK]);
    return done;
  } catch (error) {
    broken = error as Error;
    throw error;
  } finally {
    client.release(broken);
  }
}

/** Does it again and again. @returns how to stop */
export function keepUp(db: Db, logger: Logger): () => void {
  const timer = setInterval(() => {
    doChores(db, logger).catch((error: Error) => logger.warn({ err: error.message }, 'no chores were done'));
  }, EVERY_MS);
  return () => clearInterval(timer);
}
