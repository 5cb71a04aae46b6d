import type { ElementRef } from '@angular/core';
import {
  ChangeDetectionStrategy,
  Component,
  DestroyRef,
  effect,
  inject,
  input,
  output,
  signal,
  viewChild,
} from '@angular/core';
import { MatIconButton } from '@angular/material/button';
import { MatIcon } from '@angular/material/icon';
import { MatTableModule } from '@angular/material/table';
import { MatTooltip } from '@angular/material/tooltip';
import { byPlace, CellOf } from './rows/tableOf';
import {
  Chart,
  Filler,
  Legend,
  LinearScale,
  LineController,
  LineElement,
  PointElement,
  ScatterController,
  Tooltip,
  type ChartData,
  type ChartOptions,
} from 'chart.js';

Chart.register(
  Filler,
  Legend,
  LinearScale,
  LineController,
  LineElement,
  PointElement,
  ScatterController,
  Tooltip,
);

Chart.defaults.font.family = "'Commissioner Variable', system-ui, sans-serif";
Chart.defaults.font.size = 12.5;

/** The numbers of a chart as a table: what its columns are, and its rows as they are said. */
export interface ChartNumbers {
  readonly head: readonly string[];
  readonly rows: readonly (readonly string[])[];
}

/** A picture of numbers on linear axes, and the same as a table, for whoever would rather read it: a canvas tells nothing. */
@Component({
  selector: 'coat-chart',
  imports: [CellOf, MatIcon, MatIconButton, MatTableModule, MatTooltip],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <canvas
      #canvas
      role="img"
      [attr.aria-label]="label()"
      [style.visibility]="asTable() ? 'hidden' : null"
    ></canvas>
    @if (asTable()) {
      <div class="numbers" role="region" tabindex="0" [attr.aria-label]="label()">
        <table mat-table [dataSource]="numbers().rows" [trackBy]="byPlace">
          @for (column of numbers().head; track column; let i = $index) {
            <ng-container [matColumnDef]="column">
              <th mat-header-cell *matHeaderCellDef [class.number]="i > 0">{{ column }}</th>
              <td mat-cell *matCellDef="let row of numbers().rows" [class.number]="i > 0">{{ row[i] }}</td>
            </ng-container>
          }
          <tr mat-header-row *matHeaderRowDef="numbers().head; sticky: true"></tr>
          <tr mat-row *matRowDef="let row; columns: numbers().head"></tr>
        </table>
      </div>
    }
    <button
      type="button"
      matIconButton
      class="turn"
      [attr.aria-pressed]="asTable()"
      [attr.aria-label]="'As numbers: ' + label()"
      [matTooltip]="asTable() ? 'As a chart' : 'As numbers'"
      (click)="asTable.set(!asTable())"
    >
      <mat-icon [svgIcon]="asTable() ? 'chart-line' : 'table-2'" />
    </button>
  `,
  styles: `
    /* The button to the numbers stands beside what is drawn, never over it. */
    :host {
      display: block;
      box-sizing: border-box;
      padding-right: 34px;
      position: relative;
      min-height: 0;
      min-width: 0;
    }
    .numbers {
      position: absolute;
      inset: 0 34px 0 0;
      overflow: auto;
    }
    .turn {
      position: absolute;
      top: 0;
      right: 0;
      background: var(--mat-sys-surface-container);
    }
  `,
})
export class NumberChart {
  readonly data = input.required<ChartData<'line' | 'scatter'>>();
  readonly options = input.required<ChartOptions<'line' | 'scatter'>>();
  readonly label = input.required<string>();
  readonly numbers = input.required<ChartNumbers>();
  protected readonly asTable = signal(false);
  protected readonly byPlace = byPlace;
  /** The number on the x axis that was clicked on. */
  readonly picked = output<number>();
  private readonly canvas = viewChild.required<ElementRef<HTMLCanvasElement>>('canvas');
  private chart: Chart<'line' | 'scatter'> | null = null;

  constructor() {
    effect(() => {
      const [data, options] = [this.data(), this.options()];
      const still = matchMedia('(prefers-reduced-motion: reduce)').matches;
      if (this.chart) {
        this.chart.data = data;
        this.chart.options = { ...options, ...FIXED, animation: false };
        this.chart.update(still ? 'none' : undefined);
        return;
      }
      this.chart = new Chart<'line' | 'scatter'>(this.canvas().nativeElement, {
        type: 'line',
        data,
        options: {
          ...options,
          ...FIXED,
          animation: false,
          onClick: (event, _items, chart) => {
            const x = chart.scales['x']?.getValueForPixel(event.x ?? 0);
            if (x !== undefined) this.picked.emit(x);
          },
        },
      });
    });
    inject(DestroyRef).onDestroy(() => this.chart?.destroy());
  }
}

const FIXED = { responsive: true, maintainAspectRatio: false } as const;

/** The colours of the room, for what is drawn on a canvas: tokens as the browser works them out in this colour scheme. */
export function roomColours(): { ink: string; faint: string; line: string; accent: string; fill: string } {
  const probe = document.createElement('i');
  document.body.append(probe);
  const read = (token: string) => {
    probe.style.color = `var(${token})`;
    return getComputedStyle(probe).color;
  };
  const colours = {
    ink: read('--mat-sys-on-surface'),
    faint: read('--mat-sys-on-surface-variant'),
    line: read('--mat-sys-outline-variant'),
    accent: read('--mat-sys-primary'),
    fill: read('--coat-fill'),
  };
  probe.remove();
  return colours;
}
