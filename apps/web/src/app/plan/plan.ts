import { Fold } from '../shared/fold';
import { offerDoings } from '../shared/doings';
import { NextTurn, Turns } from '../shared/nextTurn';
import { StageLayout } from '../shared/stageLayout';
import { MatCheckbox } from '@angular/material/checkbox';
import { MatIcon } from '@angular/material/icon';
import { MatTooltip } from '@angular/material/tooltip';
import { MatButton } from '@angular/material/button';
import type { CdkDragDrop } from '@angular/cdk/drag-drop';
import { CdkDrag, CdkDragHandle, CdkDropList, CdkDropListGroup } from '@angular/cdk/drag-drop';
import { MatMenu, MatMenuItem, MatMenuTrigger } from '@angular/material/menu';
import {
  ChangeDetectionStrategy,
  Component,
  Injector,
  afterNextRender,
  computed,
  inject,
  signal,
} from '@angular/core';
import { RouterLink } from '@angular/router';
import { scoredVariants } from '@spare-coat/core/deciding/matching/targets';
import { planMarkdown } from '@spare-coat/core/doing/plan/markdown';
import { journalOf, LONGEST_PAUSE } from '@spare-coat/core/doing/plan/journal';
import { beginningOf, whyNotMove } from '@spare-coat/core/doing/plan/moves';
import { applyScript } from '@spare-coat/core/doing/plan/script/apply';
import type { ScriptOf } from '@spare-coat/core/doing/plan/script/scriptOf';
import { undoScript } from '@spare-coat/core/doing/plan/script/undo';
import { commandLine } from '@spare-coat/core/model/deeds/quote';
import { stepsOf, type Step, type Move } from '@spare-coat/core/model/deeds/step';
import { switchPlan } from '@spare-coat/core/doing/plan/switchVariant';
import { importFiles, isImporting } from '@spare-coat/core/doing/plan/importFile';
import { CoatStore } from '../shared/coatStore';
import { CoatView } from '../shared/coatView';
import { Notices } from '../shared/notices';
import { saveFile } from '../shared/saveFile';
import { saveImports, wordsOfImport } from './imports';
import { PlanNav } from './planNav';
import { PlanView } from './planView';
import { HoldSurvey } from './steps/holdSurvey';
import { StepDetails } from './steps/stepDetails';
import { StepGraph } from './steps/stepGraph';
import { BREAK_WORDS, count, sayMinutes } from './words';

interface PlanRow {
  readonly step: Step;
  readonly n: number;
  readonly serves: string;
  readonly stands: 'done' | 'skipped' | 'failed' | 'open';
  readonly proof: string | null;
}

/** The id of a step's line, by its key. */
const rowId = (key: string) => `step ${key}`.replace(/\s+/g, '_');

/** The stage where decisions become deeds: ordered steps, done, skipped or failed, moved, exported. */
@Component({
  selector: 'coat-plan',
  imports: [
    CdkDrag,
    CdkDragHandle,
    CdkDropList,
    CdkDropListGroup,
    Fold,
    HoldSurvey,
    MatButton,
    MatCheckbox,
    MatIcon,
    MatMenu,
    MatMenuItem,
    MatMenuTrigger,
    MatTooltip,
    NextTurn,
    PlanNav,
    RouterLink,
    StageLayout,
    StepDetails,
    StepGraph,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './plan.html',
  styleUrls: ['./common.scss', './plan.scss'],
})
export class PlanStage {
  protected readonly view = inject(CoatView);
  protected readonly plan = inject(PlanView);
  private readonly store = inject(CoatStore);
  private readonly notices = inject(Notices);
  private readonly injector = inject(Injector);
  private readonly turns = inject(Turns);

  protected readonly rowId = rowId;

  protected readonly breakWords = BREAK_WORDS;
  protected readonly count = count;
  protected readonly sayMinutes = sayMinutes;
  protected readonly openKey = signal<string | null>(null);
  protected readonly asGraph = signal(false);
  protected readonly moved = computed(() => (this.view.coat()?.moves.length ?? 0) > 0);

  protected readonly sittings = computed(() => {
    const plan = this.plan.ordered();
    let n = 0;
    return (plan?.sittings ?? []).map((sitting, i) => ({
      number: i + 1,
      breakAfter: sitting.breakAfter,
      rows: sitting.steps.map((step): PlanRow => {
        const proof = this.plan.proofs().get(step.key);
        return {
          step,
          n: ++n,
          serves: this.plan.serves(step),
          stands: this.plan.entries().get(step.key)?.what ?? 'open',
          proof: proof?.is === 'proven' ? 'proven' : proof?.is === 'missing' ? proof.sentence : null,
        };
      }),
    }));
  });
  private readonly flat = computed(() => this.sittings().flatMap((s) => s.rows));
  /** The step shown in the details: the one chosen, else the first to do. */
  protected readonly shown = computed<Step | null>(() => {
    const rows = this.flat();
    const row =
      rows.find((r) => r.step.key === this.openKey()) ??
      rows.find((r) => r.stands === 'open' || r.stands === 'failed') ??
      rows[0];
    return row?.step ?? null;
  });
  protected readonly variants = this.view.variants;
  /** The short plans that switch the finished coat to each of its variants. */
  protected readonly switching = computed(() => {
    const state = this.view.state();
    if (!state || this.plan.steps().length === 0) return [];
    return scoredVariants(this.view.rows()).map((variant) => ({
      variant,
      steps: stepsOf(switchPlan(this.view.context(), state, variant)),
    }));
  });
  protected readonly line = commandLine;
  constructor() {
    offerDoings({
      'save apply.sh': () => this.download('apply'),
      'save undo.sh': () => this.download('undo'),
      'save the plan': () => this.download('markdown'),
      'print the plan': () => this.print(),
    });
  }

  protected lines(step: Step): string {
    return step.commands.map(commandLine).join('\n');
  }

  /** The step that was ticked last, and whether Shift is held while one is: then all between them are ticked. */
  private lastTicked: string | null = null;
  protected holdsShift = false;
  protected tick(step: Step, done: boolean): void {
    if (!done) this.plan.takeBack(step);
    else if (this.holdsShift && this.lastTicked !== null)
      this.plan.writeDone(this.plan.between(this.lastTicked, step.key));
    else this.plan.write(step, 'done');
    this.lastTicked = done ? step.key : null;
  }

  /** Puts a step elsewhere, or says why it cannot be there. */
  private move(move: Move): void {
    const plan = this.plan.ordered();
    if (!plan) return;
    const why = whyNotMove(plan, move);
    if (why !== null) this.notices.say(`It cannot be there. ${why}`);
    else this.store.send({ type: 'plan.move', ...move });
  }

  protected dropped(event: CdkDragDrop<number>): void {
    const { previousContainer, container, previousIndex, currentIndex } = event;
    if (previousContainer === container && previousIndex === currentIndex) return;
    const step = this.sittings()[previousContainer.data]?.rows[previousIndex]?.step;
    const rest = (this.sittings()[container.data]?.rows ?? []).filter((r) => r.step !== step);
    if (!step) return;
    const before = rest[currentIndex - 1];
    this.move({ key: step.key, after: before ? before.step.key : beginningOf(container.data) });
  }

  /** Alt and an arrow moves the focused step by one place. */
  protected nudge(event: Event, row: PlanRow, by: 1 | -1): void {
    event.preventDefault();
    const rows = this.flat();
    const at = rows.indexOf(row);
    const target = rows[by === 1 ? at + 1 : at - 2];
    if (by === -1 && at <= 0) return;
    if (by === 1 && !target) return;
    this.move({ key: row.step.key, after: target ? target.step.key : beginningOf(0) });
    // A row that is put elsewhere loses the focus, and who moves a step by keys wants to go on. In another sitting it is drawn anew,
    // in its turn.
    const focus = () => document.getElementById(rowId(row.step.key))?.focus();
    afterNextRender(() => this.turns.take(focus), { injector: this.injector });
  }
  /** The clock runs from one entry of the journal to the next, and stands still over long pauses. */
  protected readonly clockStands = computed(() => {
    const last = journalOf(this.view.rows()).at(-1);
    return this.shown() !== null && (!last || Date.now() - Date.parse(last.at) > LONGEST_PAUSE);
  });
  protected begin(): void {
    const step = this.shown();
    if (step) this.plan.write(step, 'begun');
  }
  protected unmove(): void {
    this.store.send({ type: 'plan.unmove' });
  }

  private get of(): ScriptOf | null {
    const [host, coat] = [this.view.host(), this.view.coat()];
    if (!host || !coat) return null;
    return { coat: coat.name, id: coat.id, hostLabel: this.plan.hostLabel(), host };
  }
  protected download(kind: 'markdown' | 'apply' | 'undo'): void {
    const [plan, of] = [this.view.plan(), this.of];
    if (!plan || !of) return;
    if (kind === 'markdown')
      saveFile(planMarkdown(of.coat, of.hostLabel, plan, this.view.done()), 'plan.md', 'text/markdown');
    else
      saveFile(kind === 'apply' ? applyScript(of, plan) : undoScript(of), `${kind}.sh`, 'text/x-shellscript');
  }
  /** What the plan sets in exports of settings, as files; null where the host has none. */
  protected readonly imports = computed(() => {
    const [plan, host] = [this.view.plan(), this.view.host()];
    return plan && host && isImporting(host) ? importFiles(host, stepsOf(plan), 'Coat of') : null;
  });
  protected readonly importWords = computed(() => wordsOfImport(this.imports()));
  protected downloadImport(): void {
    saveImports(this.imports(), this.notices);
  }
  protected downloadSwitch(variantId: string): void {
    const [of, state] = [this.of, this.view.state()];
    const variant = this.view.rows().variant[variantId];
    if (!of || !state || !variant) return;
    const plan = switchPlan(this.view.context(), state, variant);
    const name = variant.name.toLowerCase();
    // It writes down in the same place how things were at first, so that undo.sh finds its changes as its own; what it has
    // done it keeps apart, since switching to and fro is done again and again.
    const script = applyScript({ ...of, again: `to-${name}`, coat: `${of.coat}: ${variant.name}` }, plan);
    saveFile(script, `to-${name}.sh`, 'text/x-shellscript');
  }
  protected print(): void {
    window.print();
  }
}
