import { throwError } from 'rxjs';
import { onDemo, type DemoBench } from '../testing/demoBench';
import { TwoCoats } from './twoCoats';

const ID = (n: number) => `00000000-0000-4000-8000-00000000000${n}`;
const inputs = { a: `coats.${ID(1)}`, b: `coats.${ID(2)}` };

const beside = (before: (bench: DemoBench) => void, more: object = inputs) =>
  onDemo(TwoCoats, { before, inputs: more as Record<string, unknown> });

describe('two coats side by side', () => {
  it('say why they cannot be compared', async () => {
    const { page } = await beside((b) => {
      b.api['coatFacts'] = () => throwError(() => new Error('There is no such coat.'));
    });
    expect(page.textContent).toContain('There is no such coat.');
  });
  it('want two of them', async () => {
    const { page } = await beside(() => undefined, { a: 'nonsense', b: '' });
    expect(page.textContent).toContain('Pick two of them on the rack first.');
  });
});
