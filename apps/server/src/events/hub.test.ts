import { randomUUID } from 'node:crypto';
import { pino } from 'pino';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { addJob, findJob, runJobs } from '../jobs/queue.js';
import { startTestServer, type TestServer } from '../testing/server.js';

let server: TestServer;
beforeAll(async () => {
  server = await startTestServer();
});
afterAll(async () => {
  await server.stop();
});

/** Counts the news that a window hears about a job. */
async function listening(id: string) {
  const control = new AbortController();
  const response = await fetch(`${server.url}/api/jobs/${id}/events`, { signal: control.signal });
  expect(response.status).toBe(200);
  let heard = 0;
  void (async () => {
    for await (const piece of response.body!)
      heard +=
        Buffer.from(piece as Uint8Array)
          .toString()
          .split('data: ').length - 1;
  })().catch(() => undefined);
  return { heard: () => heard, stop: () => control.abort() };
}

describe('news of a job', () => {
  it('come when it is taken up, when it gets on, when it finds something and when it is done, to its own windows alone', async () => {
    const job = await addJob(server.db, 'news.test', { n: randomUUID() });
    const other = await addJob(server.db, 'news.other', { n: randomUUID() });
    const [mine, theirs] = [await listening(job.id), await listening(other.id)];
    // The news connection is made while the server starts: until then there are none.
    await expect
      .poll(async () => {
        await server.db.query("select pg_notify('job_changed', $1)", [job.id]);
        return mine.heard();
      })
      .toBeGreaterThan(0);
    let goOn: () => void = () => undefined;
    const runner = runJobs(
      server.db,
      {
        'news.test': async (_input, { progress, partial }) => {
          progress(0.5);
          await new Promise<void>((r) => (goOn = r));
          await partial({ found: 1 });
          return { all: 1 };
        },
      },
      pino({ level: 'silent' }),
    );
    try {
      runner.wake();
      await expect.poll(async () => (await findJob(server.db, job.id))!.progress).toBe(0.5);
      const half = mine.heard();
      goOn();
      await expect.poll(async () => (await findJob(server.db, job.id))!.state).toBe('done');
      await expect.poll(() => mine.heard()).toBeGreaterThanOrEqual(half + 2);
      expect(theirs.heard()).toBe(0);
    } finally {
      await runner.stop();
      mine.stop();
      theirs.stop();
    }
  });
  it('are of no job where the address names none', async () => {
    expect((await fetch(`${server.url}/api/jobs/none/events`)).status).toBe(404);
  });
});
