/** Something that is found by typing. */
export interface Findable {
  readonly label: string;
  /** What sort of thing it is, as a person reads it beside. */
  readonly what: string;
  /** Further words by which it is looked for. */
  readonly words: string;
}

const MOST = 12;
/** A word that begins a label, or one in it, or one of the words beside; something inside a word counts least. */
const GRADES = { first: 4, label: 3, inside: 2, words: 1 };

function gradeOf({ label, what, words }: Findable, typed: string): number {
  const name = label.toLowerCase();
  if (name.startsWith(typed)) return GRADES.first;
  if (name.split(/[^\p{L}\p{N}]+/u).some((w) => w.startsWith(typed))) return GRADES.label;
  if (name.includes(typed)) return GRADES.inside;
  return `${what} ${words}`
    .toLowerCase()
    .split(/[^\p{L}\p{N}]+/u)
    .some((w) => w.startsWith(typed))
    ? GRADES.words
    : 0;
}

/** What fits every word that was typed, the nearest first; of equals in the order in which they come. */
export function nearest<T extends Findable>(all: readonly T[], text: string, most = MOST): readonly T[] {
  const typed = text
    .toLowerCase()
    .split(/\s+/)
    .filter((w) => w !== '');
  return all
    .map((find) => ({ find, grades: typed.map((w) => gradeOf(find, w)) }))
    .filter(({ grades }) => grades.every((g) => g > 0))
    .map(({ find, grades }) => ({ find, grade: grades.reduce((a, b) => a + b, 0) }))
    .sort((a, b) => b.grade - a.grade)
    .slice(0, most)
    .map(({ find }) => find);
}
