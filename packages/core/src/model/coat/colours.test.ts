import { describe, expect, it } from 'vitest';
import { testCoat, testTrait } from '../../testing/coat.js';
import { coloursInUse } from './colours.js';

describe('the colours that a coat speaks of', () => {
  it('are those of its targets, the most used first, then the grounds, each once', () => {
    const rows = testCoat();
    const traits = [
      testTrait('rail', 'colour', '#E3C2B4'),
      testTrait('clock', 'colour', '#112233'),
      testTrait('dock', 'colour', '#112233'),
      testTrait('icons', 'palette', { first: '#445566', second: '#112233' }),
      testTrait('frame', 'shadow', { x: 0, y: 1, blur: 2, colour: '#010203', opacity: 30 }),
      testTrait('clock', 'format', '#nothex and #12345'),
    ];
    const told = coloursInUse({ ...rows, trait: Object.fromEntries(traits.map((t) => [t.id, t])) });
    expect(told[0]).toBe('#112233');
    expect([...told].sort()).toEqual(['#010203', '#112233', '#445566', '#c0a090', '#e3c2b4']);
    expect(told.at(-1)).toBe('#c0a090');
  });
  it('are none where there is nothing', () => {
    const rows = testCoat();
    expect(coloursInUse({ ...rows, trait: {}, region: {} })).toEqual([]);
  });
});
