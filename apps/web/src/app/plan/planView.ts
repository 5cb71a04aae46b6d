import { Injectable, computed, inject, signal } from '@angular/core';
import { hostNow } from '@spare-coat/core/model/host/now';
import type { Survey } from '@spare-coat/core/model/host/survey';
import { keptStep, minutesWorked, stepEntries, type StepEntry } from '@spare-coat/core/doing/plan/journal';
import { stepsOf, type OrderedPlan, type Step } from '@spare-coat/core/model/deeds/step';
import { variantSettings } from '@spare-coat/core/doing/plan/switchVariant';
import { verify, type Proof } from '@spare-coat/core/doing/plan/verify';
import type { JournalWhat } from '@spare-coat/core/model/coat/rows/journal';
import type { LookContext } from '@spare-coat/core/doing/rehearsal/look';
import { CoatStore } from '../shared/coatStore';
import { CoatView } from '../shared/coatView';
import { newId } from '../shared/newId';

const tickOf = (step: Step, what: JournalWhat, at: Date, note = '', pictures: readonly string[] = []) => ({
  type: 'plan.tick' as const,
  id: newId(),
  stepKey: step.key,
  title: step.title,
  what,
  note,
  pictures: [...pictures],
  step: what === 'done' ? keptStep(step) : null,
  at: at.toISOString(),
});

/** What the views of the Plan stage share: where every step stands, and what was said of it. */
@Injectable({ providedIn: 'root' })
export class PlanView {
  private readonly view = inject(CoatView);
  private readonly store = inject(CoatStore);

  readonly ordered = computed<OrderedPlan | null>(() => {
    const plan = this.view.plan();
    return plan?.ok ? plan : null;
  });
  readonly steps = computed<readonly Step[]>(() => {
    const plan = this.view.plan();
    return plan ? stepsOf(plan) : [];
  });
  readonly entries = computed<ReadonlyMap<string, StepEntry>>(() => stepEntries(this.view.rows()));
  readonly isSettled = (key: string) => {
    const what = this.entries().get(key)?.what;
    return what === 'done' || what === 'skipped';
  };
  readonly doneCount = computed(() => this.steps().filter((s) => this.isSettled(s.key)).length);
  readonly minutesLeft = computed(() =>
    this.steps().reduce((sum, s) => sum + (this.isSettled(s.key) ? 0 : s.minutes), 0),
  );
  readonly minutesWorked = computed(() => Math.round(minutesWorked(this.view.rows())));

  /** The survey that was dropped last to be held against what was ticked. */
  readonly held = signal<{ readonly name: string; readonly survey: Survey } | null>(null);
  readonly proofs = computed<ReadonlyMap<string, Proof>>(() => {
    const [held, host] = [this.held(), this.view.host()];
    return held && host ? verify(hostNow(host, [held.survey]), this.view.doneByJournal()) : new Map();
  });
  readonly missing = computed(() => [...this.proofs()].filter(([, p]) => p.is === 'missing').length);
  readonly proven = computed(() => [...this.proofs()].filter(([, p]) => p.is === 'proven').length);

  readonly look = computed<LookContext | null>(() => {
    const [coat, host, plan] = [this.view.state(), this.view.host(), this.ordered()];
    if (!coat || !host || !plan) return null;
    const ctx = this.view.context();
    return { ctx, coat, readyOf: plan.readyOf, variants: variantSettings(ctx, coat, host) };
  });

  /** The names of the elements that a step serves. */
  serves(step: Step): string {
    return step.elements
      .map((id) => this.view.rows().element[id]?.name ?? '')
      .filter(Boolean)
      .join(', ');
  }

  /** The host with its distribution, in words. */
  readonly hostLabel = computed(() => {
    const host = this.view.host();
    const channel = host?.channels.find((c) => c.id === this.view.coat()?.channel)?.name;
    return host ? `${host.name} ${host.version}${channel ? ` on ${channel}` : ''}` : 'no host chosen';
  });

  /** Writes into the journal. What is done is kept with its step, so that it can be taken back when the plan is another one. */
  write(step: Step, what: JournalWhat, note = '', pictures: readonly string[] = []): void {
    this.store.send(tickOf(step, what, new Date(), note, pictures));
  }

  /** Ticks steps as done that nothing was said of yet, or that failed, as one change. */
  writeDone(steps: readonly Step[]): void {
    const open = steps.filter((step) => !this.isSettled(step.key));
    const now = Date.now();
    const [first, ...others] = open.map((step, i) => tickOf(step, 'done', new Date(now + i)));
    if (first && others.length === 0) this.store.send(first);
    else if (first)
      this.store.send({ type: 'many', label: `Tick ${open.length} steps`, commands: [first, ...others] });
  }
  /** The steps between two, both counted, in the plan's order. */
  between(a: string, b: string): readonly Step[] {
    const steps = this.steps();
    const ends = [a, b].map((key) => steps.findIndex((step) => step.key === key));
    return ends.includes(-1) ? [] : steps.slice(Math.min(...ends), Math.max(...ends) + 1);
  }
  /** The steps up to one, it counted. */
  upTo(key: string): readonly Step[] {
    const [first] = this.steps();
    return first ? this.between(first.key, key) : [];
  }

  /** Takes back what the journal says of a step. */
  takeBack(step: Step): void {
    const what = this.entries().get(step.key)?.what;
    if (what === 'done') this.write(step, 'withdrawn');
    if (what === 'skipped') this.write(step, 'skip withdrawn');
    if (what === 'failed') this.write(step, 'failure withdrawn');
  }
}
