import { SearchField } from '../shared/forms/searchField';
import { Task } from '../shared/asking';
import { toObservable, takeUntilDestroyed } from '@angular/core/rxjs-interop';
import {
  EMPTY,
  Subject,
  catchError,
  debounceTime,
  expand,
  switchMap,
  tap,
  timer,
  type Observable,
} from 'rxjs';
import { MatSlider, MatSliderThumb } from '@angular/material/slider';
import { MatSelect } from '@angular/material/select';
import { MatOption } from '@angular/material/core';
import { MatFormField } from '@angular/material/form-field';
import { MatCheckbox } from '@angular/material/checkbox';
import { MatIcon } from '@angular/material/icon';
import { MatTooltip } from '@angular/material/tooltip';
import { MatButton } from '@angular/material/button';
import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { ActivatedRoute, Router, RouterLink } from '@angular/router';
import { sayVotes } from '@spare-coat/core/proving/rack/marks';
import {
  ANY_THING,
  readRackQuery,
  writeRackQuery,
  type RackFound,
  type RackOrder,
  type RackQuery,
  type RackThing,
} from '@spare-coat/core/proving/rack/search';
import type { RackAnswer } from '@spare-coat/core/proving/wire/rack';
import { Api, type ApiProblem } from '../shared/api';
import { Crop } from '../shared/crop';
import { HomeHead } from '../shared/homeHead';
import { newId } from '../shared/newId';
import { Notices } from '../shared/notices';
import { sayClose } from '../shared/sayClose';
import { Tape } from '../shared/tape';
import { ColourStrip } from './colourStrip';
import { EdgePicker } from './edgePicker';
import { LayoutMark } from './layoutMark';
import { keyOf } from './thingKey';

/** Letters typed one after the other are one question. */
/** How long until coats are asked for again that were being worked out. */
const LATE_MS = 1500;
const PAUSE_MS = 250;
const WHEN = new Intl.DateTimeFormat('en-GB', { dateStyle: 'medium' });
const PLACES = [
  { id: 'rack', label: 'the rack' },
  { id: 'coats', label: 'my coats' },
  { id: 'all', label: 'both' },
] as const;
const ORDERS: readonly { readonly id: RackOrder; readonly label: string }[] = [
  { id: 'votes', label: 'votes' },
  { id: 'newest', label: 'date' },
  { id: 'closeness', label: 'closeness' },
  { id: 'likeness', label: 'likeness' },
];

/** The library of this server: coats handed on, and those that are worked on, found by what they look like and how near they came. */
@Component({
  selector: 'coat-rack',
  imports: [
    ColourStrip,
    Crop,
    EdgePicker,
    HomeHead,
    LayoutMark,
    MatButton,
    MatCheckbox,
    MatFormField,
    MatIcon,
    MatOption,
    MatSelect,
    MatSlider,
    MatSliderThumb,
    MatTooltip,
    RouterLink,
    SearchField,
    Tape,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './rack.html',
  styleUrl: './rack.scss',
})
export class Rack {
  private readonly api = inject(Api);
  private readonly router = inject(Router);
  private readonly notices = inject(Notices);
  protected readonly places = PLACES;
  protected readonly orders = ORDERS;
  protected readonly say = sayClose;

  private readonly asked = toSignal(inject(ActivatedRoute).queryParamMap);
  protected readonly query = computed<RackQuery>(() => readRackQuery((n) => this.asked()?.get(n) ?? null));
  protected readonly place = computed(
    () => PLACES.find((p) => p.id === this.asked()?.get('place'))?.id ?? 'rack',
  );
  protected readonly answer = signal<RackAnswer | null>(null);
  protected readonly problem = signal<string | null>(null);
  protected readonly picked = signal<readonly RackThing[]>([]);
  /** Hosts to choose from; one that is asked for stays among them. */
  protected readonly hosts = computed(() => {
    const all = this.answer()?.hosts ?? [];
    const { host } = this.query();
    return host === '' || all.includes(host) ? all : [host, ...all];
  });
  protected readonly isAsking = computed(() => {
    const { order, like, ...asks } = writeRackQuery(this.query());
    return Object.keys(asks).length > 0 || order === 'likeness' || like !== undefined;
  });
  protected readonly said = computed(() => {
    const a = this.answer();
    if (!a) return this.problem() ? '' : 'Looking …';
    const more = a.count > a.found.length ? `, the first ${a.found.length} shown` : '';
    const late = a.pending > 0 ? `; ${a.pending} more are being worked out` : '';
    return `${a.count} of ${a.all}${more}${a.like ? `, most like ${a.like} first` : ''}${late}`;
  });
  private readonly task = new Task();
  protected readonly busy = this.task.busy;
  /** What was typed, asked for when the hand rests. */
  private readonly typed = new Subject<Partial<RackQuery>>();
  private readonly turn = signal(0);

  constructor() {
    const question = computed(() => ({ query: this.query(), place: this.place(), turn: this.turn() }));
    // Of two questions the later one counts, in whichever order the answers come.
    toObservable(question)
      .pipe(
        switchMap(({ query, place }) => this.look(query, place)),
        takeUntilDestroyed(),
      )
      .subscribe((answer) => this.answer.set(answer));
    this.typed.pipe(debounceTime(PAUSE_MS), takeUntilDestroyed()).subscribe((change) => this.ask(change));
  }

  protected when(at: string): string {
    return WHEN.format(new Date(at));
  }
  protected votes(t: RackFound): string {
    const words = sayVotes(t.votes);
    return t.lower === null ? words : `${words}; ${sayClose(t.lower)} % at the least`;
  }
  protected linkOf(t: RackThing): string[] {
    return t.from === 'rack' ? ['/rack', t.id] : ['/coats', t.id, 'match'];
  }

  /** Asks for something more, or for something else. */
  protected ask(change: Partial<RackQuery>, isTyped = false): void {
    if (isTyped) this.typed.next(change);
    else this.go(writeRackQuery({ ...this.query(), ...change }), true);
  }
  protected forget(): void {
    this.go(writeRackQuery(ANY_THING), true);
  }
  protected go(params: Record<string, string>, isWhole = false): void {
    const queryParams = isWhole
      ? { ...params, ...(this.place() === 'rack' ? {} : { place: this.place() }) }
      : params;
    void this.router.navigate([], {
      queryParams,
      ...(isWhole ? {} : { queryParamsHandling: 'merge' as const }),
      replaceUrl: true,
    });
  }
  protected again(): void {
    this.turn.update((n) => n + 1);
  }

  /** Looks, and again for as long as something of what fits is still being worked out. */
  private look(query: RackQuery, place: string): Observable<RackAnswer> {
    return this.api.rack({ ...writeRackQuery(query), place }).pipe(
      expand((answer) =>
        answer.pending > 0
          ? timer(LATE_MS).pipe(switchMap(() => this.api.rack({ ...writeRackQuery(query), place })))
          : EMPTY,
      ),
      tap(() => this.problem.set(null)),
      catchError((error: ApiProblem) => {
        this.problem.set(error.message);
        return EMPTY;
      }),
    );
  }

  protected isPicked(t: RackThing): boolean {
    return this.picked().some((p) => p.id === t.id);
  }
  protected pick(t: RackThing, on: boolean): void {
    this.picked.update((now) => (on ? [...now, t] : now.filter((p) => p.id !== t.id)));
  }
  protected compare(): void {
    const [a, b] = this.picked();
    if (a && b) void this.router.navigate(['/rack/compare'], { queryParams: { a: keyOf(a), b: keyOf(b) } });
  }

  /** A new coat from this one: a bundle of the rack is looked at first, a coat of one's own is copied. */
  protected start(t: RackThing): void {
    const tell = ({ message }: ApiProblem) => this.notices.say(message);
    if (t.version !== null)
      this.task.run(
        this.api.readRackVersion(t.id, t.version),
        ({ job }) => void this.router.navigate(['/bring-in'], { queryParams: { job } }),
        tell,
      );
    else
      this.task.run(
        this.api.createCoat(newId(), newId(), `${t.name}, copy`.slice(0, 200), t.id),
        ({ id }) => void this.router.navigate(['/coats', id, 'match']),
        tell,
      );
  }
}
