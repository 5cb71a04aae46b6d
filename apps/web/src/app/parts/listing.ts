import { SearchField } from '../shared/forms/searchField';
import { Subject, catchError, debounceTime, of, switchMap, tap, finalize } from 'rxjs';
import { Task, loaded } from '../shared/asking';
import { MatProgressBar } from '@angular/material/progress-bar';
import { StageLayout } from '../shared/stageLayout';
import { MatTableModule } from '@angular/material/table';
import { CellOf, byId } from '../shared/rows/tableOf';
import { MatSelect } from '@angular/material/select';
import { MatOption } from '@angular/material/core';
import { MatFormField } from '@angular/material/form-field';
import { MatIcon } from '@angular/material/icon';
import { MatButton } from '@angular/material/button';
import {
  ChangeDetectionStrategy,
  linkedSignal,
  Component,
  computed,
  DestroyRef,
  effect,
  inject,
  input,
  signal,
} from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { Router, RouterLink } from '@angular/router';
import type { ListedPage } from '@spare-coat/core/model/parts/listing';
import type { ListedUpdates } from '@spare-coat/core/proving/wire/parts';
import { Api, type ApiProblem } from '../shared/api';
import { Jobs } from '../shared/jobs';
import { Notices } from '../shared/notices';
import { ArchiveIntake } from './archiveIntake';

interface Query {
  readonly words: string;
  readonly category: string;
  readonly order: string;
  readonly page: string;
}

const TYPING_MS = 250;

/** An online listing: look parts up, bring their files in, follow what came from there. */
@Component({
  selector: 'coat-listing',
  imports: [
    CellOf,
    MatButton,
    MatFormField,
    MatIcon,
    MatOption,
    MatProgressBar,
    MatSelect,
    MatTableModule,
    RouterLink,
    SearchField,
    StageLayout,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './listing.html',
  styleUrl: './listing.scss',
})
export class Listing {
  protected readonly byId = byId;
  private readonly api = inject(Api);
  private readonly jobs = inject(Jobs);
  private readonly router = inject(Router);
  private readonly notices = inject(Notices);
  private readonly intake = inject(ArchiveIntake);
  /** From the address: the open entry. */
  readonly key = input<string>();

  protected readonly query = signal<Query>({ words: '', category: '', order: 'votes', page: '1' });
  protected readonly page = signal<ListedPage | null>(null);
  protected readonly found = computed(() => this.page()?.parts ?? []);
  protected readonly asking = signal(false);
  protected readonly problem = signal<string | null>(null);
  private readonly opened = loaded(
    () => this.key(),
    (key) => this.api.listed(key),
  );
  protected readonly details = computed(() => this.opened.value()?.details ?? null);
  protected readonly from = computed(() => this.opened.value()?.from ?? '');
  /** Why the one that is open could not be brought in; another one begins without. */
  private readonly refused = linkedSignal<string | undefined, string | null>({
    source: this.key,
    computation: () => null,
  });
  protected readonly detailsProblem = computed(() => this.refused() ?? this.opened.problem());
  private readonly task = new Task();
  protected readonly looking = this.task.busy;
  private readonly bringTask = new Task();
  protected readonly bringing = signal<{
    readonly version: string;
    readonly progress: number;
    readonly job: string | null;
  } | null>(null);
  protected readonly updates = signal<ListedUpdates | null>(null);
  private readonly asked = new Subject<Query>();

  constructor() {
    this.asked
      .pipe(
        debounceTime(TYPING_MS),
        tap(() => this.asking.set(true)),
        switchMap((q) =>
          this.api.listing({ ...q }).pipe(
            tap(() => this.problem.set(null)),
            catchError((error: ApiProblem) => {
              this.problem.set(error.message);
              return of(null);
            }),
          ),
        ),
        takeUntilDestroyed(inject(DestroyRef)),
      )
      .subscribe((page) => {
        this.asking.set(false);
        if (page) this.page.set(page);
      });
    effect(() => this.asked.next(this.query()));
  }

  protected ask(part: Partial<Query>): void {
    this.query.update((q) => ({ ...q, page: '1', ...part }));
  }
  protected again(): void {
    this.asked.next(this.query());
  }
  protected turn(by: number): void {
    this.ask({ page: String((this.page()?.page ?? 1) + by) });
  }
  protected pick(key: string): void {
    void this.router.navigate([], { queryParams: { key }, queryParamsHandling: 'merge' });
  }

  /** Has a version fetched and read, and shows what is in it. */
  protected bring(key: string, version: string): void {
    this.refused.set(null);
    this.bringing.set({ version, progress: 0, job: null });
    const reading = this.api.fetchListed(key, version).pipe(
      switchMap(({ job }) =>
        this.jobs.result(job, (progress) => this.bringing.set({ version, progress, job }), {
          failed: 'It could not be brought in.',
          cancelled: 'It was cancelled. Nothing was kept.',
        }),
      ),
      switchMap((fetched) => {
        const { sha256, file } = fetched as { sha256: string; file: string };
        this.bringing.set({ version, progress: 1, job: null });
        return this.intake.read(sha256, this.intake.question(file));
      }),
      finalize(() => this.bringing.set(null)),
    );
    this.bringTask.run(
      reading,
      (id) => {
        const [parts] = this.router.url.split('/listing');
        void this.router.navigate([`${parts}/archive/${id}`], {
          queryParams: { source: this.from(), key },
        });
      },
      ({ message }) => this.refused.set(message),
    );
  }

  protected cancel(): void {
    const job = this.bringing()?.job;
    // Whether it was stopped its state tells.
    if (job) this.api.cancelJob(job).subscribe({ error: () => undefined });
  }

  protected follow(): void {
    this.task.run(
      this.api.listedUpdates(),
      (updates) => this.updates.set(updates),
      ({ message }) => this.notices.say(message),
    );
  }

  protected size(bytes: number): string {
    return bytes < 1024 ** 2
      ? `${Math.max(1, Math.round(bytes / 1024))} kB`
      : `${(bytes / 1024 ** 2).toFixed(1)} MB`;
  }
}
