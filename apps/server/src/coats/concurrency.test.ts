import { randomUUID } from 'node:crypto';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { applyChanges } from '@spare-coat/core/model/coat/changes';
import { coatOf, type CoatRows } from '@spare-coat/core/model/coat/rows';
import { testPart } from '@spare-coat/core/testing/parts';
import type { CoatCard, CoatsPage, Written } from '@spare-coat/core/proving/wire/coat';
import { coatOn } from '../testing/coatOn.js';
import { putPart } from '../testing/send.js';
import { startTestServer, type TestServer } from '../testing/server.js';

let server: TestServer;
beforeAll(async () => {
  server = await startTestServer();
});
afterAll(() => server.stop());

interface Loaded extends Written {
  readonly rows: CoatRows;
}
async function newCoat(name = 'A coat'): Promise<string> {
  const id = randomUUID();
  expect((await server.post('/api/coats', { id, commandId: randomUUID(), name })).status).toBe(201);
  return id;
}
const rename = (id: string, revision: number, name: string) =>
  server.post(`/api/coats/${id}/commands`, {
    commandId: randomUUID(),
    revision,
    command: { type: 'coat.rename', name },
  });
const cardsOf = async (query = '') => (await server.get(`/api/coats${query}`)).body as CoatsPage;
const cardOf = async (id: string): Promise<CoatCard | undefined> =>
  (await cardsOf()).coats.find((c) => c.id === id);

describe('reading beside a writer', () => {
  it('never mixes two revisions', async () => {
    const id = await newCoat('1');
    let writing = true;
    const writer = (async () => {
      for (let revision = 1; writing; revision++) {
        // The name says in which revision it was given.
        const answer = await rename(id, revision, String(revision + 1));
        expect(answer.status).toBe(200);
      }
    })();
    for (let n = 0; n < 150; n++) {
      const { revision, rows, undo } = (await server.get(`/api/coats/${id}`)).body as Loaded;
      expect(coatOf(rows).name).toBe(String(revision));
      expect(undo?.revision ?? 1).toBe(revision);
      const since = (await server.get(`/api/coats/${id}/entries?after=${revision - 1}`)).body as Written;
      expect(since.entries.at(-1)!.revision).toBe(since.revision);
    }
    writing = false;
    await writer;
  });
});

describe('a window that slept', () => {
  it('gets the coat as it is in place of very many changes, and every change where they are few', async () => {
    const id = await newCoat();
    const before = ((await server.get(`/api/coats/${id}`)).body as Loaded).rows;
    for (let revision = 1; revision <= 205; revision++) await rename(id, revision, `Name ${revision}`);
    const now = (await server.get(`/api/coats/${id}`)).body as Loaded;
    const slept = (await server.get(`/api/coats/${id}/entries?after=1`)).body as Written;
    expect(slept).toMatchObject({ revision: 206, entries: [] });
    expect(slept.rows).toEqual(now.rows);
    // A write on what it knew is answered with the same.
    const stale = (await rename(id, 1, 'Late')).body as Written & { code: string };
    expect(stale.code).toBe('stale');
    expect(stale.rows).toEqual(now.rows);
    const nodded = (await server.get(`/api/coats/${id}/entries?after=200`)).body as Written;
    expect(nodded.rows).toBeUndefined();
    expect(nodded.entries.map((e) => e.revision)).toEqual([201, 202, 203, 204, 205, 206]);
    const last = applyChanges(before, nodded.entries.at(-1)!.changes);
    // What was there in between is not there now: such entries are for whoever knows the revision before.
    expect(last.ok).toBe(false);
  });
});

describe('cards', () => {
  it('come in pages, last changed first, and are found by words in their names', async () => {
    const names = Array.from({ length: 30 }, (_, i) => `Paged 100% ${String(i).padStart(2, '0')}`);
    for (const name of names) await newCoat(name);
    const first = await cardsOf('?words=aged%20100%25');
    expect(first.count).toBe(30);
    expect(first.coats.map((c) => c.name)).toEqual([...names].reverse().slice(0, 24));
    const second = await cardsOf(`?words=aged%20100%25&after=${encodeURIComponent(first.next!)}`);
    expect(second.coats.map((c) => c.name)).toEqual([...names].reverse().slice(24));
    expect(second.next).toBeNull();
    expect((await cardsOf('?words=100_')).count).toBe(0);
    expect((await server.get('/api/coats?after=nowhere')).status).toBe(400);
  });

  it('say when a deleted coat goes for good', async () => {
    const id = await newCoat('To be binned');
    const at = '2026-11-20T10:00:00.000Z';
    const binned = await server.post(`/api/coats/${id}/commands`, {
      commandId: randomUUID(),
      revision: 1,
      command: { type: 'coat.bin', at },
    });
    expect(binned.status).toBe(200);
    expect(await cardOf(id)).toBeUndefined();
    const card = (await cardsOf('?deleted=true')).coats.find((c) => c.id === id)!;
    // Whatever the clock says of whoever deleted it: thirty days from its last change here.
    const goes = new Date(Date.parse(card.changedAt) + 30 * 86_400_000).toISOString();
    expect(card).toMatchObject({ deletedAt: at, goesAt: goes });
  });

  it('are worked out once for all windows, and again when a part is saved that may serve them', async () => {
    const id = await coatOn(server);
    const other = await newCoat('Nothing in it');
    await server.db.query(`
      create table worked (coat_id uuid);
      create function count_worked() returns trigger language plpgsql as $$ begin
        if new.claimed_until is null and old.claimed_until is not null then insert into worked values (new.coat_id); end if;
        return new; end $$;
      create trigger count_worked after update on coat_card for each row execute function count_worked();`);
    const worked = async () =>
      (await server.db.query<{ coat_id: string }>('select coat_id from worked')).rows.map((r) => r.coat_id);
    const together = async () => {
      for (;;) {
        const cards = await Promise.all(Array.from({ length: 10 }, () => cardOf(id)));
        if (cards.every((c) => c!.figures)) return cards[0]!.figures!;
      }
    };
    const before = await together();
    expect(before.tape).toHaveLength(1);
    expect((await worked()).filter((c) => c === id)).toHaveLength(1);
    await together();
    expect((await worked()).filter((c) => c === id)).toHaveLength(1);

    const others = (await worked()).filter((c) => c === other).length;
    const part = {
      ...testPart(
        'Flood',
        {},
        {
          thickness: {
            range: { least: 20, most: 70, step: 1 },
            setting: { key: 'flood.thickness', place: 'Flood' },
          },
        },
      ),
      id: randomUUID(),
    };
    await putPart(server, part);
    await together();
    expect((await worked()).filter((c) => c === id)).toHaveLength(2);
    // What rests on nothing of it is left alone.
    expect((await worked()).filter((c) => c === other)).toHaveLength(others);
  });

  it('tell no figure, and no old one, while another server works it out', async () => {
    const id = await coatOn(server);
    await expect.poll(async () => (await cardOf(id))!.figures, { timeout: 10_000 }).not.toBeNull();
    const { revision } = (await server.get(`/api/coats/${id}`)).body as Loaded;
    await rename(id, revision, 'Renamed meanwhile');
    await server.db.query(
      "update coat_card set claimed_until = now() + interval '1 hour' where coat_id = $1",
      [id],
    );
    expect(await cardOf(id)).toMatchObject({ name: 'Renamed meanwhile', figures: null });
    // It died over it.
    await server.db.query(
      "update coat_card set claimed_until = now() - interval '1 second' where coat_id = $1",
      [id],
    );
    await expect.poll(async () => (await cardOf(id))!.figures, { timeout: 10_000 }).not.toBeNull();
  });

  it('that cannot be worked out say so, and are there again as soon as they can', async () => {
    const id = await coatOn(server);
    const { revision } = (await server.get(`/api/coats/${id}`)).body as Loaded;
    const { rows } = await server.db.query<{ rules: unknown }>(
      'select rules from element where coat_id = $1',
      [id],
    );
    await server.db.query("update element set rules = 'null' where coat_id = $1", [id]);
    await rename(id, revision, 'With something broken in it');
    await expect.poll(() => cardOf(id), { timeout: 10_000 }).toMatchObject({ figures: null, failed: true });
    await server.db.query('update element set rules = $2 where coat_id = $1', [
      id,
      JSON.stringify(rows[0]!.rules),
    ]);
    await expect
      .poll(() => cardOf(id), { timeout: 10_000 })
      .toMatchObject({ failed: false, figures: { tape: [{ name: 'Rail' }] } });
  });
});
