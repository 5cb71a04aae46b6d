import type { Change } from '../coat/changes.js';
import type { Standing } from '../matching/standing.js';
import type { Rect } from '../picture/rect.js';

/** What server and page tell each other of coats. Commands, which need checking, have their schema in `coat/commands`. */

/** What undo or redo would answer now. */
export interface Answerable {
  readonly revision: number;
  readonly label: string;
}

/** One entry of a coat's history, as other windows need it. */
export interface Entry {
  readonly revision: number;
  readonly label: string;
  readonly changes: readonly Change[];
}

/** What a write answers: the new revision, and everything that changed since the one the sender knew. */
export interface Written {
  readonly revision: number;
  readonly entries: readonly Entry[];
  readonly undo: Answerable | null;
  readonly redo: Answerable | null;
}

/** One element on the tape; closeness and ceiling 0 to 1, null where not scored. */
export interface TapeSegment {
  readonly id: string;
  readonly name: string;
  readonly weight: number;
  readonly closeness: number | null;
  readonly ceiling: number | null;
  readonly standing: Standing;
}

/** A coat as the first page shows it. */
export interface CoatCard {
  readonly id: string;
  readonly revision: number;
  readonly name: string;
  readonly host: string | null;
  /** ISO 8601. */
  readonly changedAt: string;
  readonly deletedAt: string | null;
  readonly crop: {
    readonly blob: string;
    readonly width: number;
    readonly height: number;
    readonly rect: Rect;
  } | null;
  readonly closeness: number | null;
  readonly ceiling: number | null;
  readonly standings: Readonly<Record<Standing, number>>;
  readonly tape: readonly TapeSegment[];
}
