import { partName } from '@spare-coat/core/model/parts/partName';
import { byKey, isLine, isMore } from '../../shared/rows/tableOf';
import { MatProgressBar } from '@angular/material/progress-bar';
import { StageLayout } from '../../shared/stageLayout';
import { MatTableModule } from '@angular/material/table';
import { CellOf, byPlace } from '../../shared/rows/tableOf';
import { MatCheckbox } from '@angular/material/checkbox';
import { MatIcon } from '@angular/material/icon';
import { MatTooltip } from '@angular/material/tooltip';
import { MatButton, MatIconButton } from '@angular/material/button';
import { mapped } from '@spare-coat/core/ground/checked';
import { MOST_COMMANDS } from '@spare-coat/core/doing/commands/book';
import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { RouterLink } from '@angular/router';
import { acceptedChoices, type ProposedElement } from '@spare-coat/core/deciding/proposal/accept';
import type { ProposedSet } from '@spare-coat/core/deciding/proposal/report';
import { chosenLayers } from '@spare-coat/core/deciding/matching/layers';
import { CoatStore } from '../../shared/coatStore';
import { CoatView } from '../../shared/coatView';
import { newId } from '../../shared/newId';
import { Notices } from '../../shared/notices';
import { LimitsPanel } from './limitsPanel';
import { Proposals } from './proposals';

/** Closeness to a tenth of a percent: sets differ by less than a point. */
const tenth = (x: number | null | undefined) => (x === null || x === undefined ? '–' : (x * 100).toFixed(1));

/** The best set of parts for this host under the limits: worked out, explained, accepted whole or in part. */
@Component({
  selector: 'coat-proposal',
  imports: [
    CellOf,
    LimitsPanel,
    MatButton,
    MatCheckbox,
    MatIcon,
    MatIconButton,
    MatProgressBar,
    MatTableModule,
    MatTooltip,
    RouterLink,
    StageLayout,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './proposal.html',
  styleUrl: './proposal.scss',
})
export class Proposal {
  protected readonly byPlace = byPlace;
  protected readonly view = inject(CoatView);
  protected readonly proposals = inject(Proposals);
  private readonly store = inject(CoatStore);
  private readonly notices = inject(Notices);
  protected readonly tenth = tenth;

  protected readonly report = computed(() => this.proposals.asked()?.report ?? null);
  protected readonly isBusy = computed(() =>
    ['waiting', 'running'].includes(this.proposals.asked()?.state ?? ''),
  );
  /** 0 is the best set; the next best follow. */
  protected readonly shown = signal(0);
  protected readonly sets = computed<readonly ProposedSet[]>(() => {
    const report = this.report();
    return report?.best ? [report.best, ...report.others] : [];
  });
  protected readonly set = computed(() => this.sets()[this.shown()] ?? this.sets()[0] ?? null);
  protected readonly now = computed(() => this.view.state()?.chosen ?? null);
  /** Elements not to be accepted. */
  private readonly left = signal<ReadonlySet<string>>(new Set());
  /** Elements chosen by hand that may be changed. */
  protected readonly freed = signal<ReadonlySet<string>>(new Set());
  protected readonly opened = signal<string | null>(null);

  protected readonly lines = computed(() => {
    const set = this.set();
    const states = new Map((this.view.state()?.elements ?? []).map((s) => [s.element.id, s]));
    const best = new Map((this.report()?.best?.elements ?? []).map((e) => [e.id, e]));
    return (set?.elements ?? [])
      .map((e) => {
        const before = states.get(e.id)?.closeness ?? null;
        return {
          e,
          before,
          change: before === null ? null : e.closeness - before,
          by: e.isLocked ? this.sayChosen(e.id) : sayLayers(e),
          differs: this.shown() > 0 && sayLayers(e) !== sayLayers(mapped(best, e.id)),
          weight: states.get(e.id)?.element.weight ?? 0,
          taken: !this.left().has(e.id),
        };
      })
      .sort((a, b) => b.weight - a.weight);
  });
  protected readonly takenCount = computed(() => this.lines().filter((l) => l.taken && !l.e.isLocked).length);
  protected readonly locked = computed(() => this.lines().filter((l) => l.e.isLocked).length);

  /** The sets side by side: what differs from the best one. */
  protected readonly compared = computed(() => {
    const [best, ...others] = this.sets();
    if (!best) return [];
    const names = new Set(best.parts.map((p) => p.name));
    return [best, ...others].map((s, n) => ({
      n,
      set: s,
      more: n === 0 ? [] : s.parts.map((p) => p.name).filter((p) => !names.has(p)),
      fewer: n === 0 ? [] : [...names].filter((p) => !s.parts.some((q) => q.name === p)),
    }));
  });
  protected readonly notTakenOf = computed(() => {
    const id = this.opened();
    const report = this.report();
    return {
      offers: (report?.notTaken ?? []).filter((n) => n.element === id),
      reach: (report?.reach ?? []).filter((r) => r.element === id),
    };
  });
  protected readonly hosts = computed(() => this.report()?.hosts ?? []);
  protected readonly hostColumns = computed(() => ['element', ...this.hosts().map((h) => h.profileId)]);
  /** What each desktop comes to as a whole, then element by element. */
  protected readonly hostRows = computed(() => {
    const hosts = this.hosts();
    const whole = (name: string, of: (h: (typeof hosts)[number]) => number | null) => ({
      name,
      isTotal: true,
      cells: hosts.map((h) => ({ closeness: of(h), falls: '' })),
    });
    return [
      whole('Under your limits', (h) => h.closeness),
      whole('Ceiling', (h) => h.ceiling),
      ...this.lines().map(({ e }) => ({
        name: e.name,
        isTotal: false,
        cells: hosts.map((h) => h.elements[e.id] ?? null),
      })),
    ];
  });
  /** The elements, each with why nothing else is proposed beneath where that is asked for. */
  protected readonly rows = computed(() =>
    this.lines().flatMap((l) => {
      const line = { key: l.e.id, l, isMore: false };
      return this.opened() === l.e.id ? [line, { key: `${l.e.id} why`, l, isMore: true }] : [line];
    }),
  );
  protected readonly partName = partName;
  protected readonly byKey = byKey;
  protected readonly isMore = isMore;
  protected readonly isLine = isLine;

  /** What was chosen by hand, by name. */
  private sayChosen(elementId: string): string {
    const match = this.view.matchOf(elementId);
    if (match?.said === 'gap') return 'a gap, said by hand';
    const layers = chosenLayers(this.view.context(), elementId);
    return layers.map((l) => (l.from === this.view.host()?.name ? l.offer.name : l.from)).join(' + ');
  }

  protected ask(): void {
    this.shown.set(0);
    this.left.set(new Set());
    this.proposals.ask([...this.freed()]);
  }

  protected mark(id: string): void {
    this.left.update((now) => toggled(now, id));
  }

  protected markAll(all: boolean): void {
    this.left.set(new Set(all ? [] : this.lines().map((l) => l.e.id)));
  }

  protected free(id: string): void {
    this.freed.update((now) => toggled(now, id));
  }

  protected freeAll(all: boolean): void {
    const ids = this.lines()
      .filter((l) => l.e.isLocked)
      .map((l) => l.e.id);
    this.freed.update((now) => (all ? new Set([...now, ...ids]) : new Set()));
  }

  protected open(id: string): void {
    this.opened.update((now) => (now === id ? null : id));
  }

  protected accept(): void {
    const elements = this.lines()
      .filter((l) => l.taken)
      .map((l) => l.e);
    const commands = acceptedChoices(this.view.rows(), elements, newId);
    if (commands.length === 0) {
      this.notices.say('There is nothing to accept: no element is marked, or all are as proposed.');
      return;
    }
    // More than one act of a person may hold is put in as several, each to be taken back by itself.
    for (let at = 0; at < commands.length; at += MOST_COMMANDS)
      this.store.send({
        type: 'many',
        label: `Accept the proposal for ${this.takenCount()} elements`,
        commands: commands.slice(at, at + MOST_COMMANDS),
      });
    this.proposals.keepFresh();
    this.notices.say(`Accepted for ${this.takenCount()} elements. Undo takes it back.`);
  }
}

function toggled(now: ReadonlySet<string>, id: string): Set<string> {
  const next = new Set(now);
  if (!next.delete(id)) next.add(id);
  return next;
}

function sayLayers(e: ProposedElement): string {
  const base = e.base?.name ?? 'as the host is';
  return [base, ...e.overlays.map((o) => `${o.name} for ${o.traits.length} of its traits`)].join(' + ');
}
