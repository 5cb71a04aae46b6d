import { Injectable, computed, effect, inject, signal, untracked } from '@angular/core';
import { coatOf } from '@spare-coat/core/model/coat/rows';
import type { ProposalReport } from '@spare-coat/core/deciding/proposal/report';
import type { JobState } from '@spare-coat/core/proving/wire/job';
import { Api } from '../../shared/api';
import { CoatStore } from '../../shared/coatStore';
import { CoatView } from '../../shared/coatView';

/** How a proposal stands that was asked for. */
export interface Asked {
  readonly job: string;
  readonly state: JobState['state'];
  /** 0 to 1. */
  readonly progress: number;
  readonly report: ProposalReport | null;
  readonly sentence: string | null;
}

const POLL_MS = 120;

/** Asks the server for proposals, follows how they come, and keeps the last one while one looks at other stages. */
@Injectable({ providedIn: 'root' })
export class Proposals {
  private readonly api = inject(Api);
  private readonly store = inject(CoatStore);
  private readonly view = inject(CoatView);
  readonly asked = signal<Asked | null>(null);
  readonly problem = signal<string | null>(null);
  /** The rows that the report speaks of: when others came since, it may be out of date. */
  private readonly askedOf = signal<unknown>(null);
  private turn = 0;

  constructor() {
    const coat = computed(() => this.view.coat()?.id);
    effect(() => {
      coat();
      untracked(() => this.forget());
    });
  }

  isStale(): boolean {
    return this.asked() !== null && this.askedOf() !== this.view.rows();
  }

  /** What was accepted is what the report says: it does not grow old by that. */
  keepFresh(): void {
    this.askedOf.set(this.view.rows());
  }

  private forget(): void {
    this.turn++;
    this.asked.set(null);
    this.problem.set(null);
  }

  async ask(released: readonly string[] | 'all'): Promise<void> {
    const turn = ++this.turn;
    this.problem.set(null);
    try {
      await this.store.settled();
      const rows = this.view.rows();
      const { job } = await this.api.askProposal(coatOf(rows).id, released);
      if (turn !== this.turn) return;
      this.askedOf.set(rows);
      this.asked.set({ job, state: 'waiting', progress: 0, report: null, sentence: null });
      for (;;) {
        const now = await this.api.job(job);
        if (turn !== this.turn) return;
        this.asked.set({
          job,
          state: now.state,
          progress: now.progress,
          report: (now.result ?? now.partial ?? null) as ProposalReport | null,
          sentence: now.problem?.sentence ?? null,
        });
        if (now.state !== 'waiting' && now.state !== 'running') return;
        await new Promise((done) => setTimeout(done, POLL_MS));
        if (turn !== this.turn) return;
      }
    } catch (error) {
      if (turn === this.turn) this.problem.set((error as Error).message);
    }
  }

  async cancel(): Promise<void> {
    const job = this.asked()?.job;
    if (job) await this.api.cancelJob(job).catch(() => undefined);
  }
}
