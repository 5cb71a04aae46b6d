import { CdkVirtualScrollableElement } from '@angular/cdk/scrolling';
import { CdkVirtualScrollViewport } from '@angular/cdk/scrolling';
import { RowsInView } from '../shared/rows/rowsInView';
import { CdkVirtualForOf } from '@angular/cdk/scrolling';
import { SearchField } from '../shared/forms/searchField';
import { noteSchema } from '@spare-coat/core/ground/text';
import { TextField } from '../shared/forms/textField';
import { AskForm } from '../shared/forms/askForm';
import { offerName } from '@spare-coat/core/model/parts/partName';
import { Doing } from '../shared/doings';
import { NextTurn } from '../shared/nextTurn';
import { StageLayout } from '../shared/stageLayout';
import { MatSelect } from '@angular/material/select';
import { MatOption } from '@angular/material/core';
import { MatFormField } from '@angular/material/form-field';
import { MatCheckbox } from '@angular/material/checkbox';
import { MatIcon } from '@angular/material/icon';
import { MatTooltip } from '@angular/material/tooltip';
import { MatButton } from '@angular/material/button';
import { keyed, nth } from '@spare-coat/core/ground/checked';
import { canOverlay } from '@spare-coat/core/model/offers/offer';
import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { Router, RouterLink } from '@angular/router';
import type { SaidStanding } from '@spare-coat/core/model/coat/rows/matches';
import { handmadeOf, layersOf } from '@spare-coat/core/model/coat/rows';
import { looksInForce, underLooks } from '@spare-coat/core/deciding/matching/looks';
import { chosenLayers, freshLayer } from '@spare-coat/core/deciding/matching/layers';
import type { RankedOffer } from '@spare-coat/core/deciding/matching/rank';
import { scoreLayers, type ElementScore, type TraitScore } from '@spare-coat/core/deciding/matching/score';
import { wantedOf } from '@spare-coat/core/deciding/matching/targets';
import type { TraitValue } from '@spare-coat/core/model/traits/value';
import { LostDuty } from './lostDuty';
import { CoatStore } from '../shared/coatStore';
import { CoatView } from '../shared/coatView';
import { Crop } from '../shared/crop';
import { Keys, isTyping } from '../shared/keys';
import { newId } from '../shared/newId';
import { Notices } from '../shared/notices';
import { Trials } from '../shared/trials';
import { sayBetween } from '../shared/sayClose';
import { StandingMark } from '../shared/standingMark';
import { CarryPanel } from './carryPanel';
import { HandmadePanel } from './handmade/handmadePanel';
import { LayerStack } from './layerStack';
import { OfferSketch } from './offerSketch';
import { TraitRows } from './traitRows';

const SAYINGS: readonly { said: SaidStanding; label: string; ask: string; key: string }[] = [
  { said: 'stand-in', label: 'Mark as stand-in', ask: 'What is lost?', key: 'S' },
  { said: 'gap', label: 'Mark as gap', ask: 'Why is it a gap?', key: 'G' },
  { said: 'left alone', label: 'Leave alone', ask: 'Why is it left alone?', key: 'L' },
];

/** Ways to order offers. The first is as they are ranked; in all of them what cannot be used comes last. */
const usableFirst = (a: RankedOffer, b: RankedOffer) =>
  Number(a.fit !== null && !a.fit.usable) - Number(b.fit !== null && !b.fit.usable);
const ORDERS = {
  closest: () => 0,
  lightest: (a: RankedOffer, b: RankedOffer) =>
    usableFirst(a, b) || (a.part?.memory ?? 0) - (b.part?.memory ?? 0),
  newest: (a: RankedOffer, b: RankedOffer) =>
    usableFirst(a, b) || (b.part?.released ?? '9999').localeCompare(a.part?.released ?? '9999'),
  'by name': (a: RankedOffer, b: RankedOffer) =>
    usableFirst(a, b) || (a.part?.name ?? a.offer.name).localeCompare(b.part?.name ?? b.offer.name),
} as const;

/** So many parts stand side by side at most. */
const MOST_COMPARED = 4;

/** The stage where elements meet offers: ranked by closeness, each opened into its trait rows. */
@Component({
  selector: 'coat-match',
  imports: [
    AskForm,
    CarryPanel,
    CdkVirtualForOf,
    CdkVirtualScrollViewport,
    CdkVirtualScrollableElement,
    Crop,
    Doing,
    HandmadePanel,
    LayerStack,
    MatButton,
    MatCheckbox,
    MatFormField,
    MatIcon,
    MatOption,
    MatSelect,
    MatTooltip,
    NextTurn,
    OfferSketch,
    RouterLink,
    RowsInView,
    SearchField,
    StageLayout,
    StandingMark,
    TextField,
    TraitRows,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './match.html',
  styleUrl: './match.scss',
  host: { '(window:keydown)': 'key($event)' },
})
export class Match {
  protected readonly view = inject(CoatView);
  private readonly store = inject(CoatStore);
  private readonly trials = inject(Trials);
  /** Names that more than one part has: then the author tells which is which. */
  private readonly namesakes = computed(() => {
    const ids = new Map<string, Set<string>>();
    for (const { part } of this.view.ranked())
      if (part) ids.set(part.name, (ids.get(part.name) ?? new Set()).add(part.id));
    return new Set([...ids].filter(([, set]) => set.size > 1).map(([name]) => name));
  });
  private readonly keys = inject(Keys);
  private readonly notices = inject(Notices);
  private readonly router = inject(Router);
  protected readonly byKey = (_place: number, { key }: { readonly key: string }): string => key;
  protected readonly sayings = SAYINGS;
  protected readonly say = sayBetween;
  /** The closeness of the element in each variant. */
  protected readonly perVariant = computed(() =>
    Object.entries(this.state()?.perVariant ?? {}).map(([id, score]) => ({
      name: keyed(this.view.rows().variant, id).name,
      said: sayBetween(score.closeness, score.most),
    })),
  );
  /** The offer looked into without choosing it, as `part@offer`. */
  private readonly peeked = signal<string | null>(null);
  protected readonly making = signal(false);
  protected readonly filter = signal('');
  protected readonly order = signal<keyof typeof ORDERS>('closest');
  protected readonly orders = Object.keys(ORDERS) as (keyof typeof ORDERS)[];
  protected readonly usableOnly = signal(false);
  protected readonly freeOnly = signal(false);
  /** Offers marked for putting side by side. */
  protected readonly marked = signal<ReadonlySet<string>>(new Set());
  protected readonly asking = signal<(typeof SAYINGS)[number] | null>(null);
  protected readonly noteSchema = noteSchema;

  protected readonly state = this.view.selected;
  protected readonly position = computed(() => {
    const list = this.view.spine();
    return `${list.findIndex((s) => s.element.id === this.state()?.element.id) + 1} of ${list.length}`;
  });
  protected readonly match = computed(() => {
    const id = this.state()?.element.id;
    return id ? this.view.matchOf(id) : null;
  });
  protected readonly base = computed(() => {
    const match = this.match();
    return match ? (layersOf(this.view.rows(), match.id)[0] ?? null) : null;
  });
  protected readonly chosenKey = computed(() => {
    const base = this.base();
    return base ? `${base.partId ?? 'host'}@${base.offer}` : null;
  });
  protected readonly offers = computed(() => {
    const chosen = this.chosenKey();
    const peeked = this.peeked();
    const element = this.state()?.element.id;
    // Nothing lies over what stands in place of the host's own thing.
    const isOpen = element ? !chosenLayers(this.view.context(), element)[0]?.offer.replaces : false;
    const words = this.filter().trim().toLowerCase();
    const wanted = this.view
      .ranked()
      .filter(
        (r) =>
          (!this.usableOnly() || r.fit === null || r.fit.usable) &&
          (!this.freeOnly() || !r.part?.price) &&
          (words === '' ||
            [r.part?.name, r.offer.name, r.part?.author, r.part?.sort].some((t) =>
              t?.toLowerCase().includes(words),
            )),
      );
    const ordered = [...wanted].sort(ORDERS[this.order()]);
    return ordered.map((ranked, i) => {
      const key = `${ranked.part?.id ?? 'host'}@${ranked.offer.id}`;
      return {
        ranked,
        key,
        n: i + 1,
        chosen: key === chosen,
        open: key === (peeked ?? chosen),
        score: ranked.closeness === null ? null : Math.round(ranked.closeness * 100),
        said: sayBetween(ranked.closeness, ranked.most),
        against: this.against(ranked),
        canOverlay: canOverlay(ranked.offer) && chosen !== null && key !== chosen && isOpen,
        isMarked: this.marked().has(key),
      };
    });
  });
  protected readonly usableCount = computed(
    () => this.view.ranked().filter((r) => r.fit === null || r.fit.usable).length,
  );

  /** Trait rows of the offer that is open: the chosen layers as settled, or an offer only looked into. */
  protected readonly opened = computed<{ score: ElementScore; title: string; layerId: string | null } | null>(
    () => {
      const state = this.state();
      const variant = this.view.variant();
      if (!state || !variant) return null;
      const look = this.offers().find((o) => o.open && !o.chosen)?.ranked;
      const wanted = wantedOf(this.view.rows(), state.element, variant.id);
      if (look) {
        const host = this.view.host();
        const ctx = this.view.context();
        const fresh = [freshLayer(ctx, look.part, look.offer)];
        const layers = underLooks(ctx, fresh, looksInForce(ctx), state.element.kind);
        return {
          score: scoreLayers(this.view.rows(), host, wanted, layers, variant, state.element),
          title: `${this.nameOf(look)}, if chosen`,
          layerId: null,
        };
      }
      const score = state.perVariant[variant.id] ?? Object.values(state.perVariant)[0];
      if (!score) return null;
      const base = this.base();
      const chosen = this.offers().find((o) => o.chosen)?.ranked;
      const title =
        state.standing === 'gap' || !base ? 'As the host is now' : chosen ? this.nameOf(chosen) : 'As chosen';
      return { score, title, layerId: base?.id ?? null };
    },
  );

  constructor() {
    this.trials.load();
    inject(LostDuty);
  }

  protected nameOf({ part, offer }: RankedOffer): string {
    return offerName(part, offer);
  }

  /** What a person should know before choosing it, shortest first. */
  private against(r: RankedOffer): string {
    if (handmadeOf(this.view.rows(), r.offer.id)) return 'made by hand';
    if (!r.part || !r.fit) return 'a plain setting of the host';
    const words: string[] = [
      this.namesakes().has(r.part.name) ? `${r.part.sort} by ${r.part.author}` : r.part.sort,
    ];
    const [trial] = this.trials.of(r.part.id);
    if (trial) words.push(`${trial.outcome} before`);
    if (!r.fit.usable || r.fit.word !== 'declared')
      words.push(r.fit.channel === null ? r.fit.channelSentence : r.fit.word);
    if (r.part.price) words.push(`${r.part.price.amount} ${r.part.price.currency}`);
    if (r.part.account) words.push('needs an account');
    if (r.part.flavours?.length) words.push(`${r.part.flavours.length} flavours`);
    if (r.part.requires.length > 0) words.push('needs another part');
    if (r.part.effect === 'session' || (r.part.enable && this.view.host()?.effects.enable === 'session'))
      words.push('one new session');
    if (r.part.faults.length > 0)
      words.push(r.part.faults.length === 1 ? 'one fault' : `${r.part.faults.length} faults`);
    return words.join(' · ');
  }

  protected notes(r: RankedOffer): readonly string[] {
    if (!r.part) return [];
    return [
      ...this.trials
        .of(r.part.id)
        .map((t) => `Tried ${t.tried} on ${t.family} ${t.hostVersion}: ${t.outcome}. ${t.why}`.trim()),
      ...(r.fit ? [`${r.fit.sentence} ${r.fit.channelSentence}`] : []),
      ...r.part.faults,
      ...r.part.sideEffects.map((s) => s.what + (s.counter ? ` ${s.counter}` : '')),
      ...r.part.requires.map((q) => q.why),
    ];
  }

  protected peek(key: string): void {
    this.peeked.update((now) => (now === key ? null : key));
  }

  protected choose(ranked: RankedOffer): void {
    const element = this.state()?.element;
    if (!element) return;
    this.peeked.set(null);
    this.store.send({
      type: 'match.choose',
      elementId: element.id,
      matchId: this.match()?.id ?? newId(),
      layerId: newId(),
      partId: ranked.part?.id ?? null,
      partRevision: ranked.part?.revision ?? null,
      offer: ranked.offer.id,
    });
  }

  /** Lays an offer over what is chosen, for the traits in which it comes nearer. */
  protected layOver(ranked: RankedOffer): void {
    const state = this.state();
    const variant = this.view.variant();
    if (!state || !variant) return;
    const now = state.perVariant[variant.id]?.traits ?? [];
    const wanted = wantedOf(this.view.rows(), state.element, variant.id);
    const host = this.view.host();
    const layer = freshLayer(this.view.context(), ranked.part, ranked.offer);
    const alone = scoreLayers(this.view.rows(), host, wanted, [layer], variant, state.element).traits;
    const nearer = alone.filter((t, i) => t.supply !== null && t.credit > (now[i]?.credit ?? 0) + 1e-9);
    const fixed = alone.filter((t) => t.supply !== null && 'fixed' in t.supply);
    const traits = [...new Set([...nearer, ...fixed].map((t) => t.target.spec.id))];
    if (nearer.length === 0) {
      this.notices.say(`${this.nameOf(ranked)} comes nearer in no trait.`);
      return;
    }
    this.store.send({
      type: 'match.overlay',
      elementId: state.element.id,
      matchId: this.match()?.id ?? newId(),
      layerId: newId(),
      partId: ranked.part?.id ?? null,
      partRevision: ranked.part?.revision ?? null,
      offer: ranked.offer.id,
      traits,
    });
  }

  protected markOffer(key: string): void {
    this.marked.update((now) => {
      const next = new Set(now);
      if (!next.delete(key) && next.size < MOST_COMPARED) next.add(key);
      return next;
    });
  }

  /** The parts that are marked, as the page that puts parts side by side takes them. */
  protected readonly compared = computed(() =>
    [...this.marked()].map((key) => nth(key.split('@'), 0)).filter((id) => id !== 'host'),
  );

  protected release(): void {
    const id = this.state()?.element.id;
    if (id) this.store.send({ type: 'match.release', elementId: id });
  }

  protected ask(saying: (typeof SAYINGS)[number]): void {
    this.asking.set(saying);
  }
  protected saidBefore({ said }: (typeof SAYINGS)[number]): string {
    const match = this.match();
    return (said === 'stand-in' ? match?.lost : match?.reason) ?? '';
  }

  protected sayIt(text: string): void {
    const saying = this.asking();
    if (!saying) return;
    if (this.sayStanding(saying.said, text)) this.asking.set(null);
  }

  protected unsay(): void {
    this.sayStanding(null, '');
  }

  private sayStanding(said: SaidStanding | null, text: string): boolean {
    const id = this.state()?.element.id;
    if (!id) return false;
    const match = this.match();
    return this.store.send({
      type: 'match.say',
      elementId: id,
      matchId: match?.id ?? newId(),
      said,
      reason: said === 'gap' || said === 'left alone' ? text : (match?.reason ?? ''),
      lost: said === 'stand-in' ? text : (match?.lost ?? ''),
    });
  }

  protected setValue(score: TraitScore, value: TraitValue | null): void {
    if (score.layerId)
      this.store.send({
        type: 'match.setting',
        layerId: score.layerId,
        trait: score.target.spec.id,
        variantId: null,
        value,
      });
  }

  protected note(text: string): void {
    const id = this.state()?.element.id;
    if (id)
      this.store.send({
        type: 'match.note',
        elementId: id,
        matchId: this.match()?.id ?? newId(),
        note: text,
      });
  }

  protected key(event: KeyboardEvent): void {
    const marks = /^Digit([1-9])$/.exec(event.code)?.[1];
    if (event.altKey && marks && this.keys.single() && !isTyping(event.target)) {
      const offer = this.offers()[Number(marks) - 1];
      if (offer?.ranked.part) this.markOffer(offer.key);
      event.preventDefault();
      return;
    }
    if (!this.keys.heeds(event) || event.shiftKey || !this.state()) return;
    const digit = /^[1-9]$/.exec(event.key)?.[0];
    if (digit) {
      const offer = this.offers()[Number(digit) - 1];
      if (!offer) return;
      this.choose(offer.ranked);
    } else {
      if (event.key.toLowerCase() === 'o') {
        this.order.update((now) => nth(this.orders, (this.orders.indexOf(now) + 1) % this.orders.length));
        event.preventDefault();
        return;
      }
      if (event.key.toLowerCase() === 'p') {
        void this.router.navigate(['/coats', this.view.coat()!.id, 'propose'], {
          queryParamsHandling: 'preserve',
        });
        event.preventDefault();
        return;
      }
      const saying = SAYINGS.find((s) => s.key.toLowerCase() === event.key.toLowerCase());
      if (!saying) return;
      this.ask(saying);
    }
    event.preventDefault();
  }
}
