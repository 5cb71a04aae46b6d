import { percent } from '../../ground/percent.js';
import { coatOf, matchOf } from '../../model/coat/rows.js';
import type { ElementState } from './evaluate.js';
import { barredBy, barsOf, sayLimit } from './barred.js';
import { rankOffers, type OfferIndex } from './rank.js';
import type { MatchContext } from './targets.js';

export const GAP_REASONS = [
  'version',
  'channel',
  'not settable',
  'not told',
  'no offer',
  'limit',
  'taste',
  'not chosen yet',
  'another chosen',
] as const;
export type GapReason = (typeof GAP_REASONS)[number];

/** Why an element is not matched, and what would lift it. */
export interface Why {
  readonly reason: GapReason;
  /** What would bring it nearer, in words; empty where nothing is known. */
  readonly lift: string;
  /** Something that would lift it can be had right now. */
  readonly canLift: boolean;
}

/** A gain in closeness that is worth telling of. */
const WORTH = 0.02;

/**
 * Why an element stands where it stands: nearer offers that are for another version, come by no channel or go against a
 * limit; values that cannot be set; nothing in the catalogue; or the person's own choice.
 *
 * @param today ISO date
 */
export function whyOf(ctx: MatchContext, index: OfferIndex, state: ElementState, today: string): Why {
  const now = state.closeness ?? 0;
  const limits = coatOf(ctx.rows).limits;
  const ranked = rankOffers(ctx, index, state.element);
  const nearer = ranked.filter((r) => (r.closeness ?? 0) > now + WORTH);
  const barred = (r: (typeof ranked)[number]) =>
    r.part && ctx.host ? barredBy(barsOf(r.part, r.fit, ctx.host, today), limits) : [];
  const free = nearer.find((r) => (r.fit === null || r.fit.usable) && barred(r).length === 0);
  const said = matchOf(ctx.rows, state.element.id)?.said;
  if (free) {
    const name = free.part?.name ?? free.offer.name;
    return {
      reason: said ? 'taste' : state.standing === 'open' ? 'not chosen yet' : 'another chosen',
      lift: `${name} can be had: ${percent(free.closeness!)}.`,
      canLift: true,
    };
  }
  const [held] = [...nearer].sort((a, b) => b.closeness! - a.closeness!);
  if (held?.part) {
    const { part, fit } = held;
    const there = `${part.name} would come to ${percent(held.closeness!)}`;
    if (fit && !fit.usable)
      return fit.channel === null
        ? { reason: 'channel', lift: `${there}. ${fit.channelSentence}`, canLift: false }
        : { reason: 'version', lift: `${there}. ${fit.sentence}`, canLift: false };
    const [bar] = barred(held);
    if (bar)
      return {
        reason: 'limit',
        lift: `${there}. ${bar.sentence} Limit: ${sayLimit(bar.limit, limits).toLowerCase()}.`,
        canLift: false,
      };
  }
  const untold = [
    ...new Set(Object.values(state.perVariant).flatMap((v) => v.untold.map((u) => u.spec.label))),
  ];
  if (untold.length > 0 && (state.most.chosen ?? 0) > now + WORTH)
    return {
      reason: 'not told',
      lift: `Tell ${untold.map((label) => label.toLowerCase()).join(', ')} in Study: it may come to ${percent(state.most.chosen!)}.`,
      canLift: false,
    };
  if (ranked.length === 0) return { reason: 'no offer', lift: '', canLift: false };
  const fixed = Object.values(state.perVariant)
    .flatMap((v) => v.traits)
    .some((t) => t.credit < 0.9 && t.place === null);
  if (fixed) return { reason: 'not settable', lift: '', canLift: false };
  return { reason: said ? 'taste' : 'no offer', lift: '', canLift: false };
}
