import { ChangeDetectionStrategy, Component, booleanAttribute, input } from '@angular/core';
import {
  MatExpansionPanel,
  MatExpansionPanelHeader,
  MatExpansionPanelTitle,
} from '@angular/material/expansion';

/** What not everybody wants to see at once: folded under its title (`foldTitle`), until it is opened. */
@Component({
  selector: 'coat-fold',
  imports: [MatExpansionPanel, MatExpansionPanelHeader, MatExpansionPanelTitle],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <mat-expansion-panel [expanded]="open()">
      <mat-expansion-panel-header>
        <mat-panel-title><ng-content select="[foldTitle]" /></mat-panel-title>
      </mat-expansion-panel-header>
      <ng-content />
    </mat-expansion-panel>
  `,
  styles: `
    :host {
      display: block;
    }
    mat-expansion-panel-header {
      padding: 0;
    }
  `,
})
export class Fold {
  /** It stands open at first. */
  readonly open = input(false, { transform: booleanAttribute });
}
