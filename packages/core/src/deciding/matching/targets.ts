import { type State, STATES } from '../../model/traits/state.js';
import { parseHex, type Rgb } from '../../measuring/colour/srgb.js';
import type { CoatRows, ElementRow, LayerRow, TraitRow, VariantRow } from '../../model/coat/rows.js';
import type { Source } from '../../model/coat/fields.js';
import { ordered } from '../../model/coat/rows.js';
import type { HostProfile } from '../../model/host/profile.js';
import type { Part } from '../../model/parts/part.js';
import { IMPORTANCE_WEIGHT, type TraitSpec } from '../../model/kinds/kind.js';
import { kindBook } from '../../model/coat/kindBook.js';
import { DEFAULT_TOLERANCE } from '../../model/traits/closeness.js';
import type { FaceValue, Shadow, TraitType, TraitValue } from '../../model/traits/value.js';
import { carryOf, type Carried } from './carry.js';

/** Everything matching looks at: the coat, its host, and the parts that may be chosen. */
export interface MatchContext {
  readonly rows: CoatRows;
  readonly host: HostProfile | null;
  /** Parts by `partKey`, pinned revisions of chosen ones among them. */
  readonly parts: ReadonlyMap<string, Part>;
  /** What the newest survey or settings dump has of the host's settings, by key; absent where there is none after doing. */
  readonly settingsNow?: ReadonlyMap<string, string>;
}

/** The key of one revision of a part. */
export function partKey(id: string, revision: number): string {
  return `${id}@${revision}`;
}

/** The part that a layer takes an offer from, in the revision that was chosen; undefined where it is none, or not at hand. */
export function partOf(ctx: MatchContext, layer: LayerRow): Part | undefined {
  return layer.partId === null ? undefined : ctx.parts.get(partKey(layer.partId, layer.partRevision ?? 0));
}

/** One trait with something to reach, as the host must show it. */
export interface Target {
  readonly spec: TraitSpec;
  /** In which state it is seen: null at rest. */
  readonly state: State | null;
  readonly row: TraitRow;
  /** As told of the reference: lengths in its pixels. */
  readonly told: TraitValue;
  /** As the host must show it: lengths carried to device pixels. */
  readonly value: TraitValue;
  readonly source: Source;
  /** By so much the truth may be more or less than the value: device pixels; 0 where it is no measured length. */
  readonly off: number;
  /** From importance: 4, 2 or 1, shared evenly between the states that are told of a trait. */
  readonly weight: number;
  /** 0–100 points. */
  readonly tolerance: number;
  /** How its lengths came to the host display; null where it has none. */
  readonly carried: Carried | null;
  readonly opacity: number;
  readonly ground: Rgb | null;
}

/** A trait that matters and of which nobody told anything. */
export interface Untold {
  readonly spec: TraitSpec;
  /** From importance: 4 or 2. */
  readonly weight: number;
}

/** What is wanted of an element in a variant, and what that leaves open. */
export interface Wanted {
  readonly targets: readonly Target[];
  /** Traits of importance must or should without a target; none where nothing at all is told of the element. */
  readonly untold: readonly Untold[];
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

/** A value with the lengths in it carried. */
export function carriedValue(type: TraitType, value: TraitValue, factor: number): TraitValue {
  if (type === 'length') return (value as number) * factor;
  if (type === 'shadow') {
    const { x, y, blur, ...rest } = value as Shadow;
    return { ...rest, x: x * factor, y: y * factor, blur: blur * factor };
  }
  if (type === 'face') {
    const face = value as FaceValue;
    return face.pixels === null ? face : { ...face, pixels: face.pixels * factor };
  }
  return value;
}

const HAS_LENGTHS: readonly TraitType[] = ['length', 'shadow', 'face'];

/** What a target is called: its trait, and the state where it is not seen at rest. */
export const labelOf = ({ spec, state }: Target): string => (state ? `${spec.label}, ${state}` : spec.label);

/** The targets of an element in a variant, in the kind's order, at rest before other states, ignored ones left out. */
export const targetsOf = (rows: CoatRows, element: ElementRow, variantId: string): readonly Target[] =>
  wantedOf(rows, element, variantId).targets;

/** What is wanted of an element in a variant. */
export function wantedOf(rows: CoatRows, element: ElementRow, variantId: string): Wanted {
  const traits = Object.values(rows.trait).filter((t) => t.elementId === element.id);
  return wantedFrom(rows, element, traits, variantId);
}

/** The same with the element's trait rows at hand, for callers that go through all elements. */
export function wantedFrom(
  rows: CoatRows,
  element: ElementRow,
  traits: readonly TraitRow[],
  variantId: string,
): Wanted {
  const kind = kindBook(rows).find(element.kind);
  if (!kind) return { targets: [], untold: [] };
  const region = Object.values(rows.region).find(
    (r) => r.elementId === element.id && rows.picture[r.pictureId]?.variantId === variantId,
  );
  const ground = region?.ground ? parseHex(region.ground) : null;
  const targets: Target[] = [];
  const untold: Untold[] = [];
  for (const spec of kind.traits) {
    const rule = element.rules[spec.id];
    const weight = IMPORTANCE_WEIGHT[rule?.importance ?? spec.importance];
    if (weight === 0) continue;
    const told = [null, ...STATES].flatMap((state) => traitRowFor(traits, spec.id, variantId, state) ?? []);
    if (told.length === 0) {
      if (weight >= IMPORTANCE_WEIGHT.should) untold.push({ spec, weight });
      continue;
    }
    const opacity = spec.opacityTrait ? traitRowFor(traits, spec.opacityTrait, variantId)?.target : undefined;
    for (const row of told) {
      const carried = HAS_LENGTHS.includes(spec.type) ? carryOf(rows, element, row, variantId) : null;
      targets.push({
        spec,
        state: row.state,
        row,
        told: row.target,
        value: carried ? carriedValue(spec.type, row.target, carried.factor) : row.target,
        source: row.source,
        off:
          spec.type === 'length' && row.source.how === 'measured'
            ? (row.source.off ?? 0) * (carried?.factor ?? 1)
            : 0,
        weight: weight / told.length,
        carried,
        tolerance: rule?.tolerance ?? DEFAULT_TOLERANCE,
        opacity: typeof opacity === 'number' ? opacity : 100,
        ground,
      });
    }
  }
  return { targets, untold: targets.length === 0 ? [] : untold };
}
