import { randomUUID } from 'node:crypto';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { Part } from '@spare-coat/core/model/parts/part';
import { testHost, testPart } from '@spare-coat/core/testing/parts';
import { startTestServer, type TestServer } from '../testing/server.js';
import { inTransaction } from '../db/pool.js';
import { shipProfile } from '../profiles/store.js';
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

describe('narrowing the catalogue', () => {
  const all = async (query: string) => {
    const names: string[] = [];
    for (let after = ''; ;) {
      const { parts, next } = await find(`words=zzz&${query}&after=${encodeURIComponent(after)}`);
      names.push(...parts.map((p) => p.name));
      if (!next) return names;
      after = next;
    }
  };
  const zzz = (name: string, more: Partial<Part> = {}) => named(name, { author: 'Zzz', ...more });
  beforeAll(() =>
    ship(
      zzz('Open one', { licence: 'MIT', released: '2026-03-01' }),
      zzz('Closed one', { licence: 'LicenseRef-Closed', released: '2020-03-01' }),
      zzz('No selling', { licence: 'CC-BY-NC-4.0', released: '2026-05-01' }),
      zzz('Either', { licence: 'LicenseRef-Closed OR GPL-2.0-only', released: '2019-01-01' }),
      zzz('Dear', { price: { amount: 19, currency: 'EUR' }, released: '2026-06-01' }),
      zzz('Cheap', { price: { amount: 5, currency: 'EUR' }, account: true, released: '2024-06-01' }),
      zzz('Elsewhere', { fits: [{ host: 'oxbow', versions: '*', how: 'declared' }], released: '2023-01-01' }),
      zzz('Any host', { fits: [], released: '2022-01-01' }),
    ),
  );
  it('by licence, as open or by the beginning of its name', async () => {
    expect(await all('licence=open')).toEqual([
      'Any host',
      'Cheap',
      'Dear',
      'Either',
      'Elsewhere',
      'Open one',
    ]);
    expect(await all('licence=cc-by')).toEqual(['No selling']);
  });
  it('by price, account and age', async () => {
    expect(await all('price=0')).not.toContain('Cheap');
    expect(await all('price=10')).toContain('Cheap');
    expect(await all('price=10&account=no')).not.toContain('Cheap');
    expect(await all('price=10')).not.toContain('Dear');
    expect(await all('since=2026-05-01')).toEqual(['Dear', 'No selling']);
  });
  it('newest first, page by page', async () => {
    const { parts } = await find('words=zzz&order=newest');
    const dates = parts.map((p) => p.released);
    expect(dates).toEqual([...dates].sort().reverse());
    const id = parts[2]!.id;
    const { parts: rest } = await find(
      `words=zzz&order=newest&after=${encodeURIComponent(`${id} ${parts[2]!.released}`)}`,
    );
    expect(rest.map((p) => p.id)).toEqual(parts.slice(3).map((p) => p.id));
  });
  it('by what can be used on a host', async () => {
    const host = testHost();
    await inTransaction(server.db, (client) => shipProfile(client, host));
    const usable = await all(`usableOn=${encodeURIComponent(`${host.id} 1 pipit`)}`);
    expect(usable).not.toContain('Elsewhere');
    expect(usable).toEqual(expect.arrayContaining(['Any host', 'Open one']));
    const { status } = await server.get(`/api/parts?usableOn=${randomUUID()}%201`);
    expect(status).toBe(404);
  });
  it.each([
    'sort=x',
    'kind=x',
    'order=x',
    'since=2026-13-01',
    'since=2026-02-31',
    'price=-1',
    'order=newest&after=x',
  ])('refuses %s or takes it for nothing', async (query) => {
    expect([200, 400]).toContain((await server.get(`/api/parts?${query}`)).status);
  });
});

describe('a part of one’s own', () => {
  const put = (id: string, revision: number, part: unknown, commandId = randomUUID()) =>
    server.get(`/api/parts/${id}`, {
      method: 'PUT',
      body: JSON.stringify({ commandId, revision, part }),
      headers: { 'Content-Type': 'application/json' },
    });
  it('is made, changed in revisions, told apart from shipped ones, deleted and brought back', async () => {
    const part = named('Mine');
    const commandId = randomUUID();
    expect((await put(part.id, 0, part, commandId)).body).toMatchObject({
      part: { revision: 1 },
      shipped: false,
    });
    // Sent again after a lost answer: harmless.
    expect((await put(part.id, 0, part, commandId)).status).toBe(200);
    expect((await put(part.id, 1, { ...part, version: '2.0' })).body).toMatchObject({
      part: { revision: 2 },
    });
    expect((await server.get(`/api/parts/${part.id}?revision=1`)).body).toMatchObject({
      part: { version: '1.0' },
    });
    const page = (await server.get('/api/parts?words=mine')).body as { parts: Part[]; own: string[] };
    expect(page.own).toEqual([part.id]);
    expect((await server.get(`/api/parts/${part.id}`, { method: 'DELETE' })).status).toBe(204);
    expect((await find('words=mine')).parts).toEqual([]);
    expect((await server.get(`/api/parts/${part.id}`)).body).toMatchObject({ gone: true });
    expect((await server.post(`/api/parts/${part.id}/restore`, {})).status).toBe(204);
    expect((await find('words=mine')).parts).toHaveLength(1);
  });
  it('that another window changed meanwhile is not overwritten', async () => {
    const part = named('Twice');
    await put(part.id, 0, part);
    await put(part.id, 1, { ...part, summary: 'first' });
    const late = await put(part.id, 1, { ...part, summary: 'second' });
    expect(late.status).toBe(409);
    expect((await server.get(`/api/parts/${part.id}`)).body).toMatchObject({ part: { summary: 'first' } });
  });
  it('of two with the same name and two authors each stays itself', async () => {
    const [one, two] = [named('Namesake', { author: 'A' }), named('Namesake', { author: 'B' })];
    await put(one.id, 0, one);
    await put(two.id, 0, two);
    expect((await find('words=namesake')).parts.map((p) => p.author).sort()).toEqual(['A', 'B']);
  });
  it.each([
    [{ name: '' }, /at least one character/],
    [{ licence: 'GPL' }, /no SPDX licence/],
    [{ released: 'yesterday' }, /date is written/],
    [{ released: '2026-02-31' }, /date is written/],
    [{ channels: [] }, /at least one way/],
    [{ channels: [{ way: 'archive' }] }, /channels\[0\]\.from is needed/],
    [
      { offers: [{ id: 'x', kind: 'nothing', name: 'x', replaces: false, supplies: {} }] },
      /kind of element is not known/,
    ],
    [{ fits: 'all' }, /fits is a list/],
    [{ hostile: true }, /has no field hostile/],
    [{ overwrites: ['nothing'] }, /kind of element is not known/],
  ])('with %j is refused with a sentence', async (change, sentence) => {
    const part = named('Wrong');
    const { status, body } = await put(part.id, 0, { ...part, ...change });
    expect(status).toBe(422);
    expect((body as { title: string }).title).toMatch(sentence);
  });
  it('cannot take the place of one that ships', async () => {
    const shipped = named('Shipped');
    await ship(shipped);
    expect((await put(shipped.id, 1, shipped)).status).toBe(409);
    expect((await server.get(`/api/parts/${shipped.id}`, { method: 'DELETE' })).status).toBe(409);
  });
});
