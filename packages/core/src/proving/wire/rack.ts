import type { CoatFacts, FactsElement } from '../rack/facts.js';
import type { Mark, Tally } from '../rack/marks.js';
import type { RackFound } from '../rack/search.js';
import type { Sheet } from '../sheet/sheet.js';

/** What server and page tell each other of the rack: coats handed on, on one's own server. */

export interface RackAnswer {
  /** The first of them in the order that was asked for. */
  readonly found: readonly RackFound[];
  /** How many were found. */
  readonly count: number;
  /** How many there are before anything is searched for. */
  readonly all: number;
  /** How many coats are still being worked out, and so are not among them. */
  readonly pending: number;
  /** What it is ordered by likeness to; null where it is not. */
  readonly like: string | null;
  /** Hosts that there is something for. */
  readonly hosts: readonly string[];
}

export interface RackVersion {
  readonly version: number;
  readonly at: string;
  readonly notes: string;
  readonly closeness: number | null;
  /** The revision of the coat that it was made of. */
  readonly coatRevision: number;
  /** Size of its bundle in bytes. */
  readonly size: number;
}

/** A coat on the rack, as its page shows it. */
export interface RackItem {
  readonly id: string;
  readonly revision: number;
  readonly coatId: string;
  readonly owner: string;
  readonly name: string;
  readonly about: string;
  readonly withdrawnAt: string | null;
  /** Newest first. */
  readonly versions: readonly RackVersion[];
  readonly marks: readonly (Mark & { readonly at: string })[];
  readonly tally: Tally;
}

/** One version, whole. */
export interface RackPage {
  readonly facts: CoatFacts;
  readonly elements: readonly FactsElement[];
  readonly sheet: Sheet;
}

/** How a coat hangs on the rack. */
export interface OnRack extends Pick<RackItem, 'id' | 'revision' | 'name' | 'about' | 'withdrawnAt'> {
  /** The newest one. */
  readonly version: number;
  /** The revision of the coat that the newest version was made of. */
  readonly coatRevision: number;
}
