import {
  ChangeDetectionStrategy,
  Component,
  DestroyRef,
  computed,
  effect,
  inject,
  input,
  signal,
  untracked,
} from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { Router } from '@angular/router';
import { fitOf } from '@spare-coat/core/parts/fit';
import { PART_SORTS, type Part } from '@spare-coat/core/parts/part';
import { KINDS } from '@spare-coat/core/reference/kinds/registry';
import { Subject, debounceTime, from, switchMap, catchError, of, tap } from 'rxjs';
import type { ApiProblem } from '../shared/api';
import { Api } from '../shared/api';
import { CoatView } from '../shared/coatView';
import { PartDetails } from './partDetails';

interface Query {
  readonly words: string;
  readonly sort: string;
  readonly kind: string;
}

const TYPING_MS = 120;

/** The catalogue: search as one types, open a part, see what it offers, for what, from where. */
@Component({
  selector: 'coat-parts',
  imports: [PartDetails],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './parts.html',
  styleUrl: './parts.scss',
})
export class Parts {
  private readonly api = inject(Api);
  private readonly router = inject(Router);
  protected readonly view = inject(CoatView);
  /** From the address: the open part. */
  readonly part = input<string>();

  protected readonly sorts = PART_SORTS;
  protected readonly kinds = KINDS;
  protected readonly query = signal<Query>({ words: '', sort: '', kind: '' });
  protected readonly found = signal<readonly Part[] | null>(null);
  protected readonly next = signal<string | null>(null);
  protected readonly problem = signal<string | null>(null);
  protected readonly open = signal<Part | null>(null);
  private readonly asked = new Subject<Query>();

  protected readonly rows = computed(() =>
    (this.found() ?? []).map((part) => {
      const host = this.view.host();
      return { part, fit: host ? fitOf(part, host, this.view.coat()?.channel ?? null) : null };
    }),
  );

  constructor() {
    this.asked
      .pipe(
        debounceTime(TYPING_MS),
        switchMap((q) =>
          from(this.api.parts({ ...q, after: '' })).pipe(
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
        if (!page) return;
        this.found.set(page.parts);
        this.next.set(page.next);
      });
    effect(() => this.asked.next(this.query()));
    effect(() => {
      const id = this.part();
      if (!id) this.open.set(null);
      else void untracked(() => this.show(id));
    });
  }

  private async show(id: string): Promise<void> {
    const known = this.found()?.find((p) => p.id === id);
    try {
      const part = known ?? (await this.api.part(id)).part;
      if (this.part() === id) this.open.set(part);
    } catch (error) {
      this.problem.set((error as ApiProblem).message);
    }
  }

  protected ask(part: Partial<Query>): void {
    this.query.update((q) => ({ ...q, ...part }));
  }

  protected async more(): Promise<void> {
    const after = this.next();
    if (!after) return;
    try {
      const page = await this.api.parts({ ...this.query(), after });
      this.found.update((list) => [...(list ?? []), ...page.parts]);
      this.next.set(page.next);
    } catch (error) {
      this.problem.set((error as ApiProblem).message);
    }
  }

  protected pick(part: Part): void {
    void this.router.navigate([], { queryParams: { part: part.id }, queryParamsHandling: 'merge' });
  }

  protected price(part: Part): string {
    if (part.price === null) return part.account ? 'free, account' : 'free';
    return `${part.price.amount} ${part.price.currency}`;
  }
}
