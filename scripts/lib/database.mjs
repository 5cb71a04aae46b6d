import { join } from 'node:path';
import { readdir } from 'node:fs/promises';
import { ROOT } from './folders.mjs';
import { postgresPrograms, startCluster } from './cluster.mjs';
import { needDebianPackages } from './packages.mjs';

/**
 * The application's database: the one that DATABASE_URL names, or the private cluster, which is started where it does not run.
 * @returns {Promise<{ url: string, bin: string, close: () => Promise<void> }>}
 */
export async function openDatabase() {
  if (!postgresPrograms()) await needDebianPackages({ '/usr/lib/postgresql': 'postgresql' });
  const own = process.env.DATABASE_URL;
  const cluster = own ? null : await startCluster('postgres', { port: 54620 });
  return {
    url: own ?? cluster.url('postgres'),
    bin: postgresPrograms(),
    // A cluster that was running before belongs to whoever started it.
    close: async () => {
      if (cluster && !cluster.wasRunning) await cluster.stop();
    },
  };
}

/** The newest schema that this version knows. */
export async function knownSchema() {
  const files = await readdir(join(ROOT, 'apps/server/src/db/migrations'));
  return Math.max(...files.filter((f) => /^\d{4}_.*\.sql$/.test(f)).map((f) => Number(f.slice(0, 4))));
}

/** Rows of every table, by its name, as a client sees them. */
export async function countRows(client) {
  const { rows } = await client.query(
    "select table_name from information_schema.tables where table_schema = 'public' and table_type = 'BASE TABLE' order by 1",
  );
  const counts = {};
  for (const { table_name } of rows) {
    const { rows: one } = await client.query(`select count(*)::int as n from public."${table_name}"`);
    counts[table_name] = one[0].n;
  }
  return counts;
}

export const BACKUP_FORMAT = 'spare-coat-backup';
export const BACKUP_VERSION = 1;

/** Bytes as people read them. */
export const mega = (bytes) => `${(bytes / 1e6).toFixed(1)} MB`;
