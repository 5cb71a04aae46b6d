import { needNpmPackages } from './lib/packages.mjs';

// `npm run backup FILE [--replace]`; docs in README.md.
await needNpmPackages();
const { openDatabase } = await import('./lib/database.mjs');
const { backup, Refused } = await import('./lib/backup.mjs');
const { giveUp, say } = await import('./lib/say.mjs');

const words = process.argv.slice(2);
const [file] = words.filter((w) => !w.startsWith('--'));
const strange = words.find((w) => w.startsWith('--') && w !== '--replace');
if (!file || strange) giveUp('Say which file: npm run backup FILE, or npm run backup FILE -- --replace.');
const database = await openDatabase();
try {
  const tell = (text) => say(`  ${text} …`);
  const result = await backup(database, file, { replace: words.includes('--replace'), tell });
  const rows = Object.values(result.manifest.rows).reduce((sum, n) => sum + n, 0);
  say(
    `Everything is in ${result.file}: ${rows} rows in ${Object.keys(result.manifest.rows).length} tables, files among them.`,
  );
} catch (error) {
  if (!(error instanceof Refused)) throw error;
  process.stderr.write(`${error.message}\n`);
  process.exitCode = 1;
} finally {
  await database.close();
}
