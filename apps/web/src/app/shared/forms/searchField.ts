import { ChangeDetectionStrategy, Component, effect, input, output } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { FormControl, ReactiveFormsModule } from '@angular/forms';
import { MatFormField } from '@angular/material/form-field';
import { MatInput } from '@angular/material/input';

/** Words to look for, told with every key; whoever asks a server with them waits for a pause. */
@Component({
  selector: 'coat-search-field',
  imports: [MatFormField, MatInput, ReactiveFormsModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <mat-form-field
      ><input
        matInput
        type="search"
        maxlength="200"
        [formControl]="control"
        [attr.aria-label]="name()"
        [placeholder]="placeholder()"
    /></mat-form-field>
  `,
  styles: `
    :host {
      display: block;
      min-width: 0;
    }
    mat-form-field {
      width: 100%;
    }
  `,
})
export class SearchField {
  readonly name = input.required<string>();
  readonly value = input('');
  readonly placeholder = input('');
  readonly typed = output<string>();
  protected readonly control = new FormControl('', { nonNullable: true });

  constructor() {
    effect(() => {
      const value = this.value();
      // What comes back is what was typed a moment ago: the hand is further.
      if (value !== this.control.value) this.control.setValue(value, { emitEvent: false });
    });
    this.control.valueChanges.pipe(takeUntilDestroyed()).subscribe((words) => this.typed.emit(words));
  }
}
