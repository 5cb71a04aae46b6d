import { MatIcon } from '@angular/material/icon';
import { MatTooltip } from '@angular/material/tooltip';
import { MatIconButton } from '@angular/material/button';
import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';

/** How a picture is zoomed with the mouse: the keys do the same. */
@Component({
  selector: 'coat-zoom-buttons',
  imports: [MatIcon, MatIconButton, MatTooltip],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <span role="group" aria-label="Zoom">
      <button
        type="button"
        matIconButton
        aria-label="Further"
        matTooltip="Further (−)"
        (click)="zoom.emit(0.8)"
      >
        <mat-icon svgIcon="minus" />
      </button>
      <button
        type="button"
        matIconButton
        aria-label="Whole"
        matTooltip="Whole picture (0)"
        (click)="zoom.emit(0)"
      >
        <mat-icon svgIcon="maximize" />
      </button>
      @if (hasNear()) {
        <button
          type="button"
          matIconButton
          aria-label="Near"
          matTooltip="The element, near (Z)"
          (click)="near.emit()"
        >
          <mat-icon svgIcon="focus" />
        </button>
      }
      <button
        type="button"
        matIconButton
        aria-label="Nearer"
        matTooltip="Nearer (+)"
        (click)="zoom.emit(1.25)"
      >
        <mat-icon svgIcon="plus" />
      </button>
    </span>
  `,
  styles: `
    span {
      display: flex;
      border: 1px solid var(--mat-sys-outline);
      border-radius: var(--mat-sys-corner-small);
    }
  `,
})
export class ZoomButtons {
  /** Whether there is an element to go near to. */
  readonly hasNear = input(false);
  /** By how much; 0: the whole picture. */
  readonly zoom = output<number>();
  readonly near = output();
}
