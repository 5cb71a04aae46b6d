import { isId } from '@spare-coat/core/ground/ids';
import { fitOf } from '@spare-coat/core/model/parts/fit';
import { PART_SORTS } from '@spare-coat/core/model/parts/part';
import { findKind } from '@spare-coat/core/model/kinds/registry';
import { isDate } from '@spare-coat/core/ground/text';
import { Router, type Request } from 'express';
import type { Db } from '../db/pool.js';
import { Problem, notFound } from '../http/problem.js';
import { findProfile } from '../profiles/store.js';
import {
  PART_ORDERS,
  findPart,
  partsServing,
  searchParts,
  type CatalogueRow,
  type PartOrder,
  type PartSearch,
} from './store.js';
import { licenceProblem } from './licence.js';
import { listTrials } from './trials.js';
import { markPart, putOwnPart } from './write.js';

const PAGE = 50;
/** Looking for what is usable reads so many rows at most for one page; the rest comes with the next one. */
const MOST_LOOKED_AT = 2000;

const text = (value: unknown) => (typeof value === 'string' ? value : '');

function readSearch(req: Request): PartSearch {
  const sort = text(req.query['sort']);
  const kind = text(req.query['kind']);
  const order = text(req.query['order']) || 'name';
  const since = text(req.query['since']);
  const price = text(req.query['price']);
  const own = text(req.query['own']);
  if (sort && !(PART_SORTS as readonly string[]).includes(sort))
    throw new Problem(400, 'unknown-sort', 'This sort of part is not known.');
  if (kind && !findKind(kind)) throw new Problem(400, 'unknown-kind', 'This kind of element is not known.');
  if (!(PART_ORDERS as readonly string[]).includes(order))
    throw new Problem(400, 'unknown-order', `Parts are ordered by ${PART_ORDERS.join(' or ')}.`);
  if (since && !isDate(since)) throw new Problem(400, 'bad-date', 'A date is written as 2026-11-25.');
  if (price && !(Number(price) >= 0 && Number(price) <= 1e6))
    throw new Problem(400, 'bad-price', 'A price is a number, 0 or more.');
  const [afterId, ...afterKey] = text(req.query['after']).split(' ');
  const key = afterKey.join(' ');
  if (afterId && order === 'newest' && !isDate(key))
    throw new Problem(400, 'bad-page', 'There is no such page.');
  return {
    words: text(req.query['words']).slice(0, 200),
    sort: sort || null,
    kind: kind || null,
    family: null,
    licence: text(req.query['licence']).slice(0, 80) || null,
    price: price === '' ? null : Number(price),
    noAccount: text(req.query['account']) === 'no',
    since: since || null,
    own: own === 'own' ? true : own === 'shipped' ? false : null,
    order: order as PartOrder,
    after: afterId && isId(afterId) ? { id: afterId, key } : null,
    most: PAGE + 1,
  };
}

const pageKey = ({ data }: CatalogueRow, order: PartOrder) => ({
  id: data.id,
  key: order === 'newest' ? data.released : data.name,
});

/** The catalogue: search, one part, one's own parts, trials, and the offers that a coat's elements can be matched with. */
export function partRoutes(db: Db): Router {
  const router = Router();

  /** A page of parts that fit a host and can be had on it: rows are looked at until a page is full. */
  async function usablePage(search: PartSearch, on: string) {
    const [id, revision, channel] = on.split(' ');
    const host =
      id && isId(id) && Number.isInteger(Number(revision))
        ? await findProfile(db, id, Number(revision))
        : null;
    if (!host) throw notFound('host profile');
    const rows: CatalogueRow[] = [];
    let { after } = search;
    let lookedAt = 0;
    for (;;) {
      const batch = await searchParts(db, { ...search, family: host.profile.family, after, most: 200 });
      for (const [i, row] of batch.entries()) {
        lookedAt++;
        after = pageKey(row, search.order);
        if (fitOf(row.data, host.profile, channel || null).usable) rows.push(row);
        const left = i + 1 < batch.length || batch.length === 200;
        if (left && (rows.length === PAGE || lookedAt >= MOST_LOOKED_AT)) return { rows, next: after };
      }
      if (batch.length < 200) return { rows, next: null };
    }
  }

  router.get('/', async (req, res) => {
    const search = readSearch(req);
    const on = text(req.query['usableOn']);
    let rows: CatalogueRow[];
    let next: { id: string; key: string } | null;
    if (on) ({ rows, next } = await usablePage(search, on));
    else {
      const found = await searchParts(db, search);
      rows = found.slice(0, PAGE);
      const last = rows.at(-1);
      next = found.length > PAGE && last ? pageKey(last, search.order) : null;
    }
    res.json({
      parts: rows.map((r) => r.data),
      own: rows.filter((r) => !r.shipped).map((r) => r.data.id),
      next: next && `${next.id} ${next.key}`,
    });
  });
  /** What is wrong with a licence expression, for whoever is typing one. */
  router.get('/licence', (req, res) => {
    res.json({ problem: licenceProblem(text(req.query['expression']).slice(0, 200)) });
  });
  router.get('/trials', async (_req, res) => {
    res.json({ trials: await listTrials(db) });
  });
  /** Body: kinds and pinned revisions. A POST since the list may be long; it changes nothing. */
  router.post('/serving', async (req, res) => {
    const { kinds, pinned, family } = (req.body ?? {}) as Partial<Record<string, unknown>>;
    if (!Array.isArray(kinds) || !kinds.every((k) => typeof k === 'string') || kinds.length > 200)
      throw new Problem(400, 'bad-request', 'Kinds are a list of names.');
    const pins = Array.isArray(pinned) ? (pinned as unknown[]) : [];
    const right = pins.every(
      (p): p is [string, number] => Array.isArray(p) && isId(String(p[0])) && Number.isInteger(p[1]),
    );
    if (!right || pins.length > 1000)
      throw new Problem(400, 'bad-request', 'Pinned parts are pairs of id and revision.');
    res.json({
      parts: [
        ...(
          await partsServing(
            db,
            kinds as string[],
            pins as [string, number][],
            text(family).slice(0, 64) || null,
          )
        ).values(),
      ],
    });
  });
  router.get('/:id', async (req, res) => {
    const revision = Number(text(req.query['revision']) || NaN);
    const found = isId(req.params.id)
      ? await findPart(
          db,
          req.params.id,
          Number.isInteger(revision) && revision < 2 ** 31 ? revision : undefined,
        )
      : null;
    if (!found) throw notFound('part');
    res.json({ part: found.data, shipped: found.shipped, gone: found.gone });
  });
  router.put('/:id', async (req, res) => {
    if (!isId(req.params.id)) throw new Problem(400, 'bad-id', 'An id is a UUID in lower case.');
    res.json(await putOwnPart(db, req.params.id, req.body));
  });
  router.delete('/:id', async (req, res) => {
    if (!isId(req.params.id)) throw notFound('part');
    await markPart(db, req.params.id, true);
    res.status(204).end();
  });
  router.post('/:id/restore', async (req, res) => {
    if (!isId(req.params.id)) throw notFound('part');
    await markPart(db, req.params.id, false);
    res.status(204).end();
  });
  return router;
}
