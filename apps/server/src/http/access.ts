import { nth } from '@spare-coat/core/ground/checked';
import { createHash, randomBytes, timingSafeEqual } from 'node:crypto';
import { readFile } from 'node:fs/promises';
import { hostname, networkInterfaces } from 'node:os';
import express, { Router, type Request, type RequestHandler } from 'express';
import { rateLimit } from 'express-rate-limit';
import type { Db } from '../db/pool.js';
import { SharedAllowance } from './allowance.js';
import { Problem } from './problem.js';

/** Whoever can reach this server has to show a key first, unless only this machine can reach it. */

const COOKIE = 'spare-coat-access';
const COOKIE_DAYS = 365;
/** Shorter ones are guessed. */
const LEAST_KEY = 12;
/** Tries a minute from one address: whoever mistyped has enough of them, whoever guesses has not. */
const TRIES = 10;
/** A cookie that was found to be good is not looked up again for so long. */
const KNOWN_MS = 60_000;
const MOST_KNOWN = 10_000;

const sha256 = (text: string) => createHash('sha256').update(text).digest();

/** Whether a host to listen on can be reached from this machine alone. */
export function isLoopback(host: string): boolean {
  return host === 'localhost' || host === '::1' || /^127(\.\d{1,3}){3}$/.test(host);
}

/**
 * The access key from the environment: ACCESS_KEY, or the first line of the file ACCESS_KEY_FILE.
 *
 * @returns null where there is none and none is needed
 * @throws Error with a sentence that says how one is set
 */
export async function readAccessKey(
  env: Readonly<Record<string, string | undefined>>,
  host: string,
): Promise<string | null> {
  const file = env['ACCESS_KEY_FILE'];
  const key = (env['ACCESS_KEY'] ?? (file ? nth((await readFile(file, 'utf8')).split('\n'), 0) : '')).trim();
  if (key === '' && isLoopback(host)) return null;
  const how = `Set ACCESS_KEY to at least ${LEAST_KEY} characters, or ACCESS_KEY_FILE to a file that holds them in its first line; the page asks for it once. To be reached from this machine alone, leave HOST out.`;
  if (key === '')
    throw new Error(`HOST=${host} lets others reach this server, and no access key is set. ${how}`);
  if (key.length < LEAST_KEY) throw new Error(`The access key is too short to keep anybody out. ${how}`);
  return key;
}

/** The names and addresses by which others reach a server on this machine. */
export function ownNames(host: string): string[] {
  if (isLoopback(host)) return [];
  const addresses = Object.values(networkInterfaces()).flatMap((all) =>
    (all ?? []).map(({ address, family }) => (family === 'IPv6' ? `[${address.split('%')[0]}]` : address)),
  );
  const name = hostname().toLowerCase();
  return [...new Set([host, name, `${name}.local`, ...addresses])];
}

function tokenOf(req: Request): string | null {
  for (const piece of (req.headers.cookie ?? '').split(';')) {
    const [name, value] = piece.trim().split('=');
    if (name === COOKIE && value && /^[A-Za-z0-9_-]{43}$/.test(value)) return value;
  }
  return null;
}

/**
 * `POST /api/access` takes the key and gives a cookie, since event streams, pictures and downloads send no header; everything else
 * below `/api` asks for that cookie. Does nothing where there is no key.
 */
export function accessGuard(db: Db, key: string | null): RequestHandler {
  if (key === null) return (_req, _res, next) => next();
  const right = sha256(key);
  const known = new Map<string, number>();
  const isGood = async (token: string): Promise<boolean> => {
    const hash = sha256(token).toString('hex');
    if ((known.get(hash) ?? 0) > Date.now()) return true;
    const { rowCount } = await db.query('select 1 from access where token = $1 and key = $2', [
      hash,
      right.toString('hex'),
    ]);
    if (!rowCount) return false;
    if (known.size >= MOST_KNOWN) known.clear();
    known.set(hash, Date.now() + KNOWN_MS);
    return true;
  };
  const router = Router();
  const tries = rateLimit({
    windowMs: 60_000,
    limit: TRIES,
    standardHeaders: 'draft-7',
    legacyHeaders: false,
    store: new SharedAllowance(db, 'key'),
    handler: (_req, _res, next) => next(new Problem(429, 'too-many', 'Too many tries. Wait a minute.')),
  });
  router.post('/access', tries, express.json({ limit: '4kb' }), async (req, res) => {
    const { key: shown } = (req.body ?? {}) as { key?: unknown };
    // Of equal length, whatever was sent: how long it takes tells nothing.
    if (!timingSafeEqual(sha256(typeof shown === 'string' ? shown.trim() : ''), right))
      throw new Problem(403, 'wrong-key', 'That is not the access key of this server.');
    const token = randomBytes(32).toString('base64url');
    await db.query(
      'insert into access (token, key, owner_id) select $1, $2, id from owner order by created_at limit 1',
      [sha256(token).toString('hex'), right.toString('hex')],
    );
    res.cookie(COOKIE, token, {
      httpOnly: true,
      sameSite: 'strict',
      secure: req.secure,
      path: '/',
      maxAge: COOKIE_DAYS * 86_400_000,
    });
    res.status(204).end();
  });
  router.use(async (req, _res, next) => {
    const token = tokenOf(req);
    if (token !== null && (await isGood(token))) next();
    else throw new Problem(401, 'access-needed', 'This server asks for its access key.');
  });
  return router;
}
