import { execFileSync } from 'node:child_process';
import { mkdirSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { dirname, join } from 'node:path';

/** Packs files with a real program; the form is told by the name. */
export function packed(files: Readonly<Record<string, string | Uint8Array>>, name: string): Buffer {
  const folder = mkdtempSync(join(tmpdir(), 'packed-'));
  try {
    for (const [path, contents] of Object.entries(files)) {
      mkdirSync(dirname(join(folder, 'in', path)), { recursive: true });
      writeFileSync(join(folder, 'in', path), contents);
    }
    const tops = [...new Set(Object.keys(files).map((p) => p.split('/')[0]!))];
    execFileSync('bsdtar', ['-a', '-cf', join(folder, name), '-C', join(folder, 'in'), '--', ...tops], {
      env: { ...process.env, LC_ALL: 'C.UTF-8' },
    });
    return readFileSync(join(folder, name));
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
}

/** A tar whose one entry wants to leave its folder: a header by hand, as no honest program writes it. */
export function leavingTar(path: string): Buffer {
  const header = Buffer.alloc(512);
  header.write(path, 0);
  header.write('0000644\0', 100);
  header.write('0000000\0', 108);
  header.write('0000000\0', 116);
  header.write('00000000001\0', 124);
  header.write('00000000000\0', 136);
  header.write('        ', 148);
  header.write('0', 156);
  header.write('ustar\u000000', 257);
  const sum = header.reduce((a, b) => a + b, 0);
  header.write(`${sum.toString(8).padStart(6, '0')}\0 `, 148);
  const body = Buffer.alloc(512);
  body.write('x');
  return Buffer.concat([header, body, Buffer.alloc(1024)]);
}
