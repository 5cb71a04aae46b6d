import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import type { PictureRow } from '@spare-coat/core/model/coat/rows';
import type { Point } from '@spare-coat/core/measuring/picture/measureLine';

/** Pixels of the picture on each side, and how large each is drawn. */
const ACROSS = 15;
const LARGE = 10;

/** The pixels around a point, large, with their grid and coordinates. */
@Component({
  selector: 'coat-lens',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="pixels" aria-hidden="true">
      <img
        alt=""
        draggable="false"
        [src]="'/api/blobs/' + picture().blob"
        [style.width.px]="picture().width * large"
        [style.height.px]="picture().height * large"
        [style.transform]="shift()"
      />
      <span class="grid"></span>
      <span class="middle"></span>
    </div>
    <p>{{ at().x }}, {{ at().y }}</p>
  `,
  styles: `
    :host {
      display: block;
      padding: 4px;
      background: var(--coat-glass);
      color: var(--coat-mark);
      pointer-events: none;
    }
    .pixels {
      position: relative;
      width: 150px;
      height: 150px;
      overflow: hidden;
      background: var(--coat-mid);
    }
    img {
      position: absolute;
      max-width: none;
      image-rendering: pixelated;
      transform-origin: 0 0;
    }
    .grid {
      position: absolute;
      inset: 0;
      background-image:
        linear-gradient(to right, var(--coat-grid) 1px, transparent 1px),
        linear-gradient(to bottom, var(--coat-grid) 1px, transparent 1px);
      background-size: 10px 10px;
    }
    .middle {
      position: absolute;
      left: 70px;
      top: 70px;
      width: 11px;
      height: 11px;
      outline: 1px solid var(--coat-mark);
      box-shadow: 0 0 0 2px var(--coat-rim);
    }
    p {
      font: var(--mat-sys-label-medium-size) var(--coat-mono);
      text-align: center;
      padding-top: 3px;
    }
  `,
})
export class Lens {
  readonly picture = input.required<PictureRow>();
  readonly at = input.required<Point>();
  protected readonly large = LARGE;
  protected readonly shift = computed(() => {
    const half = (ACROSS - 1) / 2;
    const { x, y } = this.at();
    return `translate(${(half - x) * LARGE}px, ${(half - y) * LARGE}px)`;
  });
}
