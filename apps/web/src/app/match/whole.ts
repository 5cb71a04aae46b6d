import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { RouterLink } from '@angular/router';
import type { View } from '@spare-coat/core/model/kinds/drawn';
import { CoatView } from '../shared/coatView';
import { Drawing } from '../shared/drawing';
import { ReferencePicture } from '../shared/referencePicture';
import { sayClose } from '../shared/sayClose';
import { ViewPicker } from '../shared/viewPicker';

/** What the chosen matches will look like together, drawn beside the reference. */
@Component({
  selector: 'coat-whole',
  imports: [Drawing, ReferencePicture, RouterLink, ViewPicker],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <section class="bench">
      <div class="bench-head">
        <h1>As a whole</h1>
        <a routerLink="../match" queryParamsHandling="preserve">Back to the element</a>
        <span class="push"></span>
        <coat-view-picker [(shows)]="shows" />
      </div>
      <coat-reference-picture />
      <figure>
        <coat-drawing
          [elements]="elements()"
          [show]="shows()"
          [alt]="'What the chosen matches will look like, ' + say(view.state()?.chosen ?? null) + ' % close'"
        />
        <figcaption>
          What the chosen matches promise: <strong>{{ say(view.state()?.chosen ?? null) }} %</strong>
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
      grid-template-rows: auto minmax(0, 1fr) minmax(0, 1fr);
      gap: 8px;
      height: 100%;
    }
    .bench-head {
      margin: 0;
    }
    figure {
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
  protected readonly elements = computed(() => this.view.state()?.elements ?? []);
  protected readonly say = sayClose;
}
