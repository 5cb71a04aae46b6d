import { spawn } from 'node:child_process';
import { createHash } from 'node:crypto';
import { createReadStream, existsSync } from 'node:fs';
import { mkdir, mkdtemp, readFile, rename, rm, stat, writeFile } from 'node:fs/promises';
import { basename, dirname, join, resolve } from 'node:path';
import { pipeline } from 'node:stream/promises';
import pg from 'pg';
import { BACKUP_FORMAT, BACKUP_VERSION, countRows, knownSchema, mega } from './database.mjs';
import { run } from './run.mjs';

/** What a person did or has that stands in the way, told in a sentence and without a stack. */
export class Refused extends Error {}

async function sha256(path) {
  const hash = createHash('sha256');
  await pipeline(createReadStream(path), hash);
  return hash.digest('hex');
}

/** Runs a program of PostgreSQL with the address in its environment, where no list of processes shows it. */
function program(bin, name, words, url, options = {}) {
  const { username, password, hostname, port, pathname } = new URL(url);
  return spawn(join(bin, name), words, {
    env: {
      ...process.env,
      PGUSER: decodeURIComponent(username),
      PGPASSWORD: decodeURIComponent(password),
      PGHOST: hostname,
      PGPORT: port || '5432',
      PGDATABASE: decodeURIComponent(pathname.slice(1)),
    },
    ...options,
  });
}
const ended = (child) =>
  new Promise((done, failed) => {
    let said = '';
    child.stderr?.on('data', (d) => (said = (said + d).slice(-4000)));
    child.on('error', failed);
    child.on('close', (code) => done({ code, said }));
  });

/**
 * Writes everything that the database holds into one file: what people made, the catalogue, history, and all files, which lie
 * in the database as well. The file is there when it is whole, or not at all.
 */
export async function backup({ url, bin }, file, { replace = false, tell = () => undefined } = {}) {
  const to = resolve(file);
  if (existsSync(to) && !replace)
    throw new Refused(`${to} is there already. Nothing was written; name another file, or add --replace.`);
  const client = new pg.Client({ connectionString: url });
  await client.connect();
  await mkdir(dirname(to), { recursive: true });
  const folder = await mkdtemp(join(dirname(to), '.backup-'));
  try {
    // One snapshot for the dump and for what is counted of it.
    await client.query('begin isolation level repeatable read read only');
    const { rows } = await client.query(
      "select pg_export_snapshot() as snapshot, pg_database_size(current_database()) as size, to_regclass('schema_version') is not null as ours",
    );
    if (!rows[0].ours)
      throw new Refused('There is nothing of Spare Coat in this database. Nothing was written.');
    const counts = await countRows(client);
    const { rows: version } = await client.query('select max(version)::int as schema from schema_version');
    const dump = join(folder, 'database.dump');
    const child = program(
      bin,
      'pg_dump',
      [
        '--format=custom',
        '--no-owner',
        '--no-privileges',
        `--snapshot=${rows[0].snapshot}`,
        `--file=${dump}`,
      ],
      url,
      { stdio: ['ignore', 'ignore', 'pipe'] },
    );
    const telling = setInterval(() => {
      void stat(dump).then(({ size }) => tell(`${mega(size)} written; the database takes ${mega(rows[0].size)}`), () => undefined); // prettier-ignore
    }, 2000);
    const { code, said } = await ended(child);
    clearInterval(telling);
    if (code !== 0) throw new Refused(`The database could not be saved: ${said.trim()}`);
    const { size } = await stat(dump);
    const manifest = {
      format: BACKUP_FORMAT,
      version: BACKUP_VERSION,
      schema: version[0].schema,
      made: new Date().toISOString(),
      dump: { size, sha256: await sha256(dump) },
      rows: counts,
    };
    await writeFile(join(folder, 'manifest.json'), `${JSON.stringify(manifest, null, 2)}\n`);
    const part = join(folder, 'whole.tar');
    const packed = await run(['tar', '-cf', part, '-C', folder, 'manifest.json', 'database.dump'], {
      quiet: true,
    });
    if (packed.code !== 0) throw new Refused(`The file could not be written: ${packed.output.trim()}`);
    await rename(part, to);
    return { file: to, manifest };
  } finally {
    await client.end();
    await rm(folder, { recursive: true, force: true });
  }
}

/** Reads a backup into a folder and checks that it is whole and one that this version can read. */
async function unpack(file, folder) {
  const listed = await run(['tar', '-tf', file], { quiet: true });
  const names = listed.output.trim().split('\n').sort();
  if (listed.code !== 0 || names.join() !== 'database.dump,manifest.json')
    throw new Refused(`${file} is no backup of Spare Coat, or it breaks off. Nothing was changed.`);
  const out = await run(['tar', '-xf', file, '-C', folder, '--no-same-owner'], { quiet: true });
  if (out.code !== 0) throw new Refused(`${file} breaks off or is damaged. Nothing was changed.`);
  let manifest;
  try {
    manifest = JSON.parse(await readFile(join(folder, 'manifest.json'), 'utf8'));
  } catch {
    throw new Refused(`${file} is damaged: its table of contents cannot be read. Nothing was changed.`);
  }
  if (manifest?.format !== BACKUP_FORMAT || typeof manifest.dump?.sha256 !== 'string')
    throw new Refused(`${file} is no backup of Spare Coat. Nothing was changed.`);
  const known = await knownSchema();
  if (manifest.version > BACKUP_VERSION || manifest.schema > known)
    throw new Refused(
      `${file} was made by a newer version of Spare Coat (schema ${manifest.schema}, this one knows ${known}). Nothing was changed; restore it with that version.`,
    );
  const dump = join(folder, 'database.dump');
  if ((await sha256(dump)) !== manifest.dump.sha256)
    throw new Refused(`${file} is damaged: its checksum is not the one that was noted. Nothing was changed.`);
  return { manifest, dump };
}

/**
 * Puts a backup into the database, whole or not at all. Where something of Spare Coat is there already it refuses, unless it is
 * told to replace it; what is replaced is saved first, beside the backup.
 */
export async function restore({ url, bin }, file, { replace = false, tell = () => undefined } = {}) {
  if (!existsSync(file)) throw new Refused(`There is no file ${file}.`);
  const folder = await mkdtemp(join(dirname(resolve(file)), '.restore-'));
  const client = new pg.Client({ connectionString: url });
  await client.connect();
  try {
    tell('Checking the file');
    const { manifest, dump } = await unpack(file, folder);
    // A server that was just stopped takes a moment to let go.
    for (let n = 0; await isUsed(client); n++) {
      if (n === 15)
        throw new Refused('Something is using the database. Nothing was changed; stop Spare Coat first.');
      await new Promise((r) => setTimeout(r, 200));
    }
    const { rows } = await client.query("select to_regclass('root') is not null as ours");
    const holds = rows[0].ours ? (await client.query('select count(*)::int as n from root')).rows[0].n : 0;
    if (holds > 0 && !replace)
      throw new Refused(
        `There are ${holds} things in the database already: coats, parts and host profiles. Nothing was changed; add --replace to put the backup in their place.`,
      );
    let before = null;
    if (holds > 0) {
      const name = `${basename(file).replace(/\.[^.]*$/, '')}-before-${new Date().toISOString().replace(/[:.]/g, '-')}.backup`;
      before = join(dirname(resolve(file)), name);
      tell('Saving what is there first');
      await backup({ url, bin }, before);
    }
    await client.end();
    await replay({ url, bin }, dump, tell);
    const after = new pg.Client({ connectionString: url });
    await after.connect();
    const counts = await countRows(after).finally(() => after.end());
    const wrong = Object.keys(manifest.rows).filter((table) => manifest.rows[table] !== counts[table]);
    if (wrong.length > 0)
      throw new Refused(
        `The database does not hold what the backup says: ${wrong.join(', ')} differ.${before ? ` What was there before lies in ${before}.` : ''}`,
      );
    return { manifest, before };
  } finally {
    await client.end().catch(() => undefined);
    await rm(folder, { recursive: true, force: true });
  }
}

/** Whether anybody else is connected. */
async function isUsed(client) {
  const { rows } = await client.query(
    "select count(*)::int as n from pg_stat_activity where datname = current_database() and pid <> pg_backend_pid() and backend_type = 'client backend'",
  );
  return rows[0].n > 0;
}

/** Carries a dump out in one transaction, which begins by clearing the place. */
async function replay({ url, bin }, dump, tell) {
  const listing = await run([join(bin, 'pg_restore'), '--list', dump], { quiet: true });
  if (listing.code !== 0) throw new Refused('The backup cannot be read by PostgreSQL. Nothing was changed.');
  const tables = listing.output.split('\n').filter((l) => / TABLE DATA /.test(l)).length;
  const reader = program(
    bin,
    'pg_restore',
    ['--no-owner', '--no-privileges', '--verbose', '--file=-', dump],
    url,
    { stdio: ['ignore', 'pipe', 'pipe'] },
  );
  const writer = program(
    bin,
    'psql',
    ['--no-psqlrc', '--quiet', '--single-transaction', '--set=ON_ERROR_STOP=1', '--file=-'],
    url,
    { stdio: ['pipe', 'ignore', 'pipe'] },
  );
  let done = 0;
  reader.stderr.on('data', (d) => {
    done += (String(d).match(/processing data for table/g) ?? []).length;
    tell(`${done} of ${tables} tables`);
  });
  const [read, written] = [ended(reader), ended(writer)];
  writer.stdin.on('error', () => undefined);
  writer.stdin.write('drop schema public cascade; create schema public;\n');
  for await (const piece of reader.stdout) if (!writer.stdin.write(piece)) await new Promise((r) => writer.stdin.once('drain', r)); // prettier-ignore
  const { code } = await read;
  // Without its end the transaction is never finished, and nothing has changed.
  if (code !== 0) writer.kill('SIGKILL');
  else writer.stdin.end();
  const { code: wrote, said } = await written;
  if (code !== 0 || wrote !== 0)
    throw new Refused(
      `The backup could not be put in; everything is as it was. ${said.trim().split('\n').at(-1) ?? ''}`,
    );
}
