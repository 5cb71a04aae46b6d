import {
  ChangeDetectionStrategy,
  Component,
  booleanAttribute,
  effect,
  input,
  output,
  untracked,
} from '@angular/core';
import { FormControl, ReactiveFormsModule } from '@angular/forms';
import { MatButton } from '@angular/material/button';
import { MatError, MatFormField } from '@angular/material/form-field';
import { MatIcon } from '@angular/material/icon';
import { MatInput } from '@angular/material/input';
import { noteSchema } from '@spare-coat/core/ground/text';
import { bySchema, sayProblems } from './bySchema';

/** Asks for a few words before something is done: why, or what is lost. Escape leaves it. */
@Component({
  selector: 'coat-ask-form',
  imports: [MatButton, MatError, MatFormField, MatIcon, MatInput, ReactiveFormsModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <form (submit)="$event.preventDefault(); answer()">
      <label class="field"
        ><span>{{ question() }}</span>
        <mat-form-field>
          @if (rows() > 1) {
            <textarea
              matInput
              autofocus
              [attr.aria-label]="question()"
              [formControl]="words"
              [rows]="rows()"
              (keydown.escape)="left.emit()"
              (keydown.control.enter)="answer()"
            ></textarea>
          } @else {
            <input
              matInput
              autofocus
              [attr.aria-label]="question()"
              [formControl]="words"
              (keydown.escape)="left.emit()"
            />
          }
          <mat-error>{{ problem() }}</mat-error>
        </mat-form-field>
      </label>
      <ng-content />
      <div class="doings">
        <button type="submit" matButton="filled" [disabled]="!optional() && words.value.trim() === ''">
          <mat-icon svgIcon="check" />{{ yes() }}
        </button>
        <button type="button" matButton (click)="left.emit()"><mat-icon svgIcon="x" />{{ no() }}</button>
      </div>
    </form>
  `,
  styles: `
    form {
      display: grid;
      gap: 6px;
      padding: 8px 0;
    }
    .doings {
      display: flex;
      flex-wrap: wrap;
      gap: 6px;
    }
  `,
})
export class AskForm {
  readonly question = input.required<string>();
  /** What is done then, as a button says it. */
  readonly yes = input.required<string>();
  readonly no = input('Leave it');
  /** What stands there at first. */
  readonly value = input('');
  readonly rows = input(1);
  /** Whether it may be done without a word. */
  readonly optional = input(false, { transform: booleanAttribute });
  readonly answered = output<string>();
  readonly left = output();

  protected readonly words = new FormControl('', { nonNullable: true, validators: bySchema(noteSchema) });
  protected readonly problem = () => sayProblems(this.words);

  constructor() {
    // Another question is another answer.
    effect(() => {
      this.question();
      const value = this.value();
      untracked(() => this.words.reset(value));
    });
  }

  protected answer(): void {
    const text = this.words.value.trim();
    if (this.words.valid && (this.optional() || text !== '')) this.answered.emit(text);
  }
}
