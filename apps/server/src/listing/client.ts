import { ValidationError } from 'yup';
import { Problem } from '../http/problem.js';

/** How patient the client is. Seconds unless said otherwise. */
export interface Patience {
  /** Without an answer for so long, a try has failed. */
  readonly answer: number;
  /** So many tries in all. */
  readonly tries: number;
  /** Pause before the second try in milliseconds; each further one is twice as long. */
  readonly firstPauseMs: number;
  /** A service that asks to wait longer is told to the person instead. */
  readonly longestWait: number;
}

export const PATIENCE: Patience = { answer: 8, tries: 4, firstPauseMs: 400, longestWait: 10 };
const MOST_JSON = 2 * 1024 * 1024;

/** A try that failed and may be made again. `wait`: seconds that the service asks for. */
export class TryAgain extends Error {
  constructor(
    readonly code: string,
    sentence: string,
    readonly wait: number | null = null,
  ) {
    super(sentence);
  }
}

const pause = (ms: number, signal: AbortSignal) =>
  new Promise<void>((resolve, reject) => {
    const timer = setTimeout(resolve, ms);
    signal.addEventListener(
      'abort',
      () => {
        clearTimeout(timer);
        reject(new Problem(409, 'cancelled', 'It was cancelled.'));
      },
      { once: true },
    );
  });

/**
 * Tries something until it works, waiting longer each time, or as long as the service asks for.
 *
 * @param work told the number of the try, from 1
 * @throws Problem 502 with the last reason when all tries failed
 */
export async function withRetries<T>(
  patience: Patience,
  signal: AbortSignal,
  work: (attempt: number) => Promise<T>,
): Promise<T> {
  for (let attempt = 1; ; attempt++) {
    try {
      return await work(attempt);
    } catch (error) {
      if (signal.aborted) throw new Problem(409, 'cancelled', 'It was cancelled.');
      if (!(error instanceof TryAgain)) throw error;
      const tooLong = error.wait !== null && error.wait > patience.longestWait;
      if (attempt >= patience.tries || tooLong) {
        const tried = attempt === 1 ? '' : ` Tried ${attempt} times.`;
        throw new Problem(502, error.code, `${error.message}${tried}`);
      }
      // A little chance keeps many clients from coming back all at once.
      const backOff = patience.firstPauseMs * 2 ** (attempt - 1) * (0.8 + Math.random() * 0.4);
      await pause(Math.max(backOff, (error.wait ?? 0) * 1000), signal);
    }
  }
}

/** Asks for an address, and turns what comes instead of an answer into a sentence. */
export async function ask(
  url: URL,
  patience: Patience,
  signal: AbortSignal,
  headers: Record<string, string> = {},
): Promise<Response> {
  const late = AbortSignal.timeout(patience.answer * 1000);
  let response: Response;
  try {
    response = await fetch(url, { headers, redirect: 'error', signal: AbortSignal.any([signal, late]) });
  } catch (error) {
    if (signal.aborted) throw error;
    if (late.aborted)
      throw new TryAgain('listing-slow', `The listing did not answer within ${patience.answer} seconds.`);
    throw new TryAgain('listing-away', 'The listing cannot be reached.');
  }
  const { status } = response;
  if (status === 200 || status === 206) return response;
  await response.body?.cancel().catch(() => undefined);
  if (status === 401 || status === 403)
    throw new Problem(
      502,
      'listing-account',
      'The listing gives this to people with an account only. Get it in your browser, and drop the file in here.',
    );
  if (status === 404 || status === 410)
    throw new Problem(502, 'listing-gone', 'The listing does not have it any more.');
  if (status === 416) throw new TryAgain('listing-changed', 'The file has become another one meanwhile.');
  if (status === 429) {
    const wait = Number(response.headers.get('retry-after') ?? NaN);
    const seconds = Number.isFinite(wait) && wait >= 0 ? wait : null;
    throw new TryAgain(
      'listing-busy',
      seconds === null
        ? 'The listing asks to come back later.'
        : `The listing asks to wait ${seconds} seconds.`,
      seconds,
    );
  }
  if (status >= 500) throw new TryAgain('listing-down', `The listing has trouble of its own (${status}).`);
  throw new Problem(502, 'listing-odd', `The listing gave an answer that was not expected (${status}).`);
}

/** A JSON answer, read by a schema. Whatever is not that is told as nonsense. */
export async function askJson<T>(
  url: URL,
  read: (raw: unknown) => T,
  signal: AbortSignal,
  patience: Patience = PATIENCE,
): Promise<T> {
  return withRetries(patience, signal, async () => {
    const response = await ask(url, patience, signal, { Accept: 'application/json' });
    const nonsense = () =>
      new Problem(502, 'listing-nonsense', 'The listing answered with something that is no list of parts.');
    const text = await readText(response);
    if (text === null) throw nonsense();
    try {
      return read(JSON.parse(text));
    } catch (error) {
      if (error instanceof ValidationError || error instanceof SyntaxError) throw nonsense();
      throw error;
    }
  });
}

/** The text of an answer; null when it is longer than any answer of a listing. */
async function readText(response: Response): Promise<string | null> {
  const pieces: Buffer[] = [];
  let size = 0;
  try {
    for await (const piece of response.body ?? []) {
      size += (piece as Uint8Array).length;
      if (size > MOST_JSON) return null;
      pieces.push(Buffer.from(piece as Uint8Array));
    }
  } catch {
    throw new TryAgain('listing-cut', 'The connection to the listing was cut in the middle.');
  }
  return Buffer.concat(pieces).toString('utf8');
}
