import { StageLayout } from '../../shared/stageLayout';
import { MatRadioButton } from '@angular/material/radio';
import { MatCheckbox } from '@angular/material/checkbox';
import { MatIcon } from '@angular/material/icon';
import { MatButton } from '@angular/material/button';
import { MatTooltip } from '@angular/material/tooltip';
import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { RouterLink } from '@angular/router';
import type { Survey } from '@spare-coat/core/model/host/survey';
import { leftovers } from '@spare-coat/core/doing/plan/leftovers';
import { planMarkdown } from '@spare-coat/core/doing/plan/markdown';
import { commandLine } from '@spare-coat/core/model/deeds/quote';
import { applyScript } from '@spare-coat/core/doing/plan/script/apply';
import { undoScript } from '@spare-coat/core/doing/plan/script/undo';
import { stepsOf, type Step } from '@spare-coat/core/model/deeds/step';
import { wayBack } from '@spare-coat/core/doing/plan/wayBack';
import { differences, copyState } from '@spare-coat/core/doing/simulation/hostState';
import { sayResource } from '@spare-coat/core/doing/simulation/perform';
import { rehearse, replay } from '@spare-coat/core/doing/rehearsal/rehearse';
import { importFiles, isImporting } from '@spare-coat/core/doing/plan/importFile';
import { CoatView } from '../../shared/coatView';
import { saveFile } from '../../shared/saveFile';
import { SurveyIntake } from '../../shared/surveyIntake';
import { Notices } from '../../shared/notices';
import { saveImports, wordsOfImport } from '../imports';
import { PlanNav } from '../planNav';
import { PlanView } from '../planView';
import { BREAK_WORDS, count, sayMinutes } from '../words';
import { FileButton } from '../../shared/fileButton';

/** The way back from what was really done: for all of it or for chosen elements, and what is left over after it. */
@Component({
  selector: 'coat-way-back',
  imports: [
    FileButton,
    MatButton,
    MatCheckbox,
    MatIcon,
    MatRadioButton,
    MatTooltip,
    PlanNav,
    RouterLink,
    StageLayout,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './wayBack.html',
  styleUrls: ['../common.scss', './wayBack.scss'],
})
export class WayBackStage {
  protected readonly view = inject(CoatView);
  protected readonly plan = inject(PlanView);
  protected readonly intake = inject(SurveyIntake);
  private readonly notices = inject(Notices);

  protected readonly only = signal<ReadonlySet<string>>(new Set());
  protected readonly after = signal<{ readonly name: string; readonly survey: Survey } | null>(null);
  protected readonly breakWords = BREAK_WORDS;
  protected readonly count = count;
  protected readonly sayMinutes = sayMinutes;
  protected readonly line = commandLine;
  protected readonly sayResource = sayResource;
  protected readonly emptySet: ReadonlySet<string> = new Set();

  protected readonly done = this.view.doneByJournal;
  protected readonly elements = computed(() => {
    const ids = new Set(this.done().flatMap((d) => d.step.elements));
    return this.view.spine().filter((s) => ids.has(s.element.id));
  });
  protected readonly back = computed(() => {
    const host = this.view.host();
    if (!host) return null;
    const chosen = this.only();
    const name = (id: string) => this.view.rows().element[id]?.name ?? 'an element';
    return wayBack(host, this.done(), chosen.size === 0 ? null : chosen, name);
  });
  protected readonly ordered = computed(() => {
    const plan = this.back()?.plan;
    return plan?.ok ? plan : null;
  });
  protected readonly steps = computed<readonly Step[]>(() => {
    const plan = this.ordered();
    return plan ? stepsOf(plan) : [];
  });
  protected readonly minutes = computed(() => this.steps().reduce((sum, s) => sum + s.minutes, 0));
  protected readonly sittings = computed(() => {
    let n = 0;
    return (this.ordered()?.sittings ?? []).map((s) => ({
      breakAfter: s.breakAfter,
      rows: s.steps.map((step) => ({ step, n: ++n })),
    }));
  });
  /** Whether the way back, rehearsed, ends where everything began. */
  protected readonly proof = computed(() => {
    const [plan, host, start] = [this.ordered(), this.view.host(), this.view.start()];
    if (!plan || !host || !start || this.only().size > 0) return null;
    const state = copyState(start);
    for (const { step, touches } of this.done())
      replay(state, {
        step,
        touches,
        deeds: step.deeds.length,
        how: 'done',
        sentence: '',
        breakAfter: 'restart',
      });
    const { end, complete } = rehearse({ host, mirror: {} }, plan, state);
    return { complete, left: differences(start, end) };
  });
  protected readonly leftover = computed(() => {
    const [after, host] = [this.after(), this.view.host()];
    const before = this.view.now()?.survey;
    return after && host && before ? leftovers(host, before, after.survey, this.done()) : null;
  });

  protected choose(id: string): void {
    this.only.update((now) => {
      const next = new Set(now);
      if (next.has(id)) next.delete(id);
      else next.add(id);
      return next;
    });
  }

  protected isDone(step: Step): boolean {
    return this.plan.entries().get(step.key)?.what === 'done';
  }
  protected tick(step: Step, done: boolean): void {
    if (done) this.plan.write(step, 'done');
    else this.plan.takeBack(step);
  }

  protected async take(files: Iterable<File> | null): Promise<void> {
    const taken = await this.intake.takeFirst(files);
    if (taken) this.after.set(taken);
  }

  /** What goes back in exports of settings, as files; null where the host has none. */
  protected readonly imports = computed(() => {
    const [plan, host] = [this.back()?.plan, this.view.host()];
    return plan && host && isImporting(host) ? importFiles(host, stepsOf(plan), 'Way back of') : null;
  });
  protected readonly importWords = computed(() => wordsOfImport(this.imports()));
  protected downloadImport(): void {
    saveImports(this.imports(), this.notices);
  }
  protected download(kind: 'markdown' | 'script' | 'undo'): void {
    const [plan, host, coat] = [this.back()?.plan, this.view.host(), this.view.coat()];
    if (!plan || !host || !coat) return;
    const of = {
      coat: `${coat.name}, the way back`,
      // In the folder where apply.sh wrote down how things were: they are put back from there.
      id: coat.id,
      hostLabel: this.plan.hostLabel(),
      host,
    };
    if (kind === 'markdown')
      saveFile(planMarkdown(of.coat, of.hostLabel, plan, new Set()), 'way-back.md', 'text/markdown');
    else if (kind === 'script') saveFile(applyScript(of, plan), 'way-back.sh', 'text/x-shellscript');
    else saveFile(undoScript({ ...of, coat: coat.name, id: coat.id }), 'undo.sh', 'text/x-shellscript');
  }
}
