import { Injectable, inject } from '@angular/core';
import type { JobState } from '@spare-coat/core/proving/wire/job';
import {
  EMPTY,
  Observable,
  catchError,
  concatMap,
  map,
  merge,
  of,
  switchMap,
  takeWhile,
  tap,
  throwError,
  timeout,
  timer,
} from 'rxjs';
import { Api, type ApiProblem } from './api';

/** What is said where a job failed without a reason, and where it was cancelled. */
export interface JobWords {
  readonly failed: string;
  readonly cancelled: string;
}

/** News may be lost with a connection: so often it is looked whether there are some, in any case. */
const LOOK_MS = 3000;

/** Who has not answered by then is asked again. */
const PATIENCE_MS = 20_000;

const isOver = ({ state }: JobState) => state === 'done' || state === 'failed' || state === 'cancelled';

/** Work that the server does in the background. */
@Injectable({ providedIn: 'root' })
export class Jobs {
  private readonly api = inject(Api);

  /** That something about a job is new; a browser without event streams only looks now and then. */
  private news(id: string): Observable<unknown> {
    if (typeof EventSource === 'undefined') return EMPTY;
    return new Observable<null>((told) => {
      const events = new EventSource(`/api/jobs/${id}/events`);
      events.onmessage = () => told.next(null);
      // After a lost connection the browser connects again by itself; what was missed then is looked for.
      events.onopen = () => told.next(null);
      return () => events.close();
    });
  }

  /** How a job stands, until it is over. A server that is away for a moment is waited for. */
  follow(id: string): Observable<JobState> {
    return merge(timer(0, LOOK_MS), this.news(id)).pipe(
      // One question after the other: news that come faster than answers cancel none of them.
      concatMap(() =>
        this.api.job(id).pipe(
          timeout({ each: PATIENCE_MS, with: () => EMPTY }),
          catchError((error: ApiProblem) => (error.away ? EMPTY : throwError(() => error))),
        ),
      ),
      takeWhile((job) => !isOver(job), true),
    );
  }

  /**
   * What a job came to.
   *
   * @param tell how far it is, 0 to 1
   * @returns the result, once; an Error with a sentence where it failed or was cancelled
   */
  result(id: string, tell: (progress: number) => void, words: JobWords): Observable<unknown> {
    return this.follow(id).pipe(
      tap((job) => tell(job.progress)),
      switchMap((job) => {
        if (job.state === 'failed') return throwError(() => new Error(job.problem?.sentence ?? words.failed));
        if (job.state === 'cancelled') return throwError(() => new Error(words.cancelled));
        return job.state === 'done' ? of(job) : EMPTY;
      }),
      map((job) => job.result as unknown),
    );
  }
}
