import { MatSelect } from '@angular/material/select';
import { MatOption } from '@angular/material/core';
import { MatFormField } from '@angular/material/form-field';
import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { ordered } from '@spare-coat/core/model/coat/rows';
import { CARRY_POLICIES, type ElementCarry } from '@spare-coat/core/model/coat/rows/reference';
import { carryOf, mainLength } from '@spare-coat/core/deciding/matching/carry';
import type { ElementState } from '@spare-coat/core/deciding/matching/evaluate';
import { CoatStore } from '../shared/coatStore';
import { CoatView } from '../shared/coatView';

const LABELS = {
  'share of height': 'Share of the height',
  'same physical size': 'Same physical size',
  'same pixels': 'Same pixels',
} as const;

/** How the lengths of one element are carried, and to which display, where it is not as the coat says. */
@Component({
  selector: 'coat-carry-panel',
  imports: [MatFormField, MatOption, MatSelect],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="line">
      <span class="choice"
        ><span>Lengths</span>
        <mat-form-field
          ><mat-select (selectionChange)="set($event.value)" aria-label="Lengths" [value]="chosen()">
            <mat-option value="">As the coat says</mat-option>
            @for (p of policies; track p) {
              <mat-option [value]="p">{{ labels[p] }}</mat-option>
            }
            @for (n of neighbours(); track n.id) {
              <mat-option [value]="'to ' + n.id"> In proportion to {{ n.name }} </mat-option>
            }
          </mat-select></mat-form-field
        ></span
      >
      @if (displays().length > 1) {
        <span class="choice"
          ><span>Display</span>
          <mat-form-field
            ><mat-select
              (selectionChange)="move($event.value)"
              aria-label="Display"
              [value]="state().element.displayId ?? displays()[0]!.id"
            >
              @for (d of displays(); track d.id; let i = $index) {
                <mat-option [value]="d.id"> {{ i + 1 }}: {{ d.width }} × {{ d.height }} </mat-option>
              }
            </mat-select></mat-form-field
          ></span
        >
      }
    </div>
    @if (how(); as words) {
      <p class="faint">{{ words }}</p>
    }
  `,
  styles: `
    .line {
      display: flex;
      flex-wrap: wrap;
      gap: 8px 14px;
    }
    span {
      color: var(--mat-sys-on-surface-variant);
    }
    mat-form-field {
      max-width: 210px;
    }
    p {
      font-size: var(--mat-sys-body-small-size);
      margin-top: 4px;
    }
  `,
})
export class CarryPanel {
  private readonly view = inject(CoatView);
  private readonly store = inject(CoatStore);
  readonly state = input.required<ElementState>();
  protected readonly policies = CARRY_POLICIES;
  protected readonly labels = LABELS;
  protected readonly displays = computed(() => ordered(this.view.rows().display));
  protected readonly chosen = computed(() => {
    const { carry } = this.state().element;
    if (!carry) return '';
    return carry.policy === 'same proportion' ? `to ${carry.neighbour}` : carry.policy;
  });
  /** Elements with a length to go by. */
  protected readonly neighbours = computed(() => {
    const rows = this.view.rows();
    const variant = this.view.variant()?.id ?? '';
    const { id } = this.state().element;
    return this.view
      .spine()
      .map((s) => s.element)
      .filter((e) => e.id !== id && mainLength(rows, e, variant) !== null);
  });
  protected readonly how = computed(() => {
    const rows = this.view.rows();
    const { element } = this.state();
    const variant = this.view.variant()?.id ?? '';
    const row = mainLength(rows, element, variant);
    if (!row) return '';
    const { factor, how, known } = carryOf(rows, element, row, variant);
    return `${known ? 'It keeps' : 'Not known well enough; it keeps'} ${how}: × ${Math.round(factor * 1000) / 1000}.`;
  });

  private send(
    policy: ElementCarry['policy'] | null,
    neighbour: string | null,
    displayId: string | null,
  ): void {
    this.store.send({
      type: 'element.carry',
      id: this.state().element.id,
      policy,
      neighbour,
      displayId,
    });
  }

  protected set(value: string): void {
    const { displayId } = this.state().element;
    if (value.startsWith('to ')) this.send('same proportion', value.slice(3), displayId);
    else this.send(CARRY_POLICIES.find((policy) => policy === value) ?? null, null, displayId);
  }

  protected move(displayId: string): void {
    const { carry } = this.state().element;
    const neighbour = carry?.policy === 'same proportion' ? carry.neighbour : null;
    const first = this.displays()[0]?.id;
    this.send(carry?.policy ?? null, neighbour, displayId === first ? null : displayId);
  }
}
