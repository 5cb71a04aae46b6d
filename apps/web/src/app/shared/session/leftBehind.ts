import { Injectable, Injector, computed, inject, signal } from '@angular/core';
import { exhaustMap, takeWhile, timer } from 'rxjs';
import type { CoatSessions, StillHere } from './coatSessions';
import { LOOK_MS, Outbox } from './outbox';

/**
 * Looks whether this browser keeps something that the server has not. Only then the sessions are brought in, which send it and
 * look by themselves from there on: a page that shows no coat carries nothing of what a coat is made of.
 */
@Injectable({ providedIn: 'root' })
export class LeftBehind {
  private readonly outbox = inject(Outbox);
  private readonly injector = inject(Injector);
  private readonly sessions = signal<CoatSessions | null>(null);

  /** What this browser still keeps, by coat. */
  readonly stillHere = computed<readonly StillHere[]>(() => this.sessions()?.stillHere() ?? []);

  constructor() {
    timer(0, LOOK_MS)
      .pipe(
        takeWhile(() => this.sessions() === null),
        exhaustMap(() => this.look()),
      )
      .subscribe();
  }

  /** Looks at once. */
  async look(): Promise<void> {
    if (this.sessions() === null && !(await this.isAny())) return;
    await this.bring()
      .then((sessions) => sessions.look())
      // Where the server is away they cannot be brought now: it is tried again with the next look.
      .catch(() => undefined);
  }

  private async bring(): Promise<CoatSessions> {
    const { CoatSessions } = await import('./coatSessions');
    const sessions = this.injector.get(CoatSessions);
    this.sessions.set(sessions);
    return sessions;
  }

  private async isAny(): Promise<boolean> {
    try {
      return (await this.outbox.all()).length > 0;
    } catch {
      // The browser keeps nothing here: there is nothing that another window could have left.
      return false;
    }
  }
}
