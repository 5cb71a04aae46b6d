import { Entry as EntryClass, fromRandomAccessReaderPromise, type Entry, type ZipFile } from 'yauzl';
import type { ArchiveEntry } from '@spare-coat/core/parts/archive/entry';
import { utf8 } from '@spare-coat/core/wire/utf8';
import { ArchiveProblem, ENCRYPTED, HEAD_BYTES, type Walk } from './walkTar.js';
import { WindowReader } from './windowReader.js';

/** Kinds of file in the upper half of what Unix systems write as external attributes. */
const KIND_BITS = 0xf000;
const LINK = 0xa000;
const FOLDER = 0x4000;
const FILE = 0x8000;
/** Longer targets are no links. */
const MOST_TARGET = 4096;

function explain(error: Error): ArchiveProblem {
  const { message } = error;
  if (/end of central directory|unexpected EOF|range/i.test(message))
    return new ArchiveProblem('It is truncated: its table of contents is missing. Download it again.');
  if (/too many bytes|not enough bytes|size mismatch/i.test(message))
    return new ArchiveProblem('It lies about the size of a file in it, so nothing in it is believed.');
  if (/encrypted/i.test(message)) return new ArchiveProblem(ENCRYPTED);
  return new ArchiveProblem(`It is damaged and cannot be read to its end (${message.slice(0, 200)}).`);
}

/** Reads the table of contents: every entry, none of its bytes. */
function readEntries(zip: ZipFile, each: (entry: Entry) => boolean): Promise<void> {
  return new Promise((resolve, reject) => {
    zip.on('entry', (entry: Entry) => {
      try {
        if (each(entry)) zip.readEntry();
        else resolve();
      } catch (error) {
        reject(error as Error);
      }
    });
    zip.on('end', () => resolve());
    zip.on('error', (error: Error) => reject(explain(error)));
    zip.readEntry();
  });
}

/** The bytes of one entry, or as many of them as are asked for. */
function readBytes(zip: ZipFile, entry: Entry, most: number): Promise<Buffer> {
  return new Promise((resolve, reject) => {
    zip.openReadStream(entry, (error, stream) => {
      if (error) {
        reject(explain(error));
        return;
      }
      const pieces: Buffer[] = [];
      let held = 0;
      stream.on('data', (d: Buffer) => {
        pieces.push(d);
        held += d.length;
        if (held >= most) {
          stream.destroy();
          resolve(Buffer.concat(pieces));
        }
      });
      stream.on('end', () => resolve(Buffer.concat(pieces)));
      stream.on('error', (e: Error) => reject(explain(e)));
    });
  });
}

function kindOf(entry: Entry, path: string): ArchiveEntry['kind'] {
  const bits = (entry.externalFileAttributes >>> 16) & KIND_BITS;
  if (bits === LINK) return 'link';
  if (bits === FOLDER || path.endsWith('/')) return 'folder';
  return bits === 0 || bits === FILE ? 'file' : 'device';
}

/** What is needed to read an entry's bytes later: a table of a hundred thousand whole entries would fill memory. */
function slim(raw: Entry): Entry {
  const { relativeOffsetOfLocalHeader, compressedSize, uncompressedSize, compressionMethod } = raw;
  const { generalPurposeBitFlag, crc32 } = raw;
  return Object.assign(Object.create(EntryClass.prototype as object) as Entry, {
    relativeOffsetOfLocalHeader,
    compressedSize,
    uncompressedSize,
    compressionMethod,
    generalPurposeBitFlag,
    crc32,
  });
}

interface Known {
  readonly entry: ArchiveEntry;
  readonly raw: Entry;
}

/** A zip with its table of contents read: it can be gone through any number of times. */
export class ZipArchive {
  private constructor(
    private readonly zip: ZipFile,
    private readonly known: readonly Known[],
  ) {}

  /**
   * Reads the table of contents.
   *
   * @param size bytes of the file
   * @param most entries; more are not read
   * @throws ArchiveProblem with a sentence
   */
  static async open(path: string, size: number, most: number): Promise<ZipArchive> {
    const reader = new WindowReader(path);
    const zip = await fromRandomAccessReaderPromise(reader, size, {
      autoClose: false,
      decodeStrings: false,
    }).catch((error: Error) => {
      throw explain(error);
    });
    const known: Known[] = [];
    let packed = 0;
    await readEntries(zip, (raw) => {
      if (raw.isEncrypted()) throw new ArchiveProblem(ENCRYPTED);
      packed += raw.compressedSize;
      const name = utf8(raw.fileName as unknown as Uint8Array);
      const kind = kindOf(raw, name);
      known.push({
        raw: slim(raw),
        entry: { path: name.replace(/\/+$/, ''), kind, size: raw.uncompressedSize, target: '' },
      });
      return known.length <= most;
    });
    if (packed > size)
      throw new ArchiveProblem(
        'Its entries overlap each other: it was made to fill a disk, and is not read.',
      );
    for (const [i, { entry, raw }] of known.entries())
      if (entry.kind === 'link' && entry.size <= MOST_TARGET)
        known[i] = { raw, entry: { ...entry, target: utf8(await readBytes(zip, raw, MOST_TARGET)) } };
    return new ZipArchive(zip, known);
  }

  /**
   * Goes through all entries, then reads only the files that are wanted. Progress is told in bytes of the file, as far as
   * that can be said of a zip: by files read.
   *
   * @returns remarks: what could not be read
   */
  async walk(size: number, walk: Walk): Promise<string[]> {
    const wanted: (Known & { readonly how: 'all' | 'head' })[] = [];
    for (const { entry, raw } of this.known) {
      const how = walk.entry(entry);
      if (how === 'stop') break;
      if (how !== 'nothing' && entry.kind === 'file' && entry.size > 0) wanted.push({ entry, raw, how });
    }
    let unread = 0;
    for (const [i, { entry, raw, how }] of wanted.entries()) {
      if (raw.compressionMethod === 0 || raw.compressionMethod === 8)
        await walk.bytes(entry, await readBytes(this.zip, raw, how === 'head' ? HEAD_BYTES : Infinity));
      else unread++;
      walk.progress((size * (i + 1)) / wanted.length);
    }
    return unread === 0
      ? []
      : [`${unread} files are packed in a way that is not read here; what they say is missing below.`];
  }

  close(): void {
    this.zip.close();
  }
}
