import { nth } from '@spare-coat/core/ground/checked';
import { createHash } from 'node:crypto';
import { createWriteStream, readFileSync } from 'node:fs';
import { open as openFile } from 'node:fs/promises';
import { join } from 'node:path';
import { pipeline } from 'node:stream/promises';
import { open, type Entry, type ZipFile } from 'yauzl';
import {
  ARCHIVE_PATH,
  BundleProblem,
  DOCUMENT_PATH,
  FILE_PATH,
  type Documents,
  type Manifest,
} from '@spare-coat/core/proving/bundle/format';
import { readBundle, readManifest } from '@spare-coat/core/proving/bundle/readBundle';
import { HEADER_BYTES, readPictureHeader } from '@spare-coat/core/measuring/picture/header';
import type { BundleInput, BundleReport } from './reading.js';

/**
 * A process of its own for reading one bundle that somebody else made. What it is told stands on standard input as JSON; it
 * writes lines of JSON: progress, and at the end the report or a sentence. Whoever started it may kill it.
 */
const MOST_ENTRIES = 6000;
const MOST_DOCUMENT = 32 * 1024 * 1024;
const MOST_FILE = 200 * 1024 * 1024;
const MOST_ARCHIVE = 400 * 1024 * 1024;
const MOST_ALL = 2 * 1024 * 1024 * 1024;

const tell = (line: unknown) => process.stdout.write(`${JSON.stringify(line)}\n`);
const input = JSON.parse(readFileSync(0, 'utf8')) as BundleInput;

function mostOf(path: string): number {
  if (DOCUMENT_PATH.test(path)) return MOST_DOCUMENT;
  if (FILE_PATH.test(path)) return MOST_FILE;
  if (ARCHIVE_PATH.test(path)) return MOST_ARCHIVE;
  throw new BundleProblem(
    `It holds something that bundles do not have: ${JSON.stringify(path).slice(0, 90)}.`,
  );
}

function openZip(path: string): Promise<ZipFile> {
  return new Promise((resolve, reject) =>
    open(path, { lazyEntries: true, autoClose: false, strictFileNames: true }, (error, zip) =>
      error ? reject(new BundleProblem('It is no zip, or only a piece of one.')) : resolve(zip),
    ),
  );
}

/** The table of contents. Nothing is unpacked for it. */
function entriesOf(zip: ZipFile): Promise<Map<string, Entry>> {
  const found = new Map<string, Entry>();
  let all = 0;
  return new Promise((resolve, reject) => {
    zip.on('entry', (entry: Entry) => {
      try {
        const { fileName, uncompressedSize, generalPurposeBitFlag } = entry;
        if (found.has(fileName)) throw new BundleProblem(`It holds ${fileName.slice(0, 80)} twice.`);
        if ((generalPurposeBitFlag & 1) !== 0) throw new BundleProblem('It is encrypted with a password.');
        if (uncompressedSize > mostOf(fileName) || (all += uncompressedSize) > MOST_ALL)
          throw new BundleProblem(
            `${fileName.slice(0, 80)} would be larger unpacked than anything a bundle has.`,
          );
        if (found.size >= MOST_ENTRIES) throw new BundleProblem(`It holds more than ${MOST_ENTRIES} files.`);
        found.set(fileName, entry);
        zip.readEntry();
      } catch (error) {
        reject(error as Error);
      }
    });
    zip.on('end', () => resolve(found));
    zip.on('error', () => reject(new BundleProblem('Its table of contents cannot be read.')));
    zip.readEntry();
  });
}

function streamOf(zip: ZipFile, entry: Entry): Promise<NodeJS.ReadableStream> {
  return new Promise((resolve, reject) =>
    zip.openReadStream(entry, (error, stream) =>
      error ? reject(new BundleProblem(`${entry.fileName} cannot be unpacked.`)) : resolve(stream),
    ),
  );
}

async function documentOf(zip: ZipFile, entry: Entry): Promise<{ value: unknown; sha256: string }> {
  const pieces: Buffer[] = [];
  const hash = createHash('sha256');
  try {
    for await (const piece of await streamOf(zip, entry)) {
      pieces.push(piece as Buffer);
      hash.update(piece as Buffer);
    }
    return {
      value: JSON.parse(Buffer.concat(pieces).toString('utf8')) as unknown,
      sha256: hash.digest('hex'),
    };
  } catch (error) {
    if (error instanceof BundleProblem) throw error;
    throw new BundleProblem(`${entry.fileName} is no JSON, or damaged.`);
  }
}

/** Unpacks a file into the private folder. @returns its SHA-256 */
async function fileOf(zip: ZipFile, entry: Entry, path: string): Promise<string> {
  const hash = createHash('sha256');
  try {
    const stream = await streamOf(zip, entry);
    stream.on('data', (piece: Buffer) => hash.update(piece));
    await pipeline(stream, createWriteStream(path, { mode: 0o600 }));
  } catch (error) {
    if (error instanceof BundleProblem) throw error;
    throw new BundleProblem(`${entry.fileName} is damaged.`);
  }
  return hash.digest('hex');
}

/** What a file is by its first bytes: a picture as this application keeps them, or anything else. */
async function pictureOf(path: string): Promise<{ width: number; height: number } | null> {
  const file = await openFile(path);
  try {
    const head = new Uint8Array(HEADER_BYTES);
    const { bytesRead } = await file.read(head, 0, head.length, 0);
    const told = readPictureHeader(head.subarray(0, bytesRead));
    // Eight bits a channel, grey or colour, with or without alpha: what pictures are normalised to.
    const isPlain = head[24] === 8 && [0, 2, 4, 6].includes(nth(head, 25));
    return told.ok && told.type === 'image/png' && isPlain
      ? { width: told.width, height: told.height }
      : null;
  } finally {
    await file.close();
  }
}

async function read(): Promise<BundleReport> {
  const zip = await openZip(input.path);
  const entries = await entriesOf(zip);
  const first = entries.get('manifest.json');
  if (!first) throw new BundleProblem('This is no bundle of Spare Coat: it has no manifest.');
  const manifest: Manifest = readManifest((await documentOf(zip, first)).value);
  const listed = new Map(manifest.files.map((f) => [f.path, f]));
  const documents: Record<string, unknown> = {};
  const files: {
    sha256: string;
    path: string;
    size: number;
    picture: { width: number; height: number } | null;
  }[] = [];
  let done = 0;
  for (const [path, entry] of entries) {
    if (path === 'manifest.json') continue;
    const told = listed.get(path);
    if (!told) throw new BundleProblem(`It holds ${path}, which its manifest does not list.`);
    const name = (FILE_PATH.exec(path) ?? ARCHIVE_PATH.exec(path))?.[1];
    let sha256: string;
    if (name === undefined) {
      const document = await documentOf(zip, entry);
      documents[path] = document.value;
      sha256 = document.sha256;
    } else {
      const to = join(input.folder, String(files.length));
      sha256 = await fileOf(zip, entry, to);
      if (sha256 !== name) throw new BundleProblem(`${path} is not the file that it says it is.`);
      files.push({ sha256, path: to, size: entry.uncompressedSize, picture: await pictureOf(to) });
    }
    if (sha256 !== told.sha256 || entry.uncompressedSize !== told.size)
      throw new BundleProblem(`${path} is damaged: it is not what the manifest says.`);
    tell({ progress: ++done / entries.size });
  }
  for (const path of listed.keys())
    if (!entries.has(path)) throw new BundleProblem(`${path} is missing in it.`);
  const content = readBundle(manifest, documents as Documents);
  const known = new Map(files.map((f) => [f.sha256, f.picture]));
  const { rows } = content;
  for (const picture of rows ? [...Object.values(rows.picture), ...Object.values(rows.capture)] : []) {
    const there = known.get(picture.blob);
    if (there === undefined) throw new BundleProblem(`The picture ${picture.name} is missing in it.`);
    if (!there || there.width !== picture.width || there.height !== picture.height)
      throw new BundleProblem(
        `The picture ${picture.name} is not of ${picture.width} × ${picture.height} pixels.`,
      );
  }
  return { content, files };
}

try {
  tell({ report: await read() });
} catch (error) {
  if (error instanceof BundleProblem) tell({ sentence: error.message });
  else {
    tell({ sentence: 'It cannot be read.' });
    process.stderr.write(String((error as Error).stack));
  }
}
