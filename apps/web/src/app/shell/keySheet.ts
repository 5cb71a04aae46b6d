import { MatCheckbox } from '@angular/material/checkbox';
import { MatIcon } from '@angular/material/icon';
import { MatButton } from '@angular/material/button';
import { MatDialogActions, MatDialogContent, MatDialogRef, MatDialogTitle } from '@angular/material/dialog';
import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { KEY_HELP, Keys } from '../shared/keys';

/** The keys, and the switch that turns single keys off. */
@Component({
  selector: 'coat-key-sheet',
  imports: [MatButton, MatCheckbox, MatDialogActions, MatDialogContent, MatDialogTitle, MatIcon],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <h1 mat-dialog-title>Keys</h1>
    <mat-dialog-content tabindex="0">
      @for (where of places; track where) {
        <h2>{{ where === 'anywhere' ? 'Anywhere' : 'In ' + where }}</h2>
        <dl>
          @for (help of of(where); track help.does) {
            <dt>
              @for (key of help.keys; track key) {
                <kbd>{{ key }}</kbd>
              }
            </dt>
            <dd>{{ help.does }}</dd>
          }
        </dl>
      }
      <mat-checkbox class="single" [checked]="keys.single()" (change)="keys.setSingle($event.checked)"
        >Heed single keys</mat-checkbox
      > </mat-dialog-content
    ><mat-dialog-actions
      ><button type="button" matButton="outlined" (click)="ref.close()">
        <mat-icon svgIcon="x" />Close
      </button></mat-dialog-actions
    >
  `,
  styles: `
    h2 {
      margin: 14px 0 6px;
    }
    dl {
      display: grid;
      grid-template-columns: 150px 1fr;
      gap: 4px 12px;
      margin: 0;
    }
    dt {
      display: flex;
      gap: 4px;
    }
    dd {
      margin: 0;
    }
    .single {
      display: flex;
      gap: 6px;
      align-items: center;
      margin: 16px 0;
    }
  `,
})
export class KeySheet {
  protected readonly ref = inject<MatDialogRef<unknown, void>>(MatDialogRef);
  protected readonly keys = inject(Keys);
  protected readonly places = ['anywhere', 'Study', 'Match', 'Compare'] as const;
  protected of(where: string) {
    return KEY_HELP.filter((h) => h.where === where);
  }
}
