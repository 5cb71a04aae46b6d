import type { Rect } from '../../measuring/picture/rect.js';
import { handmadeOf, layersOf, matchOf, ordered, type CoatRows } from '../../model/coat/rows.js';
import type { HandmadeFile } from '../../model/coat/fields.js';
import { displayOf } from '../matching/carry.js';

/** Kinds that lie on the bare desktop and have text. */
export const ON_BARE = ['desktop-widget', 'desktop-items'] as const;

/** Where the wallpaper shows under something on the bare desktop: the blob of a picture, and the rectangle in its pixels. */
export interface BarePlace {
  readonly elementId: string;
  readonly variantId: string;
  readonly sha: string;
  readonly rect: Rect;
}

/** The picture that is the chosen wallpaper: one's own file; null: that of the reference; undefined: one that nobody has here. */
function chosenPaper(rows: CoatRows): HandmadeFile | null | undefined {
  const element = ordered(rows.element).find((e) => e.kind === 'wallpaper');
  const match = element && matchOf(rows, element.id);
  const top = match ? layersOf(rows, match.id).at(-1) : undefined;
  if (!top) return null;
  if (top.partId !== null) return undefined;
  const files = handmadeOf(rows, top.offer)?.files ?? [];
  return [...files].sort((a, b) => b.width - a.width)[0] ?? null;
}

/**
 * Where the chosen wallpaper shows under what lies on the bare desktop, in each variant. A file of one's own fills its display and is
 * cropped; the reference's wallpaper shows in the reference's own pictures.
 */
export function barePlaces(rows: CoatRows): BarePlace[] {
  const paper = chosenPaper(rows);
  if (paper === undefined) return [];
  const bare = new Set(
    ordered(rows.element).flatMap((e) => ((ON_BARE as readonly string[]).includes(e.kind) ? [e.id] : [])),
  );
  return Object.values(rows.region).flatMap((region): BarePlace[] => {
    const picture = rows.picture[region.pictureId];
    const element = rows.element[region.elementId];
    if (!picture || !element || !bare.has(region.elementId) || region.state !== null) return [];
    const { x, y, width, height } = region;
    const at = { elementId: region.elementId, variantId: picture.variantId };
    if (paper === null) return [{ ...at, sha: picture.blob, rect: { x, y, width, height } }];
    const display = displayOf(rows, element);
    const scale = Math.max(display.width / paper.width, display.height / paper.height);
    const along = (from: number, size: number, of: number, shown: number, own: number) => {
      const start = ((from / of) * shown - (shown - own * scale) / 2) / scale;
      const [low, high] = [Math.max(0, start), Math.min(own, start + ((size / of) * shown) / scale)];
      return [Math.floor(low), Math.max(1, Math.round(high - low))] as const;
    };
    const [left, wide] = along(x, width, picture.width, display.width, paper.width);
    const [top, high] = along(y, height, picture.height, display.height, paper.height);
    return [{ ...at, sha: paper.blob, rect: { x: left, y: top, width: wide, height: high } }];
  });
}
