import { MatTableModule } from '@angular/material/table';
import { CellOf, byId } from '../shared/rows/tableOf';
import { MatSelect } from '@angular/material/select';
import { MatOption } from '@angular/material/core';
import { MatFormField } from '@angular/material/form-field';
import { MatIcon } from '@angular/material/icon';
import { MatButton } from '@angular/material/button';
import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { RouterLink } from '@angular/router';
import type { ChartData, ChartOptions } from 'chart.js';
import { overTime } from '@spare-coat/core/proving/compare/overTime';
import { NumberChart, roomColours, type ChartNumbers } from '../shared/chart';
import { CoatView } from '../shared/coatView';
import { RoomLight } from '../shared/room';
import { sayChange, sayClose } from '../shared/sayClose';
import { CompareNav } from './compareNav';

const DAY_MS = 86_400_000;

/** Closeness over the pictures of the own desktop, and any two of their dates held against each other, element by element. */
@Component({
  selector: 'coat-over-time',
  imports: [
    CellOf,
    CompareNav,
    MatButton,
    MatFormField,
    MatIcon,
    MatOption,
    MatSelect,
    MatTableModule,
    NumberChart,
    RouterLink,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <section class="bench">
      <div class="bench-head">
        <h1>Over time</h1>
        <coat-compare-nav />
      </div>
      @if (moments().length === 0) {
        <div class="empty">
          <h2>No picture of your desktop yet</h2>
          <p>
            Each picture that you bring in is kept by its date. Here you see how close you have come since.
          </p>
          <a matButton="filled" routerLink="../compare" queryParamsHandling="preserve"
            ><mat-icon svgIcon="arrow-right" />Go to the pictures</a
          >
        </div>
      } @else {
        <coat-chart
          [data]="chart().data"
          [options]="chart().options"
          [label]="words()"
          [numbers]="numbers()"
          (picked)="pickAt($event)"
        />
        <div class="two">
          <span class="choice"
            >From
            <mat-form-field
              ><mat-select
                (selectionChange)="firstId.set($event.value)"
                aria-label="From"
                [value]="first()?.capture?.id"
              >
                @for (m of moments(); track m.capture.id) {
                  <mat-option [value]="m.capture.id">
                    {{ m.capture.at.slice(0, 10) }} {{ m.capture.name }}
                  </mat-option>
                }
              </mat-select></mat-form-field
            ></span
          >
          <span class="choice"
            >to
            <mat-form-field
              ><mat-select
                (selectionChange)="secondId.set($event.value)"
                aria-label="to"
                [value]="second()?.capture?.id"
              >
                @for (m of moments(); track m.capture.id) {
                  <mat-option [value]="m.capture.id">
                    {{ m.capture.at.slice(0, 10) }} {{ m.capture.name }}
                  </mat-option>
                }
              </mat-select></mat-form-field
            ></span
          >
          <strong>{{ say(first()?.closeness) }} % → {{ say(second()?.closeness) }} %</strong>
          @if (first() && second() && first() !== second()) {
            <a
              routerLink="../compare"
              [queryParams]="{ own: second()!.capture.id, to: first()!.capture.id }"
              queryParamsHandling="merge"
              >Lay the two on each other</a
            >
          }
        </div>
        <div class="scroll" tabindex="0" role="region" aria-label="The elements on both dates">
          <table mat-table [dataSource]="rows()" [trackBy]="byId">
            <ng-container matColumnDef="element">
              <th mat-header-cell *matHeaderCellDef>Element</th>
              <td mat-cell *matCellDef="let row of rows()" [attr.role]="'rowheader'">{{ row.name }}</td>
            </ng-container>
            <ng-container matColumnDef="c1">
              <th mat-header-cell *matHeaderCellDef class="number">
                {{ first()?.capture?.at?.slice(0, 10) }}
              </th>
              <td mat-cell *matCellDef="let row of rows()" class="number">
                {{ row.before === null ? 'not seen' : say(row.before) + ' %' }}
              </td>
            </ng-container>
            <ng-container matColumnDef="c2">
              <th mat-header-cell *matHeaderCellDef class="number">
                {{ second()?.capture?.at?.slice(0, 10) }}
              </th>
              <td mat-cell *matCellDef="let row of rows()" class="number">
                {{ row.after === null ? 'not seen' : say(row.after) + ' %' }}
              </td>
            </ng-container>
            <ng-container matColumnDef="change">
              <th mat-header-cell *matHeaderCellDef class="number">Change</th>
              <td mat-cell *matCellDef="let row of rows()" class="number">{{ row.change }}</td>
            </ng-container>
            <tr mat-header-row *matHeaderRowDef="['element', 'c1', 'c2', 'change']; sticky: true"></tr>
            <tr mat-row *matRowDef="let row; columns: ['element', 'c1', 'c2', 'change']"></tr>
          </table>
        </div>
      }
    </section>
  `,
  styles: `
    :host {
      display: block;
      height: 100%;
    }
    .bench {
      display: flex;
      flex-direction: column;
      gap: 10px;
      height: 100%;
      overflow: auto;
    }
    .bench-head {
      margin: 0;
    }
    coat-chart {
      height: 240px;
      flex: none;
    }
    .two {
      display: flex;
      flex-wrap: wrap;
      align-items: baseline;
      gap: 14px;
    }
    table {
      max-width: 720px;
    }
  `,
})
export class OverTime {
  protected readonly byId = byId;
  protected readonly view = inject(CoatView);
  private readonly room = inject(RoomLight);
  protected readonly say = sayClose;
  protected readonly firstId = signal<string | null>(null);
  protected readonly secondId = signal<string | null>(null);

  protected readonly moments = computed(() => {
    const [state, variant] = [this.view.state(), this.view.variant()];
    return state && variant ? overTime(this.view.context(), state.elements, variant.id) : [];
  });
  protected readonly first = computed(
    () => this.moments().find((m) => m.capture.id === this.firstId()) ?? this.moments()[0] ?? null,
  );
  protected readonly second = computed(
    () => this.moments().find((m) => m.capture.id === this.secondId()) ?? this.moments().at(-1) ?? null,
  );
  protected readonly rows = computed(() => {
    const [first, second] = [this.first(), this.second()];
    return this.view
      .spine()
      .map(({ element }) => {
        const before = first?.elements.get(element.id) ?? null;
        const after = second?.elements.get(element.id) ?? null;
        return { id: element.id, name: element.name, before, after, change: sayChange(before, after) };
      })
      .filter((r) => r.before !== null || r.after !== null);
  });
  protected readonly words = computed(
    () =>
      `Closeness over time: ${this.moments()
        .map((m) => `${m.capture.at.slice(0, 10)} ${sayClose(m.closeness)} %`)
        .join(', ')}`,
  );

  protected readonly numbers = computed<ChartNumbers>(() => ({
    head: ['Day', 'Picture', 'Closeness'],
    rows: this.moments().map(({ capture, closeness }) => [
      capture.at.slice(0, 10),
      capture.name,
      closeness === null ? 'not seen' : `${sayClose(closeness)} %`,
    ]),
  }));
  protected readonly chart = computed<{ data: ChartData<'line'>; options: ChartOptions<'line'> }>(() => {
    this.room.room();
    const c = roomColours();
    const points = this.moments()
      .filter((m) => m.closeness !== null)
      .map((m) => ({ x: Date.parse(m.capture.at), y: m.closeness! * 100 }));
    const [least, most] = [points[0]?.x ?? 0, points.at(-1)?.x ?? 0];
    const room = Math.max(DAY_MS, (most - least) * 0.05);
    return {
      data: {
        datasets: [
          {
            data: points,
            borderColor: c.accent,
            backgroundColor: c.accent,
            borderWidth: 2,
            pointRadius: 5,
          },
        ],
      },
      options: {
        plugins: {
          legend: { display: false },
          tooltip: {
            callbacks: {
              title: ([item]) => dayOf(item?.parsed.x ?? 0),
              label: (item) => `${Math.round(item.parsed.y ?? 0)} %`,
            },
          },
        },
        scales: {
          x: {
            type: 'linear',
            min: least - room,
            max: most + room,
            ticks: { color: c.faint, maxTicksLimit: 8, callback: (v) => dayOf(Number(v)) },
            grid: { color: c.line },
          },
          y: {
            type: 'linear',
            min: 0,
            max: 100,
            ticks: { color: c.faint, callback: (v) => `${v} %` },
            grid: { color: c.line },
          },
        },
      },
    };
  });

  /** The picture nearest to a place on the chart becomes the second of the two. */
  protected pickAt(ms: number): void {
    const far = (at: string) => Math.abs(Date.parse(at) - ms);
    const [nearest] = [...this.moments()].sort((a, b) => far(a.capture.at) - far(b.capture.at));
    if (nearest) this.secondId.set(nearest.capture.id);
  }
}

const dayOf = (ms: number) => new Date(ms).toISOString().slice(0, 10);
