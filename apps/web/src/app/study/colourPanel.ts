import { MatButtonToggle, MatButtonToggleGroup } from '@angular/material/button-toggle';
import { MatSelect } from '@angular/material/select';
import { MatOption } from '@angular/material/core';
import { MatFormField } from '@angular/material/form-field';
import { MatIconButton } from '@angular/material/button';
import { MatIcon } from '@angular/material/icon';
import { MatTooltip } from '@angular/material/tooltip';
import { ChangeDetectionStrategy, Component, computed, inject, input, output, signal } from '@angular/core';
import { colourDifference } from '@spare-coat/core/measuring/colour/ciede2000';
import { labOf } from '@spare-coat/core/measuring/colour/lab';
import { oklchOf } from '@spare-coat/core/measuring/colour/oklch';
import { contrast, toHex, type Rgb } from '@spare-coat/core/measuring/colour/srgb';
import { SAMPLE_SIDES, type SampleSide } from '@spare-coat/core/measuring/picture/sampleColour';
import { solveOpacity } from '@spare-coat/core/measuring/picture/opacity';
import { CoatView } from '../shared/coatView';
import { Copied } from './copied';

/** A colour that was picked, and where. */
export interface Pick {
  readonly id: number;
  readonly picture: string;
  readonly x: number;
  readonly y: number;
  readonly side: SampleSide;
  readonly mean: Rgb;
  readonly spread: number;
}

/** A square whose pixels differ by more than this is no flat place. */
const UNEVEN = 12;

/** Colours as they were picked: every notation, contrast and difference of two, opacity from four. */
@Component({
  selector: 'coat-colour-panel',
  imports: [
    Copied,
    MatButtonToggle,
    MatButtonToggleGroup,
    MatFormField,
    MatIcon,
    MatIconButton,
    MatOption,
    MatSelect,
    MatTooltip,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <h2>Colours picked</h2>
    <div class="sides">
      <span class="faint" aria-hidden="true">Averaged over</span>
      <mat-button-toggle-group
        hideSingleSelectionIndicator
        aria-label="Averaged over"
        [value]="side()"
        (change)="sided.emit($event.value)"
      >
        @for (s of sides; track s) {
          <mat-button-toggle [value]="s">{{ s === 1 ? '1 px' : s + ' × ' + s }}</mat-button-toggle>
        }
      </mat-button-toggle-group>
    </div>
    @for (p of shown(); track p.id) {
      <section [attr.aria-label]="'Pick ' + p.n">
        <header>
          <span class="swatch" [style.background]="p.hex"></span>
          <strong>{{ p.n }}</strong>
          <span class="faint" [matTooltip]="p.picture">{{ p.x }}, {{ p.y }}</span>
          @if (p.spread > uneven) {
            <span class="alarm" matTooltip="The pixels of the square differ; pick a flatter place"
              >uneven</span
            >
          }
          <button
            type="button"
            matIconButton
            [attr.aria-label]="'Forget pick ' + p.n"
            (click)="forget.emit(p.id)"
            [matTooltip]="'Forget pick ' + p.n"
          >
            <mat-icon svgIcon="x" />
          </button>
        </header>
        <dl>
          <dt>Hex</dt>
          <dd><coat-copied [text]="p.hex" /></dd>
          <dt>RGB</dt>
          <dd><coat-copied [text]="p.rgb" /></dd>
          <dt>Lab</dt>
          <dd><coat-copied [text]="p.lab" /></dd>
          <dt>OKLCH</dt>
          <dd><coat-copied [text]="p.oklch" /></dd>
        </dl>
      </section>
    } @empty {
      <p class="faint">Click on the picture. The last eight places are kept here.</p>
    }
    @if (pair(); as two) {
      <section aria-label="Two colours">
        <h3>The last two</h3>
        <dl>
          <dt>Contrast</dt>
          <dd class="number">{{ two.contrast }} : 1</dd>
          <dt>Difference</dt>
          <dd class="number">ΔE {{ two.delta }}</dd>
        </dl>
      </section>
    }
    @if (picks().length >= 4) {
      <section aria-label="Opacity from two places">
        <h3>Opacity from two places</h3>
        <p class="faint">Pick what is seen through it and the ground beside it, at two places.</p>
        @for (place of [0, 1]; track place) {
          <div class="place">
            <span>{{ place === 0 ? 'First' : 'Second' }}</span>
            @for (what of [0, 1]; track what) {
              <mat-form-field
                ><mat-select
                  [aria-label]="
                    (what === 0 ? 'Seen, ' : 'Ground, ') + (place === 0 ? 'first' : 'second') + ' place'
                  "
                  (selectionChange)="choose(place * 2 + what, $event.value)"
                  [value]="chosen()[place * 2 + what]"
                >
                  @for (p of shown(); track p.id) {
                    <mat-option [value]="p.id"> {{ what === 0 ? 'seen' : 'ground' }} {{ p.n }} </mat-option>
                  }
                </mat-select></mat-form-field
              >
            }
          </div>
        }
        @if (solved(); as s) {
          @if (s.ok) {
            <dl>
              <dt>Opacity</dt>
              <dd class="number">{{ s.value.opacity.toFixed(0) }} %</dd>
              @if (s.value.colour; as own) {
                <dt>Its colour</dt>
                <dd><span class="swatch" [style.background]="own"></span><coat-copied [text]="own" /></dd>
              }
            </dl>
          } @else {
            <p class="refused">{{ s.sentence }}</p>
          }
        }
      </section>
    }
  `,
  styleUrl: './panel.scss',
})
export class ColourPanel {
  readonly picks = input.required<readonly Pick[]>();
  readonly side = input.required<SampleSide>();
  readonly sided = output<SampleSide>();
  readonly forget = output<number>();
  protected readonly view = inject(CoatView);
  protected readonly sides = SAMPLE_SIDES;
  protected readonly uneven = UNEVEN;

  protected readonly shown = computed(() =>
    this.picks().map((p) => {
      const lab = labOf(p.mean);
      const { l, c, h } = oklchOf(p.mean);
      const byte = (v: number) => Math.round(v);
      return {
        ...p,
        n: p.id,
        hex: toHex(p.mean),
        rgb: `rgb(${byte(p.mean.r)} ${byte(p.mean.g)} ${byte(p.mean.b)})`,
        lab: `lab(${lab.l.toFixed(1)}% ${lab.a.toFixed(1)} ${lab.b.toFixed(1)})`,
        oklch: `oklch(${(100 * l).toFixed(1)}% ${c.toFixed(3)} ${h.toFixed(1)})`,
      };
    }),
  );
  protected readonly pair = computed(() => {
    const [a, b] = this.picks();
    if (!a || !b) return null;
    return {
      contrast: contrast(a.mean, b.mean).toFixed(2),
      delta: colourDifference(a.mean, b.mean).toFixed(1),
    };
  });
  private readonly choices = signal<Readonly<Record<number, number>>>({});
  /** Ids of the picks that stand for seen, ground, seen, ground: the oldest four unless chosen. */
  protected readonly chosen = computed(() => {
    const oldest = [...this.picks()].reverse().slice(0, 4);
    return [0, 1, 2, 3].map((i) => this.choices()[i] ?? oldest[i]?.id ?? 0);
  });
  protected readonly solved = computed(() => {
    const by = new Map(this.picks().map((p) => [p.id, p.mean]));
    const [s1, g1, s2, g2] = this.chosen().map((id) => by.get(id));
    if (!s1 || !g1 || !s2 || !g2) return null;
    return solveOpacity([
      { seen: s1, ground: g1 },
      { seen: s2, ground: g2 },
    ]);
  });

  protected choose(slot: number, id: string): void {
    this.choices.update((c) => ({ ...c, [slot]: Number(id) }));
  }
}
