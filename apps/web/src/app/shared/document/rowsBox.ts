import { MatIcon } from '@angular/material/icon';
import { MatTooltip } from '@angular/material/tooltip';
import { MatButton, MatIconButton } from '@angular/material/button';
import { nth } from '@spare-coat/core/ground/checked';
import { NgTemplateOutlet } from '@angular/common';
import { ChangeDetectionStrategy, Component, input, model } from '@angular/core';
import { withValue, type Column } from './columns';
import { FieldBox } from './fieldBox';

export type Entry = Readonly<Record<string, unknown>>;

/** More columns than these stand one below the other. */
const MOST_COLUMNS = 4;

/** A list of a document as a table: change, add, remove, move. */
@Component({
  selector: 'coat-rows-box',
  imports: [FieldBox, MatButton, MatIcon, MatIconButton, MatTooltip, NgTemplateOutlet],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (columns().length > MOST_COLUMNS) {
      <ul>
        @for (row of rows(); track $index; let i = $index) {
          <li [attr.aria-label]="label() + ' ' + (i + 1)">
            @for (column of columns(); track column.key) {
              <div class="field" [style.grid-column]="'span ' + (column.wide ?? 1)">
                <span [matTooltip]="column.help ?? null">{{ column.label }}</span>
                <coat-field-box
                  [column]="column"
                  [of]="label() + ' ' + (i + 1)"
                  [value]="row[column.key]"
                  (changed)="set(i, column.key, $event)"
                />
              </div>
            }
            <div class="acts">
              <ng-container *ngTemplateOutlet="acts; context: { $implicit: i }" />
            </div>
          </li>
        } @empty {
          <li class="faint">None yet.</li>
        }
      </ul>
    } @else {
      <table>
        <caption class="sr-only">
          {{
            label()
          }}
        </caption>
        <thead>
          <tr>
            @for (column of columns(); track column.key) {
              <th [style.width.%]="share(column)" [matTooltip]="column.help ?? null">{{ column.label }}</th>
            }
            <th class="acts"><span class="sr-only">Move or remove</span></th>
          </tr>
        </thead>
        <tbody>
          @for (row of rows(); track $index; let i = $index) {
            <tr>
              @for (column of columns(); track column.key) {
                <td>
                  <coat-field-box
                    [column]="column"
                    [of]="label() + ' ' + (i + 1)"
                    [value]="row[column.key]"
                    (changed)="set(i, column.key, $event)"
                  />
                </td>
              }
              <td class="acts"><ng-container *ngTemplateOutlet="acts; context: { $implicit: i }" /></td>
            </tr>
          } @empty {
            <tr>
              <td class="faint none" [attr.colspan]="columns().length + 1">None yet.</td>
            </tr>
          }
        </tbody>
      </table>
    }
    <ng-template #acts let-i>
      <button
        type="button"
        matIconButton
        [disabled]="i === 0"
        [attr.aria-label]="'Move up: ' + label() + ' ' + (i + 1)"
        (click)="move(i)"
        [matTooltip]="'Move up: ' + label() + ' ' + (i + 1)"
      >
        <mat-icon svgIcon="arrow-up" />
      </button>
      <button
        type="button"
        matIconButton
        [attr.aria-label]="'Remove: ' + label() + ' ' + (i + 1)"
        (click)="remove(i)"
        [matTooltip]="'Remove: ' + label() + ' ' + (i + 1)"
      >
        <mat-icon svgIcon="x" />
      </button>
    </ng-template>
    <button type="button" matButton="outlined" (click)="add()"><mat-icon svgIcon="plus" />Add one</button>
  `,
  styles: `
    table {
      width: 100%;
      border-collapse: collapse;
      table-layout: fixed;
      margin-bottom: 8px;
    }
    th {
      text-align: left;
      font-weight: 400;
      font-size: var(--mat-sys-body-small-size);
      color: var(--mat-sys-on-surface-variant);
      padding: 2px 6px 2px 0;
    }
    td {
      padding: 3px 6px 3px 0;
      vertical-align: top;
    }
    .acts {
      width: 68px;
      white-space: nowrap;
    }
    ul {
      list-style: none;
      margin: 0 0 8px;
      padding: 0;
    }
    li {
      display: grid;
      grid-template-columns: repeat(4, minmax(0, 1fr));
      gap: 0 12px;
      padding: 8px 10px 0;
      margin-bottom: 8px;
      background: var(--mat-sys-surface);
      border: 1px solid var(--mat-sys-outline-variant);
      &.faint {
        display: block;
        padding-bottom: 8px;
      }
      .acts {
        grid-column: -2 / -1;
        width: auto;
        text-align: right;
        align-self: end;
        padding-bottom: 8px;
      }
    }
    .none {
      padding: 8px 0;
    }
  `,
})
export class RowsBox {
  readonly label = input.required<string>();
  readonly columns = input.required<readonly Column[]>();
  readonly rows = model.required<readonly Entry[]>();
  readonly fresh = input.required<Entry>();

  protected readonly MOST_COLUMNS = MOST_COLUMNS;

  protected share(column: Column): number {
    const all = this.columns().reduce((n, c) => n + (c.wide ?? 1), 0);
    return ((column.wide ?? 1) / all) * 100;
  }
  protected set(at: number, key: string, value: unknown): void {
    this.rows.set(this.rows().map((row, i) => (i === at ? withValue(row, key, value) : row)));
  }
  protected add(): void {
    this.rows.set([...this.rows(), this.fresh()]);
  }
  protected remove(at: number): void {
    this.rows.set(this.rows().filter((_, i) => i !== at));
  }
  protected move(at: number): void {
    const rows = [...this.rows()];
    [rows[at - 1], rows[at]] = [nth(rows, at), nth(rows, at - 1)];
    this.rows.set(rows);
  }
}
