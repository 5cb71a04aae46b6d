import { mapped } from '@spare-coat/core/ground/checked';
import { randomFrom } from '@spare-coat/core/ground/random';
import { spawnSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import type { HostProfile } from '@spare-coat/core/model/host/profile';
import { BREAKS, type Break } from '@spare-coat/core/model/offers/break';
import { resource } from '@spare-coat/core/model/deeds/deed';
import { type Deed } from '@spare-coat/core/model/deeds/deedSchema';
import { makeStep } from '@spare-coat/core/doing/plan/draft';
import { orderSteps } from '@spare-coat/core/doing/plan/order';
import type { Edge, OrderedPlan, Step } from '@spare-coat/core/model/deeds/step';
import { rehearse } from '@spare-coat/core/doing/rehearsal/rehearse';
import { time, type Figure } from './figure.js';

const HOST: HostProfile = {
  id: 'bench',
  revision: 1,
  family: 'bench',
  name: 'Bench',
  version: '1',
  summary: 's',
  surfaces: {},
  offers: [],
  defaults: {},
  folders: { 'window theme': '~/.local/share/looks' },
  channels: [{ id: 'a', name: 'A', install: ['get', '{package}'], remove: ['drop', '{package}'], query: ['has', '{package}'] }], // prettier-ignore
  commands: {
    safePoint: ['safe', '{name}'],
    set: ['set', '{key}', '{value}'],
    get: ['get', '{key}'],
    enable: ['on', '{id}'],
    disable: ['off', '{id}'],
    open: ['open', '{name}'],
  },
  effects: { enable: 'session', package: 'none' },
  facts: {},
};

const step = (n: number, effect: Break, deeds: readonly Deed[] = []): Step =>
  makeStep(
    HOST,
    { key: `k${n}`, sort: 'set a value', title: `Step ${n}`, where: `place ${n % 7}`, expected: '', undo: '', deeds, effect },
    [],
  ); // prettier-ignore

/** 1,000 steps with 3,000 edges: our session breaks against those of a plain topological sort that breaks when it must. */
export function planOrder(say: (line: string) => void): Figure {
  const random = randomFrom(11);
  const steps = Array.from({ length: 1000 }, (_, i) =>
    step(i, random() < 0.12 ? BREAKS[3 + Math.floor(random() * 2)]! : 'none'),
  );
  const edges: Edge[] = [];
  for (let i = 0; i < 3000; i++) {
    const a = Math.floor(random() * 1000);
    const b = Math.floor(random() * 1000);
    if (a !== b)
      edges.push({ from: `k${Math.min(a, b)}`, to: `k${Math.max(a, b)}`, afterEffect: random() < 0.5 });
  }
  const plan = orderSteps(steps, edges);
  if (!plan.ok) throw new Error(plan.sentence);
  const ms = time(5, () => orderSteps(steps, edges));
  say(`plan-order: ${plan.breaks} breaks, ordered in ${ms.toFixed(1)} ms`);
  return {
    id: 'plan-order',
    value: plan.breaks,
    unit: 'session breaks',
    against: 'a plain topological sort',
    ratio: topologicalBreaks(steps, edges) / Math.max(1, plan.breaks),
  };
}

/** Breaks of Kahn's algorithm, first in first out: a break is made where the next step needs one. */
function topologicalBreaks(steps: readonly Step[], edges: readonly Edge[]): number {
  const into = new Map<string, Edge[]>(steps.map((s) => [s.key, []]));
  const next = new Map<string, string[]>(steps.map((s) => [s.key, []]));
  for (const e of edges) {
    mapped(into, e.to).push(e);
    mapped(next, e.from).push(e.to);
  }
  const waiting = new Map(steps.map((s) => [s.key, mapped(into, s.key).length]));
  const byKey = new Map(steps.map((s) => [s.key, s]));
  const ready = steps.filter((s) => waiting.get(s.key) === 0).map((s) => s.key);
  let pending = new Set<string>();
  let breaks = 0;
  for (const key of ready) {
    if (mapped(into, key).some((e) => e.afterEffect && pending.has(e.from))) {
      breaks++;
      pending = new Set();
    }
    const { effect } = mapped(byKey, key);
    if (effect === 'session' || effect === 'restart') pending.add(key);
    for (const to of mapped(next, key)) {
      const left = mapped(waiting, to) - 1;
      waiting.set(to, left);
      if (left === 0) ready.push(to);
    }
  }
  return breaks;
}

/** Plans of 200 steps a second: forty themes, each fetched, unpacked, chosen and set twice. */
export function rehearsals(): Figure {
  const steps: Step[] = [];
  for (let n = 0; n < 40; n++) {
    const archive = `~/.cache/spare-coat/t${n}/t.tar.xz`;
    const path = `~/.local/share/looks/Theme${n}`;
    const of = [resource.file(path)];
    const set = (key: string, value: string, listed = false): Deed => ({ do: 'set', key, value, of, listed: listed ? { sort: 'window theme', name: value } : null }); // prettier-ignore
    const deeds: Deed[] = [
      { do: 'fetch', from: 'https://x.example/t', to: archive, sha256: null },
      { do: 'unpack', archive, root: `Theme${n}`, makes: { path, is: 'theme window theme' } },
      set('frame.theme', `Theme${n}`, true),
      set(`theme${n}.size`, '24'),
      set(`theme${n}.colour`, '#8c3d2f'),
    ];
    deeds.forEach((deed, i) => steps.push(step(n * 5 + i, i === 2 ? 'reload' : 'none', [deed])));
  }
  const plan: OrderedPlan = {
    ok: true,
    sittings: [{ steps, breakAfter: null }],
    breaks: 0,
    warnings: [],
    edges: [],
    readyOf: {},
  };
  const start = { stored: new Map<string, string>(), shown: new Map<string, string>(), waiting: new Map() };
  const world = { host: HOST, mirror: {} };
  const ROUNDS = 50;
  const ms = time(5, () => {
    for (let i = 0; i < ROUNDS; i++)
      if (!rehearse(world, plan, start).complete) throw new Error('the plan should work');
  });
  return {
    id: 'rehearse',
    value: Math.round((ROUNDS / ms) * 1000),
    unit: 'plans of 200 steps/s',
    against: null,
    ratio: null,
  };
}

/** The share of random plans, with and without injected faults, whose way back gives the start. */
export function undoIdentity(say: (line: string) => void): Figure {
  const folder = mkdtempSync(join(tmpdir(), 'undo-'));
  const out = join(folder, 'out.json');
  try {
    // Random coats are part of the core's tests, so that this runs where they do.
    const { status, stderr } = spawnSync(
      'npx',
      ['vitest', 'run', '--project', 'core', 'bench/undoIdentity.test.ts'],
      {
        cwd: fileURLToPath(new URL('../../', import.meta.url)),
        env: { ...process.env, UNDO_PLANS: '5000', UNDO_OUT: out },
      },
    );
    if (status !== 0) say(stderr.toString().slice(-2000));
    const { plans, rehearsals: tried, returned } = JSON.parse(readFileSync(out, 'utf8')) as { plans: number; rehearsals: number; returned: number }; // prettier-ignore
    say(`undo-identity: ${returned} of ${tried} rehearsals of ${plans} plans came back`);
    return {
      id: 'undo-identity',
      value: (100 * returned) / tried,
      unit: '% of rehearsals',
      against: null,
      ratio: null,
    };
  } finally {
    rmSync(folder, { recursive: true });
  }
}
