import type { CarriedLine } from '../port/portCoat.js';

/** How a coat would stand on another host. */
export interface CarriedPreview {
  readonly lines: readonly CarriedLine[];
  /** Closeness of the coat there and here, 0 to 1; null: nothing is scored. */
  readonly before: number | null;
  readonly after: number | null;
}

/** How a coat stands to the one that it was carried over from. */
export interface OriginState {
  readonly id: string;
  readonly name: string;
  /** It was deleted for good. */
  readonly isGone: boolean;
  /** How many rows of its reference are others by now. */
  readonly changes: number;
}
