import { Injectable } from '@angular/core';
import { Observable } from 'rxjs';
import type { LearnAnswer, LearnAsk } from '../../../workers/learn.messages';

/** Asks the worker that learns desktops; who stops listening stops it. */
@Injectable({ providedIn: 'root' })
export class LearnWorker {
  learn(ask: LearnAsk): Observable<LearnAnswer> {
    return new Observable((listener) => {
      const worker = new Worker(new URL('../../../workers/learn.worker', import.meta.url), {
        type: 'module',
      });
      worker.onmessage = ({ data }: MessageEvent<LearnAnswer>) => {
        listener.next(data);
        listener.complete();
      };
      worker.onerror = () =>
        listener.error(new Error('Reading it broke off in this page. Reload it to try again.'));
      worker.postMessage(ask);
      return () => worker.terminate();
    });
  }
}
