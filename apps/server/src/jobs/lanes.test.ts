import { pino } from 'pino';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { openPool, type Db } from '../db/pool.js';
import { makeTestDatabase, type TestDatabase } from '../testing/server.js';
import { addJob, dropJob, findJob, runJobs, type Worker } from './queue.js';

const logger = pino({ level: 'silent' });
let database: TestDatabase;
let db: Db;
beforeAll(async () => {
  database = await makeTestDatabase();
  db = openPool(database.url, logger);
});
afterAll(async () => {
  await db.end();
  await database.drop();
});

const stateOf = async (id: string) => (await findJob(db, id))!.state;
/** Works until it is told to stop. */
const endless: Worker = (_input, { signal }) =>
  new Promise((_resolve, reject) => {
    if (signal.aborted) reject(new Error('stopped'));
    signal.addEventListener('abort', () => reject(new Error('stopped')));
  });

describe('work', () => {
  it('of a picture does not wait behind an archive', async () => {
    const runner = runJobs(
      db,
      { 'archive.read': endless, 'picture.normalise': () => Promise.resolve({ well: 1 }) },
      logger,
    );
    try {
      const archive = await addJob(db, 'archive.read', { n: 1 });
      runner.wake();
      await expect.poll(() => stateOf(archive.id)).toBe('running');
      const picture = await addJob(db, 'picture.normalise', { n: 1 });
      runner.wake();
      await expect.poll(() => stateOf(picture.id)).toBe('done');
      expect(await stateOf(archive.id)).toBe('running');
      await dropJob(db, archive.id);
    } finally {
      await runner.stop();
    }
  });

  it('of a server that is stopped is taken up again by the next one, as often as that happens', async () => {
    const job = await addJob(db, 'archive.read', { n: 2 });
    for (let n = 0; n < 3; n++) {
      const runner = runJobs(db, { 'archive.read': endless }, logger);
      await expect.poll(() => stateOf(job.id)).toBe('running');
      await runner.stop();
      expect(await stateOf(job.id)).toBe('waiting');
    }
    const last = runJobs(db, { 'archive.read': () => Promise.resolve({ read: 'at last' }) }, logger);
    await expect.poll(() => stateOf(job.id)).toBe('done');
    await last.stop();
    expect((await findJob(db, job.id))!.result).toEqual({ read: 'at last' });
  });

  it('belongs to somebody', async () => {
    const { rows } = await db.query<{ n: number }>(
      'select count(*) as n from job j join owner o on o.id = j.owner_id',
    );
    expect(rows[0]!.n).toBe(2);
  });
});
