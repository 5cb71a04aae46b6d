import { Injectable, inject, signal } from '@angular/core';
import type { SingleCommand } from '@spare-coat/core/doing/commands/commands';
import type { PictureRow, RegionRow, VariantRow } from '@spare-coat/core/model/coat/rows';
import { clip, type Rect } from '@spare-coat/core/measuring/picture/rect';
import { measuredSource } from '@spare-coat/core/model/coat/lengthOff';
import type { Readings } from '@spare-coat/core/model/kinds/measure';
import { mayBePaired } from '@spare-coat/core/proving/compare/pairing';
import type { Sight } from '@spare-coat/core/proving/compare/sight';
import { readOtherVariant } from '@spare-coat/core/model/coat/otherVariant';
import { CoatStore } from '../shared/coatStore';
import { CoatView } from '../shared/coatView';
import { newId } from '../shared/newId';
import { Notices } from '../shared/notices';
import { MeasuringStopped, PixelsWorker } from '../shared/pixels';

/** Sides of what was found are settled within so many pixels; what is found by its likeness is no further from its old place. */
const NEAR = 4;

export interface VariantReport {
  readonly variant: string;
  readonly elements: number;
  readonly values: number;
  readonly disagreements: readonly string[];
  /** What is not on the other picture, and what has none: with its reason. */
  readonly skipped: readonly string[];
  /** Elements that were read where they stand on the first picture, since nothing told where they are on the other. */
  readonly assumed: readonly string[];
}

interface Work {
  readonly region: RegionRow;
  readonly picture: PictureRow;
  readonly twin: PictureRow;
}

/** Reads the same elements on another variant's picture, in one change: where what that one was taken apart into has them. */
@Injectable({ providedIn: 'root' })
export class OtherVariant {
  private readonly view = inject(CoatView);
  private readonly store = inject(CoatStore);
  private readonly pixels = inject(PixelsWorker);
  private readonly notices = inject(Notices);
  /** How far it is, while it goes on: done and all. */
  readonly progress = signal<{ readonly done: number; readonly all: number } | null>(null);
  readonly report = signal<VariantReport | null>(null);
  private stopped = false;

  stop(): void {
    this.stopped = true;
    this.pixels.stop();
  }

  /** The picture of another variant that shows the same as this one: same subject, same proportions. */
  private twin(picture: PictureRow, variant: VariantRow): PictureRow | null {
    const ratio = picture.width / picture.height;
    return (
      this.view
        .pictures()
        .find(
          (p) =>
            p.variantId === variant.id &&
            p.subject === picture.subject &&
            Math.abs(p.width / p.height / ratio - 1) < 0.002,
        ) ?? null
    );
  }

  async measure(variant: VariantRow): Promise<void> {
    const rows = this.view.rows();
    const from = this.view.variant();
    if (!from) return;
    const skipped: string[] = [];
    const work = Object.values(rows.region).flatMap((region): Work[] => {
      const picture = rows.picture[region.pictureId];
      if (picture?.variantId !== from.id || region.state !== null) return [];
      const twin = this.twin(picture, variant);
      if (!twin) {
        skipped.push(
          `${rows.element[region.elementId]?.name ?? 'An element'}: no picture like “${picture.name}” there.`,
        );
        return [];
      }
      return [{ region, picture, twin }];
    });
    if (work.length === 0) {
      this.notices.say(
        skipped.length > 0
          ? `${variant.name} has no picture that shows the same.`
          : `No element has a region on a picture of ${from.name.toLowerCase()} yet.`,
      );
      return;
    }
    this.stopped = false;
    this.report.set(null);
    const commands: SingleCommand[] = [];
    const disagreements: string[] = [];
    const assumed: string[] = [];
    let values = 0;
    try {
      const sights = await this.lookFor(work);
      for (const [done, one] of work.entries()) {
        if (this.stopped) throw new MeasuringStopped();
        this.progress.set({ done, all: work.length });
        const { region, picture, twin } = one;
        const element = rows.element[region.elementId];
        const sight = sights.get(region.id);
        if (element && sight?.isGone) {
          skipped.push(`${element.name}: ${sight.why}`);
          continue;
        }
        // By its likeness alone one thing of a row is taken for the next: what looks moved may be a neighbour.
        const isFound =
          sight?.isFound === true &&
          (mayBePaired(element?.kind ?? '', region) || Math.hypot(sight.dx, sight.dy) <= NEAR);
        const rect = isFound ? sight.rect : this.scaled(region, picture, twin);
        if (!element || !rect) continue;
        if (!isFound) assumed.push(element.name);
        const readings = await this.read(
          twin,
          rect,
          isFound,
          Boolean(
            this.view
              .book()
              .find(element.kind)
              ?.traits.some((t) => t.reads?.startsWith('text')),
          ),
        );
        const found = readOtherVariant(rows, element, twin, readings);
        disagreements.push(...found.disagreements);
        values += found.own.size;
        const { x, y, width, height } = readings.region.rect;
        const kind = this.view.book().find(element.kind);
        commands.push({
          type: 'element.measure',
          id: element.id,
          region: {
            id: newId(),
            pictureId: twin.id,
            x,
            y,
            width,
            height,
            state: null,
            ground: readings.region.ground,
          },
          traits: [...found.own].map(([trait, target]) => ({
            id: newId(),
            trait,
            variantId: variant.id,
            state: null,
            target,
            pictureId: twin.id,
            source: measuredSource(kind, trait, readings, twin.id),
          })),
        });
      }
      const isTaken =
        commands.length === 0 ||
        this.store.send({ type: 'many', label: `Measure ${variant.name}`.slice(0, 200), commands });
      if (isTaken)
        this.report.set({
          variant: variant.name,
          elements: commands.length,
          values,
          disagreements,
          skipped,
          assumed,
        });
    } catch (error) {
      this.notices.say((error as Error).message);
    } finally {
      this.progress.set(null);
    }
  }

  /** Where elements are on the other variant's pictures, as far as it can be told; by the ids of their regions. */
  private async lookFor(work: readonly Work[]): Promise<Map<string, Sight>> {
    const found = new Map<string, Sight>();
    const rows = this.view.rows();
    const pairs = new Map(work.map(({ picture, twin }) => [`${picture.id} ${twin.id}`, { picture, twin }]));
    for (const { picture, twin } of pairs.values()) {
      const here = work.filter((w) => w.picture === picture && w.twin === twin);
      const sights = await this.pixels.ask('sights', {
        sha: twin.blob,
        reference: picture.blob,
        asks: here.map(({ region: { x, y, width, height, elementId } }) => ({
          kind: this.view.book().find(rows.element[elementId]?.kind ?? ''),
          region: { x, y, width, height },
          factor: twin.width / picture.width,
          byHand: null,
          traits: [],
          blob: twin.blob,
        })),
        areWhole: picture.subject === 'Whole desktop',
      });
      here.forEach(({ region }, i) => {
        const sight = sights[i];
        if (sight) found.set(region.id, sight);
      });
    }
    return found;
  }

  private scaled(region: RegionRow, from: PictureRow, to: PictureRow) {
    const k = to.width / from.width;
    return clip(
      { x: region.x * k, y: region.y * k, width: region.width * k, height: region.height * k },
      to.width,
      to.height,
    );
  }

  private async read(picture: PictureRow, rect: Rect, isFound: boolean, type: boolean): Promise<Readings> {
    const sha = picture.blob;
    const region = await this.pixels.ask('region', { sha, rect, settle: isFound, reach: NEAR });
    const text = type ? await this.pixels.ask('text', { sha, rect: region.rect }) : null;
    const graded = await this.pixels.ask('grade', { sha });
    return { region, bar: null, text: text?.ok ? text.value : null, graded };
  }
}
