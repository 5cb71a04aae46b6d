import { randomUUID } from 'node:crypto';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { Command } from '@spare-coat/core/doing/commands/commands';
import { coatOf, type CoatRows } from '@spare-coat/core/model/coat/rows';
import { testHost } from '@spare-coat/core/testing/parts';
import type { CarriedPreview, OriginState } from '@spare-coat/core/proving/wire/port';
import { addRail } from '../testing/send.js';
import { startTestServer, type TestServer } from '../testing/server.js';

let server: TestServer;
beforeAll(async () => {
  server = await startTestServer();
});
afterAll(() => server.stop());

const rowsOf = async (id: string) =>
  (await server.get(`/api/coats/${id}`)).body as { rows: CoatRows; revision: number };
async function send(id: string, command: Command): Promise<void> {
  const { revision } = await rowsOf(id);
  const answer = await server.post(`/api/coats/${id}/commands`, {
    commandId: randomUUID(),
    revision,
    command,
  });
  expect(answer.status, JSON.stringify(answer.body)).toBe(200);
}
async function hostNamed(name: string, family: string): Promise<string> {
  const id = randomUUID();
  const profile = { ...testHost({ name, family }), id };
  await server.get(`/api/profiles/${id}`, {
    method: 'PUT',
    headers: { 'Content-Type': 'application/json' },
    body: JSON.stringify({ commandId: randomUUID(), revision: 0, profile }),
  });
  return id;
}
/** A coat with a rail that is matched with the host's own bar. */
async function coat(): Promise<{ id: string; elementId: string }> {
  const [id, elementId] = [randomUUID(), randomUUID()];
  await server.post('/api/coats', { id, commandId: randomUUID(), name: 'Original' });
  await send(id, {
    type: 'coat.host',
    profileId: await hostNamed('Fernbank', 'fernbank'),
    profileRevision: 1,
    channel: 'pipit',
  });
  await send(id, addRail(elementId));
  await send(id, {
    type: 'match.choose',
    elementId,
    matchId: randomUUID(),
    layerId: randomUUID(),
    partId: null,
    partRevision: null,
    offer: 'bar-1',
  });
  return { id, elementId };
}
const originOf = async (id: string) =>
  ((await server.get(`/api/coats/${id}/origin`)).body as { origin: OriginState | null }).origin;

describe('carrying a coat over to another host', () => {
  it('shows what becomes of it, makes it beside the original, and is harmless when it is sent again', async () => {
    const { id } = await coat();
    const oxbow = await hostNamed('Oxbow', 'oxbow');
    const query = `profile=${oxbow}&revision=1&channel=pipit`;
    const preview = (await server.get(`/api/coats/${id}/carry-over?${query}`)).body as CarriedPreview;
    expect(preview.lines).toMatchObject([{ name: 'Rail', how: 'replaced' }]);
    const before = await rowsOf(id);
    const made = randomUUID();
    const ask = { id: made, commandId: randomUUID(), profile: oxbow, revision: 1, channel: 'pipit' };
    expect(await server.post(`/api/coats/${id}/carry-over`, ask)).toMatchObject({
      status: 201,
      body: { id: made },
    });
    expect(await server.post(`/api/coats/${id}/carry-over`, ask)).toMatchObject({
      status: 201,
      body: { id: made },
    });
    const there = await rowsOf(made);
    expect(coatOf(there.rows)).toMatchObject({
      name: 'Original, on Oxbow',
      profileId: oxbow,
      origin: { coatId: id },
    });
    expect(Object.values(there.rows.layer)).toMatchObject([{ offer: 'bar-1' }]);
    expect(await rowsOf(id)).toEqual(before);
  });
  it('stays related: a change to the reference is brought over, and taken back', async () => {
    const { id, elementId } = await coat();
    const made = randomUUID();
    await server.post(`/api/coats/${id}/carry-over`, {
      id: made,
      commandId: randomUUID(),
      profile: await hostNamed('Oxbow', 'oxbow'),
      revision: 1,
      channel: null,
    });
    expect(await originOf(id)).toBeNull();
    expect(await originOf(made)).toMatchObject({ id, name: 'Original', changes: 0 });
    const { rows } = await rowsOf(id);
    const [trait] = Object.values(rows.trait);
    await send(id, { type: 'trait.set', ...trait!, elementId, target: 52 } as Command);
    await send(id, {
      type: 'element.add',
      id: randomUUID(),
      kind: 'clock',
      name: 'Clock',
      weight: 2,
      region: null,
      traits: [],
    });
    expect(await originOf(made)).toMatchObject({ changes: 2 });
    const { revision } = await rowsOf(made);
    expect(
      await server.post(`/api/coats/${made}/origin`, { commandId: randomUUID(), revision: revision + 5 }),
    ).toMatchObject({ status: 409 });
    expect(
      await server.post(`/api/coats/${made}/origin`, { commandId: randomUUID(), revision }),
    ).toMatchObject({ status: 204 });
    const now = await rowsOf(made);
    expect(Object.values(now.rows.trait)).toMatchObject([{ target: 52 }]);
    expect(
      Object.values(now.rows.element)
        .map((e) => e.name)
        .sort(),
    ).toEqual(['Clock', 'Rail']);
    // The match that stands there stays.
    expect(Object.values(now.rows.layer)).toHaveLength(1);
    expect(await originOf(made)).toMatchObject({ changes: 0 });
    await server.post(`/api/coats/${made}/undo`, { commandId: randomUUID(), revision: now.revision });
    expect(await originOf(made)).toMatchObject({ changes: 2 });
  });
  it('says what is not right', async () => {
    const { id } = await coat();
    const oxbow = await hostNamed('Oxbow', 'oxbow');
    const ask = (path: string) => server.get(`/api/coats/${id}/carry-over?${path}`);
    expect(await ask(`profile=${randomUUID()}&revision=1`)).toMatchObject({ status: 404 });
    expect(await ask('profile=x&revision=1')).toMatchObject({ status: 404 });
    expect(await ask(`profile=${oxbow}&revision=1&channel=nowhere`)).toMatchObject({ status: 422 });
    expect(
      await server.get(`/api/coats/${randomUUID()}/carry-over?profile=${oxbow}&revision=1`),
    ).toMatchObject({ status: 404 });
    expect(await server.post(`/api/coats/${id}/carry-over`, { profile: oxbow, revision: 1 })).toMatchObject({
      status: 400,
    });
    expect(
      await server.post(`/api/coats/${id}/origin`, { commandId: randomUUID(), revision: 4 }),
    ).toMatchObject({ status: 422 });
    expect(await server.get(`/api/coats/${randomUUID()}/origin`)).toMatchObject({ status: 404 });
  });
});
