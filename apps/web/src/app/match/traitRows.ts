import { CellOf } from '../shared/rows/tableOf';
import { MatTableModule } from '@angular/material/table';
import { MatSlider, MatSliderThumb } from '@angular/material/slider';
import { MatSelect } from '@angular/material/select';
import { MatOption } from '@angular/material/core';
import { MatFormField } from '@angular/material/form-field';
import { MatIcon } from '@angular/material/icon';
import { MatTooltip } from '@angular/material/tooltip';
import { MatButton, MatIconButton } from '@angular/material/button';
import { RouterLink } from '@angular/router';
import { ChangeDetectionStrategy, Component, computed, inject, input, output, signal } from '@angular/core';
import { creditsFor, type ElementScore, type TraitScore } from '@spare-coat/core/deciding/matching/score';
import { displayOf } from '@spare-coat/core/deciding/matching/carry';
import { sameJson } from '@spare-coat/core/model/coat/changes';
import { carriedValue, labelOf } from '@spare-coat/core/deciding/matching/targets';
import { sayDifference, sayValue, spellValue } from '@spare-coat/core/model/traits/say';
import type { TraitValue } from '@spare-coat/core/model/traits/value';
import { CoatView } from '../shared/coatView';
import { sayBetween, sayClose } from '../shared/sayClose';
import { TraitEditor } from '../shared/traitEditor';

type RowSort = 'line' | 'off' | 'setting';

/** Trait rows: target, actual, the value to set, difference, credit. A row that can be set opens into its setting. */
@Component({
  selector: 'coat-trait-rows',
  imports: [
    CellOf,
    MatButton,
    MatFormField,
    MatIcon,
    MatIconButton,
    MatOption,
    MatSelect,
    MatSlider,
    MatSliderThumb,
    MatTableModule,
    MatTooltip,
    RouterLink,
    TraitEditor,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <table mat-table [dataSource]="rows()" [trackBy]="byRow">
      <caption class="sr-only">
        Traits of
        {{
          element()
        }}, on the host display
      </caption>
      <ng-container matColumnDef="trait">
        <th mat-header-cell *matHeaderCellDef>Trait</th>
        <td mat-cell *matCellDef="let r of rows()" [attr.role]="'rowheader'">
          @if (r.line.settable) {
            <button
              type="button"
              matButton
              class="plain word-button"
              [attr.aria-expanded]="open() === r.line.id"
              (click)="$event.stopPropagation(); toggle(r.line.id)"
            >
              {{ r.line.label }}
            </button>
          } @else {
            {{ r.line.label }}
          }
        </td>
      </ng-container>
      <ng-container matColumnDef="target">
        <th mat-header-cell *matHeaderCellDef>Target</th>
        <td
          mat-cell
          *matCellDef="let r of rows()"
          class="{{ r.line.targetSwatch ? 'value' : '' }}"
          [matTooltip]="r.line.targetTitle"
          [class.assumed]="r.line.assumed"
        >
          @if (r.line.targetSwatch) {
            <span class="swatch" [style.background]="r.line.targetSwatch"></span>
          }
          {{ r.line.target }}
        </td>
      </ng-container>
      <ng-container matColumnDef="actual">
        <th mat-header-cell *matHeaderCellDef>Actual</th>
        <td
          mat-cell
          *matCellDef="let r of rows()"
          class="{{ r.line.actualSwatch ? 'value' : '' }}"
          [matTooltip]="r.line.actualTitle"
        >
          @if (r.line.actualSwatch) {
            <span class="swatch" [style.background]="r.line.actualSwatch"></span>
          }
          {{ r.line.actual }}
        </td>
      </ng-container>
      <ng-container matColumnDef="credit">
        <th mat-header-cell *matHeaderCellDef class="number">Credit</th>
        <td mat-cell *matCellDef="let r of rows()" class="number">{{ r.line.credit }}</td>
      </ng-container>
      <ng-container matColumnDef="off">
        <td mat-cell *matCellDef="let r of rows()" colspan="4" class="faint">
          {{ r.line.difference }}{{ r.line.difference && r.line.bound ? ' · ' : '' }}{{ r.line.bound }}
        </td>
      </ng-container>
      <ng-container matColumnDef="setting">
        <td mat-cell *matCellDef="let r of rows()" colspan="4">
          @let line = r.line;
          @if (line.score.place; as place) {
            <p><span class="faint">Where</span> {{ place.place }}</p>
            <p>
              <span class="faint">Type</span> <strong class="mono">{{ line.setting }}</strong>
            </p>
            <p class="faint">{{ line.range }}</p>
            @if (editable()) {
              @if (line.slider; as r) {
                <div class="turn">
                  <button
                    type="button"
                    matIconButton
                    [attr.aria-label]="'One step less: ' + line.label"
                    [disabled]="settingOf(line.score) <= r.least"
                    (click)="step(line.score, r, -1)"
                    [matTooltip]="'One step less: ' + line.label"
                  >
                    <mat-icon svgIcon="minus" />
                  </button>
                  <span class="faint">{{ r.least }}</span>
                  <mat-slider [min]="r.least" [max]="r.most" [step]="r.step">
                    <input
                      #turnBox
                      matSliderThumb
                      [value]="settingOf(line.score)"
                      [aria-label]="'Turn ' + line.label"
                      (input)="turn(line.score, turnBox.valueAsNumber)"
                      (valueChange)="settle(line.score, $event)"
                    />
                  </mat-slider>
                  <span class="faint">{{ r.most }}</span>
                  <button
                    type="button"
                    matIconButton
                    [attr.aria-label]="'One step more: ' + line.label"
                    [disabled]="settingOf(line.score) >= r.most"
                    (click)="step(line.score, r, 1)"
                    [matTooltip]="'One step more: ' + line.label"
                  >
                    <mat-icon svgIcon="plus" />
                  </button>
                  <output class="mono">{{ turned()?.text ?? '' }}</output>
                </div>
              }
              @if (line.choices.length > 0) {
                <mat-form-field
                  ><mat-select
                    [aria-label]="line.label + ' of ' + element()"
                    [value]="line.choice"
                    (selectionChange)="value.emit({ score: line.score, value: $event.value.value })"
                  >
                    @for (c of line.choices; track $index) {
                      <mat-option [value]="c">{{ c.said }}, credit {{ c.credit }}</mat-option>
                    }
                  </mat-select></mat-form-field
                >
              } @else {
                <coat-trait-editor
                  [spec]="line.score.target.spec"
                  [value]="line.score.setting"
                  [of]="element()"
                  [unitWord]="line.score.target.spec.type === 'length' ? 'units' : null"
                  (changed)="value.emit({ score: line.score, value: $event })"
                />
              }
              @if (line.score.byHand) {
                <button type="button" matButton (click)="value.emit({ score: line.score, value: null })">
                  <mat-icon svgIcon="refresh-cw" /> Settle it again
                </button>
              }
            }
          }
        </td>
      </ng-container>
      <tr mat-header-row *matHeaderRowDef="['trait', 'target', 'actual', 'credit']"></tr>
      <tr
        mat-row
        *matRowDef="let r; columns: ['trait', 'target', 'actual', 'credit']; when: isSort('line')"
        [class.set]="r.line.settable"
        (click)="r.line.settable && toggle(r.line.id)"
      ></tr>
      <tr mat-row *matRowDef="let r; columns: ['off']; when: isSort('off')" class="sub"></tr>
      <tr mat-row *matRowDef="let r; columns: ['setting']; when: isSort('setting')" class="setting"></tr>
    </table>
    @if (score().untold.length > 0) {
      <p class="faint untold">
        Nobody has told yet: {{ untold() }}. Each may be as wanted or not, and the lower end counts.
        <a routerLink="../study" queryParamsHandling="preserve">Tell it in Study</a>
      </p>
    }
  `,
  styles: `
    table {
      margin-top: 6px;
      table-layout: fixed;
    }
    .swatch {
      width: 10px;
      height: 10px;
    }
    .mat-mdc-header-cell.mat-mdc-header-cell,
    .mat-mdc-cell.mat-mdc-cell {
      padding: 4px 4px 4px 0;
      overflow: hidden;
      text-overflow: ellipsis;
    }
    .mat-column-trait {
      width: 31%;
    }
    .mat-column-credit {
      width: 15%;
    }
    [role='rowheader'] {
      font-weight: 400;
      color: var(--mat-sys-on-surface-variant);
    }
    /* What is below belongs to the line above it. */
    tr:has(+ .sub) .mat-mdc-cell {
      border-bottom: 0;
      padding-bottom: 0;
    }
    .value {
      white-space: nowrap;
    }
    .sub .mat-mdc-cell {
      padding-top: 0;
      padding-left: 31%;
      font-size: var(--mat-sys-label-medium-size);
    }
    tr.set {
      cursor: pointer;
    }
    .plain {
      color: var(--mat-sys-primary);
    }
    .assumed {
      font-style: italic;
      text-decoration: underline dotted;
    }
    .setting .mat-mdc-cell.mat-mdc-cell {
      border: 1px solid var(--mat-sys-outline-variant);
      background: var(--mat-sys-surface);
      padding: 8px;
      display: table-cell;
    }
    .turn {
      display: grid;
      grid-template-columns: auto auto 1fr auto auto;
      gap: 6px;
      align-items: center;
      margin-bottom: 6px;
      output {
        grid-column: 1 / -1;
        min-height: 1.4em;
        font-size: var(--mat-sys-label-medium-size);
      }
    }
    .setting p {
      margin-bottom: 5px;
      overflow-wrap: anywhere;
    }
  `,
})
export class TraitRows {
  readonly score = input.required<ElementScore>();
  readonly kind = input.required<string>();
  readonly element = input.required<string>();
  readonly editable = input(false);
  readonly value = output<{ score: TraitScore; value: TraitValue | null }>();
  protected readonly untold = computed(() =>
    this.score()
      .untold.map(({ spec }) => spec.label.toLowerCase())
      .join(', '),
  );
  protected readonly open = signal<string | null>(null);
  /** What is turned to right now, before it is let go. */
  protected readonly turned = signal<{ readonly text: string } | null>(null);
  private readonly view = inject(CoatView);

  protected step(
    score: TraitScore,
    { least, most, step }: { readonly least: number; readonly most: number; readonly step: number },
    way: 1 | -1,
  ): void {
    const next = Math.min(most, Math.max(least, (score.setting as number) + way * step));
    this.value.emit({ score, value: next });
  }

  /** What a setting shows on the host display, and the credit for it. */
  private creditOf({ target }: TraitScore, setting: TraitValue) {
    const { scale } = displayOf(this.view.rows(), this.view.selected()?.element);
    const actual = carriedValue(target.spec.type, setting, scale);
    return { actual, ...creditsFor(target, actual) };
  }

  /** The credit that a value would have, while one turns it. */
  /** Where a range's slider stands: a length, a share or a number. */
  protected settingOf(score: TraitScore): number {
    return typeof score.setting === 'number' ? score.setting : 0;
  }

  protected settle(score: TraitScore, value: number): void {
    this.turned.set(null);
    this.value.emit({ score, value });
  }

  protected turn(score: TraitScore, setting: number): void {
    const { spec, value } = score.target;
    const { actual, credit } = this.creditOf(score, setting);
    const before = this.score();
    const weights =
      before.traits.reduce((sum, t) => sum + t.target.weight, 0) +
      before.untold.reduce((sum, u) => sum + u.weight, 0);
    const element =
      before.traits.reduce((sum, t) => sum + t.target.weight * (t === score ? credit : t.credit), 0) /
      weights;
    const off = sayDifference(spec.type, actual, value) || 'as wanted';
    this.turned.set({
      text: `${setting}: ${off}, credit ${Math.round(credit * 100)}, element ${Math.round(element * 1000) / 10} %`,
    });
  }

  protected readonly lines = computed(() => this.score().traits.map((s) => this.line(s)));
  /** The traits, each with how far it is off beneath, and with its setting where that is open. */
  protected readonly rows = computed(() =>
    this.lines().flatMap((line) => {
      const row = (is: RowSort) => ({ is, line, key: `${line.id} ${is}` });
      return [
        row('line'),
        ...(line.difference || line.bound ? [row('off')] : []),
        ...(this.open() === line.id && line.score.place ? [row('setting')] : []),
      ];
    }),
  );
  protected readonly byRow = (_place: number, row: { readonly key: string }): string => row.key;
  protected readonly isSort = (is: RowSort) => (_place: number, row: { readonly is: RowSort }) =>
    row.is === is;

  private line(score: TraitScore) {
    const { spec, value, told, source, off } = score.target;
    const carried =
      spec.type === 'length' && value !== told ? `, ${sayValue(spec.type, told)} in the picture` : '';
    const choices =
      score.supply && 'oneOf' in score.supply
        ? score.supply.oneOf.map((v) => ({
            value: v,
            said: sayValue(spec.type, v),
            credit: sayClose(this.creditOf(score, v).credit),
          }))
        : [];
    return {
      id: `${spec.id} ${score.target.state ?? ''}`,
      score,
      label: labelOf(score.target),
      target: sayValue(spec.type, value, off),
      targetTitle: `${spellValue(spec.type, value)}${carried}, ${source.how}`,
      targetSwatch: spec.type === 'colour' ? String(value) : null,
      assumed: source.how === 'assumed',
      actual: score.actual === null ? 'unknown' : sayValue(spec.type, score.actual),
      actualTitle:
        score.actual === null
          ? 'Nobody can tell'
          : `${spellValue(spec.type, score.actual)}, from ${score.from}`,
      actualSwatch: spec.type === 'colour' && score.actual !== null ? String(score.actual) : null,
      credit: sayBetween(score.credit, score.most),
      difference: score.actual === null ? '' : sayDifference(spec.type, score.actual, value),
      bound: score.credit < 0.995 || score.byHand || score.isTaken ? score.bound : '',
      settable: score.place !== null,
      setting:
        score.setting === null
          ? ''
          : spec.type === 'length'
            ? String(score.setting)
            : spellValue(spec.type, score.setting),
      range: sayRange(score),
      slider: score.supply && 'range' in score.supply ? score.supply.range : null,
      choices,
      choice: choices.find((c) => sameJson(c.value, score.setting)),
    };
  }

  protected toggle(id: string): void {
    this.open.update((now) => (now === id ? null : id));
  }
}

function sayRange({ supply }: TraitScore): string {
  if (!supply || 'fixed' in supply) return '';
  if ('range' in supply)
    return `Takes ${supply.range.least} to ${supply.range.most} in steps of ${supply.range.step}.`;
  if ('oneOf' in supply) return `Takes one of ${supply.oneOf.length} values.`;
  if ('itemsFrom' in supply) return `Takes ${supply.itemsFrom.join(', ')}.`;
  return 'Takes any value.';
}
