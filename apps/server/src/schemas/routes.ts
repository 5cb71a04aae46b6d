import { Router } from 'express';
import { PUBLISHED } from '@spare-coat/core/proving/wire/published';
import { notFound } from '../http/problem.js';

/** `GET /:name.schema.json`: a published JSON Schema, made of what the application itself checks by. */
export function schemaRoutes(): Router {
  const router = Router();
  const texts = new Map(
    Object.entries(PUBLISHED).map(([name, schema]) => [
      `${name}.schema.json`,
      JSON.stringify(schema, null, 2),
    ]),
  );
  router.get('/:file', (req, res) => {
    const text = texts.get(req.params.file);
    if (text === undefined) throw notFound('schema');
    res.type('application/schema+json').send(text);
  });
  return router;
}
