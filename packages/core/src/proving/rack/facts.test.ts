import { describe, expect, it } from 'vitest';
import { coatOf, type CoatRows } from '../../model/coat/rows.js';
import { evaluateCoat } from '../../deciding/matching/evaluate.js';
import { indexOffers } from '../../deciding/matching/rank.js';
import { partKey, type MatchContext } from '../../deciding/matching/targets.js';
import { testCoat, testElement, testMatch, testTrait, uuid } from '../../testing/coat.js';
import { testHost, testPart } from '../../testing/parts.js';
import { coatFacts, factsElements } from './facts.js';

const TIDE = testPart(
  'Tide',
  {},
  { thickness: { range: { least: 20, most: 90, step: 1 }, setting: { key: 't', place: 'Tide' } } },
);

function coat(more: Partial<CoatRows> = {}) {
  const base = testCoat();
  const dock = testElement('dock', 'dock', { name: 'Pier', position: 2 });
  const extra = testElement('extra', 'bar', { name: 'Extra', position: 3, addition: true });
  const edge = testTrait('dock', 'edge', 'bottom');
  const extraEdge = testTrait('extra', 'edge', 'top');
  const rows: CoatRows = {
    ...base,
    coat: { [uuid('coat')]: { ...coatOf(base), profileId: testHost().id, profileRevision: 1 } },
    element: { ...base.element, [dock.id]: dock, [extra.id]: extra },
    trait: { ...base.trait, [edge.id]: edge, [extraEdge.id]: extraEdge },
    match: {
      m: testMatch('m', uuid('rail')),
      g: testMatch('g', uuid('clock'), { said: 'gap', reason: 'None.' }),
    },
    layer: {
      l: {
        id: 'l',
        matchId: 'm',
        position: 0,
        partId: TIDE.id,
        partRevision: 1,
        offer: 'bar',
        traits: null,
        settings: {},
      },
    },
    ...more,
  };
  const ctx: MatchContext = { rows, host: testHost(), parts: new Map([[partKey(TIDE.id, 1), TIDE]]) };
  return { ctx, state: evaluateCoat(ctx, indexOffers(ctx)) };
}

describe('what a library tells of a coat', () => {
  it('says reference, host, parts, and what stands at which edge of the reference', () => {
    const { ctx, state } = coat();
    const facts = coatFacts(ctx, state, [{ hex: '#aabbcc', share: 0.5 }]);
    expect(facts).toMatchObject({
      references: ['Light'],
      host: 'Fernbank 3.4',
      layout: [
        { what: 'bar', edge: 'right' },
        { what: 'dock', edge: 'bottom' },
      ],
      parts: ['Tide'],
      closeness: state.chosen,
      colours: [{ hex: '#aabbcc', share: 0.5 }],
    });
    // What was added beside the reference is no part of its look.
    expect(facts.layout).not.toContainEqual({ what: 'bar', edge: 'top' });
    expect(facts.tape).toHaveLength(facts.elements);
  });
  it('counts as answered whatever is not open, a gap among it', () => {
    const { ctx, state } = coat();
    const { answered, elements } = coatFacts(ctx, state, []);
    expect(answered).toBe(state.elements.filter((e) => e.standing !== 'open').length);
    expect(answered).toBeLessThan(elements);
    expect(answered).toBeGreaterThanOrEqual(1);
  });
  it('tells of each element what was wanted and what supplies it; a gap is supplied by nothing', () => {
    const { ctx, state } = coat();
    const [rail, clock] = factsElements(ctx, state);
    expect(rail).toMatchObject({ kind: 'bar', name: 'Rail', by: [expect.stringMatching(/^Tide/)] });
    expect(rail!.targets).toContainEqual({ trait: 'Thickness', value: '84 px' });
    expect(clock).toMatchObject({ standing: 'gap', by: [] });
  });
  it('tells a coat without anything in it', () => {
    const rows = { ...testCoat(), element: {}, trait: {}, region: {}, picture: {} };
    const ctx: MatchContext = { rows, host: null, parts: new Map() };
    const facts = coatFacts(ctx, evaluateCoat(ctx, indexOffers(ctx)), []);
    expect(facts).toMatchObject({ host: null, crop: null, closeness: null, layout: [], references: [] });
  });
});
