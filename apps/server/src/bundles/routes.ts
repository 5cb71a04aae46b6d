import { nth } from '@spare-coat/core/ground/checked';
import { isId } from '@spare-coat/core/ground/ids';
import { Router, type Request, type Response } from 'express';
import type { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { loneBundle } from '@spare-coat/core/proving/bundle/writeBundle';
import type { Part } from '@spare-coat/core/model/parts/part';
import { putBlob } from '../blobs/store.js';
import type { Db } from '../db/pool.js';
import { Problem, notFound } from '../http/problem.js';
import type { Runner } from '../jobs/queue.js';
import { findPart } from '../parts/store.js';
import { findProfile } from '../profiles/store.js';
import { bringIn, bundleOfCoat, previewBundle } from './bundles.js';
import { packBundle } from './pack.js';
import { askToRead } from './worker.js';

/** The most that is taken as a bundle. */
const MOST_BYTES = 1024 * 1024 * 1024;
const MOST_ALONE = 200;

const asked = (req: Request, name: string) => req.query[name] === '1';

/** Sends a bundle under a name that it can be saved by. */
export async function sendZip(res: Response, title: string, zip: Readable): Promise<void> {
  const name = `${title.replace(/[^\p{L}\p{N} ._-]+/gu, ' ').trim() || 'bundle'}.zip`;
  res.set({
    'Content-Type': 'application/zip',
    'Content-Disposition': `attachment; filename="bundle.zip"; filename*=UTF-8''${encodeURIComponent(name)}`,
  });
  await pipeline(zip, res);
}

/** `POST /`: takes a bundle, and answers with the job that reads it. It stands before the parsers of bodies. */
export function bundleIntake(db: Db, runner: Runner): Router {
  const router = Router();
  router.post('/', async (req, res) => {
    const blob = await putBlob(db, req, 'application/zip', MOST_BYTES);
    if (blob.size === 0) throw new Problem(422, 'unreadable-bundle', 'The file is empty.');
    res.status(202).json({ job: await askToRead(db, runner, blob.sha256) });
  });
  return router;
}

/** Bundles: what one would bring, taking it in, and making one of a coat, of parts, or of a host profile. */
export function bundleRoutes(db: Db): Router {
  const router = Router();
  router.get('/of/coat/:id', async (req, res) => {
    const { title, zip } = await bundleOfCoat(db, req.params.id, {
      own: asked(req, 'own'),
      host: asked(req, 'host'),
      archives: asked(req, 'archives'),
    });
    await sendZip(res, title, zip);
  });
  router.get('/of/parts', async (req, res) => {
    const ids = String(req.query['ids'] ?? '')
      .split(',')
      .filter(isId)
      .slice(0, MOST_ALONE);
    const parts: Part[] = [];
    for (const id of ids) {
      const found = await findPart(db, id);
      if (!found) throw notFound('part');
      parts.push(found.data);
    }
    if (parts.length === 0) throw notFound('part');
    const title = parts.length === 1 ? nth(parts, 0).name : `${parts.length} parts`;
    await sendZip(res, title, await packBundle(db, 'parts', title, loneBundle(parts, null), []));
  });
  router.get('/of/profile/:id', async (req, res) => {
    const found = isId(req.params.id) ? await findProfile(db, req.params.id) : null;
    if (!found) throw notFound('profile');
    const title = `${found.profile.name} ${found.profile.version}`;
    await sendZip(res, title, await packBundle(db, 'profile', title, loneBundle([], found.profile), []));
  });
  router.get('/:sha', async (req, res) => {
    res.json(await previewBundle(db, req.params.sha));
  });
  router.post('/:sha/coat', async (req, res) => {
    res.status(201).json(await bringIn(db, req.params.sha, req.body));
  });
  return router;
}
