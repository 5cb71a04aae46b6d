import { MatSelect } from '@angular/material/select';
import { MatOption } from '@angular/material/core';
import { MatFormField } from '@angular/material/form-field';
import { ChangeDetectionStrategy, Component, model } from '@angular/core';
import type { View } from '@spare-coat/core/model/kinds/drawn';
import { DRAWN_VIEWS } from './drawing';

/** Chooses what a drawing shows: the desktop, the launcher open, the sign-in screen and so on. */
@Component({
  selector: 'coat-view-picker',
  imports: [MatFormField, MatOption, MatSelect],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <mat-form-field
      ><mat-select
        aria-label="What the drawing shows"
        (selectionChange)="shows.set($event.value)"
        [value]="shows()"
      >
        @for (v of views; track v.view) {
          <mat-option [value]="v.view">{{ v.label }}</mat-option>
        }
      </mat-select></mat-form-field
    >
  `,
})
export class ViewPicker {
  readonly shows = model.required<View>();
  protected readonly views = DRAWN_VIEWS;
}
