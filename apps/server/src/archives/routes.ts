import { isSha, isId } from '@spare-coat/core/ground/ids';
import { pipeline } from 'node:stream/promises';
import type { ArchiveReport } from '@spare-coat/core/deciding/archives/report';
import { hasNoControls } from '@spare-coat/core/ground/text';
import express, { Router } from 'express';
import { findBlob, putBlob, readBlob } from '../blobs/store.js';
import type { Db } from '../db/pool.js';
import { Problem, notFound } from '../http/problem.js';
import { addJob, dropJob, type Runner } from '../jobs/queue.js';
import { findReading, type KeptReading, type ReadingInput } from './store.js';

const MOST_BYTES = 512 * 1024 * 1024;
const MOST_NAMES = 500;

function readInput(sha256: string, body: unknown): ReadingInput {
  const b = (body ?? {}) as Partial<Record<string, unknown>>;
  const bad = (sentence: string) => new Problem(400, 'bad-request', sentence);
  const { file, profile, iconSize, iconScale, names } = b;
  if (typeof file !== 'string' || file.length === 0 || file.length > 300 || !hasNoControls(file))
    throw bad('An archive is read under the name of its file.');
  let host: ReadingInput['profile'] = null;
  if (profile !== null && profile !== undefined) {
    const { id, revision } = profile as { id?: unknown; revision?: unknown };
    if (typeof id !== 'string' || !isId(id) || !Number.isInteger(revision))
      throw bad('A host profile is named by its id and revision.');
    host = { id, revision: revision as number };
  }
  const whole = (v: unknown, least: number, most: number) =>
    typeof v === 'number' && Number.isInteger(v) && v >= least && v <= most;
  if (!whole(iconSize, 8, 512) || !whole(iconScale, 1, 4))
    throw bad('Icons are sought at a size from 8 to 512 and a scale from 1 to 4.');
  if (
    !Array.isArray(names) ||
    names.length > MOST_NAMES ||
    !names.every((n) => typeof n === 'string' && /^[\w.+-]{1,100}$/.test(n))
  )
    throw bad('Names of icons are made of letters, digits, dots and hyphens.');
  return {
    sha256,
    file,
    profile: host,
    iconSize: iconSize as number,
    iconScale: iconScale as number,
    names: names as string[],
  };
}

/**
 * Archives and single files: `POST /` keeps one, `POST /:sha/reading` has it read by a job, `GET /readings/:id` gives
 * the report, `GET /readings/:id/picture?path=` one picture out of it.
 */
export function archiveRoutes(db: Db, runner: Runner): Router {
  const router = Router();

  const needReading = async (id: string): Promise<KeptReading> => {
    const reading = isId(id) ? await findReading(db, id) : null;
    if (!reading) throw notFound('reading of an archive');
    return reading;
  };

  router.post('/', async (req, res) => {
    const blob = await putBlob(db, req, 'application/octet-stream', MOST_BYTES);
    if (blob.size === 0) throw new Problem(415, 'empty-file', 'The file is empty.');
    res.json({ sha256: blob.sha256, size: blob.size });
  });
  router.post('/:sha/reading', express.json({ limit: '100kb' }), async (req, res) => {
    const { sha } = req.params;
    if (!isSha(sha) || !(await findBlob(db, sha))) throw notFound('file');
    const input = readInput(sha, req.body);
    let job = await addJob(db, 'archive.read', { ...input });
    if (job.state === 'done') {
      const { reading } = job.result as { reading: string };
      if (await findReading(db, reading)) {
        res.json({ reading });
        return;
      }
      // What was read a while ago is forgotten: it is read again.
      await dropJob(db, job.id);
      job = await addJob(db, 'archive.read', { ...input });
    }
    runner.wake();
    res.status(202).json({ job: job.id });
  });
  router.get('/readings/:id', async (req, res) => {
    const { report } = await needReading(req.params.id);
    const blob = await findBlob(db, report);
    if (!blob) throw notFound('report');
    res.type('application/json').set('Content-Length', String(blob.size));
    await pipeline(readBlob(db, report, 0, blob.size - 1), res);
  });
  router.get('/readings/:id/picture', async (req, res) => {
    const { report, pictures } = await needReading(req.params.id);
    const path = typeof req.query['path'] === 'string' ? req.query['path'] : '';
    const slice = await findPicture(report, path);
    if (!slice) throw notFound('picture');
    res.set({
      'Content-Type': slice.type,
      'Content-Length': String(slice.length),
      // A foreign SVG may hold anything: it is a picture and nothing else, however it is opened.
      'Content-Security-Policy': "default-src 'none'; style-src 'unsafe-inline'; sandbox",
      'X-Content-Type-Options': 'nosniff',
      'Cache-Control': 'private, max-age=86400',
    });
    await pipeline(readBlob(db, pictures, slice.at, slice.at + slice.length - 1), res);
  });

  /** Where a picture lies. */
  async function findPicture(report: string, path: string) {
    const known = indexes.get(report) ?? (await loadIndex(report));
    return known[path] ?? null;
  }
  const indexes = new Map<string, ArchiveReport['pictures']>();
  async function loadIndex(report: string): Promise<ArchiveReport['pictures']> {
    const blob = await findBlob(db, report);
    if (!blob) return {};
    const pieces: Buffer[] = [];
    for await (const piece of readBlob(db, report, 0, blob.size - 1)) pieces.push(piece as Buffer);
    const { pictures } = JSON.parse(Buffer.concat(pieces).toString('utf8')) as ArchiveReport;
    const index = Object.assign(Object.create(null) as object, pictures) as ArchiveReport['pictures'];
    if (indexes.size >= MOST_INDEXES) indexes.delete(indexes.keys().next().value!);
    indexes.set(report, index);
    return index;
  }
  return router;
}

/** Indexes of so many reports are remembered, so that a page of pictures does not read its report each time. */
const MOST_INDEXES = 8;
