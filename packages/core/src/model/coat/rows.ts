import { type KeptStep, type Move } from '../deeds/step.js';
import type { State } from '../traits/state.js';
import { NO_LIMITS, type Limits } from './limits.js';
import type { Importance, KindGroup, TraitSpec } from '../kinds/kind.js';
import type { FaceMetrics } from '../../measuring/type/face.js';
import type { TraitValue } from '../traits/value.js';

/** A coat as rows: what a person decided and what was measured. Everything else is derived from these. */

/** How lengths of the reference picture become lengths on the host display. */
export const CARRY_POLICIES = ['share of height', 'same physical size', 'same pixels'] as const;
export type CarryPolicy = (typeof CARRY_POLICIES)[number];

/** How lengths of one element are carried where it is not the coat's way: as a proportion of a neighbour, or by a policy. */
export type ElementCarry =
  { readonly policy: CarryPolicy } | { readonly policy: 'same proportion'; readonly neighbour: string };

export const CHOSEN_BY = ['hand', 'proposal'] as const;
export type ChosenBy = (typeof CHOSEN_BY)[number];

export const SAID_STANDINGS = ['stand-in', 'gap', 'left alone'] as const;
export type SaidStanding = (typeof SAID_STANDINGS)[number];

export interface CoatRow {
  readonly id: string;
  readonly name: string;
  readonly policy: CarryPolicy;
  /** Closeness (0–1) from which an element with a choice is *matched*, and from which it is *near*. */
  readonly matchedAt: number;
  readonly nearAt: number;
  readonly profileId: string | null;
  readonly profileRevision: number | null;
  /** Id of the distribution's package channel in the profile. */
  readonly channel: string | null;
  /** Kinds that most looks have and this one was said not to: they are not offered again. */
  readonly dismissed: readonly string[];
  readonly limits: Limits;
  /** How much an application is used, 1 to 5, by its id in the survey; 0: not at all. */
  readonly uses: Readonly<Record<string, number>>;
  /** Steps of the plan that a person has put elsewhere, in the order in which it was done. */
  readonly moves: readonly Move[];
  /** What came with a bundle and is not known here: it goes out again with the next one. */
  readonly extras: Readonly<Record<string, unknown>>;
  /** The coat that it was carried over from, to another host; null of a coat of its own. */
  readonly origin: Origin | null;
  /** When it was put in the bin (ISO 8601), or null. */
  readonly deletedAt: string | null;
}

/** What ties a coat to the one that it was carried over from. */
export interface Origin {
  readonly coatId: string;
  readonly name: string;
  /** The original's revision whose reference was brought over last. */
  readonly revision: number;
  /** Ids of rows there → ids of the same rows here. */
  readonly ids: Readonly<Record<string, string>>;
}

export interface VariantRow {
  readonly id: string;
  readonly name: string;
  readonly position: number;
}

export interface DisplayRow {
  readonly id: string;
  readonly position: number;
  /** Device pixels. */
  readonly width: number;
  readonly height: number;
  /** Device pixels per unit of the host's settings. */
  readonly scale: number;
  /** Diagonal in inches where known. */
  readonly inches: number | null;
}

/** What a picture shows. */
export const SUBJECTS = ['Whole desktop', 'A window', 'Launcher open', 'Sign-in screen', 'A detail'] as const;
export type Subject = (typeof SUBJECTS)[number];

/** A line laid across a picture to measure against, in whole pixels from its left (`x`) or top (`y`). */
export interface Guide {
  readonly axis: 'x' | 'y';
  readonly at: number;
}

export interface PictureRow {
  readonly id: string;
  readonly variantId: string;
  readonly name: string;
  readonly subject: Subject;
  /** SHA-256 of the normalised PNG, and of the file as it came. */
  readonly blob: string;
  readonly original: string;
  readonly width: number;
  readonly height: number;
  /** Interface scale of the reference, where known. */
  readonly scale: number | null;
  /** Diagonal of the display it was taken on, in inches, where known. */
  readonly inches: number | null;
  readonly guides: readonly Guide[];
  readonly position: number;
}

export interface TraitRule {
  readonly importance?: Importance;
  /** In 0–100 points. */
  readonly tolerance?: number;
}

/** A place elsewhere that says more of an element. */
export interface Link {
  readonly label: string;
  /** http or https. */
  readonly url: string;
}

export interface ElementRow {
  readonly id: string;
  readonly kind: string;
  readonly name: string;
  /** 1 to 5. */
  readonly weight: number;
  readonly position: number;
  readonly note: string;
  readonly links: readonly Link[];
  /** Importance and tolerance where they differ from the kind's. */
  readonly rules: Readonly<Record<string, TraitRule>>;
  /** Null: lengths are carried as the coat says. */
  readonly carry: ElementCarry | null;
  /** The host display it stands on; null: the first. */
  readonly displayId: string | null;
  /** Wanted, though the reference never had it: chosen and planned like the rest, and never scored. */
  readonly addition: boolean;
}

export interface RegionRow {
  readonly id: string;
  readonly elementId: string;
  readonly pictureId: string;
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
  /** The state it shows there; null at rest. */
  readonly state: State | null;
  /** Mean colour of the ring beside it, `#rrggbb`, or null. */
  readonly ground: string | null;
  /** Its pixels changed when the picture was replaced: it wants another look. */
  readonly again: boolean;
}

/** How a value was obtained; a measured one says where. */
export type Source =
  | {
      readonly how: 'measured';
      readonly pictureId: string;
      readonly x: number;
      readonly y: number;
      readonly width: number;
      readonly height: number;
    }
  | { readonly how: 'typed' }
  | { readonly how: 'assumed' };

export interface TraitRow {
  readonly id: string;
  readonly elementId: string;
  /** Null: shared by all variants. */
  readonly variantId: string | null;
  readonly trait: string;
  /** Hover, pressed, focused, inactive; null at rest. */
  readonly state: State | null;
  /** Lengths in pixels of the picture named by `pictureId`. */
  readonly target: TraitValue;
  /** The picture whose pixels lengths are in; null: the first picture of the variant. */
  readonly pictureId: string | null;
  readonly source: Source;
}

/** A kind of the coat's own, or traits added to a shipped one of the same key. */
export interface KindRow {
  readonly id: string;
  /** The kind's id, by which elements name it. */
  readonly key: string;
  readonly label: string;
  readonly group: KindGroup;
  readonly help: string;
  readonly weight: number;
  readonly traits: readonly TraitSpec[];
}

/** A font that was dropped in, by which the reference's type is told. */
export interface FontRow {
  readonly id: string;
  readonly name: string;
  /** SHA-256 of the file. */
  readonly blob: string;
  readonly metrics: FaceMetrics;
}

export interface MatchRow {
  readonly id: string;
  readonly elementId: string;
  readonly said: SaidStanding | null;
  /** Why (gap, left alone). */
  readonly reason: string;
  /** What is lost (stand-in). */
  readonly lost: string;
  readonly note: string;
  /** Where to read on, for the ledger. */
  readonly links: readonly Link[];
  /** ISO date on which to look again, or null. */
  readonly lookAgain: string | null;
  /** Chosen by hand it stays whatever is proposed, until it is released. */
  readonly by: ChosenBy;
}

/** A layer of one's own making: what it supplies, the files made for it, and how they were made. */
export interface HandmadeRow {
  readonly id: string;
  readonly elementId: string;
  readonly kind: string;
  readonly name: string;
  readonly supplies: Readonly<Record<string, TraitValue>>;
  /** PNG files by the size they were made for, in pixels of their longer side. */
  readonly files: readonly HandmadeFile[];
  /** How it was made, so that it can be made again. */
  readonly recipe: Readonly<Record<string, string | number | boolean>>;
}

export interface HandmadeFile {
  readonly name: string;
  readonly width: number;
  readonly height: number;
  /** SHA-256 of the PNG. */
  readonly blob: string;
}

/** A finding taken as it is. It comes back when its facts are no longer these. */
export interface AcceptedRow {
  readonly id: string;
  /** The finding's key, and its facts as they were. */
  readonly finding: string;
  readonly facts: string;
  readonly reason: string;
  /** ISO 8601 in UTC. */
  readonly at: string;
}

/** Settings by hand, per variant id or `all`. */
export type LayerSettings = Readonly<Record<string, Readonly<Record<string, TraitValue>>>>;

export interface LayerRow {
  readonly id: string;
  readonly matchId: string;
  /** 0 is the base; overlays follow. */
  readonly position: number;
  /** Null: the host itself. */
  readonly partId: string | null;
  readonly partRevision: number | null;
  readonly offer: string;
  /** The traits an overlay is for; null for all it has. */
  readonly traits: readonly string[] | null;
  readonly settings: LayerSettings;
  /** Values of the part's own settings, by their id, written as the part takes them; missing: none. */
  readonly own?: Readonly<Record<string, string>>;
}

export const TRIAL_OUTCOMES = ['kept', 'dropped'] as const;
export type TrialOutcome = (typeof TRIAL_OUTCOMES)[number];

/** A part tried on a host. */
export interface TrialRow {
  readonly id: string;
  readonly partId: string;
  readonly partRevision: number;
  /** The host profile's family and version. */
  readonly family: string;
  readonly hostVersion: string;
  readonly outcome: TrialOutcome;
  readonly why: string;
  /** ISO date. */
  readonly tried: string;
}

/** What the host was at one moment. The survey itself is kept as a file. */
export interface SurveyRow {
  readonly id: string;
  readonly name: string;
  /** ISO 8601 in UTC: when it was taken, or brought in where that is not said. */
  readonly at: string;
  readonly what: 'survey' | 'settings';
  /** SHA-256 of the survey in the core's form, as JSON. */
  readonly blob: string;
}

export const READING_PHASES = ['before', 'after'] as const;
export type ReadingPhase = (typeof READING_PHASES)[number];
export const READING_LOADS = ['idle', 'under load'] as const;
export type ReadingLoad = (typeof READING_LOADS)[number];

/** One run of samples: memory in megabytes, processor in percent of all cores. */
export interface ReadingRow {
  readonly id: string;
  readonly surveyId: string | null;
  readonly at: string;
  readonly phase: ReadingPhase;
  readonly load: ReadingLoad;
  readonly memory: readonly number[];
  readonly processor: readonly number[];
}

/** Where a picture of one's own desktop comes from: brought in, or drawn from what the chosen matches promise. */
export const CAPTURE_HOWS = ['brought in', 'drawn'] as const;
export type CaptureHow = (typeof CAPTURE_HOWS)[number];

/** A picture of one's own desktop, as it was at a time, to be laid against the reference. */
export interface CaptureRow {
  readonly id: string;
  readonly variantId: string;
  readonly name: string;
  readonly subject: Subject;
  readonly how: CaptureHow;
  /** ISO 8601 in UTC: when it was taken, or brought in where that is not said. */
  readonly at: string;
  /** SHA-256 of the normalised PNG, and of the file as it came. */
  readonly blob: string;
  readonly original: string;
  readonly width: number;
  readonly height: number;
}

/** How a region looks on two pictures. Differences are CIEDE2000; null where nothing was there to be compared. */
export interface Likeness {
  readonly mean: number;
  readonly p95: number;
  /** −1 to 1; null of regions that are smaller than its window. */
  readonly ssim: number | null;
  /** 0 to 1. */
  readonly palette: number;
}

/** How it is told where an element is on a picture; of one that was not found it is where it was looked for. */
export const SIGHTING_HOWS = ['found', 'by hand', 'not found'] as const;
export type SightingHow = (typeof SIGHTING_HOWS)[number];

/** An element as it was found on a picture of one's own desktop, and what the instruments read off it there. */
export interface SightingRow {
  readonly id: string;
  readonly captureId: string;
  readonly elementId: string;
  /** Where it is, in pixels of the own picture. */
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
  readonly how: SightingHow;
  /** How far it was from where the reference would have it, in pixels of the own picture. */
  readonly dx: number;
  readonly dy: number;
  readonly likeness: Likeness;
  /** By trait; lengths in pixels of the own picture. */
  readonly values: Readonly<Record<string, TraitValue>>;
  /** The region of the reference that it was held against, by which it is told whether that changed since. */
  readonly against: string;
}

export const JOURNAL_WHATS = [
  'done',
  'withdrawn',
  'skipped',
  'skip withdrawn',
  'failed',
  'failure withdrawn',
  'noted',
  'begun',
] as const;
export type JournalWhat = (typeof JOURNAL_WHATS)[number];

/** Append-only: what was really done. An entry is never taken out, only answered by a later one. */
export interface JournalRow {
  readonly id: string;
  readonly stepKey: string;
  readonly what: JournalWhat;
  readonly at: string;
  readonly title: string;
  /** Why it was skipped, what happened, or anything else worth keeping. */
  readonly note: string;
  /** SHA-256 of pictures kept with it. */
  readonly pictures: readonly string[];
  /** What the step was when it was done; null of entries that do nothing. */
  readonly step: KeptStep | null;
}

export interface RowTypes {
  coat: CoatRow;
  variant: VariantRow;
  display: DisplayRow;
  picture: PictureRow;
  kind: KindRow;
  font: FontRow;
  element: ElementRow;
  region: RegionRow;
  trait: TraitRow;
  match: MatchRow;
  layer: LayerRow;
  handmade: HandmadeRow;
  accepted: AcceptedRow;
  trial: TrialRow;
  survey: SurveyRow;
  reading: ReadingRow;
  capture: CaptureRow;
  sighting: SightingRow;
  journal: JournalRow;
}

export type Entity = keyof RowTypes;

/** Parents before children: the order in which rows are put in; the reverse is the order of removal. */
export const ENTITIES: readonly Entity[] = [
  'coat',
  'variant',
  'display',
  'picture',
  'kind',
  'font',
  'element',
  'region',
  'trait',
  'match',
  'layer',
  'handmade',
  'accepted',
  'trial',
  'survey',
  'reading',
  'capture',
  'sighting',
  'journal',
];

/** All rows of one coat, by entity and id. Never changed in place. */
export type CoatRows = { readonly [E in Entity]: Readonly<Record<string, RowTypes[E]>> };

export const NO_ROWS: CoatRows = {
  coat: {},
  variant: {},
  display: {},
  picture: {},
  kind: {},
  font: {},
  element: {},
  region: {},
  trait: {},
  match: {},
  layer: {},
  handmade: {},
  accepted: {},
  trial: {},
  survey: {},
  reading: {},
  capture: {},
  sighting: {},
  journal: {},
};

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
