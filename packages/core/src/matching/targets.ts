import { parseHex, type Rgb } from '../colour/srgb.js';
import type {
  CoatRows,
  DisplayRow,
  ElementRow,
  PictureRow,
  Source,
  State,
  TraitRow,
  VariantRow,
} from '../coat/rows.js';
import { coatOf, ordered } from '../coat/rows.js';
import type { HostProfile } from '../host/profile.js';
import type { Part } from '../parts/part.js';
import { IMPORTANCE_WEIGHT, type TraitSpec } from '../reference/kind.js';
import { kindBook } from '../reference/kindBook.js';
import { DEFAULT_TOLERANCE } from '../traits/closeness.js';
import type { TraitValue } from '../traits/value.js';
import { carryLength } from './carry.js';

/** Everything matching looks at: the coat, its host, and the parts that may be chosen. */
export interface MatchContext {
  readonly rows: CoatRows;
  readonly host: HostProfile | null;
  /** Parts by `partKey`, pinned revisions of chosen ones among them. */
  readonly parts: ReadonlyMap<string, Part>;
}

/** The key of one revision of a part. */
export function partKey(id: string, revision: number): string {
  return `${id}@${revision}`;
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

/** The host display that lengths are carried to: the first one described, else an assumed 1920 × 1080 at scale 1. */
export function displayOf(rows: CoatRows): DisplayRow {
  return ordered(rows.display)[0] ?? ASSUMED_DISPLAY;
}

/** One trait with something to reach, as the host must show it. */
export interface Target {
  readonly spec: TraitSpec;
  readonly row: TraitRow;
  /** As told of the reference: lengths in its pixels. */
  readonly told: TraitValue;
  /** As the host must show it: lengths carried to device pixels. */
  readonly value: TraitValue;
  readonly source: Source;
  /** From importance: 4, 2, 1 or 0. */
  readonly weight: number;
  /** 0–100 points. */
  readonly tolerance: number;
  readonly opacity: number;
  readonly ground: Rgb | null;
}

/** The variants that count: those with a picture, or all while there is no picture at all. */
export function scoredVariants(rows: CoatRows): VariantRow[] {
  const pictured = new Set(Object.values(rows.picture).map((p) => p.variantId));
  const all = ordered(rows.variant);
  return pictured.size === 0 ? all : all.filter((v) => pictured.has(v.id));
}

/** The row that holds in a variant: its own, else the one shared by all. */
export function traitRowFor(
  traits: readonly TraitRow[],
  trait: string,
  variantId: string,
  state: State | null = null,
): TraitRow | null {
  let shared: TraitRow | null = null;
  for (const row of traits) {
    if (row.trait !== trait || row.state !== state) continue;
    if (row.variantId === variantId) return row;
    if (row.variantId === null) shared = row;
  }
  return shared;
}

function pictureFor(rows: CoatRows, row: TraitRow, variantId: string): PictureRow | null {
  const named = row.pictureId ?? (row.source.how === 'measured' ? row.source.pictureId : null);
  if (named && rows.picture[named]) return rows.picture[named];
  const all = ordered(rows.picture);
  return all.find((p) => p.variantId === variantId) ?? all[0] ?? null;
}

/** The targets of an element in a variant, in the kind's order, ignored ones left out. */
export function targetsOf(rows: CoatRows, element: ElementRow, variantId: string): Target[] {
  const kind = kindBook(rows).find(element.kind);
  if (!kind) return [];
  const traits = Object.values(rows.trait).filter((t) => t.elementId === element.id);
  return targetsFrom(rows, element, traits, variantId);
}

/** The same with the element's trait rows at hand, for callers that go through all elements. */
export function targetsFrom(
  rows: CoatRows,
  element: ElementRow,
  traits: readonly TraitRow[],
  variantId: string,
): Target[] {
  const kind = kindBook(rows).find(element.kind);
  if (!kind) return [];
  const display = displayOf(rows);
  const { policy } = coatOf(rows);
  const region = Object.values(rows.region).find(
    (r) => r.elementId === element.id && rows.picture[r.pictureId]?.variantId === variantId,
  );
  const ground = region?.ground ? parseHex(region.ground) : null;
  const targets: Target[] = [];
  for (const spec of kind.traits) {
    const row = traitRowFor(traits, spec.id, variantId);
    if (!row) continue;
    const rule = element.rules[spec.id];
    const weight = IMPORTANCE_WEIGHT[rule?.importance ?? spec.importance];
    if (weight === 0) continue;
    const opacity = spec.opacityTrait ? traitRowFor(traits, spec.opacityTrait, variantId)?.target : undefined;
    let value = row.target;
    if (spec.type === 'length') {
      const picture = pictureFor(rows, row, variantId);
      value = carryLength(row.target as number, policy, {
        referenceHeight: picture?.height ?? display.height,
        hostHeight: display.height,
        hostScale: display.scale,
      });
    }
    targets.push({
      spec,
      row,
      told: row.target,
      value,
      source: row.source,
      weight,
      tolerance: rule?.tolerance ?? DEFAULT_TOLERANCE,
      opacity: typeof opacity === 'number' ? opacity : 100,
      ground,
    });
  }
  return targets;
}
