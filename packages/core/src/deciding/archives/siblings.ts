import type { ArchiveFinding } from './findings.js';

/** Findings of one sort whose names differ in some words alone: one thing in several flavours. */
export interface Siblings {
  /** The words that all their names begin with, as the thing is called. */
  readonly name: string;
  /** As they are found, with what is left of each name: `Plum dark`. */
  readonly all: readonly { readonly finding: ArchiveFinding; readonly flavour: string }[];
}

/** Words of a name and the signs between them: `Reed-Plum_Dark 24`, and capitals within a word, `ReedPlum`. */
const wordsOf = (name: string) =>
  name
    .replace(/(\p{Ll})(\p{Lu})/gu, '$1 $2')
    .split(/[\s_.+-]+/u)
    .filter((w) => w !== '');

/** Of these alone it is no flavour of another that it has as well: `2`, `3.1`. Versions are told apart by their numbers. */
const isVersion = (words: readonly string[]) => words.length > 0 && words.every((w) => /^v?\d$/i.test(w));

/**
 * Groups findings that lie side by side in an archive and are called alike but for some words. What stands alone is in no group.
 * Only what is copied as a folder counts: a theme, a set of icons, of pointers or of sounds.
 */
export function siblingsOf(findings: readonly ArchiveFinding[]): Siblings[] {
  const bySort = new Map<string, ArchiveFinding[]>();
  for (const f of findings) {
    const { what } = f.evidence;
    if (f.root === '' || !['icon set', 'pointer set', 'sound theme', 'theme'].includes(what)) continue;
    if (f.sort === 'style sheet') continue;
    const [sort, beside] = [f.sort, f.root.split('/').slice(0, -1).join('/')];
    const key = `${sort}\0${beside}`;
    bySort.set(key, [...(bySort.get(key) ?? []), f]);
  }
  return [...bySort.values()].flatMap(groupsIn);
}

/** Groups by the first word of the folders' names; each has at least one word of its own, but for one that has none. */
function groupsIn(findings: readonly ArchiveFinding[]): Siblings[] {
  const byFirst = new Map<string, ArchiveFinding[]>();
  for (const f of findings) {
    const first = wordsOf(f.folder)[0]?.toLowerCase() ?? '';
    byFirst.set(first, [...(byFirst.get(first) ?? []), f]);
  }
  return [...byFirst.values()].flatMap((group): Siblings[] => {
    if (group.length < 2) return [];
    const all = group
      .map((finding) => ({ finding, words: wordsOf(finding.folder) }))
      .sort((a, b) => (a.finding.folder < b.finding.folder ? -1 : 1));
    const shared = sharedWords(all.map((a) => a.words));
    const named = all
      .map(({ finding, words }) => ({ finding, rest: words.slice(shared) }))
      .filter(({ rest }) => !isVersion(rest))
      .map(({ finding, rest }) => ({ finding, flavour: flavourName(rest) }));
    if (named.length < 2) return [];
    // Two that are read alike go by the names of their folders.
    const twice = (flavour: string) => named.filter((n) => n.flavour === flavour).length > 1;
    return [
      {
        name: all[0]!.words.slice(0, shared).join(' '),
        all: named.map((n) => (twice(n.flavour) ? { ...n, flavour: n.finding.folder } : n)),
      },
    ];
  });
}

/** How many words all begin with, at least one. */
function sharedWords(all: readonly (readonly string[])[]): number {
  let n = 0;
  while (all.every((w) => n < w.length && w[n]!.toLowerCase() === all[0]![n]!.toLowerCase())) n++;
  return n;
}

/** What is left of a name, as one reads it; a name of nothing more is the plain one. */
function flavourName(words: readonly string[]): string {
  if (words.length === 0) return 'Plain';
  const [first, ...rest] = words as [string, ...string[]];
  return [first.charAt(0).toUpperCase() + first.slice(1), ...rest.map((w) => w.toLowerCase())].join(' ');
}
