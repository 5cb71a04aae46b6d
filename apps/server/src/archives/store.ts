import { randomUUID } from 'node:crypto';
import type { ArchiveQuestion } from '@spare-coat/core/proving/wire/parts';
import type { Queryable } from '../db/pool.js';

/** What a reading depends on: the bytes, the host, and which icons are to be shown. */
export interface ReadingInput extends ArchiveQuestion {
  readonly sha256: string;
}

export interface KeptReading {
  readonly id: string;
  /** Blobs of the report and of the pictures taken out. */
  readonly report: string;
  readonly pictures: string;
}

/** Keeps a reading's report and pictures from being collected for as long as it is kept itself. */
export async function putReading(
  db: Queryable,
  input: ReadingInput,
  report: string,
  pictures: string,
): Promise<string> {
  const id = randomUUID();
  await db.query(
    'insert into archive_reading (id, sha256, file, report, pictures) values ($1, $2, $3, $4, $5)',
    [id, input.sha256, input.file, report, pictures],
  );
  return id;
}

export async function findReading(db: Queryable, id: string): Promise<KeptReading | null> {
  const { rows } = await db.query<KeptReading>(
    'select id, report, pictures from archive_reading where id = $1',
    [id],
  );
  return rows[0] ?? null;
}

/** Forgets readings that are older than a week; the archives that parts keep stay. @returns how many */
export async function forgetReadings(db: Queryable): Promise<number> {
  const { rowCount } = await db.query(
    "delete from archive_reading where read_at < now() - interval '7 days'",
  );
  return rowCount ?? 0;
}
