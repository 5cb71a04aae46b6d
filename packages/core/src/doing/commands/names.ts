import type { CoatRows } from '../../model/coat/rows.js';

/** The name of an element, as a history tells of it, whether or not it is still there. */
export function elementName(rows: CoatRows, id: string | undefined): string {
  return rows.element[id ?? '']?.name ?? 'an element';
}

/** The name of the element that a layer is of. */
export function elementOfLayer(rows: CoatRows, layerId: string): string {
  return elementName(rows, rows.match[rows.layer[layerId]?.matchId ?? '']?.elementId);
}
