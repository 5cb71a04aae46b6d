import { ChangeDetectionStrategy, Component, input } from '@angular/core';
import { BundleIn } from '../shared/bundleIn';
import { HomeHead } from '../shared/homeHead';

/** A bundle from somebody else becomes a coat, parts or a host profile here. */
@Component({
  selector: 'coat-bring-in',
  imports: [BundleIn, HomeHead],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <coat-home-head title="Bring in a bundle" />
    <main class="scroll">
      <p class="faint">
        A coat, parts or a host profile that somebody handed on. You see what would come before anything does.
      </p>
      <coat-bundle-in [job]="job()" />
    </main>
  `,
  styles: `
    :host {
      display: grid;
      grid-template-rows: auto minmax(0, 1fr);
      height: 100%;
    }
    main {
      display: grid;
      align-content: start;
      gap: 12px;
      width: min(760px, 100%);
      margin: 0 auto;
      padding: 28px 24px;
    }
  `,
})
export class BringIn {
  /** A bundle that is being read already: one from the rack. */
  readonly job = input<string>();
}
