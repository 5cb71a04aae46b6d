import { createHash } from 'node:crypto';
import { existsSync } from 'node:fs';
import { mkdir, readFile, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import { DATA, ROOT } from './folders.mjs';
import { must, run } from './run.mjs';
import { giveUp, say } from './say.mjs';

/** Installs the npm packages when they are missing or the lock file has changed since. */
export async function needNpmPackages() {
  const lock = await readFile(join(ROOT, 'package-lock.json'));
  const hash = createHash('sha256').update(lock).digest('hex');
  const stamp = join(DATA, 'npm.sha256');
  const known = existsSync(stamp) ? await readFile(stamp, 'utf8') : '';
  if (known === hash && existsSync(join(ROOT, 'node_modules'))) return;
  say('Installing npm packages …');
  const quietly = ['--no-audit', '--no-fund', '--ignore-scripts'];
  const clean = await run(['npm', 'ci', ...quietly], { quiet: true, cwd: ROOT });
  // `npm ci` insists on optional packages of every platform, which a mirror need not carry; the same lock file is
  // followed by `npm install`, and `--no-save` leaves it as it is.
  if (clean.code !== 0) await must(['npm', 'install', '--no-save', ...quietly], { cwd: ROOT });
  await mkdir(DATA, { recursive: true });
  await writeFile(stamp, hash);
}

/** Installs Debian's packages whose program is missing. `wanted`: program path or name → package. */
export async function needDebianPackages(wanted) {
  const missing = [];
  for (const [program, name] of Object.entries(wanted)) {
    const there = program.startsWith('/')
      ? existsSync(program)
      : (await run(['sh', '-c', `command -v ${program}`], { quiet: true })).code === 0;
    if (!there) missing.push(name);
  }
  if (missing.length === 0) return;
  const root = process.getuid?.() === 0;
  const prefix = root ? [] : ['sudo', '-n'];
  say(`Installing ${missing.join(', ')} from Debian's packages …`);
  const env = { ...process.env, DEBIAN_FRONTEND: 'noninteractive' };
  const update = await run([...prefix, 'apt-get', 'update', '-qq'], { quiet: true, env });
  const install = await run(
    [...prefix, 'apt-get', 'install', '-y', '-qq', '--no-install-recommends', ...missing],
    { quiet: true, env },
  );
  if (install.code !== 0)
    giveUp(
      `These packages are missing and could not be installed: ${missing.join(', ')}.\nInstall them by hand (apt-get install ${missing.join(' ')}), then start again.\n${update.output.slice(-500)}${install.output.slice(-1500)}`,
    );
}
