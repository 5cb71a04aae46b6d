import { randomFrom } from '@spare-coat/core/ground/random';
import {
  NO_ROWS,
  newCoatRow,
  type CoatRows,
  type ElementRow,
  type TraitRow,
} from '@spare-coat/core/model/coat/rows';
import type { HostProfile } from '@spare-coat/core/model/host/profile';
import { NO_LIMITS, type Limits } from '@spare-coat/core/model/coat/limits';
import { findBest, prepare } from '@spare-coat/core/deciding/proposal/best';
import { buildInstance } from '@spare-coat/core/deciding/proposal/build';
import { type ProposalReport } from '@spare-coat/core/deciding/proposal/report';
import { proposeReport } from '@spare-coat/core/deciding/proposal/proposeReport';
import { partKey, type MatchContext } from '@spare-coat/core/deciding/matching/targets';
import type { Part } from '@spare-coat/core/model/parts/part';
import { KINDS } from '@spare-coat/core/model/kinds/registry';
import { testElement, testTrait, uuid, mattersOnly } from '@spare-coat/core/testing/coat';
import { testHost, testPart } from '@spare-coat/core/testing/parts';
import { describe, expect, it } from 'vitest';
import { openSolver } from './highs.js';

const AROUND = { today: '2026-11-25', trials: [] };
type Known = MatchContext & { readonly host: HostProfile };

const coat = (elements: readonly ElementRow[], traits: readonly TraitRow[]): CoatRows => ({
  ...NO_ROWS,
  coat: { c: { ...newCoatRow('c', 'Extreme'), channel: 'pipit' } },
  variant: { v: { id: 'v', name: 'Light', position: 0 } },
  element: Object.fromEntries(elements.map((e) => [e.id, e])),
  trait: Object.fromEntries(traits.map((t) => [t.id, t])),
});
const bar = testElement('rail', 'bar', { rules: mattersOnly('bar', 'edge') });
const rail = coat([bar], [testTrait('rail', 'edge', 'right')]);
/** A host that offers nothing itself, so that a part is needed for everything. */
const PLAIN = testHost({ offers: [], defaults: {} });
const right = { edge: { fixed: 'right' } };

async function report(
  parts: readonly Part[],
  rows: CoatRows = rail,
  limits: Limits = NO_LIMITS,
  host: HostProfile = PLAIN,
): Promise<ProposalReport> {
  const ctx: Known = { rows, host, parts: new Map(parts.map((p) => [partKey(p.id, 1), p])) };
  return proposeReport(
    { ctx, around: AROUND, limits, released: [], hosts: [host], seconds: 10 },
    await openSolver(),
    () => undefined,
  );
}
const taken = (r: ProposalReport) => r.best!.parts.map((p) => p.name);
const reasonOf = (r: ProposalReport, name: string) => r.notTaken.find((n) => n.name.startsWith(name))?.reason;

describe('a proposal for what is odd', () => {
  it('takes no part that excludes what it needs, and says so', async () => {
    const other = testPart('Other', { offers: [] });
    const torn = testPart(
      'Torn',
      { requires: [{ anyOf: [other.id], why: 'It draws through it.' }], excludes: [other.id] },
      right,
    );
    const told = await report([torn, other]);
    expect(taken(told)).toEqual([]);
    expect(reasonOf(told, 'Torn')).toBeTruthy();
  });
  it('takes a part that needs itself, or that needs one which needs it, unless each waits for a session of the other', async () => {
    const lone = testPart('Lone', {}, right);
    const self = { ...lone, requires: [{ anyOf: [lone.id], why: 'w' }] };
    expect(taken(await report([self]))).toEqual(['Lone']);
    const ring = (effect: 'none' | 'session'): Part[] => {
      const [a, b] = [testPart('A', { effect }, right), testPart('B', { effect, offers: [] })];
      return [
        { ...a, requires: [{ anyOf: [b.id], why: 'w' }] },
        { ...b, requires: [{ anyOf: [a.id], why: 'w' }] },
      ];
    };
    expect(taken(await report(ring('none')))).toEqual(['A', 'B']);
    const stuck = await report(ring('session'));
    expect(taken(stuck)).toEqual([]);
    expect(reasonOf(stuck, 'A')).toContain('waits for itself');
  });
  it('names a need that the catalogue cannot meet', async () => {
    const needy = testPart(
      'Needy',
      { requires: [{ anyOf: [uuid('gone')], why: 'It asks Reed for it.' }] },
      right,
    );
    expect(reasonOf(await report([needy]), 'Needy')).toContain('It asks Reed for it.');
  });
  it('shows the host as it is for an empty catalogue, and with all limits at nothing', async () => {
    expect(await report([])).toMatchObject({ seeking: null, best: { parts: [], isProven: true } });
    const heavy = testPart('Heavy', { memory: 1, effect: 'session', released: '2020-01-01' }, right);
    const none: Limits = {
      free: true,
      openLicence: true,
      noAccount: true,
      noAdmin: true,
      tested: true,
      memory: 0,
      age: 0,
      breaks: 0,
    };
    const told = await report([heavy], rail, none);
    expect(told.best).toMatchObject({ parts: [], isProven: true });
    expect(told.limits.find((l) => l.limit === 'all')).toMatchObject({ parts: ['Heavy'] });
  });
  it('leaves out elements without traits, and has nothing to propose for a coat without any', async () => {
    const part = testPart('Part', {}, right);
    const bare = coat([bar, testElement('clock', 'clock')], [testTrait('rail', 'edge', 'right')]);
    const told = await report([part], bare);
    expect(told.best!.closeness).toBe(1);
    expect(told.best!.elements.map((e) => e.id)).toEqual([uuid('rail')]);
    const nothing = await report([part], coat([], []));
    expect(nothing).toMatchObject({ seeking: null, best: { parts: [], elements: [] } });
  });
  it('works on a host that offers, holds and defaults nothing', async () => {
    const empty = { ...PLAIN, surfaces: {} };
    const told = await report(
      [testPart('Holder', { holds: ['a surface nobody knows'] }, right)],
      rail,
      NO_LIMITS,
      empty,
    );
    expect(taken(told)).toEqual(['Holder']);
  });
});

describe('a proposal for what is large', () => {
  it('finds a set that keeps all rules, and says how far the best can be, of 300 elements and 5,000 parts', async () => {
    const random = randomFrom(3);
    const kinds = KINDS.flatMap((kind) => {
      const lengths = kind.traits.filter((t) => t.type === 'length').slice(0, 3);
      return lengths.length > 0 ? [{ id: kind.id, lengths }] : [];
    });
    const size = () => 4 + Math.floor(random() * 80);
    const parts = Array.from({ length: 5000 }, (_, i): Part => {
      const kind = kinds[i % kinds.length]!;
      const supplies = Object.fromEntries(kind.lengths.map((t) => [t.id, { fixed: size() }]));
      const offer = { id: 'o', kind: kind.id, name: `Offer ${i}`, replaces: i % 3 === 0, supplies };
      return testPart(`Part ${i}`, { memory: Math.floor(random() * 30), offers: [offer] });
    });
    const elements = Array.from({ length: 300 }, (_, i) => testElement(`e${i}`, kinds[i % kinds.length]!.id));
    const traits = elements.flatMap((e, i) =>
      kinds[i % kinds.length]!.lengths.map((t) => testTrait(e.name, t.id, size())),
    );
    const ctx: Known = {
      rows: coat(elements, traits),
      host: testHost(),
      parts: new Map(parts.map((p) => [partKey(p.id, 1), p])),
    };
    const instance = buildInstance(ctx, AROUND);
    const limits = { ...NO_LIMITS, memory: 300 };
    const prepared = prepare(instance, { limits, costs: true, released: 'all' });
    // Throws where the set broke a rule.
    const found = findBest(prepared, await openSolver(), { seconds: 10, gap: 0.01, columns: 5000 })!;
    expect(found.selection.parts.size).toBeGreaterThan(0);
    expect(found.bound).toBeGreaterThanOrEqual(found.objective);
    expect(found.bound).toBeLessThan(1);
    expect(found.closeness).toBeGreaterThan(0);
  }, 120_000);
});
