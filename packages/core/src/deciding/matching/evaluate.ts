import { obtainableLayers } from './obtainable.js';
import { keyed } from '../../ground/checked.js';
import { matchOf, ordered, type CoatRows, type ElementRow, type TraitRow } from '../../model/coat/rows.js';
import { type SaidStanding } from '../../model/coat/rows/matches.js';
import { isSeenAfterDoing, proveElement, seenIndex, type ElementProof, type SeenIndex } from './proof.js';
import { looksInForce, underLooks } from './looks.js';
import { rankOffers, type OfferIndex } from './rank.js';
import { chosenLayers } from './layers.js';
import { scoreLayers, thresholdsOf, type ElementScore } from './score.js';
import { standingOf, STANDINGS, type Standing } from './standing.js';
import { scoredVariants, wantedFrom, type MatchContext } from './targets.js';

/**
 * An element as it stands. Closeness 0 to 1, means over the variants; null: not scored. Each is at least what is told, and at most what
 * `most` tells: values that nobody can tell count 0 and 1.
 */
export interface ElementState {
  readonly element: ElementRow;
  readonly standing: Standing;
  /** What will be seen: the chosen layers; the host's own default where nothing holds. */
  readonly closeness: number | null;
  /** The best single offer that can be used on this host; the host as it is when nothing beats it. */
  readonly ceiling: number | null;
  readonly most: Mosts;
  readonly perVariant: Readonly<Record<string, ElementScore>>;
  /** What pictures and surveys of the own desktop show of it: mean over the variants in which it was seen; null: not seen. */
  readonly proven: number | null;
  /** By variant in which it was seen. */
  readonly proofs: Readonly<Record<string, ElementProof>>;
  readonly assumed: boolean;
}

/** The upper ends of what is chosen, of the ceiling and of what is proven, 0 to 1; null where that is not scored. */
export interface Mosts {
  readonly chosen: number | null;
  readonly ceiling: number | null;
  readonly proven: number | null;
}

export interface CoatState {
  readonly elements: readonly ElementState[];
  /** Weighted means over scored elements, at least, 0 to 1; null when none is scored. */
  readonly chosen: number | null;
  readonly ceiling: number | null;
  readonly proven: number | null;
  /** The same at most. */
  readonly most: Mosts;
  readonly standings: Readonly<Record<Standing, number>>;
}

function mean(values: readonly (number | null)[]): number | null {
  const told = values.filter((v): v is number => v !== null);
  return told.length === 0 ? null : told.reduce((a, b) => a + b, 0) / told.length;
}

/** What the reference never had is chosen or not; there is nothing to score it by. */
function additionState(
  element: ElementRow,
  said: SaidStanding | null,
  chosen: boolean,
  perVariant: ElementState['perVariant'],
): ElementState {
  const standing = said ?? (chosen ? 'matched' : 'open');
  return {
    element,
    standing,
    closeness: null,
    ceiling: null,
    most: { chosen: null, ceiling: null, proven: null },
    perVariant,
    proven: null,
    proofs: {},
    assumed: false,
  };
}

/** Weighted mean by element weight; left-alone elements are out of the score. */
export function coatCloseness(
  elements: readonly ElementState[],
  pick: (state: ElementState) => number | null,
): number | null {
  let sum = 0;
  let weights = 0;
  for (const state of elements) {
    const value = pick(state);
    if (value === null || state.standing === 'left alone') continue;
    sum += state.element.weight * value;
    weights += state.element.weight;
  }
  return weights === 0 ? null : sum / weights;
}

/** Closeness of the coat in each variant that is scored, 0 to 1. */
export function closenessByVariant({ elements }: CoatState): Record<string, number> {
  const variants = new Set(elements.flatMap((e) => Object.keys(e.perVariant)));
  return Object.fromEntries(
    [...variants].flatMap((v): [string, number][] => {
      const closeness = coatCloseness(elements, (e) =>
        e.closeness === null ? null : (e.perVariant[v]?.closeness ?? null),
      );
      return closeness === null ? [] : [[v, closeness]];
    }),
  );
}

/** Share of the scored weight (0 to 1) that rests on values which are assumed or which nobody can tell. */
export function assumedShare({ elements }: CoatState): number {
  return coatCloseness(elements, (e) => (e.closeness === null ? null : Number(e.assumed))) ?? 0;
}

function proofsOf(
  ctx: MatchContext,
  seen: SeenIndex,
  element: ElementRow,
  perVariant: ElementState['perVariant'],
): Record<string, ElementProof> {
  const proofs: Record<string, ElementProof> = {};
  for (const [variantId, score] of Object.entries(perVariant)) {
    const proof = proveElement(ctx, seen, element, variantId, score);
    if (proof) proofs[variantId] = proof;
  }
  return proofs;
}

/** By what a standing is told: by what was seen, once it was seen after something was done for it; else by the promise. */
function asFarAsSeen(
  rows: CoatRows,
  elementId: string,
  score: ElementScore,
  proof: ElementProof | undefined,
): number | null {
  return proof && isSeenAfterDoing(rows, elementId, proof) ? proof.withPromised : score.closeness;
}

/**
 * Scores the whole coat. For *open* without a choice and for *gap*, what will be seen is the host's own default; for
 * a stand-in it is what stands in.
 */
export function evaluateCoat(ctx: MatchContext, index: OfferIndex): CoatState {
  const { rows, host } = ctx;
  const variants = scoredVariants(rows);
  const byElement = new Map<string, TraitRow[]>();
  for (const trait of Object.values(rows.trait)) {
    const list = byElement.get(trait.elementId);
    if (list) list.push(trait);
    else byElement.set(trait.elementId, [trait]);
  }
  const looks = looksInForce(ctx);
  const seen = seenIndex(rows);
  const elements = ordered(rows.element).map((element): ElementState => {
    const traits = byElement.get(element.id) ?? [];
    const said = matchOf(rows, element.id)?.said ?? null;
    const chosen = chosenLayers(ctx, element.id);
    // What cannot be had here shows nothing: the host's own is seen instead.
    const had = said === 'gap' ? [] : obtainableLayers(ctx, chosen);
    const layers = underLooks(ctx, had, looks, element.kind);
    const perVariant: Record<string, ElementScore> = {};
    for (const variant of variants) {
      const wanted = wantedFrom(rows, element, traits, variant.id);
      perVariant[variant.id] = scoreLayers(rows, host, wanted, layers, variant, element);
    }
    const scores = Object.values(perVariant);
    if (element.addition) return additionState(element, said, chosen.length > 0, perVariant);
    const closeness = mean(scores.map((s) => s.closeness));
    const proofs = proofsOf(ctx, seen, element, perVariant);
    const most = mean(scores.map((s) => s.most));
    const usable = rankOffers(ctx, index, element, traits).filter((r) => r.fit === null || r.fit.usable);
    return {
      element,
      standing: standingOf(
        said,
        chosen.length > 0,
        mean(variants.map((v) => asFarAsSeen(rows, element.id, keyed(perVariant, v.id), proofs[v.id]))),
        thresholdsOf(rows),
      ),
      closeness,
      ceiling: closeness === null ? null : Math.max(closeness, ...usable.map((r) => r.closeness ?? 0)),
      most: {
        chosen: most,
        ceiling: most === null ? null : Math.max(most, ...usable.map((r) => r.most ?? 0)),
        proven: mean(Object.values(proofs).map((p) => p.most)),
      },
      perVariant,
      proven: mean(Object.values(proofs).map((p) => p.closeness)),
      proofs,
      assumed: scores.some((s) => s.assumed),
    };
  });
  const standings = Object.fromEntries(STANDINGS.map((s) => [s, 0])) as Record<Standing, number>;
  for (const state of elements) standings[state.standing]++;
  return {
    elements,
    chosen: coatCloseness(elements, (s) => s.closeness),
    ceiling: coatCloseness(elements, (s) => s.ceiling),
    proven: coatCloseness(elements, (s) => s.proven),
    most: {
      chosen: coatCloseness(elements, (s) => s.most.chosen),
      ceiling: coatCloseness(elements, (s) => s.most.ceiling),
      proven: coatCloseness(elements, (s) => s.most.proven),
    },
    standings,
  };
}
