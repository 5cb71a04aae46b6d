import { describe, expect, it } from 'vitest';
import { testThing } from '../../testing/rack.js';
import { compareCoats, type ComparableCoat } from './compareCoats.js';
import type { FactsElement } from './facts.js';

const element = (kind: string, name: string, targets: Record<string, string> = {}): FactsElement => ({
  id: name,
  kind,
  kindLabel: kind,
  name,
  weight: 3,
  standing: 'matched',
  closeness: 1,
  by: [],
  targets: Object.entries(targets).map(([trait, value]) => ({ trait, value })),
});
const coat = (parts: string[], ...elements: FactsElement[]): ComparableCoat => ({
  facts: testThing('x', { parts }).facts,
  elements,
});

describe('two coats side by side', () => {
  it('pair elements of a kind by name, then in order, and say what only one has', () => {
    const a = coat(['Tide'], element('bar', 'Rail'), element('bar', 'Strip'), element('clock', 'Hours'));
    const b = coat(
      ['Tide', 'Reed'],
      element('bar', 'Shelf'),
      element('bar', 'Rail'),
      element('dock', 'Pier'),
    );
    const { elements, parts } = compareCoats(a, b);
    expect(elements.map((e) => [e.a?.name, e.b?.name])).toEqual([
      ['Rail', 'Rail'],
      ['Strip', 'Shelf'],
      ['Hours', undefined],
      [undefined, 'Pier'],
    ]);
    expect(parts).toEqual({ both: ['Tide'], a: [], b: ['Reed'] });
  });
  it('say which traits differ, those told of one alone among them', () => {
    const a = coat([], element('bar', 'Rail', { Edge: 'right', Thickness: '84 px' }));
    const b = coat([], element('bar', 'Rail', { Edge: 'left', Thickness: '84 px', Blur: '4 px' }));
    expect(compareCoats(a, b).elements[0]!.differ).toEqual([
      { trait: 'Edge', a: 'right', b: 'left' },
      { trait: 'Blur', a: null, b: '4 px' },
    ]);
    expect(compareCoats(a, a)).toMatchObject({ layout: 1, colours: 1, look: 1 });
  });
});
