import { FormControl, FormGroup, ReactiveFormsModule, type ValidatorFn } from '@angular/forms';
import { MatError } from '@angular/material/form-field';
import { sayProblems } from '../../shared/forms/bySchema';
import { StageLayout } from '../../shared/stageLayout';
import { MatTableModule } from '@angular/material/table';
import { CellOf, byId, byPlace } from '../../shared/rows/tableOf';
import { MatInput } from '@angular/material/input';
import { MatSelect } from '@angular/material/select';
import { MatOption } from '@angular/material/core';
import { MatFormField } from '@angular/material/form-field';
import { MatIcon } from '@angular/material/icon';
import { MatButton } from '@angular/material/button';
import { median } from '@spare-coat/core/ground/statistics';
import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import type { ChartData, ChartOptions } from 'chart.js';
import { type ReadingRow } from '@spare-coat/core/model/coat/rows';
import {
  READING_LOADS,
  READING_PHASES,
  type ReadingLoad,
  type ReadingPhase,
} from '@spare-coat/core/model/coat/rows/host';
import { sayVerdict, verdictOf, type Verdict } from '@spare-coat/core/proving/readings/verdict';
import { byPart } from '@spare-coat/core/proving/readings/byPart';
import { NumberChart, roomColours, type ChartNumbers } from '../../shared/chart';
import { CoatStore } from '../../shared/coatStore';
import { CoatView } from '../../shared/coatView';
import { newId } from '../../shared/newId';
import { RoomLight } from '../../shared/room';
import { SurveyIntake } from '../../shared/surveyIntake';
import { PlanNav } from '../planNav';
import { FileButton } from '../../shared/fileButton';

const WHATS = [
  { key: 'memory', label: 'Memory', unit: 'MB', word: 'memory' },
  { key: 'processor', label: 'Processor', unit: '%', word: 'of the processor' },
] as const;

const MOST_SAMPLES = 600;

/** Numbers with blanks between, a comma for a point taken as well; NaN for what is none. */
const samplesIn = (text: string): number[] =>
  text
    .split(/[\s;]+/)
    .filter(Boolean)
    .map((t) => Number(t.replace(',', '.')));

/** A line of numbers, 0 or more, that were read one after the other. */
const areSamples: ValidatorFn = ({ value }) => {
  const list = samplesIn(String(value ?? ''));
  const isRight =
    list.length > 0 && list.length <= MOST_SAMPLES && list.every((v) => Number.isFinite(v) && v >= 0);
  return isRight
    ? null
    : { schema: [`At least one number, at most ${MOST_SAMPLES}, each 0 or more, with blanks between.`] };
};

/** A chart with its numbers. */
interface Drawn {
  readonly data: ChartData<'line'>;
  readonly options: ChartOptions<'line'>;
  readonly numbers: ChartNumbers;
}

/** What the coat costs: samples before and after, and an honest answer to whether the difference is more than noise. */
@Component({
  selector: 'coat-readings',
  imports: [
    CellOf,
    FileButton,
    MatButton,
    MatError,
    MatFormField,
    MatIcon,
    MatInput,
    MatOption,
    MatSelect,
    ReactiveFormsModule,
    MatTableModule,
    NumberChart,
    PlanNav,
    StageLayout,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './readings.html',
  styleUrl: './readings.scss',
})
export class ReadingsStage {
  protected readonly byPlace = byPlace;
  protected readonly byId = byId;
  protected readonly view = inject(CoatView);
  private readonly store = inject(CoatStore);
  private readonly room = inject(RoomLight);
  protected readonly intake = inject(SurveyIntake);

  protected readonly Math = Math;
  protected readonly phases = READING_PHASES;
  protected readonly loads = READING_LOADS;
  protected readonly load = signal<ReadingLoad>('idle');
  protected readonly runs = computed(() =>
    Object.values(this.view.rows().reading)
      .filter((r) => r.load === this.load())
      .sort((a, b) => (a.at < b.at ? -1 : 1)),
  );

  protected readonly shown = computed(() =>
    WHATS.map((what) => {
      const of = (phase: ReadingPhase) =>
        this.runs()
          .filter((r) => r.phase === phase)
          .map((r) => r[what.key]);
      const verdict = verdictOf(of('before'), of('after'));
      return {
        ...what,
        verdict,
        sentence: sayVerdict(verdict, what.word, what.unit),
        chart: this.chartOf(what.key, verdict),
        middles: this.middlesOf(what.unit, verdict),
      };
    }),
  );
  protected readonly parts = computed(() => byPart(this.view.rows()));

  /** Samples over time, run after run, and the median of each phase as a line. */
  private chartOf(key: 'memory' | 'processor', verdict: Verdict): Drawn {
    this.room.room();
    const c = roomColours();
    const unit = key === 'memory' ? 'MB' : '%';
    let x = 0;
    const datasets: ChartData<'line'>['datasets'] = [];
    const ends = new Map<ReadingPhase, [number, number]>();
    const inOrder = [...this.runs()].sort((a, b) =>
      a.phase === b.phase ? 0 : a.phase === 'before' ? -1 : 1,
    );
    for (const run of inOrder) {
      const isBefore = run.phase === 'before';
      const from = x;
      const points = run[key].map((y) => ({ x: x++, y }));
      ends.set(run.phase, [ends.get(run.phase)?.[0] ?? from, x - 1]);
      x += 2;
      datasets.push({
        data: points,
        borderColor: isBefore ? c.fill : c.accent,
        backgroundColor: isBefore ? c.fill : c.accent,
        borderWidth: 1.5,
        borderDash: isBefore ? [4, 3] : [],
        pointStyle: isBefore ? 'rect' : 'circle',
        pointRadius: 2.5,
      });
    }
    for (const [phase, [a, b]] of ends) {
      const y = phase === 'before' ? verdict.before : verdict.after;
      if (y !== null) datasets.push({ data: [{ x: a, y }, { x: b, y }], borderColor: c.ink, borderWidth: 2.5, pointRadius: 0 }); // prettier-ignore
    }
    return {
      numbers: {
        head: ['Run', 'Sample', unit],
        rows: inOrder.flatMap((run) =>
          run[key].map((y, i) => [`${run.phase}, ${run.at.slice(0, 10)}`, String(i + 1), String(y)]),
        ),
      },
      data: { datasets },
      options: {
        plugins: { legend: { display: false }, tooltip: { enabled: false } },
        scales: {
          x: { type: 'linear', min: -1, max: Math.max(1, x - 2), ticks: { display: false }, grid: { display: false }, title: { display: true, text: 'samples, run after run: before, then after', color: c.faint } },
          y: { type: 'linear', grace: '10%', ticks: { color: c.faint, callback: (v) => `${Math.round(Number(v) * 10) / 10} ${unit}` }, grid: { color: c.line } },
        },
      },
    }; // prettier-ignore
  }

  /** The medians of both phases with their intervals. */
  private middlesOf(unit: string, v: Verdict): Drawn {
    this.room.room();
    const c = roomColours();
    const one = (x: number, middle: number | null, interval: readonly [number, number] | null, colour: string) =>
      middle === null || !interval
        ? []
        : [
            { data: interval.map((y) => ({ x, y })), borderColor: colour, borderWidth: 2, pointStyle: 'line' as const, pointRadius: 7, pointBorderWidth: 2 },
            { data: [{ x, y: middle }], borderColor: colour, backgroundColor: colour, pointStyle: x === 0 ? ('rect' as const) : ('circle' as const), pointRadius: 5 },
          ]; // prettier-ignore
    const row = (phase: string, middle: number | null, interval: readonly [number, number] | null) => [
      phase,
      middle === null ? '–' : middle.toFixed(1),
      interval ? `${interval[0].toFixed(1)} to ${interval[1].toFixed(1)}` : '–',
    ];
    return {
      numbers: {
        head: ['Phase', `Median, ${unit}`, 'Interval'],
        rows: [row('before', v.before, v.beforeInterval), row('after', v.after, v.afterInterval)],
      },
      data: { datasets: [...one(0, v.before, v.beforeInterval, c.fill), ...one(1, v.after, v.afterInterval, c.accent)] },
      options: {
        plugins: { legend: { display: false }, tooltip: { enabled: false } },
        scales: {
          x: { type: 'linear', min: -0.6, max: 1.6, grid: { display: false }, afterBuildTicks: (scale) => { scale.ticks = [{ value: 0 }, { value: 1 }]; }, ticks: { color: c.faint, autoSkip: false, callback: (x) => (x === 0 ? 'before' : 'after') } },
          y: { type: 'linear', grace: '25%', ticks: { color: c.faint, maxTicksLimit: 5, callback: (y) => `${Math.round(Number(y) * 10) / 10} ${unit}` }, grid: { color: c.line } },
        },
      },
    }; // prettier-ignore
  }

  protected signed(value: number): string {
    return `${value < 0 ? '−' : ''}${Math.abs(value).toFixed(1)}`;
  }
  protected middle(run: ReadingRow, key: 'memory' | 'processor'): string {
    const m = median(run[key]);
    return m === null ? '–' : m.toFixed(1);
  }
  protected setPhase(run: ReadingRow, phase: ReadingPhase): void {
    this.store.send({ type: 'reading.set', id: run.id, phase, load: run.load });
  }
  protected remove(run: ReadingRow): void {
    this.store.send({ type: 'reading.remove', id: run.id });
  }

  protected readonly form = new FormGroup({
    phase: new FormControl<ReadingPhase>('before', { nonNullable: true }),
    memory: new FormControl('', { nonNullable: true, validators: areSamples }),
    processor: new FormControl('', { nonNullable: true, validators: areSamples }),
  });
  protected readonly say = sayProblems;

  /** Takes a run that was typed: samples of memory and of the processor. */
  protected type(): void {
    this.form.markAllAsTouched();
    if (this.form.invalid) return;
    const { phase, memory, processor } = this.form.getRawValue();
    const sent = this.store.send({
      type: 'reading.add',
      id: newId(),
      surveyId: null,
      at: new Date().toISOString(),
      phase,
      load: this.load(),
      memory: samplesIn(memory),
      processor: samplesIn(processor),
    });
    if (sent) this.form.reset();
  }
}
