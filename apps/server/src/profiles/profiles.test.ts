import { randomUUID } from 'node:crypto';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { HostProfile } from '@spare-coat/core/model/host/profile';
import { testHost } from '@spare-coat/core/testing/parts';
import { inTransaction } from '../db/pool.js';
import { startTestServer, type TestServer } from '../testing/server.js';
import { shipProfile } from './store.js';

let server: TestServer;
beforeAll(async () => {
  server = await startTestServer();
});
afterAll(() => server.stop());

const put = (profile: HostProfile, revision: number) =>
  server.get(`/api/profiles/${profile.id}`, {
    method: 'PUT',
    body: JSON.stringify({ commandId: randomUUID(), revision, profile }),
    headers: { 'Content-Type': 'application/json' },
  });

describe('published schemas', () => {
  it('are given by name, and nothing else is', async () => {
    const { body, status } = await server.get('/api/schemas/host-profile.schema.json');
    expect(status).toBe(200);
    expect(body).toMatchObject({ title: 'Host profile' });
    expect((await server.get('/api/schemas/..%2F..%2Fpackage.json')).status).toBe(404);
  });
});

describe('host profiles', () => {
  it('that ship are replaced by what ships next, and the old revision stays for whoever pins it', async () => {
    const host = { ...testHost(), id: randomUUID() };
    const ship = (p: HostProfile) => inTransaction(server.db, (client) => shipProfile(client, p));
    await ship(host);
    await ship(host);
    expect((await server.get(`/api/profiles/${host.id}/2`)).status).toBe(404);
    await ship({ ...host, summary: 'newer' });
    expect((await server.get(`/api/profiles/${host.id}/2`)).body).toMatchObject({
      profile: { summary: 'newer' },
    });
    expect((await server.get(`/api/profiles/${host.id}/1`)).body).toMatchObject({
      profile: { summary: 's' },
      shipped: true,
    });
    expect((await put(host, 2)).status).toBe(409);
  });
  it('of one’s own are kept in revisions, and a late write is refused', async () => {
    const host = { ...testHost(), id: randomUUID(), name: 'My desk' };
    expect((await put(host, 0)).status).toBe(200);
    expect((await put({ ...host, version: '3.5' }, 1)).status).toBe(200);
    expect((await put({ ...host, version: '3.6' }, 1)).status).toBe(409);
    const { revisions } = (await server.get(`/api/profiles/${host.id}/revisions`)).body as {
      revisions: { revision: number; version: string }[];
    };
    expect(revisions.map((r) => [r.revision, r.version])).toEqual([
      [2, '3.5'],
      [1, '3.4'],
    ]);
    const { own } = (await server.get('/api/profiles')).body as { own: string[] };
    expect(own).toEqual([host.id]);
  });
  it.each([
    [{ surfaces: { bar: -1 } }, /whole number of places/],
    [{ folders: { font: 'fonts' } }, /begins with/],
    [{ channels: [] }, /channels/],
    [{ defaults: { bar: { edge: 'left', nothing: 1 } } }, /has no trait nothing/],
    [{ defaults: { bar: { thickness: 'wide' } } }, /length is a number/],
    [
      {
        settings: [
          {
            key: 'k',
            place: 'p',
            label: 'L',
            takes: { type: 'number', least: 9, most: 1, step: 1 },
            initial: null,
          },
        ],
      },
      /least ≤ most/,
    ],
    [
      { settings: [{ key: 'k', place: 'p', label: 'L', takes: { type: 'flag' }, initial: 'maybe' }] },
      /not one that it takes/,
    ],
    [{ signatures: [{ sort: 'x', needs: [] }] }, /at least one path/],
    [{ nonsense: 1 }, /no field nonsense/],
  ])('with %j is refused with a sentence', async (change, sentence) => {
    const { status, body } = await put(
      { ...testHost(), id: randomUUID(), ...change } as unknown as HostProfile,
      0,
    );
    expect(status).toBe(422);
    expect((body as { title: string }).title).toMatch(sentence);
  });
});
