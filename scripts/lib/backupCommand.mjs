import { needNpmPackages } from './packages.mjs';

/**
 * What `npm run backup FILE` and `npm run restore FILE` have in common: the words, the database, and how a refusal is told.
 * @param {'backup' | 'restore'} name
 * @param {(result: any, rows: number) => string[]} told what is said when it is done
 */
export async function backupCommand(name, told) {
  await needNpmPackages();
  const { openDatabase } = await import('./database.mjs');
  const commands = await import('./backup.mjs');
  const { giveUp, say } = await import('./say.mjs');
  const words = process.argv.slice(2);
  const [file] = words.filter((w) => !w.startsWith('--'));
  const strange = words.find((w) => w.startsWith('--') && w !== '--replace');
  if (!file || strange) giveUp(`Say which file: npm run ${name} FILE, or npm run ${name} FILE -- --replace.`);
  const database = await openDatabase();
  try {
    const tell = (text) => say(`  ${text} …`);
    const result = await commands[name](database, file, { replace: words.includes('--replace'), tell });
    for (const line of told(
      result,
      Object.values(result.manifest.rows).reduce((sum, n) => sum + n, 0),
    ))
      say(line);
  } catch (error) {
    if (!(error instanceof commands.Refused)) throw error;
    process.stderr.write(`${error.message}\n`);
    process.exitCode = 1;
  } finally {
    await database.close();
  }
}
