import { Router } from 'express';
import { readRackQuery } from '@spare-coat/core/proving/rack/search';
import { findBlob, readBlob } from '../blobs/store.js';
import { sendZip } from '../bundles/routes.js';
import { askToRead } from '../bundles/worker.js';
import { factsOfCoat } from '../coats/figures.js';
import type { Figures } from '../coats/workOut.js';
import type { Db } from '../db/pool.js';
import { notFound } from '../http/problem.js';
import type { Runner } from '../jobs/queue.js';
import { lookThrough, RACK_PLACES } from './library.js';
import { putMark, removeMark } from './marks.js';
import { publish, withdraw } from './publish.js';
import { findItem, findVersion, onRack } from './store.js';

/** The rack: searching the library, one thing with its versions, putting a coat on it, and what readers say. */
export function rackRoutes(db: Db, runner: Runner, figures: Figures): Router {
  const router = Router();
  router.get('/', async (req, res) => {
    const place = RACK_PLACES.find((p) => p === req.query['place']) ?? 'rack';
    const query = readRackQuery((name) => {
      const value = req.query[name];
      return typeof value === 'string' ? value : null;
    });
    res.json(await lookThrough(db, figures, place, query));
  });
  router.get('/of/:coat', async (req, res) => {
    res.json({ item: await onRack(db, req.params.coat) });
  });
  router.get('/coats/:coat', async (req, res) => {
    res.json(await factsOfCoat(db, req.params.coat));
  });
  router.get('/:id', async (req, res) => {
    res.json(await findItem(db, req.params.id));
  });
  router.put('/:id', async (req, res) => {
    res.status(201).json(await publish(db, req.params.id, req.body));
  });
  router.post('/:id/withdraw', async (req, res) => {
    await withdraw(db, req.params.id, req.body);
    res.status(204).end();
  });
  router.get('/:id/versions/:version', async (req, res) => {
    const { facts, elements, sheet } = await findVersion(db, req.params.id, req.params.version);
    res.json({ facts, elements, sheet });
  });
  router.get('/:id/versions/:version/bundle', async (req, res) => {
    const { name, bundle } = await findVersion(db, req.params.id, req.params.version);
    const blob = await findBlob(db, bundle);
    if (!blob) throw notFound('bundle');
    res.set('Content-Length', String(blob.size));
    await sendZip(res, `${name} ${req.params.version}`, readBlob(db, bundle, 0, blob.size - 1));
  });
  router.post('/:id/versions/:version/read', async (req, res) => {
    const { bundle } = await findVersion(db, req.params.id, req.params.version);
    res.status(202).json({ job: await askToRead(db, runner, bundle) });
  });
  router.put('/:id/marks/:mark', async (req, res) => {
    await putMark(db, req.params.id, req.params.mark, req.body);
    res.status(204).end();
  });
  router.delete('/:id/marks/:mark', async (req, res) => {
    await removeMark(db, req.params.id, req.params.mark);
    res.status(204).end();
  });
  return router;
}
