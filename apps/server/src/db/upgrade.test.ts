import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { pino } from 'pino';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { CoatRows } from '@spare-coat/core/model/coat/rows';
import { coatOn } from '../testing/coatOn.js';
import { fillEveryTable } from '../testing/everyTable.js';
import { emptyTestDatabase, startTestServer, type TestServer } from '../testing/server.js';
import { knownSchema } from './migrate.js';
import { openPool, type Db } from './pool.js';

const MIGRATIONS = fileURLToPath(new URL('migrations/', import.meta.url));
const FILES = readdirSync(MIGRATIONS).sort();

let full: TestServer;
let coat: string;
beforeAll(async () => {
  full = await startTestServer();
  coat = await fillEveryTable(full);
  await coatOn(full);
});
afterAll(() => full.stop());

interface Table {
  readonly table: string;
  readonly columns: string[];
}

/** Tables with their columns. */
async function tablesOf(db: Db): Promise<Table[]> {
  const { rows } = await db.query<Table>(
    `select table_name as "table", array_agg(column_name::text order by ordinal_position) as columns
       from information_schema.columns where table_schema = 'public' and table_name <> 'schema_version' group by 1`,
  );
  return rows;
}

/** Makes a database as an earlier version left it, and puts into it all that it can hold of a full one of today. */
async function asOf(version: number, db: Db): Promise<Map<string, number>> {
  await db.query(
    'create table schema_version (version integer primary key, name text not null, at timestamptz not null default now())',
  );
  for (const file of FILES.slice(0, version)) {
    await db.query(readFileSync(join(MIGRATIONS, file), 'utf8'));
    await db.query('insert into schema_version (version, name) values ($1, $2)', [
      Number(file.slice(0, 4)),
      file,
    ]);
  }
  const today = new Map((await tablesOf(full.db)).map((t) => [t.table, t.columns]));
  const client = await db.connect();
  const counts = new Map<string, number>();
  // Rows come in any order; what they refer to is there in the end.
  await client.query('set session_replication_role = replica');
  await client.query('delete from owner');
  for (const { table, columns } of await tablesOf(db)) {
    const common = columns.filter((c) => today.get(table)?.includes(c));
    if (common.length === 0) continue;
    // Kinds of roots that were not known then, and what hangs on them.
    const where = table === 'root' && version < 9 ? " where kind <> 'rack'" : '';
    const { rows } = await full.db.query<{ all: unknown[] }>(
      `select coalesce(jsonb_agg(x_row), '[]') as all from (select ${common.map((c) => `"${c}"`).join(', ')} from ${table}${where}) x_row`,
    );
    const names = common.map((c) => `"${c}"`).join(', ');
    const { rowCount } = await client.query(
      `insert into ${table} (${names}) select ${names} from jsonb_populate_recordset(null::${table}, $1::jsonb)`,
      [JSON.stringify(rows[0]!.all)],
    );
    counts.set(table, rowCount ?? 0);
  }
  for (const table of ['history', 'blob_use'])
    await client.query(`delete from ${table} where root_id not in (select id from root)`);
  await client.query('set session_replication_role = origin');
  client.release();
  return counts;
}

describe('a database of an earlier version', () => {
  it.each(FILES.slice(0, -1).map((file) => Number(file.slice(0, 4))))(
    '(schema %i) is upgraded with everything in it, and worked on',
    async (version) => {
      const database = await emptyTestDatabase();
      try {
        const db = openPool(database.url, pino({ level: 'silent' }), 2);
        const counts = await asOf(version, db);
        expect(counts.get('coat')).toBe(2);
        expect(counts.get('trait')).toBeGreaterThan(0);
        expect(counts.get('history')).toBeGreaterThan(10);
        await db.end();
        const server = await startTestServer({ database });
        try {
          expect(await server.get('/api/health')).toMatchObject({ body: { schema: await knownSchema() } });
          const was = ((await full.get(`/api/coats/${coat}`)).body as { rows: CoatRows }).rows;
          const loaded = await server.get(`/api/coats/${coat}`);
          expect(loaded.status, JSON.stringify(loaded.body)).toBe(200);
          const { rows, revision } = loaded.body as { rows: CoatRows; revision: number };
          for (const entity of [
            'variant',
            'picture',
            'element',
            'trait',
            'match',
            'layer',
            'journal',
          ] as const)
            expect([entity, Object.keys(rows[entity]).sort()]).toEqual([
              entity,
              Object.keys(was[entity]).sort(),
            ]);
          expect(Object.values(rows.trait).map((t) => t.target)).toEqual(
            Object.values(was.trait).map((t) => t.target),
          );
          const answer = await server.post(`/api/coats/${coat}/commands`, {
            commandId: '11111111-1111-4111-8111-111111111111',
            revision,
            command: { type: 'coat.rename', name: 'Upgraded' },
          });
          expect(answer.status, JSON.stringify(answer.body)).toBe(200);
          const undone = await server.post(`/api/coats/${coat}/undo`, {
            commandId: '22222222-2222-4222-8222-222222222222',
            revision: revision + 1,
          });
          expect(undone.status, JSON.stringify(undone.body)).toBe(200);
          expect((await server.get('/api/coats')).status).toBe(200);
        } finally {
          await server.stop();
        }
      } finally {
        await database.drop();
      }
    },
    60_000,
  );

  it('keeps what was stored under words that have better names by now, and takes it back', async () => {
    const database = await emptyTestDatabase();
    try {
      const db = openPool(database.url, pino({ level: 'silent' }), 2);
      await asOf(11, db);
      const client = await db.connect();
      await client.query('set session_replication_role = replica');
      const partId = (await client.query<{ part_id: string }>('select part_id from part_revision limit 1'))
        .rows[0]!.part_id;
      // As it was written then: done alone, and as one of several.
      await client.query("update coat set waved = '{bin,weather}' where id = $1", [coat]);
      const { rows } = await client.query<{ revision: number }>('select revision from root where id = $1', [
        coat,
      ]);
      const was = rows[0]!.revision;
      const write = (n: number, command: object, before: string[], after: string[]) =>
        client.query(
          `insert into history (root_id, revision, command_id, direction, label, command, changes, inverse, owner_id)
           select $1, $2, gen_random_uuid(), 'do', 'Change what is offered as forgotten', $3, $4, $5, owner_id from root where id = $1`,
          [
            coat,
            was + n,
            JSON.stringify(command),
            JSON.stringify([
              { entity: 'coat', id: coat, before: { waved: before }, after: { waved: after } },
            ]),
            JSON.stringify([
              { entity: 'coat', id: coat, before: { waved: after }, after: { waved: before } },
            ]),
          ],
        );
      const one = { type: 'coat.wave', kinds: ['bin'] };
      await write(1, one, [], ['bin']);
      const both = { type: 'coat.wave', kinds: ['bin', 'weather'] };
      await write(
        2,
        { type: 'many', label: 'x', commands: [{ type: 'plan.unmove' }, both] },
        ['bin'],
        ['bin', 'weather'],
      );
      await client.query('update root set revision = $2 where id = $1', [coat, was + 2]);
      await client.query(
        `insert into answerable (root_id, side, revision, label, owner_id)
         select id, 'undo', r, 'Change what is offered as forgotten', owner_id from root, (values ($2::int + 1), ($2::int + 2)) x (r) where id = $1`,
        [coat, was],
      );
      await client.query(
        `update part_revision set data = data || '{"summary": "It says \\"type\\": \\"earth\\" itself.", "settings": [{"id": "place", "value": {"type": "earth", "as": "decimal"}}]}' where part_id = $1`,
        [partId],
      );
      client.release();
      await db.end();

      const server = await startTestServer({ database });
      try {
        const dismissed = async () => {
          const { rows: now } = (await server.get(`/api/coats/${coat}`)).body as { rows: CoatRows };
          return now.coat[coat]!.dismissed;
        };
        expect(await dismissed()).toEqual(['bin', 'weather']);
        for (const [n, left] of [['bin'], []].entries()) {
          const undone = await server.post(`/api/coats/${coat}/undo`, {
            commandId: `3333333${n}-3333-4333-8333-333333333333`,
            revision: was + 2 + n,
          });
          expect(undone.status, JSON.stringify(undone.body)).toBe(200);
          expect(await dismissed()).toEqual(left);
        }
        const old = await server.db.query(
          `select 1 from history where (command::text || changes::text || inverse::text) ~ '"(waved|coat.wave)"'`,
        );
        expect(old.rowCount).toBe(0);
        const part = await server.db.query<{ data: unknown }>(
          'select data from part_revision where part_id = $1',
          [partId],
        );
        expect(part.rows[0]!.data).toMatchObject({
          summary: 'It says "type": "earth" itself.',
          settings: [{ value: { type: 'coordinates', as: 'decimal' } }],
        });
        await expect(server.db.query("update history set label = 'x'")).rejects.toThrow(/append-only/);
      } finally {
        await server.stop();
      }
    } finally {
      await database.drop();
    }
  }, 60_000);
});
