import { NgTemplateOutlet } from '@angular/common';
import type { AfterContentInit } from '@angular/core';
import {
  ChangeDetectionStrategy,
  Component,
  Directive,
  booleanAttribute,
  computed,
  inject,
  input,
  linkedSignal,
  signal,
} from '@angular/core';
import { MatButton } from '@angular/material/button';
import { MatIcon } from '@angular/material/icon';
import { MatSidenav, MatSidenavContainer, MatSidenavContent } from '@angular/material/sidenav';
import { Widths } from './widths';

/** Tells when the drawers were asked for their width: asked with all that stands in them, it would be laid out twice. */
@Directive({ selector: '[coatDrawers]', exportAs: 'coatDrawers' })
export class Drawers implements AfterContentInit {
  readonly areMeasured = signal(false);

  ngAfterContentInit(): void {
    this.areMeasured.set(true);
  }
}

/**
 * A stage: the bench in the middle and details on its right. Where there is too little room the details are a drawer that is
 * opened at the foot of the bench; a stage that is gone through with one thumb has them above it instead.
 */
@Component({
  selector: 'coat-stage',
  imports: [
    Drawers,
    MatButton,
    MatIcon,
    MatSidenav,
    MatSidenavContainer,
    MatSidenavContent,
    NgTemplateOutlet,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <ng-template #bench><ng-content /></ng-template>
    <ng-template #details><ng-content select=".details" /></ng-template>
    @if (wide()) {
      <ng-container [ngTemplateOutlet]="bench" />
    } @else if (isStacked()) {
      <div class="stacked">
        <ng-container [ngTemplateOutlet]="details" />
        <ng-container [ngTemplateOutlet]="bench" />
      </div>
    } @else {
      <mat-sidenav-container coatDrawers #drawers="coatDrawers" [hasBackdrop]="widths.isNarrow()">
        <mat-sidenav
          position="end"
          [mode]="widths.isNarrow() ? 'over' : 'side'"
          [disableClose]="!widths.isNarrow()"
          [opened]="isOpen()"
          (closedStart)="isDrawn.set(false)"
        >
          @if (drawers.areMeasured()) {
            <ng-container [ngTemplateOutlet]="details" />
          }
        </mat-sidenav>
        <mat-sidenav-content>
          @if (drawers.areMeasured()) {
            <ng-container [ngTemplateOutlet]="bench" />
          }
          @if (widths.isNarrow()) {
            <button type="button" matButton class="opener" (click)="isDrawn.set(true)">
              <mat-icon svgIcon="panel-right-open" />{{ label() }}
            </button>
          }
        </mat-sidenav-content>
      </mat-sidenav-container>
    }
  `,
  host: { '(window:keydown.escape)': 'isDrawn.set(false)' },
  styles: `
    :host {
      display: block;
      height: 100%;
      min-height: 0;
    }
    mat-sidenav-container {
      height: 100%;
    }
    mat-sidenav {
      width: min(318px, 88vw);
    }
    mat-sidenav-content {
      display: grid;
      grid-template-rows: minmax(0, 1fr) auto;
      grid-template-columns: minmax(0, 1fr);
      overflow: hidden;
    }
    .opener {
      border-top: 1px solid var(--mat-sys-outline-variant);
      background: var(--mat-sys-surface);
      height: 36px;
    }
    .stacked {
      height: 100%;
      overflow: auto;
    }
  `,
})
export class StageLayout {
  /** What the details are called. */
  readonly label = input('Details');
  /** There are no details. */
  readonly wide = input(false, { transform: booleanAttribute });
  /** On the smallest window the details stand above the bench. */
  readonly detailsFirst = input(false, { transform: booleanAttribute });
  protected readonly widths = inject(Widths);

  protected readonly isStacked = computed(() => this.detailsFirst() && this.widths.isHand());
  /** Drawn by hand; a window that changes its width begins with the drawer shut. */
  protected readonly isDrawn = linkedSignal({ source: this.widths.isNarrow, computation: () => false });
  protected readonly isOpen = computed(() => !this.widths.isNarrow() || this.isDrawn());
}
