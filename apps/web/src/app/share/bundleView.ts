import { MatCheckbox } from '@angular/material/checkbox';
import { MatIcon } from '@angular/material/icon';
import { MatButton } from '@angular/material/button';
import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { BundleIn } from '../shared/bundleIn';
import { CoatStore } from '../shared/coatStore';
import { CoatView } from '../shared/coatView';
import { ShareNav } from './shareNav';

type Choice = 'own' | 'host' | 'archives';
const CHOICES: readonly { readonly key: Choice; readonly label: string; readonly says: string }[] = [
  { key: 'own', label: 'Pictures of my desktop', says: 'as they are, with what was seen on them' },
  { key: 'host', label: 'My host', says: 'its surveys, readings, and what was tried on it' },
  {
    key: 'archives',
    label: 'Archives of parts',
    says: 'where they are kept here and their licence lets everybody hand them on',
  },
];

/** The coat as a file to import: saving one, and bringing one in. */
@Component({
  selector: 'coat-bundle-view',
  imports: [BundleIn, MatButton, MatCheckbox, MatIcon, ShareNav],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <section class="bench scroll">
      <div class="bench-head">
        <h1>Bundle</h1>
        <coat-share-nav />
      </div>
      <div class="two">
        <section aria-labelledby="out">
          <h2 id="out">Hand it on</h2>
          <p>
            One zip with the reference, every target, match and setting, the parts and the host profile, the
            ledger and the plan. What was done, and when, stays here.
          </p>
          <fieldset>
            <legend>In it, only if I say so</legend>
            @for (c of choices; track c.key) {
              <mat-checkbox [checked]="chosen().has(c.key)" (change)="set(c.key, $event.checked)"
                ><span
                  >{{ c.label }}<small>{{ c.says }}</small></span
                ></mat-checkbox
              >
            }
          </fieldset>
          <a matButton="filled" [href]="address()" download><mat-icon svgIcon="download" />Save the bundle</a>
          @if (!store.isSettled()) {
            <p class="faint" role="status">What you did last is still on its way to the server.</p>
          }
        </section>
        <section aria-labelledby="in">
          <h2 id="in">Bring one in</h2>
          <coat-bundle-in [into]="here()" />
        </section>
      </div>
    </section>
  `,
  styles: `
    :host {
      display: block;
      height: 100%;
    }
    .bench {
      height: 100%;
    }
    .two {
      display: grid;
      grid-template-columns: minmax(0, 5fr) minmax(0, 7fr);
      gap: 48px;
      max-width: 1120px;
    }
    h2 {
      font-size: var(--mat-sys-title-medium-size);
      margin-bottom: 8px;
    }
    fieldset {
      display: grid;
      gap: 8px;
      margin: 14px 0;
      padding: 0;
      border: 0;
    }
    legend {
      padding: 0;
      margin-bottom: 4px;
      font-weight: 600;
    }
    small {
      display: block;
      color: var(--mat-sys-on-surface-variant);
      font-size: var(--mat-sys-body-small-size);
    }
    @media (max-width: 900px) {
      .two {
        grid-template-columns: minmax(0, 1fr);
      }
    }
  `,
})
export class BundleView {
  private readonly view = inject(CoatView);
  protected readonly store = inject(CoatStore);
  protected readonly choices = CHOICES;
  protected readonly chosen = signal<ReadonlySet<Choice>>(new Set());
  protected readonly address = computed(() => {
    const query = [...this.chosen()].map((c) => `${c}=1`).join('&');
    return `/api/bundles/of/coat/${this.store.id()}${query ? `?${query}` : ''}`;
  });
  protected readonly here = computed(() => {
    const coat = this.view.coat();
    return coat ? { id: coat.id, name: coat.name, revision: this.store.revision() } : null;
  });

  protected set(key: Choice, on: boolean): void {
    this.chosen.update((now) => {
      const next = new Set(now);
      if (on) next.add(key);
      else next.delete(key);
      return next;
    });
  }
}
