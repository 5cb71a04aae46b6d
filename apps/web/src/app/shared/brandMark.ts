import { ChangeDetectionStrategy, Component } from '@angular/core';

/** The mark of the application: a hanger. */
@Component({
  selector: 'coat-brand-mark',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<svg viewBox="0 0 32 32" aria-hidden="true">
    <path d="M4 25 16 14 28 25Z" />
    <path d="M16 14V9.5A3 3 0 1 1 19 7" />
  </svg>`,
  styles: `
    :host {
      display: inline-block;
      flex: none;
      width: 28px;
      height: 28px;
    }
    svg {
      display: block;
    }
    path {
      fill: none;
      stroke: currentColor;
      stroke-width: 2.6;
      stroke-linecap: round;
      stroke-linejoin: round;
    }
  `,
})
export class BrandMark {}
