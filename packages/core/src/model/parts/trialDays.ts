import { dateOfDay, dayOf } from '../../ground/calendar.js';
import type { Part } from './part.js';

/**
 * Days of trial that are left of a part, counted from the day on which it was tried first; never below 0. All of them
 * while it was not tried; null for what has no trial.
 *
 * @param today ISO date
 */
export function trialDaysLeft(
  part: Pick<Part, 'trialDays'>,
  trials: readonly { readonly tried: string }[],
  today: string,
): number | null {
  if (!part.trialDays) return null;
  if (trials.length === 0) return part.trialDays;
  const first = Math.min(...trials.map((t) => dayOf(t.tried)));
  return Math.min(part.trialDays, Math.max(0, part.trialDays - (dayOf(today) - first)));
}

/** The day on which a trial that was begun ends, as an ISO date; null while it was not tried, and for what has no trial. */
export function trialEnd(
  part: Pick<Part, 'trialDays'>,
  trials: readonly { readonly tried: string }[],
): string | null {
  if (!part.trialDays || trials.length === 0) return null;
  return dateOfDay(Math.min(...trials.map((t) => dayOf(t.tried))) + part.trialDays);
}
