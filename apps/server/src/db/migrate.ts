import { readdir, readFile } from 'node:fs/promises';
import { inTransaction, type Db, type Queryable } from './pool.js';

const FOLDER = new URL('../../src/db/migrations/', import.meta.url);
/** Any number, the same for every server: two that start together do not migrate together. */
const LOCK = 7_302_501;

/** The database was written by a newer version of the application: whatever this one did to it could be wrong. */
export class NewerSchema extends Error {
  constructor(
    readonly there: number,
    readonly known: number,
  ) {
    super(
      `The database was written by a newer version of Spare Coat (its schema is ${there}, this version knows ${known}). Nothing was changed. Start the newer version, or restore a backup that this version made.`,
    );
  }
}

/** The newest schema that this code knows. */
export async function knownSchema(): Promise<number> {
  const files = (await readdir(FOLDER)).filter((f) => /^\d{4}_.*\.sql$/.test(f)).sort();
  return Number(files.at(-1)?.slice(0, 4) ?? 0);
}

/**
 * Brings the schema up to date: numbered files, forward only, each in a transaction with its entry in
 * `schema_version`.
 *
 * @returns the version the schema has now
 * @throws NewerSchema with a sentence where the database is ahead of the code
 */
export async function migrate(db: Db): Promise<number> {
  const files = (await readdir(FOLDER)).filter((f) => /^\d{4}_.*\.sql$/.test(f)).sort();
  return inTransaction(db, async (client) => {
    await client.query('select pg_advisory_xact_lock($1)', [LOCK]);
    await client.query(
      'create table if not exists schema_version (version integer primary key, name text not null, at timestamptz not null default now())',
    );
    const now = await schemaVersion(client);
    const newest = Number(files.at(-1)?.slice(0, 4) ?? 0);
    if (now > newest) throw new NewerSchema(now, newest);
    let version = now;
    for (const file of files) {
      const number = Number(file.slice(0, 4));
      if (number <= now) continue;
      await client.query(await readFile(new URL(file, FOLDER), 'utf8'));
      await client.query('insert into schema_version (version, name) values ($1, $2)', [number, file]);
      version = number;
    }
    return version;
  });
}

/** The schema's version; 0 before the first migration. */
export async function schemaVersion(db: Queryable): Promise<number> {
  const { rows } = await db.query<{ version: number }>(
    'select coalesce(max(version), 0) as version from schema_version',
  );
  return rows[0]?.version ?? 0;
}
