import { indexOffers } from '../deciding/matching/rank.js';
import { evaluateCoat } from '../deciding/matching/evaluate.js';
import { partKey } from '../deciding/matching/targets.js';
import type { FindingContext } from '../deciding/findings/context.js';
import { execute, type Command } from '../doing/commands/commands.js';
import { applyChanges } from '../model/coat/changes.js';
import type { CoatRows } from '../model/coat/rows.js';
import type { HostProfile } from '../model/host/profile.js';
import type { Part } from '../model/parts/part.js';
import { uuid } from './coat.js';
import { testHost } from './parts.js';

/** What findings look at: a coat after some commands, evaluated with some parts on the test host, on 2026-11-25. */
export function context(
  parts: readonly Part[],
  rows: CoatRows,
  commands: readonly Command[],
  more: Partial<FindingContext> = {},
  hostMore: Partial<HostProfile> = {},
): FindingContext {
  let now = rows;
  for (const command of commands) {
    const applied = applyChanges(now, execute(now, command));
    if (!applied.ok) throw new Error(applied.clash.sentence);
    now = applied.rows;
  }
  const ctx = {
    rows: now,
    host: testHost(hostMore),
    parts: new Map(parts.map((p) => [partKey(p.id, 1), p])),
  };
  const state = evaluateCoat(ctx, indexOffers(ctx));
  return { ctx, state, survey: null, trials: [], today: '2026-11-25', wallpaper: {}, ...more };
}
/** Chooses an offer of a part, or of the host itself, for an element by its name. */
export const choose = (element: string, part: Part | null, offer = 'bar'): Command => ({
  type: 'match.choose',
  elementId: uuid(element),
  matchId: uuid(`${element} match`),
  layerId: uuid(`${element} layer`),
  partId: part?.id ?? null,
  partRevision: part ? 1 : null,
  offer,
});
