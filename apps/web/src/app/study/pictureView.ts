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
import type { PictureRow } from '@spare-coat/core/coat/rows';
import { clip, type Rect } from '@spare-coat/core/picture/rect';

export interface ShownRegion {
  readonly elementId: string;
  readonly name: string;
  readonly rect: Rect;
}

/** Each step of the wheel or of a key. */
const ZOOM_STEP = 1.25;
const NEAREST = 32;
const FURTHEST = 0.02;
/** A press that moves less than this many view pixels is a click. */
const CLICK = 4;
/** A hand is so many view pixels off: edges are looked for within that, in pixels of the picture. */
const HAND = 7;

/** A picture to the pixel: zoom, pan, regions, and drawing one. */
@Component({
  selector: 'coat-picture-view',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div
      #frame
      class="frame"
      tabindex="0"
      role="application"
      [attr.aria-label]="
        'Picture ' +
        picture().name +
        ', ' +
        picture().width +
        ' by ' +
        picture().height +
        ' pixels. Drag to draw a region; arrow keys nudge it.'
      "
      [class.moving]="tool() === 'move' || panning()"
      (pointerdown)="down($event)"
      (pointermove)="move($event)"
      (pointerup)="up($event)"
      (pointercancel)="cancel()"
      (wheel)="wheel($event)"
      (keydown)="key($event)"
    >
      <img
        draggable="false"
        alt=""
        [class.crisp]="zoom() >= 2"
        [src]="'/api/blobs/' + picture().blob"
        [style.width.px]="picture().width"
        [style.height.px]="picture().height"
        [style.transform]="transform()"
      />
      <svg aria-hidden="true">
        @for (r of boxes(); track r.id) {
          <g [class.current]="r.current">
            <rect [attr.x]="r.x" [attr.y]="r.y" [attr.width]="r.width" [attr.height]="r.height" />
            @if (r.current) {
              <text [attr.x]="r.x + 3" [attr.y]="r.y > 16 ? r.y - 5 : r.y + 14">{{ r.name }}</text>
            }
          </g>
        }
        @if (drawnBox(); as d) {
          <rect class="drawn" [attr.x]="d.x" [attr.y]="d.y" [attr.width]="d.width" [attr.height]="d.height" />
        }
      </svg>
      <div class="foot" aria-live="off">
        <span>{{ at() }}</span>
        <span>{{ percent() }}</span>
      </div>
    </div>
  `,
  styles: `
    :host {
      display: block;
      min-height: 0;
    }
    .frame {
      position: relative;
      height: 100%;
      overflow: hidden;
      background: var(--mid);
      cursor: crosshair;
      touch-action: none;
    }
    .frame.moving {
      cursor: grab;
    }
    img {
      position: absolute;
      left: 0;
      top: 0;
      max-width: none;
      transform-origin: 0 0;
      user-select: none;
      will-change: transform;
    }
    .crisp {
      image-rendering: pixelated;
    }
    svg {
      position: absolute;
      inset: 0;
      width: 100%;
      height: 100%;
      pointer-events: none;
    }
    rect {
      fill: none;
      stroke: #fff;
      stroke-width: 1;
      stroke-dasharray: 3 3;
      paint-order: stroke;
      filter: drop-shadow(0 0 1px #000);
    }
    .current rect {
      stroke: #fff;
      stroke-width: 2;
      stroke-dasharray: none;
    }
    .drawn {
      stroke: #fff;
      stroke-width: 2;
      stroke-dasharray: 7 4;
    }
    text {
      fill: #fff;
      font-size: 12px;
      font-weight: 600;
      paint-order: stroke;
      stroke: #000;
      stroke-width: 3px;
    }
    .foot {
      position: absolute;
      left: 8px;
      bottom: 8px;
      display: flex;
      gap: 14px;
      padding: 2px 8px;
      background: rgb(0 0 0 / 0.72);
      color: #fff;
      font: 12px var(--mono);
      pointer-events: none;
    }
  `,
})
export class PictureView {
  readonly picture = input.required<PictureRow>();
  readonly regions = input<readonly ShownRegion[]>([]);
  readonly current = input<string | null>(null);
  /** The region drawn and not yet used, in pixels of the picture. */
  readonly drawn = input<Rect | null>(null);
  readonly tool = input<'draw' | 'move'>('draw');
  readonly draw = output<{ rect: Rect; reach: number }>();
  readonly nudge = output<Rect>();
  readonly pick = output<string>();

  private readonly frame = viewChild.required<ElementRef<HTMLElement>>('frame');
  protected readonly zoom = signal(1);
  private readonly x = signal(0);
  private readonly y = signal(0);
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
  protected readonly boxes = computed(() =>
    this.regions().map((r) => ({
      id: r.elementId,
      name: r.name,
      current: r.elementId === this.current(),
      ...this.toView(r.rect),
    })),
  );
  protected readonly drawnBox = computed(() => {
    const rect = this.pulling() ?? this.drawn();
    return rect ? this.toView(rect) : null;
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
    const zoom = Math.min(NEAREST, Math.max(FURTHEST, this.zoom() * factor));
    const k = zoom / this.zoom();
    this.x.update((x) => point.x - (point.x - x) * k);
    this.y.update((y) => point.y - (point.y - y) * k);
    this.zoom.set(zoom);
  }

  private toView(r: Rect): Rect {
    const k = this.zoom();
    return { x: r.x * k + this.x(), y: r.y * k + this.y(), width: r.width * k, height: r.height * k };
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
    this.frame().nativeElement.setPointerCapture(event.pointerId);
  }

  protected move(event: PointerEvent): void {
    const p = this.toPicture(event);
    const picture = this.picture();
    const inside = p.x >= 0 && p.y >= 0 && p.x < picture.width && p.y < picture.height;
    this.pointer.set(inside ? { x: Math.floor(p.x), y: Math.floor(p.y) } : null);
    const press = this.press;
    if (!press) return;
    if (press.pan) {
      this.x.update((x) => x + p.viewX - press.viewX);
      this.y.update((y) => y + p.viewY - press.viewY);
      this.press = { ...press, viewX: p.viewX, viewY: p.viewY };
      return;
    }
    if (Math.hypot(p.viewX - press.viewX, p.viewY - press.viewY) >= CLICK) this.pulling.set(span(press, p));
  }

  protected up(event: PointerEvent): void {
    const pulled = this.pulling();
    const press = this.press;
    this.cancel();
    const picture = this.picture();
    if (pulled) {
      const rect = clip(pulled, picture.width, picture.height);
      const reach = Math.min(40, Math.max(4, Math.ceil(HAND / this.zoom())));
      if (rect) this.draw.emit({ rect, reach });
      return;
    }
    if (!press || press.pan) return;
    const p = this.toPicture(event);
    // The smallest region under the pointer: overlapping ones stay reachable.
    const hit = this.regions()
      .filter(({ rect: r }) => p.x >= r.x && p.y >= r.y && p.x <= r.x + r.width && p.y <= r.y + r.height)
      .sort((a, b) => a.rect.width * a.rect.height - b.rect.width * b.rect.height)[0];
    if (hit) this.pick.emit(hit.elementId);
  }

  protected cancel(): void {
    this.press = null;
    this.pulling.set(null);
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
