import { Injectable, Injector, inject, signal } from '@angular/core';
import { exhaustMap, timer } from 'rxjs';
import type { CoatSessions } from './coatSessions';
import { LOOK_MS, Outbox, byCoat } from './outbox';

/** What is still to be sent of one coat, or can no longer be carried out. */
export interface StillHere {
  readonly coat: string;
  readonly name: string;
  /** To be sent, by this window or by another one that is open. */
  readonly waiting: number;
  readonly stuck: number;
}

/**
 * Tells what this browser keeps that the server has not. Where there is something, the sessions are brought in, which send it: a
 * page that shows no coat carries nothing of what a coat is made of.
 */
@Injectable({ providedIn: 'root' })
export class LeftBehind {
  private readonly outbox = inject(Outbox);
  private readonly injector = inject(Injector);

  /** What this browser still keeps, by coat. */
  readonly stillHere = signal<readonly StillHere[]>([]);

  constructor() {
    timer(0, LOOK_MS)
      .pipe(exhaustMap(() => this.look()))
      .subscribe();
  }

  /** Looks at once. */
  async look(): Promise<void> {
    await this.tell();
    if (this.stillHere().length === 0) return;
    // Where the server is away they cannot be brought now: it is tried again with the next look.
    const sessions = await this.bring().catch(() => null);
    if (!sessions) return;
    await sessions.look();
    await this.tell();
  }

  private async tell(): Promise<void> {
    // A browser that keeps nothing has nothing to tell: the marks of the sessions say so where it matters.
    const all = await this.outbox.all().catch(() => []);
    this.stillHere.set(
      [...byCoat(all)].map(([coat, unsent]) => ({
        coat,
        name: unsent.at(-1)!.coatName,
        waiting: unsent.filter((u) => u.refused === null).length,
        stuck: unsent.filter((u) => u.refused !== null).length,
      })),
    );
  }

  private async bring(): Promise<CoatSessions> {
    const { CoatSessions } = await import('./coatSessions');
    return this.injector.get(CoatSessions);
  }
}
