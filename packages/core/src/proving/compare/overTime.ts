import type { CaptureRow } from '../../model/coat/rows.js';
import { coatCloseness, type ElementState } from '../../deciding/matching/evaluate.js';
import type { MatchContext } from '../../deciding/matching/targets.js';
import { provingCaptures, proveElement, seenIndex, type SeenIndex } from '../../deciding/matching/proof.js';

/** How close the coat was on the day of one picture: by element, and as a whole. */
export interface Moment {
  readonly capture: CaptureRow;
  /** By element: mean of what was seen of it, 0 to 1; 0 where it was not found in its place; others are left out. */
  readonly elements: ReadonlyMap<string, number>;
  /** Weighted mean over these elements, 0 to 1; null: there are none. */
  readonly closeness: number | null;
}

/** What a picture shows by itself: of elements that are not on it, nothing. */
function onlyOn(index: SeenIndex, capture: CaptureRow): SeenIndex {
  return new Map([...index].filter(([, seen]) => seen.capture.id === capture.id));
}

/**
 * Closeness over time in one variant: what each picture of the own desktop shows, against the targets as they are today, so
 * that the days can be compared. Surveys have no part in it.
 *
 * @param elements as evaluated today
 */
export function overTime(ctx: MatchContext, elements: readonly ElementState[], variantId: string): Moment[] {
  const withoutSurvey = { ...ctx, settingsNow: new Map<string, string>() };
  return provingCaptures(ctx.rows, variantId).map((capture) => {
    const seen = onlyOn(seenIndex(ctx.rows, capture.at), capture);
    const found = new Map<string, number>();
    for (const { element, perVariant } of elements) {
      const score = perVariant[variantId];
      const proof = score ? proveElement(withoutSurvey, seen, element, variantId, score) : null;
      const at = seen.get(`${element.id} ${variantId}`);
      if (element.addition || !at) continue;
      if (proof) found.set(element.id, proof.closeness);
      else if (at.sighting.how === 'not found' || at.sighting.how === 'not there') found.set(element.id, 0);
    }
    return {
      capture,
      elements: found,
      closeness: coatCloseness(elements, (e) => found.get(e.element.id) ?? null),
    };
  });
}
