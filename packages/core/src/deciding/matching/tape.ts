import type { TapeSegment } from '../../proving/wire/coat.js';
import type { CoatState } from './evaluate.js';

/** A coat's elements as segments of its tape. */
export function tapeOf({ elements }: CoatState): TapeSegment[] {
  return elements.map((e) => ({
    id: e.element.id,
    name: e.element.name,
    weight: e.element.weight,
    closeness: e.closeness,
    ceiling: e.ceiling,
    standing: e.standing,
  }));
}
