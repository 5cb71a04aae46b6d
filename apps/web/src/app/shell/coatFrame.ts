import { Hint } from '../shared/hints/hint';
import { MatButtonToggle, MatButtonToggleGroup } from '@angular/material/button-toggle';
import { MatIcon } from '@angular/material/icon';
import { MatSidenav, MatSidenavContainer, MatSidenavContent } from '@angular/material/sidenav';
import { MatToolbar } from '@angular/material/toolbar';
import { MatTooltip } from '@angular/material/tooltip';
import { MatButton, MatIconButton } from '@angular/material/button';
import { nth } from '@spare-coat/core/ground/checked';
import { MatDialog } from '@angular/material/dialog';
import {
  ChangeDetectionStrategy,
  Component,
  DestroyRef,
  computed,
  effect,
  inject,
  input,
  linkedSignal,
  untracked,
} from '@angular/core';
import { Title } from '@angular/platform-browser';
import { toSignal } from '@angular/core/rxjs-interop';
import { NavigationEnd, Router, RouterLink } from '@angular/router';
import { filter, map, startWith } from 'rxjs';
import { BrandMark } from '../shared/brandMark';
import { CoatStore } from '../shared/coatStore';
import { CoatView } from '../shared/coatView';
import { Keys, isTyping } from '../shared/keys';
import { sayProvenAbove } from '@spare-coat/core/deciding/matching/provenAbove';
import { sayBetween } from '../shared/sayClose';
import { UnsentList } from '../shared/session/unsentList';
import { Tape } from '../shared/tape';
import { Widths } from '../shared/widths';
import { Finder } from './finder';
import { KeySheet } from './keySheet';
import { Spine } from './spine';
import { StageOutlet } from './stageOutlet';
import { STAGES } from './stages';

/** Views of a stage that have an address of their own, by the stage they belong to. */
const VIEWS_OF: Readonly<Record<string, string>> = {
  propose: 'match',
  matrix: 'match',
  whole: 'match',
  findings: 'match',
  gaps: 'match',
  rehearsal: 'plan',
  'way-back': 'plan',
  readings: 'plan',
  'over-time': 'compare',
  bundle: 'share',
  'carry-over': 'share',
  'on-rack': 'share',
};

/** The frame around every stage of one coat: top line, tape, spine. */
@Component({
  selector: 'coat-frame',
  imports: [
    BrandMark,
    Hint,
    MatButton,
    MatButtonToggle,
    MatButtonToggleGroup,
    MatIcon,
    MatIconButton,
    MatSidenav,
    MatSidenavContainer,
    MatSidenavContent,
    MatToolbar,
    MatTooltip,
    RouterLink,
    StageOutlet,
    Spine,
    Tape,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './coatFrame.html',
  styleUrl: './coatFrame.scss',
  host: { '(window:keydown)': 'onKey($event)' },
})
export class CoatFrame {
  protected readonly store = inject(CoatStore);
  protected readonly view = inject(CoatView);
  private readonly router = inject(Router);
  private readonly dialog = inject(MatDialog);
  private readonly keys = inject(Keys);

  /** From the address. */
  readonly id = input.required<string>();
  readonly e = input<string>();
  readonly v = input<string>();
  readonly p = input<string>();

  /** Where one is: the stage, by its path, and whether it needs the whole width, without the spine. */
  private readonly place = toSignal(
    this.router.events.pipe(
      filter((event) => event instanceof NavigationEnd),
      startWith(null),
      map(() => {
        let route = this.router.routerState.snapshot.root;
        while (route.firstChild) route = route.firstChild;
        const [path = ''] = (route.routeConfig?.path ?? '').split('/');
        return { whole: route.data['whole'] === true, stage: VIEWS_OF[path] ?? path };
      }),
    ),
    { initialValue: { whole: false, stage: '' } },
  );
  protected readonly whole = computed(() => this.place().whole || this.view.alone());
  protected readonly widths = inject(Widths);
  /** Once it was drawn the spine stays, hidden where the bench stands alone: it keeps one's place, and is not made anew with each stage. */
  protected readonly hasSpine = linkedSignal<boolean, boolean>({
    source: () => !this.whole(),
    computation: (isSeen, before) => isSeen || before?.value === true,
  });
  /** The spine is a drawer that can be drawn. */
  protected readonly isDrawer = computed(() => this.widths.isSmall() && !this.whole());
  /** It is drawn by hand, and shut when an element was chosen in it. */
  protected readonly drawn = linkedSignal({
    source: () => [this.widths.isSmall(), this.view.elementId()],
    computation: () => false,
  });
  protected readonly here = computed(() => this.place().stage);
  protected readonly stages = STAGES;
  protected readonly counts = computed<Readonly<Record<string, number>>>(() => ({
    host: this.view.host() ? 0 : 1,
    ...this.view.counts(),
  }));
  protected readonly say = sayBetween;
  protected readonly provenAbove = sayProvenAbove;
  protected readonly segments = computed(() =>
    this.view.spine().map((s) => ({
      id: s.element.id,
      name: s.element.name,
      weight: s.element.weight,
      closeness: this.view.isWhole() ? s.closeness : null,
      ceiling: this.view.isWhole() ? s.ceiling : null,
      standing: s.standing,
    })),
  );
  protected readonly save = computed(
    () =>
      ({
        saved: { word: 'Saved', title: 'Everything you did is saved.' },
        saving: { word: 'Saving', title: 'On its way to the server.' },
        kept: {
          word: 'Kept in this browser',
          title:
            'Not with the server yet. What you did is kept in this browser and sent when the server answers.',
        },
        'not kept': {
          word: 'Could not be kept',
          title:
            'The server does not answer, and this browser could not keep what you did. Leave this window open.',
        },
      })[this.store.saveState()],
  );

  /** Whether there is something to tell of what is not saved. */
  protected readonly isLate = computed(() => ['kept', 'not kept'].includes(this.store.saveState()));

  constructor() {
    effect(() => {
      const id = this.id();
      untracked(() => this.store.open(id));
    });
    // A coat that was left is opened anew, so that it is never older than its card.
    inject(DestroyRef).onDestroy(() => this.store.close());
    effect(() => this.view.elementId.set(this.e() ?? null));
    effect(() => this.view.variantName.set(this.v() ?? null));
    effect(() => this.view.pictureId.set(this.p() ?? null));
    const title = inject(Title);
    effect(() => {
      const name = this.view.coat()?.name;
      if (name) title.setTitle(`${name} · Spare Coat`);
    });
  }

  protected find(): void {
    this.dialog.open(Finder, { ariaLabel: 'Find or do', width: '520px', position: { top: '12vh' } });
  }
  protected unsent(): void {
    this.dialog.open(UnsentList, { ariaLabel: 'What is not with the server yet', data: this.id() });
  }
  protected help(): void {
    this.dialog.open(KeySheet, { ariaLabel: 'Keys', autoFocus: 'first-heading' });
  }
  protected rename(event: Event): void {
    const field = event.target as HTMLInputElement;
    const name = field.value.trim();
    if (name === '' || name === this.view.coat()?.name || !this.store.send({ type: 'coat.rename', name }))
      field.value = this.view.coat()?.name ?? '';
  }

  protected onKey(event: KeyboardEvent): void {
    const ctrl = event.ctrlKey || event.metaKey;
    const key = event.key.toLowerCase();
    if (ctrl && key === 'k') {
      event.preventDefault();
      if (this.dialog.openDialogs.length === 0) this.find();
      return;
    }
    if (ctrl && (key === 'z' || key === 'y') && !isTyping(event.target)) {
      event.preventDefault();
      this.store.answer(key === 'y' || event.shiftKey ? 'redo' : 'undo');
      return;
    }
    if (key === 'escape') this.drawn.set(false);
    if (this.dialog.openDialogs.length > 0 || !this.keys.heeds(event)) return;
    const digit = /^Digit([1-7])$/.exec(event.code)?.[1];
    if (event.shiftKey && digit) void this.go(nth(STAGES, Number(digit) - 1).path);
    else if (key === 'j') this.view.step(1);
    else if (key === 'k') this.view.step(-1);
    else if (key === '?') this.help();
    else if (key === 'v') this.otherVariant();
    else return;
    event.preventDefault();
  }

  protected weigh({ id, weight }: { id: string; weight: number }): void {
    const element = this.view.rows().element[id];
    if (!element || element.weight === weight) return;
    const { name, note, links } = element;
    this.store.send({ type: 'element.set', id, name, weight, note, links });
  }

  private otherVariant(): void {
    const all = this.view.variants();
    const at = all.findIndex((v) => v.id === this.view.variant()?.id);
    const next = all[(at + 1) % all.length];
    if (next) this.view.chooseVariant(next.name);
  }

  private go(stage: string): Promise<boolean> {
    return this.router.navigate(['/coats', this.id(), stage], { queryParamsHandling: 'preserve' });
  }
}
