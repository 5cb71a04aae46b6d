import { MatTooltip } from '@angular/material/tooltip';
import type { TapeSegment } from '@spare-coat/core/deciding/matching/tape';
import {
  ChangeDetectionStrategy,
  Component,
  ElementRef,
  computed,
  inject,
  input,
  output,
  signal,
} from '@angular/core';

const percent = (v: number | null) => (v === null ? 'not scored' : `${Math.round(v * 100)} %`);

/**
 * The whole coat at a glance: one segment an element, its width by weight, filled to its closeness in the texture of
 * its standing, with a line where the ceiling is.
 */
@Component({
  selector: 'coat-tape',
  imports: [MatTooltip],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @for (s of shown(); track s.id) {
      @if (still()) {
        <span class="segment {{ s.frame }}" [style.flex-grow]="s.weight" [matTooltip]="s.title">
          <span class="fill texture {{ s.texture }}" [style.height.%]="s.fill"></span>
          @if (s.ceiling !== null) {
            <span class="ceiling" [style.bottom.%]="s.ceiling"></span>
          }
        </span>
      } @else {
        <button
          type="button"
          class="segment {{ s.frame }}"
          [class.current]="s.id === current()"
          [style.flex-grow]="s.weight"
          [matTooltip]="s.title"
          [attr.aria-label]="s.title"
          [class.hovered]="s.id === hovered()"
          [attr.aria-current]="s.id === current() ? 'true' : null"
          (click)="pick.emit(s.id)"
          (mouseenter)="hover.emit(s.id)"
          (mouseleave)="hover.emit(null)"
        >
          <span class="fill texture {{ s.texture }}" [style.height.%]="s.fill"></span>
          @if (s.ceiling !== null) {
            <span class="ceiling" [style.bottom.%]="s.ceiling"></span>
          }
          <span
            class="edge"
            matTooltip="Drag to change its weight"
            (pointerdown)="grip($event, s.id, s.weight)"
            (pointermove)="pull($event)"
            (pointerup)="letGo($event)"
            (pointercancel)="letGo($event)"
            (click)="$event.stopPropagation()"
          ></span>
          @if (pulled()?.id === s.id) {
            <span class="weight">{{ s.weight }}</span>
          }
        </button>
      }
    }
  `,
  styles: `
    :host {
      display: flex;
      gap: 2px;
      height: 24px;
      min-width: 0;
    }
    .segment {
      position: relative;
      flex: 1 1 0;
      min-width: 5px;
      padding: 0;
      border: 1px solid var(--mat-sys-outline);
      background: var(--mat-sys-surface);
      overflow: hidden;
    }
    button.segment {
      cursor: pointer;
    }
    .frame-open {
      border-style: dashed;
    }
    .frame-left-alone {
      border-color: var(--mat-sys-outline-variant);
    }
    .fill {
      position: absolute;
      inset: auto 0 0 0;
    }
    .fill.texture-open {
      background: var(--coat-track);
    }
    .ceiling {
      position: absolute;
      left: 0;
      right: 0;
      height: 2px;
      margin-bottom: -2px;
      background: var(--mat-sys-primary);
    }
    .edge {
      position: absolute;
      inset: 0 0 0 auto;
      width: min(7px, 40%);
      cursor: ew-resize;
      touch-action: none;
    }
    .hovered {
      border-color: var(--mat-sys-primary);
      box-shadow: 0 2px 0 var(--mat-sys-primary);
    }
    .weight {
      position: absolute;
      inset: 0;
      display: grid;
      place-items: center;
      background: color-mix(in srgb, var(--mat-sys-surface) 82%, transparent);
      font-weight: 700;
      pointer-events: none;
    }
    .current {
      outline: 2px solid var(--mat-sys-primary);
      outline-offset: 1px;
      z-index: 1;
    }
  `,
  host: { role: 'group', 'aria-label': 'Tape: every element by weight, closeness and standing' },
})
export class Tape {
  readonly segments = input.required<readonly TapeSegment[]>();
  readonly current = input<string | null>(null);
  /** Only to look at, as on a card. */
  readonly still = input(false);
  readonly hovered = input<string | null>(null);
  readonly pick = output<string>();
  readonly hover = output<string | null>();
  /** A segment's edge was dragged to another weight, 1 to 5. */
  readonly weigh = output<{ id: string; weight: number }>();

  private readonly host = inject<ElementRef<HTMLElement>>(ElementRef);
  /** The segment being pulled, where from, and the weight it would have. */
  protected readonly pulled = signal<{
    readonly id: string;
    readonly from: number;
    readonly x: number;
    readonly weight: number;
  } | null>(null);

  protected readonly shown = computed(() =>
    this.segments().map((segment) => {
      const pulled = this.pulled();
      const s = pulled?.id === segment.id ? { ...segment, weight: pulled.weight } : segment;
      const name = s.standing.replace(' ', '-');
      const whole = s.standing === 'gap' || s.standing === 'left alone';
      return {
        id: s.id,
        weight: s.weight,
        texture: `texture-${name}`,
        frame: `frame-${name}`,
        fill: whole ? 100 : Math.round((s.closeness ?? 0) * 100),
        ceiling: s.ceiling === null || s.standing === 'left alone' ? null : Math.round(s.ceiling * 100),
        title: `${s.name}: ${s.standing}, ${percent(s.closeness)}, ceiling ${percent(s.ceiling)}, weight ${s.weight}`,
      };
    }),
  );

  protected grip(event: PointerEvent, id: string, weight: number): void {
    (event.target as HTMLElement).setPointerCapture(event.pointerId);
    this.pulled.set({ id, from: weight, x: event.clientX, weight });
    event.stopPropagation();
  }
  protected pull(event: PointerEvent): void {
    const pulled = this.pulled();
    if (!pulled) return;
    const total = this.segments().reduce((sum, s) => sum + s.weight, 0);
    const perWeight = Math.max(12, this.host.nativeElement.clientWidth / Math.max(1, total));
    const weight = Math.round(pulled.from + (event.clientX - pulled.x) / perWeight);
    this.pulled.set({ ...pulled, weight: Math.min(5, Math.max(1, weight)) });
  }
  protected letGo(event: PointerEvent): void {
    const pulled = this.pulled();
    this.pulled.set(null);
    if (pulled && event.type === 'pointerup' && pulled.weight !== pulled.from)
      this.weigh.emit({ id: pulled.id, weight: pulled.weight });
  }
}
