import { MatTableModule } from '@angular/material/table';
import { CellOf, byPlace } from '../shared/rows/tableOf';
import { MatSelect } from '@angular/material/select';
import { MatOption } from '@angular/material/core';
import { MatFormField } from '@angular/material/form-field';
import { MatIcon } from '@angular/material/icon';
import { MatTooltip } from '@angular/material/tooltip';
import { MatButton, MatIconButton } from '@angular/material/button';
import { likeliestItem } from '@spare-coat/core/model/kinds/likely';
import { isCarrier } from '@spare-coat/core/model/kinds/registry';
import { ZONES, type Zone } from '@spare-coat/core/measuring/picture/zone';
import {
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  input,
  linkedSignal,
  output,
} from '@angular/core';
import type { BarItem, BarReading } from '@spare-coat/core/measuring/picture/readBar';
import type { Result } from '@spare-coat/core/ground/result';
import { roundTo, sayNumber } from '@spare-coat/core/model/traits/say';
import { type Order } from '@spare-coat/core/model/traits/value';
import { SuggestField } from '../shared/forms/suggestField';
import { ItemWords } from '../shared/itemWords';
import { CoatStore } from '../shared/coatStore';
import { CoatView } from '../shared/coatView';
import { newId } from '../shared/newId';
import { Notices } from '../shared/notices';

interface Named {
  readonly item: BarItem;
  readonly name: string;
  readonly zone: Zone;
  /** Left out of the order. */
  readonly out: boolean;
}

/** What stands on a bar: each item with its zone and size, named by a hand, then put in the bar's order. */
@Component({
  selector: 'coat-items-panel',
  imports: [
    CellOf,
    MatButton,
    MatFormField,
    MatIcon,
    MatIconButton,
    MatOption,
    MatSelect,
    MatTableModule,
    MatTooltip,
    SuggestField,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (told(); as t) {
      @if (t.ok) {
        <dl>
          <dt>Items</dt>
          <dd class="number">
            {{ t.value.count.ok ? t.value.count.value : 'about ' + t.value.items.length }}
          </dd>
          <dt>Picture size</dt>
          <dd class="number">{{ say(t.value.itemSize) }}</dd>
          <dt>Spacing</dt>
          <dd class="number">{{ say(t.value.spacing) }}</dd>
          <dt>Corners</dt>
          <dd class="number">{{ say(t.value.cornerRadius) }}</dd>
          <dt>Margins</dt>
          <dd class="number">
            {{ t.value.margins.edge }}, {{ t.value.margins.start }}, {{ t.value.margins.end }} px
          </dd>
        </dl>
        @for (line of refusals(); track line) {
          <p class="refused">{{ line }}</p>
        }
        @if (named().length > 0) {
          <table mat-table [dataSource]="named()" [trackBy]="byPlace">
            <caption class="sr-only">
              Items from the bar's start to its end
            </caption>
            <ng-container matColumnDef="c0">
              <th mat-header-cell *matHeaderCellDef>#</th>
              <td mat-cell *matCellDef="let n of named(); let index = index">{{ index + 1 }}</td>
            </ng-container>
            <ng-container matColumnDef="name">
              <th mat-header-cell *matHeaderCellDef>Name</th>
              <td mat-cell *matCellDef="let n of named(); let index = index">
                <coat-suggest-field
                  [name]="'Name of item ' + (index + 1)"
                  [placeholder]="n.item.what"
                  [value]="n.name"
                  [suggestions]="suggestions()"
                  (given)="change(index, { name: $event })"
                />
              </td>
            </ng-container>
            <ng-container matColumnDef="zone">
              <th mat-header-cell *matHeaderCellDef>Zone</th>
              <td mat-cell *matCellDef="let n of named(); let index = index">
                <mat-form-field
                  ><mat-select
                    [aria-label]="'Zone of item ' + (index + 1)"
                    (selectionChange)="change(index, { zone: $event.value })"
                    [value]="n.zone"
                  >
                    @for (zone of zones; track zone) {
                      <mat-option [value]="zone">{{ zone }}</mat-option>
                    }
                  </mat-select></mat-form-field
                >
              </td>
            </ng-container>
            <ng-container matColumnDef="c3">
              <th mat-header-cell *matHeaderCellDef></th>
              <td mat-cell *matCellDef="let n of named(); let index = index">
                <button
                  type="button"
                  matIconButton
                  [attr.aria-label]="'Add item ' + (index + 1) + ' as an element'"
                  matTooltip="Add as an element"
                  (click)="make.emit({ item: n.item, kind: kindOf(n.item), name: n.name })"
                >
                  <mat-icon svgIcon="plus" />
                </button>
              </td>
            </ng-container>
            <tr mat-header-row *matHeaderRowDef="['c0', 'name', 'zone', 'c3']; sticky: true"></tr>
            <tr
              mat-row
              *matRowDef="let n; columns: ['c0', 'name', 'zone', 'c3']; let index = index"
              (mouseenter)="hovered.emit(index)"
              (mouseleave)="hovered.emit(null)"
            ></tr>
          </table>
          <div class="doings">
            @if (bars().length > 0) {
              @for (bar of bars(); track bar.id) {
                <button type="button" matButton="outlined" (click)="putOrder(bar.id)">
                  <mat-icon svgIcon="list-ordered" /> Put order into {{ bar.name }}
                </button>
              }
            } @else {
              <p class="faint">Add the bar as an element first; then its order can be put into it.</p>
            }
          </div>
        }
      } @else {
        <p class="refused">{{ t.sentence }}</p>
      }
    } @else {
      <p class="faint" role="status">Finding what is on it …</p>
    }
  `,
  styleUrl: './panel.scss',
})
export class ItemsPanel {
  protected readonly byPlace = byPlace;
  readonly told = input.required<Result<BarReading> | null>();
  readonly hovered = output<number | null>();
  readonly make = output<{ item: BarItem; kind: string; name: string }>();
  private readonly view = inject(CoatView);
  private readonly store = inject(CoatStore);
  private readonly notices = inject(Notices);
  protected readonly zones = ZONES;
  protected readonly kindOf = likeliestItem;

  protected readonly named = linkedSignal<readonly Named[]>(() => {
    const t = this.told();
    return (t?.ok ? t.value.items : []).map((item) => ({ item, name: '', zone: item.zone, out: false }));
  });
  private readonly words = inject(ItemWords);
  protected readonly suggestions = computed(() =>
    this.words.suggestions(this.view.book().trait('bar', 'items')?.items ?? []),
  );
  /** Bars and docks of the coat whose region lies here; else all of them. */
  protected readonly bars = computed(() => {
    const t = this.told();
    const rows = this.view.rows();
    const all = Object.values(rows.element).filter((e) => isCarrier(e.kind));
    if (!t?.ok) return [];
    const { x, y, width, height } = t.value.rect;
    const here = all.filter((e) =>
      Object.values(rows.region).some(
        (r) =>
          r.elementId === e.id &&
          r.pictureId === this.view.picture()?.id &&
          r.x < x + width &&
          x < r.x + r.width &&
          r.y < y + height &&
          y < r.y + r.height,
      ),
    );
    return here.length > 0 ? here : all;
  });
  protected readonly refusals = computed(() => {
    const t = this.told();
    if (!t?.ok) return [];
    return [t.value.itemSize, t.value.spacing, t.value.cornerRadius].flatMap((v) =>
      v.ok ? [] : [v.sentence],
    );
  });

  protected say(told: Result<number>): string {
    return told.ok ? `${sayNumber(roundTo(told.value, 1))} px` : '–';
  }

  protected change(index: number, fields: Partial<Named>): void {
    this.named.update((list) => list.map((n, i) => (i === index ? { ...n, ...fields } : n)));
  }

  protected putOrder(elementId: string): void {
    const order: Record<Zone, string[]> = { start: [], centre: [], end: [] };
    const used = new Set<string>();
    this.named().forEach((n, i) => {
      let name = n.name || `${n.item.what} ${i + 1}`;
      while (used.has(name)) name += ' again';
      used.add(name);
      order[n.zone].push(name);
    });
    const t = this.told();
    const picture = this.view.picture();
    if (!t?.ok || !picture) return;
    const { x, y, width, height } = t.value.rect;
    const done = this.store.send({
      type: 'trait.set',
      elementId,
      id: newId(),
      trait: 'items',
      variantId: null,
      state: null,
      target: order satisfies Order,
      pictureId: picture.id,
      source: { how: 'measured', pictureId: picture.id, x, y, width, height },
    });
    if (done) this.notices.say(`The order of ${this.view.rows().element[elementId]?.name} was put in.`);
  }
}
