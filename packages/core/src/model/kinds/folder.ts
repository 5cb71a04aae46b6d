import type { BarItem } from '../../measuring/picture/readBar.js';
import type { RegionReading } from '../../measuring/picture/readRegion.js';
import type { StartId, StartingElement } from './begin.js';
import type { Drawn } from './drawn.js';
import type { Kind } from './kind.js';
import type { Sketch } from './sketched.js';

/** All that there is to say of the kinds of one group, in one folder. */
export interface KindFolder {
  readonly kinds: readonly Kind[];
  /** How those that can be seen would look, by their ids; of the others their values are told in words. */
  readonly sketches: Readonly<Record<string, Sketch>>;
  /** What they add to a drawn desktop. */
  readonly drawn: Drawn;
  /** Those that carry other elements, as a bar does. */
  readonly carriers?: readonly string[];
  /** How likely a region that was drawn on a picture is one of them, 0 to 1, by their ids; 0 of those that are not named. */
  readonly likely?: Readonly<Record<string, (reading: RegionReading) => number>>;
  /** The same of an item that was found on a bar. */
  readonly likelyItems?: Readonly<Record<string, (item: BarItem) => number>>;
  /** What they add to what one begins with: by the id of a starting set, or to every one. */
  readonly begins?: Readonly<Partial<Record<StartId | 'every', readonly StartingElement[]>>>;
  /** Those that most looks have and people remember last, with how much they are missed: 1 most. */
  readonly missed?: Readonly<Record<string, number>>;
}
