import { Fold } from '../shared/fold';
import { CellOf } from '../shared/rows/tableOf';
import { MatTableModule } from '@angular/material/table';
import { byPlace } from '../shared/rows/tableOf';
import { forkJoin, map } from 'rxjs';
import { loaded } from '../shared/asking';
import { MatIcon } from '@angular/material/icon';
import { MatButton } from '@angular/material/button';
import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { RouterLink } from '@angular/router';
import { compareCoats } from '@spare-coat/core/proving/rack/compareCoats';
import { Api } from '../shared/api';
import { Crop } from '../shared/crop';
import { HomeHead } from '../shared/homeHead';
import { sayChange, sayClose } from '../shared/sayClose';
import { StandingMark } from '../shared/standingMark';
import { Tape } from '../shared/tape';
import { ColourStrip } from './colourStrip';
import { LayoutMark } from './layoutMark';
import { coatAt, type NamedCoat } from './thingKey';

/** Two coats of the library side by side: how alike they look, and element by element how near each came and by what. */
@Component({
  selector: 'coat-two-coats',
  imports: [
    CellOf,
    ColourStrip,
    Crop,
    Fold,
    HomeHead,
    LayoutMark,
    MatButton,
    MatIcon,
    MatTableModule,
    RouterLink,
    StandingMark,
    Tape,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <coat-home-head title="Two coats side by side" />
    <main class="scroll" tabindex="0" aria-label="Two coats side by side">
      @if (problem(); as p) {
        <div class="empty">
          <h2>They cannot be compared</h2>
          <p>{{ p }}</p>
          <a matButton="outlined" routerLink="/rack"><mat-icon svgIcon="arrow-left" />Back to the rack</a>
        </div>
      } @else if (both(); as two) {
        <div class="pair">
          @for (coat of two; track $index) {
            <section [attr.aria-label]="coat.name">
              @if (coat.facts.crop; as crop) {
                <coat-crop [blob]="crop.blob" [full]="crop" [rect]="crop.rect" [width]="240" [height]="135" />
              } @else {
                <span class="blank">No picture</span>
              }
              <div>
                <h2>
                  <a [routerLink]="coat.link">{{ coat.name }}</a>
                </h2>
                <p class="faint">
                  {{ coat.facts.references[0] ?? 'no reference' }} ·
                  {{ coat.facts.host ? 'on ' + coat.facts.host : 'no host' }}
                </p>
                <p class="big">
                  {{ say(coat.facts.closeness) }}<small> % of {{ say(coat.facts.ceiling) }} % ceiling</small>
                </p>
                <div class="look">
                  <coat-layout-mark [layout]="coat.facts.layout" />
                  <coat-colour-strip [colours]="coat.facts.colours" />
                </div>
                <coat-tape [segments]="coat.facts.tape" [still]="true" />
              </div>
            </section>
          }
        </div>
        @if (compared(); as c) {
          <p class="alike">
            They look <b>{{ say(c.look) }} %</b> alike: colours {{ say(c.colours) }} %, what stands at which
            edge {{ say(c.layout) }} %. {{ partWords() }}
          </p>
          <table mat-table [dataSource]="c.elements" [trackBy]="byPlace">
            <caption class="sr-only">
              Element by element
            </caption>
            <ng-container matColumnDef="element">
              <th mat-header-cell *matHeaderCellDef>Element</th>
              <td mat-cell *matCellDef="let e of c.elements" [attr.role]="'rowheader'">
                {{ e.a?.name ?? e.b?.name }}
                @if (e.a && e.b && e.a.name !== e.b.name) {
                  <small>there {{ e.b.name }}</small>
                }
              </td>
            </ng-container>
            @for (side of sides; track side; let i = $index) {
              <ng-container [matColumnDef]="side">
                <th mat-header-cell *matHeaderCellDef class="number">{{ two[i]?.name }}</th>
                <td mat-cell *matCellDef="let e of c.elements" class="number">
                  @if (e[side]; as it) {
                    <span class="mark"
                      >{{ say(it.closeness) }} <coat-standing-mark [standing]="it.standing"
                    /></span>
                  } @else {
                    <span class="faint">not in it</span>
                  }
                </td>
              </ng-container>
              <ng-container [matColumnDef]="'by-' + side">
                <th mat-header-cell *matHeaderCellDef>By</th>
                <td mat-cell *matCellDef="let e of c.elements">{{ e[side]?.by?.join(', ') }}</td>
              </ng-container>
            }
            <ng-container matColumnDef="change">
              <th mat-header-cell *matHeaderCellDef class="number">Change</th>
              <td mat-cell *matCellDef="let e of c.elements" class="number">
                {{ change(e.a?.closeness ?? null, e.b?.closeness ?? null) }}
              </td>
            </ng-container>
            <ng-container matColumnDef="differs">
              <th mat-header-cell *matHeaderCellDef>What was wanted differs in</th>
              <td mat-cell *matCellDef="let e of c.elements">
                @for (d of e.differ.slice(0, most); track d.trait) {
                  <div>{{ d.trait }}: {{ d.a ?? 'not told' }} / {{ d.b ?? 'not told' }}</div>
                } @empty {
                  <span class="faint">{{ e.a && e.b ? 'nothing' : '' }}</span>
                }
                @if (e.differ.length > most) {
                  <coat-fold
                    ><span foldTitle>{{ e.differ.length - most }} more</span>
                    @for (d of e.differ.slice(most); track d.trait) {
                      <div>{{ d.trait }}: {{ d.a ?? 'not told' }} / {{ d.b ?? 'not told' }}</div>
                    }
                  </coat-fold>
                }
              </td>
            </ng-container>
            <tr mat-header-row *matHeaderRowDef="columns; sticky: true"></tr>
            <tr mat-row *matRowDef="let e; columns: columns"></tr>
          </table>
        }
      } @else {
        <p class="faint" role="status">Reading the two …</p>
      }
    </main>
  `,
  styles: `
    :host {
      display: grid;
      grid-template-rows: auto minmax(0, 1fr);
      height: 100%;
    }
    main {
      padding: 18px 22px;
    }
    .pair {
      display: grid;
      grid-template-columns: repeat(2, minmax(0, 1fr));
      gap: 24px;
    }
    section {
      display: grid;
      grid-template-columns: 240px minmax(0, 1fr);
      gap: 16px;
    }
    section h2 {
      font-size: var(--mat-sys-title-medium-size);
    }
    section a {
      color: inherit;
      text-decoration: none;
    }
    section a:hover {
      color: var(--mat-sys-primary);
    }
    .blank {
      display: grid;
      place-items: center;
      height: 135px;
      background: var(--coat-track);
      color: var(--mat-sys-on-surface-variant);
    }
    .big {
      font-size: var(--mat-sys-title-large-size);
      font-weight: 700;
    }
    small {
      font-size: var(--mat-sys-body-small-size);
      font-weight: 400;
      color: var(--mat-sys-on-surface-variant);
    }
    .look {
      display: flex;
      align-items: center;
      gap: 12px;
      margin: 2px 0 6px;
    }
    coat-tape {
      height: 16px;
      padding: 0;
    }
    .alike {
      margin: 18px 0 10px;
    }
    td small {
      display: block;
    }
    .mark {
      display: inline-flex;
      align-items: center;
      gap: 6px;
    }
    summary {
      cursor: pointer;
      color: var(--mat-sys-primary);
    }
    @media (max-width: 1000px) {
      .pair {
        grid-template-columns: minmax(0, 1fr);
      }
    }
  `,
})
export class TwoCoats {
  private readonly api = inject(Api);
  /** From the address. */
  readonly a = input<string>();
  readonly b = input<string>();
  private readonly read = loaded(
    () => [this.a() ?? '', this.b() ?? ''] as const,
    ([a, b]) =>
      forkJoin([coatAt(this.api, a), coatAt(this.api, b)]).pipe(
        map(([x, y]): readonly [NamedCoat, NamedCoat] => {
          if (!x || !y) throw new Error('Pick two of them on the rack first.');
          return [x, y];
        }),
      ),
  );
  protected readonly both = this.read.value;
  protected readonly problem = this.read.problem;
  protected readonly byPlace = byPlace;
  protected readonly sides = ['a', 'b'] as const;
  protected readonly columns = ['element', 'a', 'by-a', 'b', 'by-b', 'change', 'differs'];
  protected readonly say = sayClose;
  protected readonly change = sayChange;
  /** So many differences of an element stand there at once. */
  protected readonly most = 3;
  protected readonly compared = computed(() => {
    const two = this.both();
    return two && compareCoats(two[0], two[1]);
  });
  protected readonly partWords = computed(() => {
    const parts = this.compared()?.parts;
    if (!parts) return '';
    const list = (all: readonly string[]) => (all.length > 0 ? all.join(', ') : 'none');
    return `Parts in both: ${list(parts.both)}.`;
  });
}
