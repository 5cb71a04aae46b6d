import type { ElementRef } from '@angular/core';
import {
  ChangeDetectionStrategy,
  Component,
  DestroyRef,
  effect,
  inject,
  input,
  output,
  viewChild,
} from '@angular/core';
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

/** A picture of numbers on linear axes. Its numbers stand beside it in words: a canvas tells nothing to a screen reader. */
@Component({
  selector: 'coat-chart',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<canvas #canvas role="img" [attr.aria-label]="label()"></canvas>`,
  styles: `
    :host {
      display: block;
      position: relative;
      min-height: 0;
      min-width: 0;
    }
  `,
})
export class NumberChart {
  readonly data = input.required<ChartData<'line' | 'scatter'>>();
  readonly options = input.required<ChartOptions<'line' | 'scatter'>>();
  readonly label = input.required<string>();
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
