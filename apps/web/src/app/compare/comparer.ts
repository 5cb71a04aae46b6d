import { Injectable } from '@angular/core';
import { sumDifferences, type DifferenceSum } from '@spare-coat/core/proving/compare/differenceMap';
import type { Rect } from '@spare-coat/core/measuring/picture/rect';
import type { CompareAnswer, CompareAsk } from '../../workers/compare.messages';
import type { Pair } from '../../workers/pixels.messages';

/** Two pictures compared whole. */
export interface Compared extends DifferenceSum {
  /** The part that was compared, in pixels of the own picture. */
  readonly overlap: Rect;
  /** CIEDE2000 by pixel of the overlap. */
  readonly map: Float32Array;
  /** The differences as a picture, band by band, from the top. */
  readonly bands: readonly { readonly y: number; readonly picture: ImageData }[];
  /** −1 to 1; null where the overlap is smaller than a window. */
  readonly ssim: number | null;
  /** Milliseconds from the brought-together pictures to the numbers. */
  readonly ms: number;
}

/** More workers than this wait for memory and not for numbers. */
const MOST_WORKERS = 4;
/** Bands for each worker: those that come to something easy take another. */
const BANDS = 3;

/** Compares whole pictures by several workers on shared memory. */
@Injectable({ providedIn: 'root' })
export class Comparer {
  private workers: Worker[] = [];
  private counter = 0;

  /** @throws Error with a sentence where a worker broke off */
  async compare({ own, reference, overlap }: Pair): Promise<Compared> {
    const { width, height } = overlap;
    const map = new SharedArrayBuffer(width * height * 4);
    const workers = this.started();
    const rows = Math.ceil(height / (workers.length * BANDS));
    const waiting = Array.from({ length: Math.ceil(height / rows) }, (_, i) => ({
      from: i * rows,
      to: Math.min(height, (i + 1) * rows),
    }));
    const bands: { y: number; picture: ImageData }[] = [];
    let [sum, windows, ms] = [0, 0, 0];
    await Promise.all(
      workers.map(async (worker) => {
        let spent = 0;
        for (let band = waiting.shift(); band; band = waiting.shift()) {
          const answer = await this.ask(worker, { own, reference, map, width, height, ...band });
          sum += answer.sum;
          windows += answer.windows;
          spent += answer.ms;
          bands.push({ y: band.from, picture: new ImageData(answer.picture, width) });
        }
        ms = Math.max(ms, spent);
      }),
    );
    const differences = new Float32Array(map);
    return {
      overlap,
      map: differences,
      bands: bands.sort((a, b) => a.y - b.y),
      ssim: windows === 0 ? null : sum / windows,
      ...sumDifferences(differences, width, null),
      ms,
    };
  }

  private ask(worker: Worker, ask: Omit<CompareAsk, 'id'>): Promise<CompareAnswer> {
    const id = ++this.counter;
    return new Promise((resolve, reject) => {
      worker.onmessage = ({ data }: MessageEvent<CompareAnswer>) => {
        if (data.id === id) resolve(data);
      };
      worker.onerror = () => {
        this.end();
        reject(new Error('Comparing broke off. Try again.'));
      };
      worker.postMessage({ ...ask, id } satisfies CompareAsk);
    });
  }

  private started(): Worker[] {
    const wanted = Math.min(MOST_WORKERS, Math.max(1, navigator.hardwareConcurrency || 1));
    while (this.workers.length < wanted)
      this.workers.push(
        new Worker(new URL('../../workers/compare.worker', import.meta.url), { type: 'module' }),
      );
    return this.workers;
  }

  /** Ends the workers; the next comparison starts fresh ones. */
  end(): void {
    for (const worker of this.workers) worker.terminate();
    this.workers = [];
  }
}
