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
import type { PictureRow } from '@spare-coat/core/model/coat/rows';
import type { Guide } from '@spare-coat/core/model/coat/fields';
import { measureLine, type Point } from '@spare-coat/core/measuring/picture/measureLine';
import { clip, type Rect } from '@spare-coat/core/measuring/picture/rect';
import { sayNumber } from '@spare-coat/core/model/traits/say';
import { Viewport } from '../shared/viewport';
import { Lens } from './lens';

export interface ShownRegion {
  readonly id: string;
  readonly elementId: string;
  readonly name: string;
  readonly rect: Rect;
  readonly again: boolean;
}

/** What dragging and clicking do. */
export type Tool = 'draw' | 'move' | 'colour' | 'ruler' | 'guide';

export interface Line {
  readonly from: Point;
  readonly to: Point;
}

const HINTS: Readonly<Record<Tool, string>> = {
  draw: 'Drag to draw a region; arrow keys nudge it, with Shift by 10.',
  move: 'Drag to move the picture.',
  colour: 'Click to pick a colour; arrow keys move the place.',
  ruler: 'Drag to lay the ruler; arrow keys move its end.',
  guide: 'Click near an edge of the picture to lay a guide; drag one out of the picture to take it away.',
};

/** Each step of the wheel or of a key. */
const ZOOM_STEP = 1.25;
/** A press that moves less than this many view pixels is a click. */
const CLICK = 4;
/** A hand is so many view pixels off: edges are looked for within that, in pixels of the picture. */
const HAND = 7;

/** A picture to the pixel: zoom, pan, regions, and drawing one. */
@Component({
  selector: 'coat-picture-view',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Lens],
  templateUrl: './pictureView.html',
  styleUrl: './pictureView.scss',
})
export class PictureView {
  readonly picture = input.required<PictureRow>();
  /** What happened to it, in a few words. */
  readonly grade = input<string | null>(null);
  readonly regions = input<readonly ShownRegion[]>([]);
  readonly current = input<string | null>(null);
  /** The region drawn and not yet used, in pixels of the picture. */
  readonly drawn = input<Rect | null>(null);
  readonly tool = input<Tool>('draw');
  readonly hovered = input<string | null>(null);
  /** Boxes of items found, numbered in their order. */
  readonly items = input<readonly Rect[]>([]);
  /** What they are called; else their numbers stand on them. */
  readonly itemNames = input<readonly string[]>([]);
  readonly ruler = input<Line | null>(null);
  readonly picked = input<{ readonly x: number; readonly y: number; readonly side: number } | null>(null);
  readonly lens = input(false);
  readonly draw = output<{ rect: Rect; reach: number }>();
  readonly nudge = output<Rect>();
  readonly pick = output<string>();
  readonly hover = output<string | null>();
  readonly rule = output<Line>();
  readonly colourAt = output<Point>();
  readonly guides = output<readonly Guide[]>();

  private readonly frame = viewChild.required<ElementRef<HTMLElement>>('frame');
  private readonly viewport = new Viewport();
  protected readonly zoom = this.viewport.zoom;
  private readonly x = this.viewport.x;
  private readonly y = this.viewport.y;
  private readonly size = signal({ width: 0, height: 0 });
  private readonly pulling = signal<Rect | null>(null);
  protected readonly panning = signal(false);
  private readonly pointer = signal<{ x: number; y: number } | null>(null);
  private press: { x: number; y: number; viewX: number; viewY: number; pan: boolean } | null = null;
  private fitted: string | null = null;

  protected readonly transform = computed(
    () => `translate(${this.x()}px, ${this.y()}px) scale(${this.zoom()})`,
  );
  protected readonly percent = computed(() => `${Math.round(this.zoom() * 1000) / 10} %`);
  protected readonly at = computed(() => {
    const p = this.pointer();
    return p ? `x ${p.x}  y ${p.y}` : `${this.picture().width} × ${this.picture().height}`;
  });
  protected readonly hint = computed(() => HINTS[this.tool()]);
  protected readonly boxes = computed(() =>
    this.regions().map((r) => ({
      id: r.id,
      name: r.name,
      current: r.elementId === this.current(),
      hovered: r.elementId === this.hovered(),
      again: r.again,
      ...this.viewport.toView(r.rect),
    })),
  );
  protected readonly marks = computed(() => this.items().map((r) => this.viewport.toView(r)));
  /** A guide being dragged lies where the pointer is. */
  private readonly guideMoved = signal<{ readonly index: number; readonly at: number } | null>(null);
  protected readonly guideLines = computed(() => {
    const { width, height } = this.size();
    const moved = this.guideMoved();
    return this.picture().guides.map((g, i) => {
      const at = moved?.index === i ? moved.at : g.at;
      const place = at * this.zoom() + (g.axis === 'x' ? this.x() : this.y());
      return g.axis === 'x'
        ? { x1: place, y1: 0, x2: place, y2: height }
        : { x1: 0, y1: place, x2: width, y2: place };
    });
  });
  private readonly laying = signal<Line | null>(null);
  protected readonly rulerLine = computed(() => {
    const line = this.laying() ?? this.ruler();
    if (!line) return null;
    const { distance, share, angle, dx, dy } = measureLine(line.from, line.to, this.picture().height);
    const k = this.zoom();
    return {
      x1: line.from.x * k + this.x(),
      y1: line.from.y * k + this.y(),
      x2: line.to.x * k + this.x(),
      y2: line.to.y * k + this.y(),
      text: `${sayNumber(distance)} px · ${sayNumber(share)} % · ${sayNumber(angle)}° (${sayNumber(Math.abs(dx))} × ${sayNumber(Math.abs(dy))})`,
    };
  });
  protected readonly pickBox = computed(() => {
    const p = this.picked();
    const reach = p ? (p.side - 1) / 2 : 0;
    return p ? this.viewport.toView({ x: p.x - reach, y: p.y - reach, width: p.side, height: p.side }) : null;
  });
  protected readonly lensAt = computed<Point>(
    () => this.pointer() ?? this.picked() ?? { x: this.picture().width >> 1, y: this.picture().height >> 1 },
  );
  protected readonly drawnBox = computed(() => {
    const rect = this.pulling() ?? this.drawn();
    return rect ? this.viewport.toView(rect) : null;
  });

  constructor() {
    const observer = new ResizeObserver(([entry]) => {
      const { width, height } = entry!.contentRect;
      this.size.set({ width, height });
    });
    inject(DestroyRef).onDestroy(() => observer.disconnect());
    effect(() => {
      const element = this.frame().nativeElement;
      observer.observe(element);
    });
    effect(() => {
      const { width, height } = this.size();
      const { blob } = this.picture();
      if (width === 0 || height === 0 || this.fitted === blob) return;
      this.fitted = blob;
      untracked(() => this.fit());
    });
  }

  /** Shows the whole picture. */
  fit(): void {
    const { width, height } = this.size();
    const picture = this.picture();
    const zoom = Math.min(1, (width - 24) / picture.width, (height - 24) / picture.height);
    this.zoom.set(zoom);
    this.x.set((width - picture.width * zoom) / 2);
    this.y.set((height - picture.height * zoom) / 2);
  }

  /** Zooms about a point of the view, the middle unless told. */
  zoomBy(factor: number, at?: { x: number; y: number }): void {
    const { width, height } = this.size();
    const point = at ?? { x: width / 2, y: height / 2 };
    this.viewport.zoomBy(factor, point);
  }

  private toPicture(event: MouseEvent): { x: number; y: number; viewX: number; viewY: number } {
    const box = this.frame().nativeElement.getBoundingClientRect();
    const viewX = event.clientX - box.left;
    const viewY = event.clientY - box.top;
    return { x: (viewX - this.x()) / this.zoom(), y: (viewY - this.y()) / this.zoom(), viewX, viewY };
  }

  protected down(event: PointerEvent): void {
    if (event.button === 2) return;
    const p = this.toPicture(event);
    const pan = event.button === 1 || this.tool() === 'move';
    this.press = { ...p, pan };
    this.panning.set(pan);
    if (this.tool() === 'guide' && !pan) {
      const index = this.guideNear(p);
      if (index !== null) this.guideMoved.set({ index, at: nth(this.picture().guides, index).at });
    }
    this.frame().nativeElement.setPointerCapture(event.pointerId);
  }

  protected move(event: PointerEvent): void {
    const p = this.toPicture(event);
    const picture = this.picture();
    const inside = p.x >= 0 && p.y >= 0 && p.x < picture.width && p.y < picture.height;
    this.pointer.set(inside ? { x: Math.floor(p.x), y: Math.floor(p.y) } : null);
    const press = this.press;
    if (!press) {
      this.hover.emit(this.hits(p)[0]?.elementId ?? null);
      return;
    }
    if (press.pan) {
      this.x.update((x) => x + p.viewX - press.viewX);
      this.y.update((y) => y + p.viewY - press.viewY);
      this.press = { ...press, viewX: p.viewX, viewY: p.viewY };
      return;
    }
    const guide = this.guideMoved();
    if (guide) {
      const axis = nth(picture.guides, guide.index).axis;
      this.guideMoved.set({ ...guide, at: Math.round(p[axis]) });
      return;
    }
    if (Math.hypot(p.viewX - press.viewX, p.viewY - press.viewY) < CLICK) return;
    if (this.tool() === 'draw') this.pulling.set(span(press, p));
    else if (this.tool() === 'ruler')
      this.laying.set({ from: whole(press), to: straight(whole(press), whole(p), event.shiftKey) });
  }

  protected up(event: PointerEvent): void {
    const pulled = this.pulling();
    const laid = this.laying();
    const guide = this.guideMoved();
    const press = this.press;
    this.cancel();
    const picture = this.picture();
    if (pulled) {
      const rect = clip(pulled, picture.width, picture.height);
      const reach = Math.min(40, Math.max(4, Math.ceil(HAND / this.zoom())));
      if (rect) this.draw.emit({ rect, reach });
      return;
    }
    if (laid) {
      this.rule.emit(laid);
      return;
    }
    if (guide) {
      this.moveGuide(guide);
      return;
    }
    if (!press || press.pan) return;
    const p = this.toPicture(event);
    const inside = p.x >= 0 && p.y >= 0 && p.x < picture.width && p.y < picture.height;
    if (this.tool() === 'colour') {
      if (inside) this.colourAt.emit({ x: Math.floor(p.x), y: Math.floor(p.y) });
    } else if (this.tool() === 'guide') {
      if (inside) this.addGuide(p);
    } else this.pickAt(p);
  }

  /** Regions under a point, smallest first. */
  private hits(p: Point): ShownRegion[] {
    return this.regions()
      .filter(({ rect: r }) => p.x >= r.x && p.y >= r.y && p.x <= r.x + r.width && p.y <= r.y + r.height)
      .sort((a, b) => a.rect.width * a.rect.height - b.rect.width * b.rect.height);
  }

  /** The smallest region under the pointer; clicking again goes through those beneath it. */
  private pickAt(p: Point): void {
    const hits = this.hits(p);
    if (hits.length === 0) return;
    const at = hits.findIndex((h) => h.elementId === this.current());
    this.pick.emit(nth(hits, (at + 1) % hits.length).elementId);
  }

  private guideNear(p: Point): number | null {
    const room = CLICK / this.zoom();
    const at = this.picture().guides.findIndex((g) => Math.abs(p[g.axis] - g.at) <= room);
    return at < 0 ? null : at;
  }

  /** A guide along the nearer side: near the left or right edge it stands, else it lies. */
  private addGuide(p: Point): void {
    const { width, height, guides } = this.picture();
    const toSide = Math.min(p.x, width - p.x) / width;
    const toTop = Math.min(p.y, height - p.y) / height;
    const axis = toTop <= toSide ? 'x' : 'y';
    this.guides.emit([...guides, { axis, at: Math.round(p[axis]) }]);
  }

  private moveGuide({ index, at }: { readonly index: number; readonly at: number }): void {
    const { width, height, guides } = this.picture();
    const { axis } = nth(guides, index);
    const out = at < 0 || at > (axis === 'x' ? width : height);
    this.guides.emit(guides.flatMap((g, i) => (i !== index ? [g] : out ? [] : [{ axis, at }])));
  }

  protected leave(): void {
    this.pointer.set(null);
    if (!this.press) this.hover.emit(null);
  }

  protected cancel(): void {
    this.press = null;
    this.pulling.set(null);
    this.laying.set(null);
    this.guideMoved.set(null);
    this.panning.set(false);
  }

  protected wheel(event: WheelEvent): void {
    event.preventDefault();
    const { viewX, viewY } = this.toPicture(event);
    if (event.shiftKey) this.x.update((x) => x - event.deltaY - event.deltaX);
    else this.zoomBy(ZOOM_STEP ** (-event.deltaY / 120), { x: viewX, y: viewY });
  }

  protected key(event: KeyboardEvent): void {
    const by = event.shiftKey ? 10 : 1;
    const steps: Record<string, [number, number]> = {
      ArrowLeft: [-by, 0],
      ArrowRight: [by, 0],
      ArrowUp: [0, -by],
      ArrowDown: [0, by],
    };
    const step = steps[event.key];
    if (step) this.nudgeBy(step, event.altKey);
    else if (event.key === '+' || event.key === '=') this.zoomBy(ZOOM_STEP);
    else if (event.key === '-') this.zoomBy(1 / ZOOM_STEP);
    else if (event.key === '0') this.fit();
    else return;
    event.preventDefault();
    event.stopPropagation();
  }

  private nudgeBy([dx, dy]: [number, number], size: boolean): void {
    const line = this.ruler();
    if (this.tool() === 'ruler' && line) {
      this.rule.emit({ from: line.from, to: { x: line.to.x + dx, y: line.to.y + dy } });
      return;
    }
    const picked = this.picked();
    if (this.tool() === 'colour' && picked) {
      const { width, height } = this.picture();
      const x = Math.min(width - 1, Math.max(0, picked.x + dx));
      const y = Math.min(height - 1, Math.max(0, picked.y + dy));
      this.colourAt.emit({ x, y });
      return;
    }
    const drawn = this.drawn();
    if (!drawn) {
      this.x.update((x) => x - dx * 20);
      this.y.update((y) => y - dy * 20);
      return;
    }
    const { width, height } = this.picture();
    const moved = size
      ? { ...drawn, width: Math.max(1, drawn.width + dx), height: Math.max(1, drawn.height + dy) }
      : {
          ...drawn,
          x: Math.min(width - drawn.width, Math.max(0, drawn.x + dx)),
          y: Math.min(height - drawn.height, Math.max(0, drawn.y + dy)),
        };
    const rect = clip(moved, width, height);
    if (rect) this.nudge.emit(rect);
  }
}

function span(a: { x: number; y: number }, b: { x: number; y: number }): Rect {
  const x = Math.floor(Math.min(a.x, b.x));
  const y = Math.floor(Math.min(a.y, b.y));
  return { x, y, width: Math.ceil(Math.max(a.x, b.x)) - x, height: Math.ceil(Math.max(a.y, b.y)) - y };
}

const whole = (p: Point): Point => ({ x: Math.round(p.x), y: Math.round(p.y) });

/** With Shift a line lies level, upright, or halfway between. */
function straight(from: Point, to: Point, held: boolean): Point {
  if (!held) return to;
  const dx = to.x - from.x;
  const dy = to.y - from.y;
  if (Math.abs(dx) > 2 * Math.abs(dy)) return { x: to.x, y: from.y };
  if (Math.abs(dy) > 2 * Math.abs(dx)) return { x: from.x, y: to.y };
  const d = Math.max(Math.abs(dx), Math.abs(dy));
  return { x: from.x + Math.sign(dx) * d, y: from.y + Math.sign(dy) * d };
}
