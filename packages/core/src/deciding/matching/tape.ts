import type { Standing } from './standing.js';
import type { CoatState } from './evaluate.js';

/** One element on the tape; closeness and ceiling 0 to 1, null where not scored. */
export interface TapeSegment {
  readonly id: string;
  readonly name: string;
  readonly weight: number;
  readonly closeness: number | null;
  readonly ceiling: number | null;
  readonly standing: Standing;
}

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
