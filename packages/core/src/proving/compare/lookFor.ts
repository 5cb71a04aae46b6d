import { keyed } from '../../ground/checked.js';
import {
  coatOf,
  type CaptureRow,
  type CoatRows,
  type PictureRow,
  type RegionRow,
  type SightingRow,
} from '../../model/coat/rows.js';
import { carryFactor, displayOf } from '../../deciding/matching/carry.js';
import { targetsOf } from '../../deciding/matching/targets.js';
import type { Rect } from '../../measuring/picture/rect.js';
import { kindBook } from '../../model/coat/kindBook.js';
import { roundTo } from '../../model/traits/say.js';
import type { Sight, SightAsk } from './sight.js';

const rectOf = ({ x, y, width, height }: Rect): Rect => ({ x, y, width, height });

/** By what it is told that the reference changed since an element was held against it. */
export function heldAgainst(picture: PictureRow, { x, y, width, height }: Rect): string {
  return `${picture.blob.slice(0, 16)} ${x} ${y} ${width} ${height}`;
}

/** Pixels of a picture of the own desktop for one of the reference: as the element's lengths are carried, where it has a rule. */
export function factorOf(
  rows: CoatRows,
  elementId: string,
  picture: PictureRow,
  capture: CaptureRow,
): number {
  const element = rows.element[elementId];
  const own = element?.carry?.policy;
  const { width, height } = capture;
  const { inches } = displayOf(rows, element);
  const policy = own && own !== 'same proportion' ? own : coatOf(rows).policy;
  return carryFactor(policy, picture, { width, height, inches }).factor;
}

/** What to look for on a picture of the own desktop: the element of a region, and the traits that have targets at rest. */
export function askFor(
  rows: CoatRows,
  capture: CaptureRow,
  picture: PictureRow,
  region: RegionRow,
  byHand: Rect | null,
): SightAsk {
  const element = keyed(rows.element, region.elementId);
  return {
    kind: kindBook(rows).find(element.kind),
    region: rectOf(region),
    factor: factorOf(rows, element.id, picture, capture),
    byHand: byHand && rectOf(byHand),
    traits: targetsOf(rows, element, capture.variantId)
      .filter((t) => t.state === null)
      .map((t) => t.spec.id),
    blob: capture.blob,
  };
}

/** What is kept of an element that was found. */
export function sightingFrom(
  id: string,
  picture: PictureRow,
  region: RegionRow,
  sight: Sight,
  byHand: boolean,
): Omit<SightingRow, 'captureId'> {
  const { mean, p95, ssim, palette } = sight.likeness;
  return {
    id,
    elementId: region.elementId,
    ...rectOf(sight.rect),
    how: byHand ? 'by hand' : sight.isFound ? 'found' : sight.isGone ? 'not there' : 'not found',
    sure: roundTo(sight.sure, 2),
    why: sight.why,
    dx: sight.dx,
    dy: sight.dy,
    likeness: {
      mean: roundTo(mean, 2),
      p95: roundTo(p95, 2),
      ssim: ssim === null ? null : roundTo(Math.max(-1, Math.min(1, ssim)), 4),
      palette: roundTo(palette, 4),
    },
    values: sight.values,
    against: heldAgainst(picture, region),
  };
}
