import { isId } from '@spare-coat/core/ground/ids';
import { Router } from 'express';
import type { Db, Queryable } from '../db/pool.js';
import { notFound } from '../http/problem.js';
import { bringReferenceOver, portCoatTo, originState, previewPort } from './portCoat.js';
import { coatCards, readCardsQuery } from './cards.js';
import { createCoat, runCommand, runUndo, whatChanged, MOST_REVISION } from './commands.js';
import { pastOf } from './past.js';
import { readCoat } from './store.js';
import type { Figures } from './workOut.js';

/** Coats: cards, rows, commands, undo and redo, and what changed since a revision. */
export function coatRoutes(db: Db, figures: Figures): Router {
  const router = Router();
  router.get('/', async (req, res) => {
    res.json(await coatCards(db, figures, readCardsQuery(req.query)));
  });
  router.post('/', async (req, res) => {
    res.status(201).json(await createCoat(db, req.body));
  });
  router.get('/:id', async (req, res) => {
    const { id } = req.params;
    const coat = isId(id) ? await readCoat(db, id) : null;
    if (!coat) throw notFound('coat');
    res.json(coat);
  });
  router.get('/:id/entries', async (req, res) => {
    const { id } = req.params;
    const after = Number(req.query['after'] ?? 0);
    // What is no revision at all stands for the beginning, as one does that is not there yet.
    const since = after >= 0 && after <= MOST_REVISION ? Math.floor(after) : 0;
    res.json(await whatChanged(db, id, since));
  });
  router.get('/:id/past/:element', async (req, res) => {
    res.json(await pastOf(db, req.params.id, req.params.element));
  });
  router.post('/:id/commands', async (req, res) => {
    res.json(await runCommand(db, req.params.id, req.body));
  });
  router.post('/:id/undo', async (req, res) => {
    res.json(await runUndo(db, req.params.id, req.body, 'undo'));
  });
  router.post('/:id/redo', async (req, res) => {
    res.json(await runUndo(db, req.params.id, req.body, 'redo'));
  });
  router.get('/:id/carry-over', async (req, res) => {
    res.json(await previewPort(db, req.params.id, req.query));
  });
  router.post('/:id/carry-over', async (req, res) => {
    res.status(201).json(await portCoatTo(db, req.params.id, req.body));
  });
  router.get('/:id/origin', async (req, res) => {
    await revisionOf(db, req.params.id);
    res.json({ origin: await originState(db, req.params.id) });
  });
  router.post('/:id/origin', async (req, res) => {
    await revisionOf(db, req.params.id);
    await bringReferenceOver(db, req.params.id, req.body);
    res.status(204).end();
  });
  return router;
}

async function revisionOf(db: Queryable, id: string): Promise<number> {
  const { rows } = isId(id)
    ? await db.query<{ revision: number }>("select revision from root where id = $1 and kind = 'coat'", [id])
    : { rows: [] };
  if (!rows[0]) throw notFound('coat');
  return rows[0].revision;
}
