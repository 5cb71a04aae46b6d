import { of, throwError } from 'rxjs';
import { Notices } from '../shared/notices';
import { onDemo, rowsIn } from '../testing/demoBench';
import { TestBed } from '@angular/core/testing';
import { Ledger } from './ledger';

describe('the gap ledger', () => {
  it('tells what is not matched, dearest first, with why and what would lift it', async () => {
    const { page } = await onDemo(Ledger);
    const [head, ...rows] = rowsIn(page, 'Gap ledger');
    expect(head).toEqual([
      'Element',
      'Standing',
      'Closeness',
      'Weight',
      'Costs',
      'Why',
      'What would lift it',
      'Follow up',
    ]);
    const costs = rows.map((r) => Number(r[4]));
    expect(costs).toEqual([...costs].sort((a, b) => b - a));
    const gap = rows.find((r) => r[0]!.startsWith('Title type'))!;
    expect(gap[1]).toContain('gap');
    expect(gap[5]).toContain('No family found yet');
    expect(page.querySelector('[aria-label=Summary]')!.textContent).toContain('left alone');
  });
  it('opens the history of a line beneath it, and shuts it', async () => {
    const asked: unknown[] = [];
    const { page, hand, settle } = await onDemo(Ledger, {
      before: (bench) => {
        bench.api['past'] = (...args: unknown[]) => {
          asked.push(args);
          return of({ kept: [], from: bench.rows(), entries: [] });
        };
      },
    });
    const count = () => rowsIn(page, 'Gap ledger').length;
    const shut = count();
    await hand.press('History of Pointer');
    await settle();
    expect(asked).toHaveLength(1);
    expect(count()).toBe(shut + 1);
    await hand.press('History of Pointer');
    await settle();
    expect(count()).toBe(shut);
  });
  it('says why a history cannot be had, and keeps the ledger', async () => {
    const { page, hand } = await onDemo(Ledger, {
      before: (bench) => {
        bench.api['past'] = () => throwError(() => new Error('The server does not answer.'));
      },
    });
    await hand.press('History of Pointer');
    expect(TestBed.inject(Notices).list().at(-1)?.text).toBe('The server does not answer.');
    expect(rowsIn(page, 'Gap ledger').length).toBeGreaterThan(3);
  });
});
