import { isInside } from '../../../measuring/picture/rect.js';
import { alter, put, type Change } from '../../../model/coat/changes.js';
import { CommandRefused, need } from '../../../model/coat/refused.js';
import type { CoatRows, RegionRow } from '../../../model/coat/rows.js';

type RegionFields = Omit<RegionRow, 'elementId' | 'again'>;

/** Draws the region of an element on a picture, in place of the one that shows the same state. @throws CommandRefused */
export function setRegion(rows: CoatRows, elementId: string, region: RegionFields): Change | null {
  const picture = need(rows.picture, region.pictureId, 'picture');
  if (!isInside(region, picture.width, picture.height))
    throw new CommandRefused(
      'outside',
      `The region does not lie inside the picture of ${picture.width} × ${picture.height} pixels.`,
    );
  const standing = Object.values(rows.region).find(
    (r) => r.elementId === elementId && r.pictureId === region.pictureId && r.state === region.state,
  );
  const { x, y, width, height, state, ground } = region;
  // Drawn anew, it has been looked at.
  if (standing) return alter('region', standing, { x, y, width, height, ground, again: false });
  return put('region', {
    id: region.id,
    elementId,
    pictureId: region.pictureId,
    x,
    y,
    width,
    height,
    state,
    ground,
    again: false,
  });
}
