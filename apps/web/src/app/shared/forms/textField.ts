import { ChangeDetectionStrategy, Component, booleanAttribute, effect, input, output } from '@angular/core';
import { FormControl, ReactiveFormsModule } from '@angular/forms';
import type { ErrorStateMatcher } from '@angular/material/core';
import { MatError, MatFormField } from '@angular/material/form-field';
import { MatInput } from '@angular/material/input';
import { nameSchema } from '@spare-coat/core/ground/text';
import type { Schema } from 'yup';
import { bySchema, sayProblems } from './bySchema';

/** What is wrong is said when the field is left: nobody is told while typing. */
const WHEN_LEFT: ErrorStateMatcher = {
  isErrorState: (control) => control?.invalid === true && control.touched,
};

/**
 * A text that stands alone: it is given when it is left or confirmed, if it is another one than before and right by its schema.
 * What is wrong is said at the field and stays as it was typed; Escape puts back what was there.
 */
@Component({
  selector: 'coat-text-field',
  imports: [MatError, MatFormField, MatInput, ReactiveFormsModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <mat-form-field>
      @if (rows() > 1) {
        <textarea
          matInput
          [formControl]="control"
          [rows]="rows()"
          [attr.aria-label]="name()"
          [placeholder]="placeholder()"
          [errorStateMatcher]="whenLeft"
          (blur)="give()"
          (keydown.escape)="restore()"
        ></textarea>
      } @else {
        <input
          matInput
          autocomplete="off"
          [formControl]="control"
          [attr.aria-label]="name()"
          [placeholder]="placeholder()"
          [errorStateMatcher]="whenLeft"
          (blur)="give()"
          (keydown.enter)="give()"
          (keydown.escape)="restore()"
        />
      }
      <mat-error>{{ problem() }}</mat-error>
    </mat-form-field>
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
export class TextField {
  readonly name = input.required<string>();
  readonly value = input('');
  /** What it may be; the blanks at its ends are taken off before. */
  readonly schema = input<Schema>(nameSchema);
  /** Lines that are seen at once; 1: it is one line. */
  readonly rows = input(1);
  readonly placeholder = input('');
  /** Empties itself when something was given, for the next one; an empty field gives nothing then. */
  readonly clears = input(false, { transform: booleanAttribute });
  readonly given = output<string>();

  protected readonly control = new FormControl('', { nonNullable: true });
  protected readonly whenLeft = WHEN_LEFT;
  protected readonly problem = () => sayProblems(this.control);

  constructor() {
    effect(() => {
      // Of another thing it shows that one's text, whatever was typed before.
      this.name();
      this.control.reset(this.value());
    });
    effect(() => {
      const check = bySchema(this.schema());
      const mayBeEmpty = this.clears();
      this.control.setValidators((control) => {
        const text = String(control.value).trim();
        return mayBeEmpty && text === '' ? null : check(new FormControl(text));
      });
      this.control.updateValueAndValidity();
    });
  }

  protected restore(): void {
    this.control.reset(this.value());
  }

  protected give(): void {
    this.control.markAsTouched();
    const text = this.control.value.trim();
    if (this.control.invalid || text === this.value()) return;
    this.given.emit(text);
    if (this.clears()) this.control.reset('');
  }
}
