import { MatProgressBar } from '@angular/material/progress-bar';
import { StageLayout } from '../shared/stageLayout';
import { MatTableModule } from '@angular/material/table';
import { CellOf, byId } from '../shared/tableOf';
import { MatInput } from '@angular/material/input';
import { MatSelect } from '@angular/material/select';
import { MatOption } from '@angular/material/core';
import { MatFormField } from '@angular/material/form-field';
import { MatIcon } from '@angular/material/icon';
import { MatButton } from '@angular/material/button';
import {
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  effect,
  inject,
  input,
  signal,
  untracked,
} from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { Router, RouterLink } from '@angular/router';
import type { ListedDetails, ListedPage } from '@spare-coat/core/model/parts/listing';
import { Subject, catchError, debounceTime, from, of, switchMap, tap } from 'rxjs';
import type { ListedUpdates } from '@spare-coat/core/proving/wire/parts';
import { Api, type ApiProblem } from '../shared/api';
import { waitForJob } from '../shared/waitForJob';
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
    MatInput,
    MatOption,
    MatProgressBar,
    MatSelect,
    MatTableModule,
    RouterLink,
    StageLayout,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './listing.html',
  styleUrl: './listing.scss',
})
export class Listing {
  protected readonly byId = byId;
  private readonly api = inject(Api);
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
  protected readonly details = signal<ListedDetails | null>(null);
  protected readonly from = signal('');
  protected readonly detailsProblem = signal<string | null>(null);
  protected readonly bringing = signal<{
    readonly version: string;
    readonly progress: number;
    readonly job: string | null;
  } | null>(null);
  protected readonly updates = signal<ListedUpdates | null>(null);
  protected readonly looking = signal(false);
  private readonly asked = new Subject<Query>();

  constructor() {
    this.asked
      .pipe(
        debounceTime(TYPING_MS),
        tap(() => this.asking.set(true)),
        switchMap((q) =>
          from(this.api.listing({ ...q })).pipe(
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
    effect(() => {
      const key = this.key();
      void untracked(() => this.show(key ?? null));
    });
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

  private async show(key: string | null): Promise<void> {
    this.details.set(null);
    this.detailsProblem.set(null);
    if (key === null) return;
    try {
      const { details, from: host } = await this.api.listed(key);
      if (this.key() !== key) return;
      this.details.set(details);
      this.from.set(host);
    } catch (error) {
      if (this.key() === key) this.detailsProblem.set((error as Error).message);
    }
  }

  protected async bring(key: string, version: string): Promise<void> {
    this.detailsProblem.set(null);
    this.bringing.set({ version, progress: 0, job: null });
    try {
      const { job } = await this.api.fetchListed(key, version);
      const { sha256, file } = await this.waitFor(job, version);
      this.bringing.set({ version, progress: 1, job: null });
      const reading = await this.intake.read(sha256, this.intake.question(file));
      const [parts] = this.router.url.split('/listing');
      await this.router.navigate([`${parts}/archive/${reading}`], {
        queryParams: { source: this.from(), key },
      });
    } catch (error) {
      this.detailsProblem.set((error as Error).message);
    } finally {
      this.bringing.set(null);
    }
  }

  private async waitFor(job: string, version: string): Promise<{ sha256: string; file: string }> {
    const tell = (progress: number) => this.bringing.set({ version, progress, job });
    return (await waitForJob(this.api, job, tell, {
      failed: 'It could not be brought in.',
      cancelled: 'It was cancelled. Nothing was kept.',
    })) as { sha256: string; file: string };
  }

  protected async cancel(): Promise<void> {
    const job = this.bringing()?.job;
    if (job) await this.api.cancelJob(job).catch(() => undefined);
  }

  protected async follow(): Promise<void> {
    this.looking.set(true);
    try {
      this.updates.set(await this.api.listedUpdates());
    } catch (error) {
      this.notices.say((error as Error).message);
    } finally {
      this.looking.set(false);
    }
  }

  protected size(bytes: number): string {
    return bytes < 1024 ** 2
      ? `${Math.max(1, Math.round(bytes / 1024))} kB`
      : `${(bytes / 1024 ** 2).toFixed(1)} MB`;
  }
}
