import { readFile } from 'node:fs/promises';
import { join } from 'node:path';
import { Router, type Response } from 'express';
import staticFiles from 'express-static-gzip';
import { notFound } from './problem.js';

/** The worker that reads letters is WebAssembly: it alone may run that, and fetch nothing but what lies beside it. */
const READER = join('reader', 'worker.min.js');
const READER_POLICY = "default-src 'none'; script-src 'self' 'wasm-unsafe-eval'; connect-src 'self'";

/** Serves the built page: hashed files for ever, the document with this answer's nonce in it. */
export function pageRoutes(folder: string): Router {
  const router = Router();
  router.use(
    staticFiles(folder, {
      index: false,
      // What the build has packed as small as it gets; everything else is packed while it is sent.
      enableBrotli: true,
      orderPreference: ['br'],
      serveStatic: {
        setHeaders(res, path) {
          const hashed = /-[A-Z0-9]{8}(\.\w+)+$/.test(path);
          res.setHeader('Cache-Control', hashed ? 'public, max-age=31536000, immutable' : 'no-cache');
          if (path === join(folder, READER)) res.setHeader('Content-Security-Policy', READER_POLICY);
        },
      },
    }),
  );
  router.get('/*path', async (req, res, next) => {
    if (req.path.startsWith('/api/') || /\.\w+$/.test(req.path)) {
      next(notFound('address'));
      return;
    }
    await sendDocument(folder, res);
  });
  router.get('/', async (_req, res) => {
    await sendDocument(folder, res);
  });
  return router;
}

async function sendDocument(folder: string, res: Response): Promise<void> {
  const html = await readFile(join(folder, 'index.html'), 'utf8');
  res
    .set('Cache-Control', 'no-store')
    .type('html')
    .send(html.replaceAll('__NONCE__', String(res.locals['nonce'])));
}
