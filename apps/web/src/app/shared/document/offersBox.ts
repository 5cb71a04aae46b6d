import { MatTableModule } from '@angular/material/table';
import { CellOf } from '../../shared/tableOf';
import { MatInput } from '@angular/material/input';
import { MatMenu, MatMenuItem, MatMenuTrigger } from '@angular/material/menu';
import { MatSelect } from '@angular/material/select';
import { MatOption } from '@angular/material/core';
import { MatFormField } from '@angular/material/form-field';
import { MatCheckbox } from '@angular/material/checkbox';
import { MatTooltip } from '@angular/material/tooltip';
import { MatIcon } from '@angular/material/icon';
import { MatButton, MatIconButton } from '@angular/material/button';
import type { State } from '@spare-coat/core/model/traits/state';
import { ChangeDetectionStrategy, Component, computed, model, signal } from '@angular/core';
import { supplyProblem, type Offer, type Supply } from '@spare-coat/core/model/offers/offer';
import { KINDS, findKind } from '@spare-coat/core/model/kinds/registry';
import type { TraitSpec } from '@spare-coat/core/model/kinds/kind';
import type { TraitValue } from '@spare-coat/core/model/traits/value';
import { TraitEditor } from '../traitEditor';

/** How a trait can be supplied, by the type of the trait. */
const WAYS = [
  { id: 'no', label: 'not at all' },
  { id: 'fixed', label: 'a fixed value' },
  { id: 'range', label: 'a range' },
  { id: 'oneOf', label: 'one of a list' },
  { id: 'any', label: 'any value' },
  { id: 'itemsFrom', label: 'items in any order' },
] as const;
type Way = (typeof WAYS)[number]['id'];

const NUMBERS = ['length', 'duration', 'count', 'share'];

function wayOf(supply: Supply | undefined): Way {
  if (!supply) return 'no';
  return WAYS.find((w) => w.id in supply)?.id ?? 'no';
}

/** What a trait's value is before anybody said one. */
function firstValue(spec: TraitSpec): TraitValue {
  switch (spec.type) {
    case 'length':
    case 'duration':
    case 'count':
    case 'share':
      return 0;
    case 'flag':
      return false;
    case 'colour':
      return '#808080';
    case 'palette':
      return { first: '#808080' };
    case 'order':
      return { start: [], centre: [], end: [] };
    case 'place':
      return { zone: 'start', offset: 0 };
    case 'shadow':
      return { x: 0, y: 0, blur: 0, colour: '#000000', opacity: 0 };
    default:
      return spec.choices?.[0] ?? '';
  }
}

type CaseId = State | 'dark';
/** Where a fixed value may be another one. */
const CASES: readonly { readonly id: CaseId; readonly label: string }[] = [
  { id: 'dark', label: 'in the dark variant' },
  { id: 'hover', label: 'under the pointer' },
  { id: 'pressed', label: 'while pressed' },
  { id: 'focused', label: 'with the focus' },
  { id: 'inactive', label: 'while inactive' },
];
const caseOf = (supply: Extract<Supply, { fixed: unknown }>, id: CaseId): TraitValue | undefined =>
  id === 'dark' ? supply.byVariant?.['dark'] : supply.byState?.[id];

/** Offers of a part or a host: for a kind of element, which trait is supplied how. */
@Component({
  selector: 'coat-offers-box',
  imports: [
    CellOf,
    MatButton,
    MatCheckbox,
    MatFormField,
    MatIcon,
    MatIconButton,
    MatInput,
    MatMenu,
    MatMenuItem,
    MatMenuTrigger,
    MatOption,
    MatSelect,
    MatTableModule,
    MatTooltip,
    TraitEditor,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './offersBox.html',
  styleUrl: './offersBox.scss',
})
export class OffersBox {
  protected readonly bySpec = (_place: number, t: { readonly spec: { readonly id: string } }) => t.spec.id;
  readonly offers = model.required<readonly Offer[]>();
  protected readonly kinds = KINDS;
  protected readonly at = signal(0);
  protected readonly offer = computed(
    () => this.offers()[Math.min(this.at(), this.offers().length - 1)] ?? null,
  );
  protected readonly label = (kind: string) => findKind(kind)?.label ?? kind;

  protected readonly traits = computed(() => {
    const offer = this.offer();
    if (!offer) return [];
    return (findKind(offer.kind)?.traits ?? []).map((spec) => {
      const supply = offer.supplies[spec.id];
      const setting = supply && !('fixed' in supply) ? supply.setting : null;
      return {
        spec,
        supply,
        way: wayOf(supply),
        ways: WAYS.filter(
          (w) =>
            w.id === 'no' ||
            w.id === 'fixed' ||
            (w.id === 'itemsFrom' ? spec.type === 'order' : w.id !== 'range' || NUMBERS.includes(spec.type)),
        ),
        fixed: supply && 'fixed' in supply ? supply.fixed : null,
        cases: CASES.flatMap((c) => {
          const value = supply && 'fixed' in supply ? caseOf(supply, c.id) : undefined;
          return value === undefined ? [] : [{ ...c, value }];
        }),
        otherCases: CASES.filter((c) => supply && 'fixed' in supply && caseOf(supply, c.id) === undefined),
        range: supply && 'range' in supply ? supply.range : null,
        list:
          supply && 'oneOf' in supply
            ? supply.oneOf.map((v) => (typeof v === 'object' ? JSON.stringify(v) : String(v))).join(', ')
            : supply && 'itemsFrom' in supply
              ? supply.itemsFrom.join(', ')
              : null,
        setting,
        problem: supply ? supplyProblem(offer.kind, spec.id, supply) : null,
      };
    });
  });

  private put(offer: Offer): void {
    this.offers.set(this.offers().map((o) => (o === this.offer() ? offer : o)));
  }

  protected add(): void {
    const n = this.offers().length;
    const taken = new Set(this.offers().map((o) => o.id));
    let id = `offer-${n + 1}`;
    while (taken.has(id)) id += '-more';
    this.offers.set([
      ...this.offers(),
      { id, kind: 'bar', name: 'New offer', replaces: false, supplies: {} },
    ]);
    this.at.set(n);
  }
  protected remove(): void {
    const offer = this.offer();
    this.offers.set(this.offers().filter((o) => o !== offer));
    this.at.set(0);
  }
  protected set(fields: Partial<Offer>): void {
    const offer = this.offer();
    if (!offer) return;
    // Another kind has other traits: what it has no trait for is left out.
    const kind = fields.kind ?? offer.kind;
    const known = new Set(findKind(kind)?.traits.map((t) => t.id));
    const supplies = Object.fromEntries(Object.entries(offer.supplies).filter(([t]) => known.has(t)));
    this.put({ ...offer, ...fields, supplies });
  }
  protected setChoose(field: 'key' | 'place' | 'value', text: string): void {
    const offer = this.offer();
    if (!offer) return;
    const choose = { key: '', place: '', value: '', ...offer.choose, [field]: text };
    const { choose: _, ...rest } = offer;
    this.put(choose.key === '' && choose.place === '' && choose.value === '' ? rest : { ...rest, choose });
  }

  private putSupply(trait: string, supply: Supply | null): void {
    const offer = this.offer();
    if (!offer) return;
    const { [trait]: _, ...rest } = offer.supplies;
    this.put({ ...offer, supplies: supply ? { ...rest, [trait]: supply } : rest });
  }

  protected setWay(spec: TraitSpec, way: string): void {
    const offer = this.offer();
    const now = offer?.supplies[spec.id];
    const setting = now && !('fixed' in now) ? now.setting : { key: spec.id, place: spec.label };
    switch (way) {
      case 'fixed':
        return this.putSupply(spec.id, { fixed: firstValue(spec) });
      case 'range':
        return this.putSupply(spec.id, { range: { least: 0, most: 100, step: 1 }, setting });
      case 'oneOf':
        return this.putSupply(spec.id, { oneOf: [...(spec.choices ?? [firstValue(spec)])], setting });
      case 'any':
        return this.putSupply(spec.id, { any: true, setting });
      case 'itemsFrom':
        return this.putSupply(spec.id, { itemsFrom: [...(spec.items ?? [])], setting });
      default:
        return this.putSupply(spec.id, null);
    }
  }
  protected setFixed(trait: string, value: TraitValue): void {
    const now = this.offer()?.supplies[trait];
    if (now && 'fixed' in now) this.putSupply(trait, { ...now, fixed: value });
  }
  /** The value in the dark variant or in a state; null: it is the same there. */
  protected setCase(trait: string, id: CaseId, value: TraitValue | null): void {
    const now = this.offer()?.supplies[trait];
    if (!now || !('fixed' in now)) return;
    const field = id === 'dark' ? 'byVariant' : 'byState';
    const { [id]: _, ...others } = (now[field] ?? {}) as Record<string, TraitValue>;
    const next = value === null ? others : { ...others, [id]: value };
    const { [field]: __, ...rest } = now;
    this.putSupply(trait, Object.keys(next).length > 0 ? { ...rest, [field]: next } : rest);
  }
  protected addCase(trait: string, id: string): void {
    const now = this.offer()?.supplies[trait];
    const known = CASES.find((c) => c.id === id);
    if (known && now && 'fixed' in now) this.setCase(trait, known.id, now.fixed);
  }
  protected setRange(trait: string, field: 'least' | 'most' | 'step', text: string): void {
    const now = this.offer()?.supplies[trait];
    const value = Number(text.replace(',', '.'));
    if (now && 'range' in now && text.trim() !== '' && Number.isFinite(value))
      this.putSupply(trait, { ...now, range: { ...now.range, [field]: value } });
  }
  protected setList(spec: TraitSpec, text: string): void {
    const now = this.offer()?.supplies[spec.id];
    const words = text
      .split(/,(?![^{]*\})/)
      .map((w) => w.trim())
      .filter((w) => w !== '');
    if (now && 'itemsFrom' in now) this.putSupply(spec.id, { ...now, itemsFrom: words });
    if (now && 'oneOf' in now) this.putSupply(spec.id, { ...now, oneOf: words.map((w) => asValue(spec, w)) });
  }
  protected setSetting(trait: string, field: 'key' | 'place', text: string): void {
    const now = this.offer()?.supplies[trait];
    if (now && !('fixed' in now))
      this.putSupply(trait, { ...now, setting: { ...now.setting, [field]: text } });
  }
}

/** A word of a list as the trait's type has it; what does not fit stays a text, and the check says so. */
function asValue(spec: TraitSpec, word: string): TraitValue {
  if (NUMBERS.includes(spec.type) && Number.isFinite(Number(word))) return Number(word);
  if (spec.type === 'flag') return word === 'true' || word === 'yes';
  if (word.startsWith('{')) {
    try {
      return JSON.parse(word) as TraitValue;
    } catch {
      return word;
    }
  }
  return word;
}
