import { firstValueFrom } from 'rxjs';
import { median } from '@spare-coat/core/ground/statistics';
import { DestroyRef, Injectable, computed, effect, inject, signal, untracked } from '@angular/core';
import { newestParts } from '@spare-coat/core/deciding/matching/rank';
import type { Part } from '@spare-coat/core/model/parts/part';
import { madeSure, partOfPackage, withSure } from '@spare-coat/core/model/parts/sure';
import type { Step } from '@spare-coat/core/model/deeds/step';
import { memorySamples, USUAL_MEMORY } from '@spare-coat/core/doing/rehearsal/resources';
import { lookOf } from '@spare-coat/core/doing/rehearsal/look';
import { stateAfter, type Injected } from '@spare-coat/core/doing/rehearsal/rehearse';
import { Api } from '../../shared/api';
import { CoatView } from '../../shared/coatView';
import { newId } from '../../shared/newId';
import type { RehearsalAnswer, RehearsalAsk } from '../../../workers/rehearsal.messages';
import { PlanView } from '../planView';

type Answer = Extract<RehearsalAnswer, { rehearsal: unknown }>;

/** Has the plan rehearsed away from the page, whenever it, its faults or its host change. */
@Injectable()
export class Rehearser {
  private readonly view = inject(CoatView);
  private readonly plan = inject(PlanView);
  private readonly api = inject(Api);

  readonly faults = signal<readonly Injected[]>([]);
  readonly seed = signal(1);
  /** Closeness that the shortest plan is to reach, 0 to 1. */
  readonly wanted = signal(0.75);
  readonly answer = signal<Answer | null>(null);
  readonly problem = signal<string | null>(null);
  readonly busy = signal(false);
  /** How many steps of the rehearsal are shown as done; null: all. */
  readonly shownSteps = signal<number | null>(null);
  /** What the mirror has, or why nobody asked it. */
  private readonly mirror = signal<Readonly<Record<string, ReadonlySet<string>>>>({});
  readonly mirrorSays = signal<string | null>(null);

  /** Parts of which was just said that their package is there; later they come with the catalogue. */
  private readonly sure = signal<readonly Part[]>([]);
  private readonly parts = computed(() => newestParts(this.view.context().parts));

  /** Whether a package that is missing belongs to a part, which can then keep that it is there. */
  partFor(step: Step): { readonly part: Part; readonly channel: string } | null {
    for (const deed of step.deeds) {
      const part = deed.do === 'install' ? partOfPackage(this.parts(), deed.channel, deed.package) : null;
      if (part && deed.do === 'install') return { part, channel: deed.channel };
    }
    return null;
  }

  /** Keeps with the part that its package is there, whatever the mirror says. */
  async keepSure(part: Part, channel: string): Promise<void> {
    try {
      const { part: newest } = await firstValueFrom(this.api.part(part.id));
      const sure = madeSure(newest, channel);
      if (!sure) return;
      const kept = await firstValueFrom(this.api.putPart(sure, newest.revision, newId()));
      this.sure.update((all) => [...all, kept.part]);
    } catch (error) {
      this.problem.set(`It could not be kept with ${part.name}: ${(error as Error).message}`);
    }
  }

  private worker: Worker | null = null;
  private asked = 0;

  readonly count = computed(() => this.answer()?.rehearsal.frames.length ?? 0);
  readonly at = computed(() => Math.min(this.shownSteps() ?? this.count(), this.count()));
  /** The coat as it looks after the steps that are shown. */
  readonly look = computed(() => {
    const [answer, context] = [this.answer(), this.plan.look()];
    return answer && context ? lookOf(context, stateAfter(answer.rehearsal, this.at())) : null;
  });

  /** Idle memory of the simulated host at the start and after the steps that are shown, in megabytes. */
  readonly memory = computed(() => {
    const [answer, plan, host] = [this.answer(), this.plan.ordered(), this.view.host()];
    if (!answer || !plan || !host) return null;
    const base = median(this.view.now()?.survey.reading?.memory ?? []) ?? USUAL_MEMORY;
    const parts = new Map([...this.view.context().parts.values()].map((p) => [p.id, p])).values();
    const all = [...parts];
    const at = (n: number, seed: number) =>
      median(memorySamples(stateAfter(answer.rehearsal, n), all, plan.readyOf, base, seed)) ?? base;
    return { start: at(0, this.seed()), now: at(this.at(), this.seed() + 1) };
  });

  constructor() {
    effect(() => {
      const channel = this.view.coat()?.channel ?? null;
      void untracked(() => this.askMirror(channel));
    });
    effect(() => {
      const [plan, look, start, host] = [
        this.plan.ordered(),
        this.plan.look(),
        this.view.rehearsedFrom(),
        this.view.host(),
      ];
      const [faults, seed, wanted, mirror] = [this.faults(), this.seed(), this.wanted(), this.mirror()];
      const sure = this.sure();
      if (!plan || !look || !start || !host) return;
      const ask: RehearsalAsk = {
        n: ++this.asked,
        world: { host, mirror: withSure(mirror, [...untracked(() => this.parts()), ...sure]) },
        plan,
        start,
        faults,
        seed,
        look,
        wanted,
      };
      untracked(() => this.send(ask));
    });
    inject(DestroyRef).onDestroy(() => this.worker?.terminate());
  }

  private send(ask: RehearsalAsk): void {
    if (!this.worker) {
      this.worker = new Worker(new URL('../../../workers/rehearsal.worker', import.meta.url), {
        type: 'module',
      });
      this.worker.onmessage = ({ data }: MessageEvent<RehearsalAnswer>) => this.take(data);
      this.worker.onerror = () => {
        this.problem.set('The rehearsal broke off in this page. Reload it to try again.');
        this.busy.set(false);
      };
    }
    this.busy.set(true);
    this.worker.postMessage(ask);
  }

  private take(answer: RehearsalAnswer): void {
    // A later question is on its way.
    if (answer.n !== this.asked) return;
    this.busy.set(false);
    if ('problem' in answer) this.problem.set(answer.problem);
    else {
      this.problem.set(null);
      this.answer.set(answer);
    }
  }

  private async askMirror(channel: string | null): Promise<void> {
    if (channel === null) return;
    try {
      const { packages } = await firstValueFrom(this.api.mirror(channel));
      this.mirror.set({ [channel]: new Set(packages) });
      this.mirrorSays.set(null);
    } catch (error) {
      this.mirrorSays.set((error as Error).message);
    }
  }
}
