import { ChangeDetectionStrategy, Component, model } from '@angular/core';
import { EDGES, type Edge } from '@spare-coat/core/proving/rack/facts';

/** A screen whose edges can be asked for: something stands at each that is pressed. */
@Component({
  selector: 'coat-edge-picker',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div role="group" aria-label="Something stands at these edges">
      @for (edge of edges; track edge) {
        <button
          type="button"
          class="{{ edge }}"
          [attr.aria-pressed]="chosen().includes(edge)"
          (click)="turn(edge)"
        >
          {{ edge }}
        </button>
      }
    </div>
  `,
  styles: `
    div {
      display: grid;
      grid-template: 26px 48px 26px / 44px 1fr 44px;
      width: 190px;
      border: 1px solid var(--mat-sys-outline);
    }
    button {
      border: 0;
      padding: 0;
      background: var(--coat-track);
      color: var(--mat-sys-on-surface);
      font-size: var(--mat-sys-body-small-size);
      cursor: pointer;
    }
    button:hover {
      background: var(--mat-sys-primary-container);
    }
    button[aria-pressed='true'] {
      background: var(--mat-sys-primary);
      color: var(--mat-sys-on-primary);
      font-weight: 600;
    }
    .top {
      grid-area: 1 / 1 / 2 / 4;
    }
    .bottom {
      grid-area: 3 / 1 / 4 / 4;
    }
    .left {
      grid-area: 2 / 1 / 3 / 2;
    }
    .right {
      grid-area: 2 / 3 / 3 / 4;
    }
  `,
})
export class EdgePicker {
  readonly chosen = model<readonly Edge[]>([]);
  protected readonly edges = EDGES;

  protected turn(edge: Edge): void {
    this.chosen.update((now) => EDGES.filter((e) => (e === edge ? !now.includes(e) : now.includes(e))));
  }
}
