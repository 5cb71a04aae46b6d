import { randomBytes, randomUUID } from 'node:crypto';
import type { RequestHandler } from 'express';
import helmet from 'helmet';
import type { Logger } from 'pino';
import { Problem } from './problem.js';

/** Gives every request an id, tells it back, and logs how the request ended. */
export function requestLog(logger: Logger): RequestHandler {
  return (req, res, next) => {
    const requestId = randomUUID();
    const from = process.hrtime.bigint();
    res.locals['requestId'] = requestId;
    res.set('X-Request-Id', requestId);
    res.on('finish', () => {
      const ms = Number(process.hrtime.bigint() - from) / 1e6;
      logger.info(
        {
          requestId,
          method: req.method,
          path: req.path,
          status: res.statusCode,
          ms: Math.round(ms * 10) / 10,
        },
        'request',
      );
    });
    next();
  };
}

/** Names that a loopback server is called by; others come with `ALLOWED_HOSTS`. */
const LOOPBACK = ['localhost', '127.0.0.1', '[::1]'];

/**
 * Refuses requests that a page elsewhere makes through the person's browser: the Host must be one of ours (DNS
 * rebinding), and a write must come from our own origin, told by Origin or, where there is none, by Sec-Fetch-Site.
 */
export function originGuard(allowedHosts: readonly string[]): RequestHandler {
  const names = new Set([...LOOPBACK, ...allowedHosts]);
  const nameOf = (host: string) => host.replace(/:\d+$/, '').toLowerCase();
  return (req, _res, next) => {
    const host = req.headers.host ?? '';
    if (!names.has(nameOf(host)))
      throw new Problem(421, 'wrong-host', 'This server does not answer to that name.');
    const { origin } = req.headers;
    if (origin !== undefined && origin !== `http://${host}` && origin !== `https://${host}`)
      throw new Problem(403, 'wrong-origin', 'A page from elsewhere asked for this. It was refused.');
    const site = req.headers['sec-fetch-site'];
    // Routes do not mind in which case they are asked for.
    if (/^\/api(\/|$)/i.test(req.path) && site !== undefined && site !== 'same-origin' && site !== 'none')
      throw new Problem(403, 'wrong-origin', 'A page from elsewhere asked for this. It was refused.');
    next();
  };
}

/** Security headers: nothing inline, styles by nonce, and cross-origin isolation so that workers may share memory. */
export function pageSecurity(): RequestHandler {
  const headers = helmet({
    contentSecurityPolicy: {
      useDefaults: false,
      directives: {
        defaultSrc: ["'none'"],
        scriptSrc: ["'self'"],
        styleSrc: [
          "'self'",
          (_req, res) => `'nonce-${(res as unknown as { locals: { nonce: string } }).locals.nonce}'`,
        ],
        imgSrc: ["'self'", 'blob:', 'data:'],
        fontSrc: ["'self'"],
        connectSrc: ["'self'"],
        workerSrc: ["'self'"],
        manifestSrc: ["'self'"],
        baseUri: ["'self'"],
        formAction: ["'none'"],
        frameAncestors: ["'none'"],
      },
    },
    crossOriginOpenerPolicy: { policy: 'same-origin' },
    crossOriginEmbedderPolicy: { policy: 'require-corp' },
    crossOriginResourcePolicy: { policy: 'same-origin' },
    // Loopback is plain http; a proxy that ends TLS sets this itself.
    strictTransportSecurity: false,
  });
  return (req, res, next) => {
    res.locals['nonce'] = randomBytes(16).toString('base64');
    headers(req, res, next);
  };
}
