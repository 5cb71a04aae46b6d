import { isId } from '@spare-coat/core/ground/ids';
import compression from 'compression';
import express, { type Express } from 'express';
import { rateLimit } from 'express-rate-limit';
import type { Logger } from 'pino';
import { archiveRoutes } from './archives/routes.js';
import { blobRoutes } from './blobs/routes.js';
import { bundleIntake, bundleRoutes } from './bundles/routes.js';
import { coatRoutes } from './coats/routes.js';
import type { Figures } from './coats/workOut.js';
import { schemaVersion } from './db/migrate.js';
import type { Db } from './db/pool.js';
import type { Hub } from './events/hub.js';
import { accessGuard } from './http/access.js';
import { SharedAllowance } from './http/allowance.js';
import { originGuard, pageSecurity, requestLog } from './http/guard.js';
import { pageRoutes } from './http/page.js';
import { Problem, notFound, problemHandler, unknownPath } from './http/problem.js';
import type { Runner } from './jobs/queue.js';
import { drawingRoutes } from './drawing/routes.js';
import { fontRoutes } from './fonts/routes.js';
import { listingRoutes } from './listing/routes.js';
import { jobRoutes } from './jobs/routes.js';
import { mirrorRoutes } from './mirror/routes.js';
import { partRoutes } from './parts/routes.js';
import { pictureRoutes } from './pictures/routes.js';
import { profileRoutes } from './profiles/routes.js';
import { proposalRoutes } from './proposals/routes.js';
import { rackRoutes } from './rack/routes.js';
import { schemaRoutes } from './schemas/routes.js';
import { surveyRoutes } from './surveys/routes.js';

export interface AppParts {
  readonly db: Db;
  readonly hub: Hub;
  readonly runner: Runner;
  readonly figures: Figures;
  readonly logger: Logger;
  /** Folder of the built page, or null for the interface alone (tests). */
  readonly page: string | null;
  readonly allowedHosts: readonly string[];
  /** Requests a minute from one address, of all servers on this database together. */
  readonly requestsPerMinute: number;
  /** What has to be shown before anything is answered; null where only this machine can ask. */
  readonly accessKey: string | null;
  /** How many proxies stand before this server and say whose request it is; 0: none. */
  readonly trustedProxies: number;
  /** Where the online listing is; null where there is none. */
  readonly listing: string | null;
  /** Where a package mirror is; null where there is none. */
  readonly mirror: string | null;
}

/** Commands are small; pictures come as raw bytes by their own route. */
const MOST_JSON = '1mb';

/** Streams of events are to arrive piece by piece; pictures and archives are compressed as they are. */
function isWorthIt(req: express.Request, res: express.Response): boolean {
  const type = String(res.getHeader('Content-Type') ?? '');
  return !type.startsWith('text/event-stream') && compression.filter(req, res);
}

/** Puts the server together. It keeps no state of its own: several can run side by side on one database. */
export function makeApp({
  db,
  hub,
  runner,
  figures,
  logger,
  page,
  allowedHosts,
  requestsPerMinute,
  accessKey,
  trustedProxies,
  listing,
  mirror,
}: AppParts): Express {
  const app = express();
  app.disable('x-powered-by');
  app.set('trust proxy', trustedProxies);
  app.use(requestLog(logger));
  app.use(originGuard(allowedHosts));
  app.use(pageSecurity());
  app.use(
    '/api',
    rateLimit({
      windowMs: 60_000,
      limit: requestsPerMinute,
      store: new SharedAllowance(db, 'all'),
      standardHeaders: 'draft-7',
      legacyHeaders: false,
      handler: (_req, _res, next) => next(new Problem(429, 'too-many', 'Too many requests. Wait a minute.')),
    }),
  );
  app.use('/api', (_req, res, next) => {
    res.set('Cache-Control', 'no-store');
    next();
  });
  app.use(compression({ filter: isWorthIt }));
  app.get('/api/health', async (_req, res) => {
    res.json({ status: 'ready', schema: await schemaVersion(db) });
  });
  app.use('/api', accessGuard(db, accessKey));
  app.use('/api/pictures', pictureRoutes(db, runner));
  app.use('/api/blobs', blobRoutes(db));
  app.use('/api/fonts', fontRoutes(db));
  app.use('/api/archives', archiveRoutes(db, runner));
  app.use('/api/surveys', surveyRoutes(db));
  app.use('/api/bundles', bundleIntake(db, runner));
  app.use('/api/drawings', drawingRoutes(db, runner));
  app.use(express.json({ limit: MOST_JSON }));
  app.use('/api/coats', coatRoutes(db, figures));
  app.use('/api/bundles', bundleRoutes(db));
  app.get('/api/coats/:id/events', (req, res) => {
    if (!isId(req.params.id)) throw notFound('coat');
    hub.listen(req.params.id, res);
  });
  app.get('/api/jobs/:id/events', (req, res) => {
    if (!isId(req.params.id)) throw notFound('job');
    hub.listen(req.params.id, res);
  });
  app.use('/api/jobs', jobRoutes(db, runner));
  app.use('/api/parts', partRoutes(db));
  app.use('/api/profiles', profileRoutes(db));
  app.use('/api/proposals', proposalRoutes(db, runner));
  app.use('/api/rack', rackRoutes(db, runner, figures));
  app.use('/api/schemas', schemaRoutes());
  app.use('/api/mirror', mirrorRoutes(mirror));
  app.use('/api/listing', listingRoutes(db, runner, listing));
  if (page) app.use(pageRoutes(page));
  app.use(unknownPath);
  app.use(problemHandler(logger));
  return app;
}
