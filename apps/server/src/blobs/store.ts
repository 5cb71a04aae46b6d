import { createHash, randomUUID } from 'node:crypto';
import { Readable } from 'node:stream';
import type { Db, Queryable } from '../db/pool.js';
import { Problem } from '../http/problem.js';

/** At most so many bytes in one row: a large `bytea` would stand in memory several times over. */
export const CHUNK = 1024 * 1024;

export interface Blob {
  readonly sha256: string;
  readonly size: number;
  readonly type: string;
}

/**
 * Streams bytes into chunks and tells them by their SHA-256; the same bytes are kept once. A stream that ends early
 * or goes past `most` leaves nothing behind.
 */
export async function putBlob(
  db: Db,
  bytes: AsyncIterable<Uint8Array>,
  type: string,
  most: number,
): Promise<Blob> {
  const id = randomUUID();
  const hash = createHash('sha256');
  let size = 0;
  let n = 0;
  let held: Uint8Array[] = [];
  let heldSize = 0;
  const flush = async (length: number) => {
    const all = Buffer.concat(held);
    await db.query('insert into blob_chunk (blob_id, n, bytes) values ($1, $2, $3)', [
      id,
      n++,
      all.subarray(0, length),
    ]);
    held = length < all.length ? [all.subarray(length)] : [];
    heldSize = all.length - length;
  };
  await db.query('insert into blob (id, type) values ($1, $2)', [id, type]);
  try {
    for await (const piece of bytes) {
      size += piece.length;
      if (size > most)
        throw new Problem(413, 'too-large', `The file is larger than ${Math.floor(most / 1024 / 1024)} MB.`);
      hash.update(piece);
      held.push(piece);
      heldSize += piece.length;
      while (heldSize >= CHUNK) await flush(CHUNK);
    }
    if (heldSize > 0) await flush(heldSize);
    const sha256 = hash.digest('hex');
    const { rowCount } = await db
      .query(
        'update blob set sha256 = $2, size = $3 where id = $1 and not exists (select 1 from blob where sha256 = $2)',
        [id, sha256, size],
      )
      .catch((error: { code?: string }) => {
        // Two windows sent the same file at once: the other one was faster.
        if (error.code === '23505') return { rowCount: 0 };
        throw error;
      });
    if (rowCount === 0) {
      // Sent again it counts as new, so that it is not collected before it is used.
      await db.query('update blob set sent_at = now() where sha256 = $1', [sha256]);
      await db.query('delete from blob where id = $1', [id]);
    }
    return { sha256, size, type };
  } catch (error) {
    await db.query('delete from blob where id = $1', [id]).catch(() => undefined);
    throw error;
  }
}

/** What is known of a blob, or null. */
export async function findBlob(db: Queryable, sha256: string): Promise<Blob | null> {
  const { rows } = await db.query<Blob>('select sha256, size, type from blob where sha256 = $1', [sha256]);
  return rows[0] ?? null;
}

/** The bytes from `first` to `last` (both included), one chunk in memory at a time. */
export function readBlob(db: Queryable, sha256: string, first: number, last: number): Readable {
  async function* pieces() {
    for (let n = Math.floor(first / CHUNK); n * CHUNK <= last; n++) {
      const { rows } = await db.query<{ bytes: Buffer }>(
        'select c.bytes from blob_chunk c join blob b on b.id = c.blob_id where b.sha256 = $1 and c.n = $2',
        [sha256, n],
      );
      const bytes = rows[0]?.bytes;
      if (!bytes) throw new Error(`chunk ${n} of ${sha256} is missing`);
      yield bytes.subarray(Math.max(0, first - n * CHUNK), Math.min(bytes.length, last - n * CHUNK + 1));
    }
  }
  return Readable.from(pieces());
}

/** A blob whole, for what is known to be small; null where it is not kept. */
export async function wholeBlob(db: Queryable, sha256: string): Promise<Buffer | null> {
  const blob = await findBlob(db, sha256);
  if (!blob) return null;
  const pieces: Buffer[] = [];
  if (blob.size > 0)
    for await (const piece of readBlob(db, sha256, 0, blob.size - 1)) pieces.push(piece as Buffer);
  return Buffer.concat(pieces);
}

/** Removes blobs that no root and no picture uses and that nobody has sent for an hour. @returns how many */
export async function collectBlobs(db: Queryable): Promise<number> {
  const { rowCount } = await db.query(
    `delete from blob b
      where b.sent_at < now() - interval '1 hour'
        and not exists (select 1 from blob_use u where u.sha256 = b.sha256)
        and not exists (select 1 from picture_file f where b.sha256 in (f.original, f.normalised))
        and not exists (select 1 from archive_reading a where b.sha256 in (a.sha256, a.report, a.pictures))`,
  );
  return rowCount ?? 0;
}
