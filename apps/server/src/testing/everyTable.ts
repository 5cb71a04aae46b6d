import { randomUUID } from 'node:crypto';
import { expect } from 'vitest';
import type { Command } from '@spare-coat/core/doing/commands/commands';
import type { CoatRows } from '@spare-coat/core/model/coat/rows';
import { PLAIN_CHOICE } from '@spare-coat/core/proving/sheet/sheet';
import { KEPT } from '@spare-coat/core/testing/coat';
import { PLAIN_FACE } from '@spare-coat/core/testing/faces';
import type { CoatsPage } from '@spare-coat/core/proving/wire/coat';
import { packed } from './archives.js';
import { coatOn, jobOf, upload } from './coatOn.js';
import { condenseHistory } from '../coats/condense.js';
import { inTransaction } from '../db/pool.js';
import { dropTrial } from './send.js';
import { startTestServer, type TestServer } from './server.js';

/**
 * Puts something into every table of the database, as a person would: fixtures of a day's database are made of this, so that
 * every later version can be held against them.
 *
 * @returns the id of the coat that has one of everything
 */
export async function fillEveryTable(server: TestServer): Promise<string> {
  const id = await coatOn(server);
  const { rows, revision: now } = (await server.get(`/api/coats/${id}`)).body as {
    rows: CoatRows;
    revision: number;
  };
  let revision = now;
  const send = async (command: Command) => {
    const answer = await server.post(`/api/coats/${id}/commands`, {
      commandId: randomUUID(),
      revision,
      command,
    });
    expect(answer.status, `${command.type}: ${JSON.stringify(answer.body)}`).toBe(200);
    ({ revision } = answer.body as { revision: number });
  };
  const [element] = Object.values(rows.element);
  const [capture] = Object.values(rows.capture);
  const [layer] = Object.values(rows.layer);
  const blob = capture!.blob;
  const at = '2026-11-20T20:00:00.000Z';
  const surveyId = randomUUID();
  const taken = {
    survey: 1,
    takenAt: '2026-11-20T20:00:00Z',
    system: { desktop: 'Fernbank' },
    displays: [],
    directories: {},
    iconThemes: [],
    pointerSets: [],
    soundThemes: [],
    fonts: [],
    autostart: [],
    applications: [],
    disk: {},
    reading: { memory: [900, 901], processor: [3, 4] },
    unavailable: [],
  };
  const kept = await server.get('/api/surveys', { method: 'POST', body: JSON.stringify(taken) });
  expect(kept.status, JSON.stringify(kept.body)).toBe(200);
  const { blob: survey } = kept.body as { blob: string };
  const commands = [
    { type: 'display.set', id: randomUUID(), width: 1920, height: 1080, scale: 1, inches: 24 },
    {
      type: 'kind.set',
      id: randomUUID(),
      key: 'tide-gauge',
      label: 'Tide gauge',
      group: 'Layout',
      help: '',
      weight: 2,
      traits: [{ id: 'needle', label: 'Needle', type: 'length', importance: 'must', help: '' }],
    },
    { type: 'font.add', id: randomUUID(), name: 'Reed Sans', blob, metrics: PLAIN_FACE },
    {
      type: 'handmade.set',
      id: randomUUID(),
      elementId: element!.id,
      name: 'By hand',
      supplies: { thickness: 40 },
      files: [],
      recipe: { command: 'reed' },
    },
    {
      type: 'finding.accept',
      id: randomUUID(),
      finding: 'contrast:x',
      facts: 'f',
      reason: 'It is fine.',
      at,
    },
    dropTrial(layer!.partId!),
    { type: 'survey.add', id: surveyId, name: 'Before', at, what: 'survey', blob: survey },
    {
      type: 'reading.add',
      id: randomUUID(),
      surveyId,
      at,
      phase: 'before',
      load: 'idle',
      memory: [900, 901],
      processor: [3, 4],
    },
    {
      type: 'sighting.set',
      captureId: capture!.id,
      sightings: [
        {
          id: randomUUID(),
          elementId: element!.id,
          x: 0,
          y: 0,
          width: 40,
          height: 200,
          how: 'by hand',
          sure: 1,
          why: 'A hand placed it.',
          dx: 0,
          dy: 0,
          likeness: { mean: 1, p95: 2, ssim: 0.9, palette: 1 },
          values: {},
          against: '',
        },
      ],
    },
    {
      type: 'plan.tick',
      id: randomUUID(),
      stepKey: 'set:x:1',
      title: 'Set x',
      what: 'done',
      note: 'It went well.',
      pictures: [],
      step: KEPT,
      at,
    },
    { type: 'match.note', elementId: element!.id, matchId: layer!.matchId, note: 'Häfen „alt“' },
    { type: 'element.set', id: element!.id, name: 'Rail, renamed', weight: 4, note: '', links: [] },
  ];
  for (const command of commands) await send(command as unknown as Command);
  // One change that was taken back, so that there is something to bring again.
  const undone = await server.post(`/api/coats/${id}/undo`, { commandId: randomUUID(), revision });
  expect(undone.status, JSON.stringify(undone.body)).toBe(200);

  const item = randomUUID();
  const body = (method: string, what: object): RequestInit => ({
    method,
    body: JSON.stringify(what),
    headers: { 'Content-Type': 'application/json' },
  });
  const published = await server.get(
    `/api/rack/${item}`,
    body('PUT', {
      commandId: randomUUID(),
      revision: 0,
      coatId: id,
      name: 'On the rack',
      about: 'For long evenings.',
      notes: 'The first.',
      choice: PLAIN_CHOICE,
    }),
  );
  expect(published.status, JSON.stringify(published.body)).toBe(201);
  const marked = await server.get(
    `/api/rack/${item}/marks/${randomUUID()}`,
    body('PUT', {
      version: 1,
      reader: 'Ann',
      host: 'Oxbow 12',
      vote: 'for',
      worked: [],
      failed: [],
      note: 'Fine.',
    }),
  );
  expect(marked.status, JSON.stringify(marked.body)).toBeLessThan(300);

  const archive = packed(
    {
      'Samphire/index.theme': '[Icon Theme]\nName=Samphire\nDirectories=48\n[48]\nSize=48\n',
      'Samphire/48/folder.png': 'x',
    },
    'samphire.tar.gz',
  );
  const sent = (await upload(server, '/api/archives', archive)).body as { sha256: string };
  const asked = await server.post(`/api/archives/${sent.sha256}/reading`, {
    file: 'samphire.tar.gz',
    profile: null,
    iconSize: 48,
    iconScale: 1,
    names: [],
  });
  expect(asked.status, JSON.stringify(asked.body)).toBeLessThan(300);
  const { job } = asked.body as { job?: string };
  if (job) await jobOf(server, job);

  // A card that was worked out, a day of long ago that was condensed, and somebody who has shown the access key.
  const card = async () =>
    ((await server.get('/api/coats')).body as CoatsPage).coats.find((c) => c.id === id);
  while (!(await card())!.figures) await new Promise((r) => setTimeout(r, 50));
  await makeOlder(server, id, 2);
  expect(await condenseHistory(server.db)).toBe(2);
  const keyed = await startTestServer({
    database: { url: server.databaseUrl, drop: () => Promise.resolve() },
    accessKey: 'reed and limewash',
  });
  const shown = await keyed.post('/api/access', { key: 'reed and limewash' });
  expect(shown.status).toBe(204);
  await keyed.stop();
  return id;
}

/** Lets the first entries of a coat's history have been made a hundred days ago, which no request can. */
export async function makeOlder(server: TestServer, coatId: string, entries: number): Promise<void> {
  await inTransaction(server.db, async (client) => {
    await client.query('set local session_replication_role = replica');
    await client.query(
      "update history set at = at - interval '100 days' where root_id = $1 and revision <= $2",
      [coatId, entries],
    );
  });
}
