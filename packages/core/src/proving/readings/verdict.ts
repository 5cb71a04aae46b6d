import { nth } from '../../ground/checked.js';
import { median } from '../../ground/statistics.js';
import { randomFrom } from '../../ground/random.js';

/** So many runs on each side can tell something; fewer cannot reach 5 % in a permutation test. */
export const FEWEST_RUNS = 4;
/** Resamples of the bootstrap: its ends are then steady to a hundredth of the interval. */
const RESAMPLES = 4000;
/** Above so many ways to divide the runs, they are drawn at random instead of all being tried. */
const MOST_DIVISIONS = 20_000;
const LEVEL = 0.05;

export interface Verdict {
  readonly runsBefore: number;
  readonly runsAfter: number;
  /** Medians over runs, in the unit of the samples; null without runs. */
  readonly before: number | null;
  readonly after: number | null;
  /** The bootstrap's 95 % intervals of the two medians; null without runs. */
  readonly beforeInterval: readonly [number, number] | null;
  readonly afterInterval: readonly [number, number] | null;
  /** After less before, and the bootstrap's 95 % interval of it. */
  readonly difference: number | null;
  readonly interval: readonly [number, number] | null;
  /** Share of divisions of all runs into two groups whose means differ at least as much, 0 to 1. */
  readonly p: number | null;
  /**
   * How large a difference would have been seen in four of five cases, with so many runs that scatter as these do, in the unit of the
   * samples; null with too few runs.
   */
  readonly wouldSee: number | null;
  readonly says: 'more' | 'less' | 'within the noise' | 'too few to tell';
}

/**
 * Holds readings before against readings after. A run counts once, by its median: samples of one run are no independent
 * witnesses. Two questions are asked of the runs. How large the difference of their medians is: its bootstrap interval
 * (percentile, Efron 1979) tells. Whether runs before and runs after could be divided the other way round as well: a two-sided
 * permutation test tells (Fisher; all divisions where they are few, else random ones), and it **compares means over runs**, not
 * medians, whose few values would tie in most divisions. Only where both agree there is a verdict.
 *
 * @param before samples by run, all in one unit
 * @param seed the same seed gives the same answer
 */
export function verdictOf(
  before: readonly (readonly number[])[],
  after: readonly (readonly number[])[],
  seed = 1,
): Verdict {
  const [a, b] = [before, after].map((runs) => runs.flatMap((r) => median(r) ?? [])) as [number[], number[]];
  const [ma, mb] = [median(a), median(b)];
  const random = randomFrom(seed);
  const draw = (list: readonly number[]) =>
    median(list.map(() => nth(list, Math.floor(random() * list.length))))!;
  const known = {
    runsBefore: a.length,
    runsAfter: b.length,
    before: ma,
    after: mb,
    beforeInterval: ma === null ? null : spread(() => draw(a)),
    afterInterval: mb === null ? null : spread(() => draw(b)),
  };
  if (ma === null || mb === null)
    return { ...known, difference: null, interval: null, p: null, wouldSee: null, says: 'too few to tell' };
  const difference = mb - ma;
  const interval = spread(() => draw(b) - draw(a));
  if (a.length < FEWEST_RUNS || b.length < FEWEST_RUNS)
    return { ...known, difference, interval, p: null, wouldSee: null, says: 'too few to tell' };
  const p = permutation(a, b, random);
  const apart = interval[0] > 0 || interval[1] < 0;
  const says = apart && p <= LEVEL ? (difference > 0 ? 'more' : 'less') : 'within the noise';
  return { ...known, difference, interval, p, wouldSee: wouldSee(a, b), says };
}

/** Both tests have to agree: that takes a fifth more than the one does alone, as counted on drawn runs of 4 to 12 a side. */
const BOTH = 1.2;
/** Of the standard normal distribution: what 97.5 %, and 80 %, lie below. */
const Z_975 = 1.959964;
const Z_80 = 0.841621;

/**
 * A quantile of Student's t from that of the normal distribution, for six degrees of freedom and more good to 0.002.
 *
 * @see Abramowitz and Stegun, Handbook of Mathematical Functions (1964), 26.7.5
 */
export function studentFromNormal(z: number, freedom: number): number {
  const g1 = (z ** 3 + z) / 4;
  const g2 = (5 * z ** 5 + 16 * z ** 3 + 3 * z) / 96;
  const g3 = (3 * z ** 7 + 19 * z ** 5 + 17 * z ** 3 - 15 * z) / 384;
  const g4 = (79 * z ** 9 + 776 * z ** 7 + 1482 * z ** 5 - 1920 * z ** 3 - 945 * z) / 92160;
  return z + g1 / freedom + g2 / freedom ** 2 + g3 / freedom ** 3 + g4 / freedom ** 4;
}

/**
 * The difference of means that a two-sided test at `LEVEL` finds in four of five cases, from how far the runs of each side scatter
 * around their mean. The permutation test is as strong as Student's where runs scatter normally (Hoeffding 1952).
 *
 * @see Cohen, Statistical Power Analysis for the Behavioral Sciences (1988), chapter 2
 */
function wouldSee(a: readonly number[], b: readonly number[]): number {
  const off = (list: readonly number[]) => {
    const mean = list.reduce((s, v) => s + v, 0) / list.length;
    return list.reduce((s, v) => s + (v - mean) ** 2, 0);
  };
  const freedom = a.length + b.length - 2;
  const scatter = Math.sqrt((off(a) + off(b)) / freedom);
  const quantiles = studentFromNormal(Z_975, freedom) + studentFromNormal(Z_80, freedom);
  return BOTH * quantiles * scatter * Math.sqrt(1 / a.length + 1 / b.length);
}

/** The middle 95 % of what a resample gives. */
function spread(resample: () => number): readonly [number, number] {
  const all = Array.from({ length: RESAMPLES }, resample).sort((x, y) => x - y);
  const at = (share: number) => nth(all, Math.min(all.length - 1, Math.floor(share * all.length)));
  return [at(0.025), at(0.975)];
}

/** How many ways there are to take `k` of `n`. */
function choose(n: number, k: number): number {
  let c = 1;
  for (let i = 1; i <= k; i++) c = (c * (n - k + i)) / i;
  return c;
}

/**
 * Numbers as multiples of one unit, small enough that every sum that the permutation test makes of them is a whole number a
 * double holds exactly: then differences that are equal are equal, in whatever order they are added, and whichever side is
 * called the first. The unit is a 2^-b of the largest number, with b = 52 - 2 * ceil(log2 n) bits left for a number: for 40
 * runs that is 1 part in 10^12, far below what a reading can tell.
 */
function asWhole(values: readonly number[]): number[] {
  const largest = Math.max(...values.map(Math.abs));
  if (largest === 0) return values.map(() => 0);
  const bits = 52 - 2 * Math.ceil(Math.log2(values.length));
  return values.map((v) => Math.round((v / largest) * 2 ** bits));
}

/**
 * The share of divisions whose difference of means is at least as large as the one that was seen; equal ones count. The
 * difference of means is compared times the sizes of both groups, |total * k - sum * n|, which needs no division.
 */
function permutation(a: readonly number[], b: readonly number[], random: () => number): number {
  const all = asWhole([...a, ...b]);
  const n = all.length;
  const total = all.reduce((s, v) => s + v, 0);
  const k = a.length;
  const gap = (sum: number) => Math.abs(total * k - sum * n);
  const seen = gap(all.slice(0, k).reduce((s, v) => s + v, 0));
  if (choose(n, k) <= MOST_DIVISIONS) {
    let [as, hits] = [0, 0];
    const visit = (from: number, left: number, sum: number) => {
      if (left === 0) {
        as++;
        if (gap(sum) >= seen) hits++;
        return;
      }
      for (let i = from; i <= n - left; i++) visit(i + 1, left - 1, sum + nth(all, i));
    };
    visit(0, k, 0);
    return hits / as;
  }
  let hits = 1;
  const shuffled = [...all];
  for (let draw = 0; draw < MOST_DIVISIONS; draw++) {
    for (let i = 0; i < k; i++) {
      const j = i + Math.floor(random() * (n - i));
      [shuffled[i], shuffled[j]] = [nth(shuffled, j), nth(shuffled, i)];
    }
    let sum = 0;
    for (let i = 0; i < k; i++) sum += nth(shuffled, i);
    if (gap(sum) >= seen) hits++;
  }
  return hits / (MOST_DIVISIONS + 1);
}

/** A verdict in words that a person understands. */
export function sayVerdict(v: Verdict, what: string, unit: string): string {
  if (v.difference === null || v.interval === null)
    return 'There is nothing to compare yet: readings before and readings after are needed.';
  const amount = (n: number) => `${Math.abs(n) >= 100 ? Math.round(n) : Math.round(n * 10) / 10} ${unit}`;
  const more = v.difference >= 0 ? 'more' : 'less';
  const gap = amount(Math.abs(v.difference));
  switch (v.says) {
    case 'too few to tell':
      return `Too few runs to tell (${v.runsBefore} before, ${v.runsAfter} after; ${FEWEST_RUNS} of each are needed). So far it looks like ${gap} ${more}.`;
    case 'within the noise':
      return `No difference that can be told from the noise: ${gap} ${more}, and anything from ${amount(v.interval[0])} to ${amount(v.interval[1])} would fit.${v.wouldSee === null ? '' : ` With so many runs a difference of ${amount(v.wouldSee)} would be seen in four of five cases; more runs see smaller ones.`}`;
    default:
      return `It uses ${gap} ${v.says} ${what}, quite surely between ${amount(Math.min(Math.abs(v.interval[0]), Math.abs(v.interval[1])))} and ${amount(Math.max(Math.abs(v.interval[0]), Math.abs(v.interval[1])))}.`;
  }
}
