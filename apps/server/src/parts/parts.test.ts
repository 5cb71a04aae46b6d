import { randomUUID } from 'node:crypto';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { Part } from '@spare-coat/core/parts/part';
import { testPart } from '@spare-coat/core/testing/parts';
import { startTestServer, type TestServer } from '../testing/server.js';
import { inTransaction } from '../db/pool.js';
import { shipPart } from './write.js';

let server: TestServer;
const named = (name: string, more: Partial<Part> = {}) => ({ ...testPart(name, more), id: randomUUID() });

const ship = (...parts: Part[]) =>
  inTransaction(server.db, async (client) => {
    for (const part of parts) await shipPart(client, part);
  });

beforeAll(async () => {
  server = await startTestServer();
  const parts = [
    named('Tidebar', { summary: 'A broad bar', author: 'Wenna Strand' }),
    named('Tide table', { sort: 'widget', offers: [] }),
    named('Reedbar', { author: 'Hob Lacey' }),
    ...Array.from({ length: 60 }, (_, i) => named(`Filler ${String(i).padStart(2, '0')}`)),
  ];
  await ship(...parts);
});
afterAll(() => server.stop());

const find = async (query: string) => {
  const { body } = await server.get(`/api/parts?${query}`);
  return body as { parts: Part[]; next: string | null };
};

describe('the catalogue', () => {
  it('is searched as one types: every word, the start of a word is enough', async () => {
    expect((await find('words=tide')).parts.map((p) => p.name)).toEqual(['Tide table', 'Tidebar']);
    expect((await find('words=wenna%20tid')).parts.map((p) => p.name)).toEqual(['Tidebar']);
    expect((await find('words=nothing%20here')).parts).toEqual([]);
  });
  it.each(["' or 1=1 --", ':* & ! | ( )', '%25', '\\', '😀', 'x'.repeat(500)])(
    'takes the words %j for words',
    async (words) => {
      expect((await server.get(`/api/parts?words=${encodeURIComponent(words)}`)).status).toBe(200);
    },
  );
  it('is narrowed by sort and by the kind of element served', async () => {
    expect((await find('sort=widget')).parts.map((p) => p.name)).toEqual(['Tide table']);
    expect((await find('words=tide&kind=bar')).parts.map((p) => p.name)).toEqual(['Tidebar']);
  });
  it('comes page by page without a gap or a double', async () => {
    const first = await find('');
    expect(first.parts).toHaveLength(50);
    const second = await find(`after=${encodeURIComponent(first.next!)}`);
    const all = [...first.parts, ...second.parts].map((p) => p.name);
    expect(all).toHaveLength(63);
    expect(all).toEqual([...all].sort());
    expect(second.next).toBeNull();
  });
  it('gives the newest revision, keeps the old one for coats that pin it, and never changes one', async () => {
    const old = named('Moving');
    await ship(old);
    await ship({ ...old, version: '2.0' });
    expect((await server.get(`/api/parts/${old.id}`)).body).toMatchObject({ part: { revision: 2 } });
    const serving = await server.post('/api/parts/serving', { kinds: ['bar'], pinned: [[old.id, 1]] });
    const both = (serving.body as { parts: Part[] }).parts
      .filter((p) => p.id === old.id)
      .map((p) => p.revision);
    expect(both.sort()).toEqual([1, 2]);
    await expect(server.db.query('update part_revision set name = $1', ['x'])).rejects.toThrow(/append-only/);
  });
  it('brings along what the parts need, through several steps', async () => {
    const far = named('Far engine', { offers: [] });
    const near = named('Near engine', { offers: [], requires: [{ anyOf: [far.id], why: 'w' }] });
    const top = named('Needs engines', { requires: [{ anyOf: [near.id], why: 'w' }] });
    await ship(far, near, top);
    const { body } = await server.post('/api/parts/serving', { kinds: ['bar'], pinned: [] });
    const names = (body as { parts: Part[] }).parts.map((p) => p.name);
    expect(names).toEqual(expect.arrayContaining(['Far engine', 'Near engine', 'Needs engines']));
    expect((await server.post('/api/parts/serving', { kinds: 'bar' })).status).toBe(400);
    expect((await server.post('/api/parts/serving', { kinds: [], pinned: [['x', 1]] })).status).toBe(400);
  });
});
