import { SearchField } from '../shared/forms/searchField';
import { MatSelect } from '@angular/material/select';
import { MatOption } from '@angular/material/core';
import { MatFormField } from '@angular/material/form-field';
import { MatCheckbox } from '@angular/material/checkbox';
import { MatTooltip } from '@angular/material/tooltip';
import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  inject,
  signal,
  untracked,
} from '@angular/core';
import { Router, RouterLink } from '@angular/router';
import { rankOffers } from '@spare-coat/core/deciding/matching/rank';
import type { Part } from '@spare-coat/core/model/parts/part';
import { CoatView } from '../shared/coatView';

const ROW = 28;
const COLUMN = 40;
const HEAD = 150;
/** Rows and columns beyond the window that are drawn as well, so that scrolling shows no bare cells. */
const MARGIN = 4;
/** Milliseconds of work after which the page gets a turn. */
const TURN_MS = 12;

interface Column {
  readonly part: Part;
  readonly usable: boolean;
  /** Weighted closeness that it would bring beyond what is seen now, over all elements. */
  readonly brings: number;
  readonly serves: number;
}

/** Elements by parts: how near each part would bring each element, to see what one part would cover. */
@Component({
  selector: 'coat-matrix',
  imports: [MatCheckbox, MatFormField, MatOption, MatSelect, MatTooltip, RouterLink, SearchField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <section class="bench">
      <div class="bench-head">
        <h1>Matrix</h1>
        <span class="faint">What each part would bring; the fuller the cell, the nearer</span>
        <a class="push" routerLink="../match" queryParamsHandling="preserve">Back to Match</a>
      </div>
      <div class="tools">
        <coat-search-field
          name="Filter parts"
          placeholder="Filter parts"
          [value]="filter()"
          (typed)="filter.set($event)"
        />
        <span class="choice"
          >Order
          <mat-form-field
            ><mat-select aria-label="Order" [value]="order()" (selectionChange)="order.set($event.value)">
              <mat-option value="brings">by what they bring</mat-option>
              <mat-option value="serves">by elements served</mat-option>
              <mat-option value="name">by name</mat-option>
            </mat-select></mat-form-field
          ></span
        >
        <mat-checkbox [checked]="usable()" (change)="usable.set($event.checked)">usable here</mat-checkbox>
        <span class="faint push" role="status"
          >{{ columns().length }} parts, {{ elements().length }} elements
          @if (left() > 0) {
            , {{ left() }} elements to go
          }
        </span>
      </div>
      <div
        class="window"
        tabindex="0"
        role="region"
        aria-label="Elements by parts"
        #window
        (scroll)="seen(window)"
      >
        <div class="sheet" [style.width.px]="sheet().width" [style.height.px]="sheet().height">
          <div class="heads" [style.width.px]="sheet().width">
            @for (c of shownColumns(); track c.column.part.id) {
              <button
                type="button"
                class="head"
                [class.unusable]="!c.column.usable"
                [style.left.px]="c.left"
                [matTooltip]="c.column.part.name + ': serves ' + c.column.serves"
                (click)="openPart(c.column.part.id)"
              >
                {{ c.column.part.name }}
              </button>
            }
          </div>
          @for (r of shownRows(); track r.id) {
            <div class="row" [style.top.px]="r.top" [style.width.px]="sheet().width">
              <span class="name">{{ r.name }}</span>
              @for (c of r.cells; track c.id) {
                <button
                  type="button"
                  class="cell"
                  [style.left.px]="c.left"
                  [attr.aria-label]="c.label"
                  [matTooltip]="c.label"
                  (click)="go(r.id)"
                >
                  <span class="fill" [style.height.%]="c.value * 100" [class.nearer]="c.nearer"></span>
                  <span class="figure">{{ c.text }}</span>
                </button>
              }
            </div>
          }
        </div>
      </div>
    </section>
  `,
  styles: `
    :host {
      display: block;
      height: 100%;
    }
    .bench {
      display: flex;
      flex-direction: column;
      height: 100%;
      overflow: hidden;
    }
    .tools {
      display: flex;
      gap: 14px;
      align-items: center;
      margin-bottom: 8px;
    }
    .window {
      position: relative;
      flex: 1;
      overflow: auto;
      background: var(--mat-sys-surface);
      border: 1px solid var(--mat-sys-outline-variant);
    }
    .sheet {
      position: relative;
    }
    .heads {
      position: sticky;
      top: 0;
      z-index: 2;
      height: 150px;
      background: var(--mat-sys-surface-container);
      border-bottom: 1px solid var(--mat-sys-outline-variant);
    }
    .head {
      position: absolute;
      bottom: 4px;
      width: 40px;
      height: 140px;
      padding: 0;
      border: 0;
      background: none;
      writing-mode: vertical-rl;
      transform: rotate(180deg);
      text-align: left;
      font-size: var(--mat-sys-body-small-size);
      overflow: hidden;
      text-overflow: ellipsis;
      white-space: nowrap;
      cursor: pointer;
    }
    .unusable {
      color: var(--mat-sys-on-surface-variant);
      text-decoration: line-through;
    }
    .row {
      position: absolute;
      height: 28px;
      border-bottom: 1px solid var(--mat-sys-outline-variant);
    }
    .name {
      position: sticky;
      left: 0;
      z-index: 1;
      display: inline-block;
      width: 180px;
      height: 27px;
      padding: 4px 8px;
      background: var(--mat-sys-surface);
      overflow: hidden;
      text-overflow: ellipsis;
      white-space: nowrap;
    }
    .cell {
      position: absolute;
      top: 0;
      width: 40px;
      height: 27px;
      padding: 0;
      border: 0;
      border-left: 1px solid var(--mat-sys-outline-variant);
      background: none;
      cursor: pointer;
    }
    .fill {
      position: absolute;
      left: 0;
      bottom: 0;
      width: 5px;
      background: var(--coat-fill);
    }
    .nearer {
      background: var(--mat-sys-primary);
      width: 9px;
    }
    .figure {
      position: absolute;
      right: 4px;
      top: 4px;
      font-size: var(--mat-sys-body-small-size);
    }
  `,
})
export class Matrix {
  protected readonly view = inject(CoatView);
  private readonly router = inject(Router);
  protected readonly filter = signal('');
  protected readonly order = signal<'brings' | 'serves' | 'name'>('brings');
  protected readonly usable = signal(false);
  /** Closeness by element and part, as far as it is worked out. */
  private readonly values = signal<ReadonlyMap<string, ReadonlyMap<string, number>>>(new Map());
  private readonly fits = signal<ReadonlyMap<string, { part: Part; usable: boolean }>>(new Map());
  protected readonly left = signal(0);
  private readonly place = signal({ top: 0, left: 0, width: 1200, height: 700 });
  private turn = 0;

  protected readonly elements = computed(() =>
    this.view.spine().filter((s) => !s.element.addition && s.standing !== 'left alone'),
  );
  protected readonly columns = computed<readonly Column[]>(() => {
    const words = this.filter().trim().toLowerCase();
    const values = this.values();
    const columns = [...this.fits().values()]
      .filter(({ part, usable }) => (!this.usable() || usable) && part.name.toLowerCase().includes(words))
      .map(({ part, usable }): Column => {
        let brings = 0;
        let serves = 0;
        for (const { element, closeness } of this.elements()) {
          const value = values.get(element.id)?.get(part.id);
          if (value === undefined) continue;
          serves++;
          brings += element.weight * Math.max(0, value - (closeness ?? 0));
        }
        return { part, usable, brings, serves };
      });
    const order = this.order();
    return columns.sort(
      (a, b) =>
        (order === 'brings' ? b.brings - a.brings : order === 'serves' ? b.serves - a.serves : 0) ||
        (a.part.name < b.part.name ? -1 : 1),
    );
  });
  protected readonly sheet = computed(() => ({
    width: 180 + this.columns().length * COLUMN,
    height: HEAD + this.elements().length * ROW,
  }));
  protected readonly shownColumns = computed(() => {
    const { left, width } = this.place();
    const from = Math.max(0, Math.floor((left - 180) / COLUMN) - MARGIN);
    const to = Math.ceil((left + width) / COLUMN) + MARGIN;
    return this.columns()
      .slice(from, to)
      .map((column, i) => ({ column, left: 180 + (from + i) * COLUMN }));
  });
  protected readonly shownRows = computed(() => {
    const { top, height } = this.place();
    const from = Math.max(0, Math.floor((top - HEAD) / ROW) - MARGIN);
    const to = Math.ceil((top + height) / ROW) + MARGIN;
    const columns = this.shownColumns();
    return this.elements()
      .slice(from, to)
      .map(({ element, closeness }, i) => {
        const values = this.values().get(element.id);
        return {
          id: element.id,
          name: element.name,
          top: HEAD + (from + i) * ROW,
          cells: columns.flatMap(({ column, left }) => {
            const value = values?.get(column.part.id);
            if (value === undefined) return [];
            const text = String(Math.round(value * 100));
            return [
              {
                id: column.part.id,
                left,
                value,
                text,
                nearer: value > (closeness ?? 0) + 0.005,
                label: `${element.name} by ${column.part.name}: ${text} %`,
              },
            ];
          }),
        };
      });
  });

  constructor() {
    effect(() => {
      const ctx = this.view.context();
      const index = this.view.index();
      untracked(() => void this.work(ctx, index));
    });
  }

  /** Ranks element by element, with a turn for the page in between: a thousand parts must not stop it. */
  private async work(
    ctx: ReturnType<CoatView['context']>,
    index: ReturnType<CoatView['index']>,
  ): Promise<void> {
    const turn = ++this.turn;
    const values = new Map<string, Map<string, number>>();
    const fits = new Map<string, { part: Part; usable: boolean }>();
    const elements = this.elements();
    let from = performance.now();
    for (const [n, { element }] of elements.entries()) {
      const best = new Map<string, number>();
      for (const { part, fit, closeness } of rankOffers(ctx, index, element)) {
        if (!part || closeness === null) continue;
        best.set(part.id, Math.max(closeness, best.get(part.id) ?? 0));
        fits.set(part.id, { part, usable: fit === null || fit.usable });
      }
      values.set(element.id, best);
      if (performance.now() - from < TURN_MS && n < elements.length - 1) continue;
      this.left.set(elements.length - n - 1);
      await new Promise((done) => setTimeout(done));
      if (turn !== this.turn) return;
      from = performance.now();
    }
    this.values.set(values);
    this.fits.set(fits);
    this.left.set(0);
  }

  protected seen(window: HTMLElement): void {
    const { scrollTop: top, scrollLeft: left, clientWidth: width, clientHeight: height } = window;
    this.place.set({ top, left, width, height });
  }

  protected go(elementId: string): void {
    void this.router.navigate(['/coats', this.view.coat()!.id, 'match'], {
      queryParams: { e: elementId },
      queryParamsHandling: 'merge',
    });
  }

  protected openPart(id: string): void {
    void this.router.navigate(['/coats', this.view.coat()!.id, 'parts'], {
      queryParams: { part: id },
      queryParamsHandling: 'merge',
    });
  }
}
