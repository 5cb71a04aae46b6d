import pg from 'pg';
import type { Logger } from 'pino';

// Whole numbers from count(*) and sizes come as bigint; ours stay far below 2^53.
pg.types.setTypeParser(pg.types.builtins.INT8, Number);

export type Db = pg.Pool;
export type Client = pg.PoolClient;
/** Either: a query that needs no transaction of its own. */
export type Queryable = Pick<pg.Pool, 'query'>;

/** A write waits so long for another one on the same coat: whoever asked has turned away by then. */
const LOCK_TIMEOUT_MS = 10_000;
/** A transaction that nobody goes on with holds its locks so long at most. */
const IDLE_IN_TRANSACTION_MS = 60_000;

/** A pool that outlives a database that goes away: a lost connection is logged and replaced, not thrown. */
export function openPool(url: string, logger: Logger, max = 10): Db {
  const pool = new pg.Pool({
    connectionString: url,
    max,
    connectionTimeoutMillis: 3000,
    idleTimeoutMillis: 30_000,
    lock_timeout: LOCK_TIMEOUT_MS,
    idle_in_transaction_session_timeout: IDLE_IN_TRANSACTION_MS,
  });
  const lost = (error: Error) => logger.warn({ err: error.message }, 'a database connection was lost');
  pool.on('error', lost);
  // One that is in use has no listener of the pool's: without its own its loss would end the process.
  pool.on('connect', (client) => client.on('error', lost));
  return pool;
}

/** Two transactions that wait for each other, or saw each other's half: the one that is told so begins anew. */
const AGAIN = ['40001', '40P01'];
const MOST_TRIES = 3;

/** Runs `work` in one transaction: committed when it returns, rolled back when it throws. */
export async function inTransaction<T>(db: Db, work: (client: Client) => Promise<T>): Promise<T> {
  for (let tries = 1; ; tries++)
    try {
      return await transaction(db, 'begin', work);
    } catch (error) {
      if (tries === MOST_TRIES || !AGAIN.includes((error as { code?: string }).code ?? '')) throw error;
    }
}

/** Runs `work`, which only reads, on one state of the database: nothing in it mixes two revisions. */
export function inSnapshot<T>(db: Db, work: (client: Client) => Promise<T>): Promise<T> {
  return transaction(db, 'begin isolation level repeatable read read only', work);
}

async function transaction<T>(db: Db, begin: string, work: (client: Client) => Promise<T>): Promise<T> {
  const client = await db.connect();
  let broken: Error | undefined;
  try {
    await client.query(begin);
    const result = await work(client);
    await client.query('commit');
    return result;
  } catch (error) {
    await client.query('rollback').catch((e: Error) => (broken = e));
    throw error;
  } finally {
    client.release(broken);
  }
}

/** Why the database could not do what it was asked, where that is no fault of what was asked. */
export type Trouble = 'away' | 'full' | 'busy';

/** The connection is lost, or the database starts, stops, stands by for another one, or has no room for more of us. */
const AWAY = ['ECONNREFUSED', 'ECONNRESET', 'ENOTFOUND', 'EPIPE', 'ETIMEDOUT', 'EHOSTUNREACH', '57P01', '57P02', '57P03', '57P05', '25P03', '25006', '53300', '58000', '58030', 'XX000']; // prettier-ignore
const FULL = ['53100', '53200', '53000'];
const BUSY = ['55P03', '57014', ...AGAIN];

/**
 * Whether an error means that the database cannot work just now, and how; null where it said no, or where the error is another
 * one. Codes: PostgreSQL, Appendix A.
 */
export function troubleOf(error: unknown): Trouble | null {
  const code = (error as { code?: string }).code ?? '';
  const message = (error as Error).message ?? '';
  if (FULL.includes(code)) return 'full';
  if (BUSY.includes(code)) return 'busy';
  if (
    AWAY.includes(code) ||
    code.startsWith('08') ||
    /Connection terminated|timeout exceeded when trying to connect|terminating connection|not queryable/i.test(
      message,
    )
  )
    return 'away';
  return null;
}
