import type { ErrorRequestHandler, RequestHandler } from 'express';
import type { Logger } from 'pino';
import { isUnreachable } from '../db/pool.js';

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
    const problem = asProblem(error);
    if (problem.status >= 500)
      logger.error(
        { err: error, requestId: res.locals['requestId'] as string, path: req.path },
        'a request failed',
      );
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

function asProblem(error: unknown): Problem {
  if (error instanceof Problem) return error;
  const { type, status } = error as { type?: string; status?: number };
  if (type === 'entity.too.large') return new Problem(413, 'too-large', 'What was sent is too large.');
  if (type === 'entity.parse.failed') return new Problem(400, 'not-json', 'What was sent is not JSON.');
  if (isUnreachable(error))
    return new Problem(
      503,
      'database-away',
      'The database does not answer. Nothing was changed; try again shortly.',
    );
  if (status !== undefined && status >= 400 && status < 500)
    return new Problem(status, 'bad-request', 'The request was not understood.');
  return new Problem(500, 'unexpected', 'Something went wrong here. Nothing was changed.');
}
