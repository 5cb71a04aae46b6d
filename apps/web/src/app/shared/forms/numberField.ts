import {
  ChangeDetectionStrategy,
  Component,
  booleanAttribute,
  forwardRef,
  input,
  signal,
} from '@angular/core';
import { NG_VALUE_ACCESSOR, type ControlValueAccessor } from '@angular/forms';
import { MatInput } from '@angular/material/input';
import { MatFormField, MatSuffix } from '@angular/material/form-field';

/** A number that was typed: a comma is taken for a point; what is none stays as it was typed; null where nothing was. */
export type TypedNumber = number | string | null;

export function numberIn(text: string): TypedNumber {
  const trimmed = text.trim();
  const value = Number(trimmed.replace(',', '.'));
  return trimmed === '' ? null : Number.isFinite(value) ? value : text;
}

/** The next number up or down, on the steps that are counted from the least, within the bounds. */
export function stepped(
  from: number,
  by: number,
  {
    step,
    least,
    most,
  }: { readonly step: number; readonly least: number | null; readonly most: number | null },
): number {
  const origin = least ?? 0;
  const steps = (from - origin) / step + by;
  const on = by > 0 ? Math.floor(steps + 1e-9) : Math.ceil(steps - 1e-9);
  const next = Number((origin + on * step).toPrecision(12));
  return Math.min(most ?? Infinity, Math.max(least ?? -Infinity, next));
}

/** How many steps a key goes. */
const KEYS: Readonly<Record<string, number>> = { ArrowUp: 1, ArrowDown: -1, PageUp: 10, PageDown: -10 };

/**
 * A number with its unit, changed by typing or by arrow keys (ten steps by Page keys). It stays within its bounds as keys are
 * pressed; what is typed is for the form to judge.
 */
@Component({
  selector: 'coat-number-field',
  imports: [MatFormField, MatInput, MatSuffix],
  changeDetection: ChangeDetectionStrategy.OnPush,
  providers: [{ provide: NG_VALUE_ACCESSOR, useExisting: forwardRef(() => NumberField), multi: true }],
  template: `
    <mat-form-field
      ><input
        #typeBox
        matInput
        inputmode="decimal"
        autocomplete="off"
        [attr.aria-label]="name()"
        [attr.aria-invalid]="wrong()"
        [disabled]="disabled()"
        [placeholder]="placeholder()"
        [value]="text()"
        (input)="type(typeBox.value)"
        (keydown)="key($event)"
        (blur)="touched()"
      />
      @if (unit(); as u) {
        <span matTextSuffix>{{ u }}</span>
      }
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
export class NumberField implements ControlValueAccessor {
  readonly name = input.required<string>();
  readonly unit = input('');
  readonly step = input(1);
  readonly least = input<number | null>(null);
  readonly most = input<number | null>(null);
  readonly wrong = input(false, { transform: booleanAttribute });
  readonly placeholder = input('');

  protected readonly text = signal('');
  protected readonly disabled = signal(false);
  private changed: (value: TypedNumber) => void = () => undefined;
  protected touched: () => void = () => undefined;

  writeValue(value: TypedNumber): void {
    // What a hand is typing is not written over by what it comes to.
    if (numberIn(this.text()) !== value) this.text.set(value === null ? '' : String(value));
  }
  registerOnChange(changed: (value: TypedNumber) => void): void {
    this.changed = changed;
  }
  registerOnTouched(touched: () => void): void {
    this.touched = touched;
  }
  setDisabledState(disabled: boolean): void {
    this.disabled.set(disabled);
  }

  protected type(text: string): void {
    this.text.set(text);
    this.changed(numberIn(text));
  }
  protected key(event: KeyboardEvent): void {
    const by = KEYS[event.key];
    if (by === undefined) return;
    event.preventDefault();
    const now = numberIn(this.text());
    const from = typeof now === 'number' ? now : (this.least() ?? 0);
    this.type(String(stepped(from, by, { step: this.step(), least: this.least(), most: this.most() })));
  }
}
