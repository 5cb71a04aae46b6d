import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import type { TapeSegment } from '@spare-coat/core/wire/coat';

const percent = (v: number | null) => (v === null ? 'not scored' : `${Math.round(v * 100)} %`);

/**
 * The whole coat at a glance: one segment an element, its width by weight, filled to its closeness in the texture of
 * its standing, with a line where the ceiling is.
 */
@Component({
  selector: 'coat-tape',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @for (s of shown(); track s.id) {
      @if (still()) {
        <span class="segment {{ s.frame }}" [style.flex-grow]="s.weight" [title]="s.title">
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
          [title]="s.title"
          [attr.aria-label]="s.title"
          [attr.aria-current]="s.id === current() ? 'true' : null"
          (click)="pick.emit(s.id)"
        >
          <span class="fill texture {{ s.texture }}" [style.height.%]="s.fill"></span>
          @if (s.ceiling !== null) {
            <span class="ceiling" [style.bottom.%]="s.ceiling"></span>
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
      border: 1px solid var(--line-strong);
      background: var(--paper);
      overflow: hidden;
    }
    button.segment {
      cursor: pointer;
    }
    .frame-open {
      border-style: dashed;
    }
    .frame-left-alone {
      border-color: var(--line);
    }
    .fill {
      position: absolute;
      inset: auto 0 0 0;
    }
    .fill.texture-open {
      background: var(--track);
    }
    .ceiling {
      position: absolute;
      left: 0;
      right: 0;
      height: 2px;
      margin-bottom: -2px;
      background: var(--accent);
    }
    .current {
      outline: 2px solid var(--accent);
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
  readonly pick = output<string>();

  protected readonly shown = computed(() =>
    this.segments().map((s) => {
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
}
