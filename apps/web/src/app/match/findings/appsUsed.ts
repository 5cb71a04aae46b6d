import { MatSelect } from '@angular/material/select';
import { MatOption } from '@angular/material/core';
import { MatFormField } from '@angular/material/form-field';
import { MatTooltip } from '@angular/material/tooltip';
import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { reachOf } from '@spare-coat/core/deciding/findings/reach';
import { CoatStore } from '../../shared/coatStore';
import { CoatView } from '../../shared/coatView';
import { Noticed } from './noticed';

const WORDS = ['never', 'hardly', 'now and then', 'often', 'daily', 'all day'];

/** The applications of the newest survey: whether the look reaches them, and how much each is used. */
@Component({
  selector: 'coat-apps-used',
  imports: [MatFormField, MatOption, MatSelect, MatTooltip],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <h2>Reach of the look</h2>
    @if (reach(); as r) {
      @if (r.apps.length > 0) {
        <p>
          It reaches <strong>{{ r.share === null ? '–' : percent(r.share) }}</strong> of what is used.
        </p>
        <ul>
          @for (a of r.apps; track a.id) {
            <li>
              <span [matTooltip]="a.how"
                >{{ a.name }}<small class="faint">{{ a.packaging }}</small></span
              >
              <span class="mark">{{ a.isReached ? 'follows' : 'out of reach' }}</span>
              <mat-form-field
                ><mat-select
                  [aria-label]="a.name + ' is used'"
                  (selectionChange)="use(a.id, $event.value)"
                  [value]="a.uses"
                >
                  @for (w of words; track w; let n = $index) {
                    <mat-option [value]="n">{{ w }}</mat-option>
                  }
                </mat-select></mat-form-field
              >
            </li>
          }
        </ul>
      } @else {
        <p class="faint">Bring a survey in on the Host stage: it tells which applications there are.</p>
      }
      @if (r.ends.length > 0) {
        <p class="faint">No route leads to programs of these toolkits, which no survey can tell:</p>
        <ul class="ends">
          @for (e of r.ends; track e.toolkit) {
            <li>
              {{ e.toolkit }} <small class="faint">{{ e.how }}</small>
            </li>
          }
        </ul>
      }
    }
  `,
  styles: `
    ul {
      list-style: none;
      margin: 6px 0;
      padding: 0;
    }
    li {
      display: grid;
      grid-template-columns: 1fr auto 124px;
      gap: 8px;
      align-items: center;
      padding: 3px 0;
      border-top: 1px solid var(--mat-sys-outline-variant);
    }
    .ends li {
      display: block;
    }
    small {
      display: block;
      font-size: var(--mat-sys-label-medium-size);
    }
    .mark {
      font-size: var(--mat-sys-body-small-size);
    }
  `,
})
export class AppsUsed {
  private readonly view = inject(CoatView);
  private readonly store = inject(CoatStore);
  private readonly noticed = inject(Noticed);
  protected readonly words = WORDS;
  protected readonly percent = (x: number) => `${Math.round(x * 100)} %`;
  protected readonly reach = computed(() => {
    const host = this.view.host();
    return host ? reachOf(host, this.noticed.survey(), this.view.coat()?.uses ?? {}) : null;
  });

  protected use(id: string, value: string): void {
    this.store.send({ type: 'coat.uses', uses: { ...this.view.coat()?.uses, [id]: Number(value) } });
  }
}
