import { MatTooltip } from '@angular/material/tooltip';
import { AskForm } from '../../shared/forms/askForm';
import { MatIcon } from '@angular/material/icon';
import { FileButton } from '../../shared/fileButton';
import { MatButton } from '@angular/material/button';
import { Clipboard } from '@angular/cdk/clipboard';
import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  inject,
  input,
  output,
  signal,
  untracked,
} from '@angular/core';
import { notesOf } from '@spare-coat/core/doing/plan/journal';
import { commandLine } from '@spare-coat/core/model/deeds/quote';
import type { Step } from '@spare-coat/core/model/deeds/step';
import { CoatView } from '../../shared/coatView';
import { Notices } from '../../shared/notices';
import { Intake } from '../../shared/intake';
import { PlanView } from '../planView';
import { EFFECT_WORDS } from '../words';

type Asking = 'skip' | 'fail' | 'note' | null;

/** What can be written about a step, and how it is asked for. */
const ASKS = {
  skip: { what: 'skipped', question: 'Why is it skipped?', yes: 'Skip it' },
  fail: { what: 'failed', question: 'What happened?', yes: 'Note as failed' },
  note: { what: 'noted', question: 'Note', yes: 'Keep the note' },
} as const;

/** One step with all that is known of it, and what a person does about it. */
@Component({
  selector: 'coat-step-details',
  imports: [AskForm, FileButton, MatButton, MatIcon, MatTooltip],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './stepDetails.html',
  styleUrl: './stepDetails.scss',
})
export class StepDetails {
  private readonly view = inject(CoatView);
  protected readonly plan = inject(PlanView);
  private readonly intake = inject(Intake);
  private readonly clipboard = inject(Clipboard);
  private readonly notices = inject(Notices);

  readonly step = input.required<Step>();
  /** Asks for another step to be shown. */
  readonly opened = output<string>();

  protected readonly effectWords = EFFECT_WORDS;
  protected readonly line = commandLine;
  protected readonly asking = signal<Asking>(null);
  protected readonly sending = signal(false);
  protected readonly entry = computed(() => this.plan.entries().get(this.step().key) ?? null);
  /** How many steps before it are neither done nor skipped. */
  protected readonly before = computed(
    () => this.plan.upTo(this.step().key).filter(({ key }) => !this.plan.isSettled(key)).length - 1,
  );
  protected readonly serves = computed(() => this.plan.serves(this.step()) || 'the whole coat');
  protected readonly notes = computed(() => notesOf(this.view.rows(), this.step().key));
  protected readonly proof = computed(() => {
    const proof = this.plan.proofs().get(this.step().key);
    return proof?.is === 'missing' ? proof.sentence : null;
  });
  /** The steps that have to come first, as far as a person would ask for them. */
  protected readonly asks = ASKS;
  protected readonly needs = computed(() => {
    const plan = this.plan.ordered();
    if (!plan) return [];
    const byKey = new Map(this.plan.steps().map((s) => [s.key, s]));
    return plan.edges
      .filter((e) => e.to === this.step().key)
      .flatMap((e) => byKey.get(e.from) ?? [])
      .filter((s) => s.sort !== 'safe point' && s.sort !== 'note values' && s.sort !== 'reading')
      .slice(0, 6);
  });

  constructor() {
    // What was begun for one step is not meant for the next.
    effect(() => {
      this.step();
      untracked(() => this.asking.set(null));
    });
  }

  protected copy(text: string): void {
    this.notices.say(this.clipboard.copy(text) ? 'Copied.' : 'The browser did not let it be copied.');
  }
  protected copyAll(): void {
    this.copy(this.step().commands.map(commandLine).join('\n'));
  }

  protected answer(text: string): void {
    const asked = this.asking();
    if (asked === null) return;
    this.plan.write(this.step(), ASKS[asked].what, text);
    this.asking.set(null);
  }

  protected async keepPictures(files: readonly File[]): Promise<void> {
    const step = this.step();
    this.sending.set(true);
    try {
      const kept: string[] = [];
      for (const file of files) kept.push((await this.intake.read(file)).blob);
      if (kept.length > 0) this.plan.write(step, 'noted', '', kept);
    } catch (error) {
      this.notices.say((error as Error).message);
    }
    this.intake.arriving.set(null);
    this.sending.set(false);
  }
}
