import { ChangeDetectionStrategy, Component, model } from '@angular/core';
import type { View } from '@spare-coat/core/model/kinds/drawn';
import { DRAWN_VIEWS } from './drawing';

/** Chooses what a drawing shows: the desktop, the launcher open, the sign-in screen and so on. */
@Component({
  selector: 'coat-view-picker',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <select
      aria-label="What the drawing shows"
      [value]="shows()"
      (change)="shows.set($any($event.target).value)"
    >
      @for (v of views; track v.view) {
        <option [value]="v.view">{{ v.label }}</option>
      }
    </select>
  `,
})
export class ViewPicker {
  readonly shows = model.required<View>();
  protected readonly views = DRAWN_VIEWS;
}
