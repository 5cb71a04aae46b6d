import { Router, text } from 'express';
import { Readable } from 'node:stream';
import { MAX_PIXELS } from '@spare-coat/core/measuring/picture/header';
import { isDrawing } from '@spare-coat/core/doing/scene/isDrawing';
import { putBlob } from '../blobs/store.js';
import type { Db } from '../db/pool.js';
import { Problem } from '../http/problem.js';
import { addJob, type Runner } from '../jobs/queue.js';
import { findPicture } from '../pictures/normalise.js';
import { loadGlyphs } from './glyphs.js';

/** How long a page may keep the letters: they change with the application only. */
const KEEP_SECONDS = 3600;
/** The drawing of a full desktop has some 300 kB. */
const MOST_BYTES = 8 * 1024 * 1024;

/**
 * What pages need for drawing. `POST /pictures` takes a drawing as SVG and makes the picture of it that instruments measure:
 * 200 with the picture when it was made before, else 202 with a job.
 */
export function drawingRoutes(db: Db, runner: Runner): Router {
  const router = Router();
  router.get('/glyphs', (_req, res) => {
    res.set('Cache-Control', `private, max-age=${KEEP_SECONDS}`).json(loadGlyphs());
  });
  router.post('/pictures', text({ type: () => true, limit: MOST_BYTES }), async (req, res) => {
    const svg = typeof req.body === 'string' ? req.body : '';
    const [width, height] = sizeOf(svg);
    if (width * height === 0 || width * height > MAX_PIXELS || !isDrawing(svg))
      throw new Problem(415, 'not-a-drawing', 'This is no drawing of a desktop.');
    const blob = await putBlob(db, Readable.from([Buffer.from(svg)]), 'image/svg+xml', MOST_BYTES);
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

/** Width and height in pixels as a drawing says them; zeros where it does not. */
function sizeOf(svg: string): [number, number] {
  const head = /^<svg [^>]*>/.exec(svg)?.[0] ?? '';
  const read = (name: string) => Number(new RegExp(` ${name}="(\\d+)"`).exec(head)?.[1] ?? 0);
  return [read('width'), read('height')];
}
