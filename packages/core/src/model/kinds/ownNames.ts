import type { Look } from './look.js';
import { ValueReader } from './valueReader.js';

/** Names that a person's own elements tell, for what is drawn of them. */

/** Programs that the person's own elements name: expected applications, single icons, entries of the launcher; each once. */
export const programsOf = (look: Look): readonly string[] => {
  const named = look.seen.flatMap((e): (string | null)[] => {
    const v = new ValueReader(e.values);
    if (e.kind === 'expected-app') return [v.text('name', e.name)];
    if (e.kind === 'app-icon') return [v.text('application', '')];
    return e.kind === 'launcher' ? [...v.items('entries')] : [];
  });
  return [...new Set(named.filter((name): name is string => name !== null && name.trim() !== ''))];
};

/** Titles of windows as the reference has them: what frames are called that have a name of their own. */
export const titlesOf = (look: Look): readonly string[] =>
  look.seen.flatMap(({ kind, name }) =>
    kind === 'frame' && !/^(window )?frame\b/i.test(name) ? [name] : [],
  );

/** What is drawn in place of names that nobody told: one's own first, and others only where one has none. */
export const ownOr = (own: readonly string[], others: readonly string[]): readonly string[] =>
  own.length > 0 ? own : others;
