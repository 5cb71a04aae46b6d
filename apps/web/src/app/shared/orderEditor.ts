import { MatIconButton } from '@angular/material/button';
import { MatIcon } from '@angular/material/icon';
import { ZONES, type Zone } from '@spare-coat/core/measuring/picture/zone';
import {
  CdkDrag,
  CdkDropList,
  CdkDropListGroup,
  moveItemInArray,
  transferArrayItem,
  type CdkDragDrop,
} from '@angular/cdk/drag-drop';
import {
  ChangeDetectionStrategy,
  Component,
  ElementRef,
  afterNextRender,
  computed,
  inject,
  input,
  output,
  Injector,
} from '@angular/core';
import { knownItem } from '@spare-coat/core/model/traits/items';
import { SuggestField } from './forms/suggestField';
import { ItemWords } from './itemWords';
import { type Order } from '@spare-coat/core/model/traits/value';

let counter = 0;

/** Arranges items in three zones: by dragging, and by keyboard with Alt and the arrow keys. */
@Component({
  selector: 'coat-order-editor',
  imports: [CdkDrag, CdkDropList, CdkDropListGroup, MatIcon, MatIconButton, SuggestField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div cdkDropListGroup>
      @for (zone of zones; track zone) {
        <div class="zone">
          <span class="faint" [id]="id + zone">{{ zone }}</span>
          <ul
            cdkDropList
            [cdkDropListData]="zone"
            [attr.aria-labelledby]="id + zone"
            (cdkDropListDropped)="dropped($event)"
          >
            @for (item of order()[zone]; track $index; let i = $index) {
              <li
                cdkDrag
                tabindex="0"
                [attr.aria-label]="
                  item +
                  ', ' +
                  (i + 1) +
                  ' of ' +
                  order()[zone].length +
                  ' in ' +
                  zone +
                  '. Alt and arrow keys move it, Delete takes it out.'
                "
                [attr.data-item]="item"
                (keydown)="key($event, zone, i)"
              >
                {{ item }}
                <button
                  type="button"
                  matIconButton
                  class="small"
                  tabindex="-1"
                  [attr.aria-label]="'Take out ' + item"
                  (click)="take(zone, i)"
                >
                  <mat-icon svgIcon="x" />
                </button>
              </li>
            }
            <li class="add">
              <coat-suggest-field
                clears
                placeholder="add"
                [name]="of() + ', add to ' + zone"
                [suggestions]="suggestions()"
                (given)="add(zone, $event)"
              />
            </li>
          </ul>
        </div>
      }
    </div>
  `,
  styles: `
    .zone {
      display: grid;
      grid-template-columns: 44px minmax(0, 1fr);
      gap: 4px;
      padding: 3px 0;
      font-size: var(--mat-sys-body-small-size);
    }
    ul {
      list-style: none;
      margin: 0;
      padding: 2px;
      display: flex;
      flex-wrap: wrap;
      gap: 3px;
      border: 1px solid var(--mat-sys-outline-variant);
      background: var(--mat-sys-surface);
      min-height: 28px;
    }
    li {
      display: flex;
      align-items: center;
      gap: 2px;
      padding: 0 2px 0 7px;
      border: 1px solid var(--mat-sys-outline);
      border-radius: var(--mat-sys-corner-small);
      background: var(--mat-sys-surface-container);
      cursor: grab;
      overflow-wrap: anywhere;
    }
    .add {
      border: 0;
      padding: 0;
      background: none;
      flex: 1 1 60px;
    }
    .add coat-suggest-field {
      min-width: 64px;
    }
    .cdk-drag-placeholder {
      opacity: 0.35;
    }
  `,
})
export class OrderEditor {
  readonly order = input.required<Order>();
  /** Names usually given, for suggestions. */
  readonly items = input<readonly string[]>([]);
  readonly of = input('');
  readonly changed = output<Order>();
  private readonly words = inject(ItemWords);
  protected readonly suggestions = computed(() => this.words.suggestions(this.items()));
  protected readonly zones = ZONES;
  protected readonly id = `order-${++counter}-`;
  private readonly host = inject<ElementRef<HTMLElement>>(ElementRef);
  private readonly injector = inject(Injector);

  private copy(): Record<Zone, string[]> {
    const order = this.order();
    return { start: [...order.start], centre: [...order.centre], end: [...order.end] };
  }

  protected dropped(event: CdkDragDrop<Zone>): void {
    const next = this.copy();
    const from = next[event.previousContainer.data];
    const to = next[event.container.data];
    if (from === to) moveItemInArray(to, event.previousIndex, event.currentIndex);
    else transferArrayItem(from, to, event.previousIndex, event.currentIndex);
    this.changed.emit(next);
  }

  protected key(event: KeyboardEvent, zone: Zone, index: number): void {
    if (event.key === 'Delete') {
      event.preventDefault();
      event.stopPropagation();
      this.take(zone, index);
      return;
    }
    if (!event.altKey) return;
    const by = { ArrowLeft: -1, ArrowUp: -1, ArrowRight: 1, ArrowDown: 1 }[event.key];
    if (by === undefined) return;
    event.preventDefault();
    event.stopPropagation();
    const next = this.copy();
    const [item] = next[zone].splice(index, 1);
    const to = index + by;
    // Past the end of a zone it goes on into the next one.
    const at = ZONES.indexOf(zone);
    if (to >= 0 && to <= next[zone].length) next[zone].splice(to, 0, item!);
    else {
      const other = ZONES[at + by];
      if (!other) return;
      if (by > 0) next[other].unshift(item!);
      else next[other].push(item!);
    }
    this.changed.emit(next);
    afterNextRender(
      () => this.host.nativeElement.querySelector<HTMLElement>(`[data-item="${CSS.escape(item!)}"]`)?.focus(),
      { injector: this.injector },
    );
  }

  protected take(zone: Zone, index: number): void {
    const next = this.copy();
    next[zone].splice(index, 1);
    this.changed.emit(next);
  }

  protected add(zone: Zone, text: string): void {
    const names = text
      .split(',')
      .map((t) => t.trim())
      .filter((t) => t !== '')
      // What is meant by it is what is known: `status` is the status area.
      .map((t) => knownItem(t, this.items()) ?? t);
    if (names.length === 0) return;
    const next = this.copy();
    next[zone].push(...names);
    this.changed.emit(next);
  }
}
