import { randomUUID } from 'node:crypto';
import { existsSync, mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { CoatRows } from '@spare-coat/core/model/coat/rows';
import type { RackAnswer } from '@spare-coat/core/proving/wire/rack';
import { jobOf, upload } from '../testing/coatOn.js';
import { fillEveryTable } from '../testing/everyTable.js';
import { makeTestDatabase, startTestServer, type TestDatabase, type TestServer } from '../testing/server.js';
import { knownSchema, migrate, NewerSchema } from './migrate.js';

interface Where {
  readonly url: string;
  readonly bin: string;
}
interface Manifest {
  readonly rows: Readonly<Record<string, number>>;
}
interface Backups {
  backup(where: Where, file: string, more?: object): Promise<{ file: string; manifest: Manifest }>;
  restore(where: Where, file: string, more?: object): Promise<{ manifest: Manifest; before: string | null }>;
}
const scripts = new URL('../../../../scripts/lib/', import.meta.url);
const { backup, restore } = (await import(new URL('backup.mjs', scripts).href)) as Backups;
const { postgresPrograms } = (await import(new URL('cluster.mjs', scripts).href)) as {
  postgresPrograms(): string;
};
const bin = postgresPrograms();
const FIXTURES = fileURLToPath(new URL('../testing/fixtures/', import.meta.url));

let from: TestServer;
let coat: string;
const folder = mkdtempSync(join(tmpdir(), 'backups-'));
const file = join(folder, 'all.backup');
beforeAll(async () => {
  from = await startTestServer();
  coat = await fillEveryTable(from);
});
afterAll(async () => {
  await from.stop();
  rmSync(folder, { recursive: true });
});

/** Lets a database be looked at by a server, and stops that. */
async function lookAt<T>(database: TestDatabase, look: (server: TestServer) => Promise<T>): Promise<T> {
  const server = await startTestServer({ database });
  try {
    return await look(server);
  } finally {
    await server.stop();
  }
}
/** A database for as long as something is done with it. */
async function withDatabase<T>(work: (database: TestDatabase) => Promise<T>): Promise<T> {
  const database = await makeTestDatabase();
  try {
    return await work(database);
  } finally {
    await database.drop();
  }
}
const put = (database: TestDatabase, name: string, replace = false) =>
  restore({ url: database.url, bin }, name, { replace });
/** Makes a coat of a name in a database. */
const withCoat = (database: TestDatabase) =>
  lookAt(database, async (server) => {
    const id = randomUUID();
    await server.post('/api/coats', { id, commandId: randomUUID(), name: 'Mine' });
    return id;
  });
const hasCoat = (database: TestDatabase, id: string) =>
  lookAt(database, async (server) => (await server.get(`/api/coats/${id}`)).status === 200);
const rowsOn = async (server: TestServer, id: string) =>
  (await server.get(`/api/coats/${id}`)).body as { rows: CoatRows; revision: number };

describe('a backup', () => {
  it('holds everything: no table is empty in what is saved, and all of it comes back', async () => {
    const { manifest } = await backup({ url: from.databaseUrl, bin }, file);
    expect(Object.entries(manifest.rows).filter(([, n]) => n === 0)).toEqual([]);
    await withDatabase(async (database) => {
      await put(database, file);
      await lookAt(database, async (to) => {
        expect(await rowsOn(to, coat)).toEqual(await rowsOn(from, coat));
        const { blob } = Object.values((await rowsOn(to, coat)).rows.picture)[0]!;
        const bytes = async (s: TestServer) =>
          Buffer.from(await (await fetch(`${s.url}/api/blobs/${blob}`)).arrayBuffer());
        expect((await bytes(to)).equals(await bytes(from))).toBe(true);
      });
    });
  });
  it('never overwrites a file, nor a database that holds something, unless it is told to', async () => {
    await expect(backup({ url: from.databaseUrl, bin }, file)).rejects.toThrow(/there already/);
    await withDatabase(async (database) => {
      const own = await withCoat(database);
      await expect(put(database, file)).rejects.toThrow(/things in the database already/);
      expect(await hasCoat(database, own)).toBe(true);
      // Told to, it saves what was there first.
      const { before } = await put(database, file, true);
      expect(existsSync(before!)).toBe(true);
      expect([await hasCoat(database, own), await hasCoat(database, coat)]).toEqual([false, true]);
      await put(database, before!, true);
      expect(await hasCoat(database, own)).toBe(true);
    });
  });
  it('is refused while the database is in use', async () => {
    await expect(restore({ url: from.databaseUrl, bin }, file, { replace: true })).rejects.toThrow(
      /Something is using the database/,
    );
  });
  it.each([
    ['cut short', (b: Buffer) => b.subarray(0, b.length / 2)],
    ['changed in one byte', (b: Buffer) => Buffer.from(b.map((v, i) => (i === 30_000 ? v ^ 1 : v)))],
    ['empty', () => Buffer.alloc(0)],
    ['something else', () => Buffer.from('PK\x03\x04 not a backup')],
  ] as const)('that is %s is refused, and everything stays', async (_, damaged) => {
    const bad = join(folder, 'bad.backup');
    writeFileSync(bad, damaged(readFileSync(file)));
    await withDatabase(async (database) => {
      const own = await withCoat(database);
      await expect(put(database, bad, true)).rejects.toThrow(/Nothing was changed/);
      expect(await hasCoat(database, own)).toBe(true);
    });
  });
});

describe('a database of another version', () => {
  it('that is newer is refused with a sentence, and nothing is changed', async () => {
    const server = await startTestServer();
    try {
      const known = await knownSchema();
      await server.db.query('insert into schema_version (version, name) values ($1, $2)', [
        known + 1,
        'later.sql',
      ]);
      await expect(migrate(server.db)).rejects.toThrow(NewerSchema);
      await expect(migrate(server.db)).rejects.toThrow(/written by a newer version of Spare Coat/);
      await backup({ url: server.databaseUrl, bin }, join(folder, 'newer.backup'));
      await withDatabase(async (database) => {
        await expect(put(database, join(folder, 'newer.backup'))).rejects.toThrow(/made by a newer version/);
      });
    } finally {
      await server.stop();
    }
  });

  /** `FIXTURE_DAY=2026-11 npx vitest run … backup.test.ts` writes one of today's version. */
  it('is kept as a fixture where that is asked for', async () => {
    const day = process.env['FIXTURE_DAY'];
    if (!day) return;
    await backup({ url: from.databaseUrl, bin }, join(FIXTURES, `${day}.backup`), { replace: true });
    for (const [what, path] of [
      ['coat', `of/coat/${coat}?own=1&host=1&archives=1`],
      ['parts', `of/parts?ids=${Object.values((await rowsOn(from, coat)).rows.layer)[0]!.partId!}`],
      ['profile', `of/profile/${(await rowsOn(from, coat)).rows.coat[coat]!.profileId!}`],
    ] as const)
      writeFileSync(
        join(FIXTURES, `${day}-${what}.zip`),
        Buffer.from(await (await fetch(`${from.url}/api/bundles/${path}`)).arrayBuffer()),
      );
  });

  const days = readdirSync(FIXTURES).flatMap((f) => /^(\d{4}-\d\d)\.backup$/.exec(f)?.[1] ?? []);
  it.each(days)('from %s opens: every coat, its history and its files, and undo goes on', async (day) => {
    await withDatabase(async (database) => {
      await put(database, join(FIXTURES, `${day}.backup`));
      await lookAt(database, async (server) => {
        const { rows: coats } = await server.db.query<{ id: string }>('select id from coat');
        expect(coats.length).toBeGreaterThan(0);
        for (const { id } of coats) {
          const { rows, revision } = await rowsOn(server, id);
          for (const entity of [
            'element',
            'trait',
            'match',
            'layer',
            'handmade',
            'trial',
            'survey',
            'reading',
            'capture',
            'sighting',
            'journal',
            'kind',
            'font',
            'accepted',
          ] as const)
            expect([entity, Object.keys(rows[entity]).length > 0]).toEqual([entity, true]);
          expect(Object.values(rows.element)[0]!.name).toBe('Rail');
          const { blob } = Object.values(rows.picture)[0]!;
          expect((await server.get(`/api/blobs/${blob}`)).status).toBe(200);
          // What was taken back then is brought again now, and everything before it is taken back, one after the other.
          const redone = await server.post(`/api/coats/${id}/redo`, { commandId: randomUUID(), revision });
          expect(redone.status, JSON.stringify(redone.body)).toBe(200);
          expect(Object.values((await rowsOn(server, id)).rows.element)[0]!.name).toBe('Rail, renamed');
          let at = (redone.body as { revision: number }).revision;
          let undone = 0;
          for (;;) {
            const answer = await server.post(`/api/coats/${id}/undo`, {
              commandId: randomUUID(),
              revision: at,
            });
            if (answer.status !== 200) break;
            at = (answer.body as { revision: number }).revision;
            undone++;
          }
          expect(undone).toBeGreaterThan(12);
          expect((await rowsOn(server, id)).rows.element).toEqual({});
        }
        const rack = (await server.get('/api/rack?')).body as RackAnswer;
        expect(rack.found.length).toBe(rack.count);
        expect(rack.all).toBeGreaterThan(0);
      });
    });
  });
  it.each(days.flatMap((day) => ['coat', 'parts', 'profile'].map((what) => [day, what] as const)))(
    'whose bundle is from %s is read: of a %s',
    async (day, what) => {
      const server = await startTestServer();
      try {
        const sent = await upload(server, '/api/bundles', readFileSync(join(FIXTURES, `${day}-${what}.zip`)));
        const read = await jobOf(server, (sent.body as { job: string }).job);
        expect(read.problem).toBeNull();
        const answer = await server.post(`/api/bundles/${read.result.bundle}/coat`, {
          commandId: randomUUID(),
          revision: 0,
          into: null,
          clash: 'theirs',
        });
        expect(answer.status, JSON.stringify(answer.body)).toBe(201);
        const { coat: id } = answer.body as { coat: string | null };
        expect(id !== null).toBe(what === 'coat');
        if (id) expect(Object.keys((await rowsOn(server, id)).rows.element)).toHaveLength(1);
      } finally {
        await server.stop();
      }
    },
  );
  it('has fixtures to be held against', () => expect(days.length).toBeGreaterThan(0));
});
