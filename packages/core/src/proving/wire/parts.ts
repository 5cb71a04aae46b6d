import type { TrialRow } from '../../model/coat/rows.js';
import type { ListedUpdate } from '../../model/parts/listing.js';
import type { Part } from '../../model/parts/part.js';

/** A page of the catalogue. */
export interface PartsPage {
  readonly parts: readonly Part[];
  /** Ids of those that are one's own. */
  readonly own: readonly string[];
  /** Where the next page begins; null after the last. */
  readonly next: string | null;
}

/** A part as the catalogue has it. */
export interface CataloguePart {
  readonly part: Part;
  readonly shipped: boolean;
  readonly gone: boolean;
}

/** What the listing has newer of parts that came from it. */
export interface ListedUpdates {
  readonly updates: readonly ListedUpdate[];
  readonly problems: readonly { readonly name: string; readonly sentence: string }[];
  /** How many parts are followed. */
  readonly followed: number;
}

/** A trial with the coat in which it was noted. */
export interface ToldTrial extends TrialRow {
  readonly coatId: string;
  readonly coat: string;
}

/** How an archive is to be read: for which host, and which icons are to be shown. */
export interface ArchiveQuestion {
  readonly file: string;
  readonly profile: { readonly id: string; readonly revision: number } | null;
  readonly iconSize: number;
  readonly iconScale: number;
  readonly names: readonly string[];
}
