import { execFileSync } from 'node:child_process';
import { mkdirSync, mkdtempSync, readFileSync, rmSync, symlinkSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { dirname, join } from 'node:path';
import { pack, type Header } from 'tar-stream';
import { writeXCursor } from '@spare-coat/core/measuring/standards/xCursor';

/** A file's bytes, or where a link points. */
export type Contents = string | Uint8Array | { readonly link: string };

/** Packs files with a real program; the form is told by the name. @param more options, such as a password */
export function packed(
  files: Readonly<Record<string, Contents>>,
  name: string,
  more: readonly string[] = [],
): Buffer {
  const folder = mkdtempSync(join(tmpdir(), 'packed-'));
  try {
    const inside = join(folder, 'in');
    mkdirSync(inside);
    for (const [path, contents] of Object.entries(files)) {
      mkdirSync(dirname(join(inside, path)), { recursive: true });
      if (typeof contents === 'object' && 'link' in contents) symlinkSync(contents.link, join(inside, path));
      else writeFileSync(join(inside, path), contents);
    }
    const out = join(folder, name);
    const tops = [...new Set(Object.keys(files).map((p) => p.split('/')[0]!))];
    execFileSync('bsdtar', ['-a', ...more, '-cf', out, '-C', inside, '--', ...tops], {
      env: { ...process.env, LC_ALL: 'C.UTF-8' },
    });
    return readFileSync(out);
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
}

/** A tar of entries as they are said, however hostile. */
export async function tarOf(
  entries: readonly (Partial<Header> & { name: string; body?: string })[],
): Promise<Buffer> {
  const tar = pack();
  const pieces: Buffer[] = [];
  tar.on('data', (d) => pieces.push(d as Buffer));
  const ended = new Promise<void>((resolve) => tar.on('end', () => resolve()));
  for (const { body, ...header } of entries) tar.entry(header as Header, body ?? '');
  tar.finalize();
  await ended;
  return Buffer.concat(pieces);
}

/** An icon theme's index with one directory a size. */
export function iconIndex(name: string, sizes: readonly number[], inherits = ''): string {
  return [
    '[Icon Theme]',
    `Name=${name}`,
    ...(inherits ? [`Inherits=${inherits}`] : []),
    `Directories=${sizes.map((s) => `${s}x${s}/places`).join(',')}`,
    ...sizes.flatMap((s) => [`[${s}x${s}/places]`, `Size=${s}`, 'Context=Places', 'Type=Fixed']),
  ].join('\n');
}

/** A pointer with so many frames of one size. */
export function pointer(size: number, frames = 1): Uint8Array {
  return writeXCursor(
    Array.from({ length: frames }, () => ({
      nominal: size,
      width: size,
      height: size,
      hotX: 1,
      hotY: 1,
      delay: frames > 1 ? 50 : 0,
      data: new Uint8Array(size * size * 4).fill(200),
    })),
  );
}
