import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import type { BarReading } from '@spare-coat/core/measuring/picture/readBar';
import type { Result } from '@spare-coat/core/ground/result';
import { Copied } from './copied';

/** How much a bar lets through, read along its inner side. */
@Component({
  selector: 'coat-opacity-panel',
  imports: [Copied],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (reading(); as o) {
      @if (o.ok) {
        <dl>
          <dt>Opacity</dt>
          <dd class="number">{{ o.value.opacity.toFixed(0) }} %</dd>
          @if (o.value.colour; as own) {
            <dt>Its colour</dt>
            <dd><span class="swatch" [style.background]="own"></span><coat-copied [text]="own" /></dd>
          }
          <dt>Grounds apart</dt>
          <dd class="number">ΔE {{ o.value.apart.toFixed(1) }}</dd>
          <dt>Left over</dt>
          <dd class="number">{{ o.value.residual.toFixed(1) }} of 255</dd>
        </dl>
        <p class="faint">Just inside its inner side against just outside, all along it.</p>
      } @else {
        <p class="refused">{{ o.sentence }}</p>
        <p class="faint">
          Pick four colours instead: what is seen through it and the ground beside it, at two places or on two
          pictures.
        </p>
      }
    } @else if (told() === null) {
      <p class="faint" role="status">Looking beside it …</p>
    } @else {
      <p class="refused">
        It lies at no edge of the picture. Pick four colours instead: seen and ground at two places.
      </p>
    }
  `,
  styleUrl: './panel.scss',
})
export class OpacityPanel {
  readonly told = input.required<Result<BarReading> | null>();
  protected readonly reading = computed(() => {
    const t = this.told();
    return t?.ok ? t.value.opacity : null;
  });
}
