import { writeFileSync } from 'node:fs';
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
  const kinds: Record<string, number> = {};
  let [deeds, fewest] = [0, Infinity];
  for (let seed = FIRST; seed < FIRST + PLANS; seed++) {
    const tried = await tryPlan(seed, sources);
    if (tried.wrong !== null) wrong.push(tried.wrong);
    expect(tried.deeds).toBeGreaterThanOrEqual(10);
    deeds += tried.deeds;
    fewest = Math.min(fewest, tried.deeds);
    for (const kind of tried.kinds) kinds[kind] = (kinds[kind] ?? 0) + 1;
  }
  const out = process.env['HOME_OUT'];
  if (out)
    writeFileSync(
      out,
      JSON.stringify({ plans: PLANS, held: PLANS - wrong.length, deeds, fewest, kinds, wrong }),
    );
  // Every sort of deed there is stands in these plans.
  if (PLANS >= 20) expect(Object.keys(kinds)).toHaveLength(22);
  expect(wrong).toEqual([]);
}, 3_600_000);
