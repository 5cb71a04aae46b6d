import { ChangeDetectionStrategy, Component, input } from '@angular/core';
import { MatTableModule } from '@angular/material/table';
import { CellOf } from './rows/tableOf';

/** Something that is told in a word or two; a colour is shown beside its words. */
export interface Fact {
  readonly label: string;
  readonly text: string;
  readonly swatch?: string | null;
}

/** Facts in two columns: what, and how it is. */
@Component({
  selector: 'coat-facts',
  imports: [CellOf, MatTableModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <table mat-table [dataSource]="facts()" [trackBy]="byLabel">
      <caption class="sr-only">
        {{
          caption()
        }}
      </caption>
      <ng-container matColumnDef="what">
        <td mat-cell *matCellDef="let f of facts()" [attr.role]="'rowheader'">{{ f.label }}</td>
      </ng-container>
      <ng-container matColumnDef="how">
        <td mat-cell *matCellDef="let f of facts()" [class.number]="numbers()">
          @if (f.swatch) {
            <span class="swatch" [style.background]="f.swatch"></span>
          }
          {{ f.text }}
        </td>
      </ng-container>
      <tr mat-row *matRowDef="let f; columns: ['what', 'how']"></tr>
    </table>
  `,
  styles: `
    table {
      table-layout: fixed;
    }
    .mat-column-what {
      width: 40%;
    }
    .mat-mdc-cell.mat-mdc-cell {
      padding: 4px 8px 4px 0;
      overflow-wrap: anywhere;
    }
    [role='rowheader'] {
      font-weight: 400;
      color: var(--mat-sys-on-surface-variant);
    }
  `,
})
export class Facts {
  readonly facts = input.required<readonly Fact[]>();
  readonly caption = input.required<string>();
  /** What is told are figures: they stand right. */
  readonly numbers = input(false);
  protected readonly byLabel = (_place: number, fact: Fact): string => fact.label;
}
