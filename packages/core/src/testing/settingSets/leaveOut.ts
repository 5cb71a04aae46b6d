import { findPhrases, phrasesOf, wordsOf } from '../../deciding/learning/tokens.js';
import { WORDS, type WordTable } from '../../deciding/learning/words.js';
import type { SettingSet } from './settingSets.js';

/** Whether a phrase stands somewhere in the settings of a desktop. */
function phrasesIn(set: SettingSet, phrases: readonly string[]): Set<string> {
  const all = phrasesOf(phrases.map((phrase) => [phrase, [phrase]] as const));
  const found = new Set<string>();
  for (const { setting } of set.settings)
    for (const text of [setting.name, setting.label, setting.help, setting.group])
      for (const { means } of findPhrases(wordsOf(text, all.words), all)) found.add(means);
  return found;
}

/** The trade's words without those that only this one desktop of several uses: as if it had never been seen. */
export function wordsWithout(set: SettingSet, sets: readonly SettingSet[]): WordTable {
  const all = [
    ...Object.values(WORDS.kinds),
    ...Object.values(WORDS.traits),
    ...Object.values(WORDS.targets),
    WORDS.others,
  ].flat();
  const here = phrasesIn(set, all);
  const elsewhere = new Set(
    sets.filter((other) => other !== set).flatMap((other) => [...phrasesIn(other, all)]),
  );
  const keep = (phrases: readonly string[]) =>
    phrases.filter((phrase) => !here.has(phrase) || elsewhere.has(phrase));
  const each = (table: Readonly<Record<string, readonly string[]>>) =>
    Object.fromEntries(Object.entries(table).map(([id, phrases]) => [id, keep(phrases)]));
  return {
    kinds: each(WORDS.kinds),
    traits: each(WORDS.traits),
    targets: each(WORDS.targets),
    others: keep(WORDS.others),
  };
}
