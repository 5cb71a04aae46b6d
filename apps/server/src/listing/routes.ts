import { nth } from '@spare-coat/core/ground/checked';
import { Router, type Request } from 'express';
import semver from 'semver';
import { readListedDetails, readListedPage, type ListedUpdate } from '@spare-coat/core/model/parts/listing';
import { findBlob } from '../blobs/store.js';
import type { Db } from '../db/pool.js';
import { Problem } from '../http/problem.js';
import { addJob, dropJob, type Runner } from '../jobs/queue.js';
import { askJson } from './client.js';
import { partsFromListing } from './store.js';

const KEY = /^[a-z0-9][a-z0-9-]{0,80}$/;
/** So many parts are followed at once; more would be a burden on the listing. */
const MOST_FOLLOWED = 100;
const AT_ONCE = 4;

/** Whether one version comes after another; versions that are no numbers only differ. */
function isNewer(theirs: string, ours: string): boolean {
  const [a, b] = [semver.coerce(theirs), semver.coerce(ours)];
  return a && b ? semver.gt(a, b) : theirs !== ours;
}

/** An online listing of parts: search, one part, bring a file in, follow what came from there. */
export function listingRoutes(db: Db, runner: Runner, listing: string | null): Router {
  const router = Router();
  const rootUrl = (): URL => {
    if (listing === null) throw new Problem(503, 'no-listing', 'No online listing is set up here.');
    return new URL(listing);
  };
  /** Aborted when whoever asked has gone away. */
  const gone = (req: Request): AbortSignal => {
    const control = new AbortController();
    req.on('close', () => {
      if (!req.complete || req.destroyed) control.abort();
    });
    return control.signal;
  };

  router.get('/', async (req, res) => {
    const url = new URL('/parts', rootUrl());
    for (const name of ['words', 'category', 'page', 'order']) {
      const value = req.query[name];
      if (typeof value === 'string' && value !== '') url.searchParams.set(name, value.slice(0, 200));
    }
    res.json(await askJson(url, readListedPage, gone(req)));
  });
  router.get('/updates', async (req, res) => {
    const root = rootUrl();
    const followed = (await partsFromListing(db, root.host)).slice(0, MOST_FOLLOWED);
    const updates: ListedUpdate[] = [];
    const problems: { name: string; sentence: string }[] = [];
    const signal = gone(req);
    const look = async ({ id, name, version, key }: (typeof followed)[number]) => {
      try {
        const details = await askJson(
          new URL(`/parts/${encodeURIComponent(key)}`, root),
          readListedDetails,
          signal,
        );
        const newest = nth(details.versions, 0);
        if (isNewer(newest.version, version))
          updates.push({ partId: id, name, have: version, version: newest, key });
      } catch (error) {
        if (!(error instanceof Problem)) throw error;
        problems.push({ name, sentence: error.message });
      }
    };
    for (let i = 0; i < followed.length; i += AT_ONCE)
      await Promise.all(followed.slice(i, i + AT_ONCE).map(look));
    res.json({ updates, problems, followed: followed.length });
  });
  router.get('/:key', async (req, res) => {
    const root = rootUrl();
    if (!KEY.test(req.params.key))
      throw new Problem(404, 'not-found', 'There is no such part on the listing.');
    const details = await askJson(new URL(`/parts/${req.params.key}`, root), readListedDetails, gone(req));
    res.json({ details, from: root.host, root: root.origin });
  });
  router.post('/:key/fetch', async (req, res) => {
    const { version } = (req.body ?? {}) as { version?: unknown };
    if (!KEY.test(req.params.key) || typeof version !== 'string' || version.length > 40)
      throw new Problem(400, 'bad-request', 'Say which version of which part.');
    rootUrl();
    const input = { key: req.params.key, version };
    let job = await addJob(db, 'listing.fetch', input);
    if (job.state === 'done' && !(await findBlob(db, (job.result as { sha256: string }).sha256))) {
      await dropJob(db, job.id);
      job = await addJob(db, 'listing.fetch', input);
    }
    runner.wake();
    res.status(202).json({ job: job.id });
  });
  return router;
}
