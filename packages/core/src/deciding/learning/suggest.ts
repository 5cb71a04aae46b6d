import { fitOf } from './fit.js';
import { traitOf, type DescribedSetting, type Target } from './described.js';
import { switchWords } from './switchWords.js';
import { TRAITS } from './targets.js';
import { findPhrases, phrasesOf, wordsOf, type Phrases } from './tokens.js';
import { WORDS, type WordTable } from './words.js';

/** What a setting may be, and how likely that is: 0 to 1. */
export interface Guess {
  readonly target: Target;
  readonly likely: number;
}

/** What a setting most likely is. */
export interface Suggestion {
  readonly setting: DescribedSetting;
  /** The likeliest first; none where nothing speaks for looks. */
  readonly guesses: readonly Guess[];
  /** Likely enough, and alone in it, to be accepted together with others. */
  readonly isSure: boolean;
  /** Why, in words for a person. */
  readonly why: readonly string[];
}

/** Something that was seen or told: a value of an element's trait, in pixels of the screen where it is a length. */
export interface Seen {
  readonly kind: string;
  readonly trait: string;
  readonly value: string | number | boolean;
  /** It may be another kind's as well: then it speaks for a setting of that value, and against none. */
  readonly maybe?: boolean;
}

/** How much a word counts by where it stands. */
const FIELDS = ['name', 'label', 'help', 'group'] as const;
type Field = (typeof FIELDS)[number];
const KIND_WEIGHT: Readonly<Record<Field, number>> = { name: 2, label: 2.2, help: 1.9, group: 1.9 };
const TRAIT_WEIGHT: Readonly<Record<Field, number>> = { name: 2.2, label: 2.1, help: 1.9, group: 0.5 };
const OTHER_WEIGHT: Readonly<Record<Field, number>> = { name: 2.6, label: 2.4, help: 1.4, group: 2.6 };
/** A longer phrase says more. */
const longer = (length: number) => 1 + 0.18 * (Math.min(length, 5) - 1);
/** How much speaks for nothing, how fast likelihood falls with what speaks less, and from where a guess is sure. */
const NOTHING = 3.4;
const SPREAD = 0.62;
const SURE = 0.99;
const FIT = 1.4;
const OTHER = 1.1;
/** What agreement with what was seen counts for, and its opposite against. */
const AGREES = 1.6;
const CONTRADICTS = 0.8;
/** What it says that a theme of the value's name lies there: enough to be asked about, never enough to be sure. */
const BY_FOLDER = 1.5;
/** What the neighbours of a setting count for at most; a larger group, in which everything stands, tells nothing. */
const NEIGHBOURS = 1.6;
const LARGEST_GROUP = 60;
const MOST_GUESSES = 5;
/** Two settings that claim one thing with likelihoods nearer than this are told apart by a person. */
const APART = 0.02;

/** Where it stands without the path that tells which of several things it is of. */
const plainGroup = ({ group }: DescribedSetting) => group.replace(/:.*$/, '');

class Sums {
  private readonly map = new Map<string, number>();
  of(id: string): number {
    return this.map.get(id) ?? 0;
  }
  add(id: string, value: number): void {
    this.map.set(id, this.of(id) + value);
  }
  atLeast(id: string, value: number): void {
    this.map.set(id, Math.max(this.of(id), value));
  }
  addAll(other: Sums): void {
    for (const [id, value] of other.map) this.add(id, value);
  }
  entries(): Iterable<[string, number]> {
    return this.map;
  }
}

/** What the words of a setting say, by kind, by trait and by whole target. */
interface Said {
  readonly kinds: Sums;
  readonly traits: Sums;
  readonly targets: Sums;
  other: number;
}
const nothingSaid = (): Said => ({ kinds: new Sums(), traits: new Sums(), targets: new Sums(), other: 0 });

/** Tells what settings are by a table of words. */
class Suggester {
  private readonly kinds: Phrases<string>;
  private readonly traits: Phrases<string>;
  private readonly targets: Phrases<string>;
  private readonly others: Phrases<string>;
  private readonly known: ReadonlySet<string>;
  /** What each setting's words say is asked several times. */
  private readonly heard = new Map<DescribedSetting, Said>();

  constructor(
    words: WordTable,
    private readonly seen: readonly Seen[],
    private readonly scale: number,
  ) {
    this.kinds = phrasesOf(Object.entries(words.kinds));
    this.traits = phrasesOf(Object.entries(words.traits));
    this.targets = phrasesOf(Object.entries(words.targets));
    this.others = phrasesOf([['other', words.others]]);
    const tables = [this.kinds, this.traits, this.targets, this.others];
    this.known = new Set(tables.flatMap((table) => [...table.words]));
  }

  private text(setting: DescribedSetting, field: Field): string {
    // A schema's last steps tell what it is about; what stands before is who made it.
    return field === 'group'
      ? plainGroup(setting)
          .split(/[.\s/]/)
          .filter((word) => !FILE_ENDING.test(word))
          .slice(-3)
          .join(' ')
      : setting[field];
  }
  private words(setting: DescribedSetting, field: Field): string[] {
    return wordsOf(this.text(setting, field), this.known);
  }

  private said(setting: DescribedSetting): Said {
    const before = this.heard.get(setting);
    if (before) return before;
    const all = nothingSaid();
    this.heard.set(setting, all);
    for (const field of FIELDS) {
      const here = nothingSaid();
      const tokens = this.words(setting, field);
      // “Size of the panel”: what the words behind “of” name is the thing.
      const thing = new Set(
        wordsOf(this.text(setting, field).replace(/^.*?\b(of|in|on)\b/i, ''), this.known),
      );
      for (const { means, length, at } of findPhrases(tokens, this.kinds)) {
        const isThing =
          thing.size < tokens.length && tokens.slice(at, at + length).every((t) => thing.has(t));
        here.kinds.atLeast(means, KIND_WEIGHT[field] * longer(length) * (isThing ? 1.08 : 1));
      }
      for (const { means, length } of findPhrases(tokens, this.traits))
        here.traits.atLeast(means, TRAIT_WEIGHT[field] * longer(length));
      for (const { means, length } of findPhrases(tokens, this.targets))
        here.targets.atLeast(means, (KIND_WEIGHT[field] + TRAIT_WEIGHT[field]) * longer(length) * 0.8);
      const others = findPhrases(tokens, this.others).length;
      if (others > 0) all.other += OTHER_WEIGHT[field] * (1 + 0.3 * (others - 1));
      all.kinds.addAll(here.kinds);
      all.traits.addAll(here.traits);
      all.targets.addAll(here.targets);
    }
    // A name that says only “size” goes with the words of its group.
    const joined = [...this.words(setting, 'group').slice(-2), ...this.words(setting, 'name')];
    for (const { means, length } of findPhrases(joined, this.kinds))
      if (length > 1) all.kinds.add(means, 1.2);
    return all;
  }

  /** Every target that a setting's words name, with how much speaks for it. */
  private scores(setting: DescribedSetting, extra: Sums): Map<Target, number> {
    const said = this.said(setting);
    const scores = new Map<Target, number>();
    const take = (target: Target, says: number) => {
      const fit = fitOf(setting, target);
      if (fit !== null) scores.set(target, says + fit * FIT - said.other * OTHER);
    };
    for (const { kind, trait, target } of TRAITS) {
      const parts = [said.kinds.of(kind) + extra.of(kind), said.traits.of(trait)] as const;
      const both = parts[0] + parts[1];
      const direct = said.targets.of(target);
      if (direct > 0 || (parts[0] > 0 && parts[1] > 0)) take(target, Math.max(both, direct + 0.35 * both));
    }
    for (const [target, says] of said.targets.entries()) if (!traitOf(target)) take(target, says);
    // A theme whose folder lies there is chosen by it, where its words say theme and nothing of which sort.
    const value = setting.now ?? setting.first;
    const saysWhich = [...scores.keys()].some((target) => target.startsWith('list:'));
    if (value !== null && !saysWhich && /theme|skin/i.test(`${setting.name} ${setting.label}`))
      for (const { kind, value: there } of this.seen)
        if (kind.startsWith('list:') && there === value) take(kind, BY_FOLDER);
    return scores;
  }

  /** Whether none of its words is of something else than looks: with one it is never sure. */
  isOfLooksAlone(setting: DescribedSetting): boolean {
    return this.said(setting).other === 0;
  }

  /** What agreement of a setting's value with what was seen counts for. */
  agreement(setting: DescribedSetting, target: Target): number {
    const trait = traitOf(target);
    const value = setting.now ?? setting.first;
    // What is no trait, such as which icon set is chosen, is told by its own name.
    const of = trait ?? { kind: target, trait: '' };
    const found = this.seen.filter((s) => s.kind === of.kind && s.trait === of.trait);
    if (found.length === 0 || value === null) return 0;
    const agrees = (s: Seen) =>
      target === 'variants' ? schemeOf(setting, value) === s.value : isSame(value, s.value, this.scale);
    if (found.some(agrees)) return AGREES;
    return found.some((s) => !s.maybe) ? -CONTRADICTS : 0;
  }

  private likelihoods(scores: ReadonlyMap<Target, number>): Guess[] {
    const powers = [...scores].map(([target, score]) => ({ target, power: Math.exp(score / SPREAD) }));
    const all = powers.reduce((sum, p) => sum + p.power, Math.exp(NOTHING / SPREAD));
    return powers
      .map(({ target, power }) => ({ target, likely: power / all }))
      .sort((a, b) => b.likely - a.likely)
      .slice(0, MOST_GUESSES);
  }

  guesses(settings: readonly DescribedSetting[]): Guess[][] {
    const first = settings.map((setting) => this.likelihoods(this.scores(setting, new Sums())));
    const groups = placesBy(settings, ({ group }) => group);
    const extra = new Map(
      [...groups].map(([group, all]) => [group, neighbours(all.map((i) => first[i] ?? []))]),
    );
    return settings.map((setting) => {
      const scores = this.scores(setting, extra.get(setting.group) ?? new Sums());
      for (const [target, score] of scores) scores.set(target, score + this.agreement(setting, target));
      return this.likelihoods(scores);
    });
  }

  why(setting: DescribedSetting, best: Target): string[] {
    const words = new Set<string>();
    for (const field of FIELDS) {
      const tokens = this.words(setting, field);
      for (const phrases of [this.kinds, this.traits, this.targets])
        for (const { means, at, length } of findPhrases(tokens, phrases))
          if (best === means || best.split('.').includes(means))
            words.add(tokens.slice(at, at + length).join(' '));
    }
    const agrees = this.agreement(setting, best);
    const is = setting.now ?? setting.first ?? '';
    return [
      ...(words.size > 0
        ? [
            `It says ${[...words]
              .slice(0, 4)
              .map((w) => `“${w}”`)
              .join(', ')}.`,
          ]
        : []),
      ...(agrees > 0
        ? [`It is ${is}, as is seen.`]
        : agrees < 0
          ? [`It is ${is}, which is not what is seen.`]
          : []),
    ];
  }
}

/** Where in a list the things are that have a key, by the key. */
function placesBy<T>(list: readonly T[], keyOf: (one: T) => string): Map<string, number[]> {
  const found = new Map<string, number[]>();
  list.forEach((one, i) => {
    const places = found.get(keyOf(one));
    if (places) places.push(i);
    else found.set(keyOf(one), [i]);
  });
  return found;
}

/** How files of settings end: it says nothing of what they set. */
const FILE_ENDING = /^(conf|config|cfg|ini|rc|json|xml|css|toml|ya?ml)$/i;

/** Which look a value of the switch between light and dark means. */
const schemeOf = ({ takes }: DescribedSetting, value: string): 'dark' | 'light' =>
  /dark|night/i.test(value) || (takes.as === 'flag' && switchWords(value)[0] === value) ? 'dark' : 'light';

/** Whether a value is what was seen: the same, times the display's scale, or as a share. */
function isSame(value: string, seen: Seen['value'], scale: number): boolean {
  if (typeof seen === 'boolean') return value === String(seen);
  if (typeof seen === 'string') {
    const [is, was] = [value.toLowerCase(), seen.toLowerCase()];
    // Behind a font's name may stand its size; any other word more is another theme's name.
    return is.startsWith(was) && /^([,\s]+\d.*)?$/.test(is.slice(was.length));
  }
  const number = value.trim() === '' ? NaN : Number(value);
  return [number, number * scale, number * 100].some((n) => Math.abs(n - seen) < 0.6);
}

/** How much the neighbours of a setting speak for each kind: settings of one group belong to one thing. */
function neighbours(all: readonly (readonly Guess[])[]): Sums {
  const sums = new Sums();
  if (all.length > LARGEST_GROUP) return sums;
  const best = all.flatMap(([first]) => (first ? [first] : []));
  const weight = best.reduce((sum, { likely }) => sum + likely, 0);
  if (weight < 1.5) return sums;
  for (const { target, likely } of best) {
    const kind = traitOf(target)?.kind;
    if (kind) sums.add(kind, (NEIGHBOURS * likely) / weight);
  }
  return sums;
}

/**
 * What each setting of a desktop most likely is: from words, from what it takes, from its neighbours, and from what was seen of the desktop.
 *
 * @param seen what a picture or a survey tells of this desktop
 * @param scale of its display
 * @param words the trade's words; others only to try what they are worth
 */
export function suggest(
  settings: readonly DescribedSetting[],
  seen: readonly Seen[] = [],
  scale = 1,
  words: WordTable = WORDS,
): Suggestion[] {
  const suggester = new Suggester(words, seen, scale);
  const guessed = suggester.guesses(settings);
  // One thing is set in one place: of several settings that claim a target, none is sure beside one that is as likely.
  const claims = placesBy(guessed, ([best]) => best?.target ?? '');
  return settings.map((setting, i) => {
    const guesses = guessed[i] ?? [];
    const [best] = guesses;
    if (!best) return { setting, guesses, isSure: false, why: [] };
    const isRival = (other: number) => {
      const is = settings[other];
      // The same setting of another thing of its kind is none: a second bar's.
      const isTwin = is && is.name === setting.name && plainGroup(is) === plainGroup(setting);
      const likely = guessed[other]?.[0]?.likely ?? 0;
      return other !== i && !isTwin && likely >= 0.5 && likely > best.likely - APART;
    };
    const isAlone = !(claims.get(best.target) ?? []).some(isRival);
    return {
      setting,
      guesses,
      isSure: best.likely >= SURE && isAlone && suggester.isOfLooksAlone(setting),
      why: suggester.why(setting, best.target),
    };
  });
}
