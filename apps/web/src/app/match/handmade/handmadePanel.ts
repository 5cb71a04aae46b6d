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
import { toSignal } from '@angular/core/rxjs-interop';
import { FormControl, FormGroup, ReactiveFormsModule } from '@angular/forms';
import { MatButton } from '@angular/material/button';
import { MatCheckbox } from '@angular/material/checkbox';
import { MatError, MatFormField } from '@angular/material/form-field';
import { MatIcon } from '@angular/material/icon';
import { MatInput } from '@angular/material/input';
import { mainLength } from '@spare-coat/core/deciding/matching/carry';
import type { ElementState } from '@spare-coat/core/deciding/matching/evaluate';
import { scoredVariants, targetsOf } from '@spare-coat/core/deciding/matching/targets';
import { sameJson } from '@spare-coat/core/model/coat/changes';
import { execProblems, strayBlanks } from '@spare-coat/core/measuring/standards/desktopEntry';
import { nameSchema } from '@spare-coat/core/ground/text';
import type { HandmadeFile } from '@spare-coat/core/model/coat/fields';
import { sayValue } from '@spare-coat/core/model/traits/say';
import type { TraitValue } from '@spare-coat/core/model/traits/value';
import { CoatStore } from '../../shared/coatStore';
import { CoatView } from '../../shared/coatView';
import { field, sayProblems } from '../../shared/forms/bySchema';
import { newId } from '../../shared/newId';
import { Notices } from '../../shared/notices';
import { CutOut, cutOutForm, sizesIn } from './cutOut';
import { CutsPictures } from './cutPictures';
import { MadeByHand } from './madeByHand';

/** The size of a picture where the reference does not tell one, px. */
const USUAL_SIDE = 48;

/**
 * Makes an offer by hand: a picture cut from the reference in the sizes that are needed, values as the reference has
 * them, or a launcher for a command. What is made is part of the coat and chosen like any other offer.
 */
@Component({
  selector: 'coat-handmade-panel',
  imports: [
    CutOut,
    MadeByHand,
    MatButton,
    MatCheckbox,
    MatError,
    MatFormField,
    MatIcon,
    MatInput,
    ReactiveFormsModule,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './handmadePanel.html',
  styleUrl: './handmadePanel.scss',
})
export class HandmadePanel {
  readonly state = input.required<ElementState>();
  readonly done = output();
  private readonly view = inject(CoatView);
  private readonly store = inject(CoatStore);
  private readonly pictures = inject(CutsPictures);
  private readonly notices = inject(Notices);

  protected readonly form = new FormGroup({
    name: field(nameSchema, ''),
    picture: cutOutForm(),
    command: new FormControl('', { nonNullable: true }),
  });
  private readonly command = toSignal(this.form.controls.command.valueChanges, { initialValue: '' });
  /** What may be wrong with the command: it is made all the same. */
  protected readonly commandTrouble = computed(() => {
    const command = this.command().trim();
    return [...execProblems(command), ...strayBlanks(command)];
  });
  /** The values that are taken from the reference, by trait. */
  protected readonly picked = signal<ReadonlySet<string>>(new Set());
  protected readonly problem = signal<string | null>(null);
  protected readonly busy = signal(false);
  protected readonly problems = sayProblems;
  protected readonly crop = computed(() => this.view.cropOf(this.state().element));
  private readonly elementId = computed(() => this.state().element.id);
  private readonly targets = computed(() => {
    const variant = this.view.variant();
    return variant ? targetsOf(this.view.rows(), this.state().element, variant.id) : [];
  });
  protected readonly values = computed(() =>
    this.targets()
      .filter((t) => t.spec.type !== 'picture' && t.state === null)
      .map((t) => ({ id: t.spec.id, label: t.spec.label, said: sayValue(t.spec.type, t.value), value: t })),
  );
  protected readonly wanted = computed(() => {
    const rows = this.view.rows();
    const variant = this.view.variant()?.id ?? '';
    const main = mainLength(rows, this.state().element, variant);
    const target = main && this.targets().find((t) => t.spec.id === main.trait)?.value;
    return typeof target === 'number' ? Math.round(target) : null;
  });

  constructor() {
    // Another element begins anew, with the name that fits it; its size follows the reference until one is typed.
    effect(() => {
      this.elementId();
      untracked(() => this.begin());
    });
    effect(() => {
      const { sizes } = this.form.controls.picture.controls;
      const wanted = this.wanted();
      if (sizes.pristine) sizes.setValue(String(wanted ?? USUAL_SIDE));
    });
  }

  private begin(): void {
    this.form.reset({
      name: `${this.state().element.name}, hand-made`,
      picture: { sizes: String(this.wanted() ?? USUAL_SIDE) },
    });
    this.picked.set(new Set());
    this.problem.set(null);
  }

  protected pick(id: string): void {
    this.picked.update((now) => {
      const next = new Set(now);
      if (!next.delete(id)) next.add(id);
      return next;
    });
  }

  protected async make(): Promise<void> {
    this.problem.set(null);
    this.form.markAllAsTouched();
    const { name, picture, command } = this.form.controls;
    const isCut = this.crop() !== null && picture.controls.isCut.value;
    if (name.invalid || (isCut && picture.invalid)) return;
    this.busy.set(true);
    try {
      const supplies = this.pickedValues();
      const files = isCut ? await this.cut(name.value, supplies) : [];
      if (Object.keys(supplies).length === 0)
        return this.problem.set('Pick at least one value, or a picture for an element that has one.');
      const sent = this.store.send({
        type: 'handmade.set',
        id: newId(),
        elementId: this.elementId(),
        name: name.value,
        supplies,
        byVariant: this.otherValues(),
        files,
        recipe: {
          padding: picture.controls.padding.value,
          square: picture.controls.isSquare.value,
          recolour: this.recolour() ?? '',
          ...(command.value.trim() ? { command: command.value.trim() } : {}),
        },
      });
      if (sent) this.notices.say(`${name.value} is made. It stands among the offers.`);
    } catch (error) {
      this.problem.set((error as Error).message);
    } finally {
      this.busy.set(false);
    }
  }

  private recolour(): string | null {
    const { isOneColour, colour } = this.form.controls.picture.getRawValue();
    return isOneColour ? colour : null;
  }

  /** A layer supplies lengths in the host's units. */
  private pickedValues(): Record<string, TraitValue> {
    const scale = this.displayScale();
    const supplies: Record<string, TraitValue> = {};
    for (const { id, value } of this.values())
      if (this.picked().has(id))
        supplies[id] =
          value.spec.type === 'length' && typeof value.value === 'number' ? value.value / scale : value.value;
    return supplies;
  }

  /** Of what was picked, what the reference has otherwise in another variant. */
  private otherValues(): Record<string, Record<string, TraitValue>> {
    const [rows, shown, scale] = [this.view.rows(), this.view.variant()?.id, this.displayScale()];
    const mine = this.pickedValues();
    const others = scoredVariants(rows).flatMap((variant): [string, Record<string, TraitValue>][] => {
      if (variant.id === shown) return [];
      const told = targetsOf(rows, this.state().element, variant.id).flatMap(
        ({ spec, state, value }): [string, TraitValue][] => {
          if (state !== null || !this.picked().has(spec.id)) return [];
          const own = spec.type === 'length' && typeof value === 'number' ? value / scale : value;
          return sameJson(own, mine[spec.id]) ? [] : [[spec.id, own]];
        },
      );
      return told.length === 0 ? [] : [[variant.id, Object.fromEntries(told)]];
    });
    return Object.fromEntries(others);
  }

  private displayScale(): number {
    const { displayId } = this.state().element;
    const displays = Object.values(this.view.rows().display).sort((a, b) => a.position - b.position);
    return (displays.find((d) => d.id === displayId) ?? displays[0])?.scale ?? 1;
  }

  /** Makes the pictures, and puts the largest into the picture traits of the kind. */
  private async cut(name: string, supplies: Record<string, TraitValue>): Promise<HandmadeFile[]> {
    const { sizes, padding, isSquare } = this.form.controls.picture.getRawValue();
    const { files, value } = await this.pictures.cut(name, this.crop()!, {
      sizes: sizesIn(sizes) ?? [],
      padding: padding / 100,
      isSquare,
      recolour: this.recolour(),
    });
    const kind = this.view.book().find(this.state().element.kind);
    for (const t of kind?.traits ?? []) if (t.type === 'picture') supplies[t.id] = value;
    return [...files];
  }
}
