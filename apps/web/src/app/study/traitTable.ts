import { MatIcon } from '@angular/material/icon';
import { MatButton } from '@angular/material/button';
import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { MatSortModule, type Sort } from '@angular/material/sort';
import { MatTableModule } from '@angular/material/table';
import { RouterLink } from '@angular/router';
import { traitCsv, traitJson, traitTable, type TraitTableRow } from '@spare-coat/core/model/coat/traitTable';
import { CoatView } from '../shared/coatView';
import { saveFile } from '../shared/saveFile';

type Column = Exclude<keyof TraitTableRow, 'kind' | 'weight' | 'value' | 'elementId' | 'traitId'>;

function compare(a: TraitTableRow, b: TraitTableRow, column: Column): number {
  if (column === 'spelled' && typeof a.value === 'number' && typeof b.value === 'number')
    return a.value - b.value;
  return a[column].localeCompare(b[column], undefined, { numeric: true });
}

/** Every target of every element in one table, to sort and to take away. */
@Component({
  selector: 'coat-trait-table',
  imports: [MatButton, MatIcon, MatSortModule, MatTableModule, RouterLink],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <section class="bench">
      <div class="bench-head">
        <h1>All traits</h1>
        <span class="faint">{{ rows().length }} targets of {{ elements() }} elements</span>
        <span class="push"></span>
        <button type="button" matButton="outlined" (click)="save('csv')">
          <mat-icon svgIcon="download" />CSV
        </button>
        <button type="button" matButton="outlined" (click)="save('json')">
          <mat-icon svgIcon="download" />JSON
        </button>
        <a routerLink="../study" queryParamsHandling="preserve">Back to Study</a>
      </div>
      <div class="scroll">
        <table mat-table [dataSource]="rows()" [trackBy]="byId" matSort (matSortChange)="sort.set($event)">
          @for (c of columns; track c.id) {
            <ng-container [matColumnDef]="c.id">
              <th mat-header-cell *matHeaderCellDef mat-sort-header>
                {{ c.label }}
              </th>
              <td
                mat-cell
                *matCellDef="let row"
                [class.number]="c.id === 'spelled' && isNumber(row.value)"
                [class.assumed]="c.id === 'source' && row.source === 'assumed'"
              >
                @if (c.id === 'element') {
                  <a routerLink="../study" [queryParams]="{ e: row.elementId }" queryParamsHandling="merge">{{
                    row.element
                  }}</a>
                } @else {
                  {{ row[c.id] }}
                }
              </td>
            </ng-container>
          }
          <tr mat-header-row *matHeaderRowDef="ids; sticky: true"></tr>
          <tr mat-row *matRowDef="let row; columns: ids"></tr>
          <tr *matNoDataRow>
            <td [attr.colspan]="ids.length" class="faint">
              No trait has a target yet. Draw a region in Study.
            </td>
          </tr>
        </table>
      </div>
    </section>
  `,
  styles: `
    :host {
      display: block;
      height: 100%;
    }
    .bench {
      display: grid;
      grid-template-rows: auto minmax(0, 1fr);
      height: 100%;
      padding-bottom: 0;
    }
    table {
      width: 100%;
      background: var(--mat-sys-surface);
    }
    table {
      --mat-table-header-container-height: 30px;
      --mat-table-row-item-container-height: 28px;
      --mat-table-row-item-outline-color: var(--mat-sys-outline-variant);
    }
    th,
    td {
      padding: 3px 8px;
      font-size: var(--mat-sys-body-medium-size);
      vertical-align: top;
    }
    .number {
      text-align: right;
      max-width: 240px;
      overflow-wrap: anywhere;
    }
    .assumed {
      font-style: italic;
      text-decoration: underline dotted;
    }
  `,
})
export class TraitTable {
  private readonly view = inject(CoatView);
  protected readonly sort = signal<Sort>({ active: '', direction: '' });
  protected readonly columns: readonly { readonly id: Column; readonly label: string }[] = [
    { id: 'element', label: 'Element' },
    { id: 'trait', label: 'Trait' },
    { id: 'state', label: 'State' },
    { id: 'variant', label: 'Variant' },
    { id: 'spelled', label: 'Target' },
    { id: 'unit', label: 'Unit' },
    { id: 'importance', label: 'Importance' },
    { id: 'source', label: 'Source' },
    { id: 'where', label: 'Where' },
  ];
  protected readonly ids = this.columns.map((c) => c.id);
  private readonly table = computed(() => traitTable(this.view.rows()));
  protected readonly elements = computed(() => new Set(this.table().map((r) => r.elementId)).size);
  protected readonly rows = computed(() => {
    const { active, direction } = this.sort();
    if (!active || !direction) return this.table();
    const sign = direction === 'asc' ? 1 : -1;
    return [...this.table()].sort((a, b) => sign * compare(a, b, active as Column));
  });
  protected readonly byId = (_: number, row: TraitTableRow) => row.traitId;

  protected isNumber(value: unknown): boolean {
    return typeof value === 'number';
  }

  protected save(form: 'csv' | 'json'): void {
    const name = this.view.coat()?.name ?? 'coat';
    if (form === 'csv') saveFile(traitCsv(this.rows()), `${name} traits.csv`, 'text/csv');
    else saveFile(traitJson(name, this.rows()), `${name} traits.json`, 'application/json');
  }
}
