import { Injectable } from '@angular/core';
import type { RegionReading } from '@spare-coat/core/picture/readRegion';
import type { Rect } from '@spare-coat/core/picture/rect';
import type { PixelsAnswer, PixelsAsk } from '../../workers/pixels.messages';

type Without<T> = T extends unknown ? Omit<T, 'id'> : never;

/** The one worker that owns decoded pixels, asked by promise. */
@Injectable({ providedIn: 'root' })
export class PixelsWorker {
  private worker: Worker | null = null;
  private readonly waiting = new Map<number, (answer: PixelsAnswer) => void>();
  private counter = 0;

  /** Decodes a picture so that the first reading does not wait for it. */
  async load(sha: string): Promise<void> {
    await this.ask({ what: 'load', sha });
  }

  /** Reads a region. @throws Error with a sentence when it cannot be read */
  async read(
    sha: string,
    rect: Rect,
    settle: boolean,
    reach: number,
  ): Promise<{ reading: RegionReading; ms: number }> {
    const answer = await this.ask({ what: 'read', sha, rect, settle, reach });
    if (!answer.ok || answer.what !== 'read')
      throw new Error(answer.ok ? 'Unexpected answer.' : answer.sentence);
    return answer;
  }

  private ask(ask: Without<PixelsAsk>): Promise<PixelsAnswer> {
    const worker = this.started();
    const id = ++this.counter;
    return new Promise((resolve) => {
      this.waiting.set(id, resolve);
      worker.postMessage({ ...ask, id });
    });
  }

  private started(): Worker {
    if (this.worker) return this.worker;
    const worker = new Worker(new URL('../../workers/pixels.worker', import.meta.url), { type: 'module' });
    worker.onmessage = (event: MessageEvent<PixelsAnswer>) => {
      this.waiting.get(event.data.id)?.(event.data);
      this.waiting.delete(event.data.id);
    };
    worker.onerror = () => {
      // A crashed worker answers nobody: tell those who wait, and start afresh next time.
      for (const [id, resolve] of this.waiting)
        resolve({ id, ok: false, sentence: 'Measuring broke off. Try again.' });
      this.waiting.clear();
      this.worker = null;
    };
    this.worker = worker;
    return worker;
  }
}
