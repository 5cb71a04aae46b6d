import type { CoatFacts, FactsElement } from '../rack/facts.js';
import type { Mark, Tally } from '../rack/marks.js';
import type { RackFound } from '../rack/search.js';
import type { Sheet, SheetChoice } from '../sheet/sheet.js';

/** What server and page tell each other of the rack: coats handed on, on one's own server. */

export interface RackAnswer {
  readonly found: readonly RackFound[];
  /** How many there are before anything is searched for. */
  readonly all: number;
  /** Hosts that there is something for. */
  readonly hosts: readonly string[];
}

/** What is said when a coat is put on the rack. */
export interface Publication {
  readonly name: string;
  readonly about: string;
  /** What is new in this version. */
  readonly notes: string;
  readonly choice: SheetChoice;
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

/** How a coat stands to the rack. */
export interface OnRack {
  readonly item: Pick<RackItem, 'id' | 'revision' | 'name' | 'about' | 'withdrawnAt'> | null;
  readonly version: number;
  /** The revision of the coat that the newest version was made of. */
  readonly coatRevision: number;
}
