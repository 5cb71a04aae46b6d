import { MatTooltip } from '@angular/material/tooltip';
import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import type { LookColour } from '@spare-coat/core/proving/rack/facts';

/** Dominant colours of a reference, each as wide as its share. */
@Component({
  selector: 'coat-colour-strip',
  imports: [MatTooltip],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `@for (c of colours(); track c.hex) {
    <span [style.flex-grow]="c.share" [style.background]="c.hex" [matTooltip]="c.hex"></span>
  }`,
  styles: `
    :host {
      display: flex;
      width: 120px;
      height: 14px;
      border: 1px solid var(--mat-sys-outline);
    }
    span {
      min-width: 3px;
    }
  `,
  host: { role: 'img', '[attr.aria-label]': 'words()' },
})
export class ColourStrip {
  readonly colours = input.required<readonly LookColour[]>();
  protected readonly words = computed(() =>
    this.colours().length > 0
      ? `Colours: ${this.colours()
          .map((c) => `${c.hex} ${Math.round(c.share * 100)} %`)
          .join(', ')}`
      : 'No picture to take colours from',
  );
}
