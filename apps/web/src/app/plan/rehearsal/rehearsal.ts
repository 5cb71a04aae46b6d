import { NumberField } from '../../shared/forms/numberField';
import { StageLayout } from '../../shared/stageLayout';
import { MatSlider, MatSliderThumb } from '@angular/material/slider';
import { MatSelect } from '@angular/material/select';
import { MatOption } from '@angular/material/core';
import { MatFormField } from '@angular/material/form-field';
import { MatTooltip } from '@angular/material/tooltip';
import { MatIcon } from '@angular/material/icon';
import { MatButton, MatIconButton } from '@angular/material/button';
import { ChangeDetectionStrategy, Component, DestroyRef, computed, inject, signal } from '@angular/core';
import { RouterLink } from '@angular/router';
import type { ChartData, ChartOptions } from 'chart.js';
import { FAULTS, type Fault } from '@spare-coat/core/doing/simulation/perform';
import type { View } from '@spare-coat/core/model/kinds/drawn';
import { NumberChart, roomColours, type ChartNumbers } from '../../shared/chart';
import { CoatView } from '../../shared/coatView';
import { Drawing } from '../../shared/drawing';
import { ReferencePicture } from '../../shared/referencePicture';
import { RoomLight } from '../../shared/room';
import { sayClose } from '../../shared/sayClose';
import { ViewPicker } from '../../shared/viewPicker';
import { PlanNav } from '../planNav';
import { PlanView } from '../planView';
import { sayMinutes } from '../words';
import { Rehearser } from './rehearser';

/** How long each step is shown while it plays, in milliseconds. */
const BEAT_MS = 700;

/** The plan on a simulated host: each step with what becomes of it, and the desktop taking shape beside the reference. */
@Component({
  selector: 'coat-rehearsal',
  imports: [
    Drawing,
    MatButton,
    MatFormField,
    MatIcon,
    MatIconButton,
    MatOption,
    MatSelect,
    MatSlider,
    MatSliderThumb,
    MatTooltip,
    NumberChart,
    NumberField,
    PlanNav,
    ReferencePicture,
    RouterLink,
    StageLayout,
    ViewPicker,
  ],
  providers: [Rehearser],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './rehearsal.html',
  styleUrls: ['../common.scss', './rehearsal.scss'],
})
export class RehearsalStage {
  protected readonly view = inject(CoatView);
  protected readonly plan = inject(PlanView);
  protected readonly r = inject(Rehearser);
  private readonly room = inject(RoomLight);

  protected readonly faultWords = FAULTS;
  protected readonly shows = signal<View>('desktop');
  protected readonly large = signal(false);
  protected readonly playing = signal(false);
  protected readonly wanted = computed(() => Math.round(this.r.wanted() * 1000) / 10);
  protected readonly say = sayClose;
  protected readonly sayMinutes = sayMinutes;
  private timer: ReturnType<typeof setInterval> | null = null;

  protected readonly frames = computed(() => this.r.answer()?.rehearsal.frames ?? []);
  /** The step that was done last at the place of the slider. */
  protected readonly last = computed(() => this.frames()[this.r.at() - 1] ?? null);
  protected readonly closeness = computed(() => this.r.answer()?.closeness[this.r.at()] ?? null);
  protected readonly stopped = computed(() => {
    const frame = this.frames().at(-1);
    return frame?.how === 'fails' ? frame : null;
  });
  /** The part whose package a mirror does not know, where that is why it stops. */
  protected readonly missingPackage = computed(() => {
    const frame = this.stopped();
    return frame && / has no package /.test(frame.sentence) ? this.r.partFor(frame.step) : null;
  });
  /** The steps that bring most, with the points that they bring. */
  protected readonly gains = computed(() => {
    const all = this.r.answer()?.closeness ?? [];
    return this.frames()
      .map((f, i) => ({ n: i + 1, title: f.step.title, points: ((all[i + 1] ?? 0) - (all[i] ?? 0)) * 100 }))
      .filter((g) => g.points > 0.05)
      .sort((a, b) => b.points - a.points)
      .slice(0, 5);
  });
  protected readonly shortest = computed(() => this.r.answer()?.shortest ?? null);
  protected readonly shortNames = computed(() =>
    (this.shortest()?.elements ?? []).map((id) => this.view.rows().element[id]?.name ?? '').join(', '),
  );

  protected readonly numbers = computed<ChartNumbers>(() => {
    const steps = this.plan.steps();
    return {
      head: ['Steps done', 'The last of them', 'Closeness'],
      rows: (this.r.answer()?.closeness ?? []).map((v, n) => [
        String(n),
        n === 0 ? 'none yet' : (steps[n - 1]?.title ?? ''),
        v === null ? '–' : `${(v * 100).toFixed(1)} %`,
      ]),
    };
  });
  protected readonly chart = computed<{ data: ChartData<'line'>; options: ChartOptions<'line'> }>(() => {
    this.room.room();
    const c = roomColours();
    const all = this.r.answer()?.closeness ?? [];
    const points = all.map((v, x) => ({ x, y: (v ?? 0) * 100 }));
    const at = this.r.at();
    return {
      data: {
        datasets: [
          { data: points, stepped: 'before', borderColor: c.accent, backgroundColor: c.line, borderWidth: 2, pointRadius: 0, fill: true },
          { data: [{ x: at, y: (all[at] ?? 0) * 100 }], borderColor: c.ink, backgroundColor: c.ink, pointRadius: 5, showLine: false, clip: false },
        ],
      },
      options: {
        layout: { padding: { top: 6, right: 8 } },
        plugins: { legend: { display: false }, tooltip: { enabled: false } },
        scales: {
          x: { type: 'linear', min: 0, max: Math.max(1, all.length - 1), ticks: { color: c.faint, precision: 0 }, grid: { display: false }, title: { display: true, text: 'steps done', color: c.faint } },
          y: { type: 'linear', min: 0, max: 100, ticks: { color: c.faint, stepSize: 25, callback: (v) => `${v} %` }, grid: { color: c.line } },
        },
      },
    }; // prettier-ignore
  });

  constructor() {
    inject(DestroyRef).onDestroy(() => this.pause());
  }

  protected go(n: number): void {
    this.r.shownSteps.set(Math.max(0, Math.min(this.r.count(), Math.round(n))));
  }
  protected play(): void {
    if (this.playing()) return this.pause();
    if (this.r.at() >= this.r.count()) this.go(0);
    this.playing.set(true);
    this.timer = setInterval(() => {
      if (this.r.at() >= this.r.count()) this.pause();
      else this.go(this.r.at() + 1);
    }, BEAT_MS);
  }
  protected pause(): void {
    if (this.timer) clearInterval(this.timer);
    this.timer = null;
    this.playing.set(false);
  }

  protected faultOf(key: string): string {
    return this.r.faults().find((f) => f.key === key)?.fault ?? '';
  }
  protected setFault(key: string, fault: string): void {
    const rest = this.r.faults().filter((f) => f.key !== key);
    this.r.faults.set(fault === '' ? rest : [...rest, { key, fault: fault as Fault }]);
    this.r.shownSteps.set(null);
  }
  protected noFaults(): void {
    this.r.faults.set([]);
  }
}
