import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { KEPT, testCoat, uuid } from '../../testing/coat.js';
import type { ReadingRow } from '../../model/coat/rows.js';
import { byPart } from './byPart.js';
import { randomFrom } from '../../ground/random.js';
import { sayVerdict, studentFromNormal, verdictOf } from './verdict.js';
import { cases } from '../../testing/properties.js';

const runs = (...middles: number[]) => middles.map((m) => [m - 1, m, m + 1]);

describe('the verdict on readings', () => {
  it('gives the published permutation probability where all divisions can be counted', () => {
    // Of C(8, 4) = 70 divisions only the two with all large ones on one side are as far apart: Fisher’s exact 2/70.
    const v = verdictOf(runs(10, 11, 12, 13), runs(20, 21, 22, 23));
    expect(v.p).toBeCloseTo(2 / 70, 12);
    expect(v).toMatchObject({ before: 11.5, after: 21.5, difference: 10, says: 'more' });
    expect(verdictOf(runs(20, 21, 22, 23), runs(10, 11, 12, 13)).says).toBe('less');
    // Fisher’s lady tasting tea has the same 70 divisions; equal groups are all alike.
    expect(verdictOf(runs(5, 5, 5, 5), runs(5, 5, 5, 5)).p).toBe(1);
  });
  it('counts a run once, however many samples it has', () => {
    const many = Array.from({ length: 300 }, (_, i) => 100 + (i % 3));
    expect(verdictOf([many], [[200]]).says).toBe('too few to tell');
    expect(verdictOf([many], [[200]]).before).toBe(101);
  });
  it('says too few to tell below four runs a side, and within the noise where both tests do not agree', () => {
    expect(verdictOf(runs(1, 2, 3), runs(100, 101, 102, 103)).says).toBe('too few to tell');
    expect(verdictOf(runs(10, 20, 30, 40), runs(12, 22, 32, 42)).says).toBe('within the noise');
    expect(verdictOf([], runs(1))).toMatchObject({ difference: null, says: 'too few to tell' });
  });
  it('is the same again for the same seed, and turns round when the sides are changed', () => {
    const side = fc.array(fc.double({ min: 0, max: 1000, noNaN: true }), { minLength: 4, maxLength: 7 });
    fc.assert(
      fc.property(side, side, (a, b) => {
        const [one, other] = [a.map((v) => [v]), b.map((v) => [v])];
        const v = verdictOf(one, other, 3);
        expect(verdictOf(one, other, 3)).toEqual(v);
        const turned = verdictOf(other, one, 3);
        expect(turned.difference).toBeCloseTo(-v.difference!, 9);
        expect(turned.p).toBeCloseTo(v.p!, 9);
        expect(v.interval![0]).toBeLessThanOrEqual(v.interval![1]);
      }),
      { numRuns: cases(60) },
    );
  });
  it('turns round where means differ in the last bit only: such a difference is none', () => {
    const [a, b] = [
      [0, 999.999999988506, 0, 0].map((v) => [v]),
      [0, 999.9999999885061, 0, 0].map((v) => [v]),
    ];
    expect(verdictOf(a, b, 3).p).toBe(1);
    expect(verdictOf(b, a, 3).p).toBe(1);
    // The same runs in another order are the same runs.
    const c = [0.1, 0.2, 0.3, 0.7].map((v) => [v]);
    expect(verdictOf(c, [...c].reverse()).p).toBe(1);
  });
  it('calls noise a difference in about as few cases as it may', () => {
    let wrong = 0;
    const random = (() => {
      let s = 7;
      return () => (s = (s * 16807) % 2147483647) / 2147483647;
    })();
    for (let n = 0; n < 200; n++) {
      const draw = () => Array.from({ length: 5 }, () => [1400 + random() * 30]);
      const { says } = verdictOf(draw(), draw(), n + 1);
      if (says !== 'within the noise') wrong++;
    }
    expect(wrong).toBeLessThanOrEqual(20);
  });
  it('says how large a difference would have been seen, and sees such a one in about four of five cases', () => {
    const random = randomFrom(11);
    const normal = () => Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random());
    for (const n of [4, 7]) {
      const side = (middle: number) => Array.from({ length: n }, () => [middle + 10 * normal()]);
      const told: number[] = [];
      for (let i = 0; i < 60; i++) told.push(verdictOf(side(1000), side(1000), i + 1).wouldSee!);
      const usual = told.reduce((s, v) => s + v, 0) / told.length;
      let seen = 0;
      for (let i = 0; i < 60; i++)
        if (verdictOf(side(1000), side(1000 + usual), i + 1).says === 'more') seen++;
      expect(seen / 60).toBeGreaterThan(0.65);
      expect(seen / 60).toBeLessThan(0.95);
    }
    // More runs see smaller ones; runs that are all alike see any; too few see none.
    const few = verdictOf(runs(10, 20, 30, 40), runs(12, 22, 32, 42)).wouldSee!;
    const many = verdictOf(
      runs(10, 20, 30, 40, 10, 20, 30, 40),
      runs(12, 22, 32, 42, 12, 22, 32, 42),
    ).wouldSee!;
    expect(many).toBeLessThan(few);
    expect(verdictOf(runs(5, 5, 5, 5), runs(5, 5, 5, 5)).wouldSee).toBe(0);
    expect(verdictOf(runs(1, 2, 3), runs(4, 5, 6)).wouldSee).toBeNull();
  });
  it('takes Student’s t from a published table', () => {
    // Quantiles of 97.5 % and 80 %, by degrees of freedom.
    for (const [freedom, t975, t80] of [
      [6, 2.447, 0.906],
      [8, 2.306, 0.889],
      [10, 2.228, 0.879],
      [20, 2.086, 0.86],
      [60, 2.0, 0.848],
    ] as const) {
      expect(Math.abs(studentFromNormal(1.959964, freedom) - t975)).toBeLessThan(0.002);
      expect(Math.abs(studentFromNormal(0.841621, freedom) - t80)).toBeLessThan(0.002);
    }
  });
  it('is told in words', () => {
    const say = (a: number[][], b: number[][]) => sayVerdict(verdictOf(a, b), 'memory', 'MB');
    expect(say(runs(1400, 1401, 1402, 1403), runs(1440, 1441, 1442, 1443))).toMatch(
      /^It uses 40 MB more memory, quite surely between/,
    );
    expect(say(runs(1, 2), runs(3, 4))).toMatch(
      /^Too few runs to tell \(2 before, 2 after; 4 of each are needed\)/,
    );
    expect(say(runs(10, 20, 30, 40), runs(12, 22, 32, 42))).toMatch(
      /^No difference that can be told from the noise: .* With so many runs a difference of \d+(\.\d)? MB would be seen in four of five cases; more runs see smaller ones\.$/,
    );
    expect(say([], [])).toMatch(/nothing to compare yet/);
  });
});

describe('memory by step', () => {
  const reading = (at: string, memory: number[]): ReadingRow => ({
    id: uuid(at),
    surveyId: null,
    at,
    phase: 'before',
    load: 'idle',
    memory,
    processor: [1],
  });
  it('is the gap between two readings with something done between them', () => {
    const tick = (at: string, title: string, sort: (typeof KEPT)['sort'] = 'install') => ({
      id: uuid(title),
      stepKey: title,
      what: 'done' as const,
      at,
      title,
      note: '',
      pictures: [],
      step: { ...KEPT, sort },
    });
    const rows = {
      ...testCoat(),
      reading: Object.fromEntries(
        [
          reading('2026-11-20T10:00:00Z', [100, 102, 101]),
          reading('2026-11-20T11:00:00Z', [131, 130, 132]),
          reading('2026-11-20T12:00:00Z', [131]),
        ].map((r) => [r.id, r]),
      ),
      journal: Object.fromEntries(
        [tick('2026-11-20T10:30:00Z', 'Install Tide'), tick('2026-11-20T11:30:00Z', 'Read', 'reading')].map(
          (j) => [j.id, j],
        ),
      ),
    };
    expect(byPart(rows)).toEqual([{ at: '2026-11-20T11:00:00Z', titles: ['Install Tide'], megabytes: 30 }]);
  });
});
