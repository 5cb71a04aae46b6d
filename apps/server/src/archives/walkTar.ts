import { nth } from '@spare-coat/core/ground/checked';
import { spawn } from 'node:child_process';
import { createReadStream } from 'node:fs';
import { pipeline } from 'node:stream/promises';
import { createGunzip } from 'node:zlib';
import { extract, type Header } from 'tar-stream';
import type { ArchiveEntry } from '@spare-coat/core/deciding/archives/entry';

/** An archive that cannot be read, with a sentence that says why. */
export class ArchiveProblem extends Error {}

/** What one walk through an archive is told. */
export interface Walk {
  /** Every entry as it comes. Says how much of its bytes is wanted; `stop` ends the walk. */
  entry(entry: ArchiveEntry): 'all' | 'head' | 'nothing' | 'stop';
  /** The bytes that were wanted. The walk goes on when the promise is kept. */
  bytes(entry: ArchiveEntry, bytes: Buffer): void | Promise<void>;
  /** Bytes of the archive that were read so far. */
  progress(read: number): void;
}

export const ENCRYPTED = 'It is encrypted with a password. Unpack it yourself and drop in what comes out.';

/** Of a picture so much is enough for its size. */
export const HEAD_BYTES = 64 * 1024;
/** Address space of the reading program in kilobytes: dictionaries of the hardest settings fit, a bomb does not. */
const MOST_ADDRESS_KB = 1_200_000;
/** It would stop at the first name outside ASCII in any other locale. */
const ENV = { PATH: process.env['PATH'], LC_ALL: 'C.UTF-8' };

const KINDS: Readonly<Record<string, ArchiveEntry['kind']>> = {
  file: 'file',
  'contiguous-file': 'file',
  directory: 'folder',
  symlink: 'link',
  link: 'hard link',
};

export function entryOf(header: Pick<Header, 'name' | 'type' | 'size' | 'linkname'>): ArchiveEntry {
  return {
    path: header.name.replace(/\/+$/, ''),
    kind: KINDS[header.type ?? 'file'] ?? 'device',
    size: header.size ?? 0,
    target: header.linkname ?? '',
  };
}

/** What the reading program said when it gave up, for the person. */
function explain(stderr: string): string {
  if (/bsdtar: not found/.test(stderr))
    return 'The program that reads archives is not installed here: bsdtar, of the package libarchive-tools.';
  if (/passphrase|encrypted/i.test(stderr)) return ENCRYPTED;
  if (/Unrecognized archive format/i.test(stderr)) return 'It is compressed, but there is no archive inside.';
  if (/truncated|unexpected end|premature/i.test(stderr))
    return 'It is truncated: it ends in the middle. Download it again.';
  if (/can't be converted from UTF-8/i.test(stderr))
    return 'Names in it are not UTF-8, so nobody can tell what the files are called.';
  if (/memory|Cannot allocate/i.test(stderr)) return 'It asks for more memory than any theme needs.';
  const line = nth(stderr.split('\n'), 0)
    .replace(/^bsdtar: /, '')
    .slice(0, 200);
  return `It is damaged and cannot be read to its end${line ? ` (${line})` : ''}.`;
}

/**
 * Reads any archive that libarchive knows as one stream of entries. The program that reads runs by itself, with a limit
 * on memory, and writes nothing but that stream.
 *
 * @param gzipped whether it is packed by gzip
 * @throws ArchiveProblem with a sentence
 */
export async function walkTar(path: string, walk: Walk, gzipped = false): Promise<void> {
  const child = spawn('/bin/sh', ['-c', `ulimit -v ${MOST_ADDRESS_KB}; exec bsdtar -cf - @-`], {
    stdio: ['pipe', 'pipe', 'pipe'],
    env: ENV,
  });
  let told = '';
  let stopped = false;
  child.stderr.on('data', (d: Buffer) => (told = (told + d.toString()).slice(0, 4000)));
  const ended = new Promise<number | null>((resolve, reject) => {
    child.on('close', resolve);
    child.on('error', reject);
  });
  ended.catch(() => undefined);
  let read = 0;
  const source = createReadStream(path, { highWaterMark: 256 * 1024 });
  source.on('data', (d) => walk.progress((read += d.length)));
  // libarchive takes no notice of the checksum of gzip: it is unpacked here, where it is held against what came out.
  let damage: string | null = null;
  const fed = (gzipped ? pipeline(source, createGunzip(), child.stdin) : pipeline(source, child.stdin)).catch(
    (error: NodeJS.ErrnoException) => {
      if (!gzipped || !error.code?.startsWith('Z_')) return;
      damage =
        error.code === 'Z_BUF_ERROR'
          ? 'It is truncated: it ends in the middle. Download it again.'
          : 'It is damaged: its checksum is not that of what is in it. Download it again.';
      child.stdin.destroy();
    },
  );
  const entries = extract();
  entries.on('entry', (header, stream, next) => {
    const entry = entryOf(header);
    const wanted = stopped ? 'stop' : walk.entry(entry);
    if (wanted === 'stop') {
      stopped = true;
      child.kill('SIGKILL');
      entries.destroy();
      return;
    }
    if (wanted === 'nothing' || entry.size === 0) {
      stream.resume();
      next();
      return;
    }
    const pieces: Buffer[] = [];
    let held = 0;
    stream.on('data', (d) => {
      if (wanted === 'head' && held >= HEAD_BYTES) return;
      // The stream's own buffer is used again: what is kept is copied.
      const piece = Buffer.from(d as Uint8Array);
      pieces.push(piece);
      held += piece.length;
    });
    stream.on('end', () => {
      Promise.resolve(walk.bytes(entry, Buffer.concat(pieces))).then(
        () => next(),
        (error: Error) => entries.destroy(error),
      );
    });
  });
  try {
    await pipeline(child.stdout, entries).catch((error: Error) => {
      // What the reading program says is told below; a stream that breaks off has no reason of its own.
      if (!stopped && !/unexpected|premature|header/i.test(error.message)) throw error;
    });
    await fed;
    const code = await ended;
    if (stopped) return;
    if (damage !== null) throw new ArchiveProblem(damage);
    const harmless = told
      .split('\n')
      .every((line) => line === '' || /Can't translate pathname|exit delayed/i.test(line));
    if (code !== 0 && !(harmless && /Can't translate/i.test(told))) throw new ArchiveProblem(explain(told));
  } finally {
    child.kill('SIGKILL');
    source.destroy();
  }
}
