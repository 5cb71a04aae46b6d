import { randomUUID } from 'node:crypto';
import sharp from 'sharp';
import { expect } from 'vitest';
import type { Command } from '@spare-coat/core/doing/commands/commands';
import type { CoatRows } from '@spare-coat/core/model/coat/rows';
import { testHost, testPart } from '@spare-coat/core/testing/parts';
import { addRail, putPart } from './send.js';
import type { TestServer } from './server.js';

/** A job that has ended. */
export interface Done {
  readonly state: string;
  readonly result: { readonly bundle: string; readonly blob: string };
  readonly problem: { readonly sentence: string } | null;
}
/** Waits for the end of a job. */
export async function jobOf(server: TestServer, id: string): Promise<Done> {
  for (;;) {
    const job = (await server.get(`/api/jobs/${id}`)).body as Done;
    if (job.state !== 'waiting' && job.state !== 'running') return job;
    await new Promise((r) => setTimeout(r, 40));
  }
}
/** Sends bytes. */
export const upload = (server: TestServer, path: string, bytes: Uint8Array) =>
  server.post(path, 0, {
    body: new Uint8Array(bytes),
    headers: { 'Content-Type': 'application/octet-stream' },
  });

/** A coat with a picture, an element, a match with a part of one's own, and a picture of the own desktop. */
export async function coatOn(server: TestServer): Promise<string> {
  const id = randomUUID();
  await server.post('/api/coats', { id, commandId: randomUUID(), name: 'To hand on' });
  let revision = 1;
  const send = async (command: Command) => {
    const answer = await server.post(`/api/coats/${id}/commands`, {
      commandId: randomUUID(),
      revision,
      command,
    });
    expect(answer.status, JSON.stringify(answer.body)).toBe(200);
    ({ revision } = answer.body as { revision: number });
  };
  const png = await sharp({ create: { width: 320, height: 200, channels: 3, background: '#7f9aa6' } })
    .png()
    .toBuffer();
  const sent = (await upload(server, '/api/pictures', png)).body as {
    job?: string;
    picture?: { blob: string; original: string };
  };
  const picture =
    sent.picture ??
    ((await jobOf(server, sent.job!)).result as unknown as { blob: string; original: string });
  const { rows } = (await server.get(`/api/coats/${id}`)).body as { rows: CoatRows };
  const variantId = Object.values(rows.variant)[0]!.id;
  const pixels = { blob: picture.blob, original: picture.original, width: 320, height: 200 };
  const pictureId = randomUUID();
  await send({
    type: 'picture.add',
    id: pictureId,
    variantId,
    name: 'Reference',
    subject: 'Whole desktop',
    ...pixels,
  });
  const host = { ...testHost(), id: randomUUID() };
  const made = await server.get(`/api/profiles/${host.id}`, {
    method: 'PUT',
    headers: { 'Content-Type': 'application/json' },
    body: JSON.stringify({ commandId: randomUUID(), revision: 0, profile: host }),
  });
  expect(made.status, JSON.stringify(made.body)).toBeLessThan(300);
  await send({ type: 'coat.host', profileId: host.id, profileRevision: 1, channel: 'pipit' });
  const part = {
    ...testPart(
      'Tide',
      {},
      {
        thickness: {
          range: { least: 20, most: 70, step: 1 },
          setting: { key: 'tide.thickness', place: 'Tide' },
        },
      },
    ),
    id: randomUUID(),
  };
  await putPart(server, part);
  const elementId = randomUUID();
  await send(addRail(elementId, pictureId));
  await send({
    type: 'match.choose',
    elementId,
    matchId: randomUUID(),
    layerId: randomUUID(),
    partId: part.id,
    partRevision: 1,
    offer: 'bar',
  });
  await send({
    type: 'capture.add',
    id: randomUUID(),
    variantId,
    name: 'Mine',
    subject: 'Whole desktop',
    how: 'brought in',
    at: '2026-11-20T20:00:00.000Z',
    ...pixels,
  });
  return id;
}
