import type { GradeReading, PictureGrade } from '../../measuring/picture/pictureGrade.js';
import type { RegionReading } from '../../measuring/picture/readRegion.js';
import type { Source } from './fields.js';
import type { Kind, ReadFrom } from '../kinds/kind.js';
import type { Readings } from '../kinds/measure.js';

/**
 * By so many pixels a side that was found may be off, by what happened to its picture; counted on desktops that a browser laid out:
 * `npm run bench -- study-hard`. On a picture that is exact a side is where it is; what was drawn there may have been rounded to it.
 */
const SIDE_OFF: Readonly<Record<PictureGrade, number>> = {
  exact: 0.5,
  compressed: 1,
  resized: 1,
  softened: 1.5,
  photographed: 2,
};
/** The same for a side that is no clear edge and stands where a hand drew it, and for one that a hand set with a lens. */
const DRAWN_OFF = 6;
const SET_OFF = 1;
/** Figures are read by the highest letters beside them, which may be higher or lower by so many pixels, and by this share. */
const FIGURES_OFF = 1;
const FIGURES_SHARE = 0.06;

/** What happened to the picture, as far as it was told; where it was not, it is taken to be exact. */
export const sideOff = (graded: Pick<GradeReading, 'grade'> | null | undefined): number =>
  SIDE_OFF[graded?.grade ?? 'exact'];

type Side = keyof RegionReading['found'];

/** Whether a side is the picture's own edge. */
function isBorder({ rect, edge, margin, edgeShare }: RegionReading, side: Side): boolean {
  if (side === 'left' && rect.x === 0) return true;
  if (side === 'top' && rect.y === 0) return true;
  if (side === edge) return margin === 0;
  const isAlong = edge === 'top' || edge === 'bottom' ? side === 'right' : side === 'bottom';
  return edge !== null && isAlong && edgeShare >= 100;
}

function placeOf({ rect }: RegionReading, side: Side): number {
  return { left: rect.x, top: rect.y, right: rect.x + rect.width, bottom: rect.y + rect.height }[side];
}

/**
 * By how much one side of a region may be off: none is, where it was found, or set by a hand, at the picture's own edge; one that may
 * be at either of two lines by as much as the further one is away.
 */
function offOfSide({ region, graded, byHand }: Readings, side: Side): number {
  if (region.found[side]) return isBorder(region, side) ? 0 : sideOff(graded);
  if (byHand) return isBorder(region, side) ? 0 : Math.max(sideOff(graded), SET_OFF);
  const drawn = placeOf(region, side);
  const rivals = region.rivals.find((r) => r.side === side)?.at ?? [];
  return Math.max(sideOff(graded), DRAWN_OFF, ...rivals.map((at) => Math.abs(at - drawn)));
}

/** Of a length between two sides. Both halves of a pixel at once are no more than one of them on a picture that is exact. */
const between = (a: number, b: number): number => Math.max(a, b, a > 0.5 || b > 0.5 ? Math.hypot(a, b) : 0);

/**
 * By how many pixels of its picture a length that was read may be off either way, in halves; null where what is read is no length.
 */
export function lengthOff(from: ReadFrom, readings: Readings): number | null {
  const { region, graded, text } = readings;
  const across = (a: Side, b: Side) => between(offOfSide(readings, a), offOfSide(readings, b));
  const isUpright =
    region.edge === 'left' ||
    region.edge === 'right' ||
    (region.edge === null && region.height > region.width);
  const inHalves = (off: number) => Math.ceil(off * 2) / 2;
  switch (from) {
    case 'thickness':
      return inHalves(isUpright ? across('left', 'right') : across('top', 'bottom'));
    case 'width':
      return inHalves(across('left', 'right'));
    case 'height':
      return inHalves(across('top', 'bottom'));
    case 'margin':
      return region.edge === null ? null : inHalves(offOfSide(readings, region.edge));
    case 'bar:padding':
    case 'bar:itemSize':
    case 'bar:spacing':
    case 'bar:cornerRadius':
    case 'beside:cornerRadius':
      return inHalves(Math.max(1, sideOff(graded)));
    case 'text:xHeight':
    case 'text:capHeight':
    case 'text:figures': {
      const read = text?.[from === 'text:xHeight' ? 'xHeight' : 'capHeight'];
      if (!read?.ok) return null;
      const { value, least, most } = read.value;
      const off = Math.max(value - least, most - value);
      return inHalves(from === 'text:figures' ? Math.max(off, FIGURES_OFF, FIGURES_SHARE * value) : off);
    }
    default:
      return null;
  }
}

/** How a trait that readings fill by themselves was obtained, and by how much it may be off where it is a length. */
export function measuredSource(
  kind: Kind | null,
  trait: string,
  readings: Readings,
  pictureId: string,
): Source {
  const { x, y, width, height } = readings.region.rect;
  const spec = kind?.traits.find((t) => t.id === trait);
  const off = spec?.reads && spec.type === 'length' ? lengthOff(spec.reads, readings) : null;
  return { how: 'measured', pictureId, x, y, width, height, ...(off === null ? {} : { off }) };
}
