import type { SaidStanding } from '../../model/coat/rows/matches.js';

export const STANDINGS = ['open', 'matched', 'near', 'stand-in', 'gap', 'left alone'] as const;
export type Standing = (typeof STANDINGS)[number];

/**
 * Where an element is. What the person said wins; without a choice it is open; with one, its closeness decides, and
 * one that is too far off stays open until the person decides.
 *
 * @param closeness of the chosen layers, 0 to 1; null when not scored
 */
export function standingOf(
  said: SaidStanding | null,
  chosen: boolean,
  closeness: number | null,
  thresholds: { readonly matchedAt: number; readonly nearAt: number },
): Standing {
  if (said) return said;
  if (!chosen || closeness === null) return 'open';
  if (closeness >= thresholds.matchedAt) return 'matched';
  return closeness >= thresholds.nearAt ? 'near' : 'open';
}
