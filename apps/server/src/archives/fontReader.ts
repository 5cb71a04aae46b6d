import { Worker } from 'node:worker_threads';
import { fileURLToPath } from 'node:url';
import { unreadFont, type FontEvidence } from '@spare-coat/core/deciding/archives/findings';

/** Runs from `src` (tests) and from `dist` alike: the thread is always the built one. */
const THREAD = fileURLToPath(new URL('../../dist/archives/fontThread.js', import.meta.url));
/** A font that takes longer is made to. */
const MOST_MS = 10_000;
/** After so many of those the others in the archive are not looked into: it is made to hold somebody up. */
const MOST_GIVEN_UP = 3;
const MOST_HEAP_MB = 160;

/** Reads fonts out of an archive in a thread that is ended when one of them takes too long. */
export class FontReader {
  private thread: Worker | null = null;
  private givenUp = 0;

  /** @param mostMs milliseconds that one font may take */
  constructor(private readonly mostMs = MOST_MS) {}

  async read(path: string, bytes: Uint8Array): Promise<FontEvidence> {
    if (this.givenUp >= MOST_GIVEN_UP)
      return unreadFont(path, 'It was not read: others in this archive took too long.');
    this.thread ??= new Worker(THREAD, {
      resourceLimits: { maxOldGenerationSizeMb: MOST_HEAP_MB },
    });
    const { thread } = this;
    const answer = await new Promise<FontEvidence | null>((resolve) => {
      const settle = (found: FontEvidence | null) => {
        clearTimeout(timer);
        thread.off('message', settle).off('error', fail).off('exit', fail);
        resolve(found);
      };
      const fail = () => settle(null);
      const timer = setTimeout(fail, this.mostMs);
      thread.on('message', settle).on('error', fail).on('exit', fail);
      thread.postMessage({ path, bytes });
    });
    if (answer) return answer;
    this.givenUp++;
    await this.close();
    return unreadFont(path, 'Reading it took too long or too much memory, and was given up.');
  }

  async close(): Promise<void> {
    await this.thread?.terminate();
    this.thread = null;
  }
}
