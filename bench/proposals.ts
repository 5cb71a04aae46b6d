import { KINDS } from '@spare-coat/core/model/kinds/registry';
import { objectiveOf } from '@spare-coat/core/deciding/proposal/assign';
import { findBest, findPlain, prepare } from '@spare-coat/core/deciding/proposal/best';
import { buildInstance } from '@spare-coat/core/deciding/proposal/build';
import { greedy } from '@spare-coat/core/deciding/proposal/greedy';
import { NO_LIMITS } from '@spare-coat/core/model/coat/limits';
import { proposeReport } from '@spare-coat/core/deciding/proposal/proposeReport';
import { reduce } from '@spare-coat/core/deciding/proposal/reduce';
import { layTerms, type Terms } from '@spare-coat/core/deciding/proposal/terms';
import { partKey, type MatchContext } from '@spare-coat/core/deciding/matching/targets';
import type { HostProfile } from '@spare-coat/core/model/host/profile';
import { openSolver } from '@spare-coat/server/proposals/highs';
import { PARTS } from '@spare-coat/demo/catalogue';
import { FERNBANK } from '@spare-coat/demo/profileFernbank';
import { PROFILES } from '@spare-coat/demo/profiles';
import { median, type Figure } from './figure.js';
import { manyKinds, randomCoat } from './random.js';

const AROUND = { today: '2026-11-25', trials: [] };
const SEEDS = 20;
/** The plain program is so much slower that fewer of them tell enough. */
const PLAIN_SEEDS = 5;

type Known = MatchContext & { readonly host: HostProfile };

/** 60 elements of every kind with random targets, on the demo's host with the demo's parts. */
function demoContext(seed: number): Known {
  const { rows } = randomCoat(seed, { elements: 60, parts: 1, kinds: KINDS });
  const coat = Object.fromEntries(Object.entries(rows.coat).map(([k, c]) => [k, { ...c, channel: 'pipit' }]));
  return {
    rows: { ...rows, coat },
    host: FERNBANK,
    parts: new Map(PARTS.map((p) => [partKey(p.id, p.revision), p])),
  };
}

const terms = (memory: number): Terms => ({
  limits: { ...NO_LIMITS, memory },
  costs: true,
  released: 'all',
});

/** Milliseconds until the first answer, and until the whole report, over 20 seeds; against the plain program. */
export async function proposeDemo(): Promise<Figure[]> {
  const solve = await openSolver();
  const first: number[] = [];
  const proven: number[] = [];
  const whole: number[] = [];
  const plain: number[] = [];
  for (let seed = 1; seed <= SEEDS; seed++) {
    const ctx = demoContext(seed);
    const from = performance.now();
    let answered = 0;
    let certain = 0;
    proposeReport(
      {
        ctx,
        around: AROUND,
        limits: { ...NO_LIMITS, memory: 80, free: true },
        released: 'all',
        hosts: PROFILES,
        seconds: 20,
      },
      solve,
      (report) => {
        if (answered === 0 && report.best) answered = performance.now() - from;
        if (certain === 0 && report.best?.isProven) certain = performance.now() - from;
      },
    );
    whole.push(performance.now() - from);
    first.push(answered);
    proven.push(certain);
    if (seed > PLAIN_SEEDS) continue;
    const began = performance.now();
    const instance = buildInstance(ctx, AROUND);
    findPlain(instance, terms(80), solve, { seconds: 60, gap: 1e-5, columns: Infinity });
    plain.push(performance.now() - began);
  }
  const ms = (list: number[]) => Math.round(median(list));
  return [
    { id: 'propose-demo', value: ms(first), unit: 'ms to a first answer', against: null, ratio: null },
    {
      id: 'propose-demo',
      value: ms(proven),
      unit: 'ms to the proven best',
      against: 'HiGHS on the plain program',
      ratio: median(plain) / median(proven),
    },
    { id: 'propose-demo', value: ms(whole), unit: 'ms to the whole report', against: null, ratio: null },
  ];
}

/** 100 elements and 1,000 parts under a memory limit, to a proven half percent or 60 s. */
export async function proposeLarge(): Promise<Figure[]> {
  const solve = await openSolver();
  const times: number[] = [];
  const gaps: number[] = [];
  const plain: number[] = [];
  for (let seed = 1; seed <= SEEDS; seed++) {
    const ctx = randomCoat(seed, { elements: 100, parts: 1000, kinds: manyKinds(100) });
    const from = performance.now();
    const instance = buildInstance(ctx, AROUND);
    const built = performance.now() - from;
    const found = findBest(prepare(instance, terms(200)), solve, {
      seconds: 60,
      gap: 0.005,
      columns: Infinity,
    });
    times.push(performance.now() - from);
    if (found) gaps.push((found.bound - found.objective) / found.objective);
    if (seed > PLAIN_SEEDS) continue;
    const began = performance.now();
    findPlain(instance, terms(200), solve, { seconds: 60, gap: 0.005, columns: Infinity });
    plain.push(performance.now() - began + built);
  }
  return [
    {
      id: 'propose-large',
      value: Math.round(median(times)),
      unit: `ms, gap ${(100 * median(gaps)).toFixed(2)} %`,
      against: 'HiGHS on the plain program',
      ratio: median(plain) / median(times),
    },
  ];
}

/** By how much of the coat the exact set is nearer than the greedy one, in percent, over 20 seeds. */
export async function proposeGreedy(): Promise<Figure[]> {
  const solve = await openSolver();
  const better: number[] = [];
  const ratios: number[] = [];
  for (let seed = 1; seed <= SEEDS; seed++) {
    const instance = buildInstance(demoContext(seed), AROUND);
    const problem = reduce(layTerms(instance, terms(80)));
    const near = greedy(problem);
    const best = findBest(prepare(instance, terms(80)), solve, { seconds: 60, gap: 1e-5, columns: Infinity });
    if (!near || !best) continue;
    better.push(100 * (best.objective - objectiveOf(problem, near)));
    ratios.push(best.objective / objectiveOf(problem, near));
  }
  return [
    {
      id: 'propose-greedy',
      value: Math.round(median(better) * 100) / 100,
      unit: 'points nearer than greedy',
      against: 'taking the best part again and again',
      ratio: median(ratios),
    },
  ];
}
