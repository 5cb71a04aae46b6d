import { CdkVirtualForOf, CdkVirtualScrollViewport } from '@angular/cdk/scrolling';
import {
  ChangeDetectionStrategy,
  Component,
  DestroyRef,
  ElementRef,
  afterNextRender,
  computed,
  inject,
  input,
  signal,
} from '@angular/core';
import { MatTooltip } from '@angular/material/tooltip';
import { RowsInView } from '../shared/rows/rowsInView';

/** From one icon to the next, and how high a sheet gets before it is scrolled. Pixels. */
const STEP = 38;
const MOST_HIGH = 168;
/** Around the icons. */
const MARGIN = 8;
/** Where nothing is laid out. */
const SOME = 12;

export interface SheetIcon {
  readonly name: string;
  /** Where its picture is. */
  readonly src: string;
}

/** Icons side by side, as many in a row as fit; of a large set only those in view are drawn and asked for. */
@Component({
  selector: 'coat-icon-sheet',
  imports: [CdkVirtualForOf, CdkVirtualScrollViewport, MatTooltip, RowsInView],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <cdk-virtual-scroll-viewport
      coatRowsInView=".row"
      role="list"
      tabindex="0"
      [rowHeight]="step"
      [attr.aria-label]="name()"
      [style.height.px]="height()"
    >
      <div class="row" role="presentation" *cdkVirtualFor="let row of rows()">
        @for (icon of row; track icon.name) {
          <img
            role="listitem"
            loading="lazy"
            width="32"
            height="32"
            [src]="icon.src"
            [alt]="icon.name"
            [matTooltip]="icon.name"
          />
        }
      </div>
    </cdk-virtual-scroll-viewport>
  `,
  styles: `
    :host {
      display: block;
      padding: 8px;
      background: var(--coat-mid);
    }
    .row {
      display: flex;
      gap: 6px;
      height: 38px;
    }
    img {
      flex: none;
      object-fit: contain;
    }
  `,
})
export class IconSheet {
  readonly name = input.required<string>();
  readonly icons = input.required<readonly SheetIcon[]>();
  protected readonly step = STEP;
  private readonly perRow = signal(SOME);
  protected readonly rows = computed(() => {
    const [icons, many] = [this.icons(), this.perRow()];
    return Array.from({ length: Math.ceil(icons.length / many) }, (_, i) =>
      icons.slice(i * many, (i + 1) * many),
    );
  });
  protected readonly height = computed(() => Math.min(MOST_HIGH, this.rows().length * STEP));

  constructor() {
    const host = inject<ElementRef<HTMLElement>>(ElementRef).nativeElement;
    const leaves = inject(DestroyRef);
    afterNextRender(() => {
      if (typeof ResizeObserver === 'undefined') return;
      const observer = new ResizeObserver(() =>
        this.perRow.set(Math.max(1, Math.floor((host.clientWidth - 2 * MARGIN) / STEP))),
      );
      observer.observe(host);
      leaves.onDestroy(() => observer.disconnect());
    });
  }
}
