import { readFileSync } from 'node:fs';
import { Readable } from 'node:stream';
import { fileURLToPath } from 'node:url';
import express, { Router } from 'express';
import { MOST_SURVEY, readSurvey } from '@spare-coat/core/model/host/survey';
import { putBlob } from '../blobs/store.js';
import type { Db } from '../db/pool.js';
import { Problem } from '../http/problem.js';

/** The same place seen from `src` and from `dist`. */
const SCRIPTS = ['survey.sh', 'learn.sh'].map((name) => ({
  name,
  text: readFileSync(fileURLToPath(new URL(`../../survey/${name}`, import.meta.url)), 'utf8'),
}));

/**
 * `GET /survey.sh`: the script that takes stock of a host; `GET /learn.sh`: the one that looks what changes. `POST /`: its output or a settings dump as the body; it is
 * read, kept as a file and told back.
 */
export function surveyRoutes(db: Db): Router {
  const router = Router();
  for (const { name, text } of SCRIPTS)
    router.get(`/${name}`, (_req, res) => {
      res
        .set('Content-Disposition', `attachment; filename="${name}"`)
        .type('text/x-shellscript; charset=utf-8')
        .send(text);
    });
  router.post('/', express.raw({ type: () => true, limit: MOST_SURVEY + 1 }), async (req, res) => {
    const bytes: unknown = req.body;
    if (!Buffer.isBuffer(bytes) || bytes.length === 0)
      throw new Problem(415, 'empty-file', 'The file is empty.');
    const answer = readSurvey(bytes.toString('utf8'));
    if (!answer.ok) throw new Problem(422, 'not-a-survey', answer.sentence);
    const kept = Buffer.from(JSON.stringify(answer.survey));
    const { sha256 } = await putBlob(db, Readable.from([kept]), 'application/json', 4 * MOST_SURVEY);
    res.json({ blob: sha256, what: answer.what, survey: answer.survey });
  });
  return router;
}
