import { fileURLToPath } from 'node:url';
import { Worker } from 'node:worker_threads';
import type { Logger } from 'pino';

/** Runs from `src` (tests) and from `dist` alike: the thread is always the built one. */
const THREAD = fileURLToPath(new URL('../../dist/coats/figuresThread.js', import.meta.url));

/** Works out figures of coats beside the requests. */
export interface Figures {
  /**
   * Has these coats worked out that are not fresh, and waits for them until the time is up; the work itself goes on.
   *
   * @param mostMs milliseconds that are waited
   */
  workOut(coatIds: readonly string[], mostMs: number): Promise<void>;
  stop(): Promise<void>;
}

/** @param url of the database that the thread works on */
export function startFigures(url: string, logger: Logger): Figures {
  let thread: Worker | null = null;
  /** Of every coat that is being worked out here, whoever waits for it. */
  const waiting = new Map<string, (() => void)[]>();
  const settle = (coatId: string) => {
    for (const go of waiting.get(coatId) ?? []) go();
    waiting.delete(coatId);
  };
  const started = (): Worker => {
    const fresh = new Worker(THREAD, { workerData: { url } });
    // It must not keep a server alive that wants to stop.
    fresh.unref();
    fresh.on('message', ({ coatId, problem }: { coatId: string; problem: string | null }) => {
      if (problem !== null) logger.warn({ err: problem, coat: coatId }, 'a card could not be worked out');
      settle(coatId);
    });
    fresh.on('error', (error) => logger.error({ err: error }, 'the thread for cards failed'));
    fresh.on('exit', () => {
      if (thread === fresh) thread = null;
      for (const coatId of [...waiting.keys()]) settle(coatId);
    });
    return fresh;
  };
  return {
    async workOut(coatIds, mostMs) {
      const all = coatIds.map(
        (coatId) =>
          new Promise<void>((resolve) => {
            const others = waiting.get(coatId);
            waiting.set(coatId, [...(others ?? []), resolve]);
            // Asked for by several windows at once it is worked out once.
            if (!others) (thread ??= started()).postMessage(coatId);
          }),
      );
      let timer: NodeJS.Timeout | undefined;
      await Promise.race([
        Promise.all(all),
        new Promise<void>((resolve) => (timer = setTimeout(resolve, mostMs))),
      ]);
      clearTimeout(timer);
    },
    async stop() {
      await thread?.terminate();
    },
  };
}
