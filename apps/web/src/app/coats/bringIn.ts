import { ChangeDetectionStrategy, Component } from '@angular/core';
import { RouterLink } from '@angular/router';
import { BundleIn } from '../shared/bundleIn';

/** A bundle from somebody else becomes a coat, parts or a host profile here. */
@Component({
  selector: 'coat-bring-in',
  imports: [BundleIn, RouterLink],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <main>
      <p><a routerLink="/">All coats</a></p>
      <h1>Bring in a bundle</h1>
      <p class="faint">
        A coat, parts or a host profile that somebody handed on. You see what would come before anything does.
      </p>
      <coat-bundle-in />
    </main>
  `,
  styles: `
    main {
      display: grid;
      gap: 12px;
      max-width: 760px;
      margin: 0 auto;
      padding: 40px 24px;
    }
  `,
})
export class BringIn {}
