import type { ErrorRequestHandler, RequestHandler } from 'express';
import type { Logger } from 'pino';
import { troubleOf, type Trouble } from '../db/pool.js';

/** RFC 9457 problem details: a code, a sentence for the person, and what to do. */
export class Problem extends Error {
  constructor(
    readonly status: number,
    readonly code: string,
    sentence: string,
    /** Further members of the document. */
    readonly more: Readonly<Record<string, unknown>> = {},
  ) {
    super(sentence);
  }
}

export const notFound = (what: string) => new Problem(404, 'not-found', `There is no such ${what}.`);

/** Answers every path that no route took. */
export const unknownPath: RequestHandler = (_req, _res, next) => next(notFound('address'));

/** Turns what a route threw into problem details. What was not foreseen is logged whole and told in one sentence. */
export function problemHandler(logger: Logger): ErrorRequestHandler {
  return (error: unknown, req, res, next) => {
    if (res.headersSent) {
      next(error);
      return;
    }
    // Whoever asked went away: there is nobody to tell, and nothing has failed.
    if (res.destroyed) return;
    const problem = asProblem(error);
    if (problem.status >= 500)
      logger.error(
        { err: error, requestId: res.locals['requestId'] as string, path: req.path },
        'a request failed',
      );
    if (problem.status === 503) res.set('Retry-After', String(RETRY_AFTER));
    res
      .status(problem.status)
      .type('application/problem+json')
      .send(
        JSON.stringify({
          ...problem.more,
          type: `urn:spare-coat:problem:${problem.code}`,
          title: problem.message,
          status: problem.status,
          code: problem.code,
          requestId: res.locals['requestId'] as string,
        }),
      );
  };
}

/** What the database's own rules refuse, as sentences: what it says itself names its tables, which tell a person nothing. */
function refusedByDatabase(code: string): Problem | null {
  if (code === '23503') return new Problem(422, 'unknown-id', 'This names something that is not there.');
  if (code === '23505') return new Problem(409, 'id-used', 'This id is in use already.');
  if (code.startsWith('54')) return new Problem(422, 'too-long', 'Something in it is too long to be kept.');
  // Data that no column takes: signs that are no text, numbers that are too large, values against a rule.
  if (code.startsWith('22') || code.startsWith('23'))
    return new Problem(422, 'bad-value', 'A value lies outside what can be kept.');
  return null;
}

const TROUBLES: Readonly<Record<Trouble, readonly [code: string, sentence: string]>> = {
  away: [
    'database-away',
    'The database does not answer. Try again shortly: sending the same again is harmless.',
  ],
  full: [
    'database-full',
    'The disk or the memory of the database is full. Nothing was changed. Make room, and try again.',
  ],
  busy: [
    'database-busy',
    'The database is too busy with other work. Nothing was changed; try again shortly.',
  ],
};
/** In seconds: by then a database that was restarted answers again. */
const RETRY_AFTER = 2;

function asProblem(error: unknown): Problem {
  if (error instanceof Problem) return error;
  const { type, status, code } = error as { type?: string; status?: number; code?: unknown };
  if (type === 'entity.too.large') return new Problem(413, 'too-large', 'What was sent is too large.');
  if (type === 'entity.parse.failed') return new Problem(400, 'not-json', 'What was sent is not JSON.');
  // Yup looks into what it refuses to say what it is, and some things do not bear that.
  if (error instanceof TypeError && /node_modules\/yup\//.test(error.stack ?? ''))
    return new Problem(422, 'bad-value', 'Something in it is not of the sort that is expected there.');
  const trouble = troubleOf(error);
  if (trouble) return new Problem(503, ...TROUBLES[trouble]);
  const refused = typeof code === 'string' && /^[0-9A-Z]{5}$/.test(code) ? refusedByDatabase(code) : null;
  if (refused) return refused;
  if (status !== undefined && status >= 400 && status < 500)
    return new Problem(status, 'bad-request', 'The request was not understood.');
  return new Problem(500, 'unexpected', 'Something went wrong here. Nothing was changed.');
}
