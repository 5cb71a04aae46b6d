import {
  ChangeDetectionStrategy,
  Component,
  DestroyRef,
  booleanAttribute,
  computed,
  forwardRef,
  inject,
  input,
  linkedSignal,
  output,
} from '@angular/core';
import { NG_VALUE_ACCESSOR } from '@angular/forms';
import { MatInput } from '@angular/material/input';
import { MatFormField, MatSuffix } from '@angular/material/form-field';
import { ValueField } from './valueField';

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

/** After arrow keys a number is given when they have rested for so long, so that holding one is one change. */
const REST_MS = 400;

/** What a number has to be. */
export interface NumberBounds {
  readonly least: number | null;
  readonly most: number | null;
  readonly whole: boolean;
  /** Whether there may be none. */
  readonly optional: boolean;
}

/** What is wrong with a number that was typed, as the end of a sentence that names it; null where nothing is. */
export function numberProblem(value: TypedNumber, bounds: NumberBounds): string | null {
  const { least, most, whole, optional } = bounds;
  if (value === null && optional) return null;
  const isRight =
    typeof value === 'number' &&
    value >= (least ?? -Infinity) &&
    value <= (most ?? Infinity) &&
    (!whole || Number.isInteger(value));
  if (isRight) return null;
  const sort = whole ? 'a whole number' : 'a number';
  const words = [
    least !== null && most !== null ? `${sort} from ${least} to ${most}` : null,
    least !== null && most === null ? `${sort}, ${least} or more` : null,
    least === null && most !== null ? `${sort}, ${most} at most` : null,
  ].find((w) => w !== null);
  return `${words ?? sort}${optional ? ', or nothing' : ''}.`;
}

/**
 * A number with its unit, changed by typing or by arrow keys (ten steps by Page keys). It stays within its bounds as keys are
 * pressed. In a form the form judges what is typed; alone, with `value` and `given`, the field does: it says what is wrong, keeps
 * what was typed and gives nothing.
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
        [attr.aria-invalid]="wrong() || problem() !== null"
        [disabled]="disabled() || isDisabled()"
        [placeholder]="placeholder()"
        [value]="text()"
        (input)="type(typeBox.value)"
        (keydown)="key($event)"
        (keydown.enter)="give()"
        (blur)="leave()"
      />
      @if (unit(); as u) {
        <span matTextSuffix>{{ u }}</span>
      }
    </mat-form-field>
    @if (problem(); as p) {
      <span class="alarm" role="alert">{{ name() }}: {{ p }}</span>
    }
  `,
  styles: `
    :host {
      display: block;
      min-width: 0;
    }
    mat-form-field {
      width: 100%;
    }
    .alarm {
      display: block;
      font-size: var(--mat-sys-label-medium-size);
    }
  `,
})
export class NumberField extends ValueField<TypedNumber> {
  readonly name = input.required<string>();
  readonly unit = input('');
  readonly step = input(1);
  readonly least = input<number | null>(null);
  readonly most = input<number | null>(null);
  readonly whole = input(false, { transform: booleanAttribute });
  readonly optional = input(false, { transform: booleanAttribute });
  readonly wrong = input(false, { transform: booleanAttribute });
  readonly disabled = input(false, { transform: booleanAttribute });
  readonly placeholder = input('');
  /** Where the field stands alone, what it holds. */
  readonly value = input<number | null>(null);
  /** A right number as it is left or confirmed; after arrow keys when they rest. */
  readonly given = output<number>();
  /** There may be none, and now there is none. */
  readonly cleared = output();

  /** What the field is about: of another thing it shows that one's number, whatever was typed before. */
  private readonly about = computed(() => ({ value: this.value(), name: this.name() }));
  protected readonly text = linkedSignal<{ readonly value: number | null }, string>({
    source: this.about,
    computation: ({ value }, before) => (this.isInForm ? (before?.value ?? '') : say(value)),
  });
  protected readonly problem = linkedSignal<unknown, string | null>({
    source: this.about,
    computation: () => null,
  });
  /** What is held as far as it was given: nothing is given twice. */
  private readonly held = linkedSignal<TypedNumber>(() => this.about().value);
  private isInForm = false;
  private rest: ReturnType<typeof setTimeout> | undefined;

  constructor() {
    super();
    inject(DestroyRef).onDestroy(() => clearTimeout(this.rest));
  }

  override writeValue(value: TypedNumber): void {
    this.isInForm = true;
    // What a hand is typing is not written over by what it comes to.
    if (numberIn(this.text()) !== value) this.text.set(say(value));
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
    clearTimeout(this.rest);
    this.rest = setTimeout(() => this.give(), REST_MS);
  }
  protected leave(): void {
    this.touched();
    this.give();
  }

  protected give(): void {
    clearTimeout(this.rest);
    if (this.isInForm) return;
    const typed = numberIn(this.text());
    if (typed === this.held()) {
      this.problem.set(null);
      return;
    }
    const problem = numberProblem(typed, {
      least: this.least(),
      most: this.most(),
      whole: this.whole(),
      optional: this.optional(),
    });
    this.problem.set(problem);
    if (problem !== null) return;
    this.held.set(typed);
    if (typeof typed === 'number') this.given.emit(typed);
    else this.cleared.emit();
  }
}

const say = (value: TypedNumber): string => (value === null ? '' : String(value));
