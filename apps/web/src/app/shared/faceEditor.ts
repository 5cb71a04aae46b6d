import { NumberField } from './forms/numberField';
import { MatSelect } from '@angular/material/select';
import { MatOption } from '@angular/material/core';
import { MatFormField } from '@angular/material/form-field';
import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import type { FaceValue } from '@spare-coat/core/model/traits/value';
import { Fonts } from './fonts';

/** Says which of the known faces a type is set in, and at which size. */
@Component({
  selector: 'coat-face-editor',
  imports: [MatFormField, MatOption, MatSelect, NumberField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <mat-form-field
      ><mat-select [aria-label]="name()" (selectionChange)="choose($event.value)" [value]="known()?.id ?? ''">
        @if (!known()) {
          <mat-option value="">{{ face()?.family ?? 'not told' }}</mat-option>
        }
        @for (f of fonts.faces(); track f.id) {
          <mat-option [value]="f.id"> {{ f.metrics.family }} {{ f.metrics.style }} </mat-option>
        }
      </mat-select></mat-form-field
    >
    <coat-number-field
      optional
      unit="px"
      placeholder="any"
      [name]="name() + ', size in pixels'"
      [least]="1"
      [most]="1000"
      [disabled]="face() === null"
      [value]="face()?.pixels ?? null"
      (given)="size($event)"
      (cleared)="size(null)"
    />
  `,
  styles: `
    :host {
      display: grid;
      grid-template-columns: minmax(0, 1fr) 84px;
      gap: 5px;
      align-items: center;
    }
    mat-form-field {
      width: 100%;
    }
  `,
})
export class FaceEditor {
  protected readonly fonts = inject(Fonts);
  readonly face = input.required<FaceValue | null>();
  readonly name = input.required<string>();
  readonly changed = output<FaceValue>();
  protected readonly known = computed(() => {
    const m = this.face()?.metrics;
    return m
      ? (this.fonts.faces().find((f) => f.metrics.family === m.family && f.metrics.style === m.style) ?? null)
      : null;
  });

  constructor() {
    this.fonts.need();
  }

  protected choose(id: string): void {
    const chosen = this.fonts.faces().find((f) => f.id === id);
    if (chosen)
      this.changed.emit({
        family: chosen.metrics.family,
        metrics: chosen.metrics,
        pixels: this.face()?.pixels ?? null,
      });
  }

  protected size(pixels: number | null): void {
    const face = this.face();
    if (face) this.changed.emit({ ...face, pixels });
  }
}
