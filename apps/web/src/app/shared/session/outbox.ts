import { Injectable } from '@angular/core';
import { openDB, type DBSchema, type IDBPDatabase } from 'idb';
import type { Command } from '@spare-coat/core/doing/commands/commands';

/** Something a person did that the server has not acknowledged, as it is kept in the browser. */
export interface Unsent {
  /** Its place in the order; given when it is kept. */
  readonly n?: number;
  /** Whose it is: one for now. */
  readonly person: string;
  readonly coat: string;
  /** What the coat was called then: it may be gone when it is told of. */
  readonly coatName: string;
  /** The window that sends it. */
  readonly window: string;
  readonly commandId: string;
  readonly command: Command;
  readonly label: string;
  /** The revision that the person saw when it was done. */
  readonly seen: number;
  /** ISO 8601. */
  readonly at: string;
  /** Why it can no longer be carried out; null while it is to be sent. */
  readonly refused: string | null;
}

interface Boxes extends DBSchema {
  outbox: {
    key: number;
    value: Unsent;
    indexes: { person: string; commandId: string };
  };
}

/** How often it is looked whether another window has left something behind. */
export const LOOK_MS = 4000;

export const PERSON = 'local';
const DATABASE = 'spare-coat';
/** A browser that has not opened its database by then will not. */
const PATIENCE_MS = 3000;

/** What has to reach the server, kept in the browser's own database until it has. Rejects where that keeps nothing. */
@Injectable({ providedIn: 'root' })
export class Outbox {
  private opened: Promise<IDBPDatabase<Boxes>> | null = null;

  private db(): Promise<IDBPDatabase<Boxes>> {
    this.opened ??= inTime(
      openDB<Boxes>(DATABASE, 1, {
        upgrade(db) {
          const store = db.createObjectStore('outbox', { keyPath: 'n', autoIncrement: true });
          store.createIndex('person', 'person');
          store.createIndex('commandId', 'commandId', { unique: true });
        },
        terminated: () => (this.opened = null),
      }),
    ).catch((error: unknown) => {
      // It may work the next time: a private window that was closed, a disk that has room again.
      this.opened = null;
      throw error;
    });
    return this.opened;
  }

  /** Keeps something. @returns its place in the order, by which it is known here */
  async keep(unsent: Unsent): Promise<number> {
    return inTime((await this.db()).add('outbox', unsent));
  }

  async drop(n: number): Promise<void> {
    await (await this.db()).delete('outbox', n);
  }

  /** Says why it can no longer be carried out, or, with null, that it is to be sent after all. */
  async refuse(n: number, why: string | null): Promise<void> {
    const tx = (await this.db()).transaction('outbox', 'readwrite');
    const kept = await tx.store.get(n);
    if (kept) await tx.store.put({ ...kept, refused: why });
    await tx.done;
  }

  /** Everything that is kept, in its order. */
  async all(): Promise<Unsent[]> {
    return (await this.db()).getAllFromIndex('outbox', 'person', PERSON);
  }

  /** Takes over what windows have left behind that are no longer open. @returns what is now this window's, in its order */
  async adopt(window: string, open: ReadonlySet<string>): Promise<Unsent[]> {
    const tx = (await this.db()).transaction('outbox', 'readwrite');
    const adopted: Unsent[] = [];
    for (const unsent of await tx.store.index('person').getAll(PERSON)) {
      if (unsent.refused !== null || open.has(unsent.window)) continue;
      const mine = { ...unsent, window };
      await tx.store.put(mine);
      adopted.push(mine);
    }
    await tx.done;
    return adopted;
  }
}

/** What is kept, by coat, in its order. */
export function byCoat(all: readonly Unsent[]): Map<string, Unsent[]> {
  const by = new Map<string, Unsent[]>();
  for (const unsent of all) by.set(unsent.coat, [...(by.get(unsent.coat) ?? []), unsent]);
  return by;
}

function inTime<T>(work: Promise<T>): Promise<T> {
  return Promise.race([
    work,
    new Promise<never>((_, reject) =>
      setTimeout(() => reject(new Error('The browser’s database does not answer.')), PATIENCE_MS),
    ),
  ]);
}
