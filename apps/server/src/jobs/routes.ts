import { isId } from '@spare-coat/core/ground/ids';
import { Router } from 'express';
import type { Db } from '../db/pool.js';
import { Problem, notFound } from '../http/problem.js';
import { cancelJob, findJob, JOB_DAYS, type Runner } from './queue.js';

/** `GET /:id` tells how a job stands; `DELETE /:id` asks it to stop. */
export function jobRoutes(db: Db, runner: Runner): Router {
  const router = Router();
  router.get('/:id', async (req, res) => {
    const job = isId(req.params.id) ? await findJob(db, req.params.id) : null;
    if (!job)
      throw new Problem(
        404,
        'not-found',
        `There is no such work. What was worked out is kept for ${JOB_DAYS} days.`,
      );
    const { input: _, ...told } = job;
    res.json(told);
  });
  router.delete('/:id', async (req, res) => {
    if (!isId(req.params.id) || !(await findJob(db, req.params.id))) throw notFound('job');
    await cancelJob(db, req.params.id);
    // Another server that works on it learns of it at its next heartbeat.
    runner.drop(req.params.id);
    res.status(204).end();
  });
  return router;
}
