import { Injectable, signal } from '@angular/core';

/** Counted up whenever a form changed: what is shown of it is worked out anew. */
@Injectable()
export class Ticks {
  private readonly count = signal(0);
  readonly now = this.count.asReadonly();

  tick(): void {
    this.count.update((n) => n + 1);
  }
}
