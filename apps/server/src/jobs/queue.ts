import { nth } from '@spare-coat/core/ground/checked';
import { createHash, randomUUID } from 'node:crypto';
import type { Logger } from 'pino';
import type { JobState } from '@spare-coat/core/proving/wire/job';
import { troubleOf, type Db, type Queryable } from '../db/pool.js';
import { Problem } from '../http/problem.js';

/** Long work off the request thread. A job is a row: whoever claims it holds a lease and renews it while working. */
export interface Job extends JobState {
  readonly kind: string;
  readonly input: Readonly<Record<string, unknown>>;
}

export interface JobTools {
  /** Aborted when the person cancels, or the lease is lost. */
  readonly signal: AbortSignal;
  /** 0 to 1: what is really done. */
  progress(share: number): void;
  /** Keeps what was found so far, for whoever asks before the job is done. */
  partial(found: unknown): Promise<void>;
}

export type Worker = (input: Job['input'], tools: JobTools) => Promise<unknown>;

const LEASE_SECONDS = 15;
const HEARTBEAT_MS = 2000;
/** How far work is is written down at most so often. */
const PROGRESS_MS = 250;
const POLL_MS = 1000;
/** A job that two servers died over is not tried a third time. */
const MOST_ATTEMPTS = 2;

const COLUMNS = 'id, kind, input, state, progress, partial, result, problem';

/** Puts a job in. One with the same input that is waiting, running or done is given back instead. */
export async function addJob(db: Queryable, kind: string, input: Job['input']): Promise<Job> {
  const hash = createHash('sha256').update(JSON.stringify(input)).digest('hex');
  const known = await db.query<Job>(
    `select ${COLUMNS} from job where kind = $1 and input_hash = $2 and state in ('waiting', 'running', 'done') and not cancel_asked
      order by created_at desc limit 1`,
    [kind, hash],
  );
  if (known.rows[0]) return known.rows[0];
  const { rows } = await db.query<Job>(
    `insert into job (id, kind, input, input_hash) values ($1, $2, $3, $4) returning ${COLUMNS}`,
    [randomUUID(), kind, JSON.stringify(input), hash],
  );
  return nth(rows, 0);
}

export async function findJob(db: Queryable, id: string): Promise<Job | null> {
  const { rows } = await db.query<Job>(`select ${COLUMNS} from job where id = $1`, [id]);
  return rows[0] ?? null;
}

/** Forgets a job whose result is no longer of use. */
export async function dropJob(db: Queryable, id: string): Promise<void> {
  await db.query('delete from job where id = $1', [id]);
}

/** Asks a job to stop: one that waits is cancelled at once, one that runs by its worker. */
export async function cancelJob(db: Queryable, id: string): Promise<void> {
  await db.query(
    `update job set cancel_asked = true, changed_at = now(),
            state = case when state = 'waiting' then 'cancelled' else state end
      where id = $1 and state in ('waiting', 'running')`,
    [id],
  );
}

/**
 * Work by its weight, one at a time of each on a server: a picture that somebody waits for never stands behind an archive, and
 * what mostly waits for others behind neither.
 */
const LANES = {
  light: ['picture.normalise'],
  waiting: ['listing.fetch'],
  heavy: ['archive.read', 'bundle.read', 'proposal'],
} as const satisfies Record<string, readonly string[]>;
type Lane = keyof typeof LANES;

/** What nobody has weighed counts as heavy. */
function laneOf(kind: string): Lane {
  return (
    (Object.keys(LANES) as Lane[]).find((lane) => (LANES[lane] as readonly string[]).includes(kind)) ??
    'heavy'
  );
}

/** Claims the oldest job of a lane that waits, or whose worker's lease has run out. */
async function claim(db: Db, kinds: readonly string[]): Promise<Job | null> {
  const { rows } = await db.query<Job>(
    `update job set state = 'running', attempts = attempts + 1, changed_at = now(),
            lease_until = now() + make_interval(secs => $1)
      where id = (select id from job
                   where (state = 'waiting' or (state = 'running' and lease_until < now())) and attempts < $2
                     and kind = any($3)
                   order by created_at for update skip locked limit 1)
      returning ${COLUMNS}`,
    [LEASE_SECONDS, MOST_ATTEMPTS, kinds],
  );
  return rows[0] ?? null;
}

/** Jobs whose workers died as often as is allowed fail cleanly. */
async function failAbandoned(db: Db): Promise<void> {
  await db.query(
    `update job set state = 'failed', lease_until = null, changed_at = now(),
            problem = '{"code": "abandoned", "sentence": "The work was broken off twice and was given up."}'
      where state = 'running' and lease_until < now() and attempts >= $1`,
    [MOST_ATTEMPTS],
  );
}

export interface Runner {
  /** Look for work now instead of at the next tick. */
  wake(): void;
  /** Stop working on a job, if it is this server that works on it. */
  drop(jobId: string): void;
  stop(): Promise<void>;
}

/** Runs jobs, one after the other in each lane: two heavy ones at once would only be slower on a small machine. */
export function runJobs(db: Db, workers: Readonly<Record<string, Worker>>, logger: Logger): Runner {
  const lanes = (Object.keys(LANES) as Lane[]).map((lane) =>
    runLane(
      db,
      workers,
      logger,
      Object.keys(workers).filter((kind) => laneOf(kind) === lane),
    ),
  );
  return {
    wake: () => lanes.forEach((lane) => lane.wake()),
    drop: (jobId) => lanes.forEach((lane) => lane.drop(jobId)),
    stop: async () => {
      await Promise.all(lanes.map((lane) => lane.stop()));
    },
  };
}

function runLane(
  db: Db,
  workers: Readonly<Record<string, Worker>>,
  logger: Logger,
  kinds: readonly string[],
): Runner {
  let stopped = false;
  let timer: NodeJS.Timeout | undefined;
  let running: Promise<void> | null = null;
  let current: { readonly id: string; readonly control: AbortController } | null = null;

  const loop = async () => {
    for (;;) {
      if (stopped) return;
      await failAbandoned(db);
      const job = await claim(db, kinds);
      if (!job) return;
      current = { id: job.id, control: new AbortController() };
      await work(db, job, workers[job.kind], current.control, logger, () => stopped);
      current = null;
    }
  };
  const wake = () => {
    if (stopped || running) return;
    clearTimeout(timer);
    running = loop()
      .catch((error: Error) => logger.warn({ err: error.message }, 'jobs cannot be looked up'))
      .finally(() => {
        running = null;
        if (!stopped) timer = setTimeout(wake, POLL_MS);
      });
  };
  wake();
  return {
    wake,
    drop(jobId) {
      if (current?.id === jobId) current.control.abort();
    },
    async stop() {
      stopped = true;
      clearTimeout(timer);
      current?.control.abort();
      await running;
    },
  };
}

async function work(
  db: Db,
  job: Job,
  worker: Worker | undefined,
  control: AbortController,
  logger: Logger,
  isStopping: () => boolean,
): Promise<void> {
  let share = 0;
  let lastBeat = Date.now();
  const beat = async () => {
    const { rows } = await db.query<{ cancel_asked: boolean }>(
      `update job set lease_until = now() + make_interval(secs => $2), progress = $3, changed_at = now()
        where id = $1 and state = 'running' returning cancel_asked`,
      [job.id, LEASE_SECONDS, share],
    );
    if (!rows[0] || rows[0].cancel_asked) control.abort();
    else lastBeat = Date.now();
  };
  // A database that is away for a moment ends no work: that goes on for as long as nobody else may have taken it up.
  const missed = () => {
    if (Date.now() - lastBeat >= LEASE_SECONDS * 1000) control.abort();
  };
  const heart = setInterval(() => void beat().catch(missed), HEARTBEAT_MS);
  let writing: NodeJS.Timeout | undefined;
  const progress = (now: number) => {
    share = now;
    writing ??= setTimeout(() => {
      writing = undefined;
      void beat().catch(missed);
    }, PROGRESS_MS);
  };
  const finish = (state: string, result: unknown, problem: unknown) =>
    db.query(
      `update job set state = $2, result = $3, problem = $4, lease_until = null, changed_at = now(),
              progress = case when $2 = 'done' then 1 else progress end
        where id = $1 and state = 'running'`,
      [
        job.id,
        state,
        result === null ? null : JSON.stringify(result),
        problem === null ? null : JSON.stringify(problem),
      ],
    );
  try {
    if (!worker) throw new Problem(500, 'unknown-work', `Nobody here can do work of the kind ${job.kind}.`);
    const result = await worker(job.input, {
      signal: control.signal,
      progress,
      partial: async (found) => {
        await db.query(`update job set partial = $2, progress = $3 where id = $1 and state = 'running'`, [
          job.id,
          JSON.stringify(found),
          share,
        ]);
      },
    });
    await finish('done', result ?? {}, null);
  } catch (error) {
    const asked = await db.query<{ cancel_asked: boolean }>('select cancel_asked from job where id = $1', [
      job.id,
    ]);
    if (asked.rows[0]?.cancel_asked) await finish('cancelled', null, null);
    else if (isStopping() && control.signal.aborted) await giveBack(db, job.id);
    else if (troubleOf(error)) {
      // The database could not take it: whoever looks next does it again.
      logger.warn({ err: (error as Error).message, job: job.id }, 'a job is left to be taken up again');
      await giveBack(db, job.id);
    } else if (error instanceof Problem)
      await finish('failed', null, { code: error.code, sentence: error.message });
    else {
      logger.error({ err: error, job: job.id }, 'a job failed');
      await finish('failed', null, {
        code: 'unexpected',
        sentence: 'The work failed for a reason that was not foreseen.',
      });
    }
  } finally {
    clearInterval(heart);
    clearTimeout(writing);
  }
}

/** Lets somebody else take a job up at once; that it was begun does not count. */
async function giveBack(db: Db, jobId: string): Promise<void> {
  await db.query(
    `update job set state = 'waiting', lease_until = null, attempts = greatest(attempts - 1, 0), changed_at = now()
      where id = $1 and state = 'running'`,
    [jobId],
  );
}

/** What was worked out is kept for so many days. */
export const JOB_DAYS = 7;

/** Forgets work that ended so long ago. @returns how many */
export async function forgetJobs(db: Queryable): Promise<number> {
  const { rowCount } = await db.query(
    `delete from job where state in ('done', 'failed', 'cancelled') and changed_at < now() - make_interval(days => $1)`,
    [JOB_DAYS],
  );
  return rowCount ?? 0;
}
