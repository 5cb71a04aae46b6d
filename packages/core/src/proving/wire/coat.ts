import type { TapeSegment } from '../../deciding/matching/tape.js';
import type { Change } from '../../model/coat/changes.js';
import type { CoatRows } from '../../model/coat/rows.js';
import type { Mosts } from '../../deciding/matching/evaluate.js';
import type { Standing } from '../../deciding/matching/standing.js';
import type { Crop } from '../rack/facts.js';

/** What server and page tell each other of coats. Commands, which need checking, have their schema in `doing/commands/`. */

/** What undo or redo would answer now. */
export interface Answerable {
  readonly revision: number;
  readonly label: string;
}

/** A coat as it is opened: all its rows, and what undo and redo would do. */
export interface LoadedCoat {
  readonly revision: number;
  readonly rows: CoatRows;
  readonly undo: Answerable | null;
  readonly redo: Answerable | null;
}

/** One entry of a coat's history, as other windows need it. */
export interface Entry {
  readonly revision: number;
  /** By which a window knows its own. */
  readonly commandId: string;
  readonly label: string;
  readonly changes: readonly Change[];
}

/** What a write answers: the new revision, and everything that changed since the one the sender knew. */
export interface Written {
  readonly revision: number;
  readonly entries: readonly Entry[];
  /** The coat as it is at this revision, in place of entries, where those would be too many or are no longer kept. */
  readonly rows?: CoatRows;
  readonly undo: Answerable | null;
  readonly redo: Answerable | null;
}

/** What is worked out of a coat. Closeness and ceiling 0 to 1, null where nothing is scored. */
export interface CardFigures {
  /** Name and version; null: none chosen. */
  readonly host: string | null;
  readonly closeness: number | null;
  readonly ceiling: number | null;
  /** The two at most. */
  readonly most: Pick<Mosts, 'chosen' | 'ceiling'>;
  readonly standings: Readonly<Record<Standing, number>>;
  readonly tape: readonly TapeSegment[];
}

/** A coat as the first page shows it. */
export interface CoatCard {
  readonly id: string;
  readonly revision: number;
  readonly name: string;
  /** ISO 8601. */
  readonly changedAt: string;
  readonly deletedAt: string | null;
  /** When a deleted coat goes for good, ISO 8601; null where it does not. */
  readonly goesAt: string | null;
  readonly crop: Crop | null;
  /** Null while it is being worked out: there is no figure then, and no old one in its place. */
  readonly figures: CardFigures | null;
  /** It was tried, and could not be worked out. */
  readonly failed: boolean;
}

/** A page of coats, last changed first. */
export interface CoatsPage {
  readonly coats: readonly CoatCard[];
  /** What the next page is asked for with; null on the last. */
  readonly next: string | null;
  /** How many are found in all, and how many are deleted. */
  readonly count: number;
  readonly deleted: number;
}
