import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { evaluateCoat } from '../../deciding/matching/evaluate.js';
import { indexOffers } from '../../deciding/matching/rank.js';
import { derivePlan } from '../plan/derive.js';
import { doneByJournal, keptStep } from '../plan/journal.js';
import { planOfCoat, withDone } from '../plan/planOfCoat.js';
import type { JournalRow } from '../../model/coat/rows.js';
import { uuid } from '../../testing/coat.js';
import { stepsOf, type OrderedPlan, type Step } from '../../model/deeds/step.js';
import { variantSettings } from '../plan/switchVariant.js';
import { wayBack } from '../plan/wayBack.js';
import { randomCoat } from '../../testing/randomCoat.js';
import { differences, startState, type HostState } from '../simulation/hostState.js';
import { lookOf } from './look.js';
import { FAULTS, type World } from '../simulation/perform.js';
import { rehearse, stateAfter, type Injected, type Rehearsal } from './rehearse.js';
import { cases } from '../../testing/properties.js';

/** `REHEARSAL_CASES=5000` tries more (`npm run bench -- undo-identity`). */
const CASES = cases(300);
const seeds = fc.integer({ min: 1, max: 2 ** 31 });

function setUp(seed: number) {
  const { ctx, now } = randomCoat(seed);
  const coat = evaluateCoat(ctx, indexOffers(ctx));
  const plan = derivePlan(ctx, coat, { now });
  if (!plan.ok) throw new Error(plan.sentence);
  const world: World = { host: ctx.host, mirror: {} };
  return { ctx, coat, plan, world, now, start: startState(ctx.host, now) };
}

/** What is not as it was at the start after the way back from what was done. */
function leftAfterWayBack(world: World, start: HostState, { frames, end }: Rehearsal) {
  const back = wayBack(world.host, frames);
  if (!back.plan.ok) throw new Error(back.plan.sentence);
  const returned = rehearse(world, back.plan, end);
  expect(returned.frames.filter((f) => f.how === 'fails').map((f) => [f.step.title, f.sentence])).toEqual([]);
  return differences(start, returned.end);
}

describe('rehearsing any plan', () => {
  it('succeeds at every step of a derived plan, since the plan keeps the rules of the host', () => {
    fc.assert(
      fc.property(seeds, (seed) => {
        const { plan, world, start } = setUp(seed);
        const { frames, complete } = rehearse(world, plan, start);
        expect(frames.filter((f) => f.how === 'fails').map((f) => [f.step.title, f.sentence])).toEqual([]);
        expect(complete).toBe(true);
      }),
      { numRuns: CASES },
    );
  });

  it('looks in the end as the matches promise, and in the beginning as the host is', () => {
    fc.assert(
      fc.property(seeds, (seed) => {
        const { ctx, coat, plan, world, start } = setUp(seed);
        // Where two elements want one setting, one of them does not get what its match promises.
        fc.pre(!plan.warnings.some((w) => w.includes('for themselves')));
        const look = { ctx, coat, readyOf: plan.readyOf, variants: variantSettings(ctx, coat, ctx.host) };
        const { end } = rehearse(world, plan, start);
        expect(lookOf(look, end).closeness).toBeCloseTo(coat.chosen!, 9);
      }),
      { numRuns: CASES },
    );
  });

  it('leaves the start alone, gives the same again, and can be taken up at any step', () => {
    fc.assert(
      fc.property(seeds, fc.nat(), (seed, at) => {
        const { plan, world, start } = setUp(seed);
        const before = new Map(start.stored);
        const one = rehearse(world, plan, start);
        expect(start.stored).toEqual(before);
        const again = rehearse(world, plan, start);
        expect(again.end).toEqual(one.end);
        expect(stateAfter(one, one.frames.length)).toEqual(one.end);
        // A rehearsal broken off after some steps has the state that the whole one had there.
        const steps = stepsOf(plan);
        fc.pre(steps.length > 0);
        const n = at % steps.length;
        const crash: Injected = { key: steps[n]!.key, fault: 'crash in the middle' };
        const broken = rehearse(world, plan, start, [crash]);
        expect(stateAfter(broken, n)).toEqual(stateAfter(one, n));
      }),
      { numRuns: Math.min(CASES, 300) },
    );
  });
});

describe('the way back', () => {
  it('gives the start again after any plan', () => {
    fc.assert(
      fc.property(seeds, (seed) => {
        const { plan, world, start } = setUp(seed);
        expect(leftAfterWayBack(world, start, rehearse(world, plan, start))).toEqual([]);
      }),
      { numRuns: CASES },
    );
  });

  it('gives the start again after a change of mind: all done, one part given up, what it left taken back, all done again', () => {
    fc.assert(
      fc.property(seeds, fc.nat(), (seed, at) => {
        const { ctx, plan, world, start } = setUp(seed);
        const layers = Object.values(ctx.rows.layer).filter((l) => l.partId !== null && l.position === 0);
        fc.pre(layers.length > 0);
        const given = layers[at % layers.length]!;
        let n = 0;
        const entries = (steps: readonly Step[]) =>
          Object.fromEntries(
            steps.map((s): [string, JournalRow] => {
              const id = uuid(`entry ${n}`);
              const when = new Date(1_800_000_000_000 + n++ * 1000).toISOString();
              const step = keptStep(s);
              const rest = { note: '', pictures: [], value: '' };
              return [id, { id, stepKey: s.key, title: s.title, what: 'done', at: when, step, ...rest }];
            }),
          );
        // Given up: the host's own, or nothing, comes in its place.
        const { [given.id]: _gone, ...others } = ctx.rows.layer;
        const then = { ...ctx, rows: { ...ctx.rows, layer: others, journal: entries(stepsOf(plan)) } };
        const state = evaluateCoat(then, indexOffers(then));
        const before = { now: setUp(seed).now, start };
        const second = planOfCoat(then, state, withDone(ctx.host, before, then.rows));
        fc.pre(second.plan.ok);
        const went = rehearse(world, second.plan as OrderedPlan, second.from!);
        expect(went.frames.filter((f) => f.how === 'fails').map((f) => [f.step.title, f.sentence])).toEqual(
          [],
        );
        const all = { ...then.rows, journal: { ...then.rows.journal, ...entries(stepsOf(second.plan)) } };
        const { done, state: end } = doneByJournal(world, start, all);
        const back = wayBack(ctx.host, done);
        if (!back.plan.ok) throw new Error(back.plan.sentence);
        expect(differences(start, rehearse(world, back.plan, end).end)).toEqual([]);
      }),
      { numRuns: Math.min(CASES, 200) },
    );
  });

  it('gives the start again after every fault at every step', () => {
    let tried = 0;
    fc.assert(
      fc.property(seeds, (seed) => {
        const { plan, world, start } = setUp(seed);
        for (const { key } of stepsOf(plan))
          for (const fault of FAULTS) {
            const went = rehearse(world, plan, start, [{ key, fault }], seed);
            expect(leftAfterWayBack(world, start, went)).toEqual([]);
            tried++;
          }
      }),
      { numRuns: Math.max(40, Math.round(CASES / 25)) },
    );
    expect(tried).toBeGreaterThan(1000);
  });

  it('takes chosen elements back alone, and leaves what others need', () => {
    fc.assert(
      fc.property(seeds, (seed) => {
        const { ctx, plan, world, start } = setUp(seed);
        const went = rehearse(world, plan, start);
        const [first] = Object.keys(ctx.rows.element);
        const back = wayBack(world.host, went.frames, new Set([first!]));
        if (!back.plan.ok) throw new Error(back.plan.sentence);
        const returned = rehearse(world, back.plan, went.end);
        expect(returned.complete).toBe(true);
        // What another element's steps changed is as they left it.
        const others = new Set(
          went.frames
            .filter((f) => f.step.elements.some((id) => id !== first))
            .flatMap((f) => f.touches.map((t) => t.resource)),
        );
        for (const { resource } of differences(went.end, returned.end))
          expect([resource, others.has(resource)]).toEqual([resource, false]);
      }),
      { numRuns: Math.min(CASES, 300) },
    );
  });
});

describe('faults', () => {
  function firstWith(fits: (plan: OrderedPlan) => boolean) {
    for (let seed = 1; ; seed++) {
      const made = setUp(seed);
      if (fits(made.plan)) return made;
    }
  }
  const stepOf = (p: OrderedPlan, sort: string) => stepsOf(p).find((s) => s.sort === sort)!;
  const failing = (made: ReturnType<typeof setUp>, key: string, fault: Injected['fault']) =>
    rehearse(made.world, made.plan, made.start, [{ key, fault }]).frames.at(-1)!;

  it('stop the rehearsal where a real host would fail, with the reason', () => {
    const fetching = firstWith((p) => stepsOf(p).some((s) => s.sort === 'fetch'));
    const fetch = stepOf(fetching.plan, 'fetch');
    expect(failing(fetching, fetch.key, 'download cut').sentence).toMatch(/connection broke.*half of it/);
    expect(failing(fetching, fetch.key, 'disk full').sentence).toBe('The disk is full.');
    const installs = (p: OrderedPlan) =>
      stepsOf(p).find((s) => s.deeds.some((d) => d.do === 'install' && d.channel === 'pipit'));
    const installing = firstWith((p) => installs(p) !== undefined);
    const install = installs(installing.plan)!;
    expect(failing(installing, install.key, 'package missing').sentence).toMatch(
      /^The mirror of Pipit 24 has no package /,
    );
    expect(failing(installing, install.key, 'no rights').sentence).toMatch(/administrator rights/);
    const bare = { ...installing, world: { ...installing.world, mirror: { pipit: new Set<string>() } } };
    expect(rehearse(bare.world, bare.plan, bare.start).frames.at(-1)!.sentence).toMatch(/has no package/);
  });

  it('a folder one level too deep is found out where the theme is to be chosen', () => {
    const unpackOf = (p: OrderedPlan, name: string) =>
      stepsOf(p).find((s) =>
        s.deeds.some((d) => d.do === 'unpack' && d.makes.path.split('/').at(-1) === name),
      );
    const made = firstWith((p) =>
      stepsOf(p).some((s) => s.sort === 'choose' && unpackOf(p, s.value) !== undefined),
    );
    const choose = stepsOf(made.plan).find((s) => s.sort === 'choose' && unpackOf(made.plan, s.value))!;
    const unpack = unpackOf(made.plan, choose.value)!;
    const last = failing(made, unpack.key, 'wrong folder');
    expect(last.step.key).toBe(choose.key);
    expect(last.sentence).toMatch(/one folder too deep, in ~\/\.local\/share\/.+\/(Part\d[\w-]*)\/\1\.$/);
  });

  it('what needs a new session is not there before it', () => {
    const unbroken = (p: OrderedPlan): OrderedPlan => ({
      ...p,
      sittings: [{ steps: stepsOf(p), breakAfter: null }],
    });
    let waited = 0;
    for (let seed = 1; seed < 400; seed++) {
      const { plan, world, start } = setUp(seed);
      const { frames, complete } = rehearse(world, unbroken(plan), start);
      if (complete) continue;
      expect(plan.breaks).toBeGreaterThan(0);
      expect(frames.at(-1)!.sentence).toMatch(/only after a (new session|restart)/);
      waited++;
    }
    expect(waited).toBeGreaterThan(20);
  });
});
