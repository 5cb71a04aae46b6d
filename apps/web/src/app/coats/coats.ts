import { SearchField } from '../shared/forms/searchField';
import { Task } from '../shared/asking';
import { MatInput } from '@angular/material/input';
import { MatFormField } from '@angular/material/form-field';
import { MatIcon } from '@angular/material/icon';
import { MatTooltip } from '@angular/material/tooltip';
import { MatButton } from '@angular/material/button';
import { MatDialog } from '@angular/material/dialog';
import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { Router, RouterLink } from '@angular/router';
import { STANDINGS } from '@spare-coat/core/deciding/matching/standing';
import type { CoatCard, CoatsPage } from '@spare-coat/core/proving/wire/coat';
import {
  EMPTY,
  Subject,
  catchError,
  debounceTime,
  defer,
  expand,
  forkJoin,
  last,
  map,
  of,
  startWith,
  switchMap,
  tap,
  timer,
  type Observable,
} from 'rxjs';
import { Api, type ApiProblem } from '../shared/api';
import { Crop } from '../shared/crop';
import { HomeHead } from '../shared/homeHead';
import { newId } from '../shared/newId';
import { Notices } from '../shared/notices';
import { sayBetween } from '../shared/sayClose';
import { LeftBehind, type StillHere } from '../shared/session/leftBehind';
import { StandingMark } from '../shared/standingMark';
import { Tape } from '../shared/tape';

const WHEN = new Intl.DateTimeFormat('en-GB', { dateStyle: 'medium', timeStyle: 'short' });
const DAY = new Intl.DateTimeFormat('en-GB', { dateStyle: 'medium' });
const TYPING_MS = 250;
/** How long until figures are asked for again that were being worked out. */
const AGAIN_MS = 800;

/** The first page: all coats as cards. */
@Component({
  selector: 'coat-coats',
  imports: [
    Crop,
    HomeHead,
    MatButton,
    MatFormField,
    MatIcon,
    MatInput,
    MatTooltip,
    RouterLink,
    SearchField,
    StandingMark,
    Tape,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './coats.html',
  styleUrl: './coats.scss',
})
export class Coats {
  private readonly api = inject(Api);
  private readonly router = inject(Router);
  private readonly notices = inject(Notices);
  private readonly dialog = inject(MatDialog);
  private readonly leftBehind = inject(LeftBehind);

  private readonly page = signal<CoatsPage | null>(null);
  private readonly binned = signal<CoatsPage | null>(null);
  protected readonly problem = signal<string | null>(null);
  protected readonly showDeleted = signal(false);
  protected readonly renaming = signal<string | null>(null);
  protected readonly words = signal('');
  protected readonly loading = computed(() => this.page() === null && this.problem() === null);
  protected readonly live = computed(() => this.page()?.coats ?? []);
  protected readonly deleted = computed(() => this.binned()?.coats ?? []);
  protected readonly deletedCount = computed(() => this.page()?.deleted ?? 0);
  protected readonly count = computed(() => this.page()?.count ?? 0);
  protected readonly next = computed(() => this.page()?.next ?? null);
  protected readonly nextDeleted = computed(() => this.binned()?.next ?? null);
  protected readonly standings = STANDINGS;
  protected readonly say = sayBetween;
  /** Coats of which this browser still has something that the server has not. */
  protected readonly stillHere = this.leftBehind.stillHere;
  private readonly asked = new Subject<void>();

  constructor() {
    // What the coat that was left has not sent yet is told at once.
    void this.leftBehind.look();
    this.asked
      .pipe(
        startWith(undefined),
        // What was asked before and comes late is not taken: it would stand over what is asked for now.
        switchMap(() => this.cards().pipe(catchError((error: ApiProblem) => this.failed(error)))),
        tap(({ page, binned }) => {
          // More of them may have come meanwhile: those stay, and what is known anew of them is shown.
          const fresh = new Map(page.coats.map((c) => [c.id, c]));
          this.page.update((now) =>
            now && page.next && page.coats.length < now.coats.length
              ? { ...now, coats: now.coats.map((c) => fresh.get(c.id) ?? c) }
              : page,
          );
          if (binned) this.binned.set(binned);
          this.problem.set(null);
        }),
        // Figures that take longer come with a later look.
        switchMap(() => (this.live().some((c) => !c.figures && !c.failed) ? timer(AGAIN_MS) : EMPTY)),
        tap(() => this.asked.next()),
        takeUntilDestroyed(),
      )
      .subscribe();
    this.typed.pipe(debounceTime(TYPING_MS), takeUntilDestroyed()).subscribe((words) => {
      this.words.set(words);
      this.asked.next();
    });
  }
  protected readonly typed = new Subject<string>();
  private readonly task = new Task();

  protected when(card: CoatCard): string {
    return WHEN.format(new Date(card.changedAt));
  }
  protected goes(card: CoatCard): string {
    return card.goesAt
      ? `goes for good on ${DAY.format(new Date(card.goesAt))}`
      : 'stays: it hangs on the rack';
  }
  protected tellStill({ waiting, stuck }: StillHere): string {
    const told = [
      waiting > 0 ? `${waiting === 1 ? 'one change' : `${waiting} changes`} still to be sent` : '',
      stuck > 0 ? `${stuck === 1 ? 'one' : stuck} that can no longer be carried out` : '',
    ];
    return told.filter(Boolean).join(', ');
  }
  protected async showUnsent(of: StillHere): Promise<void> {
    const { UnsentList } = await import('../shared/session/unsentList');
    this.dialog.open(UnsentList, { ariaLabel: 'What is not with the server yet', data: of.coat });
    await this.leftBehind.look();
  }

  /** Reads as many cards as are shown, so that none goes away by being looked at again. */
  private cards(): Observable<{ readonly page: CoatsPage; readonly binned: CoatsPage | null }> {
    const words = this.words();
    const shown = this.live().length;
    const page = defer(() => this.api.coats({ words })).pipe(
      expand((now) =>
        now.next && now.coats.length < shown
          ? defer(() => this.api.coats({ words, after: now.next ?? '' })).pipe(
              map((more) => joined(now, more)),
            )
          : EMPTY,
      ),
      last(),
    );
    const binned = defer(() => (this.showDeleted() ? this.api.coats({ deleted: 'true' }) : of(null)));
    return forkJoin({ page, binned });
  }
  private failed({ message }: ApiProblem): Observable<never> {
    this.problem.set(message);
    return EMPTY;
  }
  private after({ next }: CoatsPage, deleted: boolean): Observable<CoatsPage> {
    return this.api.coats({ after: next!, ...(deleted ? { deleted: 'true' } : { words: this.words() }) });
  }

  protected again(): void {
    this.asked.next();
  }
  protected more(): void {
    const page = this.page();
    const words = this.words();
    if (page?.next)
      this.do(this.after(page, false), (more) => {
        // What was shown may have been looked at anew meanwhile; of another search it is no more.
        if (words === this.words()) this.page.update((now) => joined(now ?? page, more));
      });
  }
  protected moreDeleted(): void {
    const page = this.binned();
    if (page?.next) this.do(this.after(page, true), (more) => this.binned.set(joined(page, more)));
  }
  protected turnDeleted(): void {
    this.showDeleted.set(!this.showDeleted());
    if (this.showDeleted()) this.do(this.api.coats({ deleted: 'true' }), (page) => this.binned.set(page));
  }

  protected make(): void {
    const id = newId();
    this.do(
      this.api.createCoat(id, newId(), 'New coat', null),
      () => void this.router.navigate(['/coats', id, 'study']),
    );
  }

  protected copy(card: CoatCard): void {
    this.do(this.api.createCoat(newId(), newId(), `${card.name}, copy`.slice(0, 200), card.id), () =>
      this.asked.next(),
    );
  }

  protected rename(card: CoatCard, event: Event): void {
    this.renaming.set(null);
    const name = (event.target as HTMLInputElement).value.trim();
    if (name === card.name) return;
    this.do(this.api.command(card.id, newId(), card.revision, { type: 'coat.rename', name }), () =>
      this.asked.next(),
    );
  }

  protected bin(card: CoatCard): void {
    const at = new Date().toISOString();
    this.do(this.api.command(card.id, newId(), card.revision, { type: 'coat.bin', at }), ({ revision }) => {
      this.asked.next();
      this.notices.say(`“${card.name}” was deleted.`, {
        label: 'Undo',
        run: () => this.do(this.api.answer(card.id, 'undo', newId(), revision), () => this.asked.next()),
      });
    });
  }

  protected bringBack(card: CoatCard): void {
    this.do(this.api.command(card.id, newId(), card.revision, { type: 'coat.bin', at: null }), () =>
      this.asked.next(),
    );
  }

  private do<T>(work: Observable<T>, done: (result: T) => void): void {
    this.task.run(work, done, (problem) => {
      if (problem.code === 'stale') {
        this.asked.next();
        this.notices.say('The coat was changed in another window. The card is up to date now; try again.');
      } else this.notices.say(problem.message);
    });
  }
}

const joined = (first: CoatsPage, then: CoatsPage): CoatsPage => ({
  ...then,
  coats: [...first.coats, ...then.coats.filter((c) => !first.coats.some((o) => o.id === c.id))],
});
