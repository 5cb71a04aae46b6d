import { CellOf } from '../shared/rows/tableOf';
import { MatTableModule } from '@angular/material/table';
import { byPlace } from '../shared/rows/tableOf';
import { forkJoin, map } from 'rxjs';
import { loaded } from '../shared/asking';
import { StageLayout } from '../shared/stageLayout';
import { MatSelect } from '@angular/material/select';
import { MatOption } from '@angular/material/core';
import { MatFormField } from '@angular/material/form-field';
import { MatIcon } from '@angular/material/icon';
import { MatButton } from '@angular/material/button';
import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { RouterLink } from '@angular/router';
import { fitOf } from '@spare-coat/core/model/parts/fit';
import type { Part } from '@spare-coat/core/model/parts/part';
import { freshLayer } from '@spare-coat/core/deciding/matching/layers';
import { indexOffers, rankOffers, type RankedOffer } from '@spare-coat/core/deciding/matching/rank';
import { scoreLayers } from '@spare-coat/core/deciding/matching/score';
import { partKey, wantedOf, type MatchContext } from '@spare-coat/core/deciding/matching/targets';
import { findKind } from '@spare-coat/core/model/kinds/registry';
import { spellValue } from '@spare-coat/core/model/traits/say';
import { Api } from '../shared/api';
import { CoatView } from '../shared/coatView';
import { sayClose } from '../shared/sayClose';
import { Trials } from '../shared/trials';

/** Two to four parts side by side, trait by trait, against an element's target. */
/** So many parts stand side by side. */
const MOST = 4;

@Component({
  selector: 'coat-compare-parts',
  imports: [
    CellOf,
    MatButton,
    MatFormField,
    MatIcon,
    MatOption,
    MatSelect,
    MatTableModule,
    RouterLink,
    StageLayout,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './compare.html',
  styleUrl: './compare.scss',
})
export class CompareParts {
  private readonly api = inject(Api);
  private readonly trials = inject(Trials);
  protected readonly view = inject(CoatView);
  /** From the address: ids with commas between. */
  readonly ids = input('');
  private readonly wanted = signal<string | null>(null);
  protected readonly close = sayClose;

  /** Elements that at least one of the parts offers something for. */
  private readonly read = loaded(
    () => {
      const ids = this.ids().split(',').filter(Boolean).slice(0, MOST);
      return ids.length > 0 ? ids : undefined;
    },
    (ids) => forkJoin(ids.map((id) => this.api.part(id).pipe(map(({ part }) => part)))),
  );
  protected readonly parts = computed<readonly Part[]>(() => this.read.value() ?? []);
  protected readonly problem = this.read.problem;
  protected readonly elements = computed(() => {
    const kinds = new Set(this.parts().flatMap((p) => p.offers.map((o) => o.kind)));
    return this.view
      .spine()
      .map((s) => s.element)
      .filter((e) => kinds.has(e.kind));
  });
  protected readonly element = computed(
    () => this.elements().find((e) => e.id === this.wanted()) ?? this.elements()[0] ?? null,
  );

  private readonly context = computed<MatchContext>(() => ({
    ...this.view.context(),
    parts: new Map(this.parts().map((p) => [partKey(p.id, p.revision), p])),
  }));

  /** The best offer of each part for the element, scored as in Match. */
  private readonly best = computed<readonly (RankedOffer | null)[]>(() => {
    const element = this.element();
    const parts = this.parts();
    if (!element) return parts.map(() => null);
    const ctx = this.context();
    const ranked = rankOffers(ctx, indexOffers(ctx), element);
    return parts.map((p) => ranked.find((r) => r.part?.id === p.id) ?? null);
  });

  protected readonly closeness = computed(() => this.best().map((b) => b?.closeness ?? null));

  protected readonly traits = computed(() => {
    const element = this.element();
    if (!element) return [];
    const variant = this.view.variant();
    if (!variant) return [];
    const rows = this.view.rows();
    const host = this.view.host();
    const ctx = this.context();
    const wanted = wantedOf(rows, element, variant.id);
    const scores = this.best().map((b) =>
      b ? scoreLayers(rows, host, wanted, [freshLayer(ctx, b.part, b.offer)], variant, element).traits : [],
    );
    return (this.view.book().find(element.kind)?.traits ?? []).flatMap((spec) => {
      const cells = scores.map((list) => list.find((s) => s.target.spec.id === spec.id) ?? null);
      const target = wanted.targets.find((t) => t.spec.id === spec.id)?.value;
      if (target === undefined) return [];
      return [
        {
          label: spec.label,
          target: spellValue(spec.type, target),
          swatch: spec.type === 'colour' ? String(target) : null,
          cells: cells.map((c) => ({
            text: !c || c.actual === null ? 'not told' : spellValue(spec.type, c.actual),
            credit: c?.credit ?? null,
            swatch: c && c.actual !== null && spec.type === 'colour' ? String(c.actual) : null,
          })),
        },
      ];
    });
  });

  protected readonly facts = computed(() => {
    const parts = this.parts();
    const host = this.view.host();
    const channel = this.view.coat()?.channel ?? null;
    const row = (label: string, say: (p: Part) => string) => ({ label, cells: parts.map(say) });
    return [
      row('On this host', (p) => {
        if (!host) return 'no host yet';
        const fit = fitOf(p, host, channel);
        return `${fit.word}. ${fit.sentence} ${fit.channelSentence}`;
      }),
      row(
        'Serves',
        (p) =>
          [...new Set(p.offers.map((o) => findKind(o.kind)?.label ?? o.kind))].join(', ') ||
          'nothing by itself',
      ),
      row('Licence', (p) => p.licence),
      row('Price', (p) =>
        [
          p.price ? `${p.price.amount} ${p.price.currency}` : 'free',
          p.trialDays ? `${p.trialDays} days to try` : '',
          p.account ? 'needs an account' : '',
        ]
          .filter(Boolean)
          .join(', '),
      ),
      row('Memory', (p) => (p.memory ? `${p.memory} MB` : 'none of its own')),
      row('Released', (p) => p.released),
      row('Needs', (p) => p.requires.map((r) => r.why).join(' ') || 'nothing'),
      row(
        'Mind',
        (p) =>
          [
            ...p.faults,
            ...p.sideEffects.map((s) => s.what),
            ...(p.brings ?? []).map((b) => b.what),
            ...(p.spoils ?? []).map((s) => `${s.application}: ${s.what}`),
          ].join(' ') || 'nothing known',
      ),
      row(
        'Tried',
        (p) =>
          this.trials
            .of(p.id)
            .map((t) => `${t.outcome} on ${t.family} ${t.hostVersion}${t.why ? `: ${t.why}` : ''}`)
            .join('; ') || 'not yet',
      ),
    ];
  });

  protected readonly columns = computed(() => [
    'what',
    ...(this.element() ? ['target'] : []),
    ...this.parts().map((p) => p.id),
  ]);
  /** How near each comes, then trait by trait, then what else is to be known. */
  protected readonly rows = computed(() => {
    const element = this.element();
    const plain = (text: string) => ({ text, credit: null, swatch: null });
    const sum = element && {
      label: 'Closeness',
      target: element.name,
      swatch: null,
      isSum: true,
      cells: this.closeness().map((c) => plain(c === null ? 'no offer' : this.close(c))),
    };
    return [
      ...(sum ? [sum] : []),
      ...this.traits().map((t) => ({ ...t, isSum: false })),
      ...this.facts().map((f) => ({
        label: f.label,
        target: '',
        swatch: null,
        isSum: false,
        cells: f.cells.map(plain),
      })),
    ];
  });
  protected readonly byPlace = byPlace;

  constructor() {
    this.trials.load();
  }

  protected choose(id: string): void {
    this.wanted.set(id);
  }
}
