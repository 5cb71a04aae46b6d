import { Router } from 'express';
import { loadGlyphs } from './glyphs.js';

/** How long a page may keep the letters: they change with the application only. */
const KEEP_SECONDS = 3600;

/** What pages need for drawing. */
export function drawingRoutes(): Router {
  const router = Router();
  router.get('/glyphs', (_req, res) => {
    res.set('Cache-Control', `private, max-age=${KEEP_SECONDS}`).json(loadGlyphs());
  });
  return router;
}
