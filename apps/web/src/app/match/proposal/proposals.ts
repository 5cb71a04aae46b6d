import { EMPTY, Subject, catchError, from, map, startWith, switchMap, tap, type Observable } from 'rxjs';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { Injectable, computed, effect, inject, signal, untracked } from '@angular/core';
import { coatOf } from '@spare-coat/core/model/coat/rows';
import type { ProposalReport } from '@spare-coat/core/deciding/proposal/report';
import type { JobState } from '@spare-coat/core/proving/wire/job';
import { Api } from '../../shared/api';
import { Jobs } from '../../shared/jobs';
import { CoatStore } from '../../shared/coatStore';
import { CoatView } from '../../shared/coatView';

/** How a proposal stands that was asked for. */
export interface Asked {
  readonly job: string;
  readonly state: JobState['state'];
  /** 0 to 1. */
  readonly progress: number;
  readonly report: ProposalReport | null;
  readonly sentence: string | null;
}

/** Asks the server for proposals, follows how they come, and keeps the last one while one looks at other stages. */
@Injectable({ providedIn: 'root' })
export class Proposals {
  private readonly api = inject(Api);
  private readonly jobs = inject(Jobs);
  private readonly store = inject(CoatStore);
  private readonly view = inject(CoatView);
  readonly asked = signal<Asked | null>(null);
  readonly problem = signal<string | null>(null);
  /** The rows that the report speaks of: when others came since, it may be out of date. */
  private readonly askedOf = signal<unknown>(null);
  /** What is asked for last counts: null is nothing, as when another coat is looked at. */
  private readonly wanted = new Subject<readonly string[] | 'all' | null>();

  constructor() {
    this.wanted
      .pipe(
        switchMap((released) =>
          released === null
            ? EMPTY
            : this.proposal(released).pipe(
                catchError((error: Error) => {
                  this.problem.set(error.message);
                  return EMPTY;
                }),
              ),
        ),
        takeUntilDestroyed(),
      )
      .subscribe((asked) => this.asked.set(asked));
    const coat = computed(() => this.view.coat()?.id);
    effect(() => {
      coat();
      untracked(() => this.forget());
    });
  }

  isStale(): boolean {
    return this.asked() !== null && this.askedOf() !== this.view.rows();
  }

  /** What was accepted is what the report says: it does not grow old by that. */
  keepFresh(): void {
    this.askedOf.set(this.view.rows());
  }

  private forget(): void {
    this.wanted.next(null);
    this.asked.set(null);
    this.problem.set(null);
  }

  ask(released: readonly string[] | 'all'): void {
    this.problem.set(null);
    this.wanted.next(released);
  }

  /** A proposal, as it comes: asked for when everything is saved. */
  private proposal(released: readonly string[] | 'all'): Observable<Asked> {
    return from(this.store.settled()).pipe(
      map(() => this.view.rows()),
      switchMap((rows) =>
        this.api.askProposal(coatOf(rows).id, released).pipe(
          tap(() => this.askedOf.set(rows)),
          switchMap(({ job }) =>
            this.jobs.follow(job).pipe(
              map((now) => ({
                job,
                state: now.state,
                progress: now.progress,
                report: (now.result ?? now.partial ?? null) as ProposalReport | null,
                sentence: now.problem?.sentence ?? null,
              })),
              startWith({ job, state: 'waiting' as const, progress: 0, report: null, sentence: null }),
            ),
          ),
        ),
      ),
    );
  }

  cancel(): void {
    const job = this.asked()?.job;
    // Whether it was stopped its state tells.
    if (job) this.api.cancelJob(job).subscribe({ error: () => undefined });
  }
}
