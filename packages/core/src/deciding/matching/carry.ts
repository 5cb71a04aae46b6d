import {
  coatOf,
  ordered,
  type CoatRows,
  type DisplayRow,
  type ElementRow,
  type PictureRow,
  type TraitRow,
} from '../../model/coat/rows.js';
import { type CarryPolicy } from '../../model/coat/rows/reference.js';
import { kindBook } from '../../model/coat/kindBook.js';

/** A screen that lengths are told on: device pixels, and its diagonal in inches where known. */
export interface Screen {
  readonly width: number;
  readonly height: number;
  readonly inches: number | null;
}

/** How lengths come from the reference to the host: device pixels there for one pixel here. */
export interface Carried {
  readonly factor: number;
  /** In words, for whoever asks why a number is what it is. */
  readonly how: string;
  /** False where something that the policy needs is not known, and the share of the height stands in. */
  readonly known: boolean;
}

/** Pixels of a screen to an inch of it. */
const density = (s: Screen) => Math.hypot(s.width, s.height) / s.inches!;

/**
 * The factor from pixels of the reference to device pixels of the host display.
 * *Share of height* keeps the share of the screen height, *same pixels* the number, *same physical size* the size in
 * inches, which needs both diagonals.
 */
export function carryFactor(policy: CarryPolicy, reference: Screen, host: Screen): Carried {
  const share = host.height / reference.height;
  switch (policy) {
    case 'same pixels':
      return { factor: 1, how: 'the same pixels', known: true };
    case 'share of height':
      return { factor: share, how: 'the same share of the screen height', known: true };
    case 'same physical size':
      return reference.inches !== null && host.inches !== null
        ? { factor: density(host) / density(reference), how: 'the same physical size', known: true }
        : {
            factor: share,
            how: 'the same share of the screen height, for want of inches to keep the physical size',
            known: false,
          };
  }
}

/** Used where the coat does not describe its display yet, so that numbers can be shown at all. */
const ASSUMED_DISPLAY: DisplayRow = {
  id: '',
  position: 0,
  width: 1920,
  height: 1080,
  scale: 1,
  inches: null,
};

/** The host display that an element stands on: its own, else the first, else an assumed 1920 × 1080 at scale 1. */
export function displayOf(rows: CoatRows, element?: ElementRow): DisplayRow {
  const own = element?.displayId ? rows.display[element.displayId] : undefined;
  return own ?? ordered(rows.display)[0] ?? ASSUMED_DISPLAY;
}

/** The picture whose pixels a trait's lengths are in. */
export function pictureFor(rows: CoatRows, row: TraitRow, variantId: string): PictureRow | null {
  const named = row.pictureId ?? (row.source.how === 'measured' ? row.source.pictureId : null);
  if (named && rows.picture[named]) return rows.picture[named];
  const all = ordered(rows.picture);
  return all.find((p) => p.variantId === variantId) ?? all[0] ?? null;
}

/** The length by which neighbours are told apart in size: the first of the kind's lengths that has a target. */
export function mainLength(rows: CoatRows, element: ElementRow, variantId: string): TraitRow | null {
  const own = Object.values(rows.trait).filter(
    (t) => t.elementId === element.id && t.state === null && typeof t.target === 'number',
  );
  for (const spec of kindBook(rows).find(element.kind)?.traits ?? []) {
    if (spec.type !== 'length') continue;
    const fitting = own.filter((t) => t.trait === spec.id);
    const row = fitting.find((t) => t.variantId === variantId) ?? fitting.find((t) => t.variantId === null);
    if (row && (row.target as number) > 0) return row;
  }
  return null;
}

/**
 * How the lengths of an element's trait are carried: as its own rule says, else as the coat's. A proportion to a
 * neighbour follows the neighbour, wherever that one is carried to; neighbours that name each other in a ring are
 * carried as the coat says.
 */
export function carryOf(
  rows: CoatRows,
  element: ElementRow,
  row: TraitRow,
  variantId: string,
  passed: readonly string[] = [],
): Carried {
  const display = displayOf(rows, element);
  const picture = pictureFor(rows, row, variantId);
  const reference: Screen = picture ?? { width: display.width, height: display.height, inches: null };
  const rule = element.carry ?? null;
  if (rule?.policy === 'same proportion') {
    const neighbour = rows.element[rule.neighbour];
    const theirs = neighbour ? mainLength(rows, neighbour, variantId) : null;
    if (neighbour && theirs && !passed.includes(neighbour.id)) {
      const carried = carryOf(rows, neighbour, theirs, variantId, [...passed, element.id]);
      const their = pictureFor(rows, theirs, variantId);
      // Two pictures of one look can have other sizes: proportions are kept in shares of their heights.
      const scale = (their?.height ?? reference.height) / reference.height;
      return {
        factor: carried.factor * scale,
        how: `the same proportion to ${neighbour.name}, which keeps ${carried.how}`,
        known: carried.known,
      };
    }
    const fallback = carryFactor(coatOf(rows).policy, reference, display);
    const name = neighbour?.name ?? 'its neighbour';
    return { ...fallback, how: `${fallback.how}, since ${name} has no length to go by`, known: false };
  }
  return carryFactor(rule?.policy ?? coatOf(rows).policy, reference, display);
}
