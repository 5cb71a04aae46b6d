import { Directive, signal } from '@angular/core';
import type { ControlValueAccessor } from '@angular/forms';

/** What every field of ours has that a form can hold: who hears of a change and of leaving, and whether it can be changed. */
@Directive()
export abstract class ValueField<T> implements ControlValueAccessor {
  /** A form says that it cannot be changed now. */
  protected readonly isDisabled = signal(false);
  protected changed: (value: T) => void = () => undefined;
  protected touched: () => void = () => undefined;

  abstract writeValue(value: T | null): void;
  registerOnChange(changed: (value: T) => void): void {
    this.changed = changed;
  }
  registerOnTouched(touched: () => void): void {
    this.touched = touched;
  }
  setDisabledState(disabled: boolean): void {
    this.isDisabled.set(disabled);
  }
}
