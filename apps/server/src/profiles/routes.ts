import { isId } from '@spare-coat/core/wire/text';
import { Router } from 'express';
import type { Db } from '../db/pool.js';
import { notFound } from '../http/problem.js';
import { findProfile, listProfiles } from './store.js';

/** Host profiles: the newest of each, and any revision that a coat pins. */
export function profileRoutes(db: Db): Router {
  const router = Router();
  router.get('/', async (_req, res) => {
    res.json({ profiles: await listProfiles(db) });
  });
  router.get('/:id/:revision', async (req, res) => {
    const revision = Number(req.params.revision);
    const profile =
      isId(req.params.id) && Number.isInteger(revision) && revision < 2 ** 31
        ? await findProfile(db, req.params.id, revision)
        : null;
    if (!profile) throw notFound('host profile');
    res.json({ profile });
  });
  return router;
}
