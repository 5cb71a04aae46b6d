import { describe, expect, it } from 'vitest';
import { measureAccuracy } from './accuracy.js';

/** What Study reads off drawn pictures, against the model that drew them. `npm run bench study-accuracy` lists each. */
describe('what Study reads off drawn pictures', async () => {
  const { checks, within, refused, reasons } = await measureAccuracy();

  it('covers the demo at both sizes and lights, and at least twelve further layouts, as PNG and as JPEG', () => {
    const pictures = new Set(checks.map((c) => c.picture));
    expect([...pictures].filter((p) => p.startsWith('Saltmarsh 3')).length).toBe(8);
    expect([...pictures].filter((p) => !/^(Saltmarsh|text card)/.test(p)).length).toBeGreaterThanOrEqual(24);
    expect(checks.length).toBeGreaterThan(700);
  });

  it('is within its bounds but for a few in a thousand', () => {
    expect(within).toBeGreaterThanOrEqual(0.995);
  });

  it('is within every bound wherever the picture was not compressed', () => {
    const off = checks.filter((c) => c.read !== null && !c.ok && c.picture.endsWith('png'));
    expect(off.map((c) => `${c.picture}: ${c.what} ${c.read} for ${c.truth}`)).toEqual([]);
  });

  it('is refused with a reason where it cannot be told, and seldom', () => {
    expect(refused).toBeLessThan(0.1);
    for (const reason of reasons.keys()) expect(reason).toMatch(/^[A-Z].+\.$/);
  });
});
