import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { CoatView } from './coatView';

/** The reference's picture in the variant at hand, with its name, to stand beside what is held against it. */
@Component({
  selector: 'coat-reference-picture',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (view.picture(); as picture) {
      <img [src]="'/api/blobs/' + picture.blob" [alt]="'The reference, ' + picture.name" />
      <p>Reference, {{ picture.name }}</p>
    } @else {
      <p class="none">No picture of the reference in this variant yet.</p>
      <p>Reference</p>
    }
  `,
  styles: `
    :host {
      display: grid;
      grid-template: minmax(0, 1fr) auto / minmax(0, 1fr);
      gap: 3px;
      min-height: 0;
      min-width: 0;
    }
    img {
      width: 100%;
      height: 100%;
      min-height: 0;
      object-fit: contain;
      background: var(--coat-mid);
    }
    .none {
      display: grid;
      place-items: center;
      background: var(--coat-mid);
      color: var(--coat-on-mid);
    }
  `,
})
export class ReferencePicture {
  protected readonly view = inject(CoatView);
}
