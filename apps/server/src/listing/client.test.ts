import { describe, expect, it } from 'vitest';
import { Problem } from '../http/problem.js';
import { TryAgain, withRetries, type Patience } from './client.js';

const QUICK: Patience = { answer: 1, tries: 4, firstPauseMs: 1, longestWait: 10 };
const go = new AbortController().signal;

describe('trying again', () => {
  it('goes on until it works, and is told the number of the try', async () => {
    const tries: number[] = [];
    const got = await withRetries(QUICK, go, (n) => {
      tries.push(n);
      return n < 3 ? Promise.reject(new TryAgain('busy', 'Busy.')) : Promise.resolve('done');
    });
    expect([got, tries]).toEqual(['done', [1, 2, 3]]);
  });
  it('ends after so many tries with the last reason, and says how often it tried', async () => {
    let tries = 0;
    const failed = withRetries(QUICK, go, () => Promise.reject(new TryAgain('away', `Away ${++tries}.`)));
    await expect(failed).rejects.toMatchObject({
      status: 502,
      code: 'away',
      message: 'Away 4. Tried 4 times.',
    });
  });
  it('waits longer each time', async () => {
    const at: number[] = [];
    await withRetries({ ...QUICK, firstPauseMs: 30 }, go, () => {
      at.push(performance.now());
      return at.length < 4 ? Promise.reject(new TryAgain('busy', 'Busy.')) : Promise.resolve();
    });
    const [first, second, third] = at.slice(1).map((t, i) => t - at[i]!) as [number, number, number];
    // Each pause is twice the one before, give or take a fifth: the third is longer than the first by any measure.
    expect(first).toBeGreaterThanOrEqual(20);
    expect(third).toBeGreaterThan(first);
    expect(second).toBeGreaterThanOrEqual(40);
  });
  it('does not wait longer than a person would: that is told instead', async () => {
    let tries = 0;
    const failed = withRetries(QUICK, go, () => {
      tries++;
      return Promise.reject(new TryAgain('busy', 'Wait.', 600));
    });
    await expect(failed).rejects.toMatchObject({ code: 'busy', message: 'Wait.' });
    expect(tries).toBe(1);
  });
  it('does not try again what will not get better', async () => {
    let tries = 0;
    const failed = withRetries(QUICK, go, () => {
      tries++;
      return Promise.reject(new Problem(502, 'gone', 'Gone.'));
    });
    await expect(failed).rejects.toMatchObject({ code: 'gone' });
    expect(tries).toBe(1);
  });
  it('ends at once when nobody waits for it any more', async () => {
    const control = new AbortController();
    const failed = withRetries({ ...QUICK, firstPauseMs: 60_000 }, control.signal, () =>
      Promise.reject(new TryAgain('busy', 'Busy.')),
    );
    setTimeout(() => control.abort(), 20);
    await expect(failed).rejects.toMatchObject({ code: 'cancelled' });
  });
});
