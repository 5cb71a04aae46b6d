import { MatInput } from '@angular/material/input';
import { MatSelect } from '@angular/material/select';
import { MatOption } from '@angular/material/core';
import { MatFormField } from '@angular/material/form-field';
import { MatCheckbox } from '@angular/material/checkbox';
import { MatTooltip } from '@angular/material/tooltip';
import { ChangeDetectionStrategy, Component, computed, input, output, signal } from '@angular/core';
import { fieldText, typedValue, type Column } from './columns';

/** One value of a document, typed as its column says. What cannot be read stays as it was typed, and says why. */
@Component({
  selector: 'coat-field-box',
  imports: [MatCheckbox, MatFormField, MatInput, MatOption, MatSelect, MatTooltip],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @switch (column().type) {
      @case ('flag') {
        <mat-checkbox
          [aria-label]="name()"
          [checked]="value() === true"
          (change)="changed.emit($event.checked)"
        />
      }
      @case ('choice') {
        <mat-form-field
          ><mat-select [aria-label]="name()" (selectionChange)="choose($event.value)" [value]="text()">
            @if (column().empty) {
              <mat-option value="">–</mat-option>
            }
            @for (choice of column().choices; track choice) {
              <mat-option [value]="choice">{{ choice }}</mat-option>
            }
          </mat-select></mat-form-field
        >
      }
      @case ('long') {
        <mat-form-field>
          <textarea
            matInput
            rows="3"
            [attr.aria-label]="name()"
            [value]="text()"
            (change)="type($any($event.target).value)"
          ></textarea>
        </mat-form-field>
      }
      @case ('lines') {
        <mat-form-field>
          <textarea
            matInput
            rows="3"
            [attr.aria-label]="name()"
            [attr.aria-invalid]="problem() !== null"
            [value]="text()"
            (change)="type($any($event.target).value)"
          ></textarea>
        </mat-form-field>
      }
      @case ('pairs') {
        <mat-form-field>
          <textarea
            matInput
            rows="3"
            class="mono"
            [attr.aria-label]="name()"
            [attr.aria-invalid]="problem() !== null"
            [value]="text()"
            (change)="type($any($event.target).value)"
          ></textarea>
        </mat-form-field>
      }
      @default {
        <mat-form-field
          ><input
            matInput
            [attr.aria-label]="name()"
            [attr.inputmode]="column().type === 'number' ? 'decimal' : null"
            [class.mono]="column().type === 'json'"
            [class.figures]="column().type === 'number'"
            [attr.aria-invalid]="problem() !== null"
            [matTooltip]="problem()"
            [value]="text()"
            (change)="type($any($event.target).value)"
        /></mat-form-field>
      }
    }
    @if (problem(); as p) {
      <small class="alarm" role="alert">{{ p }}</small>
    }
  `,
  styles: `
    :host {
      display: block;
    }
    mat-form-field {
      width: 100%;
    }
    input[type='checkbox'] {
      width: 18px;
      height: 18px;
      accent-color: var(--mat-sys-primary);
    }
    .figures {
      text-align: right;
    }
    mat-form-field {
      resize: vertical;
    }
  `,
})
export class FieldBox {
  readonly column = input.required<Column>();
  readonly value = input<unknown>();
  /** Before the label, where many fields have the same one. */
  readonly of = input('');
  readonly changed = output<unknown>();
  /** What was typed and could not be read; it stays until it can. */
  private readonly wrong = signal<{ readonly typed: string; readonly sentence: string } | null>(null);

  protected readonly name = computed(() =>
    this.of() ? `${this.of()}: ${this.column().label}` : this.column().label,
  );
  protected readonly text = computed(() => this.wrong()?.typed ?? fieldText(this.column(), this.value()));
  protected readonly problem = computed(() => this.wrong()?.sentence ?? null);

  protected choose(text: string): void {
    const { empty } = this.column();
    this.changed.emit(text === '' && empty ? (empty === 'null' ? null : undefined) : text);
  }

  protected type(text: string): void {
    const typed = typedValue(this.column(), text);
    this.wrong.set(typed.ok ? null : { typed: text, sentence: typed.sentence });
    if (typed.ok) this.changed.emit(typed.value);
  }
}
