import { coatOf, ordered, type CoatRows } from '../../model/coat/rows.js';
import type { CoatState, ElementState, Mosts } from '../../deciding/matching/evaluate.js';
import type { Standing } from '../../deciding/matching/standing.js';
import { tapeOf, type TapeSegment } from '../../deciding/matching/tape.js';
import { labelOf, scoredVariants, targetsOf, type MatchContext } from '../../deciding/matching/targets.js';
import { kindBook } from '../../model/coat/kindBook.js';
import { partsUsed, suppliedBy } from '../sheet/sheet.js';
import { spellValue } from '../../model/traits/say.js';
import type { Rect } from '../../measuring/picture/rect.js';

export const EDGES = ['top', 'right', 'bottom', 'left'] as const;
export type Edge = (typeof EDGES)[number];

/** A colour of the reference, and its share of the picture, 0 to 1. */
export interface LookColour {
  readonly hex: string;
  readonly share: number;
}

/** What stands at which edge of the screen: a bar or a dock. */
export interface AtEdge {
  readonly what: 'bar' | 'dock';
  readonly edge: Edge;
}

/** One element of a coat, as it is compared with that of another: what was wanted, and how near it came. */
export interface FactsElement {
  readonly id: string;
  readonly kind: string;
  readonly kindLabel: string;
  readonly name: string;
  readonly weight: number;
  readonly standing: Standing;
  /** 0 to 1; null: not scored. */
  readonly closeness: number | null;
  readonly by: readonly string[];
  /** Targets in words, by the label of their trait, of the first variant. */
  readonly targets: readonly { readonly trait: string; readonly value: string }[];
}

/** What a library of coats is searched and compared by. Closeness 0 to 1, null where nothing is scored. */
export interface CoatFacts {
  readonly references: readonly string[];
  /** Name and version; null: none chosen. */
  readonly host: string | null;
  readonly channel: string | null;
  readonly crop: Crop | null;
  readonly closeness: number | null;
  readonly ceiling: number | null;
  readonly proven: number | null;
  /** The same at most; absent of what was worked out before that was told. */
  readonly most?: Mosts;
  /** How many elements are answered (not open), of how many. */
  readonly answered: number;
  readonly elements: number;
  readonly tape: readonly TapeSegment[];
  readonly colours: readonly LookColour[];
  readonly layout: readonly AtEdge[];
  readonly parts: readonly string[];
}

/** A piece of a picture, by its SHA-256: the picture's pixels, and the rectangle in them. */
export interface Crop {
  readonly blob: string;
  readonly width: number;
  readonly height: number;
  readonly rect: Rect;
}

/** The piece of the reference that a card shows: its first picture, whole. */
export function cropOf(rows: CoatRows): Crop | null {
  const picture = ordered(rows.picture)[0];
  if (!picture) return null;
  const { blob, width, height } = picture;
  return { blob, width, height, rect: { x: 0, y: 0, width, height } };
}

/** Bars and docks by the edge that the reference has them at, each once, in the order of the edges. */
export function layoutOf(rows: CoatRows): AtEdge[] {
  const [variant] = scoredVariants(rows);
  const found = ordered(rows.element).flatMap((element): AtEdge[] => {
    if ((element.kind !== 'bar' && element.kind !== 'dock') || element.addition || !variant) return [];
    const told = targetsOf(rows, element, variant.id).find((t) => t.spec.id === 'edge' && t.state === null);
    const edge = EDGES.find((e) => e === told?.told);
    return edge ? [{ what: element.kind, edge }] : [];
  });
  return EDGES.flatMap((edge) =>
    (['bar', 'dock'] as const).flatMap((what) =>
      found.some((f) => f.edge === edge && f.what === what) ? [{ what, edge }] : [],
    ),
  );
}

/**
 * What a library tells of a coat.
 *
 * @param colours dominant colours of its first picture; they come from outside, since pixels are not in the coat's rows
 */
export function coatFacts(ctx: MatchContext, state: CoatState, colours: readonly LookColour[]): CoatFacts {
  const { rows, host } = ctx;
  return {
    references: ordered(rows.picture).map((p) => p.name),
    host: host ? `${host.name} ${host.version}` : null,
    channel: host?.channels.find((c) => c.id === coatOf(rows).channel)?.name ?? null,
    crop: cropOf(rows),
    closeness: state.chosen,
    ceiling: state.ceiling,
    proven: state.proven,
    most: state.most,
    answered: state.elements.filter((e) => e.standing !== 'open').length,
    elements: state.elements.length,
    tape: tapeOf(state),
    colours,
    layout: layoutOf(rows),
    parts: partsUsed(ctx).map((p) => p.part.name),
  };
}

/** The elements of a coat with what was wanted of each. */
export function factsElements(ctx: MatchContext, state: CoatState): FactsElement[] {
  const [variant] = scoredVariants(ctx.rows);
  const kinds = kindBook(ctx.rows);
  const one = (e: ElementState): FactsElement => ({
    id: e.element.id,
    kind: e.element.kind,
    kindLabel: kinds.find(e.element.kind)?.label ?? e.element.kind,
    name: e.element.name,
    weight: e.element.weight,
    standing: e.standing,
    closeness: e.closeness,
    by: suppliedBy(ctx, e),
    targets: variant
      ? targetsOf(ctx.rows, e.element, variant.id).map((t) => ({
          trait: labelOf(t),
          value: spellValue(t.spec.type, t.told),
        }))
      : [],
  });
  return state.elements.map(one);
}
