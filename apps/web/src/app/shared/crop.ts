import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import type { Rect } from '@spare-coat/core/measuring/picture/rect';

/** A strip more than so many times longer than its box would be shown too thin to know. */
const THIN = 2.4;

/** The middle of a tall strip (where what is centred stands), the start of a wide one (where reading starts). */
function tellingPiece(r: Rect, aspect: number): Rect {
  const widest = Math.round(r.height * aspect * THIN);
  const tallest = Math.round((r.width / aspect) * THIN);
  if (r.width > widest) return { ...r, width: widest };
  if (r.height > tallest) return { ...r, y: r.y + Math.round((r.height - tallest) / 2), height: tallest };
  return r;
}

/** A piece of a picture, fitted into a box on mid-grey. It shows pixels as they are and never enlarges past `most`. */
@Component({
  selector: 'coat-crop',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<div
    class="piece"
    [style.width.px]="place().width"
    [style.height.px]="place().height"
    [style.background-image]="url()"
    [style.background-size]="place().size"
    [style.background-position]="place().position"
  ></div>`,
  styles: `
    :host {
      display: grid;
      place-items: center;
      overflow: hidden;
      background: var(--coat-mid);
    }
  `,
  host: { '[style.width.px]': 'width()', '[style.height.px]': 'height()', 'aria-hidden': 'true' },
})
export class Crop {
  readonly blob = input.required<string>();
  /** Size of the whole picture. */
  readonly full = input.required<{ readonly width: number; readonly height: number }>();
  readonly rect = input.required<Rect>();
  readonly width = input.required<number>();
  readonly height = input.required<number>();
  readonly most = input(1);
  /** All of it, however long and thin; else the piece that tells most at this size. */
  readonly whole = input(false);

  protected readonly url = computed(() => `url("/api/blobs/${this.blob()}")`);
  protected readonly place = computed(() => {
    const r = this.whole() ? this.rect() : tellingPiece(this.rect(), this.width() / this.height());
    const k = Math.min(this.width() / r.width, this.height() / r.height, this.most());
    const px = (v: number) => `${(v * k).toFixed(2)}px`;
    return {
      width: Math.max(1, r.width * k),
      height: Math.max(1, r.height * k),
      size: `${px(this.full().width)} ${px(this.full().height)}`,
      position: `${px(-r.x)} ${px(-r.y)}`,
    };
  });
}
