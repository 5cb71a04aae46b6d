import { afterAll, beforeAll, expect, it } from 'vitest';
import { startSources, tryPlan } from './undoHome.js';

/** `npm run bench -- undo-home` runs 500 of these. */
const PLANS = Number(process.env['HOME_PLANS'] ?? 20);
const FIRST = Number(process.env['HOME_FIRST'] ?? 1);

let sources: Awaited<ReturnType<typeof startSources>>;
beforeAll(async () => {
  sources = await startSources();
});
afterAll(() => sources.stop());

it('after apply and undo a random home is as before, and nothing changes that the plan does not name', async () => {
  const wrong: string[] = [];
  for (let seed = FIRST; seed < FIRST + PLANS; seed++) {
    const tried = await tryPlan(seed, sources);
    if (tried.wrong !== null) wrong.push(tried.wrong);
    expect(tried.deeds).toBeGreaterThanOrEqual(10);
  }
  expect(wrong).toEqual([]);
}, 300_000);
