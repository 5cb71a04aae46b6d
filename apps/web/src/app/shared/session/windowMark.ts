import { Injectable } from '@angular/core';
import { newId } from '../newId';

const NAME = 'spare-coat window ';

/** Tells this window from others, and which of them are still open. */
@Injectable({ providedIn: 'root' })
export class WindowMark {
  readonly id = newId();
  /** Resolves when others can see that this window is open. */
  readonly ready = this.show();

  /** A lock that is held for as long as the window is open: it goes with it, however that ends. */
  private show(): Promise<void> {
    const { locks } = navigator as { locks?: LockManager };
    if (!locks) return Promise.resolve();
    return new Promise((resolve) => {
      locks
        .request(NAME + this.id, () => {
          resolve();
          return new Promise<never>(() => undefined);
        })
        // A browser that keeps no locks here: other windows take this one for closed, which is harmless.
        .catch(() => resolve());
    });
  }

  /** Windows that are open, this one included. Where that cannot be told, this one alone. */
  async open(): Promise<ReadonlySet<string>> {
    const { locks } = navigator as { locks?: LockManager };
    const held = (await locks?.query().catch(() => null))?.held ?? [];
    const ids = held.flatMap(({ name }) => (name?.startsWith(NAME) ? [name.slice(NAME.length)] : []));
    return new Set([...ids, this.id]);
  }

  /** Runs `work` in one window at a time; not at all where another one is at it. */
  async alone(what: string, work: () => Promise<void>): Promise<void> {
    const { locks } = navigator as { locks?: LockManager };
    if (!locks) return work();
    await locks.request(`spare-coat ${what}`, { ifAvailable: true }, (lock) => (lock ? work() : undefined));
  }
}
