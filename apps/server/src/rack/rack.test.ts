import { randomUUID } from 'node:crypto';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { coatOf, type CoatRows } from '@spare-coat/core/model/coat/rows';
import { wilsonLower } from '@spare-coat/core/proving/rack/wilson';
import { PLAIN_CHOICE } from '@spare-coat/core/proving/sheet/sheet';
import type { BundlePreview } from '@spare-coat/core/proving/wire/bundle';
import type { OnRack, RackAnswer, RackItem, RackPage } from '@spare-coat/core/proving/wire/rack';
import { collectBlobs } from '../blobs/store.js';
import { coatOn, jobOf } from '../testing/coatOn.js';
import { startTestServer, type TestServer } from '../testing/server.js';

let server: TestServer;
beforeAll(async () => {
  server = await startTestServer();
});
afterAll(() => server.stop());

const json = (method: string, body: object): RequestInit => ({
  method,
  body: JSON.stringify(body),
  headers: { 'Content-Type': 'application/json' },
});
const put = (id: string, body: object) => server.get(`/api/rack/${id}`, json('PUT', body));
const publication = (coatId: string, more: object = {}) => ({
  commandId: randomUUID(),
  revision: 0,
  coatId,
  name: 'Salt on Fernbank',
  about: 'For long evenings.',
  notes: 'The first one.',
  choice: PLAIN_CHOICE,
  ...more,
});
async function published(more: object = {}): Promise<{ id: string; coatId: string }> {
  const coatId = await coatOn(server);
  const id = randomUUID();
  const answer = await put(id, publication(coatId, more));
  expect(answer, JSON.stringify(answer.body)).toMatchObject({ status: 201, body: { version: 1 } });
  return { id, coatId };
}
const item = async (id: string) => (await server.get(`/api/rack/${id}`)).body as RackItem;
/** What is found, once every coat is worked out. */
async function look(query: string): Promise<RackAnswer> {
  for (;;) {
    const answer = (await server.get(`/api/rack?${query}`)).body as RackAnswer;
    if (answer.pending === 0) return answer;
  }
}
const markOf = (reader: string, more: object = {}) => ({
  version: 1,
  reader,
  host: 'Oxbow 12',
  vote: null,
  worked: [],
  failed: [],
  note: '',
  ...more,
});
const mark = (id: string, markId: string, body: object) =>
  server.get(`/api/rack/${id}/marks/${markId}`, json('PUT', body));

describe('a coat on the rack', () => {
  it('hangs there in versions, each with its notes, sheet and bundle, and the owner of each is kept', async () => {
    const { id, coatId } = await published();
    const again = publication(coatId, { revision: 1, name: 'Salt, second', notes: 'Thinner.' });
    expect(await put(id, again)).toMatchObject({ status: 201, body: { version: 2 } });
    // Sent twice it is one version.
    expect(await put(id, again)).toMatchObject({ status: 201, body: { version: 2 } });
    const { versions, name } = await item(id);
    expect(name).toBe('Salt, second');
    expect(versions.map((v) => [v.version, v.notes])).toEqual([
      [2, 'Thinner.'],
      [1, 'The first one.'],
    ]);
    const page = (await server.get(`/api/rack/${id}/versions/1`)).body as RackPage;
    expect(page.sheet.title).toBe('Salt on Fernbank');
    expect(page.facts).toMatchObject({ references: ['Reference'], host: 'Fernbank 3.4', parts: ['Tide'] });
    expect(page.facts.colours[0]).toMatchObject({ hex: '#7f9aa6' });
    const zip = await fetch(`${server.url}/api/rack/${id}/versions/1/bundle`);
    expect(zip.headers.get('content-type')).toBe('application/zip');
    expect((await zip.arrayBuffer()).byteLength).toBe(versions[1]!.size);
    const owners = await server.db.query<{ owner: string; root: string }>(
      'select v.owner_id as owner, r.owner_id as root from rack_version v join root r on r.id = v.item_id where r.id = $1',
      [id],
    );
    expect(owners.rows).toHaveLength(2);
    for (const { owner, root } of owners.rows) expect(owner).toBe(root);
    expect(((await server.get(`/api/rack/of/${coatId}`)).body as { item: OnRack }).item).toMatchObject({
      id,
      version: 2,
    });
  });
  it('has no version in which nothing is another than in the one before', async () => {
    const { id, coatId } = await published();
    const again = (revision: number, more: object = {}) =>
      put(id, publication(coatId, { revision, ...more }));
    const refused = await again(1, { notes: 'The same once more.' });
    expect(refused.status).toBe(422);
    expect(JSON.stringify(refused.body)).toContain('another than in version 1, which hangs there already');
    expect((await item(id)).versions).toHaveLength(1);
    // Another name, or more of the coat in it, is another version.
    expect(await again(1, { about: 'Now with words.' })).toMatchObject({ status: 201, body: { version: 2 } });
    expect(await again(2, { about: 'Now with words.' })).toMatchObject({ status: 422 });
  });
  it('keeps its pictures and its bundle when what nobody holds is collected', async () => {
    const { id } = await published();
    await server.db.query("update blob set created_at = now() - interval '2 hours'");
    await collectBlobs(server.db);
    expect((await fetch(`${server.url}/api/rack/${id}/versions/1/bundle`)).status).toBe(200);
    const { facts } = (await server.get(`/api/rack/${id}/versions/1`)).body as RackPage;
    expect((await server.get(`/api/blobs/${facts.crop!.blob}`)).status).toBe(200);
  });
  it('becomes a new coat, again after what was read of it is gone', async () => {
    const { id, coatId } = await published();
    for (let i = 0; i < 2; i++) {
      const { job } = (await server.post(`/api/rack/${id}/versions/1/read`, {})).body as { job: string };
      const { state, result } = await jobOf(server, job);
      expect(state).toBe('done');
      expect((await server.get(`/api/bundles/${result.bundle}`)).body as BundlePreview).toMatchObject({
        title: 'To hand on',
      });
      const made = await server.post(`/api/bundles/${result.bundle}/coat`, {
        commandId: randomUUID(),
        revision: 0,
        into: null,
        clash: 'mine',
      });
      const { coat } = made.body as { coat: string };
      expect(coat).not.toBe(coatId);
      const { rows } = (await server.get(`/api/coats/${coat}`)).body as { rows: CoatRows };
      expect(coatOf(rows).name).toMatch(/^To hand on/);
      await server.db.query("update blob set created_at = now() - interval '2 hours'");
      await collectBlobs(server.db);
    }
  });
  it('is taken off and hung back, and nothing of it is lost', async () => {
    const { id } = await published();
    const withdraw = (withdrawn: boolean, revision: number) =>
      server.post(`/api/rack/${id}/withdraw`, { commandId: randomUUID(), revision, withdrawn });
    expect((await withdraw(true, 1)).status).toBe(204);
    expect((await look('')).found.map((f) => f.id)).not.toContain(id);
    expect((await withdraw(false, 1)).status).toBe(409);
    expect((await withdraw(false, 2)).status).toBe(204);
    expect((await look('')).found.map((f) => f.id)).toContain(id);
    expect((await item(id)).versions).toHaveLength(1);
  });
  it('has nothing private in it unless it was chosen', async () => {
    const coatId = await coatOn(server);
    const { rows, revision } = (await server.get(`/api/coats/${coatId}`)).body as {
      rows: CoatRows;
      revision: number;
    };
    const [match] = Object.values(rows.match);
    const noted = {
      type: 'match.note',
      elementId: match!.elementId,
      matchId: match!.id,
      note: 'As in /home/mara/notes.',
    };
    const answer = await server.post(`/api/coats/${coatId}/commands`, {
      commandId: randomUUID(),
      revision,
      command: noted,
    });
    expect(answer.status, JSON.stringify(answer.body)).toBe(200);
    const id = randomUUID();
    await put(id, publication(coatId, { choice: { ...PLAIN_CHOICE, ownPictures: false } }));
    const { job } = (await server.post(`/api/rack/${id}/versions/1/read`, {})).body as { job: string };
    const { result } = await jobOf(server, job);
    const told = await (await fetch(`${server.url}/api/blobs/${result.bundle}`)).text();
    expect(told).not.toMatch(/mara/);
    expect(JSON.stringify((await server.get(`/api/rack/${id}/versions/1`)).body)).not.toMatch(/mara/);
    expect((JSON.parse(told) as { rows: CoatRows }).rows.capture).toEqual({});
  });
  it('refuses what cannot be, and says why', async () => {
    const { id, coatId } = await published();
    const other = await coatOn(server);
    expect(await put(id, publication(coatId))).toMatchObject({ status: 409, body: { code: 'stale' } });
    expect(await put(randomUUID(), publication(coatId))).toMatchObject({
      status: 409,
      body: { code: 'on-rack' },
    });
    expect(await put(id, publication(other, { revision: 1 }))).toMatchObject({
      status: 409,
      body: { code: 'other-coat' },
    });
    expect(await put(coatId, publication(other, { revision: 1 }))).toMatchObject({ status: 409 });
    expect(await put(randomUUID(), publication(randomUUID()))).toMatchObject({ status: 404 });
    expect(await put('nothing', publication(other))).toMatchObject({ status: 404 });
    expect(await put(randomUUID(), publication(other, { name: '' }))).toMatchObject({ status: 422 });
    expect(await put(randomUUID(), publication(other, { choice: {} }))).toMatchObject({ status: 422 });
    expect(await put(randomUUID(), { ...publication(other), commandId: 7 })).toMatchObject({ status: 400 });
    for (const path of [randomUUID(), 'x', `${id}/versions/9`, `${id}/versions/x`, `${id}/versions/1e9`])
      expect((await server.get(`/api/rack/${path}`)).status).toBe(404);
    expect(
      (
        await server.post(`/api/rack/${randomUUID()}/withdraw`, {
          commandId: randomUUID(),
          revision: 0,
          withdrawn: true,
        })
      ).status,
    ).toBe(404);
    expect((await item(id)).versions).toHaveLength(1);
  });
});

describe('what readers say', () => {
  it('counts once a reader, can be changed and taken away, and ranks by the lower bound', async () => {
    const { id } = await published({ name: 'Marked' });
    const { elements } = (await server.get(`/api/rack/${id}/versions/1`)).body as RackPage;
    const rail = elements[0]!.id;
    const [a, b] = [randomUUID(), randomUUID()];
    expect((await mark(id, a, markOf('Ines', { vote: 'for', worked: [rail] }))).status).toBe(204);
    expect((await mark(id, b, markOf('Tomas', { vote: 'against', failed: [rail] }))).status).toBe(204);
    expect((await mark(id, b, markOf('Tomas', { vote: 'for', worked: [rail] }))).status).toBe(204);
    expect(await mark(id, randomUUID(), markOf('INES', { vote: 'for' }))).toMatchObject({
      status: 409,
      body: { code: 'marked-already' },
    });
    expect((await item(id)).tally).toMatchObject({
      for: 2,
      votes: 2,
      elements: { [rail]: { worked: 2, tried: 2 } },
    });
    const [found] = (await look('words=Marked')).found;
    expect(found).toMatchObject({ rank: 1, votes: { for: 2, votes: 2 } });
    expect(found!.lower).toBeCloseTo(wilsonLower(2, 2)!, 9);
    // It is found by a host that it worked on, too.
    expect((await look('host=Oxbow%2012')).found.map((f) => f.id)).toContain(id);
    await server.get(`/api/rack/${id}/marks/${a}`, { method: 'DELETE' });
    expect((await item(id)).tally).toMatchObject({ for: 1, votes: 1 });
  });
  it('is refused where it speaks of what is not there', async () => {
    const { id } = await published();
    const { id: other } = await published();
    expect(await mark(id, randomUUID(), markOf('Ines', { version: 5 }))).toMatchObject({ status: 404 });
    expect(await mark(id, randomUUID(), markOf('Ines', { worked: [randomUUID()] }))).toMatchObject({
      status: 422,
    });
    expect(await mark(id, 'x', markOf('Ines'))).toMatchObject({ status: 422 });
    expect(await mark(id, randomUUID(), markOf('Ines', { vote: 'perhaps' }))).toMatchObject({ status: 422 });
    const known = randomUUID();
    await mark(id, known, markOf('Ines'));
    expect(await mark(other, known, markOf('Ines'))).toMatchObject({ status: 409 });
    expect((await item(other)).marks).toEqual([]);
  });
});

describe('the library', () => {
  it('holds the coats that are worked on as well, where that is asked for', async () => {
    const { id, coatId } = await published({ name: 'In the library' });
    const all = await look('place=all');
    expect(all.found.map((f) => f.id)).toEqual(expect.arrayContaining([id, coatId]));
    const coats = await look('place=coats&order=newest');
    expect(coats.found.every((f) => f.from === 'coats' && f.version === null)).toBe(true);
    expect(coats.all).toBe(coats.count);
    const alike = await look(`place=all&order=likeness&like=${id}`);
    expect(alike).toMatchObject({ like: 'In the library' });
    expect(alike.found[0]).toMatchObject({ likeness: 1 });
    expect(all.hosts).toContain('Fernbank 3.4');
    const facts = (await server.get(`/api/rack/coats/${coatId}`)).body as { name: string };
    expect(facts.name).toBe('To hand on');
    // A coat that was deleted is not in it any more.
    const { revision } = (await server.get(`/api/coats/${coatId}`)).body as { revision: number };
    await server.post(`/api/coats/${coatId}/commands`, {
      commandId: randomUUID(),
      revision,
      command: { type: 'coat.bin', at: new Date().toISOString() },
    });
    expect((await look('place=all')).found.map((f) => f.id)).not.toContain(coatId);
  });
});
