import { createHash } from 'node:crypto';
import { existsSync } from 'node:fs';
import { mkdir, readFile, readdir, stat, writeFile } from 'node:fs/promises';
import { join, relative } from 'node:path';
import { DATA, ROOT } from './folders.mjs';

const SKIP = new Set(['node_modules', 'dist', '.angular', '.data', 'test-results']);

async function* filesBelow(path) {
  const info = await stat(path).catch(() => null);
  if (!info) return;
  if (info.isFile()) {
    yield path;
    return;
  }
  for (const entry of (await readdir(path, { withFileTypes: true })).sort((a, b) =>
    a.name < b.name ? -1 : 1,
  ))
    if (!SKIP.has(entry.name)) yield* filesBelow(join(path, entry.name));
}

/** A hash of everything below the given paths (of the project), names and contents. */
export async function hashOf(paths) {
  const hash = createHash('sha256').update(process.version);
  for (const path of paths)
    for await (const file of filesBelow(join(ROOT, path)))
      hash
        .update(relative(ROOT, file))
        .update('\0')
        .update(await readFile(file));
  return hash.digest('hex');
}

/**
 * Does `work` only when its inputs have changed since it was done last, or what it makes is gone.
 * @returns whether it was done
 */
export async function whenStale(name, inputs, output, work) {
  const stamp = join(DATA, `${name}.sha256`);
  const hash = await hashOf(inputs);
  const known = existsSync(stamp) ? await readFile(stamp, 'utf8') : '';
  if (known === hash && output.every((path) => existsSync(join(ROOT, path)))) return false;
  await work();
  await mkdir(DATA, { recursive: true });
  await writeFile(stamp, hash);
  return true;
}
