import { keep } from '../../model/coat/choices.js';
import { isInside } from '../../measuring/picture/rect.js';
import { kindBook } from '../../model/coat/kindBook.js';
import { valueProblem } from '../../model/traits/value.js';
import { alter, put, takeOut, type Change } from '../../model/coat/changes.js';
import type { CommandOf } from './commands.js';
import { CommandRefused, need } from '../../model/coat/refused.js';
import type { CoatRows, SightingRow } from '../../model/coat/rows.js';

type CompareCommand = CommandOf<'capture.add' | 'capture.set' | 'capture.remove' | 'sighting.set'>;

/** What commands change of pictures of one's own desktop, and of what was seen on them. */
export function carryCompare(rows: CoatRows, c: CompareCommand): Change[] {
  switch (c.type) {
    case 'capture.add': {
      need(rows.variant, c.variantId, 'variant');
      const { id, variantId, name, subject, how, at, blob, original, width, height } = c;
      return [put('capture', { id, variantId, name, subject, how, at, blob, original, width, height })];
    }
    case 'capture.set': {
      const { name, subject, at } = c;
      return keep(alter('capture', need(rows.capture, c.id, 'capture'), { name, subject, at }));
    }
    case 'capture.remove':
      return removeCapture(rows, c.id);
    case 'sighting.set': {
      const capture = need(rows.capture, c.captureId, 'capture');
      return c.sightings.flatMap((s) => {
        const { id, ...seen } = checked(rows, { ...s, captureId: capture.id } as SightingRow);
        const standing = Object.values(rows.sighting).find(
          (other) => other.captureId === capture.id && other.elementId === seen.elementId,
        );
        return standing ? keep(alter('sighting', standing, seen)) : [put('sighting', { id, ...seen })];
      });
    }
  }
}

/** @throws CommandRefused where it lies outside its picture, or has a value that the element's kind does not take */
function checked(rows: CoatRows, sighting: SightingRow): SightingRow {
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

/** A picture that goes takes what was seen on it along. */
export function removeCapture(rows: CoatRows, id: string): Change[] {
  const capture = need(rows.capture, id, 'capture');
  return [
    ...Object.values(rows.sighting)
      .filter((s) => s.captureId === id)
      .map((s) => takeOut('sighting', s)),
    takeOut('capture', capture),
  ];
}
