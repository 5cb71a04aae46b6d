import type { Response } from 'express';
import pg from 'pg';
import type { Logger } from 'pino';

/** Tells open windows that a coat or a job has changed, whichever server changed it: PostgreSQL carries the news. */
export interface Hub {
  /** Streams server-sent events about one coat, or one job, until the window goes away. */
  listen(id: string, res: Response): void;
  stop(): Promise<void>;
}

/** A database that was restarted answers again within a second: news are not to come later than what is asked for. */
const AGAIN_MS = 300;
const KEEP_ALIVE_MS = 20_000;

export function openHub(url: string, logger: Logger): Hub {
  const windows = new Map<string, Set<Response>>();
  let client: pg.Client | null = null;
  let stopped = false;
  let timer: NodeJS.Timeout | undefined;

  const say = (id: string, data: string) => {
    for (const res of windows.get(id) ?? []) res.write(`data: ${data}\n\n`);
  };
  const connect = async () => {
    const fresh = new pg.Client({ connectionString: url, connectionTimeoutMillis: 3000 });
    const lost = () => {
      if (client === fresh) client = null;
      if (!stopped) {
        clearTimeout(timer);
        timer = setTimeout(() => void connect(), AGAIN_MS);
      }
    };
    fresh.on('error', (error) => logger.warn({ err: error.message }, 'the news connection was lost'));
    fresh.on('end', lost);
    fresh.on('notification', (n) => {
      const [id, revision] = (n.payload ?? '').split(' ');
      if (id) say(id, JSON.stringify({ revision: revision === undefined ? null : Number(revision) }));
    });
    try {
      await fresh.connect();
      await fresh.query('listen coat_changed; listen job_changed');
      if (stopped) {
        // Stopped while it was still being made: nobody else would end it.
        await fresh.end();
        return;
      }
      client = fresh;
      // What happened while nobody listened: every window looks once.
      for (const id of windows.keys()) say(id, JSON.stringify({ revision: null }));
    } catch {
      await fresh.end().catch(() => undefined);
      lost();
    }
  };
  const first = connect();
  const keepAlive = setInterval(() => {
    for (const set of windows.values()) for (const res of set) res.write(': still here\n\n');
  }, KEEP_ALIVE_MS);

  return {
    listen(id, res) {
      res.set({
        'Content-Type': 'text/event-stream',
        'Cache-Control': 'no-store',
        'X-Accel-Buffering': 'no',
      });
      res.flushHeaders();
      res.write('retry: 1500\n\n');
      const set = windows.get(id) ?? new Set();
      set.add(res);
      windows.set(id, set);
      res.on('close', () => {
        set.delete(res);
        if (set.size === 0) windows.delete(id);
      });
    },
    async stop() {
      stopped = true;
      clearTimeout(timer);
      clearInterval(keepAlive);
      for (const set of windows.values()) for (const res of set) res.end();
      await client?.end().catch(() => undefined);
      await first;
    },
  };
}
