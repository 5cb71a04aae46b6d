import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { BREAKS } from '../../model/offers/break.js';
import { orderSteps } from './order.js';
import { stepsOf, type Edge, type Step } from '../../model/deeds/step.js';
import { cases } from '../../testing/properties.js';

function step(n: number, more: Partial<Step> = {}): Step {
  return {
    key: `k${n}`,
    sort: 'set a value',
    title: `Step ${n}`,
    elements: [],
    why: '',
    where: 'here',
    deeds: [],
    commands: [],
    elsewhere: [],
    value: '',
    expected: '',
    check: '',
    undo: '',
    effect: 'none',
    rights: 'user',
    risk: 'none',
    troubles: [],
    voids: [],
    minutes: 1,
    ...more,
  };
}

/** A random plan without cycles: edges only lead from lower to higher numbers, which are then shuffled. */
const plans = fc
  .record({
    effects: fc.array(fc.constantFrom(...BREAKS), { minLength: 1, maxLength: 7 }),
    pairs: fc.array(fc.tuple(fc.nat(6), fc.nat(6), fc.boolean()), { maxLength: 14 }),
    seed: fc.nat(),
  })
  .map(({ effects, pairs, seed }) => {
    const steps = effects.map((effect, i) => step(i, { effect, rights: i % 2 ? 'administrator' : 'user' }));
    const edges: Edge[] = pairs
      .map(([a, b, afterEffect]) => ({ from: Math.min(a, b), to: Math.max(a, b), afterEffect }))
      .filter((e) => e.from !== e.to && e.to < steps.length)
      .map((e) => ({ from: `k${e.from}`, to: `k${e.to}`, afterEffect: e.afterEffect }));
    const shuffled = steps
      .map((s, i) => ({ s, r: Math.sin(seed + i * 77) }))
      .sort((a, b) => a.r - b.r)
      .map(({ s }) => s);
    return { steps: shuffled, edges };
  });

const breaking = (s: Step) => s.effect === 'session' || s.effect === 'restart';

/**
 * The fewest breaks of all orders and all places to break, and the fewest restarts among those: every order is tried, and
 * before every step a new session, a restart or nothing.
 */
function fewest(steps: readonly Step[], edges: readonly Edge[]): { breaks: number; restarts: number } {
  let best = { breaks: Infinity, restarts: Infinity };
  const seen = new Map<string, { breaks: number; restarts: number }>();
  const visit = (done: readonly Step[], breaks: number, restarts: number, waiting: ReadonlySet<string>) => {
    if (breaks > best.breaks || (breaks === best.breaks && restarts >= best.restarts)) return;
    if (done.length === steps.length) {
      best = { breaks, restarts };
      return;
    }
    const keys = new Set(done.map((s) => s.key));
    const at = `${[...keys].sort().join()}|${[...waiting].sort().join()}`;
    const known = seen.get(at);
    if (known && (known.breaks < breaks || (known.breaks === breaks && known.restarts <= restarts))) return;
    seen.set(at, { breaks, restarts });
    const effect = (key: string) => steps.find((s) => s.key === key)!.effect;
    const go = (now: ReadonlySet<string>, b: number, r: number) => {
      for (const s of steps) {
        if (keys.has(s.key)) continue;
        const into = edges.filter((e) => e.to === s.key);
        if (!into.every((e) => keys.has(e.from) && !(e.afterEffect && now.has(e.from)))) continue;
        visit([...done, s], b, r, breaking(s) ? new Set([...now, s.key]) : now);
      }
    };
    go(waiting, breaks, restarts);
    if (waiting.size === 0) return;
    go(new Set([...waiting].filter((k) => effect(k) === 'restart')), breaks + 1, restarts);
    go(new Set(), breaks + 1, restarts + 1);
  };
  visit([], 0, 0, new Set());
  return best;
}

describe('ordering steps', () => {
  it('needs as few session breaks as the best of all orders, and as few restarts among them', () => {
    fc.assert(
      fc.property(plans, ({ steps, edges }) => {
        const plan = orderSteps(steps, edges);
        if (!plan.ok) throw new Error('no cycle was put in');
        const restarts = plan.sittings.filter((s) => s.breakAfter === 'restart').length;
        expect({ breaks: plan.breaks, restarts }).toEqual(fewest(steps, edges));
      }),
      { numRuns: cases(300) },
    );
  });

  it('keeps every step once, every edge, and every effect before what needs it', () => {
    fc.assert(
      fc.property(plans, ({ steps, edges }) => {
        const plan = orderSteps(steps, edges);
        if (!plan.ok) throw new Error('no cycle was put in');
        const out = stepsOf(plan);
        expect([...out].map((s) => s.key).sort()).toEqual(steps.map((s) => s.key).sort());
        const sittingOf = new Map(
          plan.sittings.flatMap((sitting, n) => sitting.steps.map((s) => [s.key, n] as const)),
        );
        for (const edge of edges) {
          const from = out.findIndex((s) => s.key === edge.from);
          expect(from).toBeLessThan(out.findIndex((s) => s.key === edge.to));
          if (!edge.afterEffect || !breaking(out[from]!)) continue;
          const breaks = plan.sittings
            .slice(sittingOf.get(edge.from), sittingOf.get(edge.to))
            .map((s) => s.breakAfter);
          expect(breaks.length).toBeGreaterThan(0);
          if (out[from]!.effect === 'restart') expect(breaks).toContain('restart');
        }
      }),
      { numRuns: cases(300) },
    );
  });

  it('puts steps of the same rights and place together where nothing else decides', () => {
    const steps = [
      step(0, { rights: 'administrator' }),
      step(1),
      step(2, { rights: 'administrator' }),
      step(3),
    ];
    expect(stepsOf(orderSteps(steps, [])).map((s) => s.key)).toEqual(['k0', 'k2', 'k1', 'k3']);
  });

  it('names the members of a cycle', () => {
    const edges = [
      { from: 'k0', to: 'k1', afterEffect: false },
      { from: 'k1', to: 'k2', afterEffect: false },
      { from: 'k2', to: 'k1', afterEffect: true },
    ];
    const plan = orderSteps([step(0), step(1), step(2)], edges);
    expect(plan.ok).toBe(false);
    expect(plan.ok ? '' : plan.sentence).toBe(
      'These steps wait for each other: “Step 1” → “Step 2” → “Step 1”.',
    );
  });

  it('orders a chain of a thousand steps', () => {
    const steps = Array.from({ length: 1000 }, (_, i) => step(i)).reverse();
    const edges = Array.from({ length: 999 }, (_, i) => ({
      from: `k${i}`,
      to: `k${i + 1}`,
      afterEffect: true,
    }));
    expect(stepsOf(orderSteps(steps, edges)).map((s) => s.key)[999]).toBe('k999');
  });
});
