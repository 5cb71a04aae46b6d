import { IconSheet } from './iconSheet';
import { NumberField } from '../shared/forms/numberField';
import { Fold } from '../shared/fold';
import { CellOf } from '../shared/rows/tableOf';
import { MatTableModule } from '@angular/material/table';
import { MatInput } from '@angular/material/input';
import { MatSelect } from '@angular/material/select';
import { MatOption } from '@angular/material/core';
import { MatFormField } from '@angular/material/form-field';
import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import type { ArchiveFinding } from '@spare-coat/core/deciding/archives/findings';
import type { ArchiveReport } from '@spare-coat/core/deciding/archives/report';
import { iconSetsOf } from '@spare-coat/core/deciding/archives/themes';
import { treeJoin } from '@spare-coat/core/deciding/archives/tree';
import { ICON_NAMES } from '@spare-coat/core/measuring/standards/iconNames';
import { iconCoverage } from '@spare-coat/core/measuring/standards/iconTheme';
import { pictureAddress } from '../shared/api';

/** How much of the names that are needed an icon set covers, with the found ones shown and the missing ones listed. */
@Component({
  selector: 'coat-icon-coverage',
  imports: [
    CellOf,
    Fold,
    IconSheet,
    MatFormField,
    MatInput,
    MatOption,
    MatSelect,
    MatTableModule,
    NumberField,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <p class="faint">Drawn for {{ sizes() }}{{ inherits() ? ', inherits ' + inherits() : '' }}</p>
    @for (p of problems(); track p) {
      <p class="alarm">{{ p }}</p>
    }
    <div class="ask">
      <label
        >at
        <coat-number-field
          whole
          name="Size of icons"
          unit="units"
          [least]="8"
          [most]="512"
          [value]="report().iconSize"
          (given)="again.emit({ size: $event })"
      /></label>
      <span class="choice"
        >scale
        <mat-form-field
          ><mat-select
            aria-label="Scale of icons"
            (selectionChange)="again.emit({ scale: +$event.value })"
            [value]="report().iconScale"
          >
            @for (s of [1, 2, 3, 4]; track s) {
              <mat-option [value]="s">{{ s }}</mat-option>
            }
          </mat-select></mat-form-field
        >
      </span>
      <label class="more"
        >also needed
        <mat-form-field
          ><input
            #namesBox
            matInput
            aria-label="Names also needed"
            placeholder="names with blanks between"
            [value]="extra().join(' ')"
            (change)="names(namesBox.value)" /></mat-form-field
      ></label>
    </div>
    <p>
      <strong class="big">{{ share() }} %</strong> of the {{ total() }} names needed, by the standard’s
      look-up: {{ own().length }} its own, {{ missing().length }} missing.
      @if (inherited().length > 0) {
        {{ inherited().length }} come from a set it inherits.
      }
    </p>
    <table mat-table [dataSource]="contexts()" [trackBy]="byName">
      <caption class="sr-only">
        By context
      </caption>
      <ng-container matColumnDef="context">
        <td mat-cell *matCellDef="let c of contexts()" [attr.role]="'rowheader'">{{ c.name }}</td>
      </ng-container>
      <ng-container matColumnDef="bar">
        <td mat-cell *matCellDef="let c of contexts()" class="bar">
          <span class="track"><span [style.width.%]="(100 * c.found) / c.of"></span></span>
        </td>
      </ng-container>
      <ng-container matColumnDef="found">
        <td mat-cell *matCellDef="let c of contexts()" class="number">{{ c.found }} of {{ c.of }}</td>
      </ng-container>
      <tr mat-row *matRowDef="let c; columns: ['context', 'bar', 'found']"></tr>
    </table>
    @if (shown().length > 0) {
      <coat-icon-sheet name="Found" [icons]="shown()" />
    }
    @if (missing().length > 0) {
      <coat-fold
        ><span foldTitle>{{ missing().length }} missing</span>
        <p class="mono names">{{ missing().join(' ') }}</p>
      </coat-fold>
    }
  `,
  styles: `
    .ask {
      display: flex;
      flex-wrap: wrap;
      gap: 10px;
      align-items: baseline;
      margin: 6px 0;
      font-size: var(--mat-sys-body-small-size);
      label {
        display: flex;
        gap: 5px;
        align-items: baseline;
      }
      coat-number-field {
        width: 96px;
      }
      mat-form-field {
        width: 62px;
      }
      coat-number-field mat-form-field {
        width: 100%;
      }
    }
    .more mat-form-field {
      width: 240px;
    }
    .big {
      font-size: var(--mat-sys-title-large-size);
    }
    table.mat-mdc-table {
      width: min(520px, 100%);
      margin: 6px 0;
    }
    .mat-mdc-cell.mat-mdc-cell {
      padding: 2px 8px 2px 0;
      border: 0;
      vertical-align: middle;
    }
    [role='rowheader'] {
      font-weight: 400;
      width: 120px;
    }
    .bar {
      width: 62%;
    }
    .track {
      display: block;
      height: 8px;
      background: var(--coat-track);
      span {
        display: block;
        height: 100%;
        background: var(--coat-fill);
      }
    }
    summary {
      cursor: pointer;
      padding: 4px 0;
    }
    .names {
      overflow-wrap: anywhere;
      font-size: var(--mat-sys-label-medium-size);
    }
  `,
})
export class IconCoverageView {
  protected readonly byName = (_place: number, row: { readonly name: string }): string => row.name;
  readonly finding = input.required<ArchiveFinding>();
  readonly report = input.required<ArchiveReport>();
  readonly reading = input.required<string>();
  readonly again = output<{ size?: number; scale?: number; names?: readonly string[] }>();
  /** Names beside the standard ones: of the coat's applications, and what was typed. */
  protected readonly extra = computed(() => this.report().names);

  private readonly theme = computed(() => {
    const { evidence } = this.finding();
    return evidence.what === 'icon set' ? evidence.theme : null;
  });
  protected readonly problems = computed(() => (this.theme()?.problems ?? []).slice(0, 8));
  protected readonly inherits = computed(() => this.theme()?.inherits.join(', ') ?? '');
  protected readonly sizes = computed(() => {
    const all = new Set(
      (this.theme()?.directories ?? []).map((d) => {
        const size = d.type === 'Scalable' ? `${d.minSize} to ${d.maxSize}` : String(d.size);
        return d.scale === 1 ? size : `${size} at ${d.scale} times`;
      }),
    );
    return [...all].join(', ');
  });

  private readonly needed = computed(() => {
    const names = new Map<string, string>();
    for (const [context, list] of Object.entries(ICON_NAMES)) for (const n of list) names.set(n, context);
    for (const n of this.extra()) names.set(n, 'This coat’s');
    return names;
  });
  private readonly coverage = computed(() =>
    iconCoverage(
      this.finding().folder,
      iconSetsOf(this.report().findings),
      new Map([...this.needed().keys()].map((n) => [n, 1])),
      this.report().iconSize,
      this.report().iconScale,
    ),
  );
  protected readonly total = computed(() => this.needed().size);
  protected readonly share = computed(() => Math.round((this.coverage().closeness ?? 0) * 100));
  private readonly by = (found: string) =>
    [...this.coverage().by].filter(([, v]) => v.found === found).map(([n]) => n);
  protected readonly own = computed(() => this.by('own'));
  protected readonly missing = computed(() => this.by('missing'));
  protected readonly inherited = computed(() => [...this.by('parent'), ...this.by('last resort')]);
  protected readonly contexts = computed(() => {
    const sums = new Map<string, { name: string; found: number; of: number }>();
    for (const [name, context] of this.needed()) {
      const sum = sums.get(context) ?? { name: context, found: 0, of: 0 };
      sum.of++;
      if (this.coverage().by.get(name)?.found !== 'missing') sum.found++;
      sums.set(context, sum);
    }
    return [...sums.values()];
  });
  protected readonly shown = computed(() => {
    const { root } = this.finding();
    const { pictures } = this.report();
    return [...this.coverage().by].flatMap(([name, { icon }]) => {
      if (!icon) return [];
      const path = treeJoin(treeJoin(root, icon.directory.path), icon.file);
      return pictures[path] ? [{ name, src: pictureAddress(this.reading(), path) }] : [];
    });
  });

  protected names(text: string): void {
    const names = text.split(/[\s,]+/).filter((n) => /^[\w.+-]{1,100}$/.test(n));
    this.again.emit({ names: [...new Set(names)].slice(0, 500) });
  }
}
