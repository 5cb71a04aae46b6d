import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { RouterLink } from '@angular/router';
import type { View } from '@spare-coat/core/scene/compose/composeDesktop';
import { CoatView } from '../shared/coatView';
import { DRAWN_VIEWS, Drawing } from '../shared/drawing';
import { sayClose } from '../shared/sayClose';

/** What the chosen matches will look like together, drawn beside the reference. */
@Component({
  selector: 'coat-whole',
  imports: [Drawing, RouterLink],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <section class="bench">
      <div class="bench-head">
        <h1>As a whole</h1>
        <a routerLink="../match" queryParamsHandling="preserve">Back to the element</a>
        <span class="push"></span>
        <select
          aria-label="What the drawing shows"
          [value]="shows()"
          (change)="shows.set($any($event.target).value)"
        >
          @for (v of views; track v.view) {
            <option [value]="v.view">{{ v.label }}</option>
          }
        </select>
      </div>
      <figure>
        @if (view.picture(); as picture) {
          <img [src]="'/api/blobs/' + picture.blob" [alt]="'The reference, ' + picture.name" />
        } @else {
          <p class="none">No picture of the reference in this variant yet.</p>
        }
        <figcaption>Reference{{ view.picture() ? ', ' + view.picture()!.name : '' }}</figcaption>
      </figure>
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
    img {
      width: 100%;
      height: 100%;
      min-height: 0;
      object-fit: contain;
      background: var(--mid);
    }
    .none {
      display: grid;
      place-items: center;
      background: var(--mid);
      color: var(--on-mid);
    }
  `,
})
export class Whole {
  protected readonly view = inject(CoatView);
  protected readonly shows = signal<View>('desktop');
  protected readonly views = DRAWN_VIEWS;
  protected readonly elements = computed(() => this.view.state()?.elements ?? []);
  protected readonly say = sayClose;
}
