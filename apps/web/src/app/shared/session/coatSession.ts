import { computed, signal } from '@angular/core';
import { applyChanges, diffRows, nameOf, overlap, type Change } from '@spare-coat/core/model/coat/changes';
import { type Command, execute, describeCommand } from '@spare-coat/core/doing/commands/commands';
import { CommandRefused } from '@spare-coat/core/model/coat/refused';
import { coatOf, NO_ROWS, type CoatRows } from '@spare-coat/core/model/coat/rows';
import type { Answerable, Written } from '@spare-coat/core/proving/wire/coat';
import {
  BehaviorSubject,
  EMPTY,
  Subject,
  catchError,
  concatMap,
  defer,
  filter,
  firstValueFrom,
  from,
  fromEvent,
  merge,
  of,
  retry,
  switchMap,
  take,
  tap,
  throwError,
  timeout,
  timer,
  type Observable,
} from 'rxjs';
import { ApiProblem, type Api } from '../api';
import { newId } from '../newId';
import type { Notices } from '../notices';
import { PERSON, type Outbox, type Unsent } from './outbox';
import type { WindowMark } from './windowMark';

/** Something that is done here and not acknowledged yet. */
interface Pending extends Unsent {
  /** Resolves to its place in the outbox; null where it could not be kept. */
  readonly keeping: Promise<number | null>;
  readonly kept: 'being kept' | 'kept' | 'not kept';
}

/** Something that can no longer be carried out. */
export interface Stuck extends Unsent {
  readonly refused: string;
}

/** What is done in its order: what a person did, what they take back, and looking what others did. */
type Act =
  | { readonly do: 'send'; readonly commandId: string }
  | { readonly do: 'undo' | 'redo'; readonly commandId: string }
  | { readonly do: 'look' };

/** What others did. Where it is not known any more what that was, in so many changes, it may have been anything. */
interface Foreign {
  readonly revision: number;
  readonly label: string;
  readonly changes: readonly Change[] | null;
}

/** What the mark tells: all is with the server, on its way, in this browser alone, or nowhere but in this window. */
export type SaveState = 'saved' | 'saving' | 'kept' | 'not kept';

/** First wait before trying an unreachable server again; doubled each time up to the longest. */
const FIRST_WAIT_MS = 500;
const LONGEST_WAIT_MS = 8000;
/** Whoever has not answered by then is asked again: a command that is sent twice is carried out once. */
const PATIENCE_MS = 20_000;
/** A server that fails at the same thing so often will not do it. */
const MOST_FAULTS = 4;

export interface SessionNeeds {
  readonly api: Api;
  readonly outbox: Outbox;
  readonly mark: WindowMark;
  readonly notices: Notices;
}

/**
 * One coat in this window, for as long as it is open or has something to send. What the person does is shown at once, kept in the
 * browser, and sent in order, one after the other; it counts as saved when the server has said so. Changes of other windows come
 * in by themselves; where both changed the same thing the person is asked. What can no longer be carried out is kept and told.
 */
export class CoatSession {
  readonly loading = signal(false);
  readonly problem = signal<ApiProblem | null>(null);
  private readonly saved = signal<CoatRows>(NO_ROWS);
  /** The revision of the rows that the server has acknowledged; 0 before they are there. */
  readonly revision = signal(0);
  private readonly pending = signal<readonly Pending[]>([]);
  readonly stuck = signal<readonly Stuck[]>([]);
  private readonly away = signal(false);
  readonly isAway = this.away.asReadonly();
  private readonly known = signal<{ readonly undo: Answerable | null; readonly redo: Answerable | null }>({
    undo: null,
    redo: null,
  });
  readonly undoable = computed(() => this.known().undo);
  readonly redoable = computed(() => this.known().redo);

  /** The coat as the person sees it: what is saved, with what is on its way laid over it. */
  readonly rows = computed<CoatRows>(() => {
    let rows = this.saved();
    for (const { command } of this.pending()) rows = applied(rows, command) ?? rows;
    return rows;
  });
  /** Whether something would be lost if the window were closed. */
  readonly isAtRisk = computed(
    () => this.pending().some((p) => p.kept === 'not kept') || this.stuck().some((s) => s.n === undefined),
  );
  readonly saveState = computed<SaveState>(() => {
    if (this.pending().length === 0)
      return this.stuck().length === 0 ? 'saved' : this.isAtRisk() ? 'not kept' : 'kept';
    if (!this.away()) return 'saving';
    return this.pending().every((p) => p.kept === 'kept') ? 'kept' : this.isAtRisk() ? 'not kept' : 'saving';
  });
  readonly waiting = computed(() => this.pending().length);

  private readonly acts = new Subject<Act>();
  /** How many acts are not done yet. */
  private readonly busy = new BehaviorSubject(0);
  /** What others did while something of ours was on its way: what was done without seeing it is held against it. */
  private theirs: readonly Foreign[] = [];
  private readonly ours = new Set<string>();
  /** What was acknowledged or let go: it may still stand in what was read of the browser's database a moment before. */
  private readonly over = new Set<string>();
  private events: EventSource | null = null;
  private readonly isThere = new BehaviorSubject(false);

  constructor(
    readonly id: string,
    private readonly needs: SessionNeeds,
  ) {
    this.acts
      .pipe(
        concatMap((act) =>
          this.perform(act).pipe(
            catchError((error: unknown) => {
              this.needs.notices.say((error as Error).message);
              return EMPTY;
            }),
            tap({ complete: () => this.busy.next(this.busy.value - 1) }),
          ),
        ),
      )
      .subscribe();
  }

  /** Whether there is nothing left to do, and nothing left to tell. */
  isIdle(): boolean {
    return this.busy.value === 0 && this.pending().length === 0 && this.stuck().length === 0;
  }

  /** Reads the coat, and hears of what others do from now on. */
  async open(): Promise<void> {
    this.listen();
    if (this.isThere.value) this.push({ do: 'look' });
    else await this.load();
  }

  /** Hears of others no longer; what is to be sent is sent all the same. */
  leave(): void {
    this.events?.close();
    this.events = null;
  }

  /** Ends it. Nothing may be waiting. */
  end(): void {
    this.leave();
    this.acts.complete();
  }

  private async load(): Promise<void> {
    if (this.loading()) return;
    this.loading.set(true);
    this.problem.set(null);
    try {
      const coat = await firstValueFrom(this.patiently(() => this.needs.api.coat(this.id)));
      await this.learnUnseen(coat.revision);
      this.saved.set(coat.rows);
      this.revision.set(coat.revision);
      this.known.set({ undo: coat.undo, redo: coat.redo });
      this.isThere.next(true);
    } catch (error) {
      this.problem.set(error as ApiProblem);
      // What was to be sent to it cannot be: it is told with that reason.
      for (const { commandId } of this.pending())
        await this.setAside(commandId, (error as ApiProblem).message);
      // Whatever waits for the coat to be there need not wait any longer.
      this.isThere.next(false);
    } finally {
      this.loading.set(false);
    }
  }

  /** What was done here before the coat was read was done without seeing what others did in between. */
  private async learnUnseen(revision: number): Promise<void> {
    const seen = Math.min(revision, ...this.pending().map((p) => p.seen));
    if (seen === revision) return;
    const { entries, rows } = await firstValueFrom(
      this.patiently(() => this.needs.api.entries(this.id, seen)),
    );
    this.theirs = rows
      ? [{ revision, label: 'very many changes', changes: null }]
      : entries.filter((e) => e.revision <= revision && !this.ours.has(e.commandId));
  }

  /** Does something to the coat. A command that cannot be carried out is refused here, with a sentence. */
  send(command: Command): boolean {
    const rows = this.rows();
    try {
      if (execute(rows, command).length === 0) return true;
    } catch (error) {
      if (!(error instanceof CommandRefused)) throw error;
      this.needs.notices.say(error.message);
      return false;
    }
    const unsent: Unsent = {
      person: PERSON,
      coat: this.id,
      coatName: coatOf(applied(rows, command) ?? rows).name,
      window: this.needs.mark.id,
      commandId: newId(),
      command,
      label: describeCommand(rows, command),
      seen: this.revision(),
      at: new Date().toISOString(),
      refused: null,
    };
    const keeping = this.needs.mark.ready
      .then(() => this.needs.outbox.keep(unsent))
      .then(
        (n) => {
          this.mark(unsent.commandId, 'kept');
          return n;
        },
        () => {
          this.mark(unsent.commandId, 'not kept');
          return null;
        },
      );
    this.enqueue({ ...unsent, keeping, kept: 'being kept' });
    return true;
  }

  /** Takes over what another window has left behind, or an earlier one of this page. */
  resume(unsent: readonly Unsent[]): void {
    for (const one of unsent)
      if (!this.ours.has(one.commandId))
        this.enqueue({ ...one, keeping: Promise.resolve(one.n ?? null), kept: 'kept' });
    if (!this.isThere.value) void this.load();
  }

  /** Takes the newest change back, or brings it again, once everything before it is saved. */
  answer(what: 'undo' | 'redo'): void {
    if (this.away())
      this.needs.notices.say(
        `The server does not answer. ${what === 'undo' ? 'Undo' : 'Doing it again'} follows when it is back.`,
      );
    this.push({ do: what, commandId: newId() });
  }

  /** Resolves when everything is saved; used before what must not overtake it. */
  async settled(): Promise<void> {
    await firstValueFrom(this.busy.pipe(filter((n) => n === 0)));
  }

  /** Shows what is kept of this coat that can no longer be carried out. */
  showStuck(all: readonly Unsent[]): void {
    const isOver = ({ commandId }: Unsent) =>
      this.over.has(commandId) || this.pending().some((p) => p.commandId === commandId);
    const told = all.filter((u): u is Stuck => u.coat === this.id && u.refused !== null && !isOver(u));
    // What was set aside a moment ago may not have been told there yet, and what could not be kept never is.
    const here = this.stuck().filter(
      (s) =>
        !told.some((t) => t.commandId === s.commandId) &&
        (s.n === undefined || all.some((u) => u.commandId === s.commandId)),
    );
    this.stuck.set([...told, ...here]);
  }

  private enqueue(pending: Pending): void {
    this.ours.add(pending.commandId);
    this.pending.update((list) => [...list, pending]);
    this.push({ do: 'send', commandId: pending.commandId });
  }

  private push(act: Act): void {
    this.busy.next(this.busy.value + 1);
    this.acts.next(act);
  }

  private mark(commandId: string, kept: Pending['kept']): void {
    this.pending.update((list) => list.map((p) => (p.commandId === commandId ? { ...p, kept } : p)));
  }

  private perform(act: Act): Observable<unknown> {
    return this.isThere.pipe(
      filter((is) => is || this.problem() !== null),
      take(1),
      switchMap((isThere) => {
        if (!isThere) return EMPTY;
        if (act.do === 'send') return this.deliver(act.commandId);
        if (act.do === 'look') return this.look();
        return this.answerNow(act.do, act.commandId);
      }),
    );
  }

  /** Sends something until it is acknowledged, given up by the person, or can no longer be carried out. */
  private deliver(commandId: string): Observable<unknown> {
    return defer(() => {
      const mine = this.pending().find((p) => p.commandId === commandId);
      if (!mine) return EMPTY;
      const clash = this.clashOf(mine);
      const goOn = clash ? from(this.ask(mine, clash)) : of(true);
      return goOn.pipe(
        switchMap((go) => (go ? this.sendOnce(mine) : from(this.settle(commandId)))),
        catchError((error: unknown) => this.recover(error, mine)),
      );
    });
  }

  private sendOnce(mine: Pending): Observable<unknown> {
    return this.patiently(() =>
      this.needs.api.command(this.id, mine.commandId, this.revision(), mine.command),
    ).pipe(
      switchMap((written) => {
        this.take(written);
        return from(this.settle(mine.commandId));
      }),
    );
  }

  /** What is done where the server said no. */
  private recover(error: unknown, mine: Pending): Observable<unknown> {
    const problem = error as ApiProblem;
    if (problem.code === 'stale') {
      this.take(problem.body as unknown as Written);
      return this.deliver(mine.commandId);
    }
    // It was set back to an earlier state meanwhile, by a backup for one.
    if (problem.code === 'unknown-revision')
      return this.patiently(() => this.needs.api.coat(this.id)).pipe(
        switchMap((coat) => {
          this.takeWhole(coat.revision, coat.rows);
          return this.deliver(mine.commandId);
        }),
      );
    return from(this.setAside(mine.commandId, problem.message));
  }

  /** Asks again for as long as the server is away, at longer and longer distances, and at once when the network is back. */
  private patiently<T>(ask: () => Observable<T>): Observable<T> {
    let faults = 0;
    return defer(ask).pipe(
      timeout({ each: PATIENCE_MS, with: () => throwError(() => new ApiProblem('away', 'The server does not answer.', 0)) }), // prettier-ignore
      retry({
        delay: (error: unknown, tries) => {
          const problem = error as ApiProblem;
          const isFault = problem.status === 500 && ++faults < MOST_FAULTS;
          if (!problem.away && problem.status !== 429 && problem.status !== 401 && !isFault)
            return throwError(() => problem);
          this.away.set(true);
          const wait = Math.min(FIRST_WAIT_MS * 2 ** (tries - 1), LONGEST_WAIT_MS);
          return merge(timer(wait), fromEvent(window, 'online')).pipe(take(1));
        },
      }),
      tap(() => this.away.set(false)),
    );
  }

  /** What others did to the same thing, that the person had not seen; null where there is no such thing. */
  private clashOf(mine: Pending): { readonly change: Change; readonly theirs: Foreign } | null {
    const unseen = this.theirs.filter((e) => e.revision > mine.seen);
    if (unseen.length === 0) return null;
    let wanted: Change[];
    try {
      wanted = execute(this.saved(), mine.command);
    } catch {
      // What it was about is gone: the server says so.
      return null;
    }
    for (const entry of [...unseen].reverse()) {
      const change = entry.changes ? overlap(wanted, entry.changes) : wanted[0];
      if (change) return { change, theirs: entry };
    }
    return null;
  }

  private async ask(
    mine: Pending,
    { change, theirs }: { readonly change: Change; readonly theirs: Foreign },
  ): Promise<boolean> {
    const what = nameOf(this.rows(), change.entity, change.id);
    const put = await this.needs.notices.ask({
      title: 'Changed in another window',
      text: `${what} was changed in another window meanwhile (${theirs.label}). Yours: ${mine.label}.`,
      yes: 'Put mine',
      no: 'Keep theirs',
    });
    // By now it is seen.
    if (put)
      this.pending.update((list) =>
        list.map((p) => (p.commandId === mine.commandId ? { ...p, seen: this.revision() } : p)),
      );
    return put;
  }

  /** It is acknowledged, or given up: it is kept no longer. */
  private async settle(commandId: string): Promise<void> {
    this.over.add(commandId);
    const mine = this.pending().find((p) => p.commandId === commandId);
    this.pending.update((list) => list.filter((p) => p.commandId !== commandId));
    if (this.pending().length === 0) this.theirs = [];
    const n = await mine?.keeping;
    // Where that fails it is sent again the next time, which is harmless.
    if (n !== null && n !== undefined) await this.needs.outbox.drop(n).catch(() => undefined);
  }

  /** It can no longer be carried out: it is kept aside, told, and not sent again by itself. */
  private async setAside(commandId: string, why: string): Promise<void> {
    const mine = this.pending().find((p) => p.commandId === commandId);
    if (!mine) return;
    const n = await mine.keeping;
    const { keeping: _, kept: __, ...unsent } = mine;
    this.stuck.update((list) => [...list, { ...unsent, ...(n === null ? {} : { n }), refused: why }]);
    this.pending.update((list) => list.filter((p) => p.commandId !== commandId));
    if (n !== null) await this.needs.outbox.refuse(n, why).catch(() => undefined);
    this.needs.notices.say(`Not saved: ${mine.label}. ${why}`);
  }

  /** Sends something again that could not be carried out. */
  tryAgain(stuck: Stuck): void {
    this.stuck.update((list) => list.filter((s) => s.commandId !== stuck.commandId));
    const { n } = stuck;
    if (n !== undefined) void this.needs.outbox.refuse(n, null).catch(() => undefined);
    this.enqueue({
      ...stuck,
      seen: this.revision(),
      refused: null,
      keeping: Promise.resolve(n ?? null),
      kept: n === undefined ? 'not kept' : 'kept',
    });
  }

  /** Forgets something that could not be carried out, as the person says. */
  forget(stuck: Stuck): void {
    this.over.add(stuck.commandId);
    this.stuck.update((list) => list.filter((s) => s.commandId !== stuck.commandId));
    if (stuck.n !== undefined) void this.needs.outbox.drop(stuck.n).catch(() => undefined);
  }

  private answerNow(what: 'undo' | 'redo', commandId: string): Observable<unknown> {
    const label = this.known()[what]?.label;
    return this.patiently(() => this.needs.api.answer(this.id, what, commandId, this.revision())).pipe(
      tap((written) => {
        this.take(written);
        if (label) this.needs.notices.say(`${what === 'undo' ? 'Undone' : 'Done again'}: ${label}`);
      }),
      catchError((error: unknown) => {
        const problem = error as ApiProblem;
        if (problem.code !== 'stale') return throwError(() => problem);
        this.take(problem.body as unknown as Written);
        return this.answerNow(what, commandId);
      }),
    );
  }

  private look(): Observable<unknown> {
    return this.needs.api.entries(this.id, this.revision()).pipe(
      tap((written) => this.take(written)),
      // It is looked again at the next news.
      catchError(() => EMPTY),
    );
  }

  /** Takes in what the server wrote. An answer that is older than what is known changes nothing. */
  private take(written: Written): void {
    if (written.rows) {
      if (written.revision > this.revision()) this.takeWhole(written.revision, written.rows);
    } else {
      let rows = this.saved();
      for (const entry of written.entries) {
        if (entry.revision <= this.revision()) continue;
        const result = applyChanges(rows, entry.changes);
        if (!result.ok) {
          // This window has lost track: the coat is read whole instead of guessed at.
          void this.reload();
          return;
        }
        rows = result.rows;
        if (!this.ours.has(entry.commandId)) this.theirs = [...this.theirs, entry];
      }
      this.saved.set(rows);
      this.revision.update((r) => Math.max(r, written.revision));
    }
    if (written.revision >= this.revision()) this.known.set({ undo: written.undo, redo: written.redo });
    if (this.pending().length === 0) this.theirs = [];
  }

  /** Takes the coat as it is. What differs from what was known counts as done by others, in one go. */
  private takeWhole(revision: number, rows: CoatRows): void {
    const changes = this.pending().length > 0 ? diffRows(this.saved(), rows) : [];
    if (changes.length > 0) {
      this.theirs = [...this.theirs, { revision, label: 'several changes', changes }];
      // Nothing of it was seen, also where the coat was set back to a revision that was passed before.
      this.pending.update((list) => list.map((p) => ({ ...p, seen: Math.min(p.seen, revision - 1) })));
    }
    this.saved.set(rows);
    this.revision.set(revision);
  }

  private async reload(): Promise<void> {
    const coat = await firstValueFrom(this.needs.api.coat(this.id)).catch(() => null);
    if (!coat || coat.revision < this.revision()) return;
    this.takeWhole(coat.revision, coat.rows);
    this.known.set({ undo: coat.undo, redo: coat.redo });
  }

  private listen(): void {
    if (typeof EventSource === 'undefined' || this.events) return;
    this.events = new EventSource(`/api/coats/${this.id}/events`);
    this.events.onmessage = (event: MessageEvent<string>) => {
      const { revision } = JSON.parse(event.data) as { revision: number | null };
      if (revision === null || revision > this.revision()) this.push({ do: 'look' });
    };
  }
}

function applied(rows: CoatRows, command: Command): CoatRows | null {
  try {
    const result = applyChanges(rows, execute(rows, command));
    return result.ok ? result.rows : null;
  } catch (error) {
    if (error instanceof CommandRefused) return null;
    throw error;
  }
}
