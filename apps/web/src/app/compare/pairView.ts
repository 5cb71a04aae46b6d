import { nth } from '@spare-coat/core/ground/checked';
import type { ElementRef } from '@angular/core';
import {
  ChangeDetectionStrategy,
  Component,
  DestroyRef,
  computed,
  effect,
  inject,
  input,
  output,
  signal,
  untracked,
  viewChild,
} from '@angular/core';
import { DIFFERENCE_SCALE } from '@spare-coat/core/proving/compare/paintDifferences';
import { clip, type Rect } from '@spare-coat/core/measuring/picture/rect';
import { FURTHEST, Viewport } from '../shared/viewport';
import type { Compared } from './comparer';
import type { Laid, Shown } from './compareView';

/** How two pictures are held against each other. */
export const WAYS = ['face', 'wipe', 'turns', 'difference'] as const;
export type Way = (typeof WAYS)[number];

/** A marked place on the own picture, and where the reference has it. */
export interface Place {
  readonly id: string;
  readonly name: string;
  readonly own: Rect;
  readonly reference: Rect | null;
}

const ZOOM_STEP = 1.25;
/** What an arrow key moves the pictures by, in pixels of the view; and the wipe line, in shares of its width. */
const PAN = 60;
const WIPE = 0.02;
/** A press that moves less than this many view pixels is a click. */
const CLICK = 4;
/** Around an element that is looked at closely, as a share of the view. */
const ROOM_AROUND = 0.62;

/**
 * Two pictures on one bench, under one zoom: face to face, with a line that wipes from one to the other, by turns, or as the
 * map of their differences. All lengths are pixels of the own picture.
 */
@Component({
  selector: 'coat-pair-view',
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './pairView.html',
  styleUrl: './pairView.scss',
})
export class PairView {
  readonly own = input.required<Shown>();
  readonly against = input.required<Shown>();
  readonly laid = input.required<Laid>();
  readonly way = input.required<Way>();
  readonly compared = input<Compared | null>(null);
  /** Why the map could not be made. */
  readonly problem = input<string | null>(null);
  readonly places = input<readonly Place[]>([]);
  readonly current = input<string | null>(null);
  /** The element is being placed by hand: dragging draws where it is. */
  readonly placing = input(false);
  /** Where the hand has put it so far. */
  readonly drawn = input<Rect | null>(null);
  /** Seconds that each picture is shown for when they take turns; 0: they are turned by hand. */
  readonly beat = input(0);
  readonly pick = output<string>();
  readonly draw = output<Rect>();

  private readonly frame = viewChild.required<ElementRef<HTMLElement>>('frame');
  private readonly canvas = viewChild<ElementRef<HTMLCanvasElement>>('map');
  protected readonly size = signal({ width: 0, height: 0 });
  private readonly viewport = new Viewport();
  protected readonly zoom = this.viewport.zoom;
  private readonly x = this.viewport.x;
  private readonly y = this.viewport.y;
  /** Of the bench, from its left: what lies left of it is the reference. */
  protected readonly wipe = signal(0.5);
  /** Whose turn it is. */
  protected readonly turn = signal<'own' | 'reference'>('reference');
  private readonly pulling = signal<Rect | null>(null);
  private readonly pointer = signal<{ readonly x: number; readonly y: number } | null>(null);
  private press: {
    x: number;
    y: number;
    viewX: number;
    viewY: number;
    line: boolean;
    moved: boolean;
  } | null = null;
  /** Whether the whole picture is shown: it stays so when the bench changes its size. */
  private isWhole = true;
  private fitted = '';

  protected readonly scale = DIFFERENCE_SCALE;
  protected readonly isPair = computed(() => this.way() === 'face');
  /** The width of one of the panes. */
  private readonly pane = computed(() => this.size().width / (this.isPair() ? 2 : 1));
  protected readonly ownAt = computed(() => `translate(${this.x()}px, ${this.y()}px) scale(${this.zoom()})`);
  protected readonly againstAt = computed(() => {
    const { factor, x, y } = this.laid();
    const k = this.zoom();
    return `translate(${this.x() + x * k}px, ${this.y() + y * k}px) scale(${k * factor})`;
  });
  protected readonly pixelated = computed(() => this.zoom() >= 3);
  protected readonly percent = computed(() => `${Math.round(this.zoom() * 1000) / 10} %`);
  protected readonly boxes = computed(() =>
    this.places().map((p) => ({
      id: p.id,
      name: p.name,
      current: p.id === this.current(),
      own: this.viewport.toView(p.own),
      reference: p.reference && this.viewport.toView(p.reference),
    })),
  );
  protected readonly hand = computed(() => {
    const rect = this.pulling() ?? this.drawn();
    return rect ? this.viewport.toView(rect) : null;
  });
  /** What the map says under the pointer. */
  protected readonly under = computed(() => {
    const [p, compared] = [this.pointer(), this.compared()];
    if (!p || !compared || this.way() !== 'difference') return null;
    const { overlap, map } = compared;
    const [x, y] = [p.x - overlap.x, p.y - overlap.y];
    return x >= 0 && y >= 0 && x < overlap.width && y < overlap.height
      ? (map[y * overlap.width + x] ?? null)
      : null;
  });
  protected readonly foot = computed(() => {
    const p = this.pointer();
    return p ? `x ${p.x}  y ${p.y}` : `${this.own().width} × ${this.own().height}`;
  });

  constructor() {
    const observer = new ResizeObserver(([entry]) => {
      const { width, height } = entry!.contentRect;
      this.size.set({ width, height });
    });
    const destroy = inject(DestroyRef);
    destroy.onDestroy(() => observer.disconnect());
    effect(() => observer.observe(this.frame().nativeElement));
    effect(() => {
      const { width, height } = this.size();
      const key = `${this.own().blob} ${this.isPair()}`;
      if (width === 0 || height === 0 || (this.fitted === key && !this.isWhole)) return;
      this.fitted = key;
      untracked(() => this.fit());
    });
    let timer: ReturnType<typeof setInterval> | undefined;
    effect(() => {
      clearInterval(timer);
      const seconds = this.way() === 'turns' ? this.beat() : 0;
      if (seconds > 0) timer = setInterval(() => this.turnOver(), seconds * 1000);
    });
    destroy.onDestroy(() => clearInterval(timer));
    effect(() => {
      const [canvas, compared] = [this.canvas()?.nativeElement, this.compared()];
      if (!canvas || !compared) return;
      canvas.width = compared.overlap.width;
      canvas.height = compared.overlap.height;
      const context = canvas.getContext('2d');
      for (const { y, picture } of compared.bands) context?.putImageData(picture, 0, y);
    });
  }

  turnOver(): void {
    this.turn.update((t) => (t === 'own' ? 'reference' : 'own'));
  }

  /** Shows the whole of the own picture. */
  fit(): void {
    const { width, height } = this.own();
    this.show({ x: 0, y: 0, width, height }, 1);
  }

  /** Brings a place near, with some room around it. */
  goTo(rect: Rect): void {
    this.show(rect, ROOM_AROUND);
  }

  private show(rect: Rect, share: number): void {
    const [width, height] = [this.pane(), this.size().height];
    if (width === 0 || height === 0) return;
    const zoom = Math.min(
      share === 1 ? 1 : 8,
      Math.max(FURTHEST, Math.min((width * share) / rect.width, (height * share) / rect.height)),
    );
    this.isWhole = share === 1;
    this.zoom.set(zoom);
    this.x.set(width / 2 - (rect.x + rect.width / 2) * zoom);
    this.y.set(height / 2 - (rect.y + rect.height / 2) * zoom);
  }

  zoomBy(factor: number, at?: { x: number; y: number }): void {
    this.isWhole = false;
    const point = at ?? { x: this.pane() / 2, y: this.size().height / 2 };
    this.viewport.zoomBy(factor, point);
  }

  private at(event: MouseEvent): { x: number; y: number; viewX: number; viewY: number } {
    const box = this.frame().nativeElement.getBoundingClientRect();
    const viewY = event.clientY - box.top;
    let viewX = event.clientX - box.left;
    // Both panes show the same place.
    if (this.isPair() && viewX >= this.pane()) viewX -= this.pane();
    return {
      x: Math.floor((viewX - this.x()) / this.zoom()),
      y: Math.floor((viewY - this.y()) / this.zoom()),
      viewX,
      viewY,
    };
  }

  protected down(event: PointerEvent): void {
    if (event.button === 2) return;
    const line = (event.target as Element).closest('.line') !== null;
    this.press = { ...this.at(event), line, moved: false };
    this.frame().nativeElement.setPointerCapture(event.pointerId);
  }

  protected move(event: PointerEvent): void {
    const p = this.at(event);
    const { width, height } = this.own();
    this.pointer.set(p.x >= 0 && p.y >= 0 && p.x < width && p.y < height ? { x: p.x, y: p.y } : null);
    const press = this.press;
    if (!press) return;
    if (press.line) this.wipeTo(p.viewX / this.size().width);
    else if (this.placing()) {
      const [x, y] = [Math.min(press.x, p.x), Math.min(press.y, p.y)];
      this.pulling.set({ x, y, width: Math.abs(p.x - press.x) + 1, height: Math.abs(p.y - press.y) + 1 });
    } else if (press.moved || Math.hypot(p.viewX - press.viewX, p.viewY - press.viewY) >= CLICK) {
      this.isWhole = false;
      this.x.update((x) => x + p.viewX - press.viewX);
      this.y.update((y) => y + p.viewY - press.viewY);
      this.press = { ...press, viewX: p.viewX, viewY: p.viewY, moved: true };
    }
  }

  protected up(event: PointerEvent): void {
    const [press, pulled] = [this.press, this.pulling()];
    this.press = null;
    this.pulling.set(null);
    const { width, height } = this.own();
    const rect = pulled && clip(pulled, width, height);
    if (rect) this.draw.emit(rect);
    // What was dragged stays under the pointer: only how far that went tells a click from it.
    if (!press || pulled || press.line || press.moved) return;
    const p = this.at(event);
    const hits = this.places()
      .filter(({ own: r }) => p.x >= r.x && p.y >= r.y && p.x < r.x + r.width && p.y < r.y + r.height)
      .sort((a, b) => a.own.width * a.own.height - b.own.width * b.own.height);
    const next = hits[(hits.findIndex((h) => h.id === this.current()) + 1) % hits.length];
    if (next) this.pick.emit(next.id);
  }

  protected leave(): void {
    this.pointer.set(null);
  }

  protected wheel(event: WheelEvent): void {
    event.preventDefault();
    const { viewX, viewY } = this.at(event);
    if (event.shiftKey) this.x.update((x) => x - event.deltaY - event.deltaX);
    else this.zoomBy(ZOOM_STEP ** (-event.deltaY / 120), { x: viewX, y: viewY });
  }

  protected wipeTo(share: number): void {
    this.wipe.set(Math.min(1, Math.max(0, share)));
  }

  /** Arrow keys move the pictures, or nudge what a hand places; with Shift they move the line that wipes. */
  protected key(event: KeyboardEvent): void {
    const by = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, -1], ArrowDown: [0, 1] }[event.key];
    if (by) this.moveBy(nth(by, 0), nth(by, 1), event);
    else if (event.key === '+' || event.key === '=') this.zoomBy(ZOOM_STEP);
    else if (event.key === '-') this.zoomBy(1 / ZOOM_STEP);
    else if (event.key === '0') this.fit();
    else return;
    event.preventDefault();
    event.stopPropagation();
  }

  private moveBy(dx: number, dy: number, event: KeyboardEvent): void {
    const drawn = this.drawn();
    if (this.placing() && drawn) {
      const step = event.shiftKey ? 10 : 1;
      const { width, height } = this.own();
      const to = event.altKey
        ? {
            ...drawn,
            width: Math.max(1, drawn.width + dx * step),
            height: Math.max(1, drawn.height + dy * step),
          }
        : { ...drawn, x: drawn.x + dx * step, y: drawn.y + dy * step };
      const rect = clip(to, width, height);
      if (rect) this.draw.emit(rect);
    } else if (this.way() === 'wipe' && event.shiftKey) this.wipeTo(this.wipe() + dx * WIPE);
    else {
      this.isWhole = false;
      this.x.update((x) => x - dx * PAN);
      this.y.update((y) => y - dy * PAN);
    }
  }
}
