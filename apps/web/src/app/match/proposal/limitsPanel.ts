import { NumberField } from '../../shared/forms/numberField';
import { MatCheckbox } from '@angular/material/checkbox';
import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { LIMIT_LABELS, NO_LIMITS, type LimitId, type Limits } from '@spare-coat/core/model/coat/limits';
import { CoatStore } from '../../shared/coatStore';
import { CoatView } from '../../shared/coatView';

const FLAGS = ['free', 'openLicence', 'noAccount', 'noAdmin', 'tested'] as const;
const NUMBERS = [
  { id: 'memory', unit: 'MB', step: 1, most: 1_000_000 },
  { id: 'age', unit: 'years', step: 0.5, most: 100 },
  { id: 'breaks', unit: '', step: 1, most: 99 },
] as const satisfies readonly { id: LimitId; unit: string; step: number; most: number }[];

/** What the person will not accept: flags to tick, numbers to type; an empty number is no limit. */
@Component({
  selector: 'coat-limits-panel',
  imports: [MatCheckbox, NumberField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <fieldset>
      <legend>Limits</legend>
      @for (id of flags; track id) {
        <mat-checkbox class="line" [checked]="limits()[id]" (change)="set(id, $event.checked)">{{
          labels[id]
        }}</mat-checkbox>
      }
      @for (n of numbers; track n.id) {
        <label class="line number"
          ><span>{{ labels[n.id] }}</span>
          <coat-number-field
            optional
            placeholder="any"
            [name]="labels[n.id]"
            [unit]="n.unit"
            [least]="0"
            [most]="n.most"
            [step]="n.step"
            [whole]="n.id === 'breaks'"
            [value]="limits()[n.id]"
            (given)="set(n.id, $event)"
            (cleared)="set(n.id, null)"
        /></label>
      }
    </fieldset>
  `,
  styles: `
    fieldset {
      margin: 0;
      padding: 0;
      border: 0;
    }
    legend {
      padding: 0 0 6px;
      font-weight: 600;
    }
    .line {
      display: flex;
      gap: 8px;
      align-items: center;
      padding: 3px 0;
    }
    .number {
      display: grid;
      grid-template-columns: 1fr 116px;
      text-align: left;
    }
  `,
})
export class LimitsPanel {
  private readonly view = inject(CoatView);
  private readonly store = inject(CoatStore);
  protected readonly flags = FLAGS;
  protected readonly numbers = NUMBERS;
  protected readonly labels = LIMIT_LABELS;
  protected readonly limits = computed<Limits>(() => this.view.coat()?.limits ?? NO_LIMITS);

  protected set(id: LimitId, value: boolean | number | null): void {
    this.store.send({ type: 'coat.limits', limits: { ...this.limits(), [id]: value } });
  }
}
