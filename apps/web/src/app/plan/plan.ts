import { Clipboard } from '@angular/cdk/clipboard';
import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { RouterLink } from '@angular/router';
import { planMarkdown } from '@spare-coat/core/plan/markdown';
import { commandLine } from '@spare-coat/core/plan/quote';
import { planScript } from '@spare-coat/core/plan/script';
import { stepsOf, type Step } from '@spare-coat/core/plan/step';
import { CoatStore } from '../shared/coatStore';
import { saveFile } from '../shared/saveFile';
import { CoatView } from '../shared/coatView';
import { newId } from '../shared/newId';
import { Notices } from '../shared/notices';

const BREAK_WORDS = {
  session: 'Log out and in again here',
  restart: 'Restart the computer here',
};

/** The stage where decisions become deeds: ordered steps, ticked off, copied, exported. */
@Component({
  selector: 'coat-plan',
  imports: [RouterLink],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './plan.html',
  styleUrl: './plan.scss',
})
export class PlanStage {
  protected readonly view = inject(CoatView);
  private readonly store = inject(CoatStore);
  private readonly clipboard = inject(Clipboard);
  private readonly notices = inject(Notices);

  protected readonly plan = this.view.plan;
  protected readonly breakWords = BREAK_WORDS;
  protected readonly openKey = signal<string | null>(null);
  protected readonly stages = computed(() => {
    const plan = this.plan();
    if (!plan?.ok) return [];
    let n = 0;
    return plan.stages.map((stage, i) => ({
      number: i + 1,
      breakAfter: stage.breakAfter,
      steps: stage.steps.map((step) => ({
        step,
        n: ++n,
        done: this.view.done().has(step.key),
        serves: this.serves(step),
      })),
    }));
  });
  protected readonly all = computed(() => {
    const plan = this.plan();
    return plan ? stepsOf(plan) : [];
  });
  protected readonly doneCount = computed(() => this.all().filter((s) => this.view.done().has(s.key)).length);
  protected readonly minutesLeft = computed(() =>
    this.all().reduce((sum, s) => sum + (this.view.done().has(s.key) ? 0 : s.minutes), 0),
  );
  /** The step shown in the details: the one chosen, else the first to do. */
  protected readonly shown = computed(
    () =>
      this.all().find((s) => s.key === this.openKey()) ??
      this.all().find((s) => !this.view.done().has(s.key)) ??
      this.all()[0] ??
      null,
  );
  protected readonly line = commandLine;

  private serves(step: Step): string {
    return step.elements
      .map((id) => this.view.rows().element[id]?.name ?? '')
      .filter(Boolean)
      .join(', ');
  }
  protected names(step: Step): string {
    return this.serves(step) || 'the whole coat';
  }

  protected tick(step: Step, done: boolean): void {
    this.store.send({
      type: 'plan.tick',
      id: newId(),
      stepKey: step.key,
      title: step.title,
      done,
      at: new Date().toISOString(),
    });
  }

  protected copy(text: string): void {
    this.notices.say(this.clipboard.copy(text) ? 'Copied.' : 'The browser did not let it be copied.');
  }
  protected copyAll(step: Step): void {
    this.copy(step.commands.map(commandLine).join('\n'));
  }

  private get hostLabel(): string {
    const host = this.view.host();
    const channel = host?.channels.find((c) => c.id === this.view.coat()?.channel)?.name;
    return host ? `${host.name} ${host.version}${channel ? ` on ${channel}` : ''}` : 'no host chosen';
  }

  protected download(kind: 'md' | 'sh'): void {
    const plan = this.plan();
    const name = this.view.coat()?.name ?? 'coat';
    if (!plan) return;
    const text =
      kind === 'md'
        ? planMarkdown(name, this.hostLabel, plan, this.view.done())
        : planScript(name, this.hostLabel, plan);
    saveFile(text, `plan.${kind}`, kind === 'md' ? 'text/markdown' : 'text/x-shellscript');
  }
}
