import { NextTurn } from '../shared/nextTurn';
import { StageLayout } from '../shared/stageLayout';
import { MatButtonToggle, MatButtonToggleGroup } from '@angular/material/button-toggle';
import { MatSelect } from '@angular/material/select';
import { MatOption } from '@angular/material/core';
import { MatFormField } from '@angular/material/form-field';
import { MatIcon } from '@angular/material/icon';
import { MatTooltip } from '@angular/material/tooltip';
import { MatButton, MatIconButton } from '@angular/material/button';
import { DropAnywhere } from '../shared/dropFiles';
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
  viewChild,
} from '@angular/core';
import { Router, RouterLink } from '@angular/router';
import type { CaptureRow } from '@spare-coat/core/model/coat/rows';
import { heldAgainst } from '@spare-coat/core/proving/compare/lookFor';
import { clip, type Rect } from '@spare-coat/core/measuring/picture/rect';
import { sayNumber } from '@spare-coat/core/model/traits/say';
import { CoatStore } from '../shared/coatStore';
import { CoatView } from '../shared/coatView';
import { Intake } from '../shared/intake';
import { Keys } from '../shared/keys';
import { Notices } from '../shared/notices';
import { PixelsWorker } from '../shared/pixels';
import { sayBetween } from '../shared/sayClose';
import { Captures } from './captures';
import { CompareNav } from './compareNav';
import { CompareView } from './compareView';
import { PairView, WAYS, type Place, type Way } from './pairView';
import { ProofDetails } from './proofDetails';
import { Sighter } from './sighter';
import { FileButton } from '../shared/fileButton';
import { ZoomButtons } from '../shared/zoomButtons';

const WORDS: Readonly<Record<Way, { readonly label: string; readonly title: string }>> = {
  face: { label: 'Face to face', title: 'Both beside each other under one zoom (1)' },
  wipe: { label: 'Wipe', title: 'A line wipes from one to the other (2)' },
  turns: { label: 'By turns', title: 'One after the other in the same place (3)' },
  difference: { label: 'Difference', title: 'Where and how much the colours differ (4)' },
};
/** Seconds that each picture is shown for. */
const BEATS = [0.4, 0.8, 1.5, 3] as const;

/** From this colour difference on, or up to this structural likeness, something plainly looks different. */
const FAR_OFF = 8;
const UNLIKE = 0.75;

/** The stage where the own desktop is held against the reference: pictures first, numbers where they are asked for. */
@Component({
  hostDirectives: [DropAnywhere],
  selector: 'coat-compare',
  imports: [
    CompareNav,
    FileButton,
    MatButton,
    MatButtonToggle,
    MatButtonToggleGroup,
    MatFormField,
    MatIcon,
    MatIconButton,
    MatOption,
    MatSelect,
    MatTooltip,
    NextTurn,
    PairView,
    ProofDetails,
    RouterLink,
    StageLayout,
    ZoomButtons,
  ],
  providers: [CompareView],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './compare.html',
  styleUrl: './compare.scss',
  host: {
    '(window:keydown)': 'key($event)',
  },
})
export class CompareStage {
  protected readonly view = inject(CoatView);
  protected readonly c = inject(CompareView);
  protected readonly captures = inject(Captures);
  protected readonly sighter = inject(Sighter);
  protected readonly intake = inject(Intake);
  protected readonly pixels = inject(PixelsWorker);
  private readonly store = inject(CoatStore);
  private readonly notices = inject(Notices);
  private readonly router = inject(Router);
  private readonly keys = inject(Keys);
  private readonly pair = viewChild(PairView);

  /** From the address: the own picture, what it lies against, and how. */
  readonly own = input<string>();
  readonly to = input<string>();
  readonly way = input<string>();

  protected readonly ways = WAYS.map((id) => ({ id, ...WORDS[id] }));
  protected readonly beats = BEATS;
  protected readonly at = computed<Way>(() => WAYS.find((w) => w === this.way()) ?? 'face');
  protected readonly details = signal(false);
  private readonly drops = inject(DropAnywhere);
  protected readonly dragging = this.drops.over;
  protected readonly placing = signal(false);
  /** Which element on which picture a hand places. */
  private placingFor = '';
  protected readonly drawn = signal<Rect | null>(null);
  /** Reduced motion: pictures take turns by hand until the person asks for more. */
  protected readonly beat = signal(matchMedia('(prefers-reduced-motion: reduce)').matches ? 0 : 0.8);
  protected readonly say = sayBetween;
  protected readonly sayNumber = sayNumber;

  protected readonly places = computed<readonly Place[]>(() => {
    const [laid, sightings] = [this.c.laid(), this.c.sightings()];
    return [...sightings.values()].map((s) => {
      const region = this.c.earlier() ? undefined : this.c.regions().get(s.elementId);
      return {
        id: s.elementId,
        name: this.view.rows().element[s.elementId]?.name ?? '',
        own: s,
        reference:
          region && laid
            ? {
                x: region.x * laid.factor + laid.x,
                y: region.y * laid.factor + laid.y,
                width: region.width * laid.factor,
                height: region.height * laid.factor,
              }
            : null,
      };
    });
  });
  protected readonly selected = computed(() => this.view.selected());
  protected readonly closeness = computed(() => {
    const state = this.selected();
    return state ? this.c.closenessOf(state) : null;
  });
  /** What would bring the selected element nearest, the one thing said under the pictures. */
  protected readonly advice = computed(() => {
    const lines = this.c.lines().filter((l) => l.advice);
    const loss = (l: (typeof lines)[number]) => (1 - (l.proof?.credit ?? 1)) * l.score.target.weight;
    return (
      [...lines].sort(
        (a, b) =>
          Number(b.advice!.setting !== null) - Number(a.advice!.setting !== null) || loss(b) - loss(a),
      )[0]?.advice ?? null
    );
  });
  /** What is said where nothing is advised: that all is well only of what was read, and looks it. */
  protected readonly rest = computed(() => {
    const sighting = this.c.sighting();
    if (!sighting || this.c.isMissing(sighting)) return '';
    const lines = this.c.lines();
    const unread = lines.filter((l) => l.proof === null).length;
    if (lines.length > 0 && unread === lines.length)
      return 'None of its traits could be read off this picture.';
    const { mean, ssim } = sighting.likeness;
    if (mean > FAR_OFF || (ssim !== null && ssim < UNLIKE))
      return 'What could be read of it fits, and still it looks different: see it face to face.';
    return unread === 0
      ? 'Nothing to set.'
      : `Nothing to set of what could be read; ${unread} of ${lines.length} traits could not.`;
  });
  protected readonly place = computed(() => {
    const list = this.c.worst();
    const at = list.findIndex((w) => w.state.element.id === this.selected()?.element.id);
    return at < 0 ? `${list.length} to look at` : `${at + 1} of ${list.length}, worst first`;
  });
  /** Elements whose region of the reference is another by now than the one they were held against. */
  protected readonly stale = computed(() => {
    const picture = this.c.picture();
    if (!picture) return [];
    return [...this.c.regions().values()].filter((r) => {
      const seen = this.c.sightings().get(r.elementId);
      return seen && seen.against !== heldAgainst(picture, r);
    });
  });
  protected readonly unseen = computed(() =>
    [...this.c.regions().values()].filter(
      (r) => !this.c.sightings().has(r.elementId) && this.view.rows().element[r.elementId],
    ),
  );

  constructor() {
    this.drops.dropped.subscribe((files) => void this.take(files));
    effect(() => this.c.captureId.set(this.own() ?? null));
    effect(() => this.c.againstId.set(this.to() ?? null));
    effect(() => this.c.wantsMap.set(this.at() === 'difference'));
    // Another element or picture: what a hand was about to place is of the one before.
    effect(() => {
      const now = `${this.selected()?.element.id} ${this.c.capture()?.id}`;
      if (now !== this.placingFor) this.stopPlacing();
      this.placingFor = now;
    });
    // A picture on which nothing was looked for yet is looked at when it is first shown.
    let tried: string | null = null;
    effect(() => {
      const [capture, picture, unseen] = [this.c.capture(), this.c.picture(), this.unseen()];
      if (!capture || !picture || unseen.length === 0 || this.c.sightings().size > 0) return;
      if (tried === capture.id || untracked(this.sighter.looking)) return;
      tried = capture.id;
      untracked(() => void this.sighter.look(capture, picture, unseen));
    });
    inject(DestroyRef).onDestroy(() => this.view.alone.set(false));
  }

  protected go(params: Readonly<Record<string, string | null>>): void {
    void this.router.navigate([], { queryParams: params, queryParamsHandling: 'merge' });
  }
  protected choose(capture: CaptureRow): void {
    this.go({ own: capture.id });
  }

  protected async take(files: readonly File[]): Promise<void> {
    const made = await this.captures.take(files, this.c.picture()?.subject ?? 'Whole desktop');
    if (made) this.go({ own: made });
  }
  protected async takeDrawn(): Promise<void> {
    const made = await this.captures.takeDrawn();
    if (made) this.go({ own: made });
  }
  protected remove(capture: CaptureRow): void {
    if (!this.store.send({ type: 'capture.remove', id: capture.id })) return;
    this.notices.say(`${capture.name} was removed, with what was seen on it.`, {
      label: 'Undo',
      run: () => this.store.answer('undo'),
    });
  }

  protected async lookAll(): Promise<void> {
    const [capture, picture] = [this.c.capture(), this.c.picture()];
    if (capture && picture) await this.sighter.look(capture, picture, [...this.c.regions().values()]);
  }

  protected startPlacing(): void {
    const [capture, state] = [this.c.capture(), this.selected()];
    const region = state && this.c.regions().get(state.element.id);
    if (!capture || !region) return;
    const laid = this.c.laid();
    const seen = this.c.sighting();
    const from = seen ?? {
      x: region.x * (laid?.factor ?? 1) + (laid?.x ?? 0),
      y: region.y * (laid?.factor ?? 1) + (laid?.y ?? 0),
      width: region.width * (laid?.factor ?? 1),
      height: region.height * (laid?.factor ?? 1),
    };
    this.drawn.set(clip(from, capture.width, capture.height));
    this.placing.set(true);
  }
  protected stopPlacing(): void {
    this.placing.set(false);
    this.drawn.set(null);
  }
  protected async keepPlace(): Promise<void> {
    const [capture, picture, rect, state] = [
      this.c.capture(),
      this.c.picture(),
      this.drawn(),
      this.selected(),
    ];
    const region = state && this.c.regions().get(state.element.id);
    if (!capture || !picture || !rect || !region) return;
    this.stopPlacing();
    await this.sighter.look(capture, picture, [region], { elementId: state.element.id, rect });
  }
  protected async findAgain(): Promise<void> {
    const [capture, picture, state] = [this.c.capture(), this.c.picture(), this.selected()];
    const region = state && this.c.regions().get(state.element.id);
    if (capture && picture && region)
      await this.sighter.look(capture, picture, [region], { elementId: state.element.id, rect: null });
  }

  /** Sets what was advised: the match changes, and with it the plan. */
  protected set(trait: string): void {
    const line = this.c.lines().find((l) => l.score.target.spec.id === trait);
    const advice = line?.advice;
    if (!line || !advice || advice.setting === null || advice.layerId === null) return;
    const { spec, row } = line.score.target;
    const variantId = spec.perVariant && row.variantId !== null ? row.variantId : null;
    const { layerId, setting: value } = advice;
    if (this.store.send({ type: 'match.setting', layerId, trait, variantId, value }))
      this.notices.say(
        `${this.selected()!.element.name}: ${spec.label} is set, and the plan has a step for it.`,
        {
          label: 'Undo',
          run: () => this.store.answer('undo'),
        },
      );
  }

  protected zoom(factor: number): void {
    if (factor === 0) this.pair()?.fit();
    else this.pair()?.zoomBy(factor);
  }
  protected turnOver(): void {
    this.pair()?.turnOver();
  }
  protected goToElement(): void {
    const seen = this.c.sighting();
    if (seen) this.pair()?.goTo(seen);
  }
  protected nextWorst(by: 1 | -1): void {
    this.c.next(by);
  }

  protected key(event: KeyboardEvent): void {
    if (event.key === 'Escape' && this.placing()) {
      this.stopPlacing();
      return;
    }
    if (event.key === 'Enter' && this.placing() && !(event.target instanceof HTMLButtonElement)) {
      event.preventDefault();
      void this.keepPlace();
      return;
    }
    if (!this.keys.heeds(event) || event.shiftKey || !this.c.capture()) return;
    const way = this.ways[Number(event.key) - 1];
    const acts: Readonly<Record<string, () => void>> = {
      n: () => this.nextWorst(1),
      b: () => this.nextWorst(-1),
      z: () => this.goToElement(),
      d: () => this.details.update((on) => !on),
      w: () => this.view.alone.update((on) => !on),
      r: () => (this.placing() ? this.stopPlacing() : this.startPlacing()),
      t: () => this.turnOver(),
      '0': () => this.zoom(0),
      '+': () => this.zoom(1.25),
      '-': () => this.zoom(0.8),
    };
    const act = way ? () => this.go({ way: way.id }) : acts[event.key.toLowerCase()];
    if (!act) return;
    event.preventDefault();
    act();
  }
}
