import { createHash } from 'node:crypto';
import type { Readable } from 'node:stream';
import { ZipFile } from 'yazl';
import {
  BUNDLE_FORMAT,
  BUNDLE_VERSION,
  type BundleFile,
  type BundleWhat,
  type Documents,
  type Manifest,
} from '@spare-coat/core/proving/bundle/format';
import { findBlob, readBlob } from '../blobs/store.js';
import type { Db } from '../db/pool.js';

/** Zips carry a time for each entry: always the same, so that equal bundles are equal to the byte. */
const TIME = new Date(Date.UTC(2026, 0, 1));
const options = { mtime: TIME, mode: 0o100644 };

/**
 * A bundle as a zip, streamed: documents, files by their SHA-256, and a manifest that lists them all.
 *
 * @param files SHA-256s of what lies beside the documents; those that are not kept here any more are left out
 */
export async function packBundle(
  db: Db,
  what: BundleWhat,
  title: string,
  documents: Documents,
  files: readonly string[],
  archives: readonly string[] = [],
): Promise<Readable> {
  const zip = new ZipFile();
  const listed: BundleFile[] = [];
  for (const [path, document] of Object.entries(documents)) {
    const bytes = Buffer.from(JSON.stringify(document, null, 1));
    listed.push({ path, sha256: createHash('sha256').update(bytes).digest('hex'), size: bytes.length });
    zip.addBuffer(bytes, path, options);
  }
  const add = async (sha256: string, folder: string) => {
    const blob = await findBlob(db, sha256);
    if (!blob) return;
    const { size } = blob;
    const path = `${folder}/${sha256}`;
    listed.push({ path, sha256, size });
    // Pictures and archives are packed as well as they will be.
    zip.addReadStreamLazy(path, { ...options, compress: false, size }, (done) =>
      done(null, readBlob(db, sha256, 0, size - 1)),
    );
  };
  for (const sha256 of files) await add(sha256, 'files');
  for (const sha256 of archives) await add(sha256, 'archives');
  const manifest: Manifest = {
    format: BUNDLE_FORMAT,
    version: BUNDLE_VERSION,
    what,
    title,
    made: new Date().toISOString().slice(0, 10),
    files: listed,
  };
  zip.addBuffer(Buffer.from(JSON.stringify(manifest, null, 1)), 'manifest.json', options);
  zip.end();
  return zip.outputStream as Readable;
}
