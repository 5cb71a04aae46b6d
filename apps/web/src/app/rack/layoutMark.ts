import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import type { AtEdge, Edge } from '@spare-coat/core/proving/rack/facts';

const WIDTH = 34;
const HEIGHT = 22;
/** How far a bar reaches inwards, and how long a dock is, as a share of its edge. */
const DEEP = 4;
const DOCK = 0.5;

function boxOf({ what, edge }: AtEdge): { x: number; y: number; width: number; height: number } {
  const isLying = edge === 'top' || edge === 'bottom';
  const long = (isLying ? WIDTH : HEIGHT) * (what === 'dock' ? DOCK : 1);
  // A dock stands off its edge a little, so that the two can be told apart.
  const off = what === 'dock' ? 1.5 : 0;
  const along = ((isLying ? WIDTH : HEIGHT) - long) / 2;
  const at: Readonly<Record<Edge, { x: number; y: number }>> = {
    top: { x: along, y: off },
    bottom: { x: along, y: HEIGHT - DEEP - off },
    left: { x: off, y: along },
    right: { x: WIDTH - DEEP - off, y: along },
  };
  return { ...at[edge], width: isLying ? long : DEEP, height: isLying ? DEEP : long };
}

/** A layout in small: what stands at which edge of the screen. */
@Component({
  selector: 'coat-layout-mark',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <svg [attr.viewBox]="'-1 -1 ' + (w + 2) + ' ' + (h + 2)" role="img" [attr.aria-label]="words()">
      <title>{{ words() }}</title>
      <rect class="screen" x="0" y="0" [attr.width]="w" [attr.height]="h" />
      @for (b of boxes(); track $index) {
        <rect class="thing" [attr.x]="b.x" [attr.y]="b.y" [attr.width]="b.width" [attr.height]="b.height" />
      }
    </svg>
  `,
  styles: `
    :host {
      display: inline-block;
      width: 36px;
      height: 24px;
    }
    svg {
      display: block;
    }
    .screen {
      fill: none;
      stroke: var(--mat-sys-outline);
    }
    .thing {
      fill: var(--coat-fill);
    }
  `,
})
export class LayoutMark {
  readonly layout = input.required<readonly AtEdge[]>();
  protected readonly w = WIDTH;
  protected readonly h = HEIGHT;
  protected readonly boxes = computed(() => this.layout().map(boxOf));
  protected readonly words = computed(() => {
    const all = this.layout().map((l) => `${l.what} at the ${l.edge}`);
    return all.length > 0 ? all.join(', ') : 'nothing at its edges';
  });
}
