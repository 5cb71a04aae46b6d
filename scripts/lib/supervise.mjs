import { clearTimeout, setTimeout } from 'node:timers';

/** A child says so where starting it again is of no use: something set is wrong, or the database is ahead of it. */
const NO_USE = [2, 3];
const FIRST_WAIT_MS = 500;
const LONGEST_WAIT_MS = 15_000;
/** One that ran so long was well: what ended it is no fault in how it starts. */
const WELL_MS = 60_000;

/**
 * Keeps a child running: started again whenever it ends by itself, at longer and longer distances while it does so at once.
 *
 * @param {() => import('node:child_process').ChildProcess} start
 * @param {{ tell: (how: string) => void, giveUp: () => void, firstWaitMs?: number }} options `tell` hears how it ended, `giveUp` that
 *   it will not be started again
 * @returns {{ current: () => import('node:child_process').ChildProcess, stop: (patienceMs: number) => Promise<void> }}
 */
export function supervise(start, { tell, giveUp, firstWaitMs = FIRST_WAIT_MS }) {
  let child;
  let timer;
  let stopping = false;
  const run = (wait) => {
    const from = Date.now();
    child = start();
    child.on('close', (code, signal) => {
      if (stopping) return;
      if (NO_USE.includes(code)) {
        giveUp();
        return;
      }
      const next = Date.now() - from > WELL_MS ? firstWaitMs : wait;
      tell(String(code ?? signal));
      timer = setTimeout(() => run(Math.min(next * 2, LONGEST_WAIT_MS)), next);
    });
  };
  run(firstWaitMs);
  return {
    current: () => child,
    async stop(patienceMs) {
      stopping = true;
      clearTimeout(timer);
      if (child.exitCode !== null || child.signalCode !== null) return;
      const ended = new Promise((resolve) => child.once('close', resolve));
      child.kill('SIGTERM');
      const late = setTimeout(() => child.kill('SIGKILL'), patienceMs);
      await ended;
      clearTimeout(late);
    },
  };
}
