import { nth } from '@spare-coat/core/ground/checked';
import type { ClientRateLimitInfo, Options, Store } from 'express-rate-limit';
import { troubleOf, type Queryable } from '../db/pool.js';

/** Counts requests in the database, so that several servers allow together what one would. */
export class SharedAllowance implements Store {
  /** Ours are told from those of another limiter. */
  readonly prefix: string;
  private windowMs = 60_000;

  constructor(
    private readonly db: Queryable,
    name: string,
  ) {
    this.prefix = `${name} `;
  }

  init({ windowMs }: Options): void {
    this.windowMs = windowMs;
  }

  /** Where the database is away everybody may go on: what they ask for says so. */
  async increment(client: string): Promise<ClientRateLimitInfo> {
    try {
      return await this.count(client);
    } catch (error) {
      if (!troubleOf(error)) throw error;
      return { totalHits: 1, resetTime: new Date(Date.now() + this.windowMs) };
    }
  }

  private async count(client: string): Promise<ClientRateLimitInfo> {
    const { rows } = await this.db.query<{ requests: number; until: Date }>(
      `insert into allowance as a (client, requests, until) values ($1, 1, now() + make_interval(secs => $2))
       on conflict (client) do update
          set requests = case when a.until < now() then 1 else a.requests + 1 end,
              until = case when a.until < now() then excluded.until else a.until end
       returning requests, until`,
      [this.prefix + client, this.windowMs / 1000],
    );
    return { totalHits: nth(rows, 0).requests, resetTime: nth(rows, 0).until };
  }

  async decrement(client: string): Promise<void> {
    await this.db.query('update allowance set requests = greatest(requests - 1, 0) where client = $1', [
      this.prefix + client,
    ]);
  }

  async resetKey(client: string): Promise<void> {
    await this.db.query('delete from allowance where client = $1', [this.prefix + client]);
  }
}

/** Forgets who has asked for nothing of late. @returns how many */
export async function forgetAllowances(db: Queryable): Promise<number> {
  const { rowCount } = await db.query("delete from allowance where until < now() - interval '1 hour'");
  return rowCount ?? 0;
}
