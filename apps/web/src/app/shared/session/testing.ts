import { applyChanges, invertChanges, type Change } from '@spare-coat/core/model/coat/changes';
import { type Command, execute } from '@spare-coat/core/doing/commands/commands';
import { CommandRefused } from '@spare-coat/core/model/coat/refused';
import { NO_ROWS, newCoatRow, type CoatRows } from '@spare-coat/core/model/coat/rows';
import type { Answerable, Entry, Written } from '@spare-coat/core/proving/wire/coat';
import { defer, type Observable } from 'rxjs';
import { ApiProblem } from '../api';

/** For tests: a server in some lines. Coats with their histories, and every way in which a server can fail to answer. */

interface KeptCoat {
  readonly start: CoatRows;
  rows: CoatRows;
  readonly entries: (Entry & { readonly inverse: readonly Change[]; readonly what: 'do' | 'undo' })[];
}

export class FakeServer {
  private readonly coats = new Map<string, KeptCoat>();
  /** Requests that are not answered at all, from now on: as many as that. */
  away = 0;
  /** The next writes are carried out, and their answers lost on the way. */
  loseAnswers = 0;
  /** What every write is answered with, in place of being carried out. */
  refuse: ApiProblem | null = null;
  /** Of each coat a promise that its writes wait for before they are answered. */
  readonly hold = new Map<string, Promise<void>>();
  readonly received: string[] = [];

  make(id: string, name = `Coat ${id.slice(-1)}`): void {
    const rows = { ...NO_ROWS, coat: { [id]: newCoatRow(id, name) } };
    this.coats.set(id, { start: rows, rows, entries: [] });
  }
  private of(id: string): KeptCoat {
    const kept = this.coats.get(id);
    if (!kept) throw new ApiProblem('not-found', 'There is no such coat.', 404);
    return kept;
  }
  rowsOf(id: string): CoatRows {
    return this.of(id).rows;
  }
  /** Command ids in the history of a coat, oldest first. */
  historyOf(id: string): string[] {
    return this.of(id).entries.map((e) => e.commandId);
  }
  revisionOf(id: string): number {
    return this.of(id).entries.length + 1;
  }
  /** What another window does. */
  write(id: string, command: Command, commandId = `other ${this.revisionOf(id)}`): void {
    this.apply(this.of(id), commandId, command.type, execute(this.of(id).rows, command), 'do');
  }
  private apply(
    kept: KeptCoat,
    commandId: string,
    label: string,
    changes: readonly Change[],
    what: 'do' | 'undo',
  ) {
    const applied = applyChanges(kept.rows, changes);
    if (!applied.ok) throw new ApiProblem('clash', applied.clash.sentence, 409);
    kept.rows = applied.rows;
    const inverse = invertChanges(changes, () => 'x', '2026-11-20T00:00:00.000Z');
    kept.entries.push({ revision: kept.entries.length + 2, commandId, label, changes, inverse, what });
  }
  private written(id: string, since: number): Written {
    const { entries } = this.of(id);
    return {
      revision: this.revisionOf(id),
      entries: entries.filter((e) => e.revision > since),
      ...this.heads(id),
    };
  }
  private heads(id: string): { undo: Answerable | null; redo: Answerable | null } {
    const last = this.of(id)
      .entries.filter((e) => e.what === 'do')
      .at(-1);
    return { undo: last ? { revision: last.revision, label: last.label } : null, redo: null };
  }

  private reach(): void {
    if (this.away > 0) {
      this.away--;
      throw new ApiProblem('away', 'The server does not answer.', 0);
    }
  }

  coat = async (id: string) => {
    await Promise.resolve();
    this.reach();
    return { revision: this.revisionOf(id), rows: this.rowsOf(id), ...this.heads(id) };
  };
  entries = async (id: string, after: number): Promise<Written> => {
    await Promise.resolve();
    this.reach();
    return this.written(id, after);
  };
  command = async (id: string, commandId: string, revision: number, command: Command): Promise<Written> => {
    const held = this.hold.get(id);
    await Promise.resolve();
    this.reach();
    this.received.push(commandId);
    if (this.refuse) throw this.refuse;
    const kept = this.of(id);
    if (!kept.entries.some((e) => e.commandId === commandId)) {
      if (revision > this.revisionOf(id))
        throw new ApiProblem('unknown-revision', 'There is no such revision.', 409);
      if (revision !== this.revisionOf(id))
        throw new ApiProblem('stale', 'Changed in another window.', 409, { ...this.written(id, revision) });
      try {
        this.apply(kept, commandId, command.type, execute(kept.rows, command), 'do');
      } catch (error) {
        if (error instanceof CommandRefused) throw new ApiProblem(error.code, error.message, 422);
        throw error;
      }
    }
    const answer = this.written(id, revision);
    await held;
    if (this.loseAnswers > 0) {
      this.loseAnswers--;
      throw new ApiProblem('away', 'The server does not answer.', 0);
    }
    return answer;
  };
  answer = async (
    id: string,
    _what: 'undo' | 'redo',
    commandId: string,
    revision: number,
  ): Promise<Written> => {
    await Promise.resolve();
    this.reach();
    const kept = this.of(id);
    const last = kept.entries.filter((e) => e.what === 'do').at(-1);
    if (!last) throw new ApiProblem('nothing-to-undo', 'There is nothing to undo.', 409);
    if (revision !== this.revisionOf(id))
      throw new ApiProblem('stale', 'Changed in another window.', 409, { ...this.written(id, revision) });
    this.apply(kept, commandId, last.label, last.inverse, 'undo');
    return this.written(id, revision);
  };
}

/** What of the server a session asks, as the page asks it: nothing happens until somebody waits for the answer. */
export function asked(
  server: FakeServer,
): Readonly<Record<string, (...args: never[]) => Observable<unknown>>> {
  const lazily =
    <A extends unknown[]>(ask: (...args: A) => Promise<unknown>) =>
    (...args: A) =>
      defer(() => ask(...args));
  return {
    coat: lazily((id: string) => server.coat(id)),
    entries: lazily((...args: Parameters<FakeServer['entries']>) => server.entries(...args)),
    command: lazily((...args: Parameters<FakeServer['command']>) => server.command(...args)),
    answer: lazily((...args: Parameters<FakeServer['answer']>) => server.answer(...args)),
  };
}
