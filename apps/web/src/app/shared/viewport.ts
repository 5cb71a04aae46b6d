import { signal } from '@angular/core';
import type { Rect } from '@spare-coat/core/measuring/picture/rect';

/** How near and how far a picture can be brought. */
const NEAREST = 32;
export const FURTHEST = 0.02;

/** Where a picture lies in a view, and how large: pixels of the view for one of the picture. */
export class Viewport {
  readonly zoom = signal(1);
  readonly x = signal(0);
  readonly y = signal(0);

  /** Brings nearer or further about a point of the view, which stays where it is. */
  zoomBy(factor: number, point: { readonly x: number; readonly y: number }): void {
    const zoom = Math.min(NEAREST, Math.max(FURTHEST, this.zoom() * factor));
    const k = zoom / this.zoom();
    this.x.update((x) => point.x - (point.x - x) * k);
    this.y.update((y) => point.y - (point.y - y) * k);
    this.zoom.set(zoom);
  }

  /** Where a rectangle of the picture is in the view. */
  toView(r: Rect): Rect {
    const k = this.zoom();
    return { x: r.x * k + this.x(), y: r.y * k + this.y(), width: r.width * k, height: r.height * k };
  }
}
