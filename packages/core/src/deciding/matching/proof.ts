import type { CaptureRow, CoatRows, ElementRow, SightingRow } from '../../model/coat/rows.js';
import { displayOf } from './carry.js';
import { creditsFor, type ElementScore, type TraitScore } from './score.js';
import { carriedValue, partOf, type MatchContext } from './targets.js';
import { valueAt } from '../../model/deeds/written.js';
import type { TraitValue } from '../../model/traits/value.js';

/** One trait that was really seen: what it is, where that is known from, and what it earns. */
export interface TraitProof {
  readonly score: TraitScore;
  /** Lengths in device pixels of the host display. */
  readonly seen: TraitValue;
  readonly by: 'picture' | 'survey';
  /** At least and at most, 0 to 1. */
  readonly credit: number;
  readonly most: number;
}

/** What is proven of an element in one variant. */
export interface ElementProof {
  /** At least: mean over the traits that were seen, and those that matter and have no target, 0 to 1. */
  readonly closeness: number;
  /** At most, likewise. */
  readonly most: number;
  /** At least over all traits, with what was promised in place of what was not seen, 0 to 1. */
  readonly withPromised: number;
  readonly traits: readonly TraitProof[];
  /** The picture it was seen on; null where only a survey tells. */
  readonly capture: CaptureRow | null;
  readonly sighting: SightingRow | null;
}

/** What was seen last of each element in each variant, by `elementId variantId`. Drawings prove nothing. */
export type SeenIndex = ReadonlyMap<string, { readonly capture: CaptureRow; readonly sighting: SightingRow }>;

/** Pictures of the own desktop that prove something, oldest first. */
export function provingCaptures(rows: CoatRows, variantId?: string): CaptureRow[] {
  return Object.values(rows.capture)
    .filter((c) => c.how === 'brought in' && (variantId === undefined || c.variantId === variantId))
    .sort((a, b) => (a.at < b.at ? -1 : a.at > b.at ? 1 : a.id < b.id ? -1 : 1));
}

/**
 * What was seen of every element on the pictures of the own desktop, newest first in each variant.
 *
 * @param until ISO 8601 in UTC: as it was known then; without it, as it is now
 */
export function seenIndex(rows: CoatRows, until?: string): SeenIndex {
  const byCapture = new Map<string, SightingRow[]>();
  for (const s of Object.values(rows.sighting))
    byCapture.set(s.captureId, [...(byCapture.get(s.captureId) ?? []), s]);
  const seen = new Map<string, { capture: CaptureRow; sighting: SightingRow }>();
  for (const capture of provingCaptures(rows)) {
    if (until !== undefined && capture.at > until) break;
    for (const sighting of byCapture.get(capture.id) ?? [])
      seen.set(`${sighting.elementId} ${capture.variantId}`, { capture, sighting });
  }
  return seen;
}

/** A value read off a picture of the own desktop, with its lengths in device pixels of the host display. */
export function onDisplay(
  rows: CoatRows,
  element: ElementRow,
  capture: CaptureRow,
  score: TraitScore,
  value: TraitValue,
): TraitValue {
  return carriedValue(score.target.spec.type, value, displayOf(rows, element).height / capture.height);
}

/** What the newest survey says of a trait that has a setting; null where it says nothing. */
function bySurvey(ctx: MatchContext, element: ElementRow, score: TraitScore): TraitValue | null {
  const { place, layerId, target } = score;
  if (!place || !ctx.settingsNow) return null;
  const layer = layerId === null ? undefined : ctx.rows.layer[layerId];
  const part = (layer && partOf(ctx, layer)) ?? null;
  const value = valueAt(part, place, target.spec.type, ({ key, file }) =>
    file || key === '' ? undefined : ctx.settingsNow!.get(key),
  );
  return value === null ? null : carriedValue(target.spec.type, value, displayOf(ctx.rows, element).scale);
}

/**
 * Of what was looked for and not found nobody can tell how it is: anything from nothing to all, and what it promises still holds. What is
 * not there is nothing.
 */
function unfound(
  { closeness }: ElementScore,
  at: { readonly capture: CaptureRow; readonly sighting: SightingRow },
): ElementProof | null {
  if (closeness === null) return null;
  const isGone = at.sighting.how === 'not there';
  return { closeness: 0, most: isGone ? 0 : 1, withPromised: isGone ? 0 : closeness, traits: [], ...at };
}

/**
 * Holds what was seen of an element against what is wanted and what was promised. Only what a picture or a survey shows is
 * proven; the rest is not seen.
 *
 * @returns null where nothing of it was seen
 */
export function proveElement(
  ctx: MatchContext,
  seen: SeenIndex,
  element: ElementRow,
  variantId: string,
  score: ElementScore,
): ElementProof | null {
  const at = seen.get(`${element.id} ${variantId}`);
  const traits = score.traits.flatMap((t): TraitProof[] => {
    if (t.target.state !== null) return [];
    const read = at?.sighting.values[t.target.spec.id];
    const shown = read === undefined ? null : onDisplay(ctx.rows, element, at!.capture, t, read);
    const value = shown ?? bySurvey(ctx, element, t);
    if (value === null) return [];
    return [
      { score: t, seen: value, by: shown === null ? 'survey' : 'picture', ...creditsFor(t.target, value) },
    ];
  });
  if (traits.length === 0) {
    const how = at?.sighting.how;
    return at && (how === 'not found' || how === 'not there') ? unfound(score, at) : null;
  }
  const proven = new Map(traits.map((t) => [t.score, t]));
  let [all, weights] = [0, score.untold.reduce((sum, u) => sum + u.weight, 0)];
  for (const t of score.traits) {
    all += t.target.weight * (proven.get(t) ?? t).credit;
    weights += t.target.weight;
  }
  return {
    ...meanProven(score, traits)!,
    withPromised: all / weights,
    traits,
    capture: at?.capture ?? null,
    sighting: at?.sighting ?? null,
  };
}

/**
 * What was seen of an element comes to at least and at most, 0 to 1: traits that matter and have no target count 0 and 1; null where
 * nothing was seen.
 */
export function meanProven(
  { untold }: Pick<ElementScore, 'untold'>,
  seen: readonly TraitProof[],
): { readonly closeness: number; readonly most: number } | null {
  if (seen.length === 0) return null;
  const open = untold.reduce((weight, u) => weight + u.weight, 0);
  let [sum, most, weights] = [0, open, open];
  for (const { score, credit, most: best } of seen) {
    sum += score.target.weight * credit;
    most += score.target.weight * best;
    weights += score.target.weight;
  }
  return { closeness: sum / weights, most: most / weights };
}

/**
 * Whether an element was seen after something was done for it: until then a picture shows how it was before, and what the
 * chosen matches promise is what counts.
 */
export function isSeenAfterDoing(rows: CoatRows, elementId: string, proof: ElementProof): boolean {
  const { capture } = proof;
  if (capture === null) return false;
  return Object.values(rows.journal).some(
    (j) => j.what === 'done' && j.at <= capture.at && (j.step?.elements ?? []).includes(elementId),
  );
}
