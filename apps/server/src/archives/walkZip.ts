import { crc32, inflateRawSync } from 'node:zlib';
import { Entry as EntryClass, fromRandomAccessReaderPromise, type Entry, type ZipFile } from 'yauzl';
import type { ArchiveEntry } from '@spare-coat/core/deciding/archives/entry';
import { utf8 } from '@spare-coat/core/ground/utf8';
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

const damaged = (path: string) =>
  new ArchiveProblem(
    `It is damaged: the checksum of ${path.slice(0, 200)} is not that of what is in it. Download it again.`,
  );

/** The bytes of one entry, or as many of them as are asked for; all of it is held against its checksum. */
function readBytes(zip: ZipFile, entry: Entry, path: string, most: number): Promise<Buffer> {
  return new Promise((resolve, reject) => {
    zip.openReadStream(entry, (error, stream) => {
      if (error) {
        reject(explain(error));
        return;
      }
      const pieces: Buffer[] = [];
      let held = 0;
      let sum = 0;
      stream.on('data', (d: Buffer) => {
        sum = crc32(d, sum);
        if (held < most) pieces.push(d);
        held += d.length;
      });
      stream.on('end', () => {
        if (sum === entry.crc32) resolve(Buffer.concat(pieces));
        else reject(damaged(path));
      });
      stream.on('error', (e: Error) => reject(explain(e)));
    });
  });
}

/** Entries up to this size are unpacked in one go, which saves a stream for each of a hundred thousand icons. */
const IN_ONE_GO = 4 * 1024 * 1024;
/** Behind its name and more a local header has the bytes. Source: APPNOTE 6.3.10, section 4.3.7. */
const LOCAL_HEADER = 30;
const LOCAL_SIGN = 0x04034b50;

/** The bytes of a small entry, held against their checksum. @throws ArchiveProblem with a sentence */
function readAtOnce(reader: WindowReader, raw: Entry, path: string): Buffer {
  const header = reader.bytes(raw.relativeOffsetOfLocalHeader, LOCAL_HEADER);
  if (header.readUInt32LE(0) !== LOCAL_SIGN) throw damaged(path);
  const at =
    raw.relativeOffsetOfLocalHeader + LOCAL_HEADER + header.readUInt16LE(26) + header.readUInt16LE(28);
  const packed = reader.bytes(at, raw.compressedSize);
  let bytes: Buffer;
  try {
    bytes =
      raw.compressionMethod === 0
        ? packed
        : inflateRawSync(packed, { maxOutputLength: Math.max(1, raw.uncompressedSize) });
  } catch {
    throw damaged(path);
  }
  if (bytes.length !== raw.uncompressedSize)
    throw new ArchiveProblem('It lies about the size of a file in it, so nothing in it is believed.');
  if (crc32(bytes) !== raw.crc32) throw damaged(path);
  return bytes;
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

/** Ways of packing that a zip may use and that are not read here, by their numbers in the zip format's own list. */
const METHODS: Readonly<Record<number, string>> = {
  9: 'Deflate64',
  12: 'bzip2',
  14: 'LZMA',
  93: 'Zstandard',
  95: 'xz',
};

interface Known {
  readonly entry: ArchiveEntry;
  readonly raw: Entry;
}

/** A zip with its table of contents read: it can be gone through any number of times. */
export class ZipArchive {
  /** Whether every file was held against its checksum. */
  private checked = false;

  private constructor(
    private readonly zip: ZipFile,
    private readonly reader: WindowReader,
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
        known[i] = {
          raw,
          entry: { ...entry, target: utf8(await readBytes(zip, raw, entry.path, MOST_TARGET)) },
        };
    return new ZipArchive(zip, reader, known);
  }

  /**
   * Goes through all entries, then reads only the files that are wanted. Progress is told in bytes of the file, as far as
   * that can be said of a zip: by files read.
   *
   * @throws ArchiveProblem where what is wanted cannot be read
   */
  async walk(size: number, walk: Walk): Promise<void> {
    const wanted: (Known & { readonly how: 'all' | 'head' | 'nothing' })[] = [];
    for (const { entry, raw } of this.known) {
      const how = walk.entry(entry);
      if (how === 'stop') break;
      // What nobody wants to see is held against its checksum once all the same: damage anywhere is damage.
      if (entry.kind === 'file' && entry.size > 0 && (how !== 'nothing' || !this.checked))
        wanted.push({ entry, raw, how });
    }
    for (const [i, { entry, raw, how }] of wanted.entries()) {
      if (raw.compressionMethod === 0 || raw.compressionMethod === 8) {
        const most = how === 'head' ? HEAD_BYTES : how === 'all' ? Infinity : 0;
        const bytes =
          entry.size <= IN_ONE_GO && raw.compressedSize <= IN_ONE_GO
            ? readAtOnce(this.reader, raw, entry.path)
            : await readBytes(this.zip, raw, entry.path, most);
        if (how !== 'nothing')
          await walk.bytes(entry, how === 'head' ? bytes.subarray(0, HEAD_BYTES) : bytes);
      } else if (how !== 'nothing')
        // What is judged without its evidence would be told wrongly, and with confidence.
        throw new ArchiveProblem(
          `It is packed by ${METHODS[raw.compressionMethod] ?? `method ${raw.compressionMethod}`}, which is not read here. Unpack it yourself, and pack it as an ordinary zip or as a tar.`,
        );
      if (i % 256 === 0) walk.progress((size * (i + 1)) / wanted.length);
    }
    this.checked = true;
  }

  close(): void {
    this.zip.close();
  }
}
