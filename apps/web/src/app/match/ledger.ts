import { byKey, isLine, isMore } from '../shared/rows/tableOf';
import { CellOf } from '../shared/rows/tableOf';
import { MatTableModule } from '@angular/material/table';
import { type Subscription } from 'rxjs';
import { Task } from '../shared/asking';
import { MatIcon } from '@angular/material/icon';
import { MatTooltip } from '@angular/material/tooltip';
import { MatButton } from '@angular/material/button';
import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { RouterLink } from '@angular/router';
import type { LedgerLine } from '@spare-coat/core/deciding/matching/ledger';
import { standingHistory, type StandingChange } from '@spare-coat/core/deciding/matching/standingHistory';
import { summaryOf } from '@spare-coat/core/deciding/matching/summary';
import { whyOf } from '@spare-coat/core/deciding/matching/why';
import { Api } from '../shared/api';
import { FollowUp } from './followUp';
import { CoatView } from '../shared/coatView';
import { Notices } from '../shared/notices';
import { sayBetween } from '../shared/sayClose';
import { StandingMark } from '../shared/standingMark';

/** The gap ledger: all that is open, near, stand-in or gap, by what it costs, with why and what would lift it. */
@Component({
  selector: 'coat-ledger',
  imports: [CellOf, FollowUp, MatButton, MatIcon, MatTableModule, MatTooltip, RouterLink, StandingMark],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './ledger.html',
  styleUrl: './ledger.scss',
})
export class Ledger {
  protected readonly view = inject(CoatView);
  private readonly api = inject(Api);
  private readonly notices = inject(Notices);
  protected readonly say = sayBetween;
  protected readonly today = new Date().toISOString().slice(0, 10);

  protected readonly lines = computed(() =>
    this.view.ledger().map((line) => {
      const match = this.view.matchOf(line.state.element.id);
      return {
        ...line,
        why: whyOf(this.view.context(), this.view.index(), line.state, this.today),
        standsIn: this.standsIn(line),
        lookAgain: match?.lookAgain ?? null,
      };
    }),
  );
  /** Lines whose day has come, or for which something can be had now. */
  protected readonly due = computed(() =>
    this.lines().filter((l) => l.lookAgain !== null && l.lookAgain <= this.today),
  );
  protected readonly lifted = computed(() =>
    this.lines().filter((l) => l.why.canLift && (l.standing === 'gap' || l.standing === 'stand-in')),
  );
  protected readonly summary = computed(() => {
    const state = this.view.state();
    if (!state) return [];
    const s = summaryOf(state);
    return [
      { label: 'exact', list: s.exact },
      { label: 'near', list: s.near },
      { label: 'different', list: s.different },
      { label: 'missing', list: s.missing },
      { label: 'left alone', list: s.leftAlone },
    ];
  });
  protected readonly names = (list: readonly { element: { name: string } }[]) =>
    list.map((e) => e.element.name).join(', ');

  protected readonly history = signal<{ id: string; changes: readonly StandingChange[] } | null>(null);

  protected readonly columns = [
    'element',
    'standing',
    'closeness',
    'weight',
    'costs',
    'why',
    'lift',
    'follow-up',
  ] as const;
  /** The lines, each with its history beneath where that is asked for. */
  protected readonly rows = computed(() => {
    const open = this.history();
    return this.lines().flatMap((line) => {
      const { id } = line.state.element;
      const row = { key: id, line, isMore: false, changes: [] as readonly StandingChange[] };
      return open?.id === id
        ? [row, { ...row, key: `${id} history`, isMore: true, changes: open.changes }]
        : [row];
    });
  });
  protected readonly byKey = byKey;
  protected readonly isMore = isMore;
  protected readonly isLine = isLine;

  private readonly task = new Task();
  private asking: Subscription | null = null;

  /** What is seen in place of what was wanted. */
  private standsIn({ state }: LedgerLine): string {
    const froms = new Set(
      Object.values(state.perVariant).flatMap((v) => v.traits.map((t) => t.from).filter((f) => f !== '')),
    );
    return [...froms].join(', ');
  }

  protected toggleHistory(id: string): void {
    const coat = this.view.coat();
    const wasOpen = this.history()?.id === id;
    this.history.set(null);
    this.asking?.unsubscribe();
    if (!coat || wasOpen) return;
    this.asking = this.task.run(
      this.api.past(coat.id, id),
      (past) => this.history.set({ id, changes: standingHistory(this.view.context(), past, id) }),
      ({ message }) => this.notices.say(message),
    );
  }
}
