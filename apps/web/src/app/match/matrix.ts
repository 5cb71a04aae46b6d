import { SearchField } from '../shared/forms/searchField';
import { MatSelect } from '@angular/material/select';
import { MatOption } from '@angular/material/core';
import { MatFormField } from '@angular/material/form-field';
import { MatCheckbox } from '@angular/material/checkbox';
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
const NAME = 180;
/** Rows and columns beyond the window that are drawn as well, so that scrolling shows no bare cells. */
const MARGIN = 4;
/** Milliseconds of work after which the page gets a turn. */
const TURN_MS = 12;

/** Rows from, to; columns from, to. */
type Drawn = readonly [number, number, number, number];

/** So many rows or columns are drawn from the first on, as many wherever the sheet is seen: what leaves at one side is shown anew at the other. */
function drawnFrom(seen: number, size: number, step: number): readonly [number, number] {
  const from = Math.max(0, Math.floor(seen / step) - MARGIN);
  return [from, from + Math.ceil(size / step) + 2 * MARGIN + 1];
}

/** What is drawn of the cells where so much of the sheet is seen. Pixels. */
function drawnIn(top: number, left: number, width: number, height: number): Drawn {
  return [...drawnFrom(top - HEAD, height, ROW), ...drawnFrom(left - NAME, width, COLUMN)];
}

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
  imports: [MatCheckbox, MatFormField, MatOption, MatSelect, RouterLink, SearchField],
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
        <div
          #sheetOf
          class="sheet"
          [style.width.px]="sheet().width"
          [style.height.px]="sheet().height"
          (pointerover)="point($event, sheetOf)"
          (pointerleave)="tip.set(null)"
          (focusin)="point($event, sheetOf)"
          (focusout)="tip.set(null)"
          (keydown.escape)="tip.set(null)"
        >
          <div class="heads" [style.width.px]="sheet().width">
            @for (c of shownColumns(); track c.slot) {
              <button
                type="button"
                class="head"
                [class.unusable]="!c.column.usable"
                [style.left.px]="c.left"
                [attr.aria-label]="c.label"
                (click)="openPart(c.column.part.id)"
              >
                {{ c.column.part.name }}
              </button>
            }
          </div>
          <div class="names" [style.height.px]="sheet().height - head">
            @for (r of shownRows(); track r.slot) {
              <span class="name" [style.top.px]="r.top - head">{{ r.name }}</span>
            }
          </div>
          @for (r of shownRows(); track r.slot) {
            <div class="row" [style.top.px]="r.top" [style.width.px]="sheet().width">
              @for (c of r.cells; track c.slot) {
                <button
                  type="button"
                  class="cell"
                  [class.nearer]="c.nearer"
                  [style.left.px]="c.left"
                  [style.--value]="c.value"
                  [attr.aria-label]="c.label"
                  (click)="go(r.id)"
                >
                  {{ c.text }}
                </button>
              }
            </div>
          }
          @if (tip(); as t) {
            <div class="tip" aria-hidden="true" [style.left.px]="t.left" [style.top.px]="t.top">
              {{ t.text }}
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
      contain: layout style;
      border-bottom: 1px solid var(--mat-sys-outline-variant);
    }
    /* One that sticks, not one a row: each is a layer of its own, and to lay out forty took longer than a frame. */
    .names {
      position: sticky;
      left: 0;
      z-index: 1;
      width: 180px;
      background: var(--mat-sys-surface);
      contain: layout style;
    }
    .name {
      position: absolute;
      left: 0;
      width: 180px;
      height: 28px;
      padding: 4px 8px;
      border-bottom: 1px solid var(--mat-sys-outline-variant);
      overflow: hidden;
      text-overflow: ellipsis;
      white-space: nowrap;
    }
    .cell {
      position: absolute;
      top: 0;
      width: 40px;
      height: 27px;
      padding: 0 4px;
      border: 0;
      border-left: 1px solid var(--mat-sys-outline-variant);
      background: none;
      text-align: right;
      font-size: var(--mat-sys-body-small-size);
      cursor: pointer;
      contain: size layout style;
    }
    .cell::before {
      content: '';
      position: absolute;
      left: 0;
      bottom: 0;
      width: 5px;
      height: calc(var(--value) * 100%);
      background: var(--coat-fill);
    }
    .nearer::before {
      background: var(--mat-sys-primary);
      width: 9px;
    }
    .tip {
      position: absolute;
      z-index: 3;
      padding: 3px 8px;
      color: var(--mat-sys-inverse-on-surface);
      background: var(--mat-sys-inverse-surface);
      border-radius: var(--mat-sys-corner-small);
      font-size: var(--mat-sys-body-small-size);
      white-space: nowrap;
      pointer-events: none;
    }
    @media (max-height: 640px) {
      .bench {
        overflow: auto;
      }
      .window {
        flex: none;
        height: 320px;
      }
    }
    @media (max-width: 760px) {
      .tools {
        flex-wrap: wrap;
      }
    }
  `,
})
export class Matrix {
  protected readonly view = inject(CoatView);
  private readonly router = inject(Router);
  protected readonly head = HEAD;
  protected readonly filter = signal('');
  protected readonly order = signal<'brings' | 'serves' | 'name'>('brings');
  protected readonly usable = signal(false);
  /** Closeness by element and part, as far as it is worked out. */
  private readonly values = signal<ReadonlyMap<string, ReadonlyMap<string, number>>>(new Map());
  private readonly fits = signal<ReadonlyMap<string, { part: Part; usable: boolean }>>(new Map());
  protected readonly left = signal(0);
  /** The first row and column that are drawn, and those after the last: scrolling inside them draws nothing anew. */
  private readonly drawn = signal<Drawn>(drawnIn(0, 0, 1200, 700), {
    equal: (a, b) => a.every((n, i) => n === b[i]),
  });
  /** What is told of the cell or part under the pointer or with the focus: one tip for all, since a window holds a thousand cells. */
  protected readonly tip = signal<{
    readonly text: string;
    readonly left: number;
    readonly top: number;
  } | null>(null);
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
    width: NAME + this.columns().length * COLUMN,
    height: HEAD + this.elements().length * ROW,
  }));
  protected readonly shownColumns = computed(() => {
    const [, , from, to] = this.drawn();
    return this.columns()
      .slice(from, to)
      .map((column, i) => ({
        column,
        slot: (from + i) % (to - from),
        left: NAME + (from + i) * COLUMN,
        label: `${column.part.name}: serves ${column.serves}`,
      }));
  });
  protected readonly shownRows = computed(() => {
    const [from, to] = this.drawn();
    const columns = this.shownColumns();
    return this.elements()
      .slice(from, to)
      .map(({ element, closeness }, i) => {
        const values = this.values().get(element.id);
        return {
          id: element.id,
          slot: (from + i) % (to - from),
          name: element.name,
          top: HEAD + (from + i) * ROW,
          cells: columns.flatMap(({ column, left, slot }) => {
            const value = values?.get(column.part.id);
            if (value === undefined) return [];
            const text = String(Math.round(value * 100));
            return [
              {
                slot,
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
    this.drawn.set(drawnIn(top, left, width, height));
  }

  /** Tells of what is pointed at or has the focus, below it and inside what is seen. */
  protected point({ target }: Event, sheet: HTMLElement): void {
    const told = target instanceof Element ? target.closest<HTMLElement>('.cell, .head, .name') : null;
    const text = told?.getAttribute('aria-label') ?? told?.textContent.trim();
    if (!told || !text) return this.tip.set(null);
    const [at, of] = [told.getBoundingClientRect(), sheet.getBoundingClientRect()];
    this.tip.set({ text, left: at.left - of.left, top: at.bottom - of.top + 2 });
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
