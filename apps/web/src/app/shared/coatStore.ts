import { Injectable, computed, inject, signal } from '@angular/core';
import { carryOut } from '@spare-coat/core/coat/carryOut';
import { describeCommand } from '@spare-coat/core/coat/describe';
import { CommandRefused } from '@spare-coat/core/coat/refused';
import { applyChanges, nameOf, overlap, type Change } from '@spare-coat/core/coat/changes';
import type { Command } from '@spare-coat/core/coat/commands';
import { NO_ROWS, type CoatRows } from '@spare-coat/core/coat/rows';
import type { Answerable, Written } from '@spare-coat/core/wire/coat';
import type { ApiProblem } from './api';
import { Api } from './api';
import { newId } from './newId';
import { Notices } from './notices';

interface Pending {
  readonly commandId: string;
  readonly command: Command;
}

export type SaveState = 'saved' | 'saving' | 'waiting';

/** First wait before trying an unreachable server again; doubled each time up to the longest. */
const FIRST_WAIT_MS = 500;
const LONGEST_WAIT_MS = 8000;

/**
 * One coat in this window. What the person does is applied here at once and sent in order; it counts as saved when
 * the server has said so. Changes of other windows come in by themselves; where both changed the same thing the
 * person is asked, and nothing typed is lost.
 */
@Injectable({ providedIn: 'root' })
export class CoatStore {
  private readonly api = inject(Api);
  private readonly notices = inject(Notices);

  readonly id = signal<string | null>(null);
  readonly loading = signal(false);
  readonly problem = signal<ApiProblem | null>(null);
  private readonly saved = signal<CoatRows>(NO_ROWS);
  /** The revision of the rows in this window. */
  readonly revision = signal(0);
  private readonly pending = signal<readonly Pending[]>([]);
  private readonly away = signal(false);
  readonly undoable = signal<Answerable | null>(null);
  readonly redoable = signal<Answerable | null>(null);

  /** The coat as the person sees it: what is saved, with what is on its way laid over it. */
  readonly rows = computed<CoatRows>(() => {
    let rows = this.saved();
    for (const { command } of this.pending()) rows = applied(rows, command) ?? rows;
    return rows;
  });
  readonly saveState = computed<SaveState>(() =>
    this.pending().length === 0 ? 'saved' : this.away() ? 'waiting' : 'saving',
  );

  private events: EventSource | null = null;
  private sending = false;

  async open(id: string): Promise<void> {
    if (this.id() === id && this.problem() === null && this.revision() > 0) return;
    this.close();
    this.id.set(id);
    this.loading.set(true);
    this.problem.set(null);
    try {
      const coat = await this.api.coat(id);
      if (this.id() !== id) return;
      this.saved.set(coat.rows);
      this.revision.set(coat.revision);
      this.undoable.set(coat.undo);
      this.redoable.set(coat.redo);
      this.listen(id);
    } catch (error) {
      if (this.id() === id) this.problem.set(error as ApiProblem);
    } finally {
      this.loading.set(false);
    }
  }

  close(): void {
    this.events?.close();
    this.events = null;
    this.id.set(null);
    this.saved.set(NO_ROWS);
    this.revision.set(0);
    this.pending.set([]);
    this.problem.set(null);
    this.undoable.set(null);
    this.redoable.set(null);
  }

  /** Does something to the coat. A command that cannot be carried out is refused here, with a sentence. */
  send(command: Command): boolean {
    try {
      if (carryOut(this.rows(), command).length === 0) return true;
    } catch (error) {
      if (!(error instanceof CommandRefused)) throw error;
      this.notices.say(error.message);
      return false;
    }
    this.pending.update((list) => [...list, { commandId: newId(), command }]);
    void this.flush();
    return true;
  }

  async answer(what: 'undo' | 'redo'): Promise<void> {
    const id = this.id();
    if (!id) return;
    await this.settled();
    const label = (what === 'undo' ? this.undoable() : this.redoable())?.label;
    try {
      this.take(await this.api.answer(id, what, newId(), this.revision()));
      if (label) this.notices.say(`${what === 'undo' ? 'Undone' : 'Done again'}: ${label}`);
    } catch (error) {
      const problem = error as ApiProblem;
      if (problem.code === 'stale') {
        this.take(problem.body as unknown as Written);
        await this.answer(what);
      } else this.notices.say(problem.message);
    }
  }

  /** Resolves when everything is saved; used before what must not overtake it. */
  async settled(): Promise<void> {
    while (this.pending().length > 0) await new Promise((r) => setTimeout(r, 30));
  }

  private async flush(): Promise<void> {
    if (this.sending) return;
    this.sending = true;
    let wait = FIRST_WAIT_MS;
    try {
      for (let next = this.pending()[0]; next; next = this.pending()[0]) {
        const id = this.id();
        if (!id) return;
        try {
          const written = await this.api.command(id, next.commandId, this.revision(), next.command);
          if (this.id() !== id) return;
          this.away.set(false);
          wait = FIRST_WAIT_MS;
          this.take(written, 1);
        } catch (error) {
          const problem = error as ApiProblem;
          if (problem.away || problem.status === 429) {
            this.away.set(true);
            await new Promise((r) => setTimeout(r, wait));
            wait = Math.min(wait * 2, LONGEST_WAIT_MS);
          } else if (problem.code === 'stale') {
            await this.bringIn(problem.body as unknown as Written, next);
          } else {
            this.drop();
            this.notices.say(`Not saved: ${problem.message}`);
          }
        }
      }
    } finally {
      this.sending = false;
    }
  }

  /** Another window was faster: its changes come in; ours goes again unless both touched the same thing. */
  private async bringIn(theirs: Written, mine: Pending): Promise<void> {
    let wanted: Change[] = [];
    try {
      wanted = carryOut(this.saved(), mine.command);
    } catch {
      // What it was about is gone; taking the other window's change tells us so below.
    }
    const label = describeCommand(this.saved(), mine.command);
    const clash = overlap(
      wanted,
      theirs.entries.flatMap((e) => [...e.changes]),
    );
    const what = clash ? nameOf(this.rows(), clash.entity, clash.id) : '';
    if (!clash) {
      this.take(theirs);
      return;
    }
    this.take(theirs);
    const again = await this.notices.ask({
      title: 'Changed in another window',
      text: `${what} was changed in another window meanwhile (${theirs.entries.at(-1)?.label ?? ''}). Yours: ${label}.`,
      yes: 'Put mine',
      no: 'Keep theirs',
    });
    if (!again) this.drop();
  }

  private drop(): void {
    this.pending.update((list) => list.slice(1));
  }

  /** Takes in what the server wrote. `ours`: so many pending commands are now saved. */
  private take(written: Written, ours = 0): void {
    let rows = this.saved();
    for (const entry of written.entries) {
      if (entry.revision <= this.revision()) continue;
      const result = applyChanges(rows, entry.changes);
      if (!result.ok) {
        // This window has lost track: load the coat whole instead of guessing.
        void this.reload();
        break;
      }
      rows = result.rows;
    }
    this.saved.set(rows);
    this.revision.update((r) => Math.max(r, written.revision));
    this.undoable.set(written.undo);
    this.redoable.set(written.redo);
    if (ours > 0) this.pending.update((list) => list.slice(ours));
  }

  private async reload(): Promise<void> {
    const id = this.id();
    if (!id) return;
    const coat = await this.api.coat(id).catch(() => null);
    if (!coat || this.id() !== id) return;
    this.saved.set(coat.rows);
    this.revision.set(coat.revision);
    this.undoable.set(coat.undo);
    this.redoable.set(coat.redo);
  }

  private listen(id: string): void {
    if (typeof EventSource === 'undefined') return;
    this.events = new EventSource(`/api/coats/${id}/events`);
    this.events.onmessage = (event: MessageEvent<string>) => {
      const { revision } = JSON.parse(event.data) as { revision: number | null };
      if (revision !== null && revision <= this.revision()) return;
      // Our own write is on its way back too; looking while it is under way would only fetch it twice.
      if (!this.sending) void this.catchUp(id);
    };
  }

  private async catchUp(id: string): Promise<void> {
    const written = await this.api.entries(id, this.revision()).catch(() => null);
    if (written && this.id() === id && !this.sending) this.take(written);
  }
}

function applied(rows: CoatRows, command: Command): CoatRows | null {
  try {
    const result = applyChanges(rows, carryOut(rows, command));
    return result.ok ? result.rows : null;
  } catch (error) {
    if (error instanceof CommandRefused) return null;
    throw error;
  }
}
