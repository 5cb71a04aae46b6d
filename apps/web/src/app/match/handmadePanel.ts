import { MatInput } from '@angular/material/input';
import { MatFormField } from '@angular/material/form-field';
import { MatCheckbox } from '@angular/material/checkbox';
import { MatIcon } from '@angular/material/icon';
import { MatButton } from '@angular/material/button';
import { nth } from '@spare-coat/core/ground/checked';
import { ChangeDetectionStrategy, Component, computed, inject, input, output, signal } from '@angular/core';
import { handmadeOffer } from '@spare-coat/core/model/coat/rows';
import { type HandmadeFile } from '@spare-coat/core/model/coat/fields';
import { carrierOf } from '@spare-coat/core/deciding/findings/place';
import type { ElementState } from '@spare-coat/core/deciding/matching/evaluate';
import { mainLength } from '@spare-coat/core/deciding/matching/carry';
import { targetsOf } from '@spare-coat/core/deciding/matching/targets';
import { launcherFile } from '@spare-coat/core/measuring/standards/desktopEntry';
import { sayValue } from '@spare-coat/core/model/traits/say';
import type { TraitValue } from '@spare-coat/core/model/traits/value';
import { CoatStore } from '../shared/coatStore';
import { CoatView } from '../shared/coatView';
import { newId } from '../shared/newId';
import { Notices } from '../shared/notices';
import { saveFile } from '../shared/saveFile';
import { Intake } from '../shared/intake';
import { PixelsWorker } from '../shared/pixels';

const MOST_SIZES = 8;

/**
 * Makes an offer by hand: a picture cut from the reference in the sizes that are needed, values as the reference has
 * them, or a launcher for a command. What is made is part of the coat and chosen like any other offer.
 */
@Component({
  selector: 'coat-handmade-panel',
  imports: [MatButton, MatCheckbox, MatFormField, MatIcon, MatInput],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './handmadePanel.html',
  styleUrl: './handmadePanel.scss',
})
export class HandmadePanel {
  readonly state = input.required<ElementState>();
  readonly done = output();
  private readonly view = inject(CoatView);
  private readonly store = inject(CoatStore);
  private readonly pixels = inject(PixelsWorker);
  private readonly intake = inject(Intake);
  private readonly notices = inject(Notices);

  protected readonly typed = signal<string | null>(null);
  protected readonly name = computed(() => this.typed() ?? `${this.state().element.name}, hand-made`);
  protected readonly cut = signal(false);
  protected readonly sizesTyped = signal<string | null>(null);
  protected readonly padding = signal(0);
  protected readonly square = signal(true);
  protected readonly recolour = signal<string | null>(null);
  protected readonly command = signal('');
  protected readonly picked = signal<ReadonlySet<string>>(new Set());
  protected readonly problem = signal<string | null>(null);
  protected readonly busy = signal(false);
  protected readonly crop = computed(() => this.view.cropOf(this.state().element));
  protected readonly mine = computed(() =>
    Object.values(this.view.rows().handmade).filter((h) => h.elementId === this.state().element.id),
  );
  private readonly targets = computed(() => {
    const variant = this.view.variant();
    return variant ? targetsOf(this.view.rows(), this.state().element, variant.id) : [];
  });
  protected readonly values = computed(() =>
    this.targets()
      .filter((t) => t.spec.type !== 'picture')
      .filter((t) => t.state === null)
      .map((t) => ({ id: t.spec.id, label: t.spec.label, said: sayValue(t.spec.type, t.value), value: t })),
  );
  /** The size that keeps the reference's proportion to what it stands on, in device pixels of the host. */
  private readonly wanted = computed(() => {
    const rows = this.view.rows();
    const variant = this.view.variant()?.id ?? '';
    const main = mainLength(rows, this.state().element, variant);
    const target = main && this.targets().find((t) => t.spec.id === main.trait)?.value;
    return typeof target === 'number' ? Math.round(target) : null;
  });
  protected readonly sizes = computed(() => this.sizesTyped() ?? String(this.wanted() ?? 48));
  protected readonly fitting = computed(() => {
    const size = this.wanted();
    const carrier = carrierOf(this.view.rows(), this.state().element.id);
    if (size === null) return '';
    const name = carrier ? this.view.rows().element[carrier]?.name : null;
    return name
      ? `${size} px keeps its proportion to ${name}.`
      : `${size} px is its size, carried to this display.`;
  });

  protected pick(id: string): void {
    this.picked.update((now) => {
      const next = new Set(now);
      if (!next.delete(id)) next.add(id);
      return next;
    });
  }

  protected async make(): Promise<void> {
    this.problem.set(null);
    const name = this.name().trim();
    const sizes = this.sizes()
      .split(/[\s,;]+/)
      .filter((s) => s !== '')
      .map(Number);
    if (name === '') return this.problem.set('Give it a name.');
    if (
      this.cut() &&
      (sizes.length === 0 || sizes.length > MOST_SIZES || !sizes.every((s) => s >= 4 && s <= 1024))
    )
      return this.problem.set(`Sizes are 1 to ${MOST_SIZES} numbers from 4 to 1024, with commas between.`);
    this.busy.set(true);
    try {
      const supplies: Record<string, TraitValue> = {};
      const { scale } = this.displayScale();
      for (const { id, value } of this.values())
        if (this.picked().has(id))
          // A layer supplies lengths in the host's units.
          supplies[id] = value.spec.type === 'length' ? (value.value as number) / scale : value.value;
      const files = this.cut() ? await this.makePictures(name, sizes, supplies) : [];
      if (Object.keys(supplies).length === 0)
        return this.problem.set('Pick at least one value, or a picture for an element that has one.');
      const id = newId();
      const sent = this.store.send({
        type: 'handmade.set',
        id,
        elementId: this.state().element.id,
        name,
        supplies,
        files,
        recipe: {
          padding: this.padding(),
          square: this.square(),
          recolour: this.recolour() ?? '',
          ...(this.command().trim() ? { command: this.command().trim() } : {}),
        },
      });
      if (!sent) return;
      this.notices.say(`${name} is made. It stands among the offers.`);
      this.typed.set(null);
    } catch (error) {
      this.problem.set((error as Error).message);
    } finally {
      this.busy.set(false);
    }
  }

  private displayScale(): { scale: number } {
    const { displayId } = this.state().element;
    const displays = Object.values(this.view.rows().display).sort((a, b) => a.position - b.position);
    return displays.find((d) => d.id === displayId) ?? displays[0] ?? { scale: 1 };
  }

  /** Makes and keeps the pictures, and puts the largest into the picture traits of the kind. */
  private async makePictures(
    name: string,
    sizes: readonly number[],
    supplies: Record<string, TraitValue>,
  ): Promise<HandmadeFile[]> {
    const { picture, region } = this.crop()!;
    const { x, y, width, height } = region;
    const made = await this.pixels.ask('make', {
      sha: picture.blob,
      rect: { x, y, width, height },
      recipes: [...sizes]
        .sort((a, b) => b - a)
        .map((size) => ({
          size,
          padding: this.padding() / 100,
          isSquare: this.square(),
          recolour: this.recolour(),
        })),
    });
    const slug = name.toLowerCase().replace(/[^\p{L}\p{N}]+/gu, '-') || 'picture';
    const files: HandmadeFile[] = [];
    for (const m of made) {
      const file = `${slug}-${Math.max(m.width, m.height)}.png`;
      const read = await this.intake.read(new File([m.png as BlobPart], file, { type: 'image/png' }));
      files.push({ name: file, width: m.width, height: m.height, blob: read.blob });
    }
    const [largest] = files;
    const traits =
      this.view
        .book()
        .find(this.state().element.kind)
        ?.traits.filter((t) => t.type === 'picture') ?? [];
    for (const t of traits)
      supplies[t.id] = {
        blob: largest!.blob,
        width: largest!.width,
        height: largest!.height,
        sample: nth(made, 0).sample,
      };
    return files;
  }

  protected choose(id: string): void {
    const { element } = this.state();
    const match = this.view.matchOf(element.id);
    const common = {
      elementId: element.id,
      matchId: match?.id ?? newId(),
      layerId: newId(),
      partId: null,
      partRevision: null,
      offer: handmadeOffer(id),
    };
    const hasLayers = Object.values(this.view.rows().layer).some((l) => l.matchId === match?.id);
    this.store.send(
      hasLayers ? { type: 'match.overlay', ...common, traits: null } : { type: 'match.choose', ...common },
    );
    this.done.emit();
  }

  protected remove(id: string): void {
    this.store.send({ type: 'handmade.remove', id });
  }

  /** A desktop entry after the specification, with the command in its own quoting. */
  protected saveLauncher(name: string, command: unknown): void {
    const file = launcherFile(name, String(command));
    saveFile(file.text, file.name, 'application/x-desktop');
  }
}
