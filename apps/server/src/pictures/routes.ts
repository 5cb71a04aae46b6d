import { Router, type Request } from 'express';
import { HEADER_BYTES, MAX_BYTES, readPictureHeader } from '@spare-coat/core/measuring/picture/header';
import { putBlob } from '../blobs/store.js';
import type { Db } from '../db/pool.js';
import { Problem } from '../http/problem.js';
import { addJob, type Runner } from '../jobs/queue.js';
import { findPicture } from './normalise.js';

/**
 * `POST /`: takes a PNG or JPEG as the body. Its real type and its size are read from its first bytes before
 * anything is kept. Answers 200 with the picture when the same file was read before, else 202 with a job.
 */
export function pictureRoutes(db: Db, runner: Runner): Router {
  const router = Router();
  router.post('/', async (req, res) => {
    const announced = Number(req.headers['content-length'] ?? 0);
    if (announced > MAX_BYTES) {
      await drain(req);
      throw tooLarge();
    }
    let type = '';
    async function* checked(): AsyncGenerator<Uint8Array> {
      let held: Buffer[] = [];
      let size = 0;
      let known = false;
      const judge = () => {
        const header = readPictureHeader(Buffer.concat(held));
        if (!header.ok)
          throw new Problem(header.code === 'too-large' ? 413 : 415, header.code, header.sentence);
        type = header.type;
        known = true;
      };
      for await (const piece of piecesOf(req)) {
        if (known) {
          yield piece;
          continue;
        }
        held.push(piece);
        size += piece.length;
        if (size < HEADER_BYTES) continue;
        judge();
        yield* held;
        held = [];
      }
      if (!known) {
        judge();
        yield* held;
      }
    }
    let blob;
    try {
      blob = await putBlob(db, checked(), 'application/octet-stream', MAX_BYTES);
    } catch (error) {
      if (error instanceof Problem) {
        await drain(req);
        throw error.code === 'too-large' && error.message.startsWith('The file') ? tooLarge() : error;
      }
      if (req.destroyed && !req.complete)
        throw new Problem(400, 'broken-off', 'The upload was broken off. Nothing was kept.');
      throw error;
    }
    await db.query("update blob set type = $2 where sha256 = $1 and type = 'application/octet-stream'", [
      blob.sha256,
      type,
    ]);
    const known = await findPicture(db, blob.sha256);
    if (known) {
      res.json({ picture: known });
      return;
    }
    const job = await addJob(db, 'picture.normalise', { original: blob.sha256 });
    runner.wake();
    res.status(202).json({ job: job.id });
  });
  return router;
}

/** The body piece by piece; leaving the loop early does not tear the connection down, so that an answer can follow. */
function piecesOf(req: Request): AsyncIterable<Buffer> {
  return req.iterator({ destroyOnReturn: false }) as AsyncIterable<Buffer>;
}

/** The most that is read and thrown away of a refused upload. */
const MOST_DRAINED = 512 * 1024 * 1024;

/** Reads what is still on its way, so that the answer reaches the sender instead of a reset connection. */
async function drain(req: Request): Promise<void> {
  let left = MOST_DRAINED;
  try {
    for await (const piece of piecesOf(req)) {
      left -= piece.length;
      if (left < 0) break;
    }
  } catch {
    // The sender went away: there is nobody left to answer.
  }
}

function tooLarge(): Problem {
  return new Problem(
    413,
    'too-large',
    `The file is larger than ${MAX_BYTES / 1024 / 1024} MB, the most that can be measured.`,
  );
}
