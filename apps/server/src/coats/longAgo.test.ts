import { randomUUID } from 'node:crypto';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { CoatPast } from '@spare-coat/core/deciding/matching/standingHistory';
import type { Written } from '@spare-coat/core/proving/wire/coat';
import { doChores } from '../db/upkeep.js';
import { coatOn } from '../testing/coatOn.js';
import { makeOlder } from '../testing/everyTable.js';
import { startTestServer, type TestServer } from '../testing/server.js';
import { pino } from 'pino';

const silent = pino({ level: 'silent' });
let server: TestServer;
beforeAll(async () => {
  server = await startTestServer();
});
afterAll(() => server.stop());

const load = async (id: string) => (await server.get(`/api/coats/${id}`)).body as Required<Written>;
const count = async (table: string, column: string, id: string) =>
  (await server.db.query<{ n: number }>(`select count(*) as n from ${table} where ${column} = $1`, [id]))
    .rows[0]!.n;

describe('a history of long ago', () => {
  it('is condensed: command ids and how it stood stay, undo goes back ninety days, and the coat is as it was', async () => {
    const id = await coatOn(server);
    const before = await load(id);
    const { rows: ids } = await server.db.query<{ command_id: string; label: string }>(
      'select command_id, label from history where root_id = $1 order by revision',
      [id],
    );
    const old = before.revision - 2;
    await makeOlder(server, id, old);
    expect((await doChores(server.db, silent)).condenseHistory).toBe(old);
    expect((await doChores(server.db, silent)).condenseHistory).toBe(0);
    const after = await load(id);
    expect(after.rows).toEqual(before.rows);
    expect(after.revision).toBe(before.revision);
    const kept = await server.db.query<{ command_id: string; label: string }>(
      'select command_id, label from history where root_id = $1 order by revision',
      [id],
    );
    expect(kept.rows).toEqual(ids);
    const standing = await server.db.query<{ revision: number; standings: Record<string, number> }>(
      'select revision, standings from coat_standing where coat_id = $1',
      [id],
    );
    // By then the element was there, and chosen for.
    expect(standing.rows).toHaveLength(1);
    expect(standing.rows[0]!.revision).toBe(old);
    expect(Object.values(standing.rows[0]!.standings).reduce((a, b) => a + b)).toBe(1);

    // How the element stood is told over that time, and goes on with what was done since.
    const element = Object.keys(after.rows.element)[0]!;
    const past = (await server.get(`/api/coats/${id}/past/${element}`)).body as CoatPast;
    expect(past.kept).toHaveLength(1);
    expect(Object.keys(past.kept[0]!)).toEqual(['at', 'label', 'standing', 'closeness']);
    expect(past.entries).toHaveLength(2);
    expect(Object.keys(past.from.element)).toEqual([element]);
    expect(Object.keys(past.from.capture)).toEqual([]);

    // What is recent is taken back, and then it is said why no more is.
    let { revision } = after;
    for (let n = 0; n < 2; n++) {
      const undone = await server.post(`/api/coats/${id}/undo`, { commandId: randomUUID(), revision });
      expect(undone.status, JSON.stringify(undone.body)).toBe(200);
      ({ revision } = undone.body as Written);
    }
    const none = await server.post(`/api/coats/${id}/undo`, { commandId: randomUUID(), revision });
    expect(none).toMatchObject({ status: 409, body: { code: 'nothing-to-undo' } });
    const named = await server.post(`/api/coats/${id}/undo`, {
      commandId: randomUUID(),
      revision,
      target: 2,
    });
    expect((named.body as { title: string }).title).toContain('so long ago');
    // A command of that time that is sent again is still known.
    const again = await server.post(`/api/coats/${id}/commands`, {
      commandId: ids[3]!.command_id,
      revision: 3,
      command: { type: 'coat.rename', name: 'Twice' },
    });
    expect(again.status).toBe(200);
    expect((again.body as Written).rows).toEqual((await load(id)).rows);
    expect((await load(id)).revision).toBe(revision);
  });

  it('cannot be changed in any other way', async () => {
    const id = await coatOn(server);
    await makeOlder(server, id, 3);
    for (const change of [
      "set label = 'Never happened'",
      'set command_id = gen_random_uuid()',
      "set changes = '[]', inverse = '[]'",
      "set condensed = true, label = 'x', changes = '[]', inverse = '[]'",
    ])
      await expect(
        server.db.query(`update history ${change} where root_id = $1 and revision = 2`, [id]),
      ).rejects.toThrow('append-only');
    await expect(
      server.db.query(
        "update history set condensed = true, changes = '[]', inverse = '[]' where root_id = $1 and revision = 5",
        [id],
      ),
    ).rejects.toThrow('append-only');
    await expect(server.db.query('delete from history where root_id = $1', [id])).rejects.toThrow(
      'append-only',
    );
    await expect(server.db.query('delete from journal where coat_id = $1', [id])).resolves.toBeDefined();
  });
});

describe('a deleted coat', () => {
  const binned = async (days: number) => {
    const id = await coatOn(server);
    const { revision } = await load(id);
    const at = new Date(Date.now() - days * 86_400_000).toISOString();
    const answer = await server.post(`/api/coats/${id}/commands`, {
      commandId: randomUUID(),
      revision,
      command: { type: 'coat.bin', at },
    });
    expect(answer.status).toBe(200);
    await server.db.query('update root set changed_at = $2 where id = $1', [id, at]);
    return id;
  };

  it('goes for good after thirty days, with all that is kept of it, and not before', async () => {
    const old = await binned(31);
    const recent = await binned(29);
    expect((await doChores(server.db, silent)).emptyBin).toBe(1);
    expect((await server.get(`/api/coats/${old}`)).status).toBe(404);
    for (const [table, column] of [
      ['element', 'coat_id'],
      ['history', 'root_id'],
      ['blob_use', 'root_id'],
      ['root', 'id'],
    ] as const)
      expect(await count(table, column, old)).toBe(0);
    expect((await server.get(`/api/coats/${recent}`)).status).toBe(200);
  });

  it('stays where only the clock of whoever deleted it says that it was long ago', async () => {
    const id = await binned(400);
    await server.db.query('update root set changed_at = now() where id = $1', [id]);
    expect((await doChores(server.db, silent)).emptyBin).toBe(0);
    expect((await server.get(`/api/coats/${id}`)).status).toBe(200);
    await expect(server.db.query('delete from history where root_id = $1', [id])).rejects.toThrow(
      'append-only',
    );
  });

  it('stays where it was brought back in time', async () => {
    const id = await binned(31);
    const { revision } = await load(id);
    const back = await server.post(`/api/coats/${id}/commands`, {
      commandId: randomUUID(),
      revision,
      command: { type: 'coat.bin', at: null },
    });
    expect(back.status).toBe(200);
    expect((await doChores(server.db, silent)).emptyBin).toBe(0);
    expect((await server.get(`/api/coats/${id}`)).status).toBe(200);
  });
});

describe('work that was done', () => {
  it('is forgotten after seven days, and whoever asks for it is told so', async () => {
    const id = randomUUID();
    await server.db.query(
      "insert into job (id, kind, input, input_hash, state, changed_at) values ($1, 'x', '{}', 'x', 'done', now() - interval '8 days')",
      [id],
    );
    expect((await server.get(`/api/jobs/${id}`)).status).toBe(200);
    expect((await doChores(server.db, silent)).forgetJobs).toBe(1);
    expect(await server.get(`/api/jobs/${id}`)).toMatchObject({
      status: 404,
      body: { title: 'There is no such work. What was worked out is kept for 7 days.' },
    });
  });
});
