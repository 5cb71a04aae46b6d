import { nth } from '@spare-coat/core/ground/checked';
import { Injectable, inject, signal } from '@angular/core';
import type { CaptureRow, PictureRow, RegionRow } from '@spare-coat/core/model/coat/rows';
import { askFor, sightingFrom } from '@spare-coat/core/proving/compare/lookFor';
import type { Rect } from '@spare-coat/core/measuring/picture/rect';
import { CoatStore } from '../shared/coatStore';
import { CoatView } from '../shared/coatView';
import { newId } from '../shared/newId';
import { Notices } from '../shared/notices';
import { MeasuringStopped, PixelsWorker } from '../shared/pixels';

/** Looks for elements on pictures of the own desktop, and keeps what was seen. */
@Injectable({ providedIn: 'root' })
export class Sighter {
  private readonly pixels = inject(PixelsWorker);
  private readonly store = inject(CoatStore);
  private readonly view = inject(CoatView);
  private readonly notices = inject(Notices);
  readonly looking = signal(false);

  /**
   * Looks for elements on a picture and keeps what is found, in one go that is undone in one go. Elements that were placed by
   * hand stay where they are.
   *
   * @param placed an element that a hand places now, and where; without a place it is looked for anew
   */
  async look(
    capture: CaptureRow,
    picture: PictureRow,
    regions: readonly RegionRow[],
    placed: { readonly elementId: string; readonly rect: Rect | null } | null = null,
  ): Promise<void> {
    const rows = this.view.rows();
    const byHand = new Map(
      Object.values(rows.sighting)
        .filter((s) => s.captureId === capture.id && s.how === 'by hand')
        .map((s): [string, Rect | null] => [s.elementId, s]),
    );
    if (placed) byHand.set(placed.elementId, placed.rect);
    const known = regions.filter((r) => rows.element[r.elementId]);
    if (known.length === 0) return;
    const asks = known.map((r) => askFor(rows, capture, picture, r, byHand.get(r.elementId) ?? null));
    this.looking.set(true);
    try {
      const sights = await this.pixels.ask('sights', {
        sha: capture.blob,
        reference: picture.blob,
        asks,
        areWhole: picture.subject === 'Whole desktop' && capture.subject === 'Whole desktop',
      });
      const sightings = known.flatMap((region, i) => {
        const sight = sights[i];
        return sight ? [sightingFrom(newId(), picture, region, sight, nth(asks, i).byHand !== null)] : [];
      });
      if (sightings.length > 0) this.store.send({ type: 'sighting.set', captureId: capture.id, sightings });
      else this.notices.say('None of the elements would lie on this picture.');
    } catch (error) {
      if (!(error instanceof MeasuringStopped)) this.notices.say((error as Error).message);
    } finally {
      this.looking.set(false);
    }
  }
}
