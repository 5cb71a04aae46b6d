import { isId } from '@spare-coat/core/ground/ids';
import { Router } from 'express';
import type { Db } from '../db/pool.js';
import { Problem, notFound } from '../http/problem.js';
import { findProfile, listProfiles, profileRevisions, putOwnProfile } from './store.js';

/** Host profiles: the newest of each, any revision that a coat pins, and one's own. */
export function profileRoutes(db: Db): Router {
  const router = Router();
  router.get('/', async (_req, res) => {
    const rows = await listProfiles(db);
    res.json({
      profiles: rows.map((r) => r.profile),
      own: rows.filter((r) => !r.shipped).map((r) => r.profile.id),
    });
  });
  router.get('/:id/revisions', async (req, res) => {
    const revisions = isId(req.params.id) ? await profileRevisions(db, req.params.id) : [];
    if (revisions.length === 0) throw notFound('host profile');
    res.json({ revisions });
  });
  router.get('/:id/:revision', async (req, res) => {
    const revision = Number(req.params.revision);
    const found =
      isId(req.params.id) && Number.isInteger(revision) && revision < 2 ** 31
        ? await findProfile(db, req.params.id, revision)
        : null;
    if (!found) throw notFound('host profile');
    res.json(found);
  });
  router.put('/:id', async (req, res) => {
    if (!isId(req.params.id)) throw new Problem(400, 'bad-id', 'An id is a UUID in lower case.');
    res.json(await putOwnProfile(db, req.params.id, req.body));
  });
  return router;
}
