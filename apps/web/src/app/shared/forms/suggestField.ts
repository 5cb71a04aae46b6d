import type { ElementRef } from '@angular/core';
import {
  ChangeDetectionStrategy,
  Component,
  booleanAttribute,
  computed,
  forwardRef,
  input,
  linkedSignal,
  output,
  viewChild,
} from '@angular/core';
import { NG_VALUE_ACCESSOR } from '@angular/forms';
import { MatAutocomplete, MatAutocompleteTrigger } from '@angular/material/autocomplete';
import { MatOption } from '@angular/material/core';
import { MatFormField } from '@angular/material/form-field';
import { MatInput } from '@angular/material/input';
import { ValueField } from './valueField';
import { nearest, type Findable } from './nearest';

/** So many suggestions are shown at once; typing narrows them. */
const MOST_SHOWN = 40;

/** A line of text with suggestions that narrow as one types; what is not among them can be typed as well. */
@Component({
  selector: 'coat-suggest-field',
  imports: [MatAutocomplete, MatAutocompleteTrigger, MatFormField, MatInput, MatOption],
  changeDetection: ChangeDetectionStrategy.OnPush,
  providers: [{ provide: NG_VALUE_ACCESSOR, useExisting: forwardRef(() => SuggestField), multi: true }],
  template: `
    <mat-form-field
      ><input
        #box
        matInput
        maxlength="200"
        autocomplete="off"
        [attr.aria-label]="name()"
        [placeholder]="placeholder()"
        [disabled]="isDisabled()"
        [value]="text()"
        [matAutocomplete]="these"
        (input)="type(box.value)"
        (keydown.enter)="enter($event)"
        (blur)="leave()"
      />
      <mat-autocomplete
        #these="matAutocomplete"
        (optionSelected)="take($event.option.value)"
        (closed)="closed()"
      >
        @for (s of shown(); track s.label) {
          <mat-option [value]="s.label"
            >{{ s.label }}
            @if (s.what) {
              <small class="faint">{{ s.what }}</small>
            }
          </mat-option>
        }
      </mat-autocomplete>
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
export class SuggestField extends ValueField<string> {
  readonly name = input.required<string>();
  readonly suggestions = input.required<readonly Findable[]>();
  readonly value = input('');
  readonly placeholder = input('');
  /** Empties itself when something was given, for the next one. */
  readonly clears = input(false, { transform: booleanAttribute });
  /** What was typed, when it is left or confirmed; what was chosen, at once. Never the same twice. */
  readonly given = output<string>();

  protected readonly text = linkedSignal(() => this.value());
  protected readonly shown = computed(() => {
    const all = this.suggestions();
    // What is chosen already is no search: then everything is there to choose from.
    return nearest(all, all.some((s) => s.label === this.text()) ? '' : this.text(), MOST_SHOWN);
  });
  private readonly trigger = viewChild.required(MatAutocompleteTrigger);
  private readonly box = viewChild.required<ElementRef<HTMLInputElement>>('box');
  private readonly last = linkedSignal(() => this.value());

  override writeValue(value: string | null): void {
    this.text.set(value ?? '');
    this.last.set(value ?? '');
  }

  protected type(text: string): void {
    this.text.set(text);
    this.changed(text);
  }
  protected take(text: string): void {
    this.type(text);
    this.give();
  }
  protected enter(event: Event): void {
    // Where a suggestion is marked, Enter takes that one.
    if (!event.defaultPrevented && !this.trigger().activeOption) this.give();
  }
  protected leave(): void {
    this.touched();
    // A pointer that goes to a suggestion leaves the field as well: what it takes counts.
    if (!this.trigger().panelOpen) this.give();
  }
  protected closed(): void {
    if (document.activeElement !== this.box().nativeElement) this.give();
  }

  private give(): void {
    const text = this.text().trim();
    if (text === this.last()) return;
    this.last.set(text);
    this.given.emit(text);
    if (!this.clears()) return;
    this.last.set('');
    this.text.set('');
    // The field itself still holds what the autocomplete wrote into it.
    this.box().nativeElement.value = '';
    this.trigger().closePanel();
  }
}
