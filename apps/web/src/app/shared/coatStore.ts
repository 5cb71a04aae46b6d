import { Injectable, computed, inject, signal } from '@angular/core';
import type { Command } from '@spare-coat/core/doing/commands/commands';
import { NO_ROWS, type CoatRows } from '@spare-coat/core/model/coat/rows';
import type { CoatSession } from './session/coatSession';
import { type SaveState } from './session/coatSession';
import { CoatSessions } from './session/coatSessions';

/** The coat that is looked at in this window: its session, as the stages see it. */
@Injectable({ providedIn: 'root' })
export class CoatStore {
  private readonly sessions = inject(CoatSessions);
  readonly session = signal<CoatSession | null>(null);

  readonly id = computed(() => this.session()?.id ?? null);
  readonly loading = computed(() => this.session()?.loading() ?? false);
  readonly problem = computed(() => this.session()?.problem() ?? null);
  readonly revision = computed(() => this.session()?.revision() ?? 0);
  readonly undoable = computed(() => this.session()?.undoable() ?? null);
  readonly redoable = computed(() => this.session()?.redoable() ?? null);
  readonly rows = computed<CoatRows>(() => this.session()?.rows() ?? NO_ROWS);
  /** Whether nothing is on its way. What can no longer be carried out is not. */
  readonly isSettled = computed(() => (this.session()?.waiting() ?? 0) === 0);
  readonly saveState = computed<SaveState>(() => this.session()?.saveState() ?? 'saved');

  open(id: string): void {
    this.session.set(this.sessions.show(id));
  }
  close(): void {
    this.session.set(null);
    this.sessions.leave();
  }

  /** Does something to the coat. @returns false where it cannot be carried out, which was said */
  send(command: Command): boolean {
    return this.session()?.send(command) ?? false;
  }
  answer(what: 'undo' | 'redo'): void {
    this.session()?.answer(what);
  }
  /** Resolves when everything is saved; used before what must not overtake it. */
  async settled(): Promise<void> {
    await this.session()?.settled();
  }
}
