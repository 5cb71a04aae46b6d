import { isSha } from '@spare-coat/core/ground/ids';
import { pipeline } from 'node:stream/promises';
import { Router } from 'express';
import type { Db } from '../db/pool.js';
import { notFound } from '../http/problem.js';
import { findBlob, readBlob } from './store.js';

/** `GET /:sha`: the bytes of a blob, whole or a range. They never change, so they may be kept for ever. */
export function blobRoutes(db: Db): Router {
  const router = Router();
  router.get('/:sha', async (req, res) => {
    const { sha } = req.params;
    const blob = isSha(sha) ? await findBlob(db, sha) : null;
    if (!blob) throw notFound('file');
    res.set({
      'Content-Type': blob.type,
      'Accept-Ranges': 'bytes',
      ETag: `"${sha}"`,
      'Cache-Control': 'private, max-age=31536000, immutable',
      'Cross-Origin-Resource-Policy': 'same-origin',
    });
    // Bytes under a SHA-256 never change: whoever has them has them, whatever their cache was told to ask.
    if (req.headers['if-none-match']?.includes(sha)) {
      res.status(304).end();
      return;
    }
    const ranges = req.range(blob.size, { combine: true });
    if (ranges === -1) {
      res.status(416).set('Content-Range', `bytes */${blob.size}`).end();
      return;
    }
    const one =
      Array.isArray(ranges) && ranges.type === 'bytes' && ranges.length === 1 ? ranges[0] : undefined;
    const first = one?.start ?? 0;
    const last = one?.end ?? blob.size - 1;
    if (one) res.status(206).set('Content-Range', `bytes ${first}-${last}/${blob.size}`);
    res.set('Content-Length', String(last - first + 1));
    if (req.method === 'HEAD' || blob.size === 0) {
      res.end();
      return;
    }
    await pipeline(readBlob(db, sha, first, last), res).catch((error: NodeJS.ErrnoException) => {
      // The reader went away: nothing to tell it.
      if (error.code !== 'ERR_STREAM_PREMATURE_CLOSE') throw error;
    });
  });
  return router;
}
