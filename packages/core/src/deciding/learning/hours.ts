import type { DescribedSetting } from './described.js';
import { switchWords } from './switchWords.js';

/** The two patterns that a setting chooses between which tells hours to 24 or to 12. Source: UTS #35. */
export const HOURS = { to24: 'HH:mm', to12: 'h:mm a' } as const;

/**
 * What a setting that chooses between hours to 24 and to 12 is set to for each, by the pattern; null where it is none. Its values say which,
 * or, of a mere switch, its name.
 */
export function hourWords({
  takes,
  name,
  label,
  now,
  first,
}: DescribedSetting): Readonly<Record<string, string>> | null {
  const both = (on24: string | undefined, on12: string | undefined) =>
    on24 === undefined || on12 === undefined ? null : { [HOURS.to24]: on24, [HOURS.to12]: on12 };
  if (takes.as === 'choice') {
    const of = (hours: RegExp) => takes.values.filter((value) => hours.test(value));
    const [on24, on12] = [of(/24/), of(/12|am.?pm/i)];
    return on24.length === 1 && on12.length === 1 ? both(on24[0], on12[0]) : null;
  }
  if (takes.as !== 'flag') return null;
  const [yes, no] = switchWords(now ?? first ?? '');
  const says = `${name} ${label}`;
  const [is24, is12] = [/\b24\b|24.?h/i.test(says), /\b12\b|12.?h|am.?pm/i.test(says)];
  return is24 === is12 ? null : is24 ? both(yes, no) : both(no, yes);
}
