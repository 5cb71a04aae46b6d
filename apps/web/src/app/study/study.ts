import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  inject,
  signal,
  viewChild,
} from '@angular/core';
import type { RegionReading } from '@spare-coat/core/picture/readRegion';
import type { Rect } from '@spare-coat/core/picture/rect';
import { findKind, KINDS } from '@spare-coat/core/reference/kinds/registry';
import { measuredTraits } from '@spare-coat/core/reference/measure';
import { CoatStore } from '../shared/coatStore';
import { CoatView } from '../shared/coatView';
import { Keys } from '../shared/keys';
import { newId } from '../shared/newId';
import { Notices } from '../shared/notices';
import { ElementDetails } from './elementDetails';
import { Intake } from './intake';
import { PictureView, type ShownRegion } from './pictureView';
import { PixelsWorker } from './pixels';
import { RegionDetails } from './regionDetails';

/** The stage where a reference look is taken apart: pictures on the bench, regions on them, traits beside. */
@Component({
  selector: 'coat-study',
  imports: [PictureView, ElementDetails, RegionDetails],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './study.html',
  styleUrl: './study.scss',
  host: {
    '(window:dragover)': 'over($event)',
    '(window:drop)': 'drop($event)',
    '(window:dragleave)': 'dragging.set(false)',
    '(window:keydown)': 'key($event)',
  },
})
export class Study {
  protected readonly view = inject(CoatView);
  private readonly store = inject(CoatStore);
  private readonly pixels = inject(PixelsWorker);
  private readonly notices = inject(Notices);
  private readonly keys = inject(Keys);
  protected readonly intake = inject(Intake);
  private readonly canvas = viewChild(PictureView);

  protected readonly tool = signal<'draw' | 'move'>('draw');
  protected readonly settle = signal(true);
  protected readonly dragging = signal(false);
  protected readonly drawn = signal<Rect | null>(null);
  protected readonly reading = signal<RegionReading | null>(null);
  protected readonly readMs = signal<number | null>(null);
  private reach = 8;
  private turn = 0;

  protected readonly regions = computed<readonly ShownRegion[]>(() => {
    const picture = this.view.picture();
    if (!picture) return [];
    const { region, element } = this.view.rows();
    return Object.values(region)
      .filter((r) => r.pictureId === picture.id && element[r.elementId])
      .map((r) => ({ elementId: r.elementId, name: element[r.elementId]!.name, rect: r }));
  });
  protected readonly variantPictures = computed(() =>
    this.view.pictures().filter((p) => p.variantId === this.view.variant()?.id),
  );

  private readonly shownBlob = computed(() => this.view.picture()?.blob ?? null);

  constructor() {
    effect(() => {
      const blob = this.shownBlob();
      this.forget();
      // Decoded before it is asked for, so that the first reading is as quick as the next.
      if (blob) void this.pixels.load(blob);
    });
  }

  protected forget(): void {
    this.drawn.set(null);
    this.reading.set(null);
  }

  protected drawRegion({ rect, reach }: { rect: Rect; reach: number }): void {
    this.reach = reach;
    void this.measure(rect, this.settle());
  }

  /** A nudge says exactly where: then edges do not pull. */
  protected nudged(rect: Rect): void {
    void this.measure(rect, false);
  }

  protected async measure(rect: Rect, settle: boolean): Promise<void> {
    const picture = this.view.picture();
    if (!picture) return;
    const turn = ++this.turn;
    this.drawn.set(rect);
    try {
      const { reading, ms } = await this.pixels.read(picture.blob, rect, settle, this.reach);
      if (turn !== this.turn) return;
      this.drawn.set(reading.rect);
      this.reading.set(reading);
      this.readMs.set(ms);
    } catch (error) {
      if (turn !== this.turn) return;
      this.forget();
      this.notices.say((error as Error).message);
    }
  }

  private measuredFields(kind: string, reading: RegionReading) {
    const picture = this.view.picture()!;
    const variantId = this.view.variant()!.id;
    const { x, y, width, height } = reading.rect;
    const spec = findKind(kind)!;
    return {
      region: { id: newId(), pictureId: picture.id, x, y, width, height, ground: reading.ground },
      traits: [...measuredTraits(kind, reading)].map(([trait, target]) => ({
        id: newId(),
        trait,
        variantId: spec.traits.find((t) => t.id === trait)?.perVariant ? variantId : null,
        state: null,
        target,
        pictureId: picture.id,
        source: { how: 'measured' as const, pictureId: picture.id, x, y, width, height },
      })),
    };
  }

  protected add({ kind, name }: { kind: string; name: string }): void {
    const reading = this.reading();
    if (!reading) return;
    const id = newId();
    const weight = KINDS.find((k) => k.id === kind)?.weight ?? 3;
    if (
      !this.store.send({ type: 'element.add', id, kind, name, weight, ...this.measuredFields(kind, reading) })
    )
      return;
    this.forget();
    this.view.select(id);
  }

  protected again(elementId: string): void {
    const reading = this.reading();
    const element = this.view.rows().element[elementId];
    if (!reading || !element) return;
    const { region, traits } = this.measuredFields(element.kind, reading);
    // What all variants share is measured once; another variant brings only what is its own.
    const first = this.view.pictures()[0]?.variantId === this.view.variant()?.id;
    const own = first ? traits : traits.filter((t) => t.variantId !== null);
    if (this.store.send({ type: 'element.measure', id: elementId, region, traits: own })) this.forget();
  }

  protected pickFiles(event: Event): void {
    const field = event.target as HTMLInputElement;
    this.takeIn([...(field.files ?? [])]);
    field.value = '';
  }

  private takeIn(files: File[]): void {
    const variant = this.view.variant();
    if (variant && files.length > 0) void this.intake.take(files, variant.id);
  }

  protected over(event: DragEvent): void {
    if (!event.dataTransfer?.types.includes('Files')) return;
    event.preventDefault();
    this.dragging.set(true);
  }
  protected drop(event: DragEvent): void {
    if (!event.dataTransfer?.types.includes('Files')) return;
    event.preventDefault();
    this.dragging.set(false);
    this.takeIn([...event.dataTransfer.files]);
  }

  protected removePicture(): void {
    const picture = this.view.picture();
    if (picture && this.store.send({ type: 'picture.remove', id: picture.id }))
      this.notices.say(`“${picture.name}” was taken out. Its numbers stay as typed ones.`, {
        label: 'Undo',
        run: () => void this.store.answer('undo'),
      });
  }

  protected zoom(factor: number): void {
    if (factor === 0) this.canvas()?.fit();
    else this.canvas()?.zoomBy(factor);
  }

  protected key(event: KeyboardEvent): void {
    if (!this.keys.heeds(event) || event.shiftKey) return;
    const key = event.key.toLowerCase();
    if (key === 'r') this.tool.set('draw');
    else if (key === 'h') this.tool.set('move');
    else if (key === '0') this.zoom(0);
    else if (key === '+' || key === '=') this.zoom(1.25);
    else if (key === '-') this.zoom(0.8);
    else if (key === 'escape' && this.drawn()) this.forget();
    else return;
    event.preventDefault();
  }
}
