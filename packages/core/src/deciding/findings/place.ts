import type { CoatRows } from '../../model/coat/rows.js';
import { isCarrier } from '../../model/kinds/registry.js';
import { kindBook } from '../../model/coat/kindBook.js';

/** The bar or dock that an element stands on: the smallest whose region in the reference holds its middle; null: none. */
export function carrierOf(rows: CoatRows, elementId: string): string | null {
  const element = rows.element[elementId];
  if (!element || isCarrier(element.kind)) return null;
  if (kindBook(rows).find(element.kind)?.group !== 'On the bars') return null;
  let best: { id: string; area: number } | null = null;
  const regions = Object.values(rows.region);
  for (const own of regions.filter((r) => r.elementId === elementId && r.state === null)) {
    const x = own.x + own.width / 2;
    const y = own.y + own.height / 2;
    for (const r of regions) {
      const kind = rows.element[r.elementId]?.kind ?? '';
      if (r.pictureId !== own.pictureId || r.state !== null || !isCarrier(kind)) continue;
      const holds = x >= r.x && x < r.x + r.width && y >= r.y && y < r.y + r.height;
      const area = r.width * r.height;
      if (holds && (!best || area < best.area)) best = { id: r.elementId, area };
    }
  }
  return best?.id ?? null;
}
