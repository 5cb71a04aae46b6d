import { isInside } from '../../../measuring/picture/rect.js';
import { kindBook } from '../../../model/coat/kindBook.js';
import { CommandRefused, need } from '../../../model/coat/refused.js';
import type { CoatRows, SightingRow } from '../../../model/coat/rows.js';
import { valueProblem } from '../../../model/traits/value.js';

/** @throws CommandRefused where it lies outside its picture, or has a value that the element's kind does not take */
export function checkedSighting(rows: CoatRows, sighting: SightingRow): SightingRow {
  const { width, height } = need(rows.capture, sighting.captureId, 'capture');
  const element = need(rows.element, sighting.elementId, 'element');
  if (!isInside(sighting, width, height))
    throw new CommandRefused(
      'outside',
      `${element.name} does not lie inside the picture of ${width} × ${height} pixels.`,
    );
  for (const [trait, value] of Object.entries(sighting.values)) {
    const spec = kindBook(rows).trait(element.kind, trait);
    const problem = spec ? valueProblem(spec.type, value) : `There is no trait ${trait} here.`;
    if (problem) throw new CommandRefused('bad-value', `${element.name}: ${problem}`);
  }
  return sighting;
}
