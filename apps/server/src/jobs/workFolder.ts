import { mkdtemp, readdir, rm } from 'node:fs/promises';
import { hostname, tmpdir } from 'node:os';
import { join } from 'node:path';

/** Of this machine: other ones may share the folder for what is temporary. */
const OURS = `spare-coat-${hostname().replaceAll(/[^A-Za-z0-9.-]/g, '_')}-`;

/** Runs `work` in a private folder that is gone afterwards. */
export async function inWorkFolder<T>(work: (folder: string) => Promise<T>): Promise<T> {
  const folder = await mkdtemp(join(tmpdir(), `${OURS}${process.pid}-`));
  try {
    return await work(folder);
  } finally {
    await rm(folder, { recursive: true, force: true });
  }
}

/** Takes away folders of servers on this machine that were killed over their work. @returns how many */
export async function sweepWorkFolders(): Promise<number> {
  let swept = 0;
  for (const name of await readdir(tmpdir())) {
    if (!name.startsWith(OURS)) continue;
    const pid = /^(\d+)-[A-Za-z0-9]{6}$/.exec(name.slice(OURS.length))?.[1];
    if (pid === undefined || isAlive(Number(pid))) continue;
    await rm(join(tmpdir(), name), { recursive: true, force: true }).then(
      () => swept++,
      // Somebody else's.
      () => undefined,
    );
  }
  return swept;
}

function isAlive(pid: number): boolean {
  try {
    process.kill(pid, 0);
    return true;
  } catch (error) {
    // It lives, and belongs to somebody else.
    return (error as NodeJS.ErrnoException).code === 'EPERM';
  }
}
