import { keyed, nth } from '@spare-coat/core/ground/checked';
import { surveysAfter, surveysBefore } from '@spare-coat/core/model/coat/surveys';
import { DestroyRef, Injectable, computed, effect, inject, signal } from '@angular/core';
import { takeUntilDestroyed, toObservable } from '@angular/core/rxjs-interop';
import {
  NavigationCancel,
  NavigationEnd,
  NavigationError,
  NavigationSkipped,
  Router,
  type Event,
  type Params,
} from '@angular/router';
import {
  coatOf,
  matchOf,
  ordered,
  type ElementRow,
  type PictureRow,
  type RegionRow,
} from '@spare-coat/core/model/coat/rows';
import type { HostProfile } from '@spare-coat/core/model/host/profile';
import {
  assumedShare,
  closenessByVariant,
  evaluateCoat,
  type CoatState,
  type ElementState,
} from '@spare-coat/core/deciding/matching/evaluate';
import { ledgerOf } from '@spare-coat/core/deciding/matching/ledger';
import {
  indexOffers,
  rankOffers,
  type OfferIndex,
  type RankedOffer,
} from '@spare-coat/core/deciding/matching/rank';
import { partKey, type MatchContext } from '@spare-coat/core/deciding/matching/targets';
import { hostNow, type HostNow } from '@spare-coat/core/model/host/now';
import type { Survey } from '@spare-coat/core/model/host/survey';
import { doneSteps } from '@spare-coat/core/doing/plan/journal';
import {
  hostBefore,
  planOfCoat,
  withDone,
  type Before,
  type HostBefore,
  type WholePlan,
} from '@spare-coat/core/doing/plan/planOfCoat';
import { stepsOf, type Plan } from '@spare-coat/core/model/deeds/step';
import type { DoneStep } from '@spare-coat/core/doing/plan/wayBack';
import type { HostState } from '@spare-coat/core/doing/simulation/hostState';
import type { Part } from '@spare-coat/core/model/parts/part';
import { KIND_GROUPS, type KindGroup } from '@spare-coat/core/model/kinds/kind';
import { kindBook } from '@spare-coat/core/model/coat/kindBook';
import { sameJson } from '@spare-coat/core/model/coat/changes';
import {
  EMPTY,
  catchError,
  defer,
  first,
  of,
  retry,
  switchMap,
  throwError,
  timer,
  type Observable,
  forkJoin,
  map,
} from 'rxjs';
import { Api, type ApiProblem } from './api';
import { CoatStore } from './coatStore';
import { Notices } from './notices';
import { PixelsWorker } from './pixels';
import { sayClose } from './sayClose';

/** A navigation came to its end, in whichever way. */
const isThere = (event: Event): boolean =>
  event instanceof NavigationEnd ||
  event instanceof NavigationCancel ||
  event instanceof NavigationError ||
  event instanceof NavigationSkipped;

/** First wait before an unreachable server is asked again; doubled each time up to the longest. */
const FIRST_WAIT_MS = 500;
const LONGEST_WAIT_MS = 8000;

export interface SpineGroup {
  readonly group: KindGroup;
  readonly states: readonly ElementState[];
}

/** What every stage looks at: the coat evaluated, and what is selected in it. All derived from `CoatStore`. */
@Injectable({ providedIn: 'root' })
export class CoatView {
  private readonly api = inject(Api);
  private readonly store = inject(CoatStore);
  private readonly notices = inject(Notices);
  private readonly router = inject(Router);
  private readonly going = inject(DestroyRef);

  /** From the address: `?e=`, `?v=` and `?p=`. */
  readonly elementId = signal<string | null>(null);
  readonly variantName = signal<string | null>(null);
  readonly pictureId = signal<string | null>(null);
  /** The element the pointer is over, wherever it is shown. */
  readonly hovered = signal<string | null>(null);
  /** Elements marked together with the selected one, for doing something to all of them. */
  readonly marked = signal<ReadonlySet<string>>(new Set());

  /** The bench alone, without the spine, for as long as a stage wants it. */
  readonly alone = signal(false);

  readonly host = signal<HostProfile | null>(null);
  private readonly parts = signal<ReadonlyMap<string, Part>>(new Map());
  readonly catalogueProblem = signal<string | null>(null);

  readonly rows = this.store.rows;
  readonly coat = computed(() => (Object.keys(this.rows().coat).length > 0 ? coatOf(this.rows()) : null));
  readonly variants = computed(() => ordered(this.rows().variant));
  readonly variant = computed(() => {
    const wanted = this.variantName();
    return this.variants().find((v) => v.name.toLowerCase() === wanted) ?? this.variants()[0] ?? null;
  });
  readonly book = computed(() => kindBook(this.rows()));
  readonly pictures = computed(() => ordered(this.rows().picture));
  readonly variantPictures = computed(() =>
    this.pictures().filter((p) => p.variantId === this.variant()?.id),
  );
  /** The picture that was chosen, if it is of the chosen variant; else the variant's first. */
  readonly picture = computed<PictureRow | null>(() => {
    const all = this.variantPictures();
    return all.find((p) => p.id === this.pictureId()) ?? all[0] ?? null;
  });

  readonly context = computed<MatchContext>(() => ({
    rows: this.rows(),
    host: this.host(),
    parts: this.parts(),
    ...(this.settingsNow() ? { settingsNow: this.settingsNow()! } : {}),
  }));
  /** How the host is by now, by the newest surveys from after something was done. */
  private readonly surveysAfter = signal<readonly Survey[]>([]);
  private readonly settingsNow = computed(() => {
    const [host, surveys] = [this.host(), this.surveysAfter()];
    return host && surveys.length > 0 ? hostNow(host, surveys).settings : null;
  });
  readonly index = computed<OfferIndex>(() => indexOffers(this.context()));
  readonly state = computed<CoatState | null>(() =>
    this.coat() ? evaluateCoat(this.context(), this.index()) : null,
  );
  /** The coat's closeness in each variant, and how much of it rests on guesses, in words; empty where both say nothing. */
  readonly restsOn = computed(() => {
    const state = this.state();
    if (!state) return '';
    const by = Object.entries(closenessByVariant(state)).map(
      ([id, closeness]) => `${keyed(this.rows().variant, id).name} ${sayClose(closeness)} %`,
    );
    const share = Math.round(assumedShare(state) * 100);
    const guessed = share > 0 ? ` ${share} % of the weight rests on assumed or unknown values.` : '';
    return `${by.length > 1 ? `${by.join(', ')}.` : ''}${guessed}`.trim();
  });
  /** Elements in the order of the spine. */
  readonly groups = computed<readonly SpineGroup[]>(() => {
    const states = this.state()?.elements ?? [];
    return KIND_GROUPS.map((group) => ({
      group,
      states: states.filter((s) => this.book().find(s.element.kind)?.group === group),
    })).filter((g) => g.states.length > 0);
  });
  readonly spine = computed<readonly ElementState[]>(() => this.groups().flatMap((g) => g.states));
  readonly selected = computed<ElementState | null>(
    () => this.spine().find((s) => s.element.id === this.elementId()) ?? this.spine()[0] ?? null,
  );
  readonly ranked = computed<readonly RankedOffer[]>(() => {
    const element = this.selected()?.element;
    return element ? rankOffers(this.context(), this.index(), element) : [];
  });
  readonly ledger = computed(() => {
    const state = this.state();
    return state ? ledgerOf(this.context(), state) : [];
  });
  /** How the host was before anything was done: what surveys told, where there are some. */
  readonly surveysBefore = signal<readonly Survey[]>([]);
  private readonly hostBefore = computed<HostBefore | null>(() => {
    const host = this.host();
    return host && hostBefore(host, this.surveysBefore());
  });
  readonly now = computed<HostNow | null>(() => this.hostBefore()?.now ?? null);
  /** The simulated host before anything is done; null without a host. */
  readonly start = computed<HostState | null>(() => this.hostBefore()?.start ?? null);
  private readonly before = computed<Before | null>(() => {
    const [host, before] = [this.host(), this.hostBefore()];
    return host && before && withDone(host, before, this.rows());
  });
  /** What the journal says was done, with what it changed. */
  readonly doneByJournal = computed<readonly DoneStep[]>(() => this.before()?.done ?? []);
  private readonly planned = computed<WholePlan | null>(() => {
    const state = this.state();
    return state && planOfCoat(this.context(), state, this.before());
  });
  readonly plan = computed<Plan | null>(() => this.planned()?.plan ?? null);
  /** Keys of steps that take back what is no longer wanted. */
  readonly takesBack = computed<ReadonlySet<string>>(() => this.planned()?.takesBack ?? new Set());
  /** The simulated host that the plan begins on. */
  readonly rehearsedFrom = computed<HostState | null>(() => this.planned()?.from ?? null);
  readonly done = computed(() => doneSteps(this.rows()));

  /** Regions whose pixels changed and that want another look. */
  readonly again = computed(() => Object.values(this.rows().region).filter((r) => r.again));

  /** What is unanswered, for the small counts at the stages. */
  readonly counts = computed(() => {
    const elements = this.state()?.elements ?? [];
    const plan = this.plan();
    return {
      study: elements.filter((e) => e.closeness === null).length + this.again().length,
      match: elements.filter((e) => e.standing === 'open').length,
      plan: plan ? stepsOf(plan).filter((s) => !this.done().has(s.key)).length : 0,
    };
  });

  /** What the catalogue has to be asked for: kinds in use, and pinned revisions. */
  private readonly wanted = computed(
    () => ({
      kinds: [...new Set(Object.values(this.rows().element).map((e) => e.kind))].sort(),
      pinned: Object.values(this.rows().layer)
        .filter((l) => l.partId !== null)
        .map((l) => [l.partId!, l.partRevision!] as const)
        .sort((a, b) => (partKey(...a) < partKey(...b) ? -1 : 1)),
    }),
    { equal: sameJson },
  );
  private readonly surveyBlobs = computed(
    () => ({
      before: surveysBefore(this.rows()).map((s) => s.blob),
      after: surveysAfter(this.rows()).map((s) => s.blob),
    }),
    { equal: sameJson },
  );
  private readonly hostPin = computed(
    () => ({ id: this.coat()?.profileId ?? null, revision: this.coat()?.profileRevision ?? null }),
    { equal: sameJson },
  );

  /** Counted up when the catalogue is another one. */
  private readonly turn = signal(0);
  /** What the catalogue is asked: of very many parts those for the host come first. */
  private readonly catalogueQuestion = computed(
    () => ({ ...this.wanted(), family: this.host()?.family ?? null, turn: this.turn() }),
    { equal: sameJson },
  );

  /** The question that the parts at hand are the answer to. */
  private readonly answered = signal<{
    readonly kinds: readonly string[];
    readonly pinned: readonly (readonly [string, number])[];
    readonly family: string | null;
  } | null>(null);
  /**
   * Whether all that closeness rests on is here: the host, and the parts that can be chosen and were. Until then there is no
   * figure: one that leaves out what has not come yet would be a wrong one.
   */
  readonly isWhole = computed(() => {
    const [{ id, revision }, host, answered] = [this.hostPin(), this.host(), this.answered()];
    if (id !== null && (host?.id !== id || host.revision !== revision)) return false;
    const { kinds, pinned } = this.wanted();
    if (kinds.length === 0) return true;
    const keys = new Set(answered?.pinned.map((p) => partKey(...p)));
    return (
      answered !== null &&
      answered.family === (host?.family ?? null) &&
      kinds.every((k) => answered.kinds.includes(k)) &&
      pinned.every((p) => keys.has(partKey(...p)) || this.parts().has(partKey(...p)))
    );
  });

  constructor() {
    const measured = inject(PixelsWorker);
    effect(() => {
      const photos = this.pictures().filter((p) => p.straightened);
      measured.photos = new Set(photos.map((p) => p.blob));
    });
    // Of two questions the later one counts, in whichever order the answers come.
    toObservable(this.catalogueQuestion)
      .pipe(
        switchMap((asked) =>
          asked.kinds.length === 0
            ? of({ asked, parts: [] as readonly Part[] })
            : this.whenThere(
                () =>
                  this.api
                    .partsServing(asked.kinds, asked.pinned, asked.family)
                    .pipe(map(({ parts }) => ({ asked, parts }))),
                (sentence) => this.catalogueProblem.set(sentence),
              ),
        ),
        takeUntilDestroyed(),
      )
      .subscribe(({ asked, parts }) => {
        this.parts.set(new Map(parts.map((p) => [partKey(p.id, p.revision), p])));
        this.answered.set(asked);
        this.catalogueProblem.set(null);
      });
    toObservable(this.surveyBlobs)
      .pipe(
        switchMap(({ before, after }) =>
          this.whenThere(() => forkJoin([this.surveysOf(before), this.surveysOf(after)])),
        ),
        takeUntilDestroyed(),
      )
      .subscribe(([before, after]) => {
        this.surveysBefore.set(before);
        this.surveysAfter.set(after);
      });
    toObservable(this.hostPin)
      .pipe(
        switchMap(({ id, revision }) => {
          if (id === null || revision === null) return of(null);
          const known = this.host();
          if (known?.id === id && known.revision === revision) return of(known);
          return this.whenThere(() => this.api.profile(id, revision).pipe(map(({ profile }) => profile)));
        }),
        takeUntilDestroyed(),
      )
      .subscribe((host) => this.host.set(host));
  }

  /** Asks the catalogue anew: parts of one's own were made, changed or deleted. */
  refreshParts(): void {
    this.turn.update((n) => n + 1);
  }

  private surveysOf(blobs: readonly string[]): Observable<Survey[]> {
    return blobs.length === 0 ? of([]) : forkJoin(blobs.map((blob) => this.api.survey(blob)));
  }

  /** Asks, and again for as long as the server is away; where it says no, that is told. */
  private whenThere<T>(
    ask: () => Observable<T>,
    tell: (sentence: string) => void = (sentence) => this.notices.say(sentence),
  ): Observable<T> {
    return defer(ask).pipe(
      retry({
        delay: (error: unknown, tries) => {
          if (!(error as ApiProblem).away) return throwError(() => error);
          tell((error as ApiProblem).message);
          return timer(Math.min(FIRST_WAIT_MS * 2 ** (tries - 1), LONGEST_WAIT_MS));
        },
      }),
      catchError((error: unknown) => {
        tell((error as Error).message);
        return EMPTY;
      }),
    );
  }

  select(elementId: string): void {
    this.marked.set(new Set());
    this.show({ e: elementId });
  }

  /** Puts what is chosen into the address. Whoever is on the way to another stage gets there first: it would be called back else. */
  private show(queryParams: Params): void {
    const go = () => void this.router.navigate([], { queryParams, queryParamsHandling: 'merge' });
    if (!this.router.currentNavigation()) return go();
    this.router.events.pipe(first(isThere), takeUntilDestroyed(this.going)).subscribe(go);
  }

  choosePicture(id: string): void {
    const picture = this.rows().picture[id];
    const variant = picture && this.rows().variant[picture.variantId];
    if (!variant) return;
    this.show({ p: id, v: variant.name.toLowerCase() });
  }

  /** Marks an element together with others, or takes it out again. */
  mark(id: string): void {
    const selected = this.selected()?.element.id;
    this.marked.update((now) => {
      const next = new Set(now.size === 0 && selected ? [selected] : now);
      if (next.has(id)) next.delete(id);
      else next.add(id);
      return next.size > 1 || !next.has(selected ?? '') ? next : new Set();
    });
  }

  /** Marks everything in the spine from the selected element to this one. */
  markTo(id: string): void {
    const list = this.spine().map((s) => s.element.id);
    const [a, b] = [list.indexOf(this.selected()?.element.id ?? ''), list.indexOf(id)];
    if (a >= 0 && b >= 0) this.marked.set(new Set(list.slice(Math.min(a, b), Math.max(a, b) + 1)));
  }

  /** The next or previous element in the spine. */
  step(by: 1 | -1): void {
    const list = this.spine();
    if (list.length === 0) return;
    const at = list.findIndex((s) => s.element.id === this.selected()?.element.id);
    this.select(nth(list, (at + by + list.length) % list.length).element.id);
  }

  chooseVariant(name: string): void {
    this.show({ v: name.toLowerCase() });
  }

  /** The region of an element at rest on a picture of the chosen variant, the shown one first, or on any picture. */
  cropOf(element: ElementRow): { picture: PictureRow; region: RegionRow } | null {
    const rows = this.rows();
    const regions = Object.values(rows.region).filter((r) => r.elementId === element.id);
    const atRest = regions.filter((r) => r.state === null);
    const region =
      atRest.find((r) => r.pictureId === this.picture()?.id) ??
      atRest.find((r) => rows.picture[r.pictureId]?.variantId === this.variant()?.id) ??
      atRest[0] ??
      regions[0];
    const picture = region ? rows.picture[region.pictureId] : undefined;
    return region && picture ? { picture, region } : null;
  }

  matchOf(elementId: string) {
    return matchOf(this.rows(), elementId);
  }
}
