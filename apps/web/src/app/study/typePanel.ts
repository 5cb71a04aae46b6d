import { MatTableModule } from '@angular/material/table';
import { CellOf, byPlace } from '../shared/rows/tableOf';
import { MatIcon } from '@angular/material/icon';
import { FileButton } from '../shared/fileButton';
import { MatTooltip } from '@angular/material/tooltip';
import { MatButton } from '@angular/material/button';
import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import type { Measured, TextReading } from '@spare-coat/core/measuring/picture/readText';
import type { Result } from '@spare-coat/core/ground/result';
import { sayNumber } from '@spare-coat/core/model/traits/say';
import { nearestFaces, type NearFace } from '@spare-coat/core/measuring/type/nearestFaces';
import { Copied } from './copied';
import { Fonts } from '../shared/fonts';

const SHOWN = 6;

/** One line of type: its heights and strokes, and the faces that come nearest. */
@Component({
  selector: 'coat-type-panel',
  imports: [CellOf, Copied, FileButton, MatButton, MatIcon, MatTableModule, MatTooltip],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (told(); as t) {
      @if (t.ok) {
        <dl>
          <dt>Letters</dt>
          <dd class="number">{{ t.value.letters }}</dd>
          <dt>Small letters</dt>
          <dd class="number">{{ within(t.value.xHeight) }}</dd>
          <dt>Capitals</dt>
          <dd class="number">{{ within(t.value.capHeight) }}</dd>
          <dt>Stroke</dt>
          <dd class="number">{{ t.value.stroke.ok ? num(t.value.stroke.value) + ' px' : '–' }}</dd>
          <dt>Ink</dt>
          <dd>
            <span class="swatch" [style.background]="t.value.ink.ink"></span
            ><coat-copied [text]="t.value.ink.ink" />
          </dd>
          <dt>Ground</dt>
          <dd>
            <span class="swatch" [style.background]="t.value.ink.ground"></span
            ><coat-copied [text]="t.value.ink.ground" />
          </dd>
          <dt>Contrast</dt>
          <dd class="number">
            {{ t.value.ink.contrast.ok ? t.value.ink.contrast.value.toFixed(2) + ' : 1' : '–' }}
          </dd>
        </dl>
        @for (line of refusals(); track line) {
          <p class="refused">{{ line }}</p>
        }
        @if (near().length > 0) {
          <section aria-label="Nearest faces">
            <h3>Nearest faces</h3>
            <table mat-table [dataSource]="near()" [trackBy]="byPlace">
              <ng-container matColumnDef="face">
                <th mat-header-cell *matHeaderCellDef>Face</th>
                <td mat-cell *matCellDef="let n of near()">
                  {{ n.face.metrics.family }} {{ n.face.metrics.style }}
                </td>
              </ng-container>
              <ng-container matColumnDef="size">
                <th mat-header-cell *matHeaderCellDef class="number">Size</th>
                <td mat-cell *matCellDef="let n of near()" class="number">{{ num(n.points) }} pt</td>
              </ng-container>
              <ng-container matColumnDef="near">
                <th mat-header-cell *matHeaderCellDef class="number">Near</th>
                <td mat-cell *matCellDef="let n of near()" class="number">
                  {{ (100 * n.closeness).toFixed(0) }}
                </td>
              </ng-container>
              <ng-container matColumnDef="c3">
                <th mat-header-cell *matHeaderCellDef></th>
                <td mat-cell *matCellDef="let n of near()">
                  @if (forType()) {
                    <button
                      type="button"
                      matButton
                      [attr.aria-label]="'Take ' + n.face.metrics.family + ' ' + n.face.metrics.style"
                      (click)="take.emit(n)"
                    >
                      <mat-icon svgIcon="check" /> Take
                    </button>
                  }
                </td>
              </ng-container>
              <tr mat-header-row *matHeaderRowDef="['face', 'size', 'near', 'c3']; sticky: true"></tr>
              <tr
                mat-row
                *matRowDef="let n; columns: ['face', 'size', 'near', 'c3']"
                [matTooltip]="why(n)"
              ></tr>
            </table>
            <p class="faint">
              Points of 1/72 inch at 96 pixels an inch. Compared by capitals, stroke and width.
            </p>
          </section>
        }
        <div class="doings">
          <coat-file-button
            label="Compare a font"
            accept=".otf,.ttf,.woff,.woff2"
            icon="type"
            (chosen)="pick($event)"
          />
        </div>
        @if (fonts.problem(); as p) {
          <p class="refused" role="alert">{{ p }}</p>
        }
      } @else {
        <p class="refused">{{ t.sentence }}</p>
      }
    } @else {
      <p class="faint" role="status">Reading the type …</p>
    }
  `,
  styleUrl: './panel.scss',
})
export class TypePanel {
  protected readonly byPlace = byPlace;
  readonly told = input.required<Result<TextReading> | null>();
  /** The selected element is one of type, into which a face can be put. */
  readonly forType = input(false);
  readonly take = output<NearFace>();
  protected readonly fonts = inject(Fonts);
  protected readonly num = sayNumber;

  protected readonly near = computed(() => {
    const t = this.told();
    return t?.ok ? nearestFaces(t.value, this.fonts.faces()).slice(0, SHOWN) : [];
  });
  protected readonly refusals = computed(() => {
    const t = this.told();
    if (!t?.ok) return [];
    const { xHeight, capHeight, stroke, ink } = t.value;
    return [xHeight, capHeight, stroke, ink.contrast].flatMap((v) => (v.ok ? [] : [v.sentence]));
  });

  constructor() {
    this.fonts.need();
  }

  protected within(told: Result<Measured>): string {
    if (!told.ok) return '–';
    const { value, least, most } = told.value;
    return `${sayNumber(value)} px (${sayNumber(least)} to ${sayNumber(most)})`;
  }
  protected why(near: NearFace): string {
    return near.compared
      .map(
        (c) => `${c.what}: ${c.text.toFixed(2)} of the small letters here, ${c.face.toFixed(2)} in the face`,
      )
      .join('\n');
  }
  protected pick([font]: readonly File[]): void {
    if (font) void this.fonts.take(font);
  }
}
