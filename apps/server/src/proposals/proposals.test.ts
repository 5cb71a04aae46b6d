import { mattersOnly } from '@spare-coat/core/testing/coat';
import { randomFrom } from '@spare-coat/core/ground/random';
import { randomUUID } from 'node:crypto';
import { NO_LIMITS } from '@spare-coat/core/model/coat/limits';
import type { ProposalReport } from '@spare-coat/core/deciding/proposal/report';
import { testHost, testPart } from '@spare-coat/core/testing/parts';
import type { Part } from '@spare-coat/core/model/parts/part';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { inTransaction } from '../db/pool.js';
import { shipPart } from '../parts/write.js';
import { shipProfile } from '../profiles/store.js';
import { startTestServer, type TestServer } from '../testing/server.js';

const setting = { key: 'k', place: 'p' };
const host = testHost();
const near = testPart(
  'Near',
  { memory: 30 },
  { edge: { fixed: 'right' }, thickness: { range: { least: 20, most: 200, step: 1 }, setting } },
);
const dear = { ...near, id: randomUUID(), name: 'Dear', price: { amount: 9, currency: 'EUR' }, memory: 5 };
const failed = { ...near, id: randomUUID(), name: 'Failed', memory: 1 };

let server: TestServer;
beforeAll(async () => {
  server = await startTestServer();
  await inTransaction(server.db, async (client) => {
    await shipProfile(client, host);
    for (const part of [near, dear, failed] as Part[]) await shipPart(client, part);
  });
});
afterAll(() => server.stop());

const trait = (name: string, target: unknown) => ({
  id: randomUUID(),
  trait: name,
  variantId: null,
  state: null,
  target,
  pictureId: null,
  source: { how: 'typed' },
});

const someColour = (random: () => number) =>
  `#${Math.floor(random() * 0x1000000)
    .toString(16)
    .padStart(6, '0')}`;

interface Job {
  readonly state: string;
  readonly result: ProposalReport | null;
  readonly partial: ProposalReport | null;
}

async function railOn(profile: boolean) {
  const id = randomUUID();
  await server.post('/api/coats', { id, commandId: randomUUID(), name: 'Proposed' });
  let revision = 1;
  const send = async (command: object) => {
    const answer = await server.post(`/api/coats/${id}/commands`, {
      commandId: randomUUID(),
      revision,
      command,
    });
    expect(answer.status).toBe(200);
    revision = (answer.body as { revision: number }).revision;
  };
  if (profile) await send({ type: 'coat.host', profileId: host.id, profileRevision: 1, channel: 'pipit' });
  const element = randomUUID();
  await send({
    type: 'element.add',
    id: element,
    kind: 'bar',
    name: 'Rail',
    weight: 5,
    region: null,
    traits: [trait('edge', 'right'), trait('thickness', 84)],
  });
  // Nothing of it is left untold: these two alone matter.
  for (const other of Object.keys(mattersOnly('bar', 'edge', 'thickness')))
    await send({ type: 'trait.weigh', elementId: element, trait: other, importance: 'nice' });
  return { id, element, send };
}

async function ask(coat: string, released: string[] | 'all' = []) {
  const asked = await server.post('/api/proposals', { coat, released });
  expect(asked.status).toBe(202);
  const { job } = asked.body as { job: string };
  for (;;) {
    const { body } = await server.get(`/api/jobs/${job}`);
    const now = body as Job;
    if (now.state !== 'waiting' && now.state !== 'running') return { job, ...now };
    await new Promise((done) => setTimeout(done, 50));
  }
}

describe('a proposal', () => {
  it('is asked for by coat, takes what comes nearest for least, and tells why not the others', async () => {
    const { id, element, send } = await railOn(true);
    await send({
      type: 'trial.set',
      id: randomUUID(),
      partId: failed.id,
      partRevision: 1,
      family: host.family,
      hostVersion: host.version,
      outcome: 'dropped',
      flavour: null,
      why: 'It flickered.',
      tried: '2026-11-01',
    });
    const { state, result } = await ask(id);
    expect(state).toBe('done');
    expect(result).toMatchObject({ seeking: null, best: { isProven: true, closeness: 1 } });
    expect(result!.best!.parts.map((p) => p.name)).toEqual(['Dear']);
    const reasons = Object.fromEntries(result!.notTaken.map((n) => [n.name, n.reason]));
    expect(reasons['Failed']).toContain('It flickered.');
    expect(result!.hosts.map((h) => h.name)).toContain(host.name);
    // The same question is not worked out twice; another limit is another question.
    const again = await ask(id);
    expect(again.job).toBe((await ask(id)).job);
    await send({ type: 'coat.limits', limits: { ...NO_LIMITS, free: true, memory: 20 } });
    const limited = (await ask(id)).result!;
    expect(limited.best!.parts).toEqual([]);
    expect(limited.limits.map((l) => [l.limit, l.parts])).toEqual([
      ['free', ['Dear']],
      ['memory', ['Near']],
      ['all', ['Dear']],
    ]);
    expect(limited.reach.find((r) => r.element === element)!.change).toContain('9 EUR');
    expect(limited.ceiling!.closeness).toBe(1);
  });

  it('keeps what was chosen by hand, unless it is released', async () => {
    const { id, element, send } = await railOn(true);
    await send({
      type: 'match.choose',
      elementId: element,
      matchId: randomUUID(),
      layerId: randomUUID(),
      partId: null,
      partRevision: null,
      offer: 'bar-1',
    });
    const kept = (await ask(id)).result!;
    expect(kept.best!.elements[0]).toMatchObject({ isLocked: true });
    expect(kept.best!.closeness).toBeLessThan(1);
    expect((await ask(id, [element])).result!.best!.closeness).toBe(1);
  });

  it('can be cancelled in the middle of a solve, keeps nothing, and answers the next question', async () => {
    // Frames that all want other values of the same few settings: quickly asked, and long to prove.
    const random = randomFrom(7);
    const some = (n: number) => Math.floor(random() * n);
    const parts = Array.from({ length: 150 }, (_, i): Part => {
      const part = testPart(`Frame ${i}`, { memory: 1 + some(40) });
      const lengths = (key: string) => ({
        oneOf: [some(60), some(60), some(60)],
        setting: { key: `frame.${key}.${some(3)}`, place: 'Frames' },
      });
      const supplies = {
        titleHeight: lengths('height'),
        cornerRadius: lengths('radius'),
        border: lengths('border'),
        colourActive: { fixed: someColour(random) },
      };
      return {
        ...part,
        offers: [{ id: 'frame', kind: 'frame', name: `Frame ${i}`, replaces: i % 2 === 0, supplies }],
      };
    });
    await inTransaction(server.db, async (client) => {
      for (const part of parts) await shipPart(client, part);
    });
    const { id, send } = await railOn(true);
    for (let n = 0; n < 60; n++)
      await send({
        type: 'element.add',
        id: randomUUID(),
        kind: 'frame',
        name: `Frame ${n}`,
        weight: 1 + some(5),
        region: null,
        traits: [
          trait('titleHeight', some(60)),
          trait('cornerRadius', some(60)),
          trait('border', some(60)),
          trait('colourActive', someColour(random)),
        ],
      });
    await send({ type: 'coat.limits', limits: { ...NO_LIMITS, memory: 120 } });
    const asked = await server.post('/api/proposals', { coat: id, released: [], hosts: false });
    const { job } = asked.body as { job: string };
    const look = async () => (await server.get(`/api/jobs/${job}`)).body as Job;
    let now = await look();
    while (!now.partial?.best && now.state !== 'done') {
      await new Promise((done) => setTimeout(done, 20));
      now = await look();
    }
    expect(now).toMatchObject({ state: 'running', partial: { best: { isProven: false } } });
    expect((await server.get(`/api/jobs/${job}`, { method: 'DELETE' })).status).toBeLessThan(300);
    while (now.state === 'running') now = await look();
    expect(now).toMatchObject({ state: 'cancelled', result: null });
    const { id: next } = await railOn(true);
    expect((await ask(next)).state).toBe('done');
  });

  it('is another question once a trial was judged otherwise', async () => {
    const { id } = await railOn(true);
    const { send: sendOther } = await railOn(true);
    const trialOf = (outcome: string) => ({
      type: 'trial.set',
      id: trial,
      partId: dear.id,
      partRevision: 1,
      family: host.family,
      hostVersion: host.version,
      outcome,
      why: 'It stutters.',
      tried: '2026-11-02',
    });
    const trial = randomUUID();
    await sendOther(trialOf('kept'));
    expect((await ask(id)).result!.best!.parts.map((p) => p.name)).toEqual(['Dear']);
    await sendOther(trialOf('dropped'));
    expect((await ask(id)).result!.best!.parts.map((p) => p.name)).not.toContain('Dear');
  });

  it('says what is wrong with a question', async () => {
    const { id } = await railOn(false);
    expect(await server.post('/api/proposals', { coat: id, released: [] })).toMatchObject({ status: 409 });
    expect(await server.post('/api/proposals', { coat: id, released: ['x'] })).toMatchObject({ status: 422 });
    expect(await server.post('/api/proposals', { coat: randomUUID(), released: [] })).toMatchObject({
      status: 404,
    });
  });
});
