import { isId } from '@spare-coat/core/wire/text';
import { Router } from 'express';
import type { Db } from '../db/pool.js';
import { notFound } from '../http/problem.js';
import { bringReferenceOver, carryCoatOver, originState, previewCarryOver } from './carryOver.js';
import { coatCards } from './cards.js';
import { createCoat, runCommand, runUndo } from './commands.js';
import { entriesAfter, loadRows, undoState } from './store.js';

/** Coats: cards, rows, commands, undo and redo, and what changed since a revision. */
export function coatRoutes(db: Db): Router {
  const router = Router();
  router.get('/', async (_req, res) => {
    res.json({ coats: await coatCards(db) });
  });
  router.post('/', async (req, res) => {
    res.status(201).json(await createCoat(db, req.body));
  });
  router.get('/:id', async (req, res) => {
    const revision = await revisionOf(db, req.params.id);
    const rows = await loadRows(db, req.params.id);
    res.json({ revision, rows, ...(await undoState(db, req.params.id)) });
  });
  router.get('/:id/entries', async (req, res) => {
    const revision = await revisionOf(db, req.params.id);
    const after = Number(req.query['after'] ?? 0);
    const entries = await entriesAfter(db, req.params.id, Number.isInteger(after) ? after : 0);
    res.json({ revision, entries, ...(await undoState(db, req.params.id)) });
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
    res.json(await previewCarryOver(db, req.params.id, req.query));
  });
  router.post('/:id/carry-over', async (req, res) => {
    res.status(201).json(await carryCoatOver(db, req.params.id, req.body));
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

async function revisionOf(db: Db, id: string): Promise<number> {
  const { rows } = isId(id)
    ? await db.query<{ revision: number }>("select revision from root where id = $1 and kind = 'coat'", [id])
    : { rows: [] };
  if (!rows[0]) throw notFound('coat');
  return rows[0].revision;
}
