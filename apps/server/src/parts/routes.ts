import { PART_SORTS } from '@spare-coat/core/parts/part';
import { findKind } from '@spare-coat/core/reference/kinds/registry';
import { isId } from '@spare-coat/core/wire/text';
import { Router } from 'express';
import type { Db } from '../db/pool.js';
import { Problem, notFound } from '../http/problem.js';
import { findPart, partsServing, searchParts } from './store.js';

const PAGE = 50;

const text = (value: unknown) => (typeof value === 'string' ? value : '');

/** The catalogue: search, one part, and the offers that a coat's elements can be matched with. */
export function partRoutes(db: Db): Router {
  const router = Router();
  router.get('/', async (req, res) => {
    const sort = text(req.query['sort']);
    const kind = text(req.query['kind']);
    const [afterId, ...afterName] = text(req.query['after']).split(' ');
    if (sort && !(PART_SORTS as readonly string[]).includes(sort))
      throw new Problem(400, 'unknown-sort', 'This sort of part is not known.');
    if (kind && !findKind(kind)) throw new Problem(400, 'unknown-kind', 'This kind of element is not known.');
    const parts = await searchParts(db, {
      words: text(req.query['words']).slice(0, 200),
      sort: sort || null,
      kind: kind || null,
      after: afterId && isId(afterId) ? { id: afterId, name: afterName.join(' ') } : null,
      most: PAGE + 1,
    });
    const page = parts.slice(0, PAGE);
    const last = page.at(-1);
    res.json({ parts: page, next: parts.length > PAGE && last ? `${last.id} ${last.name}` : null });
  });
  /** Body: kinds and pinned revisions. A POST since the list may be long; it changes nothing. */
  router.post('/serving', async (req, res) => {
    const { kinds, pinned } = (req.body ?? {}) as { kinds?: unknown; pinned?: unknown };
    if (!Array.isArray(kinds) || !kinds.every((k) => typeof k === 'string') || kinds.length > 200)
      throw new Problem(400, 'bad-request', 'Kinds are a list of names.');
    const pins = Array.isArray(pinned) ? (pinned as unknown[]) : [];
    const right = pins.every(
      (p): p is [string, number] => Array.isArray(p) && isId(String(p[0])) && Number.isInteger(p[1]),
    );
    if (!right || pins.length > 1000)
      throw new Problem(400, 'bad-request', 'Pinned parts are pairs of id and revision.');
    res.json({
      parts: [...(await partsServing(db, kinds as string[], pins as [string, number][])).values()],
    });
  });
  router.get('/:id', async (req, res) => {
    const part = isId(req.params.id) ? await findPart(db, req.params.id) : null;
    if (!part) throw notFound('part');
    res.json({ part });
  });
  return router;
}
