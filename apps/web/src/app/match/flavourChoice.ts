import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { MatFormField, MatLabel } from '@angular/material/form-field';
import { MatOption } from '@angular/material/core';
import { MatSelect } from '@angular/material/select';
import { percent } from '@spare-coat/core/ground/percent';
import { rankFlavours, takenFlavour } from '@spare-coat/core/deciding/matching/flavours';
import { chosenLayers } from '@spare-coat/core/deciding/matching/layers';
import { scoredVariants } from '@spare-coat/core/deciding/matching/targets';
import type { VariantRow } from '@spare-coat/core/model/coat/rows';
import type { Part } from '@spare-coat/core/model/parts/part';
import { CoatStore } from '../shared/coatStore';
import { CoatView } from '../shared/coatView';

/** The flavours of the parts that carry an element: one is taken in each variant, the nearest unless a person chose. */
@Component({
  selector: 'coat-flavour-choice',
  imports: [MatFormField, MatLabel, MatOption, MatSelect],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @for (p of parts(); track p.part.id) {
      <fieldset>
        <legend>{{ p.part.name }} comes in {{ p.part.flavours!.length }} flavours</legend>
        <div class="line">
          @for (v of p.variants; track v.variant.id) {
            <mat-form-field>
              <mat-label>{{ p.part.name }} in {{ v.variant.name }}</mat-label>
              <mat-select
                [aria-label]="p.part.name + ' in ' + v.variant.name"
                [value]="v.value"
                (selectionChange)="take(p.part, v.variant, $event.value)"
              >
                <mat-option value="">the nearest: {{ v.nearest }}</mat-option>
                @for (f of v.ranked; track f.name) {
                  <mat-option [value]="f.name">{{ f.name }}{{ f.closeness }}</mat-option>
                }
              </mat-select>
            </mat-form-field>
          }
        </div>
        @for (said of p.alike; track said) {
          <p class="note" role="note">{{ said }}</p>
        }
      </fieldset>
    }
  `,
  styles: `
    fieldset {
      display: grid;
      gap: 4px;
      margin: 0 0 8px;
      padding: 6px 8px;
      border: 1px solid var(--mat-sys-outline-variant);
    }
    legend {
      padding: 0 4px;
      font-size: var(--mat-sys-body-small-size);
    }
    .line {
      display: grid;
      grid-template-columns: repeat(auto-fit, minmax(180px, 1fr));
      gap: 8px;
    }
    .note {
      margin: 0;
      font-size: var(--mat-sys-body-small-size);
    }
  `,
})
export class FlavourChoice {
  private readonly store = inject(CoatStore);
  private readonly view = inject(CoatView);
  readonly elementId = input.required<string>();

  protected readonly parts = computed(() => {
    const ctx = this.view.context();
    const carried = chosenLayers(ctx, this.elementId()).flatMap((l) =>
      l.part?.flavours?.length ? [l.part] : [],
    );
    return [...new Set(carried)].map((part) => {
      const variants = scoredVariants(ctx.rows).map((variant) => {
        const ranked = rankFlavours(ctx, part, variant);
        const taken = takenFlavour(ctx, part, variant)!;
        return {
          variant,
          value: taken.isChosen ? taken.flavour.name : '',
          nearest: ranked[0]!.flavour.name,
          tied: taken.tied,
          taken: taken.flavour.name,
          ranked: ranked.map(({ flavour, closeness }) => ({
            name: flavour.name,
            closeness: closeness === null ? '' : `, ${percent(closeness)}`,
          })),
        };
      });
      const alike = variants.flatMap(({ variant, taken, tied }) =>
        tied.length === 0
          ? []
          : [
              `In ${variant.name} nothing that is known tells ${taken} from ${tied.slice(0, 4).join(', ')}: look, and choose.`,
            ],
      );
      return { part, variants, alike };
    });
  });

  protected take({ id }: Part, variant: VariantRow, name: string): void {
    this.store.send({
      type: 'coat.flavour',
      partId: id,
      variantId: variant.id,
      flavour: name === '' ? null : name,
    });
  }
}
