import { randomUUID } from 'node:crypto';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { CoatRows } from '@spare-coat/core/model/coat/rows';
import { KEPT } from '@spare-coat/core/testing/coat';
import type { CoatsPage } from '@spare-coat/core/proving/wire/coat';
import { startTestServer, type TestServer } from '../testing/server.js';

let server: TestServer;
beforeAll(async () => {
  server = await startTestServer();
});
afterAll(() => server.stop());

interface Loaded {
  revision: number;
  rows: CoatRows;
  undo: { label: string; revision: number } | null;
  redo: { label: string } | null;
}

async function newCoat(name = 'A coat') {
  const id = randomUUID();
  await server.post('/api/coats', { id, commandId: randomUUID(), name });
  let revision = 1;
  const send = async (command: object, at = revision, commandId = randomUUID()) => {
    const answer = await server.post(`/api/coats/${id}/commands`, { commandId, revision: at, command });
    if (answer.status === 200) revision = (answer.body as Loaded).revision;
    return answer;
  };
  const step = async (what: 'undo' | 'redo', more: object = {}) => {
    const answer = await server.post(`/api/coats/${id}/${what}`, {
      commandId: randomUUID(),
      revision,
      ...more,
    });
    if (answer.status === 200) revision = (answer.body as Loaded).revision;
    return answer;
  };
  const load = async () => (await server.get(`/api/coats/${id}`)).body as Loaded;
  const element = (elementId: string, elementName: string, weight = 3) =>
    send({
      type: 'element.add',
      id: elementId,
      kind: 'clock',
      name: elementName,
      weight,
      region: null,
      traits: [],
    });
  return { id, send, step, load, element };
}

describe('a coat', () => {
  it('is made with a light and a dark variant, and listed as a card', async () => {
    const coat = await newCoat('Listed');
    const { rows } = await coat.load();
    expect(
      Object.values(rows.variant)
        .map((v) => v.name)
        .sort(),
    ).toEqual(['Dark', 'Light']);
    // What a card tells may come with a later look.
    const card = async () =>
      ((await server.get('/api/coats')).body as CoatsPage).coats.find((c) => c.name === 'Listed');
    await expect.poll(async () => (await card())?.figures, { timeout: 60_000, interval: 200 }).not.toBeNull();
    expect(await card()).toMatchObject({ figures: { closeness: null, tape: [] } });
  });

  it('keeps a command once, however often it is sent', async () => {
    const coat = await newCoat();
    const commandId = randomUUID();
    const first = await coat.send({ type: 'coat.rename', name: 'Once' }, 1, commandId);
    const again = await coat.send({ type: 'coat.rename', name: 'Once' }, 1, commandId);
    expect([first.status, again.status]).toEqual([200, 200]);
    expect((again.body as Loaded).revision).toBe(2);
    const id = randomUUID();
    const made = { id, commandId: randomUUID(), name: 'Twice made' };
    expect((await server.post('/api/coats', made)).status).toBe(201);
    expect((await server.post('/api/coats', made)).status).toBe(201);
    expect((await server.get(`/api/coats/${id}`)).status).toBe(200);
  });

  it('takes changes back and brings them again, in order, after any reload', async () => {
    const coat = await newCoat();
    const clock = randomUUID();
    await coat.element(clock, 'Clock');
    await coat.send({ type: 'element.set', id: clock, name: 'Clock', weight: 5, note: '' });
    await coat.send({
      type: 'trait.set',
      elementId: clock,
      id: randomUUID(),
      trait: 'lines',
      variantId: null,
      state: null,
      target: 2,
      pictureId: null,
      source: { how: 'typed' },
    });
    expect((await coat.load()).undo?.label).toBe('Set Clock: Lines');
    await coat.step('undo');
    await coat.step('undo');
    expect((await coat.load()).rows.element[clock]!.weight).toBe(3);
    await coat.step('redo');
    expect((await coat.load()).rows.element[clock]!.weight).toBe(5);
    expect(Object.keys((await coat.load()).rows.trait)).toHaveLength(0);
    await coat.step('redo');
    expect(Object.values((await coat.load()).rows.trait)[0]).toMatchObject({
      target: 2,
      source: { how: 'typed' },
    });
    await coat.step('undo');
    await coat.send({ type: 'coat.rename', name: 'Other' });
    expect((await coat.load()).redo).toBeNull();
    expect((await coat.step('redo')).body).toMatchObject({ code: 'nothing-to-redo' });
    for (let i = 0; i < 3; i++) await coat.step('undo');
    expect((await coat.step('undo')).body).toMatchObject({
      code: 'nothing-to-undo',
      title: 'There is nothing to undo.',
    });
    expect(Object.keys((await coat.load()).rows.element)).toHaveLength(0);
  });

  it('brings an element back with everything that hung on it', async () => {
    const coat = await newCoat();
    const clock = randomUUID();
    await coat.element(clock, 'Clock');
    await coat.send({
      type: 'trait.set',
      elementId: clock,
      id: randomUUID(),
      trait: 'format',
      variantId: null,
      state: null,
      target: 'HH:mm\nEEE d',
      pictureId: null,
      source: { how: 'typed' },
    });
    await coat.send({
      type: 'match.choose',
      elementId: clock,
      matchId: randomUUID(),
      layerId: randomUUID(),
      partId: null,
      partRevision: null,
      offer: 'clock',
    });
    await coat.send({
      type: 'match.say',
      elementId: clock,
      matchId: randomUUID(),
      said: 'stand-in',
      reason: '',
      lost: 'the date',
    });
    const before = (await coat.load()).rows;
    await coat.send({ type: 'element.remove', id: clock });
    expect((await coat.load()).rows.layer).toEqual({});
    await coat.step('undo');
    expect((await coat.load()).rows).toEqual(before);
  });

  it('refuses by name to take back what was changed since', async () => {
    const coat = await newCoat();
    const clock = randomUUID();
    await coat.element(clock, 'Clock');
    await coat.send({ type: 'element.set', id: clock, name: 'Clock', weight: 4, note: '' });
    await coat.send({ type: 'element.set', id: clock, name: 'Clock', weight: 1, note: '' });
    const refused = await coat.step('undo', { target: 3 });
    expect(refused).toMatchObject({
      status: 409,
      body: { code: 'changed-since', title: 'Clock was changed since (weight).' },
    });
    await coat.send({ type: 'coat.rename', name: 'Meanwhile' });
    expect((await coat.step('undo', { target: 4 })).status).toBe(200);
    expect((await coat.load()).rows.element[clock]!.weight).toBe(4);
  });

  it('answers a write against an old revision with what changed since, and changes nothing', async () => {
    const coat = await newCoat();
    await coat.send({ type: 'coat.rename', name: 'Theirs' });
    const stale = await coat.send({ type: 'coat.rename', name: 'Mine' }, 1);
    expect(stale.status).toBe(409);
    expect(stale.headers.get('content-type')).toContain('application/problem+json');
    expect(stale.body).toMatchObject({
      code: 'stale',
      revision: 2,
      entries: [{ label: 'Rename to Theirs' }],
    });
    expect(Object.values((await coat.load()).rows.coat)[0]!.name).toBe('Theirs');
    expect((await coat.send({ type: 'coat.rename', name: 'x' }, 99)).body).toMatchObject({
      code: 'unknown-revision',
    });
  });

  it('loses nothing when many windows write at once', async () => {
    const coat = await newCoat();
    const names = Array.from({ length: 12 }, (_, i) => `Element ${i}`);
    await Promise.all(
      names.map(async (name) => {
        const command = {
          type: 'element.add',
          id: randomUUID(),
          kind: 'bar',
          name,
          weight: 3,
          region: null,
          traits: [],
        };
        for (let revision = 1; ;) {
          const answer = await server.post(`/api/coats/${coat.id}/commands`, {
            commandId: randomUUID(),
            revision,
            command,
          });
          if (answer.status === 200) return;
          expect(answer.status).toBe(409);
          revision = (answer.body as Loaded).revision;
        }
      }),
    );
    const { rows, revision } = await coat.load();
    expect(
      Object.values(rows.element)
        .map((e) => e.name)
        .sort(),
    ).toEqual([...names].sort());
    expect(revision).toBe(13);
  });

  it('is copied under new ids and without its journal', async () => {
    const coat = await newCoat('First');
    const clock = randomUUID();
    await coat.element(clock, 'Clock');
    await coat.send({
      type: 'plan.tick',
      id: randomUUID(),
      stepKey: 'k',
      title: 't',
      what: 'done',
      note: '',
      pictures: [],
      step: KEPT,
      at: new Date().toISOString(),
    });
    const id = randomUUID();
    expect(
      (await server.post('/api/coats', { id, commandId: randomUUID(), name: 'Second', from: coat.id }))
        .status,
    ).toBe(201);
    const { rows } = (await server.get(`/api/coats/${id}`)).body as Loaded;
    expect(rows.coat[id]!.name).toBe('Second');
    expect(Object.values(rows.element).map((e) => e.name)).toEqual(['Clock']);
    expect(Object.keys(rows.element)).not.toContain(clock);
    expect(rows.journal).toEqual({});
  });

  it('is deleted into the bin and comes back', async () => {
    const coat = await newCoat('Binned');
    await coat.send({ type: 'coat.bin', at: new Date().toISOString() });
    const cards = async () =>
      (
        (await server.get('/api/coats')).body as { coats: { id: string; deletedAt: string | null }[] }
      ).coats.find((c) => c.id === coat.id);
    expect((await cards())?.deletedAt).not.toBeNull();
    await coat.step('undo');
    expect((await cards())?.deletedAt).toBeNull();
  });

  it('never forgets: history and journal cannot be changed, even by hand', async () => {
    const coat = await newCoat();
    await coat.send({
      type: 'plan.tick',
      id: randomUUID(),
      stepKey: 'k',
      title: 't',
      what: 'done',
      note: '',
      pictures: [],
      step: KEPT,
      at: new Date().toISOString(),
    });
    await coat.step('undo');
    expect(
      Object.values((await coat.load()).rows.journal)
        .map((j) => j.what)
        .sort(),
    ).toEqual(['done', 'withdrawn']);
    await expect(server.db.query('delete from journal')).rejects.toThrow(/append-only/);
    await expect(server.db.query("update history set label = 'x'")).rejects.toThrow(/append-only/);
  });
});

describe('what is refused', () => {
  const long = 'x'.repeat(10_000);
  it.each([
    ['an empty name', { type: 'coat.rename', name: '' }, 422],
    ['a name of 10,000 characters', { type: 'coat.rename', name: long }, 422],
    ['a command nobody knows', { type: 'coat.explode' }, 422],
    [
      'an element that is not there',
      { type: 'element.remove', id: '11111111-1111-4111-8111-111111111111' },
      422,
    ],
    ['an id that is no id', { type: 'element.remove', id: "1' or '1'='1" }, 422],
    [
      'a kind nobody knows',
      {
        type: 'element.add',
        id: '11111111-1111-4111-8111-111111111112',
        kind: 'sofa',
        name: 'a',
        weight: 3,
        region: null,
        traits: [],
      },
      422,
    ],
    [
      'a weight of 6',
      {
        type: 'element.add',
        id: '11111111-1111-4111-8111-111111111112',
        kind: 'bar',
        name: 'a',
        weight: 6,
        region: null,
        traits: [],
      },
      422,
    ],
    [
      'a profile that is not there',
      {
        type: 'coat.host',
        profileId: '11111111-1111-4111-8111-111111111113',
        profileRevision: 1,
        channel: null,
      },
      422,
    ],
    [
      'a picture whose file is not there',
      {
        type: 'picture.add',
        id: '11111111-1111-4111-8111-111111111114',
        variantId: 'VARIANT',
        name: 'p',
        subject: 's',
        blob: 'a'.repeat(64),
        original: 'a'.repeat(64),
        width: 10,
        height: 10,
      },
      422,
    ],
  ])('%s', async (_, command, status) => {
    const coat = await newCoat();
    const before = await coat.load();
    const text = JSON.stringify(command).replace('VARIANT', Object.keys(before.rows.variant)[0]!);
    const answer = await coat.send(JSON.parse(text) as object);
    expect(answer.status).toBe(status);
    expect((answer.body as { title: string }).title).toMatch(/\S/);
    expect(await coat.load()).toEqual(before);
  });

  it('markup and emoji are kept as they are in every text', async () => {
    const coat = await newCoat('<script>alert(1)</script> 🧥');
    const clock = randomUUID();
    const nasty = '"><img src=x onerror=alert(1)> 🎛️ \u202e';
    await coat.element(clock, nasty);
    await coat.send({ type: 'element.set', id: clock, name: nasty, weight: 3, note: nasty });
    await coat.send({
      type: 'match.say',
      elementId: clock,
      matchId: randomUUID(),
      said: 'gap',
      reason: nasty,
      lost: nasty,
    });
    const { rows } = await coat.load();
    expect(rows.element[clock]).toMatchObject({ name: nasty, note: nasty });
    expect(Object.values(rows.match)[0]).toMatchObject({ reason: nasty });
  });

  it.each([
    ['/api/coats/nonsense', 404],
    ['/api/coats/11111111-1111-4111-8111-111111111111', 404],
    ['/api/parts/11111111-1111-4111-8111-111111111111', 404],
    ['/api/profiles/11111111-1111-4111-8111-111111111111/1', 404],
    ['/api/jobs/11111111-1111-4111-8111-111111111111', 404],
    [`/api/blobs/${'0'.repeat(64)}`, 404],
    ['/api/nothing', 404],
    ['/api/parts?sort=sofa', 400],
  ])('%s with problem details', async (path, status) => {
    const answer = await server.get(path);
    expect(answer.status).toBe(status);
    expect(answer.body).toMatchObject({
      status,
      type: expect.stringMatching(/^urn:/) as string,
      requestId: expect.any(String) as string,
    });
  });

  it('what is not JSON, and what is too large', async () => {
    expect((await server.post('/api/coats', 0, { body: '{"a":' })).body).toMatchObject({ code: 'not-json' });
    expect(
      (await server.post('/api/coats', 0, { body: JSON.stringify({ name: 'x'.repeat(2_000_000) }) })).body,
    ).toMatchObject({ code: 'too-large', status: 413 });
  });
});
