import pg from 'pg';
import type { Logger } from 'pino';

// Whole numbers from count(*) and sizes come as bigint; ours stay far below 2^53.
pg.types.setTypeParser(pg.types.builtins.INT8, Number);

export type Db = pg.Pool;
export type Client = pg.PoolClient;
/** Either: a query that needs no transaction of its own. */
export type Queryable = Pick<pg.Pool, 'query'>;

/** A pool that outlives a database that goes away: a lost connection is logged and replaced, not thrown. */
export function openPool(url: string, logger: Logger, max = 10): Db {
  const pool = new pg.Pool({
    connectionString: url,
    max,
    connectionTimeoutMillis: 3000,
    idleTimeoutMillis: 30_000,
  });
  pool.on('error', (error) => logger.warn({ err: error.message }, 'a database connection was lost'));
  return pool;
}

/** Runs `work` in one transaction: committed when it returns, rolled back when it throws. */
export async function inTransaction<T>(db: Db, work: (client: Client) => Promise<T>): Promise<T> {
  const client = await db.connect();
  let broken: Error | undefined;
  try {
    await client.query('begin');
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

/** Whether an error means that the database cannot be reached, not that it said no. */
export function isUnreachable(error: unknown): boolean {
  const code = (error as { code?: string }).code ?? '';
  const message = (error as Error).message ?? '';
  return (
    [
      'ECONNREFUSED',
      'ECONNRESET',
      'ENOTFOUND',
      'EPIPE',
      '57P01',
      '57P02',
      '57P03',
      '08006',
      '08001',
      '08003',
    ].includes(code) ||
    /Connection terminated|timeout exceeded when trying to connect|terminating connection/i.test(message)
  );
}
