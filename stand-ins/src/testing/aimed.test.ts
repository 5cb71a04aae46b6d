import { writeFileSync } from 'node:fs';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { aimedThings, tryAimed, type Hit } from './aimed.js';
import { startSources } from './undoHome.js';

let sources: Awaited<ReturnType<typeof startSources>>;
beforeAll(async () => {
  sources = await startSources();
});
afterAll(() => sources.stop());

describe('things that are made to harm', () => {
  it('are refused where they come in, each in a sentence, or ask before they do anything', () => {
    const all = aimedThings(sources);
    expect(all).toHaveLength(40);
    // What names a place in the home folder that nobody agreed to is taken, shown, and asked about; all else is refused.
    const taken = all.filter((a) => a.refused === null).map((a) => `${a.from}: ${a.what}`);
    expect(taken).toEqual([
      'part: what a repository leaves',
      'part: a setting’s file',
      'part: what comes unasked',
      'profile: its folder of icons',
      'profile: its folder of icons, the system',
      'profile: its folder of icons, started',
      'profile: its folder of icons, documents',
      'profile: its own setting’s file',
      'bundle: what a repository leaves',
      'bundle: a setting’s file',
      'bundle: what comes unasked',
    ]);
  });

  it('touch nothing outside the plan even where they are planned, and leave nothing', async () => {
    const hits: Hit[] = [];
    for (const aimed of aimedThings(sources)) hits.push(await tryAimed(aimed, sources));
    const out = process.env['AIMED_OUT'];
    if (out)
      writeFileSync(
        out,
        JSON.stringify({
          things: hits.length,
          outside: hits.reduce((n, h) => n + h.outside.length, 0),
          left: hits.reduce((n, h) => n + h.left.length, 0),
          refused: hits.filter((h) => h.aimed.refused !== null).length,
        }),
      );
    expect(
      hits
        .filter((h) => h.outside.length + h.left.length > 0)
        .map((h) => [h.aimed.from, h.aimed.what, h.outside, h.left]),
    ).toEqual([]);
  }, 120_000);
});
