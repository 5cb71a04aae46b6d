import { suggest } from '../../deciding/learning/suggest.js';
import type { WordTable } from '../../deciding/learning/words.js';
import type { SettingSet } from './settingSets.js';

/** How well settings were told for what they are. Shares from 0 to 1. */
export interface Tried {
  readonly settings: number;
  /** Of those told as sure, how many are right. */
  readonly precision: number;
  /** Of those that matter, how many are told rightly as sure. */
  readonly sureShare: number;
  /** Of those that matter, how many are the first or the second guess. */
  readonly recall: number;
}

/** Tells every setting of these desktops. @param words for each desktop, where not the table itself */
export function tried(
  sets: readonly SettingSet[],
  words?: (set: SettingSet, sets: readonly SettingSet[]) => WordTable,
): Tried {
  let [settings, matter, sure, right, rightAndMatter, found] = [0, 0, 0, 0, 0, 0];
  for (const set of sets) {
    const told = suggest(
      set.settings.map((known) => known.setting),
      [],
      1,
      words?.(set, sets),
    );
    set.settings.forEach(({ is }, i) => {
      const one = told[i]!;
      settings++;
      if (is !== null) matter++;
      if (one.isSure) {
        sure++;
        if (one.guesses[0]?.target === is) {
          right++;
          rightAndMatter++;
        }
      }
      if (is !== null && one.guesses.slice(0, 2).some((guess) => guess.target === is)) found++;
    });
  }
  return { settings, precision: right / sure, sureShare: rightAndMatter / matter, recall: found / matter };
}
