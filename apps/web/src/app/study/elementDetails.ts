import { addressSchema } from '@spare-coat/core/model/coat/fields';
import { noteSchema } from '@spare-coat/core/ground/text';
import { NextTurn } from '../shared/nextTurn';
import { TextField } from '../shared/forms/textField';
import { NumberField } from '../shared/forms/numberField';
import { MatButtonToggle, MatButtonToggleGroup } from '@angular/material/button-toggle';
import { MatSelect } from '@angular/material/select';
import { MatOption } from '@angular/material/core';
import { MatFormField } from '@angular/material/form-field';
import { MatIcon } from '@angular/material/icon';
import { MatTooltip } from '@angular/material/tooltip';
import { MatButton, MatIconButton } from '@angular/material/button';
import type { State } from '@spare-coat/core/model/traits/state';
import { MatDialog } from '@angular/material/dialog';
import {
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  input,
  linkedSignal,
  output,
  signal,
} from '@angular/core';
import type { RegionRow, TraitRow } from '@spare-coat/core/model/coat/rows';
import type { Link, Source } from '@spare-coat/core/model/coat/fields';
import type { ElementState } from '@spare-coat/core/deciding/matching/evaluate';
import { traitRowFor } from '@spare-coat/core/deciding/matching/targets';
import {
  IMPORTANCE_WEIGHT,
  IMPORTANCES,
  type Importance,
  type TraitSpec,
} from '@spare-coat/core/model/kinds/kind';
import { DEFAULT_TOLERANCE } from '@spare-coat/core/model/traits/closeness';
import { sayNumber } from '@spare-coat/core/model/traits/say';
import type { TraitType, TraitValue } from '@spare-coat/core/model/traits/value';
import { CoatStore } from '../shared/coatStore';
import { CoatView } from '../shared/coatView';
import { newId } from '../shared/newId';
import { Elements } from '../shared/elements';
import { TraitEditor } from '../shared/traitEditor';
import { FormatFinder } from './formatFinder';
import { KindEditor } from './kindEditor';

interface TraitLine {
  readonly spec: TraitSpec;
  readonly row: TraitRow | null;
  readonly importance: Importance;
  readonly tolerance: number;
  readonly how: string;
  readonly howTitle: string;
  readonly share: string | null;
  /** Its editor needs the whole width. */
  readonly wide: boolean;
}

const WEIGHTS = [1, 2, 3, 4, 5];
/** Types whose editor needs the whole width. */
const WIDE: ReadonlySet<TraitType> = new Set(['order', 'format', 'place', 'shadow']);

/** Name, weight, note and traits of the selected element, each value with its unit and source. */
@Component({
  selector: 'coat-element-details',
  imports: [
    FormatFinder,
    MatButton,
    MatButtonToggle,
    MatButtonToggleGroup,
    MatFormField,
    MatIcon,
    MatIconButton,
    MatOption,
    MatSelect,
    MatTooltip,
    NextTurn,
    NumberField,
    TextField,
    TraitEditor,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './elementDetails.html',
  styleUrl: './elementDetails.scss',
})
export class ElementDetails {
  readonly state = input.required<ElementState>();
  private readonly store = inject(CoatStore);
  protected readonly view = inject(CoatView);

  protected readonly weights = WEIGHTS;
  protected readonly linkSchema = addressSchema;
  protected readonly noteSchema = noteSchema;
  protected readonly importances = IMPORTANCES;
  protected readonly opened = signal<string | null>(null);
  protected readonly element = computed(() => this.state().element);
  protected readonly kind = computed(() => this.view.book().find(this.element().kind));
  protected readonly finding = signal<string | null>(null);
  readonly look = output<RegionRow>();
  readonly show = output<RegionRow>();
  protected readonly elements = inject(Elements);
  private readonly dialog = inject(MatDialog);
  /** The state whose traits are shown. */
  protected readonly state0 = linkedSignal<string, State | null>({
    source: () => this.element().id,
    computation: () => null,
  });
  private readonly ownRegions = computed(() =>
    Object.values(this.view.rows().region).filter((r) => r.elementId === this.element().id),
  );
  protected readonly again = computed(() => this.ownRegions().find((r) => r.again) ?? null);
  protected readonly regions = computed(() =>
    this.ownRegions().map((region) => ({
      region,
      picture: this.view.rows().picture[region.pictureId]?.name ?? 'a picture',
    })),
  );
  /** Where it is on the picture that is shown, to be read there. */
  protected readonly shown = computed(() => {
    const picture = this.view.picture();
    const region = this.ownRegions().find((r) => r.pictureId === picture?.id);
    if (!picture || !region) return null;
    const { x, y, width, height } = region;
    return { sha: picture.blob, rect: { x, y, width, height } };
  });
  /** At rest, and the states that a region or a target tells of. */
  protected readonly states = computed<readonly (State | null)[]>(() => {
    const told = [
      ...this.ownRegions().map((r) => r.state),
      ...Object.values(this.view.rows().trait)
        .filter((t) => t.elementId === this.element().id)
        .map((t) => t.state),
    ];
    return [...new Set<State | null>([null, ...told])];
  });
  protected readonly lines = computed<readonly TraitLine[]>(() => {
    const element = this.element();
    const variantId = this.view.variant()?.id ?? '';
    const rows = Object.values(this.view.rows().trait).filter((t) => t.elementId === element.id);
    return (this.kind()?.traits ?? []).map((spec) => {
      const row = traitRowFor(rows, spec.id, variantId, this.state0());
      const rule = element.rules[spec.id];
      return {
        spec,
        row,
        importance: rule?.importance ?? spec.importance,
        tolerance: rule?.tolerance ?? DEFAULT_TOLERANCE,
        ...this.sayHow(row, rule?.importance ?? spec.importance),
        share: this.shareOf(spec, row),
        wide: WIDE.has(spec.type),
      };
    });
  });

  private sayHow(row: TraitRow | null, importance: Importance): { how: string; howTitle: string } {
    if (!row)
      return {
        how: '',
        howTitle:
          IMPORTANCE_WEIGHT[importance] >= IMPORTANCE_WEIGHT.should
            ? 'Not told yet: it may be as wanted or not, and the lower end counts'
            : 'Not told yet; it does not count',
      };
    const scope = row.variantId
      ? `, ${this.view.rows().variant[row.variantId]?.name.toLowerCase() ?? 'one variant'} only`
      : ', for all variants';
    const off = row.source.how === 'measured' ? (row.source.off ?? 0) : 0;
    return {
      how: `${row.source.how}${off > 0 ? ` ± ${sayNumber(off)} px` : ''}`,
      howTitle: this.sourceTitle(row.source) + scope,
    };
  }

  private sourceTitle(source: Source): string {
    if (source.how !== 'measured')
      return source.how === 'typed' ? 'Typed by hand' : 'Assumed: nobody has looked closely';
    const picture = this.view.rows().picture[source.pictureId]?.name ?? 'a picture';
    return `Measured on ${picture}, at ${source.x}, ${source.y}, ${source.width} × ${source.height}`;
  }

  /** A length as a share of the picture's height, since that is what is carried. */
  private shareOf(spec: TraitSpec, row: TraitRow | null): string | null {
    if (spec.type !== 'length' || !row) return null;
    const picture = (row.pictureId && this.view.rows().picture[row.pictureId]) || this.view.picture();
    return picture ? `${sayNumber((100 * (row.target as number)) / picture.height)} % of height` : null;
  }

  protected change(fields: { name?: string; weight?: number; note?: string; links?: readonly Link[] }): void {
    const { id, name, weight, note, links } = this.element();
    this.store.send({ type: 'element.set', id, name, weight, note, links, ...fields });
  }

  protected addLink(url: string): void {
    this.change({ links: [...this.element().links, { label: '', url }] });
  }
  protected removeLink(index: number): void {
    this.change({ links: this.element().links.filter((_, i) => i !== index) });
  }
  protected seen(id: string): void {
    this.store.send({ type: 'region.seen', id });
  }
  protected removeRegion(id: string): void {
    this.store.send({ type: 'region.remove', id });
  }
  protected addTrait(): void {
    this.dialog.open(KindEditor, { ariaLabel: 'Kind', data: { key: this.element().kind } });
  }

  protected setTarget(line: TraitLine, target: TraitValue): void {
    this.store.send({
      type: 'trait.set',
      elementId: this.element().id,
      id: newId(),
      trait: line.spec.id,
      variantId: line.row
        ? line.row.variantId
        : line.spec.perVariant
          ? (this.view.variant()?.id ?? null)
          : null,
      state: this.state0(),
      target,
      pictureId: line.row?.pictureId ?? this.view.picture()?.id ?? null,
      source: { how: 'typed' },
    });
  }

  protected setAssumed(line: TraitLine): void {
    if (!line.row) return;
    const { id, trait, variantId, state, target, pictureId } = line.row;
    this.store.send({
      type: 'trait.set',
      elementId: this.element().id,
      id,
      trait,
      variantId,
      state,
      target,
      pictureId,
      source: { how: 'assumed' },
    });
  }

  protected clear(line: TraitLine): void {
    if (line.row) this.store.send({ type: 'trait.clear', id: line.row.id });
  }

  protected weigh(line: TraitLine, importance: Importance, tolerance: number): void {
    this.store.send({
      type: 'trait.weigh',
      elementId: this.element().id,
      trait: line.spec.id,
      importance: importance === line.spec.importance ? null : importance,
      tolerance: tolerance === DEFAULT_TOLERANCE ? null : tolerance,
    });
  }
}
