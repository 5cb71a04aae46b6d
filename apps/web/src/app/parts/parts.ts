import type { PartsPage, ToldTrial } from '@spare-coat/core/proving/wire/parts';
import { CdkVirtualScrollViewport } from '@angular/cdk/scrolling';
import { NextTurn } from '../shared/nextTurn';
import { RowsInView } from '../shared/rows/rowsInView';
import { SearchField } from '../shared/forms/searchField';
import { Task, loaded } from '../shared/asking';
import { MatProgressBar } from '@angular/material/progress-bar';
import { Doing } from '../shared/doings';
import { StageLayout } from '../shared/stageLayout';
import { MatTableModule } from '@angular/material/table';
import { CellOf } from '../shared/rows/tableOf';
import { MatSelect } from '@angular/material/select';
import { MatOption } from '@angular/material/core';
import { MatFormField } from '@angular/material/form-field';
import { MatCheckbox } from '@angular/material/checkbox';
import { MatIcon } from '@angular/material/icon';
import { MatTooltip } from '@angular/material/tooltip';
import { MatButton, MatIconButton } from '@angular/material/button';
import { DropFiles } from '../shared/dropFiles';
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
import { fitOf, type Fit } from '@spare-coat/core/model/parts/fit';
import { PART_SORTS, type Part } from '@spare-coat/core/model/parts/part';
import { KINDS } from '@spare-coat/core/model/kinds/registry';
import {
  EMPTY,
  Subject,
  catchError,
  debounceTime,
  exhaustMap,
  expand,
  scan,
  switchMap,
  take,
  tap,
  type Observable,
} from 'rxjs';
import { Api, type ApiProblem } from '../shared/api';
import { CoatView } from '../shared/coatView';
import { newId } from '../shared/newId';
import { Notices } from '../shared/notices';
import { ArchiveIntake } from './archiveIntake';
import { PartDetails } from './partDetails';
import { Trials } from '../shared/trials';
import { FileButton } from '../shared/fileButton';

/** What is asked of the catalogue; empty is anything. */
interface Query {
  readonly words: string;
  readonly sort: string;
  readonly kind: string;
  readonly licence: string;
  readonly price: string;
  readonly since: string;
  readonly own: string;
  readonly order: string;
  /** Only what fits and can be had on the coat's host. */
  readonly usable: boolean;
}

const ANYTHING: Query = {
  words: '',
  sort: '',
  kind: '',
  licence: '',
  price: '',
  since: '',
  own: '',
  order: 'name',
  usable: false,
};
/** A part as its row tells it. */
interface PartLine {
  readonly part: Part;
  /** Null where there is no host. */
  readonly fit: Fit | null;
  /** The newest. */
  readonly trial: ToldTrial | null;
}

const TYPING_MS = 120;
const MOST_COMPARED = 4;
/** Ages by which parts are narrowed, in years. */
const AGES = [1, 2, 5] as const;

/** The catalogue: search as one types, open a part, compare some, bring in files and make one's own. */
@Component({
  hostDirectives: [DropFiles],
  selector: 'coat-parts',
  imports: [
    CdkVirtualScrollViewport,
    CellOf,
    Doing,
    FileButton,
    MatButton,
    MatCheckbox,
    MatFormField,
    MatIcon,
    MatIconButton,
    MatOption,
    MatProgressBar,
    MatSelect,
    MatTableModule,
    MatTooltip,
    NextTurn,
    PartDetails,
    RowsInView,
    SearchField,
    StageLayout,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './parts.html',
  styleUrl: './parts.scss',
})
export class Parts {
  protected readonly byPart = (_place: number, row: { readonly part: { readonly id: string } }) =>
    row.part.id;
  private readonly api = inject(Api);
  private readonly router = inject(Router);
  private readonly notices = inject(Notices);
  private readonly trials = inject(Trials);
  protected readonly view = inject(CoatView);
  protected readonly intake = inject(ArchiveIntake);
  /** From the address: the open part. */
  readonly part = input<string>();

  protected readonly sorts = PART_SORTS;
  protected readonly kinds = KINDS;
  protected readonly ages = AGES;
  protected readonly query = signal<Query>(ANYTHING);
  protected readonly found = signal<readonly Part[] | null>(null);
  protected readonly own = signal<ReadonlySet<string>>(new Set());
  protected readonly problem = signal<string | null>(null);
  private readonly opened = loaded(
    () => this.part(),
    (id) => this.api.part(id),
  );
  protected readonly open = this.opened.value;
  private readonly task = new Task();
  protected readonly compared = signal<readonly string[]>([]);
  private readonly drops = inject(DropFiles);
  protected readonly over = this.drops.over;
  private readonly asked = new Subject<Query>();
  /** That the end of what was read comes near. */
  protected readonly nearEnd = new Subject<void>();

  /** How a part's row reads; worked out once for each, while host and trials stay: the list may be long, and grows. */
  private readonly rowOf = computed(() => {
    const [host, channel] = [this.view.host(), this.view.coat()?.channel ?? null];
    // Whatever is tried or judged otherwise reads otherwise.
    this.trials.all();
    const known = new Map<Part, PartLine>();
    return (part: Part): PartLine => {
      const line = known.get(part) ?? {
        part,
        fit: host ? fitOf(part, host, channel) : null,
        trial: this.trials.of(part.id)[0] ?? null,
      };
      known.set(part, line);
      return line;
    };
  });
  protected readonly rows = computed(() => (this.found() ?? []).map(this.rowOf()));
  protected readonly narrowed = computed(() => {
    const { words: _, order: __, ...rest } = this.query();
    return Object.values(rest).some((v) => v !== '' && v !== false);
  });

  constructor() {
    this.drops.dropped.subscribe((files) => void this.take(files));
    this.trials.load();
    this.asked
      .pipe(
        debounceTime(TYPING_MS),
        switchMap((q) => this.listOf(q)),
        takeUntilDestroyed(inject(DestroyRef)),
      )
      .subscribe(({ parts, own }) => {
        this.found.set(parts);
        this.own.set(new Set(own));
      });
    effect(() => {
      // The host decides what is usable.
      this.view.host();
      this.asked.next(this.query());
    });
    effect(() => {
      const problem = this.opened.problem();
      if (problem !== null) untracked(() => this.problem.set(problem));
    });
  }

  /** A page of the catalogue; nothing where it can't be read, which is said. */
  private page(q: Query, after: string): Observable<PartsPage> {
    return this.api.parts(this.wire(q, after)).pipe(
      tap(() => this.problem.set(null)),
      catchError((error: ApiProblem) => {
        this.problem.set(error.message);
        return EMPTY;
      }),
    );
  }

  /** What answers a question: its first page, and all that were read so far, whenever one more came. */
  private listOf(q: Query): Observable<Pick<PartsPage, 'parts' | 'own'>> {
    return this.page(q, '').pipe(
      expand(({ next }) =>
        next === null
          ? EMPTY
          : this.nearEnd.pipe(
              exhaustMap(() => this.page(q, next)),
              take(1),
            ),
      ),
      scan((all, page) => ({ parts: [...all.parts, ...page.parts], own: [...all.own, ...page.own] })),
    );
  }

  private wire({ usable, since, ...rest }: Query, after: string): Record<string, string> {
    const host = this.view.host();
    const channel = this.view.coat()?.channel ?? '';
    const told: Record<string, string> = { ...rest, after };
    if (since) {
      const date = new Date();
      date.setFullYear(date.getFullYear() - Number(since));
      told['since'] = date.toISOString().slice(0, 10);
    }
    if (usable && host) told['usableOn'] = `${host.id} ${host.revision} ${channel}`;
    return Object.fromEntries(Object.entries(told).filter(([, v]) => v !== ''));
  }

  protected ask(part: Partial<Query>): void {
    this.query.update((q) => ({ ...q, ...part }));
  }
  protected askAnything(): void {
    this.query.update(({ words, order }) => ({ ...ANYTHING, words, order }));
  }

  protected pick(part: Part): void {
    void this.router.navigate([], { queryParams: { part: part.id }, queryParamsHandling: 'merge' });
  }

  protected mark(id: string): void {
    this.compared.update((list) => {
      if (list.includes(id)) return list.filter((i) => i !== id);
      if (list.length < MOST_COMPARED) return [...list, id];
      this.notices.say(`At most ${MOST_COMPARED} parts stand side by side.`);
      return [...list];
    });
  }

  private go(rest: string, params: Record<string, string> = {}): Promise<boolean> {
    const [coat] = this.router.url.split('/parts');
    return this.router.navigate([`${coat}/parts/${rest}`], { queryParams: params });
  }
  protected compare(): void {
    void this.go('compare', { ids: this.compared().join(',') });
  }
  protected make(): void {
    void this.go(`${newId()}/edit`, { fresh: 'yes' });
  }
  protected listing(): void {
    void this.go('listing');
  }
  protected edit(id: string): void {
    void this.go(`${id}/edit`);
  }
  protected duplicate(id: string): void {
    void this.go(`${newId()}/edit`, { from: id });
  }

  /** The catalogue is another one: the list and what Match looks at. */
  private again(): void {
    this.asked.next(this.query());
    this.view.refreshParts();
  }

  protected remove(part: Part): void {
    const tell = ({ message }: ApiProblem) => this.notices.say(message);
    this.task.run(
      this.api.deletePart(part.id),
      () => {
        this.again();
        void this.router.navigate([], { queryParams: { part: null }, queryParamsHandling: 'merge' });
        this.notices.say(`${part.name} is deleted. Coats that use it keep it.`, {
          label: 'Undo',
          run: () => this.task.run(this.api.restorePart(part.id), () => this.again(), tell),
        });
      },
      tell,
    );
  }

  protected async take(files: Iterable<File> | null): Promise<void> {
    const [file] = files ?? [];
    if (!file) return;
    const reading = await this.intake.take(file);
    if (reading) await this.go(`archive/${reading}`);
  }

  protected price(part: Part): string {
    if (part.price === null) return part.account ? 'free, account' : 'free';
    return `${part.price.amount} ${part.price.currency}`;
  }
}
