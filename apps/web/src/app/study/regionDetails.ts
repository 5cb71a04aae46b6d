import { takeUntilDestroyed, toSignal } from '@angular/core/rxjs-interop';
import { FormControl, FormGroup, ReactiveFormsModule } from '@angular/forms';
import { nameSchema } from '@spare-coat/core/ground/text';
import { bySchemaOrEmpty, sayProblems } from '../shared/forms/bySchema';
import { Facts, type Fact } from '../shared/facts';
import { Hint } from '../shared/hints/hint';
import { MatTabLink, MatTabNav, MatTabNavPanel } from '@angular/material/tabs';
import { MatInput } from '@angular/material/input';
import { MatSelect } from '@angular/material/select';
import { MatOptgroup, MatOption } from '@angular/material/core';
import { MatError, MatFormField } from '@angular/material/form-field';
import { MatIcon } from '@angular/material/icon';
import { MatTooltip } from '@angular/material/tooltip';
import { MatButton } from '@angular/material/button';
import { likeliestKind } from '@spare-coat/core/model/kinds/likely';
import { STATES } from '@spare-coat/core/model/traits/state';
import {
  ChangeDetectionStrategy,
  Component,
  afterNextRender,
  computed,
  effect,
  inject,
  input,
  output,
  signal,
  untracked,
} from '@angular/core';
import { type ElementRow } from '@spare-coat/core/model/coat/rows';
import type { BarItem } from '@spare-coat/core/measuring/picture/readBar';
import type { RegionReading } from '@spare-coat/core/measuring/picture/readRegion';
import { isStrip } from '@spare-coat/core/measuring/apart/titleStrip';
import type { Rect } from '@spare-coat/core/measuring/picture/rect';
import type { SideName } from '@spare-coat/core/measuring/picture/settleEdges';
import { KIND_GROUPS } from '@spare-coat/core/model/kinds/kind';
import { lengthOff } from '@spare-coat/core/model/coat/lengthOff';
import { measuredTraits } from '@spare-coat/core/model/kinds/measure';
import { sayNumber, spellValue } from '@spare-coat/core/model/traits/say';
import type { NearFace } from '@spare-coat/core/measuring/type/nearestFaces';
import { CoatView } from '../shared/coatView';
import { Copied } from './copied';
import { CutPanel } from './cutPanel';
import { ItemsPanel } from './itemsPanel';
import { Measuring } from './measuring';
import { OpacityPanel } from './opacityPanel';
import { TypePanel } from './typePanel';

const TABS = [
  { id: 'reading', label: 'Edges' },
  { id: 'items', label: 'Items' },
  { id: 'type', label: 'Type' },
  { id: 'opacity', label: 'Opacity' },
  { id: 'cut', label: 'Cut out' },
] as const;
type TabId = (typeof TABS)[number]['id'];

/** What a drawn region says of itself, and what to make of it. */
@Component({
  selector: 'coat-region-details',
  imports: [
    Copied,
    CutPanel,
    Facts,
    Hint,
    ItemsPanel,
    MatButton,
    MatError,
    MatFormField,
    MatIcon,
    MatInput,
    MatOptgroup,
    MatOption,
    MatSelect,
    MatTabLink,
    MatTabNav,
    MatTabNavPanel,
    MatTooltip,
    OpacityPanel,
    ReactiveFormsModule,
    TypePanel,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './regionDetails.html',
  styleUrl: './regionDetails.scss',
})
export class RegionDetails {
  readonly reading = input.required<RegionReading>();
  readonly ms = input<number | null>(null);
  readonly selected = input<ElementRow | null>(null);
  readonly add = output<{ kind: string; name: string }>();
  readonly again = output<string>();
  readonly forget = output();
  readonly itemHovered = output<number | null>();
  readonly make = output<{ item: BarItem; kind: string; name: string }>();
  readonly takeFace = output<NearFace>();
  protected readonly measuring = inject(Measuring);
  private readonly view = inject(CoatView);
  protected readonly tabs = TABS;
  protected readonly tab = signal<TabId>('reading');
  protected readonly states = STATES;
  protected readonly forType = computed(() =>
    (this.view.book().find(this.selected()?.kind ?? '')?.traits ?? []).some((t) => t.id === 'xHeight'),
  );

  protected readonly form = new FormGroup({
    kind: new FormControl('bar', { nonNullable: true }),
    name: new FormControl('', { nonNullable: true, validators: bySchemaOrEmpty(nameSchema) }),
  });
  protected readonly kind = toSignal(this.form.controls.kind.valueChanges, { initialValue: 'bar' });
  protected readonly problem = () => sayProblems(this.form.controls.name);
  protected readonly num = sayNumber;
  /** The long list comes a moment after what was read, so that neither keeps the page for long. */
  private readonly wholeList = signal(false);
  protected readonly groups = computed(() =>
    KIND_GROUPS.map((group) => ({
      group,
      kinds: this.view
        .book()
        .kinds.filter((k) => k.group === group && (this.wholeList() || k.id === this.kind())),
    })).filter((g) => g.kinds.length > 0),
  );
  private readonly spec = computed(() => this.view.book().find(this.kind()));
  protected readonly label = computed(() => this.spec()?.label ?? '');
  protected readonly help = computed(() => this.spec()?.help ?? '');
  protected readonly settled = computed(() => {
    const sides = Object.entries(this.reading().found)
      .filter(([, on]) => on)
      .map(([side]) => side);
    return sides.length === 4 ? 'all four' : sides.length === 0 ? 'none, as drawn' : sides.join(', ');
  });
  protected readonly traits = computed(() => {
    const readings = this.measuring.readings();
    const spec = this.spec();
    if (!readings || !spec) return [];
    return [...measuredTraits(spec, readings)].map(([id, value]) => {
      const { label, type, reads } = spec.traits.find((t) => t.id === id)!;
      const off = reads && type === 'length' ? lengthOff(reads, readings) : null;
      return { label, value: spellValue(type, value, off ?? 0) };
    });
  });
  /** A region that a person says is all title strip, whatever its shape. */
  private readonly isAllStrip = signal<RegionReading | null>(null);
  /** Whether what was drawn for a frame may be a whole window: its height is no title's height. */
  protected readonly asksForStrip = computed(
    () =>
      [this.kind(), this.selected()?.kind].includes('frame') &&
      !isStrip(this.reading().rect) &&
      this.isAllStrip() !== this.reading(),
  );
  /** The question was passed over. */
  protected readonly isAsked = signal(false);
  private guessed = false;

  constructor() {
    afterNextRender(() => setTimeout(() => this.wholeList.set(true)));
    // Another kind is called otherwise.
    this.form.controls.kind.valueChanges
      .pipe(takeUntilDestroyed())
      .subscribe(() => this.form.controls.name.setValue(''));
    effect(() => {
      // Another window is looked at anew.
      this.reading();
      const asks = this.asksForStrip();
      untracked(() => {
        this.isAsked.set(false);
        if (asks) void this.measuring.lookForStrip();
      });
    });
    effect(() => {
      const reading = this.reading();
      if (this.guessed) return;
      // Guessed once for a drawn region; nudging it does not take back what was chosen.
      this.guessed = true;
      this.form.controls.kind.setValue(likeliestKind(reading));
    });
  }

  protected submit(): void {
    if (this.asksForStrip()) {
      this.isAsked.set(true);
      return;
    }
    const { kind, name } = this.form.controls;
    name.setValue(name.value.trim());
    name.markAsTouched();
    if (name.valid) this.add.emit({ kind: kind.value, name: name.value || this.label() });
  }

  protected readonly sideName = (side: SideName) =>
    ({ left: 'left side', right: 'right side', top: 'top', bottom: 'foot' })[side];

  protected measureAgain(id: string): void {
    if (this.asksForStrip()) this.isAsked.set(true);
    else this.again.emit(id);
  }
  protected allStrip(): void {
    this.isAllStrip.set(this.reading());
  }
  protected readonly thicknessOf = ({ width, height }: Rect) => Math.min(width, height);

  /** What is read off the pixels alone. */
  protected readonly facts = computed<readonly Fact[]>(() => {
    const r = this.reading();
    return [
      { label: 'Place', text: `${r.rect.x}, ${r.rect.y}` },
      { label: 'Size', text: `${r.width} × ${r.height} px` },
      { label: 'Of the screen height', text: `${this.num(r.heightShare)} %` },
      { label: 'Edge', text: r.edge ?? 'none' },
      ...(r.edge
        ? [
            { label: 'Thickness', text: `${r.thickness} px` },
            { label: 'Of that edge', text: `${this.num(r.edgeShare)} %` },
          ]
        : []),
      { label: 'Settled sides', text: this.settled() },
    ];
  });
}
