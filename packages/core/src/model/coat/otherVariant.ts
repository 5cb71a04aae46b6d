import type { CoatRows, ElementRow, PictureRow, TraitRow } from './rows.js';
import { closeness } from '../traits/closeness.js';
import { sayValue } from '../traits/say.js';
import type { TraitType, TraitValue } from '../traits/value.js';
import { kindBook } from './kindBook.js';
import { measuredTraits, type Readings } from '../kinds/measure.js';

/** What one element's region says on another variant's picture. */
export interface OtherVariantReading {
  /** Traits that get a value of their own in that variant, by id. */
  readonly own: ReadonlyMap<string, TraitValue>;
  /** Shared values with which that picture does not agree, as sentences. */
  readonly disagreements: readonly string[];
}

/** Sorts of traits that the light of a variant changes; the rest should be the same in all. */
const CHANGING: ReadonlySet<TraitType> = new Set(['colour', 'palette', 'picture', 'shadow']);
/** A length of the other picture may differ by so many pixels from rounding alone. */
const ROUNDING = 1;

/** The target that holds for a variant: its own, else the shared one, of an element at rest. */
function holding(rows: CoatRows, element: ElementRow, trait: string, variantId: string): TraitRow | null {
  const mine = Object.values(rows.trait).filter(
    (t) => t.elementId === element.id && t.trait === trait && t.state === null,
  );
  return mine.find((t) => t.variantId === variantId) ?? mine.find((t) => t.variantId === null) ?? null;
}

/**
 * Reads an element on another variant's picture. Colours and pictures get values of that variant where they differ
 * from what is shared; lengths and places should agree, and where they do not it is said.
 *
 * @param readings of the same region on `picture`, whose pixels lengths are in
 */
export function readOtherVariant(
  rows: CoatRows,
  element: ElementRow,
  picture: PictureRow,
  readings: Readings,
): OtherVariantReading {
  const kind = kindBook(rows).find(element.kind);
  const own = new Map<string, TraitValue>();
  const disagreements: string[] = [];
  for (const [trait, value] of measuredTraits(kind, readings)) {
    const spec = kind!.traits.find((t) => t.id === trait)!;
    const known = holding(rows, element, trait, picture.variantId);
    if (CHANGING.has(spec.type)) {
      // What a hand typed for all variants was not read off one region, and is not overruled by one.
      if (known?.source.how !== 'typed') own.set(trait, value);
      continue;
    }
    if (!known || known.source.how !== 'measured') continue;
    const shared = asOn(rows, known, picture);
    const same =
      spec.type === 'length'
        ? Math.abs((value as number) - (shared as number)) <= ROUNDING
        : closeness(spec.type, value, shared) > 0.99;
    if (!same)
      disagreements.push(
        `${element.name}: ${spec.label.toLowerCase()} is ${sayValue(spec.type, value)} here, ${sayValue(spec.type, shared)} in the other variant.`,
      );
  }
  return { own, disagreements };
}

/** A length measured on one picture, in the pixels of another of another height. */
function asOn(rows: CoatRows, row: TraitRow, picture: PictureRow): TraitValue {
  const from = row.pictureId ? rows.picture[row.pictureId] : undefined;
  return typeof row.target === 'number' && from && from.height !== picture.height
    ? (row.target * picture.height) / from.height
    : row.target;
}
