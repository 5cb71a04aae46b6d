import { createHash } from 'node:crypto';
import { createReadStream } from 'node:fs';
import { open } from 'node:fs/promises';
import type { ListedVersion } from '@spare-coat/core/model/parts/listing';
import { Problem } from '../http/problem.js';
import { PATIENCE, TryAgain, ask, withRetries, type Patience } from './client.js';

const MOST_BYTES = 512 * 1024 * 1024;
/** What arrives with another checksum is asked for once more from its beginning, then told. */
const MOST_RESTARTS = 1;

async function sha256Of(path: string): Promise<string> {
  const hash = createHash('sha256');
  for await (const piece of createReadStream(path)) hash.update(piece as Buffer);
  return hash.digest('hex');
}

/**
 * Downloads a file of the listing: goes on where a connection was cut, begins anew where that cannot be, and believes
 * only what has the listed checksum.
 *
 * @param to where it is written to, in a private folder
 * @param progress told the share that is there, 0 to 1
 * @throws Problem with a sentence
 */
export async function download(
  root: URL,
  version: ListedVersion,
  to: string,
  signal: AbortSignal,
  progress: (share: number) => void,
  patience: Patience = PATIENCE,
): Promise<void> {
  const url = new URL(version.path, root);
  if (url.origin !== root.origin)
    throw new Problem(
      502,
      'listing-elsewhere',
      'The listing sends elsewhere for its file; it is not followed.',
    );
  if (version.size > MOST_BYTES) throw new Problem(413, 'too-large', 'The file is larger than 512 MB.');
  let have = 0;
  let etag: string | null = null;
  let restarts = 0;
  const file = await open(to, 'w', 0o600);
  try {
    await withRetries(patience, signal, async () => {
      const resume: Record<string, string> =
        have > 0 && etag !== null ? { Range: `bytes=${have}-`, 'If-Range': etag } : {};
      const response = await ask(url, patience, signal, resume);
      if (response.status === 200) have = 0;
      etag = response.headers.get('etag');
      await file.truncate(have);
      try {
        for await (const piece of response.body ?? []) {
          const bytes = piece as Uint8Array;
          if (have + bytes.length > MOST_BYTES)
            throw new Problem(413, 'too-large', 'The file is larger than 512 MB.');
          await file.write(bytes, 0, bytes.length, have);
          have += bytes.length;
          progress(Math.min(1, have / Math.max(1, version.size)));
        }
      } catch (error) {
        if (error instanceof Problem) throw error;
        throw new TryAgain('listing-cut', 'The connection was cut in the middle of the download.');
      }
      if (have < version.size) throw new TryAgain('listing-cut', 'The download ended before the file did.');
      if ((await sha256Of(to)) === version.sha256) return;
      have = 0;
      etag = null;
      const sentence =
        'What arrives is not what the listing says it is: its checksum differs. It was not kept. The file may have been changed, or the listing is wrong.';
      if (restarts++ < MOST_RESTARTS) throw new TryAgain('wrong-checksum', sentence);
      throw new Problem(502, 'wrong-checksum', sentence);
    });
  } finally {
    await file.close();
  }
}
