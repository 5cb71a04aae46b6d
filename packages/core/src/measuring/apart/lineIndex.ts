import type { LongLine } from './longLines.js';

/** A line that lies so far beside is the same one: what is soft steps now here, now a pixel further. */
const BESIDE = 1;

/** Lines that go one way, found by where they are. */
export class LineIndex {
  private readonly byPlace = new Map<number, LongLine[]>();

  constructor(readonly lines: readonly LongLine[]) {
    for (const line of lines) {
      const there = this.byPlace.get(line.at);
      if (there) there.push(line);
      else this.byPlace.set(line.at, [line]);
    }
  }

  /** Lines at a place and right beside it. */
  near(at: number, off = BESIDE): LongLine[] {
    const found: LongLine[] = [];
    for (let i = at - off; i <= at + off; i++) found.push(...(this.byPlace.get(i) ?? []));
    return found;
  }

  /**
   * The share of a way, 0–1, on which the picture steps at a place.
   *
   * @param hidden parts of the way that are not seen, and not counted
   * @param least so much of it is seen at least, in pixels
   * @returns null where less of the way is seen
   */
  covers(
    at: number,
    from: number,
    to: number,
    hidden: readonly (readonly [number, number])[] = [],
    least = 1,
  ): number | null {
    const seen = without([[from, to]], hidden);
    const length = total(seen);
    if (length < least) return null;
    const lines = this.near(at).map((l) => [l.from, l.to] as const);
    return 1 - total(without(seen, lines)) / length;
  }

  /** How far the picture steps at a very place along a way, in the mean of the lines there, each for its length. Levels, 0–255 */
  strengthAt(at: number, from: number, to: number): number {
    let [sum, length] = [0, 0];
    for (const line of this.byPlace.get(at) ?? []) {
      const shared = Math.min(line.to, to) - Math.max(line.from, from);
      if (shared <= 0) continue;
      sum += line.strength * shared;
      length += shared;
    }
    return length > 0 ? sum / length : 0;
  }

  /** The very place, of one and those right beside it, at which most of a way steps. */
  exactly(at: number, from: number, to: number): number {
    const long = (place: number) => {
      const lines = (this.byPlace.get(place) ?? []).map((l) => [l.from, l.to] as const);
      return to - from - total(without([[from, to]], lines));
    };
    return [at, at - 1, at + 1].reduce((p, q) => (long(q) > long(p) ? q : p));
  }
}

export type Span = readonly [from: number, to: number];

const total = (spans: readonly Span[]) => spans.reduce((sum, [from, to]) => sum + to - from, 0);

/** What of some spans is left when others are taken out of them. */
export function without(spans: readonly Span[], out: readonly Span[]): Span[] {
  let left = [...spans];
  for (const [a, b] of out)
    left = left.flatMap(([from, to]): Span[] =>
      b <= from || a >= to
        ? [[from, to]]
        : [[from, Math.max(from, a)] as const, [Math.min(to, b), to] as const].filter(([f, t]) => t > f),
    );
  return left;
}
