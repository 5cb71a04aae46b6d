import { sameJson } from '../../model/coat/changes.js';
import { settle } from '../../deciding/matching/settle.js';
import { carriedValue } from '../../deciding/matching/targets.js';
import { spellSetting } from '../../doing/plan/setValues.js';
import { sayDifference, sayValue, spellValue } from '../../model/traits/say.js';
import type { TraitType, TraitValue } from '../../model/traits/value.js';
import type { TraitProof } from '../../deciding/matching/proof.js';
import { creditsFor } from '../../deciding/matching/score.js';

/** What to set, so that what is seen comes nearer to the reference. */
export interface Advice {
  /** "Thickness is 46 px; 44 px would match: set 44." */
  readonly sentence: string;
  /** In the host's units; null where there is nothing to set. */
  readonly setting: TraitValue | null;
  readonly layerId: string | null;
  readonly trait: string;
}

/** Types whose seen value follows their setting by a constant distance: what a part adds, it adds to every value. */
const SHIFTS: readonly TraitType[] = ['length', 'duration', 'share', 'count'];
/** Seen values within this of the target want nothing. */
const GOOD = 0.995;
/** What is set is advised only where it earns this much more. */
const WORTH = 0.005;

/** What a trait is seen as, and what would match: in the fewest words that tell the two apart. */
function wishOf(
  { label, type }: { readonly label: string; readonly type: TraitType },
  seen: TraitValue,
  wanted: TraitValue,
): readonly [is: string, wish: string] {
  for (const say of [sayValue, spellValue]) {
    const [is, would] = [say(type, seen), say(type, wanted)];
    if (is !== would) return [`${label} is ${is}`, `${label} is ${is}; ${would} would match`];
  }
  const is = `${label} is ${sayValue(type, seen)}`;
  const off = sayDifference(type, seen, wanted);
  return [is, off === '' ? `${is}, and not quite what is wanted` : `${is}, and off by ${off}`];
}

/**
 * What would bring a trait that was seen nearer to the reference. A number that is seen is what was set and what the part adds
 * to it, so that the setting is sought for a target less that difference; anything else is set to what fits best.
 *
 * @param then  what it was set to when the picture was taken, in the host's units; null where nobody knows
 * @param scale device pixels for one unit of the host's settings
 * @returns null where it is right as it is
 */
export function adviceFor(
  proof: TraitProof,
  then: TraitValue | null,
  scale: number,
  variantName: string,
): Advice | null {
  const { score, seen, credit } = proof;
  const { target, supply, place, actual, setting, layerId } = score;
  const { spec, tolerance, opacity, ground } = target;
  if (credit >= GOOD) return null;
  const [is, wish] = wishOf(spec, seen, target.value);
  const advice = (sentence: string, to: TraitValue | null = null): Advice => ({
    sentence,
    setting: to,
    layerId,
    trait: spec.id,
  });
  if (!supply || !place || setting === null || actual === null || layerId === null)
    return advice(`${wish}. Nothing that was chosen sets it.`);
  const was = then === null ? null : carriedValue(spec.type, then, scale);
  const shift = was !== null && SHIFTS.includes(spec.type) ? (seen as number) - (was as number) : 0;
  const sought = shift === 0 ? target.value : Math.max(0, (target.value as number) - shift);
  const context = { tolerance, credit: spec.credit, opacity, ground };
  const { setting: better, actual: set } = settle(supply, spec.type, sought, scale, variantName, context);
  if (better !== null && !sameJson(better, setting)) {
    const shows = shift === 0 ? set : Math.max(0, (set as number) + shift);
    return creditsFor(score.target, shows).credit < credit + WORTH
      ? advice(`${wish}. ${score.from} comes no nearer.`)
      : advice(`${wish}: set ${spellSetting(spec.type, better)}.`, better);
  }
  const spelt = spellSetting(spec.type, setting);
  if (then !== null && !sameJson(then, setting))
    return advice(
      `${is} on this picture. It is set to ${spelt} by now: do that step and bring in a new picture.`,
    );
  if (then === null && !sameJson(seen, actual))
    return advice(`${is}, and ${spelt} was chosen: its step is not done yet, or has not taken effect.`);
  return advice(`${wish}. ${score.from} comes no nearer${score.bound === '' ? '' : `: ${score.bound}`}.`);
}
