import { describe, expect, it } from 'vitest';
import { NO_LIMITS, type Limits } from '../../model/coat/limits.js';
import { coatOf, type CoatRows, type TrialRow } from '../../model/coat/rows.js';
import type { Part } from '../../model/parts/part.js';
import { testCoat, testElement, uuid } from '../../testing/coat.js';
import { choose, context } from '../../testing/findingContext.js';
import { testPart } from '../../testing/parts.js';
import type { FindingContext } from './context.js';
import { findingsOfParts } from './ofParts.js';

const withLimits = (limits: Partial<Limits>): CoatRows => {
  const rows = testCoat();
  const coat = coatOf(rows);
  return { ...rows, coat: { [coat.id]: { ...coat, limits: { ...NO_LIMITS, ...limits } } } };
};
/** What is told of one part that is chosen for the rail. */
const told = (part: Part, more: Partial<FindingContext> = {}, rows = testCoat()) =>
  findingsOfParts(context([part], rows, [choose('rail', part)], more));
const sorts = (part: Part, more: Partial<FindingContext> = {}) => told(part, more).map((f) => f.sort);

const trial = (part: Part, more: Partial<TrialRow>): TrialRow => ({
  id: uuid('trial'),
  partId: part.id,
  partRevision: 1,
  family: 'fernbank',
  hostVersion: '3.4',
  outcome: 'dropped',
  flavour: null,
  why: 'It flickered.',
  tried: '2026-11-01',
  ...more,
});

describe('what speaks against a part', () => {
  it('is nothing of one that fits, costs nothing and does nothing unasked', () => {
    expect(told(testPart('Plain'))).toEqual([]);
  });
  it('is nothing of one that is not chosen', () => {
    const dear = testPart('Dear', { price: { amount: 5, currency: 'EUR' } });
    expect(findingsOfParts(context([dear], testCoat(), []))).toEqual([]);
  });
  it('is that it cannot be had here, with a way to choose another for each element', () => {
    const [finding] = told(
      testPart('Old', { fits: [{ host: 'fernbank', versions: '*', how: 'known not to' }] }),
    );
    expect(finding).toMatchObject({
      sort: 'not for this host',
      title: 'Old cannot be had here',
      elements: [uuid('rail')],
    });
    expect(finding!.cost).toContain("the host's own counts");
    expect(finding!.actions).toHaveLength(1);
  });
  it('is that nobody says it works on this version', () => {
    const older = testPart('Older', {
      fits: [{ host: 'fernbank', versions: '>=3.0 <3.2', how: 'declared' }],
    });
    expect(sorts(older)).toContain('older than its host');
  });
  it('is a trial that was dropped on this host and version, and on no other', () => {
    const part = testPart('Tried');
    expect(sorts(part, { trials: [trial(part, {})] })).toEqual(['failed here before']);
    expect(sorts(part, { trials: [trial(part, { hostVersion: '3.3' })] })).toEqual([]);
    expect(sorts(part, { trials: [trial(part, { outcome: 'kept', why: '' })] })).toEqual([]);
  });
  it('is what it costs, in money or as an account', () => {
    expect(told(testPart('Dear', { price: { amount: 5, currency: 'EUR' } }))[0]!.title).toBe(
      'Dear costs 5 EUR',
    );
    expect(told(testPart('Member', { account: true }))[0]!.title).toBe('Member needs an account');
  });
  it('is a trial that ends within a week, told in days', () => {
    const paid = testPart('Paid', { price: { amount: 5, currency: 'EUR' }, trialDays: 30 });
    const after = (tried: string) =>
      told(paid, { trials: [trial(paid, { outcome: 'kept', why: '', tried })] })
        .filter((f) => f.sort === 'trial running out')
        .map((f) => f.title);
    expect(after('2026-11-20')).toEqual([]);
    expect(after('2026-10-27')).toEqual(['The trial of Paid ends in 1 day']);
    expect(after('2026-10-01')).toEqual(['The trial of Paid is over']);
  });
  it('is each thing that it does or brings besides, with what sets it right', () => {
    const found = told(
      testPart('Broad', {
        sideEffects: [
          { what: 'moves the clock', counter: 'Move it back.' },
          { what: 'hides the bin', counter: null },
        ],
        brings: [{ what: 'a second dock', remove: null }],
      }),
    );
    expect(found.map((f) => [f.sort, f.cost])).toEqual([
      ['side effect', 'Move it back.'],
      ['side effect', 'Nothing is known that sets it right again.'],
      ['brought unasked', 'Nothing is known that takes it away.'],
    ]);
    expect(new Set(found.map((f) => f.key)).size).toBe(3);
  });
  it('is a helper that has to stay running, and no tool that takes nothing', () => {
    expect(sorts(testPart('Helper', { sort: 'tool', memory: 40 }))).toEqual(['helper must stay running']);
    expect(sorts(testPart('Idle', { sort: 'tool', memory: 0 }))).toEqual([]);
  });
  it('is a helper that nobody looks after any more, told in months, and no picture however old', () => {
    const found = (released: string, sort: Part['sort'] = 'tool') =>
      told(testPart('Still', { sort, released })).find((f) => f.sort === 'not maintained');
    expect(found('2025-09-20')?.title).toBe('Still has had no release for 14 months');
    expect(found('2025-12-01')).toBeUndefined();
    expect(found('2019-01-01', 'icon set')).toBeUndefined();
  });
});

describe('what speaks against several', () => {
  const rows = () => {
    const strip = testElement('strip', 'bar', { position: 2 });
    const base = testCoat();
    return { ...base, element: { ...base.element, [strip.id]: strip } };
  };
  const both = (a: Part, b: Part, from = rows()) =>
    findingsOfParts(context([a, b], from, [choose('rail', a), choose('strip', b)]));
  it('is that one excludes the other', () => {
    const a = testPart('A');
    const [finding] = both(a, testPart('B', { excludes: [a.id] }));
    expect(finding).toMatchObject({ sort: 'parts that exclude each other', title: 'B does not go with A' });
    expect(finding!.parts).toEqual([uuid('part B'), uuid('part A')]);
  });
  it('is a surface that more of them want than there are places', () => {
    const found = (surface: string) =>
      both(testPart('A', { holds: [surface] }), testPart('B', { holds: [surface] })).map((f) => f.title);
    expect(found('bar')).toEqual(['A and B want the same bar']);
    expect(both(testPart('A', { holds: ['bar'] }), testPart('B'))).toEqual([]);
  });
  it('is the memory that they take together, over the limit and not at it', () => {
    const [a, b] = [testPart('A', { memory: 60 }), testPart('B', { memory: 40 })];
    const under = (memory: number) => {
      const from = { ...rows(), coat: withLimits({ memory }).coat };
      return both(a, b, from).filter((f) => f.title === 'The parts take 100 MB');
    };
    expect(under(100)).toEqual([]);
    expect(under(99)[0]!.cost).toContain('A takes most of it');
  });
});
