import { nth } from '@spare-coat/core/ground/checked';
import { createHash } from 'node:crypto';
import express, { type Express, type Response } from 'express';
import type { ListedDetails, ListedPart, ListedVersion } from '@spare-coat/core/model/parts/listing';
import { makeArchive } from './archives.js';
import { ENTRIES, type Entry } from './entries.js';
import { Mood, misbehave, misbehaveRoute } from './misbehaviour.js';

const PAGE = 12;
const CATEGORIES = [...new Set(ENTRIES.map((e) => e.category))].sort();

const asListed = (e: Entry): ListedPart => ({
  id: e.id,
  name: e.name,
  author: e.author,
  category: e.category,
  summary: e.summary,
  licence: e.licence,
  votes: e.votes,
  date: nth(e.versions, 0)[1],
  version: nth(e.versions, 0)[0],
});

/** Archives are made when they are first asked for, and kept: they cost seconds, not memory worth saving. */
const made = new Map<string, Promise<{ bytes: Buffer; sha256: string }>>();
function fileOf(e: Entry, version: string) {
  const key = `${e.id} ${version}`;
  let file = made.get(key);
  if (!file) {
    file = makeArchive(e.name, version, e.sort).then((bytes) => ({
      bytes,
      sha256: createHash('sha256').update(bytes).digest('hex'),
    }));
    made.set(key, file);
  }
  return file;
}

async function versionOf(
  e: Entry,
  [version, date, madeFor]: Entry['versions'][number],
): Promise<ListedVersion> {
  const { bytes, sha256 } = await fileOf(e, version);
  const file = `${e.id}-${version}.tar.gz`;
  return {
    version,
    date,
    madeFor,
    file,
    size: bytes.length,
    sha256,
    path: `/files/${e.id}/${version}/${file}`,
  };
}

/** Sends bytes or a part of them; `cut` closes the connection in the middle. */
function send(res: Response, bytes: Buffer, etag: string, range: string | undefined, cut: boolean): void {
  const from = Number(/^bytes=(\d+)-/.exec(range ?? '')?.[1] ?? 0);
  if (from >= bytes.length && from > 0) {
    res.status(416).set('Content-Range', `bytes */${bytes.length}`).end();
    return;
  }
  if (from > 0) res.status(206).set('Content-Range', `bytes ${from}-${bytes.length - 1}/${bytes.length}`);
  const rest = bytes.subarray(from);
  res.set({
    ETag: etag,
    'Accept-Ranges': 'bytes',
    'Content-Type': 'application/gzip',
    'Content-Length': String(rest.length),
  });
  if (!cut) {
    res.end(rest);
    return;
  }
  res.write(rest.subarray(0, Math.ceil(rest.length / 2)), () => res.socket?.destroy());
}

/** A small online listing of invented parts, which can be told to misbehave. It keeps nothing. */
export function listingApp(): Express {
  const app = express();
  app.disable('x-powered-by');
  const mood = new Mood();
  app.post('/misbehave', express.json(), misbehaveRoute(mood));

  app.get('/parts', async (req, res) => {
    if (await misbehave(mood.now(undefined, 'parts'), res)) return;
    const text = (v: unknown) => (typeof v === 'string' ? v.toLowerCase() : '');
    const words = text(req.query['words']).split(/\s+/).filter(Boolean);
    const category = text(req.query['category']);
    const order = text(req.query['order']);
    const found = ENTRIES.filter(
      (e) =>
        (category === '' || e.category.toLowerCase() === category) &&
        words.every((w) => `${e.name} ${e.author} ${e.summary}`.toLowerCase().includes(w)),
    ).sort((a, b) =>
      order === 'votes'
        ? b.votes - a.votes
        : order === 'date'
          ? nth(b.versions, 0)[1].localeCompare(nth(a.versions, 0)[1])
          : a.name.localeCompare(b.name),
    );
    const pages = Math.max(1, Math.ceil(found.length / PAGE));
    const page = Math.min(pages, Math.max(1, Number(req.query['page']) || 1));
    res.json({
      parts: found.slice((page - 1) * PAGE, page * PAGE).map(asListed),
      page,
      pages,
      total: found.length,
      categories: CATEGORIES,
    });
  });

  app.get('/parts/:id', async (req, res) => {
    const e = ENTRIES.find((entry) => entry.id === req.params.id);
    if (await misbehave(mood.now(undefined, `part ${req.params.id}`), res)) return;
    if (!e) {
      res.status(404).json({ error: 'There is no such part.' });
      return;
    }
    const versions = await Promise.all(e.versions.map((v) => versionOf(e, v)));
    const details: ListedDetails = { ...asListed(e), versions };
    res.json(details);
  });

  app.get('/files/:id/:version/:file', async (req, res) => {
    const e = ENTRIES.find((entry) => entry.id === req.params.id);
    const wrong = mood.now(e?.trouble, `file ${req.params.id}`);
    if (await misbehave(wrong, res)) return;
    if (!e?.versions.some(([v]) => v === req.params.version)) {
      res.status(404).json({ error: 'There is no such file.' });
      return;
    }
    const { bytes, sha256 } = await fileOf(e, req.params.version);
    const sent = wrong?.how === 'wrong checksum' ? Buffer.concat([bytes, Buffer.from('x')]) : bytes;
    const ifRange = req.headers['if-range'];
    const etag = `"${sha256.slice(0, 16)}"`;
    const range = ifRange === undefined || ifRange === etag ? req.headers.range : undefined;
    send(res, sent, etag, range, wrong?.how === 'cut');
  });
  return app;
}
