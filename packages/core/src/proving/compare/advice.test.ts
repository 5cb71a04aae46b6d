import { describe, expect, it } from 'vitest';
import type { TraitProof } from '../../deciding/matching/proof.js';
import type { TraitValue } from '../../model/traits/value.js';
import { adviceFor } from './advice.js';

/** What is advised of a trait that nothing sets. */
function said(label: string, type: string, seen: TraitValue, wanted: TraitValue): string {
  const score = { target: { spec: { id: 'trait', label, type }, value: wanted }, supply: null };
  return adviceFor({ score, seen, credit: 0.4, by: 'picture' } as unknown as TraitProof, null, 1, 'light')!
    .sentence;
}

describe('what is advised of a trait', () => {
  it('tells what is seen apart from what would match, in as few words as do', () => {
    expect(said('Thickness', 'length', 46, 84)).toMatch(/^Thickness is 46 px; 84 px would match\./);
    const [seen, wanted] = [
      { first: '#e3c2b4', second: '#2a3a8c' },
      { first: '#4c352c', second: '#2a3a8c' },
    ];
    expect(said('Colours', 'palette', { first: '#e3c2b4' }, wanted)).toMatch(
      /^Colours is 1 colour; 2 colours would match/,
    );
    expect(said('Colours', 'palette', seen, wanted)).toMatch(
      /^Colours is first #e3c2b4, second #2a3a8c; first #4c352c, second #2a3a8c would match/,
    );
    const items = { start: ['clock'], centre: [], end: [] };
    expect(said('Items', 'order', items, { ...items, start: ['launcher'] })).toMatch(
      /^Items is start: clock; start: launcher would match/,
    );
  });
  it('never says that something would match what it is already', () => {
    expect(said('Thickness', 'length', 46.02, 46)).toBe(
      'Thickness is 46 px, and not quite what is wanted. Nothing that was chosen sets it.',
    );
    const [a, b] = [
      { x: 0, y: 2, blur: 8, opacity: 40, colour: '#000000' },
      { x: 0, y: 2, blur: 8, opacity: 40, colour: '#ffffff' },
    ];
    expect(said('Shadow', 'shadow', a, b)).not.toContain('would match');
  });
});
