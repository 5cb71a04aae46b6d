import { computed, signal, type Signal } from '@angular/core';
import { rxResource } from '@angular/core/rxjs-interop';
import type { Subscription } from 'rxjs';
import { finalize, type Observable } from 'rxjs';
import type { ApiProblem } from './api';

/** Something that is read from the server. */
export interface Loaded<A> {
  /** Null until it is there, and where it could not be read. */
  readonly value: Signal<A | null>;
  /** Why it could not be read, as a sentence. */
  readonly problem: Signal<string | null>;
  readonly isLoading: Signal<boolean>;
  /** Reads it again; what is shown stays until then. */
  again(): void;
}

/**
 * Reads something whenever what is asked for changes. Of two questions the later one counts: the earlier is cancelled, as it is
 * when the page is left.
 *
 * @param params what is asked for; undefined: nothing
 */
export function loaded<Q, A>(params: () => Q | undefined, ask: (question: Q) => Observable<A>): Loaded<A> {
  const resource = rxResource<A, Q | undefined>({
    params,
    // Nothing is streamed where nothing is asked for.
    stream: ({ params: question }) => ask(question as Q),
  });
  return {
    value: computed(() => (resource.hasValue() ? (resource.value() as A) : null)),
    problem: computed(() => (resource.error() as Error | undefined)?.message ?? null),
    isLoading: resource.isLoading,
    again: () => void resource.reload(),
  };
}

/** Something that a person starts: busy while it goes on, and what went wrong. It goes on where the page is left. */
export class Task {
  private readonly running = signal(0);
  readonly busy = computed(() => this.running() > 0);
  readonly problem = signal<string | null>(null);

  /**
   * @param done hears what came of it
   * @param refuse hears of a failure; it is kept as `problem` where nobody does
   */
  run<T>(
    work: Observable<T>,
    done: (result: T) => void = () => undefined,
    refuse: (problem: ApiProblem) => void = (problem) => this.problem.set(problem.message),
  ): Subscription {
    this.running.update((n) => n + 1);
    this.problem.set(null);
    return work
      .pipe(finalize(() => this.running.update((n) => n - 1)))
      .subscribe({ next: done, error: (error: unknown) => refuse(error as ApiProblem) });
  }
}
