import { readFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { Router } from 'express';
import { notFound } from '../http/problem.js';

/** The published JSON Schemas, from `docs/schemas`: the same place seen from `src` and from `dist`. */
const SCHEMAS = ['host-profile', 'part', 'bundle'] as const;
const read = (name: string) =>
  readFileSync(
    fileURLToPath(new URL(`../../../../docs/schemas/${name}.schema.json`, import.meta.url)),
    'utf8',
  );

/** `GET /:name.schema.json`: a published JSON Schema. */
export function schemaRoutes(): Router {
  const router = Router();
  const texts = new Map(SCHEMAS.map((name) => [`${name}.schema.json`, read(name)]));
  router.get('/:file', (req, res) => {
    const text = texts.get(req.params.file as `${(typeof SCHEMAS)[number]}.schema.json`);
    if (text === undefined) throw notFound('schema');
    res.type('application/schema+json').send(text);
  });
  return router;
}
