import { createServer, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { randomUUID } from 'node:crypto';
import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest';
import type { ListedDetails, ListedPage } from '@spare-coat/core/model/parts/listing';
import { testPart } from '@spare-coat/core/testing/parts';
import { listingApp } from '@spare-coat/stand-ins/listing/app';
import { startTestServer, type TestServer } from '../testing/server.js';

let outside: Server;
let at: string;
let server: TestServer;

beforeAll(async () => {
  outside = createServer(listingApp());
  await new Promise<void>((resolve) => outside.listen(0, '127.0.0.1', resolve));
  at = `http://127.0.0.1:${(outside.address() as AddressInfo).port}`;
  server = await startTestServer({ listing: at });
});
afterAll(async () => {
  await server.stop();
  outside.closeAllConnections();
  outside.close();
});

const misbehave = (how: unknown) =>
  fetch(`${at}/misbehave`, {
    method: 'POST',
    body: JSON.stringify(how),
    headers: { 'Content-Type': 'application/json' },
  });
beforeEach(() => misbehave({}));

/** Brings a file in and waits. */
async function bring(key: string, version: string) {
  const { body, status } = await server.post(`/api/listing/${key}/fetch`, { version });
  expect(status).toBe(202);
  for (let n = 0; n < 600; n++) {
    const job = (await server.get(`/api/jobs/${(body as { job: string }).job}`)).body as {
      state: string;
      result: { sha256: string; size: number; file: string };
      problem: { code: string; sentence: string };
    };
    if (job.state === 'done' || job.state === 'failed') return job;
    await new Promise((r) => setTimeout(r, 50));
  }
  throw new Error('it never ended');
}

describe('an online listing', () => {
  it('is searched by words, category and order, page by page', async () => {
    const first = (await server.get('/api/listing')).body as ListedPage;
    const all = new Set<string>();
    for (let page = 1; page <= first.pages; page++)
      for (const p of ((await server.get(`/api/listing?page=${page}`)).body as ListedPage).parts)
        all.add(p.id);
    expect(all.size).toBe(first.total);
    const icons = (await server.get('/api/listing?category=Icons&order=votes')).body as ListedPage;
    const votes = icons.parts.map((p) => p.votes);
    expect(votes).toEqual([...votes].sort((a, b) => b - a));
    expect(icons.parts.every((p) => p.category === 'Icons')).toBe(true);
    expect(
      ((await server.get('/api/listing?words=kingcup')).body as ListedPage).parts.map((p) => p.name),
    ).toEqual(['Kingcup']);
  });

  it('brings a file in with its checksum, and follows what came from there', async () => {
    const { details, from } = (await server.get('/api/listing/limewash')).body as {
      details: ListedDetails;
      from: string;
    };
    const old = details.versions.find((v) => v.version === '1.9')!;
    const job = await bring('limewash', '1.9');
    expect(job.result).toMatchObject({ sha256: old.sha256, size: old.size, file: old.file });
    const part = {
      ...testPart('Limewash'),
      id: randomUUID(),
      version: '1.9',
      source: { from, key: 'limewash', on: '2026-11-25', sha256: old.sha256 },
    };
    expect(
      (
        await server.get(`/api/parts/${part.id}`, {
          method: 'PUT',
          body: JSON.stringify({ commandId: randomUUID(), revision: 0, part }),
          headers: { 'Content-Type': 'application/json' },
        })
      ).status,
    ).toBe(200);
    expect((await server.get('/api/listing/updates')).body).toMatchObject({
      followed: 1,
      problems: [],
      updates: [{ name: 'Limewash', have: '1.9', version: { version: '2.0', madeFor: 'Fernbank 3.5' } }],
    });
  });

  it.each([
    ['account needed', 'members-only', /account only/],
    ['gone', 'gone-reeds', /does not have it any more/],
    ['wrong checksum', 'wrong-weight', /checksum differs/],
  ])('that says %s is told in a sentence, and nothing is kept', async (_how, key, sentence) => {
    const before = await server.db.query('select count(*) as n from blob');
    const job = await bring(key, key === 'gone-reeds' ? '1.2' : '1.0');
    expect(job.state).toBe('failed');
    expect(job.problem.sentence).toMatch(sentence);
    expect((await server.db.query('select count(*) as n from blob')).rows).toEqual(before.rows);
  });

  it('that cuts the connection is asked for the rest, and the whole is right', async () => {
    const { details } = (await server.get('/api/listing/broken-bridge')).body as { details: ListedDetails };
    const job = await bring('broken-bridge', '1.0');
    expect(job.state).toBe('done');
    expect(job.result.sha256).toBe(details.versions[0]!.sha256);
  });

  it('that asks to wait is waited for', async () => {
    expect((await bring('busy-quay', '1.0')).state).toBe('done');
  });

  it.each([
    [{ how: 'down', times: 2 }, 200, /^/],
    [{ how: 'down' }, 502, /trouble of its own.*Tried 4 times/],
    [{ how: 'rate limited', seconds: 600 }, 502, /asks to wait 600 seconds/],
    [{ how: 'nonsense' }, 502, /no list of parts/],
    [{ how: 'account needed' }, 502, /account only/],
    [{ how: 'slow', seconds: 1 }, 200, /^/],
  ])('told to be %j ends in %i', async (how, status, sentence) => {
    await misbehave(how);
    const answer = await server.get('/api/listing');
    expect(answer.status).toBe(status);
    expect((answer.body as { title?: string }).title ?? '').toMatch(sentence);
  });

  it('that is not there, and keys that are none, end in a clear sentence', async () => {
    const lonely = await startTestServer({ listing: 'http://127.0.0.1:9' });
    try {
      const { status, body } = await lonely.get('/api/listing');
      expect([status, (body as { title: string }).title]).toEqual([
        502,
        expect.stringContaining('cannot be reached'),
      ]);
    } finally {
      await lonely.stop();
    }
    expect((await server.get('/api/listing/..%2Fmisbehave')).status).toBe(404);
    expect((await server.post('/api/listing/kingcup/fetch', {})).status).toBe(400);
  });
});
