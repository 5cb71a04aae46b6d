import { NO_LIMITS } from './limits.js';
import type { RowOf } from './rows/entity.js';
import { reading, survey, trial } from './rows/host.js';
import { journal } from './rows/journal.js';
import { accepted, handmade, layer, match } from './rows/matches.js';
import { capture, sighting } from './rows/own.js';
import { coat, display, element, font, kind, picture, region, trait, variant } from './rows/reference.js';

/** A coat as rows: what a person decided and what was measured. Everything else is derived from these. */

/** Every sort of row. Parents before children: the order in which rows are put in; the reverse is the order of removal. */
export const ENTITY_BOOK = {
  coat,
  variant,
  display,
  picture,
  kind,
  font,
  element,
  region,
  trait,
  match,
  layer,
  handmade,
  accepted,
  trial,
  survey,
  reading,
  capture,
  sighting,
  journal,
} as const;

export type Entity = keyof typeof ENTITY_BOOK;
export const ENTITIES = Object.keys(ENTITY_BOOK) as readonly Entity[];

export type RowTypes = { [E in Entity]: RowOf<(typeof ENTITY_BOOK)[E]> };
export type CoatRow = RowTypes['coat'];
export type VariantRow = RowTypes['variant'];
export type DisplayRow = RowTypes['display'];
export type PictureRow = RowTypes['picture'];
export type KindRow = RowTypes['kind'];
export type FontRow = RowTypes['font'];
export type ElementRow = RowTypes['element'];
export type RegionRow = RowTypes['region'];
export type TraitRow = RowTypes['trait'];
export type MatchRow = RowTypes['match'];
export type LayerRow = RowTypes['layer'];
export type LayerSettings = LayerRow['settings'];
export type HandmadeRow = RowTypes['handmade'];
export type AcceptedRow = RowTypes['accepted'];
export type TrialRow = RowTypes['trial'];
export type SurveyRow = RowTypes['survey'];
export type ReadingRow = RowTypes['reading'];
export type CaptureRow = RowTypes['capture'];
export type SightingRow = RowTypes['sighting'];
export type JournalRow = RowTypes['journal'];

/** All rows of one coat, by entity and id. Never changed in place. */
export type CoatRows = { readonly [E in Entity]: Readonly<Record<string, RowTypes[E]>> };

export const NO_ROWS = Object.fromEntries(ENTITIES.map((entity) => [entity, {}])) as CoatRows;

/** The row of a coat that nothing was said of yet. Thresholds as the model has them. */
export function newCoatRow(id: string, name: string): CoatRow {
  return {
    id,
    name,
    policy: 'share of height',
    matchedAt: 0.9,
    nearAt: 0.6,
    profileId: null,
    profileRevision: null,
    channel: null,
    dismissed: [],
    limits: NO_LIMITS,
    uses: {},
    flavours: {},
    scopes: {},
    moves: [],
    extras: {},
    origin: null,
    deletedAt: null,
  };
}

/** The coat's own row. @throws when the rows hold none (they are then not a coat's rows) */
export function coatOf(rows: CoatRows): CoatRow {
  const [row] = Object.values(rows.coat);
  if (!row) throw new Error('These rows hold no coat.');
  return row;
}

/** A row of any entity. */
export type AnyRow = RowTypes[Entity];

/** The rows of an entity, whichever it is. */
export function rowsIn(rows: CoatRows, entity: Entity): AnyRow[] {
  return Object.values(rows[entity] as Readonly<Record<string, AnyRow>>);
}

/** Rows of an entity in their order (position, then id). */
export function ordered<T extends { readonly id: string; readonly position: number }>(
  rows: Readonly<Record<string, T>>,
): T[] {
  return Object.values(rows).sort((a, b) => a.position - b.position || (a.id < b.id ? -1 : 1));
}

/** The match of an element, if there is one. */
export function matchOf(rows: CoatRows, elementId: string): MatchRow | null {
  return Object.values(rows.match).find((m) => m.elementId === elementId) ?? null;
}

/** The layers of a match, base first. */
export function layersOf(rows: CoatRows, matchId: string): LayerRow[] {
  return Object.values(rows.layer)
    .filter((l) => l.matchId === matchId)
    .sort((a, b) => a.position - b.position);
}

/** By what id a layer names something of one's own making. */
export function handmadeOffer(id: string): string {
  return `${HAND}${id}`;
}
const HAND = 'hand:';

/** What of one's own making an offer's id names, or null. */
export function handmadeOf(rows: CoatRows, offer: string): HandmadeRow | null {
  return offer.startsWith(HAND) ? (rows.handmade[offer.slice(HAND.length)] ?? null) : null;
}
