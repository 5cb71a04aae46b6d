import { MatButtonToggle, MatButtonToggleGroup } from '@angular/material/button-toggle';
import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { RouterLink } from '@angular/router';
import type { View } from '@spare-coat/core/model/kinds/drawn';
import { CoatView } from '../shared/coatView';
import { Drawing } from '../shared/drawing';
import { ReferencePicture } from '../shared/referencePicture';
import { sayBetween } from '../shared/sayClose';
import { ViewPicker } from '../shared/viewPicker';

/** What the chosen matches will look like together, drawn beside the reference. */
@Component({
  selector: 'coat-whole',
  imports: [Drawing, MatButtonToggle, MatButtonToggleGroup, ReferencePicture, RouterLink, ViewPicker],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <section class="bench">
      <div class="bench-head">
        <h1>As a whole</h1>
        <a routerLink="../match" queryParamsHandling="preserve">Back to the element</a>
        <span class="push"></span>
        <mat-button-toggle-group
          hideSingleSelectionIndicator
          aria-label="Which picture"
          [value]="which()"
          (change)="which.set($event.value)"
        >
          <mat-button-toggle value="both">Both</mat-button-toggle>
          <mat-button-toggle value="reference">The reference</mat-button-toggle>
          <mat-button-toggle value="promise">What is promised</mat-button-toggle>
        </mat-button-toggle-group>
        <coat-view-picker [(shows)]="shows" />
      </div>
      <coat-reference-picture [hidden]="which() === 'promise'" />
      <figure [hidden]="which() === 'reference'">
        <coat-drawing
          [elements]="elements()"
          [show]="shows()"
          [alt]="
            'What the chosen matches will look like, ' +
            say(view.state()?.chosen, view.state()?.most?.chosen) +
            ' % close'
          "
        />
        <figcaption>
          What the chosen matches promise:
          <strong>{{ say(view.state()?.chosen, view.state()?.most?.chosen) }} %</strong>
        </figcaption>
      </figure>
    </section>
  `,
  styles: `
    :host {
      display: block;
      height: 100%;
    }
    .bench {
      display: grid;
      grid-template-rows: auto;
      grid-auto-rows: minmax(180px, 1fr);
      overflow: auto;
      gap: 8px;
      height: 100%;
    }
    .bench-head {
      margin: 0;
    }
    [hidden] {
      display: none;
    }
    figure:not([hidden]) {
      display: grid;
      grid-template: minmax(0, 1fr) auto / minmax(0, 1fr);
      gap: 3px;
      margin: 0;
      min-height: 0;
    }
  `,
})
export class Whole {
  protected readonly view = inject(CoatView);
  protected readonly shows = signal<View>('desktop');
  /** Both at once, or one as large as there is room for. */
  protected readonly which = signal<'both' | 'reference' | 'promise'>('both');
  protected readonly elements = computed(() => this.view.state()?.elements ?? []);
  protected readonly say = sayBetween;
}
